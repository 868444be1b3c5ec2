import { AppError } from '../error/AppError';
import { interpolatorThrough } from '../property';

/** A curve given by points, here the simulated one. */
export interface Curve {
  x: Float64Array;
  y: Float64Array;
}

export interface Difference {
  /** Measured points inside the range of the candidate: x, and measured − candidate there. */
  x: Float64Array;
  difference: Float64Array;
  /** Measured points outside it, which are not compared. */
  outside: number;
  mean: number;
  rms: number;
  /** Largest by size, with its sign, and where it stands. */
  largest: number;
  largestAt: number;
}

/**
 * Reference minus candidate at the reference's points; the candidate is interpolated
 * linearly between its own points and never extended.
 * @param reference  measured points, any order, finite
 * @param candidate  at least 2 points, finite; repeated x are averaged
 * @throws {AppError} TOO_FEW_SAMPLES, NO_OVERLAP
 */
export function difference(
  reference: Curve,
  candidate: Curve,
  names: { reference: string; candidate: string },
): Difference {
  const curve = sortedCurve(candidate);
  if (curve.x.length < 2)
    throw new AppError('TOO_FEW_SAMPLES', { name: `"${names.candidate}"`, have: curve.x.length, need: 2 });
  const { values } = interpolatorThrough(curve.x, curve.y, 'linear', 'refuse').at(reference.x);
  const x: number[] = [];
  const out: number[] = [];
  let sum = 0;
  let squares = 0;
  let largest = 0;
  let largestAt = NaN;
  for (let i = 0; i < values.length; i++) {
    if (Number.isNaN(values[i]!)) continue;
    const d = reference.y[i]! - values[i]!;
    x.push(reference.x[i]!);
    out.push(d);
    sum += d;
    squares += d * d;
    if (Math.abs(d) >= Math.abs(largest)) {
      largest = d;
      largestAt = reference.x[i]!;
    }
  }
  if (x.length === 0) throw new AppError('NO_OVERLAP', names);
  return {
    x: Float64Array.from(x),
    difference: Float64Array.from(out),
    outside: values.length - x.length,
    mean: sum / x.length,
    rms: Math.sqrt(squares / x.length),
    largest,
    largestAt,
  };
}

/** A curve in rising x, with the y of repeated x averaged. */
export function sortedCurve(curve: Curve): Curve {
  const order = Array.from(curve.x, (_, i) => i)
    .filter((i) => Number.isFinite(curve.x[i]!) && Number.isFinite(curve.y[i]!))
    .sort((a, b) => curve.x[a]! - curve.x[b]!);
  const x: number[] = [];
  const y: number[] = [];
  let repeats = 1;
  for (const i of order) {
    if (x.at(-1) === curve.x[i]) {
      repeats++;
      y[y.length - 1] = y.at(-1)! + (curve.y[i]! - y.at(-1)!) / repeats;
    } else {
      repeats = 1;
      x.push(curve.x[i]!);
      y.push(curve.y[i]!);
    }
  }
  return { x: Float64Array.from(x), y: Float64Array.from(y) };
}
