import { describe, expect, test } from '@jest/globals';
import { appendRun, bringIn, findOffset, matchChannels, mismatchesOf, shiftToFollow } from './index';
import { fft } from '../signal';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const wave = (n: number, step: number, from: number, of: (t: number) => number) => {
  const x = Float64Array.from({ length: n }, (_, i) => from + i * step);
  return { x, y: x.map(of) };
};

describe('a second log at the times of a run', () => {
  const [x, y] = [f64(0, 1, 2, 3, 9, 10), f64(0, 10, 20, 30, 90, 100)];
  // Outside there is nothing, and from 3 to 9 the logger paused (intervals of 1).
  const times = f64(-1, 0, 0.25, 0.5, 2.75, 3, 5, 9, 9.75, 10, 11, NaN);
  test.each([
    ['linear', [NaN, 0, 2.5, 5, 27.5, 30, NaN, 90, 97.5, 100, NaN, NaN]],
    ['nearest', [NaN, 0, 0, 0, 30, 30, NaN, 90, 100, 100, NaN, NaN]],
    ['hold', [NaN, 0, 0, 0, 20, 30, NaN, 90, 90, 100, NaN, NaN]],
  ] as const)('%s', (method, wanted) => expect([...bringIn(times, x, y, method)]).toEqual(wanted));
  test('missing samples are passed over, times may come in any order, inputs stay', () => {
    const [at, values] = [f64(0, 1, 2, 3), f64(0, NaN, 20, 30)];
    expect([...bringIn(f64(2.5, 1, 0), at, values, 'linear')]).toEqual([25, 10, 0]);
    expect([...values]).toEqual([0, NaN, 20, 30]);
  });
  test('a time that steps back is refused with its sample', () =>
    expect(() => bringIn(f64(0), f64(0, 2, 1), f64(1, 2, 3), 'hold')).toThrow('sample 3'));
  test('100,000 random times agree with a plain search', () => {
    const grid = wave(1000, 0.7, -20, Math.sin);
    const some = Float64Array.from({ length: 100_000 }, (_, i) => -25 + ((i * 7919) % 100_003) / 130);
    const slow = some.map((t) => {
      const k = grid.x.findLastIndex((v) => v <= t);
      if (k < 0 || (k === 999 && t > grid.x[999]!)) return NaN;
      return k === 999
        ? grid.y[k]!
        : grid.y[k]! + ((grid.y[k + 1]! - grid.y[k]!) * (t - grid.x[k]!)) / (grid.x[k + 1]! - grid.x[k]!);
    });
    expect(bringIn(some, grid.x, grid.y, 'linear')).toEqual(slow);
  });
});

describe('the offset by cross-correlation', () => {
  const signal = (t: number): number => Math.exp(-(((t - 40) / 3) ** 2)) + 0.5 * Math.exp(-(((t - 70) / 8) ** 2));
  // The second clock is behind: it calls 12.34 what the first calls 0.
  test.each([[12.34], [-31.07]])('of %d s is found, other rate and scale', (offset) => {
    const found = findOffset(
      wave(1000, 0.1, 0, signal),
      wave(260, 0.25, 20, (t) => 100 - 7 + 40 * signal(t + offset)),
    );
    expect(found.offset).toBeCloseTo(offset, 1);
    expect(found.correlation).toBeGreaterThan(0.99);
    expect(found.runnerUp).toBeLessThan(0.9);
  });
  test('of a periodic signal is ambiguous, which the runner-up tells', () => {
    const { correlation, runnerUp } = findOffset(
      wave(1000, 0.1, 0, Math.sin),
      wave(1000, 0.1, 0, (t) => Math.sin(t + 1)),
    );
    expect(correlation - runnerUp).toBeLessThan(0.02);
  });
  test('agrees with the direct sum at every shift', () => {
    const a = wave(60, 1, 0, (t) => ((t * t * 31 + t * 17) % 53) + (t > 30 ? 20 : 0));
    const b = { x: a.x.slice(0, 40), y: a.y.slice(13, 53) };
    let best = { lag: 0, r: -1 };
    for (let lag = -30; lag <= 50; lag++) {
      const pairs = Array.from({ length: 40 }, (_, i) => [a.y[i + lag], b.y[i]!] as const).filter(
        ([f]) => f !== undefined,
      );
      const mean = (k: 0 | 1): number => pairs.reduce((sum, p) => sum + p[k]!, 0) / pairs.length;
      const [mf, mg] = [mean(0), mean(1)];
      const sum = (of: (f: number, g: number) => number): number =>
        pairs.reduce((s, [f, g]) => s + of(f! - mf, g - mg), 0);
      const r = sum((f, g) => f * g) / Math.sqrt(sum((f) => f * f) * sum((_, g) => g * g));
      if (pairs.length >= 10 && r > best.r) best = { lag, r };
    }
    const found = findOffset(a, b);
    expect(best.lag).toBe(13);
    expect(found.correlation).toBeCloseTo(best.r, 12);
    expect(Math.round(found.offset)).toBe(13);
  });
  test('needs four samples with values', () =>
    expect(() => findOffset(wave(10, 1, 0, Math.sin), wave(3, 1, 0, Math.sin))).toThrow('second log'));
});

test('the transform of a cosine is two peaks, and back again it is the cosine', () => {
  const n = 64;
  const re = Float64Array.from({ length: n }, (_, i) => Math.cos((2 * Math.PI * 5 * i) / n));
  const [r, im] = [re.slice(), new Float64Array(n)];
  fft(r, im, -1);
  r.forEach((v, k) => expect(v).toBeCloseTo(k === 5 || k === 59 ? n / 2 : 0, 10));
  fft(r, im, 1);
  r.forEach((v, i) => expect(v / n).toBeCloseTo(re[i]!, 12));
});

describe('rows of a further file', () => {
  const base = [
    { symbol: 't', name: 'Elapsed time', unit: 's', values: f64(0, 1, 2) },
    { symbol: 'p', name: 'Pressure', unit: 'kPa', values: f64(1, 2, 3) },
    { symbol: 'v', name: 'Valve', unit: '', values: f64(0, 1, 0), labels: ['open', 'shut'] },
    { symbol: 'T', name: 'Temperature', unit: '°C', values: f64(20, 21, 22) },
  ];
  const further = [
    { symbol: 't', name: 'Elapsed time', unit: 'min', values: f64(0, 1) },
    { symbol: 'p_1', name: 'pressure', unit: 'bar', values: f64(1, NaN) },
    { symbol: 'v', name: 'Valve', unit: '', values: f64(1, 0), labels: ['half', 'shut'] },
    { symbol: 'M', name: 'Torque', unit: 'N·m', values: f64(5, 6) },
  ];
  const matches = matchChannels(base, further);
  test('are matched by symbol, then by name, and what does not match is told', () => {
    expect(matches.map((m) => m.from)).toEqual(['t', 'p_1', 'v', null]);
    expect(mismatchesOf(base, further, matches).map((m) => m.problem)).toEqual([
      '"Temperature" is not in the further file: it is missing there',
      '"Torque" of the further file is left out',
    ]);
    expect(mismatchesOf(base, further, [{ symbol: 'p', from: 'M' }])[1]!.problem).toContain(
      'measure different quantities',
    );
  });
  test('come below the run in its units, words with their codes, time going on', () => {
    const minutesInSeconds = f64(0, 60);
    const shift = shiftToFollow(base[0]!.values, minutesInSeconds);
    const [t, p, v, T] = appendRun(base, further, matches, 't', shift);
    expect([...t!.values]).toEqual([0, 1, 2, 3, 63]);
    expect([...p!.values]).toEqual([1, 2, 3, 100, NaN]);
    expect([v!.labels, [...v!.values]]).toEqual([
      ['open', 'shut', 'half'],
      [0, 1, 0, 1, 2],
    ]);
    expect([...T!.values]).toEqual([20, 21, 22, NaN, NaN]);
  });
  test.each([
    ['M', 'UNIT_MISFIT'],
    ['v', 'CHANNEL_IS_CATEGORY'],
    ['x', 'CHANNEL_UNKNOWN'],
  ])('%s below a pressure is refused as %s', (from, code) =>
    expect(() => appendRun(base, further, [{ symbol: 'p', from }], 't', 0)).toThrow(expect.objectContaining({ code })),
  );
});
