/**
 * Solids of four shapes: values within them and flats through them as another library has them.
 * Source: VTK 9.1 of Debian, its probe and its cutter (formats/test/fields/solids.py).
 */
import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import {
  abovePlane,
  atCrossings,
  atPlaces,
  facesOf,
  integrateSurface,
  placesInField,
  sectionOf,
  shapeCode,
  type Coordinates,
  type Mesh,
} from '@undameter/core';

interface Expected {
  points: number[][];
  cells: [number, number[]][];
  q: number[];
  places: number[][];
  probed: (number | null)[];
  cuts: {
    origin: [number, number, number];
    normal: [number, number, number];
    area: number;
    polygons: number;
    points: number[][];
  }[];
}
const expected = JSON.parse(readFileSync('formats/test/fields/solids.json', 'utf8')) as Expected;
const shapes = { 10: 'tetrahedron', 12: 'hexahedron', 13: 'prism', 14: 'pyramid' } as const;
const columns = (points: readonly (readonly number[])[]) =>
  [0, 1, 2].map((k) => Float64Array.from(points, (p) => p[k]!)) as unknown as Coordinates;
const starts = new Uint32Array(expected.cells.length + 1);
expected.cells.forEach(([, nodes], k) => (starts[k + 1] = starts[k]! + nodes.length));
const mesh: Mesh = {
  nodes: Uint32Array.from(expected.cells.flatMap(([, nodes]) => nodes)),
  starts,
  shapes: Uint8Array.from(expected.cells, ([type]) => shapeCode(shapes[type as keyof typeof shapes])),
  zones: Uint16Array.from(expected.cells.keys(), (k) => (k < 1 ? 0 : 1)),
};
const at = columns(expected.points);
const q = Float64Array.from(expected.q);

describe('values at places', () => {
  const found = placesInField(mesh, facesOf(mesh), at, columns(expected.places));
  const values = atPlaces(found, q);
  test('within solids of each shape are those of the other library', () => {
    const inside = expected.probed.flatMap((value, k) => (value === null ? [] : [k]));
    expect(inside.length).toBe(150);
    // A bent side of four corners does not fit two of three: where both leave a gap or overlap, each has its own cell.
    for (const k of inside) expect(found.distances[k]).toBeLessThan(0.01);
    const same = inside.filter((k) => Math.abs(values[k]! - expected.probed[k]!) < 1e-6);
    expect(same.length).toBe(147);
  });
  test('outside of all of them are brought to the surface, and how far is told', () => {
    const outside = expected.probed.flatMap((value, k) => (value === null ? [k] : []));
    expect(outside.filter((k) => found.distances[k]! > 0).length / outside.length).toBeGreaterThan(0.97);
    expect([...values].some(Number.isNaN)).toBe(false);
  });
  test('on the nodes are those of the nodes', () => {
    const onNodes = placesInField(mesh, facesOf(mesh), at, at);
    const used = new Set(mesh.nodes);
    expect(used.size).toBe(at[0].length - 1);
    for (const k of used) expect(atPlaces(onNodes, q)[k]).toBeCloseTo(q[k]!, 8);
  });
  test('of a zone alone leave the others out', () => {
    const one = placesInField(mesh, facesOf(mesh), at, columns([[2.5, 0.3, 0.3]]), { zones: new Set([0]) });
    expect(one.distances[0]).toBeGreaterThan(1);
  });
});

describe.each(expected.cuts)('a flat through $origin', ({ origin, normal, area, points }) => {
  const section = sectionOf(mesh, abovePlane(at, { point: origin, normal }));
  const corners = at.map((column) => atCrossings(section, column)) as unknown as Coordinates;
  test('has the corners of the other library', () => {
    const mine = Array.from(section.share, (_, k) => corners.map((c) => c[k]!));
    const isNear = (a: number[], b: number[]) => Math.hypot(...a.map((v, k) => v - b[k]!)) < 1e-6;
    expect(points.filter((p) => !mine.some((m) => isNear(m, p)))).toEqual([]);
    expect(mine.filter((m) => !points.some((p) => isNear(m, p)))).toEqual([]);
  });
  test('has its area', () => {
    const { whole } = integrateSurface(facesOf(section.mesh), corners, { columns: [] });
    expect(whole.size).toBeCloseTo(area, 6);
  });
});

test('a cell with a node that is set aside, or without a value, is passed over and counted', () => {
  const above = abovePlane(at, { point: [0.5, 0, 0], normal: [1, 0, 0] });
  const aside = sectionOf(mesh, above, { isKept: (node) => node !== 0 });
  expect([aside.passedOver, aside.share.length]).toEqual([1, 0]);
  const missing = sectionOf(
    mesh,
    above.map((v, k) => (k === 0 ? NaN : v)),
  );
  expect([missing.passedOver, missing.mesh.zones.length]).toEqual([1, 0]);
  expect(sectionOf(mesh, above, { zones: new Set([1]) }).mesh.zones.length).toBe(0);
});
