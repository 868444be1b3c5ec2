import { standardErrorOfMean } from './standardErrorOfMean';

/** How a quantity went away from where it was during a stretch. */
export interface Drift {
  /** From the begin to the end, along a straight line; NaN with fewer than three samples or no extent. */
  change: number;
  /** Standard uncertainty of the change, the dependence of neighbouring samples allowed for. */
  uncertainty: number;
  /** It is more than chance and more than a small part of the scatter. */
  isSure: boolean;
}

/** Standard uncertainties that chance does not reach: once in fifteen thousand normal draws. */
const BEYOND_CHANCE = 4;
/** A smaller share of the standard deviation is of no account. */
const LEAST_SHARE = 0.5;
/** Fewer independent samples do not tell their own scatter. */
const FEWEST = 16;

/**
 * The drift of a stretch.
 * @param x  places, length n, rising
 * @param y  values, length n, finite
 * Source: slope and its variance by least squares (NIST/SEMATECH e-Handbook of Statistical Methods, 4.1.4.1, from memory);
 * the variance times n over the number of independent samples that the residuals are worth, as in `standardErrorOfMean`.
 */
export function driftOf(x: Float64Array, y: Float64Array): Drift {
  const n = x.length;
  const nothing = { change: NaN, uncertainty: NaN, isSure: false };
  if (n < 3) return nothing;
  const [meanX, meanY] = [meanOf(x), meanOf(y)];
  let [xx, xy, yy] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [dx, dy] = [x[i]! - meanX, y[i]! - meanY];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const extent = x[n - 1]! - x[0]!;
  if (!(xx > 0) || !Number.isFinite(extent)) return nothing;
  const slope = xy / xx;
  const residuals = y.map((v, i) => v - meanY - slope * (x[i]! - meanX));
  const { worth } = standardErrorOfMean(residuals);
  let left = 0;
  for (const r of residuals) left += r * r;
  const uncertainty = extent * Math.sqrt(((left / (n - 2)) * (n / worth)) / xx);
  const change = slope * extent;
  const isClear = Math.abs(change) > Math.max(BEYOND_CHANCE * uncertainty, LEAST_SHARE * Math.sqrt(yy / (n - 1)));
  return { change, uncertainty, isSure: isClear && worth >= FEWEST };
}

function meanOf(values: Float64Array): number {
  let sum = 0;
  for (const v of values) sum += v;
  return sum / values.length;
}
