import type { Fit } from '../model';
import { effectsOn } from '../model/uncertainty/PointErrors';
import type { SharedError } from './difference';

/**
 * The errors of a fitted curve at several x: of each source that its points share, and of its scatter, which moves the whole
 * curve and so is shared by all x as well, in as many columns as it has coefficients.
 * @param name  of the fit, so that the scatter of two fits is not taken for one
 * @returns     unit of y
 */
export function errorsOfCurve(fit: Fit, x: Float64Array, name: string): SharedError[] {
  const gradients = Array.from(x, (at) => fit.curve(at).gradient);
  const bySource = gradients.map((g) => effectsOn(g, fit.effects));
  const shared = fit.effects.map(({ source }) => ({
    source,
    column: Float64Array.from(bySource, (e) => e.get(source)!),
  }));
  const roots = columnsOfRoot(fit.inverse.map((row) => row.map((v) => v * fit.variance)));
  const scatter = roots.map((root, k) => ({
    source: `scatter of ${name}, ${k + 1}`,
    scatterOf: name,
    column: Float64Array.from(gradients, (g) => g.reduce((sum, v, i) => sum + v * root[i]!, 0)),
  }));
  // Dependent residuals make the curve less sure than independent ones would, at each x by its own factor.
  gradients.forEach((g, i) => {
    const plain = Math.hypot(...scatter.map((s) => s.column[i]!));
    const factor = plain > 0 ? fit.spread(g).random / plain : 1;
    for (const s of scatter) s.column[i] = s.column[i]! * factor;
  });
  return [...shared, ...scatter];
}

/** Columns c with Σ c·cᵀ equal to a covariance matrix: its Cholesky factor, what is lost in rounding left out. */
function columnsOfRoot(a: readonly Float64Array[]): Float64Array[] {
  const p = a.length;
  const size = a.map((row, k) => Math.sqrt(Math.max(0, row[k]!)) || 1);
  const left = a.map((row, k) => row.map((v, l) => v / (size[k]! * size[l]!)));
  return Array.from({ length: p }, (_, k) => {
    const pivot = left[k]![k]!;
    if (!(pivot > 1e-14)) return new Float64Array(p);
    const column = Float64Array.from(left, (row, i) => (i < k ? 0 : row[k]! / Math.sqrt(pivot)));
    for (let i = k; i < p; i++) for (let j = k; j < p; j++) left[i]![j] = left[i]![j]! - column[i]! * column[j]!;
    return column.map((v, i) => v * size[i]!);
  });
}
