import { interpolatorOf } from '../interpolatorOf';
import { isInTwo, valuesOf, type PropertyTable, type TableInTwo } from '../PropertyTable';
import { missesOfThinPlate, surfaceOf } from '../surface';

/** How far a table misses its own knots when each is left out in turn: a feeling for its interpolation error. */
export interface LeaveOneOut {
  /** Root mean square and largest, unit of the value. */
  rms: number;
  largest: number;
  /** Arguments at which it is largest. */
  at: number[];
}

const MOST_LEFT_OUT = 400;

/**
 * Leave-one-out error over the inner knots, some of them where there are very many. Of a grid, whole rows and
 * whole columns are left out, since a knot alone cannot be.
 * @returns  undefined where none can be left out
 * @throws {AppError} as `interpolatorOf`, `surfaceOf`
 * Source: M. Stone, J. R. Stat. Soc. B 36 (1974) 111-147.
 */
export function leaveOneOut(table: PropertyTable): LeaveOneOut | undefined {
  const misses = isInTwo(table)
    ? table.second.isScattered
      ? ofPoints(table)
      : [...ofRows(table), ...ofColumns(table)]
    : ofKnots(table);
  const present = misses.filter((m) => m.miss === m.miss);
  if (present.length === 0) return undefined;
  const worst = present.reduce((a, b) => (Math.abs(b.miss) > Math.abs(a.miss) ? b : a));
  const rms = Math.sqrt(present.reduce((sum, { miss }) => sum + miss * miss, 0) / present.length);
  return { rms, largest: Math.abs(worst.miss), at: worst.at };
}

interface Miss {
  at: number[];
  miss: number;
}

const without = <T>(values: readonly T[], i: number): T[] => values.filter((_, k) => k !== i);

/** Places to leave out: not the ends, where there is nothing beyond. */
function inner(n: number): number[] {
  const stride = Math.max(1, Math.ceil(n / MOST_LEFT_OUT));
  return Array.from({ length: Math.max(0, Math.ceil((n - 2) / stride)) }, (_, k) => 1 + k * stride);
}

function ofKnots(table: PropertyTable): Miss[] {
  const { x, y } = table;
  const known = valuesOf(table);
  if (x.length < 4) return [];
  return inner(x.length).map((i) => {
    const others = interpolatorOf({ ...table, x: without(x, i), y: without(y, i) });
    return { at: [x[i]!], miss: others.at(Float64Array.of(x[i]!)).values[0]! - known[i]! };
  });
}

function ofRows(table: TableInTwo): Miss[] {
  const { x, y, second } = table;
  const [m, known] = [second.w.length, valuesOf(table)];
  if (x.length < 4) return [];
  return inner(x.length).flatMap((i) => {
    const others = surfaceOf({ ...table, x: without(x, i), y: y.filter((_, k) => Math.floor(k / m) !== i) });
    const { values } = others.at(new Float64Array(m).fill(x[i]!), Float64Array.from(second.w));
    return second.w.map((w, j) => ({ at: [x[i]!, w], miss: values[j]! - known[i * m + j]! }));
  });
}

function ofColumns(table: TableInTwo): Miss[] {
  const { x, y, second } = table;
  const [m, known] = [second.w.length, valuesOf(table)];
  if (m < 4) return [];
  return inner(m).flatMap((j) => {
    const others = surfaceOf({
      ...table,
      second: { ...second, w: without(second.w, j) },
      y: y.filter((_, k) => k % m !== j),
    });
    const { values } = others.at(Float64Array.from(x), new Float64Array(x.length).fill(second.w[j]!));
    return x.map((at, i) => ({ at: [at, second.w[j]!], miss: values[i]! - known[i * m + j]! }));
  });
}

/** Of points, those that lie within the others. */
function ofPoints(table: TableInTwo): Miss[] {
  const { x, y, second } = table;
  const known = valuesOf(table);
  if (x.length < 5) return [];
  // A plate is known without each of its points as soon as it is known with them.
  if (second.between === 'thinPlate')
    return Array.from(missesOfThinPlate(table), (miss, i) => ({ at: [x[i]!, second.w[i]!], miss }));
  return inner(x.length).map((i) => {
    const others = surfaceOf({
      ...table,
      outside: 'refuse',
      x: without(x, i),
      y: without(y, i),
      second: { ...second, w: without(second.w, i) },
    });
    return {
      at: [x[i]!, second.w[i]!],
      miss: others.at(Float64Array.of(x[i]!), Float64Array.of(second.w[i]!)).values[0]! - known[i]!,
    };
  });
}
