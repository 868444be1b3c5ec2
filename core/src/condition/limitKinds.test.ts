/** What every sort of limit owes to those that know it only by its kind: form, chart, units, words, picking. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Value } from 'typebox/value';
import type { RunState } from '../procedure';
import {
  alternativesOf,
  checkLimit,
  isWholeLimit,
  limitInWords,
  limitKindOf,
  limitKinds,
  limitKindsOn,
  limitSchema,
  needsTime,
  pickSamples,
  symbolsOfLimit,
  type Limit,
  type SingleLimit,
} from './index';

const speed = { symbol: 'n', unit: 'rpm', labels: null, mean: 1449.6 };
const valve = { symbol: 'v', unit: '', labels: ['open', 'half', 'shut'], mean: null };
const code = (expected: string) => expect.objectContaining({ code: expected }) as never;
const near: SingleLimit = { kind: 'tolerance', symbol: 'n', value: 1450, tolerance: 20, unit: 'rpm' };
const from: SingleLimit = { kind: 'between', symbol: 'Q', low: 1, high: null, unit: 'L/min' };
const area: SingleLimit = {
  kind: 'area',
  x: 'Q',
  y: 'H',
  xUnit: 'L/min',
  yUnit: 'm',
  corners: [
    [0, 0],
    [1, 0],
    [1, 1],
  ],
};

describe.each(limitKinds.filter((kind) => kind.start).map((kind) => [kind.kind, kind] as const))('%s', (_, kind) => {
  const begun = kind.start!(kind.on === 'words' ? valve : speed, 's') as SingleLimit;
  test('begins as what its schema says, in words, on its channel', () => {
    // What is still to be chosen cannot be kept.
    if (isWholeLimit(begun)) expect(Value.Check(limitSchema, begun)).toBe(true);
    expect(limitInWords(begun).length).toBeGreaterThan(3);
    expect(symbolsOfLimit(begun)).toEqual([kind.on === 'words' ? 'v' : 'n']);
    expect(() => checkLimit(begun)).not.toThrow();
  });
  test('has a title, and a field in the form for what can be changed', () => {
    expect(kind.title).not.toBe('');
    for (const [key, schema] of Object.entries(kind.schema.properties) as [
      string,
      { field?: string; title?: string },
    ][])
      if (key !== 'kind' && schema.field !== 'hidden') expect(schema.title).toBeTruthy();
  });
});

test('on a channel of words no word is chosen before another', () => {
  const begun = limitKindOf({ kind: 'words' }).start!(valve, 's') as SingleLimit;
  expect(begun).toEqual({ kind: 'words', symbol: 'v', words: [] });
  expect(isWholeLimit(begun)).toBe(false);
});

test('the usual sort on a channel comes first; a line on the map is not begun in a form', () => {
  const ofNumbers = limitKindsOn(speed).map((k) => k.kind);
  const ofWords = limitKindsOn(valve).map((k) => k.kind);
  expect([ofNumbers[0], ofWords[0]]).toEqual(['tolerance', 'words']);
  for (const kind of ['words', 'area']) expect(ofNumbers).not.toContain(kind);
  for (const kind of ['tolerance', 'between', 'steady', 'area']) expect(ofWords).not.toContain(kind);
  expect(() => limitKindOf({ kind: 'nope' })).toThrow(code('LIMIT_UNKNOWN'));
});

describe('a stretch of an axis', () => {
  const stretch = (kind: string, channel: typeof speed | typeof valve, range: [number, number]) =>
    limitKindOf({ kind }).fromRange?.(channel, range);
  test('of numbers is a value with its tolerance', () =>
    expect(stretch('tolerance', speed, [1432.7, 1468.9])).toMatchObject({ value: 1451, tolerance: 18, unit: 'rpm' }));
  test('of words is those that stand within', () => {
    expect(stretch('words', valve, [0.5, 2])).toMatchObject({ words: ['half', 'shut'] });
    expect(stretch('words', valve, [0.1, 0.9])).toBeUndefined();
  });
  test('sorts that no stretch means have none', () => expect(stretch('formula', speed, [0, 1])).toBeUndefined());
});

describe('what is drawn of a limit', () => {
  const drawn = (limit: SingleLimit, channel: { unit: string; labels?: string[] }) =>
    limitKindOf(limit).ranges?.(limit, channel);
  test('is in the unit of the channel, an open end infinite', () => {
    expect(drawn({ ...near, value: 25, tolerance: 1, unit: 'rev/s' }, { unit: 'rpm' })).toEqual([[1440, 1560]]);
    expect(drawn(from, { unit: 'L/min' })).toEqual([[1, Infinity]]);
    expect(() => drawn(near, { unit: 'kPa' })).toThrow(code('UNIT_MISFIT'));
  });
  test('of words is a strip each; of a formula nothing', () => {
    expect(drawn({ kind: 'words', symbol: 'v', words: ['shut', 'ajar'] }, { unit: '', labels: valve.labels })).toEqual([
      [1.7, 2.3],
    ]);
    expect(drawn({ kind: 'formula', formula: 'n > 1' }, { unit: '' })).toBeUndefined();
  });
});

describe('what has to hold beyond the schema', () => {
  test.each<[string, Limit, string]>([
    ['an unknown unit', { ...near, unit: 'wat' }, 'UNIT_UNKNOWN'],
    ['ends the wrong way round', { ...from, low: 9, high: 1 }, 'RANGE_REVERSED'],
    ['the unit of an area', { ...area, yUnit: 'wat' }, 'UNIT_UNKNOWN'],
    ['one of several', { kind: 'any', any: [near, { ...near, unit: 'wat' }] }, 'UNIT_UNKNOWN'],
  ])('%s is refused', (_, limit, error) => expect(() => checkLimit(limit)).toThrow(code(error)));
  test('a limit is whole when it asks for something', () => {
    const steady = limitKindOf({ kind: 'steady' }).start!(speed, 's') as Extract<SingleLimit, { kind: 'steady' }>;
    expect(isWholeLimit(steady)).toBe(false);
    expect(isWholeLimit({ ...steady, steady: [{ ...steady.steady[0]!, slope: 1 }] })).toBe(true);
    expect(isWholeLimit({ kind: 'words', symbol: 'v', words: [] })).toBe(false);
    expect(isWholeLimit({ kind: 'any', any: [near, { kind: 'formula', formula: ' ' }] })).toBe(false);
    expect([needsTime(steady), needsTime(near), needsTime({ kind: 'any', any: [near, steady] })]).toEqual([
      true,
      false,
      true,
    ]);
  });
  test('the ends of a range are said as they are', () => {
    expect(limitInWords({ ...from, low: null })).toBe('Q present');
    expect(limitInWords({ ...from, low: null, high: 5 })).toBe('Q up to 5 L/min');
    expect(limitInWords({ ...from, high: 5 })).toBe('Q from 1 to 5 L/min');
    expect(limitInWords(area)).toBe('within 3 corners on the map of Q and H');
    expect(alternativesOf(near)).toEqual([near]);
  });
});

describe('a limit on how a channel was approached', () => {
  const state = (values: number[], aside: number[] = []): RunState => ({
    ...{ samples: values.length, along: undefined },
    mask: Uint16Array.from(values, (_, i) => Number(aside.includes(i))),
    channels: new Map([
      ['p', { symbol: 'p', name: 'p', unit: 'kPa', origin: 'logged' as const, values: Float64Array.from(values) }],
    ]),
  });
  const limit = { kind: 'approach' as const, symbol: 'p', from: 'below' as const, deadBand: 500, unit: 'Pa' };
  const pick = (run: RunState, of: SingleLimit) => [...pickSamples(run, { name: '', limits: [of] })];
  const loop = [1, 2, 2.2, 3, 2, 1.9, NaN, 1];
  test('holds from the move on, in its own unit; nothing holds before the first one or where the value is missing', () => {
    expect(pick(state(loop), limit)).toEqual([1, 2, 3]);
    expect(pick(state(loop), { ...limit, from: 'above' })).toEqual([4, 5, 7]);
    expect(pick(state(loop), { ...limit, not: true })).toEqual([4, 5, 7]);
  });
  test('a move that is smaller than the dead band is none, and what is set aside has moved nothing', () => {
    expect(pick(state(loop), { ...limit, deadBand: 3000 })).toEqual([]);
    expect(pick(state(loop, [3]), limit)).toEqual([1, 2, 4, 5]);
  });
  test('is said with its dead band, where there is one', () => {
    expect(limitInWords(limit)).toBe('p approached from below (moves up to 500 Pa passed over)');
    expect(limitInWords({ ...limit, from: 'above', deadBand: 0 })).toBe('p approached from above');
  });
});

/** Laws of picking, over columns with missing samples and samples set aside anywhere. */
describe('picking', () => {
  const value = fc.oneof(
    { weight: 6, arbitrary: fc.integer({ min: -50, max: 50 }) },
    { weight: 1, arbitrary: fc.constant(NaN) },
  );
  const columns = fc.array(fc.tuple(value, value, fc.boolean()), { minLength: 1, maxLength: 60 });
  const runOf = (rows: [number, number, boolean][]): RunState => ({
    samples: rows.length,
    mask: Uint16Array.from(rows, ([, , aside]) => Number(aside)),
    along: undefined,
    channels: new Map(
      ['a', 'b'].map((symbol, k) => [
        symbol,
        {
          symbol,
          name: symbol,
          unit: 'm',
          origin: 'logged' as const,
          values: Float64Array.from(rows, (r) => r[k] as number),
        },
      ]),
    ),
  });
  const pick = (run: RunState, ...limits: Limit[]) => [...pickSamples(run, { name: '', limits })];
  const range = fc.tuple(fc.integer({ min: -60, max: 60 }), fc.integer({ min: -60, max: 60 }));
  const limitOn = (symbol: string, [x, y]: [number, number]): SingleLimit => ({
    kind: 'between',
    symbol,
    low: Math.min(x, y),
    high: Math.max(x, y),
    unit: 'm',
  });

  test('is what a plain look at each sample says', () =>
    fc.assert(
      fc.property(columns, range, (rows, ends) => {
        const [low, high] = [Math.min(...ends), Math.max(...ends)];
        const plain = rows.flatMap(([a, , aside], i) => (!aside && a >= low && a <= high ? [i] : []));
        expect(pick(runOf(rows), limitOn('a', ends))).toEqual(plain);
      }),
    ));
  test('a limit and its opposite part what is kept and present', () =>
    fc.assert(
      fc.property(columns, range, (rows, ends) => {
        const run = runOf(rows);
        const both = [...pick(run, limitOn('a', ends)), ...pick(run, { ...limitOn('a', ends), not: true })];
        const present = rows.flatMap(([a, , aside], i) => (!aside && a === a ? [i] : []));
        expect(both.sort((x, y) => x - y)).toEqual(present);
      }),
    ));
  test('several limits pick what all of them pick, in any order', () =>
    fc.assert(
      fc.property(columns, range, range, (rows, first, second) => {
        const run = runOf(rows);
        const [a, b] = [limitOn('a', first), limitOn('b', second)];
        const inBoth = pick(run, a).filter((i) => pick(run, b).includes(i));
        expect(pick(run, a, b)).toEqual(inBoth);
        expect(pick(run, b, a)).toEqual(inBoth);
      }),
    ));
  test('one of several picks what any of them picks', () =>
    fc.assert(
      fc.property(columns, range, range, (rows, first, second) => {
        const run = runOf(rows);
        const [a, b] = [limitOn('a', first), limitOn('b', second)];
        const inAny = [...new Set([...pick(run, a), ...pick(run, b)])].sort((x, y) => x - y);
        expect(pick(run, { kind: 'any', any: [a, b] })).toEqual(inAny);
      }),
    ));
  test('value ± tolerance is the range about the value, in any unit of its quantity', () =>
    fc.assert(
      fc.property(columns, fc.integer({ min: -50, max: 50 }), fc.integer({ min: 0, max: 30 }), (rows, middle, by) => {
        const run = runOf(rows);
        const same = pick(run, limitOn('a', [middle - by, middle + by]));
        expect(pick(run, { kind: 'tolerance', symbol: 'a', value: middle, tolerance: by, unit: 'm' })).toEqual(same);
        expect(pick(run, { kind: 'formula', formula: `a >= ${middle - by} [m] and a <= ${middle + by} [m]` })).toEqual(
          same,
        );
      }),
    ));
});
