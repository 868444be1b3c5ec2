import type { Box } from './surface';
import { sizeOf } from './surface';

type Three = readonly [number, number, number];

const dot = (a: Three, b: Three): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** A direction of length one; undefined where it has no length. */
export function directionOf(normal: readonly (number | null)[]): [number, number, number] | undefined {
  const [x, y, z] = normal.map((v) => v ?? NaN) as [number, number, number];
  const length = Math.hypot(x, y, z);
  return length > 0 && Number.isFinite(length) ? [x / length, y / length, z / length] : undefined;
}

/**
 * How far along a direction from a point a ray of sight comes nearest to the line through it.
 * @returns undefined where the ray runs along that line, so that no place of it is nearer than another
 */
export function alongNormal(ray: { origin: Three; direction: Three }, point: Three, normal: Three): number | undefined {
  const off: Three = [ray.origin[0] - point[0], ray.origin[1] - point[1], ray.origin[2] - point[2]];
  const across = dot(ray.direction, normal);
  const determinant = dot(ray.direction, ray.direction) - across * across;
  if (determinant < 1e-6 * dot(ray.direction, ray.direction)) return undefined;
  return (dot(ray.direction, ray.direction) * dot(off, normal) - across * dot(off, ray.direction)) / determinant;
}

const STEPS = 1000;

/** A place moved along a direction, to what can be told apart in the box. */
export function movedPoint(point: Three, normal: Three, by: number, box: Box): [number, number, number] {
  const step = 10 ** Math.floor(Math.log10(sizeOf(box) / STEPS));
  const along = Math.round(by / step) * step;
  // Without the rubbish of a binary fraction.
  return [0, 1, 2].map((k) => Number((point[k]! + along * normal[k]!).toPrecision(10))) as [number, number, number];
}
