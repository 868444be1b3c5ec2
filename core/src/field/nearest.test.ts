/** The nearest place on a surface, against all triangles tried one by one and against what is plain. */
import { describe, expect, test } from '@jest/globals';
import { Random } from '../number';
import { atPlaces, facesOf, nearestPlaces, shapeCode, type Mesh } from '.';

const triangles = (nodes: number[], zones: number[] = []): Mesh => ({
  nodes: Uint32Array.from(nodes),
  starts: Uint32Array.from({ length: nodes.length / 3 + 1 }, (_, k) => 3 * k),
  shapes: new Uint8Array(nodes.length / 3).fill(shapeCode('triangle')),
  zones: Uint16Array.from({ length: nodes.length / 3 }, (_, k) => zones[k] ?? 0),
});
const columns = (points: readonly (readonly number[])[]) =>
  [0, 1, 2].map((k) => Float64Array.from(points, (p) => p[k]!)) as [Float64Array, Float64Array, Float64Array];

/** A square of 4 by 4 in two triangles, at height 1. */
const square = columns([
  [0, 0, 1],
  [4, 0, 1],
  [4, 4, 1],
  [0, 4, 1],
]);
const flat = facesOf(triangles([0, 1, 2, 0, 2, 3]));

describe('on a square', () => {
  const of = (...point: number[]) => nearestPlaces(flat, square, columns([point]));
  test.each([
    ['above it', [3, 1, 6], [3, 1, 1], 5],
    ['on it', [1, 3, 1], [1, 3, 1], 0],
    ['beside a side', [7, 2, 1], [4, 2, 1], 3],
    ['beside a corner', [-3, -4, 1], [0, 0, 1], 5],
    ['on the diagonal', [2, 2, 0], [2, 2, 1], 1],
  ])('%s', (_, point, place, distance) => {
    const found = of(...point);
    expect(found.distances[0]).toBeCloseTo(distance, 12);
    expect(square.map((c) => atPlaces(found, c)[0])).toEqual(place.map((v) => expect.closeTo(v, 12)));
    expect(found.shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 14);
  });
  test('a quantity that is straight is straight at any place', () => {
    const q = square[0].map((x, k) => 3 * x - 2 * square[1][k]! + 1);
    const points = columns(Array.from({ length: 50 }, (_, k) => [(k * 7) % 4.1, (k * 3) % 4.3, k % 3]));
    const found = nearestPlaces(flat, square, points);
    const [x, y] = [atPlaces(found, square[0]), atPlaces(found, square[1])];
    atPlaces(found, q).forEach((v, k) => expect(v).toBeCloseTo(3 * x[k]! - 2 * y[k]! + 1, 12));
  });
  test('a word is that of the corner with the largest share', () =>
    expect([...atPlaces(of(3.5, 0.2, 1), Float64Array.of(7, 8, 9, 9), true)]).toEqual([8]));
  test('a corner without a value is no matter where it has no share', () => {
    expect(atPlaces(of(2, 0, 1), Float64Array.of(1, 3, NaN, NaN))[0]).toBe(2);
    expect(atPlaces(of(2, 1, 1), Float64Array.of(1, 3, NaN, NaN))[0]).toBeNaN();
  });
  test('a point without a place, or a surface without triangles, has none', () => {
    expect([...of(NaN, 0, 0).distances]).toEqual([Infinity]);
    const none = nearestPlaces(flat, square, columns([[0, 0, 0]]), () => false);
    expect([none.distances[0], atPlaces(none, square[0])[0]]).toEqual([Infinity, NaN]);
  });
});

test('only triangles that count are looked at', () => {
  const two = facesOf(triangles([0, 1, 2, 0, 2, 3], [0, 1]));
  const found = nearestPlaces(two, square, columns([[3, 1, 1]]), (_a, _b, _c, zone) => zone === 1);
  expect(found.distances[0]).toBeCloseTo(Math.SQRT2, 12);
});

test('a triangle without area is a line or a point', () => {
  const thin = facesOf(triangles([0, 1, 2]));
  const line = columns([
    [0, 0, 0],
    [2, 0, 0],
    [4, 0, 0],
  ]);
  expect(nearestPlaces(thin, line, columns([[3, 2, 0]])).distances[0]).toBeCloseTo(2, 12);
  const point = columns([
    [1, 1, 1],
    [1, 1, 1],
    [1, 1, 1],
  ]);
  expect(nearestPlaces(thin, point, columns([[1, 1, 3]])).distances[0]).toBeCloseTo(2, 12);
});

test('of many triangles it is the one that is nearest when all are tried', () => {
  const random = new Random(7);
  const nodes: number[][] = [];
  const corners: number[] = [];
  for (let t = 0; t < 400; t++) {
    const middle = [0, 1, 2].map(() => 20 * random.uniform());
    for (let c = 0; c < 3; c++) corners.push(nodes.push(middle.map((v) => v + 2 * random.uniform() - 1)) - 1);
  }
  const at = columns(nodes);
  const faces = facesOf(triangles(corners));
  // Within the box of the surface, and far beyond it.
  const points = columns(
    Array.from({ length: 200 }, (_, k) =>
      [0, 1, 2].map(() => (k < 150 ? 20 : 90) * random.uniform() - (k < 150 ? 0 : 30)),
    ),
  );
  const found = nearestPlaces(faces, at, points);
  for (let k = 0; k < 200; k++) {
    const point = columns([points.map((c) => c[k]!)]);
    let least = Infinity;
    for (let t = 0; t < 400; t++) {
      const one = facesOf(triangles(corners.slice(3 * t, 3 * t + 3)));
      least = Math.min(least, nearestPlaces(one, at, point).distances[0]!);
    }
    expect(found.distances[k]).toBeCloseTo(least, 12);
  }
});
