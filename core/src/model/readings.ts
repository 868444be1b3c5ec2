import { rootBetween } from '../number/rootBetween';
import type { Fit } from './Model';

/** A place on a fitted curve, with what is known of it. Errors are standard errors. */
export interface Reading {
  x: number;
  y: number;
  /** Of y where x was given, of x where y was; of both at an optimum. */
  xError: number;
  yError: number;
  /** As those, for one further measured point: with its scatter. */
  xPrediction: number;
  yPrediction: number;
  /** How far outside the points, as a share of their range; 0 within. */
  outside: number;
}

/** What is asked of a curve: its points' range, and the scatter about it. */
export interface ReadCurve {
  fit: Fit;
  range: readonly [number, number];
  /** Standard deviation of one point about the curve. */
  scatter: number;
}

/** Value of the curve and its standard error at x. */
export function predict(fit: Fit, x: number): { value: number; standardError: number } {
  const { value, gradient } = fit.curve(x);
  return { value, standardError: fit.spread(gradient) };
}

/** Searches go so many ranges beyond the points on either side. */
const BEYOND = 1;
const STEPS = 600;

/** The curve's y at x. */
export function readAt({ fit, range, scatter }: ReadCurve, x: number): Reading {
  const { value, gradient } = fit.curve(x);
  const yError = fit.spread(gradient);
  return { x, y: value, xError: 0, yError, xPrediction: 0, yPrediction: Math.hypot(yError, scatter), outside: outsideOf(x, range) };
} // prettier-ignore

/** Every x at which the curve has this y, in rising order. */
export const readBack = (curve: ReadCurve, y: number): Reading[] =>
  roots(curve, (x) => curve.fit.curve(x).value - y).map((x) => {
    const at = readAt(curve, x);
    const slope = Math.abs(slopeAt(curve, x));
    return { ...at, y, xError: at.yError / slope, xPrediction: at.yPrediction / slope, yError: 0, yPrediction: 0 };
  });

/** Lowest and highest places, where the slope is nothing. */
export const optima = (curve: ReadCurve): (Reading & { kind: 'lowest' | 'highest' })[] =>
  roots(curve, (x) => slopeAt(curve, x)).flatMap((x) => {
    const h = stepOf(curve);
    const bend = (slopeAt(curve, x + h) - slopeAt(curve, x - h)) / (2 * h);
    if (!(Math.abs(bend) > 0)) return [];
    const [left, right] = [curve.fit.curve(x - h).gradient, curve.fit.curve(x + h).gradient];
    const ofSlope = right.map((v, k) => (v - left[k]!) / (2 * h));
    return [{ ...readAt(curve, x), xError: curve.fit.spread(ofSlope) / Math.abs(bend), kind: bend > 0 ? ('lowest' as const) : ('highest' as const) }];
  }); // prettier-ignore

/** Where two curves meet; the errors of both count, taken as independent. */
export const crossings = (a: ReadCurve, b: ReadCurve): Reading[] =>
  roots(a, (x) => a.fit.curve(x).value - b.fit.curve(x).value).map((x) => {
    const [p, q] = [readAt(a, x), readAt(b, x)];
    const slope = Math.abs(slopeAt(a, x) - slopeAt(b, x));
    const xError = Math.hypot(p.yError, q.yError) / slope;
    return { ...p, xError, xPrediction: Math.hypot(p.yPrediction, q.yPrediction) / slope, outside: Math.max(p.outside, q.outside) };
  }); // prettier-ignore

function roots({ range: [low, high] }: ReadCurve, f: (x: number) => number): number[] {
  const [from, step] = [low - BEYOND * (high - low), ((1 + 2 * BEYOND) * (high - low)) / STEPS];
  const found: number[] = [];
  let [x, before] = [from, f(from)];
  for (let k = 1; k <= STEPS; k++) {
    const [next, after] = [from + k * step, f(from + k * step)];
    const isCrossing = Number.isFinite(before) && Number.isFinite(after) && (before > 0 !== after > 0 || after === 0);
    if (isCrossing && before !== 0) {
      const root = rootBetween(f, x, next);
      // A pole changes the sign too, and leaves a large value on either side.
      if (Math.abs(f(root)) <= Math.max(Math.abs(before), Math.abs(after))) found.push(root);
    }
    [x, before] = [next, after];
  }
  return found;
}

const stepOf = ({ range: [low, high] }: ReadCurve): number => (high - low || 1) * 1e-4;

function slopeAt(curve: ReadCurve, x: number): number {
  const h = stepOf(curve);
  return (curve.fit.curve(x + h).value - curve.fit.curve(x - h).value) / (2 * h);
}

const outsideOf = (x: number, [low, high]: readonly [number, number]): number =>
  Math.max(0, low - x, x - high) / (high - low || 1);
