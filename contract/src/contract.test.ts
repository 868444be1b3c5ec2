/** The schemas of requests: whole bodies are taken, and each fault is refused at the field where it is. */
import { describe, expect, test } from '@jest/globals';
import { Ajv } from 'ajv';
import * as contract from './index';

const ajv = new Ajv({ strict: false, discriminator: true, useDefaults: true });
const schemas = Object.entries(contract).filter(
  ([, schema]) =>
    typeof schema === 'object' && schema !== null && ('type' in schema || 'anyOf' in schema || 'oneOf' in schema),
) as [string, object][];

test('every schema can be compiled', () => {
  expect(schemas.length).toBeGreaterThan(80);
  for (const [name, schema] of schemas) expect(() => ajv.compile(schema)).not.toThrow(name);
});

test('every request refuses fields that it does not know, so that a misspelt one does not vanish', () => {
  const open = schemas.filter(([name, schema]) => {
    const { type, additionalProperties } = schema as { type?: string; additionalProperties?: boolean };
    return name.endsWith('Body') && type === 'object' && additionalProperties !== false && !('oneOf' in schema);
  });
  expect(open.map(([name]) => name)).toEqual([]);
});

/** Where a body is refused: the path of the field and the word of the rule. */
function refusal(schema: object, body: unknown): string {
  const holds = ajv.compile(schema);
  if (holds(structuredClone(body))) return 'taken';
  const [first] = holds.errors!;
  return `${first!.instancePath} ${first!.keyword}`.trim();
}

const fit = {
  name: 'head',
  runId: 1,
  x: 'Q',
  y: 'H',
  conditionIds: [1],
  data: 'samples',
  weights: 'none',
  model: 'polynomial',
  settings: {},
  choices: {},
};
const candidate = { source: { kind: 'fit', fitId: 1 }, offset: 0, scale: 1, method: 'linear', uncertainty: null };
const comparison = {
  name: 'c',
  reference: { runId: 1, x: 'Q', y: 'H', conditionIds: [], data: 'samples' },
  candidates: [candidate],
};
const step = { id: 'a', kind: 'trim', version: 1, settings: {}, on: true };
const near = { kind: 'tolerance', symbol: 'n', value: 1450, tolerance: 20, unit: 'rpm' };
const steady = {
  kind: 'steady',
  steady: [{ symbol: 'n', unit: 'rpm', deviation: 2, slope: null }],
  lasting: 10,
  settling: 5,
  timeUnit: 's',
};
const condition = (...limits: object[]) => ({ name: 'c', limits });
const table = {
  isShared: false,
  symbol: 'rho',
  name: 'Density',
  xName: 'T',
  xUnit: '°C',
  yUnit: 'kg/m³',
  source: 's',
  method: 'linear',
  xScale: 'plain',
  yScale: 'plain',
  outside: 'refuse',
  uncertainty: null,
  notes: '',
  x: [0, 1],
  y: [1, 2],
  second: null,
};

describe('a campaign and a name', () => {
  test.each([
    [{ name: 'a', question: '' }, 'taken'],
    [{ name: 'a' }, 'taken'],
    [{ name: ' ', question: '' }, '/name pattern'],
    [{ name: 'x'.repeat(121), question: '' }, '/name maxLength'],
    [{ name: 'a', question: 'x'.repeat(2001) }, '/question maxLength'],
    [{ question: '' }, 'required'],
    [{ name: 'a', question: '', extra: 1 }, 'additionalProperties'],
  ])('%#', (body, where) => expect(refusal(contract.campaignBody, body)).toBe(where));
});

describe('a limit is refused in the words of its own kind', () => {
  test.each([
    [[near], 'taken'],
    [[{ ...near, not: true }], 'taken'],
    [[{ ...near, tolerance: -1 }], '/limits/0/tolerance minimum'],
    [[{ ...near, value: '1450' }], '/limits/0/value type'],
    [[{ ...near, low: 1 }], '/limits/0 additionalProperties'],
    [[{ kind: 'between', symbol: 'n', low: null, high: 5, unit: '' }], 'taken'],
    [[{ kind: 'between', symbol: 'n', low: 'a', high: 5, unit: '' }], '/limits/0/low type'],
    [[{ kind: 'words', symbol: 'v', words: ['open'] }], 'taken'],
    [[{ kind: 'words', symbol: 'v', words: [] }], '/limits/0/words minItems'],
    [[{ kind: 'formula', formula: '' }], '/limits/0/formula minLength'],
    [[steady], 'taken'],
    [[{ ...steady, lasting: 0 }], '/limits/0/lasting exclusiveMinimum'],
    [[{ ...steady, steady: [] }], '/limits/0/steady minItems'],
    [[{ kind: 'area', x: 'Q', y: 'H', xUnit: '', yUnit: '', corners: [[0, 0]] }], '/limits/0/corners minItems'],
    [[{ kind: 'any', any: [near, steady] }], 'taken'],
    [[{ kind: 'any', any: [near, { ...near, tolerance: -1 }] }], '/limits/0/any/1/tolerance minimum'],
    [[{ kind: 'any', any: [] }], '/limits/0/any minItems'],
    [[{ kind: 'sideways' }], '/limits/0 discriminator'],
    [[{ symbol: 'n', value: 1, tolerance: 1, unit: '' }], '/limits/0 required'],
    [[], '/limits minItems'],
  ])('%#', (limits, where) => expect(refusal(contract.conditionBody, condition(...limits))).toBe(where));
});

describe('a fit', () => {
  test.each([
    [{}, 'taken'],
    [{ weights: 'heavy' }, '/weights const'],
    [{ data: 'points' }, '/data const'],
    [{ runId: 0 }, '/runId minimum'],
    [{ conditionIds: [1.5] }, '/conditionIds/0 type'],
    [{ choices: { loss: 'nope' } }, '/choices'],
    [{ x: '' }, '/x minLength'],
  ])('with %j', (over, where) => expect(refusal(contract.fitBody, { ...fit, ...over })).toContain(where));
  test('on trial names its campaign', () => {
    expect(refusal(contract.trialFitBody, fit)).toBe('required');
    expect(refusal(contract.trialFitBody, { ...fit, campaignId: 1 })).toBe('taken');
  });
});

describe('a comparison', () => {
  test.each([
    [{}, 'taken'],
    [{ candidates: [] }, '/candidates minItems'],
    [{ candidates: Array.from({ length: 13 }, () => candidate) }, '/candidates maxItems'],
    [{ candidates: [{ ...candidate, uncertainty: -1 }] }, '/candidates/0/uncertainty'],
    [{ candidates: [{ ...candidate, source: { kind: 'fit' } }] }, '/candidates/0/source'],
  ])('with %j', (over, where) => expect(refusal(contract.comparisonBody, { ...comparison, ...over })).toContain(where));
});

describe('a procedure', () => {
  const body = { steps: [step], version: 0 };
  test.each([
    [{}, 'taken'],
    [{ steps: [] }, 'taken'],
    [{ version: -1 }, '/version minimum'],
    [{ steps: [{ ...step, id: 'a b' }] }, '/steps/0/id pattern'],
    [{ steps: [{ ...step, on: 'yes' }] }, '/steps/0/on type'],
    [{ steps: [{ ...step, note: 'x'.repeat(1001) }] }, '/steps/0/note maxLength'],
    [{ steps: Array.from({ length: 201 }, () => step) }, '/steps maxItems'],
  ])('%#', (over, where) => expect(refusal(contract.procedureBody, { ...body, ...over })).toBe(where));
});

describe('a window', () => {
  const body = { symbols: ['p'], from: null, to: null, pixels: 800 };
  test.each([
    [{}, 'taken'],
    [{ from: 0, to: 9 }, 'taken'],
    [{ from: undefined }, 'required'],
    [{ symbols: [] }, '/symbols minItems'],
    [{ symbols: Array.from({ length: 13 }, () => 'p') }, '/symbols maxItems'],
    [{ pixels: 49 }, '/pixels minimum'],
    [{ pixels: 800.5 }, '/pixels type'],
  ])('with %j', (over, where) => {
    const asked = Object.fromEntries(Object.entries({ ...body, ...over }).filter(([, v]) => v !== undefined));
    expect(refusal(contract.tracesBody, asked)).toBe(where);
  });
});

describe('a table', () => {
  const second = { name: 'b', unit: '', method: 'linear', scale: 'plain', w: [0, 1], isScattered: false };
  test.each([
    [{}, 'taken'],
    [{ second }, 'taken'],
    [{ second: { ...second, w: [0] } }, '/second'],
    [{ x: [0] }, '/x minItems'],
    [{ x: [0, null] }, '/x/1 type'],
    [{ outside: 'guess' }, '/outside const'],
    [{ xScale: 'square' }, '/xScale const'],
    [{ source: '' }, '/source minLength'],
  ])('with %j', (over, where) => expect(refusal(contract.tableBody, { ...table, ...over })).toContain(where));
});

describe('a channel is declared', () => {
  const body = { symbol: 'p', name: 'Pressure', unit: 'kPa' };
  const half = { kind: 'absolute', value: 0.5, statedAs: 'twice' };
  test.each([
    [{}, 'taken'],
    [{ uncertainty: null, sensorId: null }, 'taken'],
    [{ uncertainty: half, sensorId: 3 }, 'taken'],
    [{ uncertainty: { ...half, statedAs: 'maybe' } }, '/uncertainty'],
    [{ uncertainty: { ...half, value: -1 } }, '/uncertainty'],
    [{ sensorId: 0 }, '/sensorId'],
    [{ unit: 'x'.repeat(61) }, '/unit maxLength'],
  ])('with %j', (over, where) => expect(refusal(contract.channelBody, { ...body, ...over })).toContain(where));
});
