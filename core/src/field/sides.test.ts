/** The sections of vanes with formulas of their own: which side a line is on must not hang on how it was walked. */
import { describe, expect, test } from '@jest/globals';
import type { CutPart } from './cut';
import { sidesOf } from './sides';

/** A cambered section whose lower side lies above the chord behind the nose, from (0, 0) to (1, 0). */
const sectionAt = (x: number, side: 'upper' | 'lower'): number =>
  0.5 * x * (1 - x) + (side === 'upper' ? 0.1 : -0.1) * Math.sqrt(x) * (1 - x);

const STATIONS = Array.from({ length: 21 }, (_, k) => k / 20);
const upper = STATIONS.map((x) => [x, sectionAt(x, 'upper')]);
const lower = STATIONS.map((x) => [x, sectionAt(x, 'lower')]);

/** Points of several lines, numbered through. */
function lines(of: { line: number[][]; isClosed?: boolean }[]) {
  const all = of.flatMap(({ line }) => line);
  let at = 0;
  const parts: CutPart[] = of.map(({ line, isClosed = false }, zone) => {
    const points = Uint32Array.from(line, () => at++);
    if (isClosed) points[points.length - 1] = points[0]!;
    return { zone, isClosed, points };
  });
  return { parts, along: (p: number) => all[p]![0]!, across: (p: number) => all[p]![1]! };
}
const told = (of: Parameters<typeof lines>[0]) => {
  const { parts, ...at } = lines(of);
  return sidesOf(parts, at).map(({ side, points, isClosed, zone }) => ({
    ...{ side, zone, isClosed },
    x: Array.from(points, at.along),
    y: Array.from(points, at.across),
  }));
};
const ring = [...upper, ...[...lower].reverse().slice(1)];

describe('a closed section', () => {
  const walks: [string, number[][]][] = [
    ['from the nose over the upper side', ring],
    ['the other way round', [...ring].reverse()],
    ['begun within the lower side', [...ring.slice(30), ...ring.slice(1, 31)]],
  ];
  test.each(walks)('walked %s has both sides from end to end', (_, line) => {
    const found = told([{ line, isClosed: true }]);
    expect(found.map((f) => f.isClosed)).toEqual([false, false]);
    for (const side of ['upper', 'lower'] as const) {
      const one = found.find((f) => f.side === side)!;
      expect(one.x).toEqual(STATIONS);
      one.y.forEach((y, k) => expect(y).toBeCloseTo(sectionAt(STATIONS[k]!, side), 12));
    }
  });
});

test('two open lines of two zones are told apart, whichever way each runs', () => {
  const found = told([{ line: [...lower].reverse() }, { line: upper }]);
  expect(found.map((f) => [f.zone, f.side, f.x[0]])).toEqual([
    [0, 'lower', 0],
    [1, 'upper', 0],
  ]);
});

test('an open line around the nose is divided there', () => {
  const found = told([{ line: [...[...upper].reverse(), ...lower.slice(1)] }]);
  expect(found.map((f) => f.side)).toEqual(['upper', 'lower']);
  expect(found.map((f) => f.x)).toEqual([STATIONS, STATIONS]);
});

test('a line alone, or one beside nothing, is on neither side', () => {
  expect(told([{ line: upper }]).map((f) => f.side)).toEqual([undefined]);
  const far = lower.map(([x, y]) => [x! + 2, y!]);
  expect(told([{ line: upper }, { line: far }]).map((f) => f.side)).toEqual([undefined, undefined]);
});

test('of three lines the middle one is neither', () => {
  const middle = STATIONS.map((x) => [x, (sectionAt(x, 'upper') + sectionAt(x, 'lower')) / 2]);
  expect(told([{ line: lower }, { line: middle }, { line: upper }]).map((f) => f.side)).toEqual([
    'lower',
    undefined,
    'upper',
  ]);
});

test('a line straight up and one of a single place stay as they are', () => {
  expect(
    told([
      {
        line: [
          [1, 0],
          [1, 1],
          [1, 2],
        ],
      },
    ]).map((f) => f.y),
  ).toEqual([[0, 1, 2]]);
  expect(told([{ line: [[1, 0]] }])).toHaveLength(1);
});
