/** Schemas that have a name of their own in the API's document: those of the contract, and each kind of the registries. */
import * as contract from '@undameter/contract';
import * as core from '@undameter/core';
import { models, recipeKinds, stepKinds } from '@undameter/core';
import { mapParts, mapSchema, plainSchema, type Node } from './schemas';

const capital = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);

/** Worth a name: an object with fields, or one of several. */
const isWorthNaming = (schema: unknown): boolean =>
  typeof schema === 'object' &&
  schema !== null &&
  ('properties' in schema || 'oneOf' in schema || ('type' in schema && schema.type === 'array' && 'items' in schema));

const isOfAddress = (name: string): boolean => /(Params|Query)$/.test(name);

/** What is named in the two rooms that hold schemas: `conditionBody` as ConditionBody, `limitSchema` as Limit. */
function named(): [string, Node][] {
  const ofContract = Object.entries(contract).map(([name, schema]) => [name, schema] as const);
  const ofCore = Object.entries(core)
    .filter(([name]) => name.endsWith('Schema'))
    .map(([name, schema]) => [name.replace(/Schema$/, ''), schema] as const);
  return [...ofCore, ...ofContract]
    .filter(([name, schema]) => isWorthNaming(schema) && !isOfAddress(name))
    .map(([name, schema]) => [capital(name.replace(/Schema$/, '')), plainSchema(JSON.parse(JSON.stringify(schema)))]);
}

/** Without the words about it, by which the same schema differs from place to place. */
const shapeOf = ({ description: _, title: __, examples: ___, default: ____, ...shape }: Node): string =>
  JSON.stringify(shape);

export class Components {
  private readonly names = new Map<string, string>();
  readonly schemas: Record<string, Node> = {};

  constructor() {
    const all = named();
    for (const [name, schema] of all) if (!this.names.has(shapeOf(schema))) this.names.set(shapeOf(schema), name);
    for (const [name, schema] of all)
      if (this.names.get(shapeOf(schema)) === name) this.schemas[name] = this.referring(schema, name);
    this.addKinds();
  }

  /** A schema with its named parts by reference. */
  refer(schema: unknown): Node {
    return this.referring(plainSchema(schema));
  }

  private referring(schema: Node, itself?: string): Node {
    const whole = shapeOf(schema);
    // From the outside: a part keeps its shape until what holds it has been looked up.
    const name = this.names.get(whole);
    if (name !== undefined && name !== itself)
      return {
        $ref: `#/components/schemas/${name}`,
        ...(schema['description'] ? { description: schema['description'] } : {}),
      };
    return mapParts(schema, (part) => this.referring(part));
  }

  /** The kinds of steps, models and recipes, each with its settings. */
  private addKinds(): void {
    const step = this.schemas['Step']!;
    const fields = step['properties'] as Record<string, Node>;
    this.schemas['Step'] = this.kinds(
      'Step',
      'One operation of a procedure, with the settings of its kind.',
      stepKinds.map(({ kind, title, purpose, settings }) => ({
        kind,
        schema: {
          ...step,
          title,
          description: purpose,
          properties: {
            ...fields,
            kind: { type: 'string', const: kind },
            settings: this.refer(JSON.parse(JSON.stringify(settings))),
          },
        },
      })),
    );
    this.schemas['ModelSettings'] = this.kinds(
      'SettingsOf',
      'What a model is set to; which settings it takes follows from its kind.',
      models.map(({ kind, title, settings }) => ({
        kind,
        schema: { ...this.refer(JSON.parse(JSON.stringify(settings))), title, description: `Settings of "${kind}".` },
      })),
      'anyOf',
    );
    const recipe = this.schemas['RecipeBody']!;
    this.useModelSettings();
    this.schemas['RecipeBody'] = this.kinds(
      'Recipe',
      'A way to make a run from another, with the settings of its kind.',
      recipeKinds.map(({ kind, title, purpose, settings }) => ({
        kind,
        schema: {
          ...recipe,
          ...{ title, description: purpose },
          properties: {
            kind: { type: 'string', const: kind },
            settings: this.refer(JSON.parse(JSON.stringify(settings))),
          },
        },
      })),
    );
  }

  private kinds(prefix: string, description: string, of: { kind: string; schema: Node }[], how = 'oneOf'): Node {
    for (const { kind, schema } of of) this.schemas[prefix + capital(kind)] = schema;
    return { description, [how]: of.map(({ kind }) => ({ $ref: `#/components/schemas/${prefix}${capital(kind)}` })) };
  }

  /** Where a model is named beside its settings, both say what is possible. */
  private useModelSettings(): void {
    const kinds = { type: 'string', enum: models.map((model) => model.kind) };
    const settings = { $ref: '#/components/schemas/ModelSettings' };
    for (const [name, schema] of Object.entries(this.schemas))
      this.schemas[name] = mapSchema(schema, (part) => {
        const fields = part['properties'] as Record<string, Node> | undefined;
        if (fields?.['settings'] === undefined || fields['version'] !== undefined) return part;
        const key = 'model' in fields ? 'model' : 'kind';
        return { ...part, properties: { ...fields, [key]: { ...fields[key], ...kinds }, settings } };
      });
  }
}
