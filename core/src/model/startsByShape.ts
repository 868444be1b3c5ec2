import type { Points } from './Model';
import { applyQTransposed, householderQr, solveUpper } from '../linear/householderQr';

const MOST_POINTS = 150;
const BEST = 3;

/**
 * Start values for a model that is linear in some parameters once its shape (the others) is given: for each
 * candidate shape the linear ones follow from least squares, and those that leave least are taken.
 * @param basis  what the linear parameters multiply, at an x and a shape
 * @param whole  all parameters of the model from the linear ones and the shape
 * Source: separable least squares, G. H. Golub and V. Pereyra, SIAM J. Numer. Anal. 10 (1973) 413-432.
 */
export function startsByShape(
  points: Points,
  candidates: readonly (readonly number[])[],
  basis: (x: number, shape: readonly number[]) => number[],
  whole: (linear: Float64Array, shape: readonly number[]) => number[],
): number[][] {
  const { x, y } = thinned(points);
  const tried = candidates.flatMap((shape) => {
    const columns = columnsOf(x, (at) => basis(at, shape));
    if (!columns || columns.some((column) => column.every((v) => v === 0))) return [];
    const qr = householderQr(columns);
    const rotated = applyQTransposed(qr, y);
    // What is left of y below the triangle is what no combination of the columns explains.
    const left = rotated.subarray(columns.length).reduce((sum, v) => sum + v * v, 0);
    return Number.isFinite(qr.conditionNumber) && Number.isFinite(left)
      ? [{ left, start: whole(solveUpper(qr.r, rotated), shape) }]
      : [];
  });
  tried.sort((a, b) => a.left - b.left);
  return tried.slice(0, BEST).map((t) => t.start);
}

/** One column for each part of the basis; undefined where a value is none. */
function columnsOf(x: Float64Array, basis: (x: number) => number[]): Float64Array[] | undefined {
  const columns = basis(x[0]!).map(() => new Float64Array(x.length));
  for (let i = 0; i < x.length; i++) {
    const row = basis(x[i]!);
    for (let k = 0; k < row.length; k++) {
      if (!Number.isFinite(row[k]!)) return undefined;
      columns[k]![i] = row[k]!;
    }
  }
  return columns;
}

function thinned({ x, y }: Points): Points {
  const stride = Math.ceil(x.length / MOST_POINTS);
  const shown = (_: number, k: number): boolean => k % stride === 0;
  return { x: x.filter(shown), y: y.filter(shown) };
}

/** Ends of the arguments. */
export function rangeOf(x: Float64Array): { low: number; high: number; span: number } {
  let [low, high] = [Infinity, -Infinity];
  for (const v of x) {
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  return { low, high, span: high - low || 1 };
}

export const evenly = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, k) => from + ((to - from) * (k + 0.5)) / count);

/** Sizes in even ratios. */
export const ratios = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, k) => from * (to / from) ** (k / (count - 1)));

export const pairs = (a: readonly number[], b: readonly number[]): number[][] => a.flatMap((p) => b.map((q) => [p, q]));
