import { rootBetween } from '../number/rootBetween';
import type { Fit } from './Model';
import { budgetFrom, budgetOf, SCATTER, type BudgetLine } from './uncertainty/budget';
import type { Spread } from './uncertainty/Spread';
import { spreadOf } from './uncertainty/completeFit';
import { effectsOn, rootOfSquares } from './uncertainty/PointErrors';

/** A place on a fitted curve, with what is known of it. */
export interface Reading {
  x: number;
  y: number;
  /** Of y where x was given, of x where y was; of both at an optimum. What is given is sure. */
  xSpread: Spread;
  ySpread: Spread;
  /** As those, for one further point measured by the same sensors: with its scatter, and without what it shares with the others. */
  xFurther: Spread;
  yFurther: Spread;
  /** Why what was asked for may be off: y where x was given, else x. */
  budget: readonly BudgetLine[];
  /** The curve bends so much within the ± of x that first order may not hold there. */
  isBent: boolean;
  /** How far outside the points, as a share of their range; 0 within. */
  outside: number;
}

/** What is asked of a curve: its points' range, and the scatter about it. */
export interface ReadCurve {
  fit: Fit;
  range: readonly [number, number];
  /** Standard deviation of one point about the curve, at x. */
  scatterAt(x: number): number;
}

/** Value of the curve and how sure it is at x. */
export function predict(fit: Fit, x: number): { value: number; standardError: number; spread: Spread } {
  const { value, gradient } = fit.curve(x);
  const spread = fit.spread(gradient);
  return { value, standardError: spread.standard, spread };
}

/** One further point: the scatter of the curve and its own, and no error that it shares with the points of the fit. */
export const furtherSpread = (fit: Fit, { random }: Spread, scatter: number): Spread =>
  spreadOf(Math.hypot(random, scatter), 0, fit.randomDegreesOfFreedom);

const sure: Spread = { random: 0, systematic: 0, standard: 0, halfWidth: 0, factor: 0 };
const scaled = ({ random, systematic, standard, halfWidth, factor }: Spread, by: number): Spread => ({
  random: random * by,
  systematic: systematic * by,
  standard: standard * by,
  halfWidth: halfWidth * by,
  factor,
});

/** Searches go so many ranges beyond the points on either side in even steps; where nothing is, on in growing ones. */
const BEYOND = 1;
const STEPS = 600;
/** The farthest that is looked, in ranges; what lies there stands on the model alone, and says so. */
const FARTHEST = 1000;
const GROWTH = 1.02;

/** The curve's y at x. */
export function readAt({ fit, range, scatterAt }: ReadCurve, x: number): Reading {
  const { value, gradient } = fit.curve(x);
  const spread = fit.spread(gradient);
  return {
    x,
    y: value,
    xSpread: sure,
    ySpread: spread,
    xFurther: sure,
    yFurther: furtherSpread(fit, spread, scatterAt(x)),
    budget: budgetOf(fit, gradient),
    isBent: false,
    outside: outsideOf(x, range),
  };
}

/** Every x at which the curve has this y, in rising order. */
export const readBack = (curve: ReadCurve, y: number): Reading[] =>
  roots(curve, (x) => curve.fit.curve(x).value - y).map((x) => {
    const at = readAt(curve, x);
    const perSlope = 1 / Math.abs(slopeAt(curve, x));
    const gradient = curve.fit.curve(x).gradient.map((g) => -g / slopeAt(curve, x));
    const xSpread = scaled(at.ySpread, perSlope);
    return {
      ...at,
      y,
      xSpread,
      isBent: isBent((v) => slopeAt(curve, v), x, xSpread.halfWidth),
      xFurther: scaled(at.yFurther, perSlope),
      ySpread: sure,
      yFurther: sure,
      budget: budgetOf(curve.fit, gradient),
    };
  });

/** Lowest and highest places, where the slope is nothing. */
export const optima = (curve: ReadCurve): (Reading & { kind: 'lowest' | 'highest' })[] =>
  roots(curve, (x) => slopeAt(curve, x)).flatMap((x) => {
    const h = stepOf(curve);
    const bend = (slopeAt(curve, x + h) - slopeAt(curve, x - h)) / (2 * h);
    if (!(Math.abs(bend) > 0)) return [];
    const [left, right] = [curve.fit.curve(x - h).gradient, curve.fit.curve(x + h).gradient];
    const ofPlace = right.map((v, k) => (left[k]! - v) / (2 * h) / bend);
    const kind = bend > 0 ? ('lowest' as const) : ('highest' as const);
    const budget = budgetOf(curve.fit, ofPlace);
    const spread = curve.fit.spread(ofPlace);
    // The model itself puts it there, whatever its parameters are.
    const isGiven = spread.standard < GIVEN * (Math.abs(curve.range[1] - curve.range[0]) || 1);
    return [{ ...readAt(curve, x), xSpread: isGiven ? sure : spread, budget: isGiven ? [] : budget, kind }];
  });

/** Where two curves meet: their scatters are independent, and an error that both share counts once, with its signs. */
export const crossings = (a: ReadCurve, b: ReadCurve): Reading[] =>
  roots(a, (x) => a.fit.curve(x).value - b.fit.curve(x).value).map((x) => {
    const [p, q] = [readAt(a, x), readAt(b, x)];
    const perSlope = 1 / Math.abs(slopeAt(a, x) - slopeAt(b, x));
    const apart = differenceSpread(a.fit, b.fit, x);
    const further = spreadOf(
      Math.hypot(p.yFurther.random, q.yFurther.random),
      0,
      Math.min(a.fit.randomDegreesOfFreedom, b.fit.randomDegreesOfFreedom),
    );
    const xSpread = scaled(apart, perSlope);
    return {
      ...p,
      xSpread,
      isBent: isBent((v) => slopeAt(a, v) - slopeAt(b, v), x, xSpread.halfWidth),
      xFurther: scaled(further, perSlope),
      budget: budgetOfMeeting(a.fit, b.fit, x, perSlope),
      outside: Math.max(p.outside, q.outside),
    };
  });

/** Effects of the sources on the difference a − b of two curves at x: what both share counts once. */
function sharedEffects(a: Fit, b: Fit, x: number): Map<string, number> {
  const shared = effectsOn(a.curve(x).gradient, a.effects);
  for (const [source, effect] of effectsOn(b.curve(x).gradient, b.effects))
    shared.set(source, (shared.get(source) ?? 0) - effect);
  return shared;
}

function budgetOfMeeting(a: Fit, b: Fit, x: number, scale: number): BudgetLine[] {
  const random = [a, b].map((fit, k) => ({
    source: k === 0 ? SCATTER : `${SCATTER} of the other`,
    contribution: scale * fit.spread(fit.curve(x).gradient).random,
    degreesOfFreedom: fit.randomDegreesOfFreedom,
  }));
  return budgetFrom(random, new Map([...sharedEffects(a, b, x)].map(([source, effect]) => [source, scale * effect])));
}

/** How sure the difference of two curves is at x. */
export function differenceSpread(a: Fit, b: Fit, x: number): Spread {
  const [p, q] = [a.curve(x).gradient, b.curve(x).gradient];
  const shared = sharedEffects(a, b, x);
  const [r, s] = [a.spread(p).random, b.spread(q).random];
  const freedom = (r * r + s * s) ** 2 / (r ** 4 / a.randomDegreesOfFreedom + s ** 4 / b.randomDegreesOfFreedom);
  return spreadOf(Math.hypot(r, s), rootOfSquares(shared.values()), freedom);
}

/**
 * Where a function changes its sign within one range beyond the points; and only where it does not, the first change
 * farther out on either side: of a curve that repeats itself those would be without end.
 */
function roots({ range: [low, high] }: ReadCurve, f: (x: number) => number): number[] {
  const range = high - low;
  const [from, step] = [low - BEYOND * range, ((1 + 2 * BEYOND) * range) / STEPS];
  const near = changesAlong(
    f,
    Array.from({ length: STEPS + 1 }, (_, k) => from + k * step),
  );
  if (near.length > 0 || !(range > 0)) return near;
  const outwards: number[] = [];
  for (let away = BEYOND; away <= FARTHEST; away *= GROWTH) outwards.push(away * range);
  const below = changesAlong(f, outwards.map((d) => low - d).reverse());
  const above = changesAlong(
    f,
    outwards.map((d) => high + d),
  );
  return [...below.slice(-1), ...above.slice(0, 1)];
}

/** Changes of sign between neighbouring places, which rise. */
function changesAlong(f: (x: number) => number, places: readonly number[]): number[] {
  const found: number[] = [];
  let [x, before] = [places[0]!, f(places[0]!)];
  for (const next of places.slice(1)) {
    const after = f(next);
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

/** Where the slope changes by more than this share of itself within the half width, a straight line through the place is no good. */
const BENT = 0.4;

/** Source: JCGM 100:2008 (GUM) 5.1.2, note: terms of higher order count where the function is not nearly straight. */
const isBent = (slope: (x: number) => number, x: number, half: number): boolean =>
  Math.max(Math.abs(slope(x + half) - slope(x)), Math.abs(slope(x - half) - slope(x))) > BENT * Math.abs(slope(x));

/** A place that is surer than this share of the range is rounding. */
const GIVEN = 1e-9;

const stepOf = ({ range: [low, high] }: Pick<ReadCurve, 'range'>): number => (high - low || 1) * 1e-4;

/** Slope of the curve at x, by a central difference over ten-thousandths of the range. */
export function slopeAt(curve: Pick<ReadCurve, 'fit' | 'range'>, x: number): number {
  const h = stepOf(curve);
  return (curve.fit.curve(x + h).value - curve.fit.curve(x - h).value) / (2 * h);
}

const outsideOf = (x: number, [low, high]: readonly [number, number]): number =>
  Math.max(0, low - x, x - high) / (high - low || 1);
