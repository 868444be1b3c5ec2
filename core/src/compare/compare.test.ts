import { describe, expect, test } from '@jest/globals';
import { chiSquareTail } from '../number';
import type { PointErrors } from '../model';
import { uncertaintyOfSum, wholeCurve } from './covariance';
import { candidateThrough, difference, verdictOf } from './index';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const against = (x: Float64Array, y: Float64Array, at: Float64Array, values: Float64Array, method = 'linear') =>
  difference({ x, y }, candidateThrough({ x: at, y: values }, method, 'Simulation'), 'Sweep');

test('the difference is candidate − reference at the points of the reference, the candidate between its own', () => {
  const d = against(f64(3, 1), f64(35, 10), f64(0, 2, 4), f64(0, 20, 40));
  expect([...d.difference]).toEqual([-5, 0]);
  expect(d).toMatchObject({ mean: -2.5, meanSize: 2.5, largest: -5, largestAt: 3, outside: 0 });
  expect(d.rms).toBeCloseTo(Math.sqrt(12.5), 12);
  expect(d.scaled).toBeCloseTo(Math.sqrt(12.5) / 25, 12);
  expect(d.known).toBeUndefined();
});

test('points outside the candidate are counted and take no part: nothing is extended', () => {
  const d = against(f64(-1, 1, 9), f64(0, 1, 2), f64(0, 2), f64(1, 1));
  expect([...d.x]).toEqual([1]);
  expect(d.outside).toBe(2);
});

test('a candidate in any order and with a repeated place is sorted and averaged', () =>
  expect(against(f64(1), f64(0), f64(2, 0, 1, 1), f64(4, 0, 1, 3)).mean).toBe(2));

test.each([
  ['no overlap', f64(10, 11), f64(0, 1), 'NO_OVERLAP'],
  ['a candidate of one point', f64(1, 2), f64(1), 'TOO_FEW_SAMPLES'],
])('refuses %s', (_, at, curve, code) =>
  expect(() => against(at, at, curve, curve)).toThrow(expect.objectContaining({ code }) as never),
);

test('leaves its input alone', () => {
  const candidate = f64(2, 0);
  against(f64(1), f64(0), candidate, f64(4, 0));
  expect([...candidate]).toEqual([2, 0]);
});

describe('the verdict says no more than the numbers do', () => {
  const n = 10;
  const x = Float64Array.from({ length: n }, (_, i) => i);
  const truth = (v: number): number => 20 + v;
  /** Ten points with u = 0.1 each and scatter of that size, made up; the candidate is off by what is given. */
  const noise = [0.06, -0.11, 0.02, 0.13, -0.07, -0.02, 0.09, -0.12, 0.05, -0.03];
  const y = x.map((v, i) => truth(v) + noise[i]!);
  interface Known {
    independent?: number[];
    shared?: PointErrors[];
    stated?: number;
  }
  const held = (off: (x: number) => number, { independent, shared, stated }: Known = {}) => {
    const candidate = candidateThrough({ x, y: x.map((v) => truth(v) + off(v)) }, 'linear', 'Simulation');
    const known =
      stated === undefined
        ? candidate
        : { ...candidate, shared: (at: Float64Array) => [{ source: 'stated', column: at.map(() => stated) }] };
    const d = difference({ x, y, independent: independent && Float64Array.from(independent), shared }, known, 'Sweep');
    return { ...verdictOf(d, 'm', 's'), d };
  };
  const tenth = Array.from(x, () => 0.1);

  test('without any uncertainty nothing is tested, and size and pattern are told', () => {
    for (const off of [() => 0, () => 0.5, (v: number) => v])
      expect(held(off)).toMatchObject({ state: 'notTested', text: expect.stringContaining('was not tested') });
    expect(held(() => 0).text).toContain('no pattern');
    expect(held(() => 0.5).text).toContain('lie to one side');
    expect(held((v) => v - 4.5).text).toContain('change steadily along x');
    const many = Float64Array.from({ length: 60 }, (_, i) => i);
    const wave = (period: number) =>
      verdictOf(
        difference(
          { x: many, y: many },
          candidateThrough({ x: many, y: many.map((v) => v + Math.sin((2 * Math.PI * v) / period)) }, 'linear', 'S'),
          'R',
        ),
        'm',
      ).text;
    expect(wave(20)).toContain('keep their sign over whole stretches');
    expect(wave(2.2)).not.toContain('keep their sign');
    expect(held(() => 0.5).text).toMatch(/On average the candidate lies 0\.5 m above/);
  });
  test('within what is known it passes, and says how far off it may still be', () => {
    const { state, text } = held(() => 0.02, { independent: tenth, stated: 0.05 });
    expect(state).toBe('passed');
    expect(text).toContain('no error of the candidate can be shown');
    expect(text).not.toContain('states no uncertainty');
    expect(held(() => 0.02, { independent: tenth }).text).toContain('The candidate states no uncertainty of its own.');
  });
  test('a level that is off fails, on the side where it is', () => {
    const { state, text, assessment } = held(() => 0.5, { independent: tenth, stated: 0.05 });
    expect(assessment!.level.uVal).toBeCloseTo(Math.hypot(0.1 / Math.sqrt(10), 0.05), 12);
    expect(state).toBe('failed');
    expect(text).toContain('the candidate lies above by more than both sides know of');
    expect(held(() => -0.5, { independent: tenth }).text).toContain('the candidate lies below');
  });
  test('a shared error does not average away: the same level passes beside a large one', () => {
    const offset = { source: 'offset', y: x.map(() => 0.4) };
    const { state, assessment } = held(() => 0.5, { independent: tenth, shared: [offset] });
    expect(assessment!.level.uVal).toBeGreaterThan(0.4);
    expect(state).toBe('passed');
  });
  test('an error that both sides share is none of the difference', () => {
    const candidate = {
      ...candidateThrough({ x, y: x.map((v) => truth(v) + 0.5) }, 'linear', 'other day'),
      shared: (at: Float64Array) => [{ source: 'p_d', column: at.map(() => 0.4) }],
    };
    const d = difference(
      { x, y, independent: Float64Array.from(tenth), shared: [{ source: 'p_d', y: x.map(() => 0.4) }] },
      candidate,
      'Sweep',
    );
    expect(verdictOf(d, 'm')).toMatchObject({ state: 'failed' });
  });
  test('a mirrored curve fails by its trend', () => {
    const { state, text } = held((v) => 2 * (4.5 - v), { independent: tenth });
    expect(state).toBe('failed');
    expect(text).toContain('the slope differs, not the level');
    expect(text).toContain('falls by 17.97');
  });
  test('one point of ten off by 19 u fails, and is named', () => {
    const { state, text } = held((v) => (v === 7 ? 1.9 : 0), { independent: tenth.map((u) => 1.5 * u) });
    expect(state).toBe('failed');
    expect(text).toMatch(/At 7 s it is off by 2\.02 m/);
  });
  test('says in a word in what they differ, each of it only where it does', () => {
    const quiet = { independent: tenth.map(() => 0.002) };
    expect(held((v) => (v - 4.5) / 4.5 - noise[v]!, quiet).differsIn).toEqual(expect.arrayContaining(['the slope']));
    expect(held((v) => (v - 4.5) / 4.5 - noise[v]!, quiet).differsIn).not.toContain('the level');
    expect(held(() => 1, { independent: tenth }).differsIn).toContain('the level');
    expect(held(() => 1, { independent: tenth }).differsIn).not.toContain('the slope');
    expect(held((v) => (v === 7 ? 1.9 : 0), { independent: tenth }).differsIn).toContain('the point at 7 s');
    expect(held(() => 0, { independent: tenth })).toMatchObject({ state: 'passed', differsIn: [] });
  });
  test('a steady trend of ±1 m over points of 2 mm fails though its mean is nothing', () => {
    const { state, text } = held((v) => (v - 4.5) / 4.5 - noise[v]!, { independent: tenth.map(() => 0.002) });
    expect(state).toBe('failed');
    expect(text).toContain('rises by 2.0');
  });
  test('a wave fails as a whole, with level, trend and every single point within what is known', () => {
    const { state, text } = held((v) => (v % 4 < 2 ? 0.18 : -0.18), { independent: tenth.map((u) => 0.9 * u) });
    expect(state).toBe('failed');
    expect(text).toContain('As a whole the 10 points differ');
    expect(text).not.toContain('slope');
  });
  test('a point without ± is told and does not silence the rest', () => {
    const { state, text } = held((v) => (v === 2 ? 1.9 : 0), { independent: tenth.map((u, i) => (i === 5 ? NaN : u)) });
    expect(state).toBe('failed');
    expect(text).toContain('1 of 10 points carry no ± and were not tested');
  });
  test('u_val of the mean is divided: own errors by the root of n, shared ones whole, the scatter of a fit as one', () => {
    const columns = [0.03, 0.04].map((size, k) => ({ source: `scatter of fit, ${k}`, scatterOf: 'fit', size }));
    const candidate = {
      ...candidateThrough({ x, y: x.map(truth) }, 'linear', 'S'),
      shared: (at: Float64Array) => columns.map(({ size, ...c }) => ({ ...c, column: at.map(() => size) })),
    };
    const reference = { x, y, independent: Float64Array.from(tenth), shared: [{ source: 'p', y: x.map(() => 0.2) }] };
    const { level } = verdictOf(difference(reference, candidate, 'Sweep'), 'm', 's').assessment!;
    expect(level.budget.map((l) => [l.source, l.kind])).toEqual([
      ['p', 'systematic'],
      ['scatter of fit', 'random'],
      ['scatter', 'random'],
    ]);
    expect(level.budget.map((l) => Math.abs(l.contribution))).toEqual(
      [0.2, 0.05, 0.1 / Math.sqrt(10)].map((v) => expect.closeTo(v, 12)),
    );
    expect(Math.hypot(...level.budget.map((l) => l.contribution))).toBeCloseTo(level.uVal, 12);
  });
  test('what x is unsure by counts with the slope of the candidate', () => {
    const candidate = candidateThrough({ x, y: x.map(truth) }, 'linear', 'S');
    const { known } = difference(
      {
        x,
        y,
        independent: Float64Array.from(tenth),
        independentX: x.map(() => 0.3),
        shared: [{ source: 'f', x: x.map(() => 0.2) }],
      },
      candidate,
      'Sweep',
    );
    expect(known!.independent[4]).toBeCloseTo(Math.hypot(0.1, 0.3), 9);
    expect(known!.standard[4]).toBeCloseTo(Math.hypot(0.1, 0.3, 0.2), 9);
  });
});

test('dᵀV⁻¹d through shared columns is that of the whole matrix, by hand for two points', () => {
  // V = [[1, 0], [0, 4]] + [1, 2]·[1, 2]ᵀ = [[2, 2], [2, 8]], its inverse [[8, −2], [−2, 2]]/12; d = [1, 3]: (8 − 12 + 18)/12.
  const known = {
    points: Int32Array.of(0, 1),
    independent: f64(1, 2),
    shared: [{ source: 's', column: f64(1, 2) }],
    standard: f64(Math.SQRT2, Math.sqrt(8)),
  };
  expect(wholeCurve(known, f64(1, 3))).toBeCloseTo(14 / 12, 12);
  expect(uncertaintyOfSum(known, f64(0.5, 0.5))).toBeCloseTo(Math.sqrt(14 / 4), 12);
});

// Abramowitz and Stegun, table 26.8 (percentage points of chi-square).
test.each([
  [3.84146, 1, 0.05],
  [18.307, 10, 0.05],
  [29.5883, 10, 0.001],
  [124.342, 100, 0.05],
  [2.15585, 10, 0.995],
])('χ² above %d with %d degrees of freedom comes by chance in %d', (value, freedom, p) =>
  expect(chiSquareTail(value, freedom) / p).toBeCloseTo(1, 3),
);
