import type { Fit } from './Model';
import { studentTQuantile } from './statistics/studentT';

/** What a further reading is to make surer: a number that changes with the coefficients as this gradient says, or all of them. */
export type Wanted = Float64Array | 'all';

type Matrix = readonly Float64Array[];
const times = (m: Matrix, v: Float64Array): Float64Array =>
  Float64Array.from(m, (row) => row.reduce((sum, a, k) => sum + a * v[k]!, 0));
const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, v, k) => sum + v * b[k]!, 0);

/** (XᵀX)⁻¹ after one more point whose gradient is f. Source: J. Sherman and W. J. Morrison, Ann. Math. Stat. 21 (1950) 124. */
function withPoint(inverse: Matrix, f: Float64Array): Matrix {
  const u = times(inverse, f);
  const scale = 1 / (1 + dot(f, u));
  return inverse.map((row, i) => row.map((a, k) => a - scale * u[i]! * u[k]!));
}

/** By how much a point with gradient f shrinks the variance, as a share of that of one point. */
function gainOf(inverse: Matrix, f: Float64Array, wanted: Wanted): number {
  const u = times(inverse, f);
  const own = dot(f, u);
  return wanted === 'all' ? own : dot(wanted, u) ** 2 / (1 + own);
}

const PLACES = 400;

/** The place in a range at which a further point shrinks the variance most; ends and middle are among those tried. */
function bestPlace(fit: Fit, inverse: Matrix, [low, high]: readonly [number, number], wanted: Wanted) {
  let best = { x: low, gain: -1, f: fit.curve(low).gradient };
  for (let k = 0; k <= PLACES; k++) {
    const x = k === PLACES ? high : low + ((high - low) * k) / PLACES;
    const f = fit.curve(x).gradient;
    const gain = gainOf(inverse, f, wanted);
    // A hair more is no reason to leave the place found first: rounding would decide.
    if (gain > best.gain * (1 + 1e-9)) best = { x, gain, f };
  }
  return best;
}

const halfWidth = (fit: Fit, inverse: Matrix, wanted: Float64Array, points: number): number => {
  const freedom = points - fit.parameters.length;
  return studentTQuantile(0.975, freedom) * Math.sqrt(fit.variance * dot(wanted, times(inverse, wanted)));
};

export interface NextPlace {
  x: number;
  /** Half widths of the 95 % interval of the wanted number, by the scatter alone: now, and with one more point there. */
  now: number;
  then: number;
}

/**
 * Where in a range one further reading makes a number surest: the next point of a c-optimal design, of a D-optimal one
 * for all coefficients at once. The scatter is taken to stay as it is.
 * @param fit     of points of equal weight
 * @param points  so many of them
 * Source: V. V. Fedorov, Theory of Optimal Experiments (1972), 2.5 and 2.7; J. Kiefer and J. Wolfowitz, Canad. J. Math. 12 (1960) 363.
 */
export function nextPlace(fit: Fit, points: number, range: readonly [number, number], wanted: Wanted): NextPlace {
  const { x, f } = bestPlace(fit, fit.inverse, range, wanted);
  if (wanted === 'all') return { x, now: NaN, then: NaN };
  const after = withPoint(fit.inverse, f);
  return { x, now: halfWidth(fit, fit.inverse, wanted, points), then: halfWidth(fit, after, wanted, points + 1) };
}

const MOST_FURTHER = 1000;

/**
 * How many further readings, each at the place that is best then, a wanted ± needs.
 * @param half  half width of the 95 % interval that is wanted
 * @returns     0 where it is reached already; undefined beyond a thousand
 */
export function furtherNeeded(
  fit: Fit,
  points: number,
  range: readonly [number, number],
  wanted: Float64Array,
  half: number,
): number | undefined {
  let inverse: Matrix = fit.inverse;
  for (let further = 0; further <= MOST_FURTHER; further++) {
    if (halfWidth(fit, inverse, wanted, points + further) <= half) return further;
    inverse = withPoint(inverse, bestPlace(fit, inverse, range, wanted).f);
  }
  return undefined;
}

/** The places of a whole design, one after the other, each the best then. */
export function placesInTurn(fit: Fit, range: readonly [number, number], wanted: Wanted, count: number): number[] {
  let inverse: Matrix = fit.inverse;
  return Array.from({ length: count }, () => {
    const { x, f } = bestPlace(fit, inverse, range, wanted);
    inverse = withPoint(inverse, f);
    return x;
  });
}
