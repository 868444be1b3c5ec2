import { correlationsThrough, productAtLag } from '../../signal';
import { product } from '../../linear/product';
import type { FitData, PlainFit } from '../Model';
import type { NoiseThrough } from './NoisyChannel';

/** What such noise leaves known of a fit. */
export interface ThroughFit {
  /** By lag of the points away from the ends, r₀ = 1. */
  correlations: Float64Array;
  /** Correlation of neighbours of the noise before it was spread, and its variance. */
  rho: number;
  variance: number;
  /** Covariance of the coefficients for noise of unit variance, q by q. */
  unit: Float64Array[];
  degreesOfFreedom: number;
}

/** Correlations of neighbours that the noise may have had before. */
const BEFORE = [0, 0.3, 0.5, 0.7, 0.8, 0.9, 0.95, 0.98];
/** Noise that was independent is taken for it, unless another one explains the residuals so much better. */
const BETTER = 0.5;
const FURTHER_LAGS = 20;
/** With more products the residuals tell their dependence by themselves. */
const MOST_PRODUCTS = 3e7;

/**
 * How sure the coefficients are when y is what linear steps S made of noisy samples: with B = (JᵀWJ)⁻¹JᵀW·S the covariance is
 * B·R·Bᵀ, where R holds the correlations of the noise before. Ends of smoothings and derivatives count as they are.
 * @param weighted  residuals over their standard deviations, in the order of measuring
 * @returns  undefined where the points are too many for it, or the fit takes nearly all of the residuals
 * Source: propagation of a covariance through a linear map, JCGM 102:2011, 6.2.1; degrees of freedom as F. E. Satterthwaite,
 * Biometrics Bulletin 2 (1946) 110-114.
 */
export function noiseThrough(fit: PlainFit, data: FitData, weighted: Float64Array): ThroughFit | undefined {
  const { noise } = data;
  const middle = noise && noise.spread(middleSample(noise))?.weights;
  if (!middle || middle.length < 2) return undefined;
  const q = fit.inverse.length;
  if (noise.samples * middle.length * q > MOST_PRODUCTS) return undefined;
  const { columns, rows } = backThrough(fit, data, noise);
  const squares = rows.reduce((sum, v) => sum + v, 0);
  // Points near an end carry more of the noise than others.
  const before = likeliest(
    middle,
    weighted.map((r, i) => r / Math.sqrt(rows[i]! || 1)),
  );
  const inner = correlatedSquares(columns, before.rho);
  const half = product(fit.inverse, inner);
  const taken = half.reduce((sum, row, k) => sum + row[k]!, 0);
  // What correlated noise leaves of each row, beside what independent noise would.
  const whole = squares * (before.variance / correlationsThrough(middle).variance);
  if (!(whole > taken)) return undefined;
  const rss = weighted.reduce((sum, r) => sum + r * r, 0);
  const alike = before.correlations.reduce((sum, r, k) => sum + (k === 0 ? 1 : 2) * r * r, 0);
  return {
    ...before,
    variance: rss / (whole - taken),
    unit: product(half, fit.inverse),
    degreesOfFreedom: Math.max(1, data.x.length / alike - fit.parameters.length),
  };
}

/** A sample near the middle of those that have a point. */
function middleSample({ pointOf }: NoiseThrough): number {
  const hasPoint = (point: number): boolean => point >= 0;
  const centre = (pointOf.findIndex(hasPoint) + pointOf.findLastIndex(hasPoint)) >> 1;
  const behind = pointOf.subarray(Math.max(0, centre)).findIndex(hasPoint);
  return Math.max(0, centre) + Math.max(0, behind);
}

/** The noise before, by how the correlations of the residuals look. */
function likeliest(weights: Float64Array, r: Float64Array) {
  const lags = Math.min(r.length >> 2, weights.length + FURTHER_LAGS);
  const squares = r.reduce((sum, v) => sum + v * v, 0);
  const seen = Float64Array.from({ length: lags + 1 }, (_, k) => productAtLag(r, k) / squares);
  const misfit = (c: Float64Array): number => seen.reduce((sum, v, k) => sum + (v - (c[k] ?? 0)) ** 2, 0);
  const all = BEFORE.map((rho) => ({ rho, ...correlationsThrough(weights, rho) }));
  const best = all.reduce((a, b) => (misfit(b.correlations) < misfit(a.correlations) ? b : a));
  const plain = all[0]!;
  return misfit(best.correlations) < BETTER * misfit(plain.correlations) ? best : plain;
}

/** Sᵀ·W^½·J: by coefficient, length of the logged samples; and the sum of the squares of the weights of S of each point. */
function backThrough(fit: PlainFit, { x, sigma }: FitData, { samples, spread, pointOf }: NoiseThrough) {
  const gradients = Array.from(x, (at, i) => fit.pointGradient?.(i) ?? fit.curve(at).gradient);
  const rows = new Float64Array(x.length);
  const columns = fit.inverse.map(() => new Float64Array(samples));
  for (let m = 0; m < samples; m++) {
    const out = spread(m);
    out?.weights.forEach((weight, j) => {
      const point = pointOf[out.from + j] ?? -1;
      if (point < 0) return;
      const own = weight / (sigma?.[point] ?? 1);
      rows[point] = rows[point]! + own * own;
      // The weights of the fit count in the row as well.
      const inRow = own / (sigma?.[point] ?? 1);
      for (let k = 0; k < columns.length; k++) columns[k]![m] = columns[k]![m]! + inRow * gradients[point]![k]!;
    });
  }
  return { columns, rows };
}

/** Σ ρ^|m − l| vₘ vₗᵀ. */
function correlatedSquares(columns: readonly Float64Array[], rho: number): Float64Array[] {
  const q = columns.length;
  const n = columns[0]!.length;
  const out = columns.map(() => new Float64Array(q));
  const later = new Float64Array(q);
  for (let m = n - 1; m >= 0; m--) {
    for (let k = 0; k < q; k++) {
      const v = columns[k]![m]!;
      for (let l = 0; l < q; l++)
        out[k]![l] = out[k]![l]! + v * columns[l]![m]! + rho * (v * later[l]! + later[k]! * columns[l]![m]!);
    }
    for (let k = 0; k < q; k++) later[k] = columns[k]![m]! + rho * later[k]!;
  }
  return out;
}
