import type { Coordinates, Three } from './Mesh';

/** Shares of the corners of a cell, and how they change along its own three coordinates. */
type ShapeFunctions = (at: Three) => { shares: number[]; slopes: Three[] };

/** Products of two linear functions along an edge of the unit cube. */
const cube: ShapeFunctions = ([r, s, t]) => {
  const corners = [
    [0, 0, 0],
    [1, 0, 0],
    [1, 1, 0],
    [0, 1, 0],
    [0, 0, 1],
    [1, 0, 1],
    [1, 1, 1],
    [0, 1, 1],
  ];
  const part = (v: number, end: number): [number, number] => (end === 1 ? [v, 1] : [1 - v, -1]);
  const parts = corners.map(([a, b, c]) => [part(r, a!), part(s, b!), part(t, c!)] as const);
  return {
    shares: parts.map(([[a], [b], [c]]) => a * b * c),
    slopes: parts.map(([[a, da], [b, db], [c, dc]]) => [da * b * c, a * db * c, a * b * dc]),
  };
};

/** A triangle times an edge. */
const prism: ShapeFunctions = ([r, s, t]) => {
  const flat = [1 - r - s, r, s];
  const [dr, ds] = [
    [-1, 1, 0],
    [-1, 0, 1],
  ];
  const level = (share: number, slope: number) => ({
    shares: flat.map((f) => f * share),
    slopes: flat.map((f, k): Three => [dr![k]! * share, ds![k]! * share, f * slope]),
  });
  const [lower, upper] = [level(1 - t, -1), level(t, 1)];
  return { shares: [...lower.shares, ...upper.shares], slopes: [...lower.slopes, ...upper.slopes] };
};

/** A square that shrinks to its tip: the cube with its upper corners in one. */
const pyramid: ShapeFunctions = (at) => {
  const { shares, slopes } = cube(at);
  const tip = (of: readonly number[]): number => of.slice(4).reduce((a, b) => a + b, 0);
  return {
    shares: [...shares.slice(0, 4), tip(shares)],
    slopes: [...slopes.slice(0, 4), [0, 1, 2].map((k) => tip(slopes.map((s) => s[k]!))) as Three],
  };
};

const tetrahedron: ShapeFunctions = ([r, s, t]) => ({
  shares: [1 - r - s - t, r, s, t],
  slopes: [
    [-1, -1, -1],
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
});

const functionsOf: Readonly<Record<number, ShapeFunctions>> = { 4: tetrahedron, 5: pyramid, 6: prism, 8: cube };

/** By so little a place may lie outside of a cell and count as within: places on a side shared by two are in one. */
const EDGE = 1e-9;
const MOST_ROUNDS = 40;

/**
 * The shares of the corners of a solid at a place within it.
 * @param nodes  4, 5, 6 or 8 of them, as `Mesh` numbers the corners of solids
 * @param at     x, y, z of the nodes
 * @returns      undefined where the place lies outside
 * Source: the isoparametric map, O. C. Zienkiewicz and R. L. Taylor, The Finite Element Method, turned round by Newton's
 * method; confirmed against another library's probe in the tests.
 */
export function sharesWithin(nodes: ArrayLike<number>, at: Coordinates, place: Three): number[] | undefined {
  const shape = functionsOf[nodes.length];
  if (!shape) return undefined;
  const corners = Array.from(nodes, (node): Three => [at[0][node]!, at[1][node]!, at[2][node]!]);
  if (!isInBox(corners, place)) return undefined;
  let own: Three = nodes.length === 4 || nodes.length === 6 ? [0.25, 0.25, 0.25] : [0.5, 0.5, 0.5];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { shares, slopes } = shape(own);
    const off = [0, 1, 2].map((k) => shares.reduce((sum, n, c) => sum + n * corners[c]![k]!, 0) - place[k]!) as Three;
    const rows = [0, 1, 2].map((k) =>
      [0, 1, 2].map((j) => slopes.reduce((sum, d, c) => sum + d[j]! * corners[c]![k]!, 0)),
    ) as [Three, Three, Three];
    const move = solved(rows, off);
    // At the tip of a pyramid one coordinate moves nothing.
    if (!move) break;
    own = own.map((v, k) => Math.max(-2, Math.min(3, v - move[k]!))) as Three;
    if (Math.max(...move.map(Math.abs)) < 1e-14) break;
  }
  const { shares } = shape(own);
  const size = Math.max(...corners.map((c) => Math.hypot(c[0] - place[0], c[1] - place[1], c[2] - place[2])));
  const off = [0, 1, 2].map((k) => shares.reduce((sum, n, c) => sum + n * corners[c]![k]!, 0) - place[k]!);
  const isFound = Math.hypot(...off) <= EDGE * size && shares.every((n) => n >= -EDGE && n <= 1 + EDGE);
  return isFound ? shares : undefined;
}

function isInBox(corners: readonly Three[], place: Three): boolean {
  return place.every((v, k) => {
    const of = corners.map((c) => c[k]!);
    const [low, high] = [Math.min(...of), Math.max(...of)];
    const room = EDGE * Math.max(high - low, Math.abs(v) * 1e-6);
    return v >= low - room && v <= high + room;
  });
}

/** Three equations by Cramer's rule; undefined where they do not tell all three. */
function solved([a, b, c]: readonly [Three, Three, Three], right: Three): Three | undefined {
  const minor = (u: Three, v: Three): Three => [
    u[1] * v[2] - u[2] * v[1],
    u[2] * v[0] - u[0] * v[2],
    u[0] * v[1] - u[1] * v[0],
  ];
  const [bc, ca, ab] = [minor(b, c), minor(c, a), minor(a, b)];
  const determinant = a[0] * bc[0] + a[1] * bc[1] + a[2] * bc[2];
  if (determinant === 0 || !Number.isFinite(determinant)) return undefined;
  return [0, 1, 2].map((k) => (right[0] * bc[k]! + right[1] * ca[k]! + right[2] * ab[k]!) / determinant) as Three;
}
