import { product } from '../../linear/product';
import type { FitData, PlainFit } from '../Model';

/** With more points the coefficients are taken to change slowly from one point to the next. */
const MOST_POINTS = 20_000;

export interface CorrelatedCovariance {
  /** Of the coefficients, for residuals of unit variance, q by q. */
  unit: Float64Array[];
  /** So many residuals the fit has taken up: the number of parameters where they are independent, more where they are not. */
  taken: number;
}

/**
 * Covariance of the coefficients of a least-squares fit whose residuals depend on each other as a first-order process:
 * (JᵀWJ)⁻¹ (Σ ρ^|i−j| JᵢWJⱼᵀ) (JᵀWJ)⁻¹, of unit variance, and by how much the residuals look calmer than they are. What they are in time is what counts, not along x: points whose x
 * jumps about in time lose little by it.
 * @param inverse  (JᵀWJ)⁻¹, q by q
 * @param rho      correlation of neighbours in the order of the points, 0 <= ρ < 1
 * Source: generalised least squares variance of an ordinary least-squares estimate, e.g. W. H. Greene, Econometric Analysis
 * (7th ed. 2012), section 20.4; from memory.
 */
export function correlatedCovariance(
  fit: PlainFit,
  data: FitData,
  inverse: readonly Float64Array[],
  rho: number,
): CorrelatedCovariance {
  const n = data.x.length;
  const q = inverse.length;
  const tau = (1 + rho) / (1 - rho);
  if (n > MOST_POINTS) return { unit: inverse.map((row) => row.map((v) => v * tau)), taken: q * tau };
  const middle = Array.from({ length: q }, () => new Float64Array(q));
  const later = new Float64Array(q);
  for (let i = n - 1; i >= 0; i--) {
    const gradient = fit.pointGradient?.(i) ?? fit.curve(data.x[i]!).gradient;
    const weight = 1 / (data.sigma?.[i] ?? 1);
    for (let k = 0; k < q; k++) {
      const g = gradient[k]! * weight;
      for (let l = 0; l < q; l++) {
        const h = gradient[l]! * weight;
        middle[k]![l] = middle[k]![l]! + g * h + rho * (g * later[l]! + later[k]! * h);
      }
    }
    for (let k = 0; k < q; k++) later[k] = gradient[k]! * weight + rho * later[k]!;
  }
  const half = product(inverse, middle);
  return { unit: product(half, inverse), taken: half.reduce((sum, row, k) => sum + row[k]!, 0) };
}
