import { describe, expect, test } from '@jest/globals';
import type { PointErrors } from '../model';
import { pool } from './pool';
import { assess } from './assess';
import { candidateThrough, difference, verdictOfGroup } from './index';

/** Twelve places with scatter of the size of u = 0.1, made up; the candidate is off by what is given. */
const x = Float64Array.from({ length: 12 }, (_, i) => i);
const noise = [0.06, -0.11, 0.02, 0.13, -0.07, -0.02, 0.09, -0.12, 0.05, -0.03, 0.08, -0.08];
interface Known {
  u?: number | readonly number[];
  offset?: number;
  stated?: number;
}
const series = (name: string, off: (x: number) => number, { u, offset, stated }: Known = {}) => {
  const candidate = candidateThrough({ x, y: x.map((v) => v + off(v)) }, 'linear', 'Simulation');
  const shared: PointErrors[] = offset === undefined ? [] : [{ source: 'offset of p', y: x.map(() => offset) }];
  const independent = u === undefined ? undefined : x.map((_, i) => (typeof u === 'number' ? u : u[i]!));
  const held =
    stated === undefined
      ? candidate
      : { ...candidate, shared: (at: Float64Array) => [{ source: 'mesh', column: at.map(() => stated) }] };
  const reference = { x, y: x.map((v, i) => v + noise[i]!), independent, ...(shared.length > 0 ? { shared } : {}) };
  return { name, difference: difference(reference, held, name) };
};
const units = { x: 'mm', y: 'kPa' };
const verdict = (...members: ReturnType<typeof series>[]) => verdictOfGroup(members, units);
const none = () => 0;

describe('points of several series as one', () => {
  test('an error that all share moves them together, and does not average away', () => {
    const [a, b] = [series('a', none, { u: 0.1, offset: 0.3 }), series('b', none, { u: 0.1, offset: 0.3 })];
    const { difference: all, from } = pool([a, b]);
    expect(from).toHaveLength(24);
    expect(from[12]).toEqual({ member: 1, point: 0 });
    expect(all.known!.shared.map((s) => [s.source, s.column.length])).toEqual([['offset of p', 24]]);
    expect(assess(all)!.level.uVal).toBeCloseTo(Math.hypot(0.1 / Math.sqrt(24), 0.3), 12);
  });

  test('an error of one of them moves its points alone', () => {
    const { difference: all } = pool([series('a', none, { u: 0.1, offset: 0.3 }), series('b', none, { u: 0.1 })]);
    expect([...all.known!.shared[0]!.column]).toEqual([...new Array(12).fill(-0.3), ...new Array(12).fill(0)]);
    expect(assess(all)!.level.uVal).toBeCloseTo(Math.hypot(0.1 / Math.sqrt(24), 0.15), 12);
  });

  test('mean and size are of all points; what is left out takes no part', () => {
    const [a, b] = [series('a', () => 1), series('b', () => 3)];
    const all = pool([a, b]).difference;
    expect(all.mean).toBeCloseTo((a.difference.mean + b.difference.mean) / 2, 12);
    expect(all.rms).toBeCloseTo(Math.hypot(a.difference.rms, b.difference.rms) / Math.SQRT2, 12);
    expect([all.largest, all.largestAt]).toEqual([b.difference.largest, b.difference.largestAt]);
    const { difference: rest, from } = pool([a, b], ({ member, point }) => member === 0 || point < 2);
    expect(from).toHaveLength(14);
    expect(rest.difference[13]).toBe(b.difference.difference[1]);
  });
});

describe('what a group says', () => {
  test('within what is known it passes, and the sentence counts its points', () => {
    const { state, text, odd, points, e, uVal } = verdict(
      series('upper', none, { u: 0.1, stated: 0.02 }),
      series('lower', none, { u: 0.1, stated: 0.02 }),
    );
    expect([state, points, odd.length]).toEqual(['passed', 24, 0]);
    expect(text).toMatch(/^At all 24 points no difference is larger than what is known: E = .* kPa \(candidate/);
    expect(text).not.toMatch(/Differs|states no uncertainty|not tested/);
    expect(Math.abs(e)).toBeLessThan(2 * uVal);
  });

  test('points that are off are named with their series, the others are judged without them', () => {
    const { state, text, odd, e } = verdict(
      series('upper', (v) => (v === 3 ? 0.9 : 0), { u: 0.1 }),
      series('lower', (v) => (v === 7 ? -2 : 0), { u: 0.1 }),
    );
    expect(state).toBe('failed');
    expect(odd.map((o) => [o.member, o.x])).toEqual([
      [1, 7],
      [0, 3],
    ]);
    expect(odd[0]!.times).toBeCloseTo(18.8, 1);
    expect(text).toMatch(
      /^Differs at 2 of 24 points: lower at 7 mm by −1\.88 kPa \(19 times its uncertainty\), upper at 3/,
    );
    expect(text).toContain('At the other 22 no difference is larger than what is known');
    expect(Math.abs(e)).toBeLessThan(0.05);
  });

  test('of many the three farthest are named, and the rest counted', () => {
    const { text } = verdict(series('', (v) => (v < 5 ? 2 + v : 0), { u: 0.1 }));
    expect(text).toMatch(
      /^Differs at 5 of 12 points: at 4 mm by [^,]*, at 3 mm by [^,]*, at 2 mm by [^,]* and 2 more\./,
    );
  });

  test('a point of many that is off by what chance does is not named', () => {
    const one = (off: number) => verdict(series('', (v) => (v === 2 ? off : 0), { u: 0.1 })).odd.length;
    // The limit of 12 points at 1 % is 3.34 u; the place has a difference of −0.02 beside what it is off by.
    expect(one(0.34)).toBe(0);
    expect(one(0.37)).toBe(1);
  });

  test('a level that is off fails and says to which side, and no level that agrees is said to', () => {
    const at = (off: number) =>
      verdict(
        series('upper', () => off, { u: 0.2 }),
        series('lower', () => off, { u: 0.2 }),
      );
    expect(at(0.2)).toMatchObject({ state: 'failed', odd: [] });
    expect(at(0.2).text).toMatch(/^At all 24 points it lies above by more than is known: E = 0\.200 ± 0\.082 kPa/);
    expect(at(-0.2).text).toContain('it lies below by more than is known');
    expect(at(0.07)).toMatchObject({ state: 'passed' });
  });

  test('a series that drifts along x is named, the other is not', () => {
    const { state, text } = verdict(
      series('upper', none, { u: 0.1 }),
      series('lower', (v) => 0.04 * (v - 5.5), { u: 0.1 }),
    );
    expect(state).toBe('failed');
    expect(text).toMatch(/the level agrees .* along x the difference changes by more than is known: lower\. The/);
  });

  test('points that differ as a whole are doubtful, and fail where chance hardly does so', () => {
    const wave = (size: number) => verdict(series('', (v) => size * Math.cos(Math.PI * v), { u: 0.1 }));
    expect(wave(0)).toMatchObject({ state: 'passed' });
    expect(wave(0.17)).toMatchObject({ state: 'doubtful', text: expect.stringContaining('than mostly by chance') });
    expect(wave(0.2)).toMatchObject({ state: 'failed', text: expect.stringContaining('by more than is known (χ²') });
  });

  test('where nothing is known nothing is tested, and the size is told', () => {
    const { state, text, e, uVal, odd } = verdict(
      series('upper', none),
      series('lower', (v) => (v === 9 ? 4 : 0)),
    );
    expect([state, e, uVal, odd]).toEqual(['notTested', NaN, NaN, []]);
    expect(text).toMatch(/whether they agree was not tested\. .* at the worst 4\.03 kPa at 9 mm, lower\.$/);
  });

  test.each([
    [2, 'above'],
    [-2, 'below'],
  ])('a candidate that is off by %d lies %s, tested or not', (off, side) =>
    expect(verdict(series('', () => off)).text).toMatch(new RegExp(`On average the candidate lies 2 kPa ${side},`)),
  );

  test('points without a ± are counted, and are none of all', () => {
    const u = x.map((_, i) => (i < 3 ? NaN : 0.1));
    const { text, known, points } = verdict(series('', none, { u: [...u], stated: 0.01 }));
    expect([known, points]).toEqual([9, 12]);
    expect(text).toMatch(/^At the 9 points with a ± no difference/);
    expect(text).toContain('3 of 12 points carry no ± and were not tested.');
  });

  test('a candidate that states nothing of its own is told of', () =>
    expect(verdict(series('', none, { u: 0.1 })).text).toMatch(/The candidate states no uncertainty of its own\.$/));
});
