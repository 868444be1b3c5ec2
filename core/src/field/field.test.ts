/** Cuts of surfaces against the formulas of a sphere, a cylinder and a plane. */
import { describe, expect, test } from '@jest/globals';
import { AppError } from '../error/AppError';
import {
  abovePlane,
  alongCut,
  checkMesh,
  cutSurface,
  lengthsAlong,
  rangesOfFaces,
  shapeCode,
  facesOf,
  trianglesOf,
  type Mesh,
} from '.';

type Cells = readonly (readonly [name: Parameters<typeof shapeCode>[0], nodes: readonly number[], zone?: number])[];
const meshOf = (cells: Cells): Mesh => {
  const starts = [0];
  for (const [, nodes] of cells) starts.push(starts.at(-1)! + nodes.length);
  return {
    nodes: Uint32Array.from(cells.flatMap(([, nodes]) => nodes)),
    starts: Uint32Array.from(starts),
    shapes: Uint8Array.from(cells, ([name]) => shapeCode(name)),
    zones: Uint16Array.from(cells, ([, , zone]) => zone ?? 0),
  };
};
const coordinatesOf = (points: readonly (readonly number[])[]) =>
  [0, 1, 2].map((k) => Float64Array.from(points, (p) => p[k]!)) as [Float64Array, Float64Array, Float64Array];
const abs = (values: Float64Array): number => values.reduce((most, v) => Math.max(most, Math.abs(v)), 0);

/** A sheet of quadrilaterals over u and v, by a formula of places. */
function sheet(
  n: number,
  m: number,
  place: (u: number, v: number) => readonly number[],
  name: 'quadrilateral' | 'triangle',
) {
  const points: (readonly number[])[] = [];
  for (let j = 0; j <= m; j++) for (let i = 0; i <= n; i++) points.push(place(i / n, j / m));
  const cells: Cells[number][] = [];
  for (let j = 0; j < m; j++)
    for (let i = 0; i < n; i++) {
      const [a, b, c, d] = [j * (n + 1) + i, j * (n + 1) + i + 1, (j + 1) * (n + 1) + i + 1, (j + 1) * (n + 1) + i];
      if (name === 'quadrilateral') cells.push(['quadrilateral', [a, b, c, d]]);
      else cells.push(['triangle', [a, b, c]], ['triangle', [a, c, d]]);
    }
  return { mesh: meshOf(cells), coordinates: coordinatesOf(points) };
}

/** The sides of a tetrahedron split n times: a sphere of radius 1 whose surface is closed. */
function sphere(n: number) {
  const points: number[][] = [];
  const known = new Map<string, number>();
  const node = (p: readonly number[]): number => {
    const length = Math.hypot(...p);
    const at = p.map((v) => v / length);
    const key = at.map((v) => v.toFixed(12)).join();
    if (!known.has(key)) known.set(key, points.push(at) - 1);
    return known.get(key)!;
  };
  const middle = (a: number, b: number) => node(points[a]!.map((v, k) => v + points[b]![k]!));
  const [a, b, c, d] = [
    [1, 1, 1],
    [1, -1, -1],
    [-1, 1, -1],
    [-1, -1, 1],
  ].map(node) as [number, number, number, number];
  let faces = [
    [a, b, c],
    [a, c, d],
    [a, d, b],
    [b, d, c],
  ];
  for (let k = 0; k < n; k++)
    faces = faces.flatMap(([p, q, r]) => {
      const [pq, qr, rp] = [middle(p!, q!), middle(q!, r!), middle(r!, p!)];
      return [
        [p!, pq, rp],
        [pq, q!, qr],
        [rp, qr, r!],
        [pq, qr, rp],
      ];
    });
  return { mesh: meshOf(faces.map((f) => ['triangle', f] as const)), coordinates: coordinatesOf(points) };
}

describe('a plane through a sphere', () => {
  const cutAt = (n: number, z: number) => {
    const { mesh, coordinates } = sphere(n);
    const cut = cutSurface(facesOf(mesh), abovePlane(coordinates, { point: [0, 0, z], normal: [0, 0, 3] }));
    const along = coordinates.map((c) => alongCut(cut, c));
    return { cut, along, lengths: lengthsAlong(cut.parts, along) };
  };
  test('leaves one closed line whose points lie in the plane and on the edges', () => {
    const { cut, along } = cutAt(4, 0.3);
    expect(cut.parts.map((p) => p.isClosed)).toEqual([true]);
    expect(abs(along[2]!.map((z) => z - 0.3))).toBeLessThan(1e-12);
    expect(cut.parts[0]!.points).toHaveLength(cut.from.length + 1);
  });
  test('whose length comes to 2π √(1 − z²) with the square of the mesh width', () => {
    const off = [3, 4, 5].map((n) => Math.abs(cutAt(n, 0.3).lengths.at(-1)! / (2 * Math.PI * Math.sqrt(0.91)) - 1));
    expect(off[0]! / off[1]!).toBeGreaterThan(3);
    expect(off[1]! / off[2]!).toBeGreaterThan(3);
    expect(off[2]!).toBeLessThan(2e-3);
  });
  test('that passes by leaves nothing', () => expect(cutAt(2, 1.5).cut.parts).toEqual([]));
});

describe('a cylinder of triangles, open at its seam', () => {
  const { mesh, coordinates } = sheet(
    60,
    7,
    (u, v) => [2 * Math.cos(2 * Math.PI * u), 2 * Math.sin(2 * Math.PI * u), v],
    'triangle',
  );
  test('is cut along a polygon of 60 corners on the cylinder and as many where edges slant', () => {
    const cut = cutSurface(
      facesOf(mesh),
      coordinates[2].map((z) => z - 0.5),
    );
    const [x, y] = coordinates.map((c) => alongCut(cut, c)) as [Float64Array, Float64Array];
    expect(cut.parts).toHaveLength(1);
    expect(cut.parts[0]!.isClosed).toBe(false);
    // The seam has two nodes at one place, so the line begins and ends there.
    expect([x[0], y[0]]).toEqual([2, 0]);
    const lengths = lengthsAlong(cut.parts, [x, y]);
    expect(lengths.at(-1)).toBeCloseTo(60 * 2 * 2 * Math.sin(Math.PI / 60), 12);
  });
  test('a quantity that is straight in z is straight along every cut', () => {
    const cut = cutSurface(
      facesOf(mesh),
      coordinates[0].map((x) => x - 0.7),
    );
    const [z, q] = [coordinates[2], coordinates[2].map((v) => 5 - 3 * v)].map((c) => alongCut(cut, c));
    expect(abs(q!.map((v, i) => v - (5 - 3 * z![i]!)))).toBeLessThan(1e-14);
    expect(cut.parts).toHaveLength(2);
  });
});

describe('a cut at a value', () => {
  const bent = sheet(9, 7, (u, v) => [u, v, Math.sin(3 * u) * v], 'quadrilateral');
  const faces = facesOf(bent.mesh);
  const values = bent.coordinates[2].map((z, i) => (i === 20 ? NaN : z));
  test('is the cut at zero of what is left above it, bit by bit, with ranges that are known or not', () => {
    const ranges = rangesOfFaces(faces, values);
    for (const level of [-0.05, 0, 0.2, 0.31, 0.9]) {
      const wanted = cutSurface(
        faces,
        values.map((v) => v - level),
      );
      expect(cutSurface(faces, values, { level })).toEqual(wanted);
      expect(cutSurface(faces, values, { level, ranges })).toEqual(wanted);
    }
  });
  test('ranges are of the corners that have a value', () => {
    const { low, high } = rangesOfFaces(faces, values);
    for (let face = 0; face < low.length; face++) {
      const corners = [...faces.nodes.subarray(faces.starts[face], faces.starts[face + 1])].map((n) => values[n]!);
      const present = corners.filter((v) => !Number.isNaN(v));
      expect([low[face], high[face]]).toEqual([Math.min(...present), Math.max(...present)]);
    }
    const none = rangesOfFaces(faces, new Float64Array(values.length).fill(NaN));
    expect([none.low[0], none.high[0]]).toEqual([Infinity, -Infinity]);
  });
});

describe('nodes in the cut', () => {
  const flat = sheet(4, 4, (u, v) => [u, v, 0], 'quadrilateral');
  const above = (x: number) => flat.coordinates[0].map((v) => v - x);
  test('a line of nodes is met once, by the nodes themselves', () => {
    const cut = cutSurface(facesOf(flat.mesh), above(0.5));
    expect(cut.parts).toHaveLength(1);
    expect([...cut.share]).toEqual([0, 0, 0, 0, 0]);
    expect([...alongCut(cut, flat.coordinates[1])]).toEqual([0, 0.25, 0.5, 0.75, 1]);
  });
  test('the edge of a surface that touches is no cut from above, and is one from below', () => {
    expect(cutSurface(facesOf(flat.mesh), above(0)).parts).toEqual([]);
    expect(cutSurface(facesOf(flat.mesh), above(1)).parts).toHaveLength(1);
  });
  test('a face that lies in the cut is counted, and gives no line', () => {
    const cut = cutSurface(facesOf(flat.mesh), flat.coordinates[2]);
    expect([cut.parts.length, cut.grazed]).toEqual([0, 16]);
    const bent = flat.coordinates[0].map((x) => Math.max(0, x - 0.5));
    expect(cutSurface(facesOf(flat.mesh), bent).grazed).toBe(8);
    expect(cutSurface(facesOf(flat.mesh), above(0.5)).grazed).toBe(0);
  });
  test('a ridge in the cut is one line, though two faces have it', () => {
    const roof = meshOf([
      ['triangle', [0, 1, 2]],
      ['triangle', [1, 0, 3]],
    ]);
    const cut = cutSurface(facesOf(roof), Float64Array.of(0, 0, -1, -2));
    expect(cut.parts.map((p) => p.points.length)).toEqual([2]);
  });
});

test('where three faces meet, lines end and none is lost', () => {
  // Three sheets that share the edge 0–1, each cut across.
  const fan = meshOf([
    ['triangle', [0, 1, 2]],
    ['triangle', [0, 1, 3]],
    ['triangle', [0, 1, 4]],
  ]);
  const cut = cutSurface(facesOf(fan), Float64Array.of(-1, 1, 1, 1, 1));
  expect(cut.parts.map((p) => [p.isClosed, p.points.length])).toEqual([
    [false, 2],
    [false, 2],
    [false, 2],
  ]);
});

test('a quadrilateral that bends through the cut twice has two lines', () => {
  const saddle = meshOf([['quadrilateral', [0, 1, 2, 3]]]);
  const cut = cutSurface(facesOf(saddle), Float64Array.of(-1, 1, -1, 1));
  expect(cut.parts).toHaveLength(2);
  expect([...cut.share]).toEqual([0.5, 0.5, 0.5, 0.5]);
});

describe('zones and nodes that are set aside', () => {
  const two = meshOf([
    ['triangle', [0, 1, 2], 0],
    ['triangle', [1, 3, 2], 1],
    ['triangle', [2, 3, 4], 1],
  ]);
  const above = Float64Array.of(-1, -1, 1, 1, -1);
  test('each zone has lines of its own, and only those asked for', () => {
    expect(cutSurface(facesOf(two), above).parts.map((p) => [p.zone, p.points.length])).toEqual([
      [0, 2],
      [1, 2],
      [1, 2],
    ]);
    expect(cutSurface(facesOf(two), above, { zones: new Set([1]) }).parts.map((p) => p.zone)).toEqual([1, 1]);
  });
  test('a face with a node that does not count is passed over, and counted where the cut goes through it', () => {
    const cut = cutSurface(facesOf(two), above, { isKept: (node) => node !== 4 });
    expect([cut.parts.length, cut.passedOver]).toEqual([2, 1]);
    const without = cutSurface(facesOf(two), Float64Array.of(-1, -1, 1, 1, NaN));
    expect([without.parts.length, without.passedOver]).toEqual([2, 0]);
    const crossed = cutSurface(facesOf(two), Float64Array.of(NaN, -1, 1, 1, 1));
    expect([crossed.parts.map((p) => p.zone), crossed.passedOver]).toEqual([[1], 1]);
  });
  test('a word along a cut is that of the nearer node', () => {
    const cut = cutSurface(facesOf(two), Float64Array.of(-1, -1, 3, 3, 3), { zones: new Set([0]) });
    expect([...alongCut(cut, Float64Array.of(7, 7, 9, 9, 9), true)]).toEqual([7, 7]);
    expect([...alongCut(cut, Float64Array.of(7, 7, 9, 9, 9))]).toEqual([7.5, 7.5]);
  });
  test('two equal values stay the same to the last bit', () => {
    const cut = cutSurface(facesOf(two), Float64Array.of(-0.3, -0.1, 0.7, 0.7, 0.7), { zones: new Set([0]) });
    expect([...alongCut(cut, Float64Array.of(0.1, 0.1, 0.1, 0, 0))]).toEqual([0.1, 0.1]);
  });
});

describe('the surface of solids', () => {
  test.each([
    ['tetrahedron', 4, 4, 4],
    ['pyramid', 5, 5, 6],
    ['prism', 6, 5, 8],
    ['hexahedron', 8, 6, 12],
  ] as const)('of one %s is all its sides', (name, corners, faces, triangles) => {
    const surface = facesOf(meshOf([[name, Array.from({ length: corners }, (_, k) => k)]]));
    expect(surface.zones).toHaveLength(faces);
    expect(trianglesOf(surface).faces).toHaveLength(triangles);
    // Closed and looking outwards all round: each edge is gone along once in either direction.
    const edges = new Set<string>();
    for (let f = 0; f < faces; f++) {
      const face = [...surface.nodes.subarray(surface.starts[f], surface.starts[f + 1])];
      face.forEach((a, k) => edges.add(`${a} ${face[(k + 1) % face.length]}`));
    }
    expect([...edges].every((edge) => edges.has(edge.split(' ').reverse().join(' ')))).toBe(true);
  });
  test('a side between two solids is inside, unless they are of two zones', () => {
    const cube = (at: number, zone: number): Cells[number] => [
      'hexahedron',
      [0, 1, 5, 4, 8, 9, 13, 12].map((k) => k + at),
      zone,
    ];
    expect(facesOf(meshOf([cube(0, 0), cube(1, 0)])).zones).toHaveLength(10);
    expect(facesOf(meshOf([cube(0, 0), cube(1, 1)])).zones).toHaveLength(12);
  });
  test('a corner named twice makes a triangle of a quadrilateral, and nothing of a triangle', () => {
    const surface = facesOf(
      meshOf([
        ['quadrilateral', [0, 1, 2, 2]],
        ['triangle', [0, 0, 1]],
        ['line', [0, 1]],
      ]),
    );
    expect([...surface.nodes]).toEqual([0, 1, 2]);
    expect([...surface.starts]).toEqual([0, 3]);
  });
});

describe('bad input', () => {
  const codeOf = (make: () => unknown) => {
    try {
      make();
    } catch (error) {
      return error instanceof AppError ? error.message : error;
    }
  };
  test('a cell that names a node that is not there, or too few', () => {
    expect(
      codeOf(() =>
        checkMesh(
          meshOf([
            ['triangle', [0, 1, 2]],
            ['triangle', [0, 1, 7]],
          ]),
          3,
          'vane.vtu',
        ),
      ),
    ).toBe(
      'Cell 2 of "vane.vtu" names node 8, and there are 3. The file is cut off or was written wrongly; write it anew.',
    );
    expect(codeOf(() => checkMesh(meshOf([['quadrilateral', [0, 1, 2]]]), 3, 'vane.vtu'))).toContain(
      '3 nodes instead of 4',
    );
    expect(codeOf(() => checkMesh(meshOf([['polygon', [0, 1, 2]]]), 3, 'vane.vtu'))).toBeUndefined();
  });
  test.each([[[0, 0, 0]], [[NaN, 1, 0]], [[Infinity, 0, 0]]])('a plane that looks to %j', (normal) =>
    expect(
      codeOf(() =>
        abovePlane(coordinatesOf([[0, 0, 0]]), { point: [0, 0, 0], normal: normal as [number, number, number] }),
      ),
    ).toContain('has no length'),
  );
});
