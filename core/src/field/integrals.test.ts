/** Integrals over surfaces whose area, means and forces have formulas; the orders of their errors by refining. */
import { describe, expect, test } from '@jest/globals';
import { integrateSurface } from './integrals';
import { integrateLines } from './lineIntegrals';
import { cutSurface } from './cut';
import { facesOf, type Faces } from './faces';
import { shapeCode, type Coordinates } from './Mesh';

/** A sphere of radius 1 about a middle, of triangles; each band of latitude wound its own way. */
function sphere(around: number, middle = [0, 0, 0]): { faces: Faces; at: Coordinates; values: Float64Array } {
  const up = around / 2;
  const [x, y, z]: number[][] = [[], [], []];
  const node = (i: number, j: number): number => j * around + (i % around);
  for (let j = 0; j <= up; j++)
    for (let i = 0; i < around; i++) {
      const [polar, turn] = [(Math.PI * j) / up, (2 * Math.PI * i) / around];
      // The poles are one place each, to the last bit.
      const ring = j === 0 || j === up ? 0 : Math.sin(polar);
      x!.push(middle[0]! + ring * Math.cos(turn));
      y!.push(middle[1]! + ring * Math.sin(turn));
      z!.push(middle[2]! + Math.cos(polar));
    }
  const nodes: number[] = [];
  const triangle = (a: number, b: number, c: number, isTurned: boolean): void => {
    nodes.push(...(isTurned ? [a, c, b] : [a, b, c]));
  };
  for (let j = 0; j < up; j++)
    for (let i = 0; i < around; i++) {
      const [a, b, c, d] = [node(i, j), node(i + 1, j), node(i, j + 1), node(i + 1, j + 1)];
      if (j > 0) triangle(a, c, b, j % 2 === 0);
      if (j < up - 1) triangle(b, c, d, j % 3 === 0);
    }
  const faces: Faces = {
    nodes: Uint32Array.from(nodes),
    starts: Uint32Array.from({ length: nodes.length / 3 + 1 }, (_, k) => 3 * k),
    zones: Uint16Array.from({ length: nodes.length / 3 }, (_, k) => (k < nodes.length / 6 ? 0 : 1)),
  };
  return { faces, at: [x!, y!, z!].map((c) => Float64Array.from(c)) as never, values: Float64Array.from(z!) };
}
const constant = (at: Coordinates, value: number): Float64Array => at[0].map(() => value);

describe('a sphere whose faces are wound this way and that', () => {
  const { faces, at, values } = sphere(48);
  test('is one closed surface, however its faces are wound', () => {
    const { pieces } = integrateSurface(faces, at, { columns: [] });
    expect(pieces).toEqual([{ faces: faces.zones.length, isClosed: true, isTwisted: false, isFlat: false }]);
  });
  test('a constant pressure pushes it nowhere', () => {
    const { whole } = integrateSurface(faces, at, { columns: [constant(at, 7)], pressure: 0 });
    expect(whole.means[0]).toBeCloseTo(7, 12);
    whole.force.forEach((f) => expect(Math.abs(f)).toBeLessThan(1e-12 * 7 * whole.size));
  });
  test('a pressure p = z pushes it down by its volume, with the square of the mesh width', () => {
    const errorOf = (around: number): number => {
      const of = sphere(around);
      const { whole } = integrateSurface(of.faces, of.at, { columns: [of.values], pressure: 0 });
      return Math.abs(whole.force[2] + (4 / 3) * Math.PI);
    };
    expect(errorOf(24) / errorOf(48)).toBeGreaterThan(3.8);
    expect(errorOf(48)).toBeLessThan(0.04);
  });
  test('its area comes to 4π with the square of the mesh width', () => {
    const errorOf = (around: number): number => {
      const of = sphere(around);
      return 4 * Math.PI - integrateSurface(of.faces, of.at, { columns: [] }).whole.size;
    };
    expect(errorOf(24) / errorOf(48)).toBeGreaterThan(3.8);
    expect(errorOf(48)).toBeGreaterThan(0);
  });
  test('a reference on the other side is taken off', () => {
    const push = (reference: number) =>
      integrateSurface(faces, at, { columns: [values], pressure: 0, reference, zones: new Set([0]) }).whole.force[2];
    // The upper half looks up: what pushes on it from below lifts it by its shadow, a disc.
    expect(push(1) - push(0)).toBeCloseTo(Math.PI, 1);
  });
  test('zones add up to the whole', () => {
    const { ofZones, whole } = integrateSurface(faces, at, { columns: [values], pressure: 0 });
    expect([...ofZones.keys()]).toEqual([0, 1]);
    const both = [...ofZones.values()];
    expect(both[0]!.size + both[1]!.size).toBeCloseTo(whole.size, 12);
    expect(both[0]!.force[2] + both[1]!.force[2]).toBeCloseTo(whole.force[2], 12);
  });
});

describe('what does not count', () => {
  const { faces, at, values } = sphere(24);
  test('a face with a node that is set aside, or without the pressure, is passed over and counted', () => {
    const hole = { columns: [values], isKept: (node: number) => node !== 100 };
    const { pieces, passedOver } = integrateSurface(faces, at, hole);
    expect(passedOver).toBe(6);
    expect(pieces.map((p) => p.isClosed)).toEqual([false]);
    const missing = values.map((v, k) => (k === 100 ? NaN : v));
    expect(integrateSurface(faces, at, { columns: [missing], pressure: 0 }).passedOver).toBe(6);
  });
  test('a mean is of where its column has a value; another column does not lose by it', () => {
    const missing = values.map((_, k) => (k === 100 ? NaN : 5));
    const { whole, passedOver } = integrateSurface(faces, at, { columns: [missing, constant(at, 2)] });
    expect([passedOver, whole.means[1]]).toEqual([0, expect.closeTo(2, 12)]);
    expect(whole.means[0]).toBeCloseTo(5, 12);
  });
});

describe('a plate and a strip with a twist', () => {
  const mesh = (nodes: number[], zones = 1) =>
    facesOf({
      nodes: Uint32Array.from(nodes),
      starts: Uint32Array.from({ length: nodes.length / 4 + 1 }, (_, k) => 4 * k),
      shapes: new Uint8Array(nodes.length / 4).fill(shapeCode('quadrilateral')),
      zones: new Uint16Array(nodes.length / 4).fill(zones - 1),
    });
  const plate: Coordinates = [Float64Array.of(0, 2, 2, 0), Float64Array.of(0, 0, 3, 3), new Float64Array(4)];
  test('a flat plate is pushed against the side from which its corners go round to the left', () => {
    const { whole, pieces } = integrateSurface(mesh([0, 1, 2, 3]), plate, {
      columns: [constant(plate, 4)],
      pressure: 0,
    });
    expect(whole.force).toEqual([expect.closeTo(0, 12), expect.closeTo(0, 12), -24]);
    expect(pieces[0]).toMatchObject({ isFlat: true, isClosed: false });
    const other = integrateSurface(mesh([3, 2, 1, 0]), plate, { columns: [constant(plate, 4)], pressure: 0 });
    expect(other.whole.force[2]).toBe(24);
  });
  test('a strip with a twist says so', () => {
    const count = 12;
    const turn = (k: number) => (2 * Math.PI * k) / count;
    const at = [0, 1, 2].map((axis) =>
      Float64Array.from({ length: 2 * count }, (_, n) => {
        const [k, side] = [n >> 1, n % 2 === 0 ? 0.3 : -0.3];
        const [c, s] = [Math.cos(turn(k) / 2), Math.sin(turn(k) / 2)];
        return [(1 + side * c) * Math.cos(turn(k)), (1 + side * c) * Math.sin(turn(k)), side * s][axis]!;
      }),
    ) as unknown as Coordinates;
    const nodes = Array.from({ length: count }, (_, k) =>
      k + 1 < count ? [2 * k, 2 * k + 1, 2 * k + 3, 2 * k + 2] : [2 * k, 2 * k + 1, 0, 1],
    ).flat();
    expect(integrateSurface(mesh(nodes), at, { columns: [] }).pieces).toMatchObject([{ isTwisted: true }]);
  });
});

describe('along a cut', () => {
  const { faces, at, values } = sphere(96);
  const cut = cutSurface(
    faces,
    at[2].map((v) => v - 0.1),
  );
  const ring = Math.sqrt(1 - 0.01);
  test('length, enclosed area and means are those of the circle', () => {
    const { whole, enclosed } = integrateLines(cut, at, { columns: [values] });
    expect(whole.size).toBeCloseTo(2 * Math.PI * ring, 2);
    expect(enclosed).toBeCloseTo(Math.PI * ring ** 2, 1);
    expect(whole.means[0]).toBeCloseTo(0.1, 12);
  });
  test('a constant pressure pushes nowhere, and p = x against x by the area', () => {
    const pushed = (column: Float64Array) => integrateLines(cut, at, { columns: [column], pressure: 0 });
    pushed(constant(at, 3)).whole.force.forEach((f) => expect(Math.abs(f)).toBeLessThan(1e-12));
    const { whole, enclosed } = pushed(at[0]);
    expect(whole.force[0]).toBeCloseTo(-enclosed!, 10);
    expect(Math.abs(whole.force[1])).toBeLessThan(1e-12);
  });
  test('in two zones it is one round, and each zone has its share of the force', () => {
    const halves: Faces = { ...faces, zones: faces.zones.map((_, f) => (at[1][faces.nodes[3 * f]!]! > 0 ? 0 : 1)) };
    const of = cutSurface(
      halves,
      at[2].map((v) => v - 0.1),
    );
    expect(of.parts.length).toBeGreaterThan(1);
    const split = integrateLines(of, at, { columns: [at[0]], pressure: 0 });
    expect(split.enclosed).toBeCloseTo(integrateLines(cut, at, { columns: [] }).enclosed!, 12);
    expect(split.whole.force[0]).toBeCloseTo(-split.enclosed!, 10);
    expect([...split.ofZones.keys()]).toEqual([0, 1]);
  });
  test('an open cut has a length and means, and neither area nor force', () => {
    const half = cutSurface(
      faces,
      at[2].map((v) => v - 0.1),
      { isKept: (n) => at[0][n]! > -0.5 },
    );
    const { whole, enclosed } = integrateLines(half, at, { columns: [values], pressure: 0 });
    expect(enclosed).toBeUndefined();
    expect(whole.force).toEqual([0, 0, 0]);
    expect(whole.means[0]).toBeCloseTo(0.1, 12);
  });
  test('what lies within a hole is taken off, and pushed the other way', () => {
    const inner = sphere(96);
    const scale = 0.5;
    const both: Coordinates = at.map((c, k) => Float64Array.of(...c, ...inner.at[k]!.map((v) => v * scale))) as never;
    const shell: Faces = {
      nodes: Uint32Array.of(...faces.nodes, ...inner.faces.nodes.map((n) => n + at[0].length)),
      starts: Uint32Array.of(...faces.starts, ...inner.faces.starts.slice(1).map((s) => s + faces.nodes.length)),
      zones: new Uint16Array(2 * faces.zones.length),
    };
    const { enclosed, whole } = integrateLines(
      cutSurface(
        shell,
        both[2].map((v) => v - 0.1),
      ),
      both,
      {
        ...{ columns: [both[0]], pressure: 0 },
      },
    );
    expect(enclosed).toBeCloseTo(Math.PI * (1 - 0.01 - (0.25 - 0.01)), 1);
    expect(whole.force[0]).toBeCloseTo(-enclosed!, 10);
  });
});

describe('zones that lie on each other', () => {
  /** Two cubes of edge 1 side by side, each a zone, and the lower side of the first as a third. */
  const at = [0, 1, 2].map((axis) =>
    Float64Array.from({ length: 12 }, (_, n) => [n % 3, Math.floor(n / 3) % 2, Math.floor(n / 6)][axis]!),
  ) as unknown as Coordinates;
  const cube = (x: number): number[] => [0, 1, 4, 3, 6, 7, 10, 9].map((n) => n + x);
  const solids = (withFloor: boolean): Faces =>
    facesOf({
      nodes: Uint32Array.from([...cube(0), ...cube(1), ...(withFloor ? [0, 1, 4, 3] : [])]),
      starts: Uint32Array.from([0, 8, 16, ...(withFloor ? [20] : [])]),
      shapes: Uint8Array.from([
        shapeCode('hexahedron'),
        shapeCode('hexahedron'),
        ...(withFloor ? [shapeCode('quadrilateral')] : []),
      ]),
      zones: Uint16Array.from([0, 1, ...(withFloor ? [2] : [])]),
    });
  const p = { columns: [at[2]], pressure: 0 };
  test('two solids that touch are each closed, and each is lifted by its own volume', () => {
    const { ofZones, onOthers, pieces } = integrateSurface(solids(false), at, p);
    expect(onOthers).toBe(1);
    expect(pieces.map((piece) => piece.isClosed)).toEqual([true, true]);
    for (const zone of [0, 1]) expect(ofZones.get(zone)!.force[2]).toBeCloseTo(-1, 12);
  });
  test('a boundary on the skin of a solid does not turn it about', () => {
    const { ofZones, onOthers } = integrateSurface(solids(true), at, p);
    expect(onOthers).toBe(2);
    expect([ofZones.get(0)!.force[2], ofZones.get(2)!.size]).toEqual([expect.closeTo(-1, 12), 1]);
  });
  test('one zone alone lies on nothing', () =>
    expect(integrateSurface(solids(true), at, { ...p, zones: new Set([0]) }).onOthers).toBe(0));
  test('lines that lie on each other enclose nothing that could be told', () => {
    const cut = cutSurface(solids(false), at[2], { level: 0.5 });
    const { isDoubled, enclosed, ofZones } = integrateLines(cut, at, p);
    expect([isDoubled, enclosed]).toEqual([true, undefined]);
    expect([...ofZones.values()].map((zone) => zone.size)).toEqual([4, 4]);
    const first = integrateLines(cutSurface(solids(false), at[2], { level: 0.5, zones: new Set([0]) }), at, p);
    expect([first.isDoubled, first.enclosed]).toEqual([false, expect.closeTo(1, 12)]);
  });
});
