/** The API's document: true to OpenAPI 3.1, complete, and enough for a program of somebody else. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, jest, test } from '@jest/globals';
import { createConfig, lintFromString } from '@redocly/openapi-core';
import { catalogue, models, stepKinds } from '@undameter/core';
import { writers } from '@undameter/formats';
import openapiTS, { astToString } from 'openapi-typescript';
import ts from 'typescript';
import { buildApp } from '../src/app';
import { statusOf } from '../src/errors';
import { examples } from '../src/openapi/examples';
import { fieldWords } from '../src/openapi/fieldWords';
import type { Node } from '../src/openapi/schemas';

jest.setTimeout(60_000);

interface Operation {
  operationId: string;
  summary?: string;
  tags?: string[];
  parameters?: { name: string; description?: string }[];
  requestBody?: { content: Record<string, { schema: Node; example?: unknown }> };
  responses: Record<string, { content?: Record<string, { schema: Node }>; headers?: Node }>;
}
interface Document {
  openapi: string;
  tags: { name: string }[];
  components: { schemas: Record<string, Node> };
  paths: Record<string, Record<string, Operation>>;
}

let api: Document;
let operations: { path: string; method: string; operation: Operation }[];
beforeAll(async () => {
  const app = await buildApp({ config: { version: '1.2.3', checksReplies: false } } as never);
  await app.ready();
  api = JSON.parse(JSON.stringify(app.swagger())) as Document;
  await app.close();
  operations = Object.entries(api.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method, operation })),
  );
});
const named = (name: string) => operations.find(({ operation }) => operation.operationId === name)!.operation;

test('a linter of OpenAPI finds nothing', async () => {
  const config = await createConfig({ extends: ['recommended'] });
  const problems = await lintFromString({ source: JSON.stringify(api), config });
  expect(problems.map((p) => `${p.ruleId}: ${p.message} at ${p.location[0]?.pointer}`)).toEqual([]);
});

describe('every operation', () => {
  test('has a name of its own, a summary, and a tag that is explained', () => {
    const names = operations.map(({ operation }) => operation.operationId);
    expect(new Set(names).size).toBe(names.length);
    const tags = api.tags.map((tag) => tag.name);
    for (const { operation } of operations) {
      expect(operation.operationId).toMatch(/^[a-z][A-Za-z]+$/);
      expect(operation.summary).toMatch(/\w/);
      expect(tags).toEqual(expect.arrayContaining(operation.tags!));
    }
  });
  test('answers by what it does: 201 and 202 say where, 204 says nothing', () => {
    for (const { method, path, operation } of operations) {
      const [status] = Object.keys(operation.responses);
      const answer = operation.responses[status!]!;
      if (status === '201' || status === '202') expect(answer.headers).toHaveProperty('Location');
      if (status === '204') expect(answer.content).toBeUndefined();
      else expect(answer.content).toBeDefined();
      if (method === 'delete') expect([status, path]).toEqual([/jobId/.test(path) ? '200' : '204', path]);
    }
  });
  test('names the statuses by which it refuses, each of them one that an error can have', () => {
    const statuses = new Set(Object.values(statusOf).map(String));
    for (const { path, operation } of operations) {
      const refusals = Object.keys(operation.responses).filter((status) => status >= '400');
      for (const status of refusals) expect(statuses).toContain(status);
      expect(refusals.includes('404')).toBe(path.includes('{'));
      expect(refusals.includes('415')).toBe(operation.requestBody !== undefined);
    }
  });
});

/** Each field of a schema and of what is in it. */
function fieldsOf(schema: unknown, at: string): { at: string; field: Node }[] {
  if (typeof schema !== 'object' || schema === null) return [];
  const { properties = {}, ...rest } = schema as Node & { properties?: Record<string, Node> };
  const own = Object.entries(properties).flatMap(([name, field]) => [
    { at: `${at}.${name}`, field },
    ...fieldsOf(field, `${at}.${name}`),
  ]);
  const lists = ['anyOf', 'oneOf', 'prefixItems'].flatMap((key) => (rest[key] as unknown[] | undefined) ?? []);
  return [...own, ...[...lists, rest['items'], rest['additionalProperties']].flatMap((part) => fieldsOf(part, at))];
}

describe('every schema', () => {
  const schemas = () => Object.entries(api.components.schemas);
  test('says of each field what it holds', () => {
    const silent = schemas()
      .flatMap(([name, schema]) => fieldsOf(schema, name))
      .filter(({ field }) => typeof field['description'] !== 'string');
    expect(silent.map(({ at }) => at)).toEqual([]);
  });
  test('uses the words of fields, and no word is left over', () => {
    const names = schemas().flatMap(([name, schema]) => fieldsOf(schema, name).map(({ at }) => at.split('.').at(-1)!));
    const parameters = operations.flatMap(({ operation }) => (operation.parameters ?? []).map(({ name }) => name));
    const used = new Set([...names, ...parameters]);
    expect(Object.keys(fieldWords).filter((word) => !used.has(word))).toEqual([]);
  });
  test('is of 2020-12: a list of schemas, one for each place, has its keyword', () => {
    const text = JSON.stringify(api.components.schemas);
    expect(text).not.toMatch(/"items":\[/);
    expect(text).toMatch(/"prefixItems":\[/);
    expect(text).not.toMatch(/"field":"(hidden|unit|channel)"/);
  });
});

describe('the registries', () => {
  test('every kind of step is there, with its settings', () => {
    for (const { kind, title, settings } of stepKinds) {
      const name = `Step${kind.charAt(0).toUpperCase()}${kind.slice(1)}`;
      const schema = api.components.schemas[name] as { title: string; properties: Record<string, Node> };
      expect(schema.title).toBe(title);
      expect(schema.properties['kind']).toMatchObject({ const: kind });
      expect(Object.keys(schema.properties['settings']!['properties'] as object)).toEqual(
        Object.keys(settings.properties),
      );
      expect(api.components.schemas['Step']!['oneOf']).toContainEqual({ $ref: `#/components/schemas/${name}` });
    }
  });
  test('every model is there, and is a value of the field that names one', () => {
    const { properties } = api.components.schemas['FitBody'] as { properties: Record<string, Node> };
    expect(properties['model']!['enum']).toEqual(models.map((model) => model.kind));
    for (const { kind, settings } of models) {
      const schema = api.components.schemas[`SettingsOf${kind.charAt(0).toUpperCase()}${kind.slice(1)}`]!;
      expect(Object.keys(schema['properties'] as object)).toEqual(Object.keys(settings.properties));
    }
  });
  test('every ending that can be written is an answer of the export, and every code one of a refusal', () => {
    expect(Object.keys(named('exportChannels').responses['200']!.content!)).toEqual(
      writers.map((writer) => writer.mediaType.split(';')[0]),
    );
    const { properties } = api.components.schemas['ErrorReply'] as { properties: Record<string, Node> };
    expect(properties['code']!['enum']).toEqual(Object.keys(catalogue));
  });
});

test('every body of JSON has an example, and there is none without a route', () => {
  const takers = operations.filter(({ operation }) => {
    const types = Object.keys(operation.requestBody?.content ?? {});
    return types.length === 1 && types[0] === 'application/json';
  });
  expect(Object.keys(examples).sort()).toEqual(takers.map(({ operation }) => operation.operationId).sort());
  for (const { operation } of takers)
    expect(operation.requestBody!.content['application/json']!.example).toEqual(examples[operation.operationId]);
});

test('files are taken as they are and in a form', () => {
  expect(Object.keys(named('sendFile').requestBody!.content)).toEqual(
    expect.arrayContaining(['application/octet-stream', 'text/csv', 'multipart/form-data']),
  );
});

/** What the compiler says of a program of somebody else, who has only the types that the document gives. */
async function complaintsOf(program: string): Promise<string[]> {
  const folder = mkdtempSync(join(tmpdir(), 'undameter-client-'));
  try {
    writeFileSync(join(folder, 'api.d.ts'), astToString(await openapiTS(api as never)));
    writeFileSync(join(folder, 'program.ts'), program);
    const compiled = ts.createProgram([join(folder, 'program.ts')], {
      strict: true,
      noEmit: true,
      skipLibCheck: true,
      target: ts.ScriptTarget.ES2022,
      module: ts.ModuleKind.ESNext,
      moduleResolution: ts.ModuleResolutionKind.Bundler,
      types: [],
      paths: { 'openapi-fetch': [join(import.meta.dirname, '../../node_modules/openapi-fetch')] },
    });
    return ts.getPreEmitDiagnostics(compiled).map((d) => ts.flattenDiagnosticMessageText(d.messageText, '\n'));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

describe('a client that is generated from the document', () => {
  const program = (kind: string) => `
    import createClient from 'openapi-fetch';
    import type { paths } from './api';
    const api = createClient<paths>({ baseUrl: 'http://127.0.0.1:4780' });
    const { data, error } = await api.POST('/api/campaigns/{id}/conditions', {
      params: { path: { id: 1 } },
      body: { name: 'Rated', limits: [{ kind: '${kind}', symbol: 'n', value: 2900, tolerance: 20, unit: 'rpm' }] },
    });
    const id: number | undefined = data?.id;
    const sentence: string | undefined = error?.message;
    export { id, sentence };`;
  test('compiles', async () => expect(await complaintsOf(program('tolerance'))).toEqual([]));
  test('refuses a kind of limit that there is not', async () =>
    expect((await complaintsOf(program('around'))).join()).toMatch(/around/));
});

test('the readme of the API names the three requests by which a run comes in', () => {
  const source = readFileSync(join(import.meta.dirname, '../src/openapi/documentOf.ts'), 'utf8');
  for (const name of ['sendFile', 'startImport', 'getImport']) {
    const { path } = operations.find(({ operation }) => operation.operationId === name)!;
    expect(source).toContain(path);
  }
});
