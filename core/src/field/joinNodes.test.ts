import { describe, expect, test } from '@jest/globals';
import { cellsOf, joinNodes, joinPlanes, widestPlane, type JoinPlane } from './index';

/** Nodes of a grid on a bent plate that stands along x and z. */
const plate = (n: number): Float64Array =>
  Float64Array.from(
    Array.from({ length: n * n }, (_, k) => {
      const [i, j] = [k % n, Math.floor(k / n)];
      return [i / (n - 1), 0.05 * Math.sin(3 * i), (2 * j) / (n - 1)];
    }).flat(),
  );

/** Area of the triangles of a mesh, as they lie in the plane of x and z. */
function areaIn(points: Float64Array, { nodes }: { nodes: Uint32Array }): number {
  let area = 0;
  const at = (corner: number) => [points[3 * nodes[corner]!]!, points[3 * nodes[corner]! + 2]!] as const;
  for (let c = 0; c < nodes.length; c += 3) {
    const [[ax, az], [bx, bz], [cx, cz]] = [at(c), at(c + 1), at(c + 2)];
    area += Math.abs((bx - ax) * (cz - az) - (cx - ax) * (bz - az)) / 2;
  }
  return area;
}

describe('nodes without cells', () => {
  test('are joined to triangles that cover what they span, once', () => {
    const points = plate(6);
    const mesh = joinNodes(points, 'xz', 'plate');
    expect(cellsOf(mesh)).toBe(2 * 5 * 5);
    expect(areaIn(points, mesh)).toBeCloseTo(2, 12);
    expect(new Set(mesh.nodes).size).toBe(36);
  });

  test.each([
    ['xz', plate(4)],
    ['xy', Float64Array.of(0, 0, 0, 1, 0, 0.1, 0, 1, 0, 1, 1, 0)],
    ['yz', Float64Array.of(0, 0, 0, 0, 5, 0, 0.1, 0, 5, 0, 5, 5)],
    // One that has no place decides nothing.
    ['xy', Float64Array.of(0, 0, 0, 1, 0, 0, 0, 1, 0, NaN, NaN, Infinity)],
  ])('are joined in the plane in which they spread: %s', (plane, points) => expect(widestPlane(points)).toBe(plane));

  test('one without a place is joined to nothing, the others to each other', () => {
    const points = plate(3);
    points[3 * 8] = NaN;
    expect(new Set(joinNodes(points, 'xz', 'p').nodes)).toEqual(new Set([0, 1, 2, 3, 4, 5, 6, 7]));
  });

  test.each(joinPlanes)('of a line are refused in each plane: %s', (plane: JoinPlane) =>
    expect(() => joinNodes(Float64Array.of(0, 0, 0, 1, 1, 1, 2, 2, 2), plane, 'hub')).toThrow(
      expect.objectContaining({ code: 'FIELD_NODES_IN_LINE' }) as never,
    ),
  );
});
