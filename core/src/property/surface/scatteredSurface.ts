import Delaunator from 'delaunator';
import { AppError } from '../../error/AppError';
import type { PlainSurface } from './PlainSurface';

/** Rounding puts a point on an edge a little off it. */
const ON_EDGE = 1e-12;

/**
 * A surface of flat triangles through points anywhere in the plane.
 * @param x, w, y  each of length n >= 3, no place twice
 * @throws {AppError} TABLE_POINTS_IN_LINE
 * Source: Delaunay's triangulation, M. de Berg et al., Computational Geometry (3rd ed. 2008), chapter 9. Both
 * axes are brought to the same length before, so that units do not decide which points are neighbours.
 */
export function scatteredSurface(x: Float64Array, w: Float64Array, y: Float64Array): PlainSurface {
  const [ofX, ofW] = [unitAxis(x), unitAxis(w)];
  const places = new Float64Array(2 * x.length);
  x.forEach((at, i) => places.set([ofX.to(at), ofW.to(w[i]!)], 2 * i));
  const { triangles, halfedges } = new Delaunator(places);
  if (triangles.length === 0) throw new AppError('TABLE_POINTS_IN_LINE', {});
  const hull = [...halfedges.keys()].filter((e) => halfedges[e] === -1);
  const nextInTriangle = (e: number): number => (e % 3 === 2 ? e - 2 : e + 1);
  const edge = (e: number): readonly [number, number] => [triangles[e]!, triangles[nextInTriangle(e)]!];

  /** Twice the area between an edge and a place; positive on the side of the edge's triangle. */
  const side = (e: number, p: number, q: number): number => {
    const [a, b] = edge(e);
    return turn(places, a, b, p, q) * way;
  };
  const way = Math.sign(
    turn(places, triangles[0]!, triangles[1]!, places[2 * triangles[2]!]!, places[2 * triangles[2]! + 1]!),
  );

  let last = 0;
  /** The triangle around a place; −1 outside the hull. From the last one found it goes across the edges that lie between. */
  const triangleAt = (p: number, q: number): number => {
    let t = last;
    for (let steps = 0; steps <= triangles.length; steps++) {
      const across = [3 * t, 3 * t + 1, 3 * t + 2].find((e) => side(e, p, q) < -ON_EDGE);
      if (across === undefined) return (last = t);
      const opposite = halfedges[across]!;
      if (opposite === -1) return -1;
      t = Math.floor(opposite / 3);
    }
    return -1;
  };
  const onPlaneOf = (t: number, p: number, q: number): number => {
    const shares = [3 * t + 1, 3 * t + 2, 3 * t].map((e) => side(e, p, q));
    const whole = shares[0]! + shares[1]! + shares[2]!;
    return shares.reduce((sum, share, k) => sum + (share / whole) * y[triangles[3 * t + k]!]!, 0);
  };
  const nearestOnHull = (p: number, q: number) => {
    let found = { edge: hull[0]!, p, q, distance: Infinity };
    for (const e of hull) {
      const near = nearestOnSegment(places, edge(e), p, q);
      if (near.distance < found.distance) found = { edge: e, ...near };
    }
    return found;
  };
  return {
    isInside: (at, by) => triangleAt(ofX.to(at), ofW.to(by)) !== -1,
    nearestInside: (at, by) => {
      const { p, q } = nearestOnHull(ofX.to(at), ofW.to(by));
      return [ofX.from(p), ofW.from(q)];
    },
    valueAt: (at, by) => {
      if (at !== at || by !== by) return NaN;
      const [p, q] = [ofX.to(at), ofW.to(by)];
      const t = triangleAt(p, q);
      return onPlaneOf(t === -1 ? Math.floor(nearestOnHull(p, q).edge / 3) : t, p, q);
    },
  };
}

/** Brings an axis to 0 … 1. */
export const unitAxis = (values: Float64Array) => {
  const low = values.reduce((a, b) => Math.min(a, b));
  const range = values.reduce((a, b) => Math.max(a, b)) - low || 1;
  return { to: (v: number) => (v - low) / range, from: (s: number) => low + s * range };
};

function turn(places: Float64Array, a: number, b: number, p: number, q: number): number {
  const [ax, aw] = [places[2 * a]!, places[2 * a + 1]!];
  return (places[2 * b]! - ax) * (q - aw) - (places[2 * b + 1]! - aw) * (p - ax);
}

function nearestOnSegment(places: Float64Array, [a, b]: readonly [number, number], p: number, q: number) {
  const [ax, aw] = [places[2 * a]!, places[2 * a + 1]!];
  const [dx, dw] = [places[2 * b]! - ax, places[2 * b + 1]! - aw];
  const share = Math.min(1, Math.max(0, ((p - ax) * dx + (q - aw) * dw) / (dx * dx + dw * dw)));
  const [np, nq] = [ax + share * dx, aw + share * dw];
  return { p: np, q: nq, distance: Math.hypot(p - np, q - nq) };
}
