import { applyQTransposed, householderQr } from '../linear/householderQr';
import type { KnownErrors } from './difference';

/** A point's own uncertainty below this share of its whole is taken as that share: nothing is known better than so. */
const LEAST_OWN = 1e-3;

const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, v, i) => sum + v * b[i]!, 0);

/** Standard uncertainty of a weighted sum of the differences: aᵀVa, with V of what each point has of its own and of what all share. */
export function uncertaintyOfSum({ independent, shared }: KnownErrors, weights: Float64Array): number {
  const own = weights.reduce((sum, w, i) => sum + (w * independent[i]!) ** 2, 0);
  return Math.sqrt(own + shared.reduce((sum, { column }) => sum + dot(weights, column) ** 2, 0));
}

/**
 * dᵀV⁻¹d, where V = diag(u²) + Σ s·sᵀ over the shared errors s: the least that is left of the differences, each by its own
 * uncertainty, when the shared errors may take any size b at the price of b². No n by n matrix is made.
 * Source: the identity of M. A. Woodbury, e.g. Golub and Van Loan, Matrix Computations, 4th ed., section 2.1.4. As a measure of
 * a whole curve: the multivariate metric of ASME V&V 20.1 (from memory).
 */
export function wholeCurve({ independent, shared, standard }: KnownErrors, d: Float64Array): number {
  const own = independent.map((u, i) => Math.max(u, LEAST_OWN * standard[i]!));
  const columns = shared.map((s) => s.column).filter((c) => c.some((v) => v !== 0));
  const [n, m] = [d.length, columns.length];
  const rows = columns.map((c, k) =>
    Float64Array.from({ length: n + m }, (_, i) => (i < n ? c[i]! / own[i]! : Number(i === n + k))),
  );
  const right = Float64Array.from({ length: n + m }, (_, i) => (i < n ? d[i]! / own[i]! : 0));
  const rotated = m > 0 ? applyQTransposed(householderQr(rows), right) : right;
  return rotated.subarray(m).reduce((sum, v) => sum + v * v, 0);
}
