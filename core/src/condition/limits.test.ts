import { describe, expect, test } from '@jest/globals';
import type { RunState } from '../procedure';
import type { Channel } from '../sample';
import {
  conditionsOfLevels,
  guessSteady,
  levelsOf,
  limitInWords,
  operatingPoints,
  pickSamples,
  type Limit,
} from './index';

const column = (
  symbol: string,
  unit: string,
  values: ArrayLike<number>,
  more: Partial<Channel> = {},
): [string, Channel] => [
  symbol,
  { symbol, name: symbol, unit, origin: 'logged', values: Float64Array.from(values), ...more },
];
const runOf = (...channels: [string, Channel][]): RunState => {
  const samples = channels[0]![1].values.length;
  return { samples, channels: new Map(channels), mask: new Uint16Array(samples), along: 't' };
};
const small = runOf(
  column('t', 's', [0, 1, 2, 3, 4]),
  column('Q', 'L/min', [10, 20, 30, NaN, 50]),
  column('p', 'kPa', [1, 2, 3, 4, 5]),
);
const pick = (...limits: Limit[]) => [...pickSamples(small, { name: 'c', limits })];

describe('each sort of limit', () => {
  const between: Limit = { kind: 'between', symbol: 'Q', low: 20, high: 30, unit: 'L/min' };
  const lasso: Limit = {
    kind: 'area',
    x: 'Q',
    y: 'p',
    xUnit: 'L/min',
    yUnit: 'Pa',
    corners: [
      [5, 500],
      [25, 500],
      [25, 2500],
      [5, 2500],
    ],
  };
  test.each<[string, Limit, number[]]>([
    ['between, ends included', between, [1, 2]],
    ['open at one end', { kind: 'between', symbol: 'Q', low: null, high: 20, unit: 'L/min' }, [0, 1]],
    ['its opposite leaves the missing sample out too', { ...between, not: true }, [0, 4]],
    ['a formula', { kind: 'formula', formula: 'Q > 15 [L/min] and p < 0.004 [MPa]' }, [1, 2]],
    ['a choice and a whole-channel value', { kind: 'formula', formula: 'p >= mean of p' }, [2, 3, 4]],
    ['a closed line on a map, in its own units', lasso, [0, 1]],
    [
      'one of several',
      { kind: 'any', any: [between, { kind: 'tolerance', symbol: 'p', value: 5, tolerance: 0, unit: 'kPa' }] },
      [1, 2, 4],
    ],
  ])('%s', (_, limit, expected) => expect(pick(limit)).toEqual(expected));
  test('is said in words', () => {
    expect(limitInWords({ ...between, not: true })).toBe('not Q from 20 to 30 L/min');
    expect(
      limitInWords({
        kind: 'any',
        any: [
          { kind: 'between', symbol: 'p', low: 1, high: null, unit: 'kPa' },
          { kind: 'formula', formula: 'Q > 1 [L/s]' },
        ],
      }),
    ).toBe('p from 1 kPa or Q > 1 [L/s]');
  });
  test('a formula can look up in a table', () => {
    const table = {
      symbol: 'f',
      name: 'f',
      xName: 'Q',
      xUnit: 'L/min',
      yUnit: 'kPa',
      source: 'made up',
      outside: 'hold' as const,
      x: [0, 50],
      y: [0, 5],
    };
    const limits = [{ kind: 'formula' as const, formula: 'f(Q) < p' }];
    expect([...pickSamples({ ...small, tables: new Map([['f', table]]) }, { name: 'c', limits })]).toEqual([]);
    expect([
      ...pickSamples({ ...small, tables: new Map([['f', { ...table, y: [0, 4] }]]) }, { name: 'c', limits }),
    ]).toEqual([0, 1, 2, 4]);
  });
  test('a formula that is no question is refused', () =>
    expect(() => pick({ kind: 'formula', formula: 'Q + Q' })).toThrow(
      expect.objectContaining({ code: 'CONDITION_NOT_TRUTH' }) as never,
    ));
});

/** A step test: three plateaus of 60 s at 10 Hz, each reached with a lag of 2 s, a little noise on top. */
const noise = (() => {
  let seed = 7;
  return () => ((seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648 - 0.5) * Math.sqrt(12);
})();
const N = 1800;
let level = 0;
const speed = Array.from({ length: N }, (_, i) => {
  const wanted = [1000, 2000, 1000][Math.floor(i / 600)]!;
  level = i === 0 ? wanted : level + (wanted - level) / 20;
  return level + noise();
});
const steps = runOf(
  column(
    't',
    's',
    Array.from({ length: N }, (_, i) => i / 10),
  ),
  column('n', 'rpm', speed, { uncertainty: { kind: 'reading', percent: 0.5, statedAs: 'standard' } }),
);

describe('steady stretches', () => {
  const guess = guessSteady(steps, ['n'], 10);
  const points = operatingPoints(steps, pickSamples(steps, { name: '', limits: [guess] }), ['n']);
  test('the noise is found, and each plateau is one point without the way to it', () => {
    expect(guess.steady[0]!.deviation).toBeCloseTo(2, 0);
    expect(points.map((p) => Math.round(p.values[0]!.mean))).toEqual([1000, 2000, 1000]);
    // Settled to a standard deviation of the noise after 2 s ln 1000 = 14 s, and 5 s more cut off.
    expect(points[1]!.from).toBeGreaterThan(70);
    expect(points[1]!.from).toBeLessThan(85);
    expect(points[1]!.to).toBeGreaterThan(118);
  });
  test('their levels become conditions with names, each with its stretches', () => {
    const levels = levelsOf(steps, guess, ['n']);
    expect(levels[0]!.levels.map((l) => [l.value, l.stretches])).toEqual([
      [1000, 2],
      [2000, 1],
    ]);
    const { conditions, missed } = conditionsOfLevels(steps, guess, levels);
    expect(missed).toBe(0);
    expect(conditions.map((c) => [c.name, c.points])).toEqual([
      ['1000 rpm', 2],
      ['2000 rpm', 1],
    ]);
    expect(operatingPoints(steps, pickSamples(steps, conditions[0]!), ['n'])).toHaveLength(2);
  });
  test('the mean carries its scatter and what is declared of the sensor', () => {
    const { count, standardDeviation, standardError, systematic, uncertainty } = points[1]!.values[0]!;
    expect(standardError).toBeGreaterThanOrEqual(standardDeviation / Math.sqrt(count));
    expect(systematic).toBeCloseTo(10, 1);
    expect(uncertainty).toBeCloseTo(Math.hypot(standardError, systematic), 12);
  });
});
