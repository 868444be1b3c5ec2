import { applyQTransposed, householderQr, solveUpper } from '../../linear/householderQr';
import type { FitData, PlainFit } from '../Model';
import type { SystematicEffect } from './PointErrors';

/** One series of a fit: its points, its curve, and which of the coefficients of the whole are its own. */
export interface FittedPart {
  fit: PlainFit;
  data: FitData;
  places: readonly number[];
}

/** With more points, every so many of them tell how a source moves the curve: it moves all of them alike. */
const MOST_POINTS = 3000;

/**
 * What each source of error of the points does to the coefficients of a least-squares fit: its column goes through the
 * linear map of the fit, (JᵀWJ)⁻¹JᵀW(ε_y − f′·ε_x), whatever the weights W are.
 * @param parts    the series, one or those that share coefficients
 * @param inverse  (JᵀWJ)⁻¹ of all coefficients, p by p
 * Source: JCGM 100:2008 (GUM) 5.1.3 and 5.2.2, the derivatives by the measured points being those of the normal equations.
 */
export function systematicEffects(parts: readonly FittedPart[], inverse: readonly Float64Array[]): SystematicEffect[] {
  const count = inverse.length;
  const sums = new Map<string, Float64Array>();
  const normal = Array.from({ length: count }, () => new Float64Array(count));
  for (const part of parts) addPart(part, sums, normal);
  // A parameter at a bound does not move.
  const isThinned = parts.some(({ data }) => data.x.length > MOST_POINTS) && inverse.every((row, k) => row[k]! > 0);
  const solve =
    (isThinned && solverOf(normal)) ||
    ((sum: Float64Array) => Float64Array.from(inverse, (row) => row.reduce((s, v, k) => s + v * sum[k]!, 0)));
  return [...sums].map(([source, sum]) => ({ source, change: solve(sum) }));
}

/** Solves the normal equations of the points that were taken, so that what moves all alike does so exactly; undefined where they are singular. */
function solverOf(normal: readonly Float64Array[]): ((sum: Float64Array) => Float64Array) | undefined {
  const size = normal.map((row, k) => Math.sqrt(row[k]!));
  if (!size.every((v) => v > 0)) return undefined;
  const qr = householderQr(normal.map((row, k) => row.map((v, l) => v / (size[k]! * size[l]!))));
  if (!(qr.conditionNumber < 1e12)) return undefined;
  return (sum) =>
    solveUpper(
      qr.r,
      applyQTransposed(
        qr,
        sum.map((v, k) => v / size[k]!),
      ),
    ).map((v, k) => v / size[k]!);
}

function addPart(
  { fit, data, places }: FittedPart,
  sums: Map<string, Float64Array>,
  normal: readonly Float64Array[],
): void {
  const { errors = [], sigma, sigmaX } = data;
  if (errors.length === 0) return;
  const own = errors.map(({ source }) => {
    const sum = sums.get(source) ?? new Float64Array(normal.length);
    sums.set(source, sum);
    return sum;
  });
  const needsSlope = sigmaX !== undefined || errors.some((e) => e.x);
  const n = data.x.length;
  const stride = Math.ceil(n / MOST_POINTS);
  for (let i = 0; i < n; i += stride) {
    const gradient = fit.pointGradient?.(i) ?? fit.curve(data.x[i]!).gradient;
    const slope = needsSlope ? slopeOf(fit, data.x, i) : 0;
    const variance = sigma ? sigma[i]! ** 2 + (sigmaX ? (slope * sigmaX[i]!) ** 2 : 0) : 1;
    const weight = stride / variance;
    places.forEach((p, k) =>
      places.forEach((q, l) => (normal[p]![q] = normal[p]![q]! + weight * gradient[k]! * gradient[l]!)),
    );
    errors.forEach(({ x, y, others = [] }, s) => {
      const byOthers = others.reduce((sum, column, k) => sum + (fit.otherSlopes?.[k] ?? 0) * (column?.[i] ?? 0), 0);
      const moved = ((y?.[i] ?? 0) - slope * (x?.[i] ?? 0) - byOthers) * weight;
      if (moved !== 0) places.forEach((place, k) => (own[s]![place] = own[s]![place]! + gradient[k]! * moved));
    });
  }
}

/** Slope of the curve at a point, by a central difference over a ten-thousandth of the range. */
export function slopeOf(fit: Pick<PlainFit, 'curve'>, x: Float64Array, i: number): number {
  const span = Math.abs(x[x.length - 1]! - x[0]!) || Math.abs(x[i]!) || 1;
  const h = 1e-4 * span;
  return (fit.curve(x[i]! + h).value - fit.curve(x[i]! - h).value) / (2 * h);
}
