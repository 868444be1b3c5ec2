/** Schemas as a document of the API writes them: by the standard's keywords, without what is for forms only. */

export type Node = Record<string, unknown>;

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Keywords that stay as they are. */
const PLAIN = [
  ...['type', 'const', 'enum', 'required', 'title', 'description', 'default', 'examples', 'format', 'pattern', '$ref'],
  ...['minimum', 'maximum', 'exclusiveMinimum', 'exclusiveMaximum', 'multipleOf'],
  ...['minLength', 'maxLength', 'minItems', 'maxItems', 'uniqueItems', 'minProperties', 'maxProperties'],
];
const LISTS = ['anyOf', 'oneOf', 'allOf'];
const MAPS = ['properties', 'patternProperties'];

/** A schema in plain JSON Schema 2020-12. */
export function plainSchema(schema: unknown): Node {
  if (!isNode(schema)) return {};
  const kept = Object.entries(schema).filter(([key]) => PLAIN.includes(key));
  return merged({
    ...Object.fromEntries(kept),
    ...Object.fromEntries(LISTS.flatMap((key) => listOf(schema, key))),
    ...Object.fromEntries(MAPS.flatMap((key) => mapOf(schema, key))),
    ...additional(schema),
    ...items(schema),
  });
}

const listOf = (schema: Node, key: string): [string, Node[]][] =>
  Array.isArray(schema[key]) ? [[key, schema[key].map(plainSchema)]] : [];

const mapOf = (schema: Node, key: string): [string, Node][] => {
  const map = schema[key];
  return isNode(map)
    ? [[key, Object.fromEntries(Object.entries(map).map(([name, each]) => [name, plainSchema(each)]))]]
    : [];
};

function additional({ additionalProperties, patternProperties }: Node): Node {
  // What matches no pattern is anything; by the pattern of all names it is what that says.
  const ofAll = isNode(patternProperties) ? patternProperties['^.*$'] : undefined;
  if (ofAll !== undefined) return { patternProperties: undefined, additionalProperties: plainSchema(ofAll) };
  if (additionalProperties === undefined || typeof additionalProperties === 'boolean')
    return additionalProperties === undefined ? {} : { additionalProperties };
  return { additionalProperties: plainSchema(additionalProperties) };
}

/** A list of schemas, one for each place, has a keyword of its own since 2020-12. */
function items({ items: each }: Node): Node {
  if (each === undefined) return {};
  if (Array.isArray(each)) return { prefixItems: each.map(plainSchema), maxItems: each.length };
  return { items: plainSchema(each) };
}

/** One of several constants is a list of values; `null` beside one type is a second type. */
function merged(schema: Node): Node {
  const { anyOf, ...rest } = withoutUndefined(constant(schema));
  if (!Array.isArray(anyOf)) return rest;
  const choices = anyOf as Node[];
  const words = choices.filter((choice) => typeof choice['const'] === 'string');
  const others = choices.filter((choice) => typeof choice['const'] !== 'string');
  if (words.length < 2) return { ...rest, anyOf };
  const titles = words.map((word) => `${String(word['const'])}${word['title'] ? ` (${String(word['title'])})` : ''}`);
  const list: Node = {
    type: 'string',
    enum: words.map((word) => word['const']),
    ...(words.some((word) => word['title']) ? { description: `${titles.join(', ')}.` } : {}),
  };
  if (others.length > 0) return { ...rest, anyOf: [list, ...others] };
  return { ...list, ...rest, ...describedTwice(rest, list) };
}

const describedTwice = (outer: Node, inner: Node): Node =>
  outer['description'] && inner['description']
    ? { description: `${String(outer['description'])} ${String(inner['description'])}` }
    : {};

/** A list of one value is a constant. */
function constant(schema: Node): Node {
  const { enum: values, ...rest } = schema;
  return Array.isArray(values) && values.length === 1 ? { ...rest, const: values[0] } : schema;
}

const withoutUndefined = (schema: Node): Node =>
  Object.fromEntries(Object.entries(schema).filter(([, value]) => value !== undefined));

/** The same schema with its direct parts changed. */
export function mapParts(schema: Node, change: (part: Node) => Node): Node {
  const one = (value: unknown): unknown => (isNode(value) ? change(value) : value);
  const list = (value: unknown): unknown => (Array.isArray(value) ? value.map(one) : value);
  const map = (value: unknown): unknown =>
    isNode(value) ? Object.fromEntries(Object.entries(value).map(([name, part]) => [name, one(part)])) : value;
  const ways: Record<string, (value: unknown) => unknown> = {
    ...{ anyOf: list, oneOf: list, allOf: list, prefixItems: list },
    ...{ properties: map, patternProperties: map, items: one, additionalProperties: one },
  };
  return Object.fromEntries(Object.entries(schema).map(([key, value]) => [key, (ways[key] ?? same)(value)]));
}

const same = (value: unknown): unknown => value;

/** The same schema with each of its parts changed, the innermost first. */
export const mapSchema = (schema: Node, change: (part: Node) => Node): Node =>
  change(mapParts(schema, (part) => mapSchema(part, change)));
