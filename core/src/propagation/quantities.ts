import { slopeAt, type Fit, type ReadCurve } from '../model';
import { rootBetween } from '../number/rootBetween';
import type { Quantity } from './propagate';

type Range = ReadCurve['range'];
/** Which of the fits of a draw. */
type Which = number;

/** Value of one parameter. */
export const parameterQuantity = (name: string, k: number, which: Which = 0): Quantity => ({
  name,
  read: (fits) => fits[which]!.parameters[k]!,
});

/** The curve's y at x. */
export const valueQuantity = (name: string, x: number, which: Which = 0): Quantity => ({
  name,
  read: (fits) => fits[which]!.curve(x).value,
});

/** The x nearest to one that was found at which the curve has this y. */
export const backQuantity = (name: string, y: number, near: number, range: Range, which: Which = 0): Quantity => ({
  name,
  read: (fits) => nearestRoot((x) => fits[which]!.curve(x).value - y, near, range),
});

/** The x nearest to one that was found at which the slope is nothing. */
export const optimumQuantity = (name: string, near: number, range: Range, which: Which = 0): Quantity => ({
  name,
  read: (fits) => nearestRoot((x) => slopeAt({ fit: fits[which]!, range }, x), near, range),
});

/** The x nearest to one that was found at which two curves meet. */
export const meetingQuantity = (
  name: string,
  near: number,
  range: Range,
  [a, b]: readonly [Which, Which],
): Quantity => ({
  name,
  read: (fits) => nearestRoot((x) => value(fits[a]!, x) - value(fits[b]!, x), near, range),
});

const value = (fit: Fit, x: number): number => fit.curve(x).value;

/** Steps of the search, as a share of the range, and how far it goes beyond its ends and the place. */
const STEP = 1 / 200;
const BEYOND = 1;

/**
 * The change of sign of a function that is nearest to a place, searched outwards from it; NaN where there is none within
 * one range beyond the ends and the place.
 */
export function nearestRoot(f: (x: number) => number, near: number, [low, high]: Range): number {
  const size = high - low || 1;
  const step = STEP * size;
  const at = f(near);
  if (at === 0) return near;
  const ends = [Math.min(low, near) - BEYOND * size, Math.max(high, near) + BEYOND * size] as const;
  let [left, right] = [at, at];
  for (let k = 1; ; k++) {
    const [x, z] = [near - k * step, near + k * step];
    if (x < ends[0] && z > ends[1]) return NaN;
    if (z <= ends[1]) {
      const next = f(z);
      if (isCrossing(right, next)) return rootOf(f, z - step, z, Math.max(Math.abs(right), Math.abs(next)));
      right = next;
    }
    if (x >= ends[0]) {
      const next = f(x);
      if (isCrossing(left, next)) return rootOf(f, x, x + step, Math.max(Math.abs(left), Math.abs(next)));
      left = next;
    }
  }
}

const isCrossing = (a: number, b: number): boolean => Number.isFinite(a) && Number.isFinite(b) && a > 0 !== b > 0;

/** A pole changes the sign too, and leaves a large value on either side. */
function rootOf(f: (x: number) => number, from: number, to: number, largest: number): number {
  const root = rootBetween(f, from, to);
  return Math.abs(f(root)) <= largest ? root : NaN;
}
