import { median } from '../../sample';
import { scaledAxis } from '../axisScales';
import { valuesOf, type PropertyTable } from '../PropertyTable';
import { neighbourPlanes } from './neighbourPlanes';
import type { Misses } from './Misses';

/** A knot this many times further off than the others usually are is likely a typing error. */
const FAR_OFF = 12;
/** Without it no other is off by more than such a part; at an end, where a course may bend sharply, by a smaller one. */
const CLEAR = 4;
const CLEAR_AT_END = 10;
/** Rounding of the last printed digit is no typing error. */
const LEAST_SHARE = 2e-3;
/** Values that span more than such a factor are judged by their logarithms: that is how they change evenly. */
const WIDE_SPAN = 3;
/**
 * Along fewer knots than this only a line is laid through neighbours: of a curve, whose few knots would all miss the cubic
 * through the others alike; and of a grid, where rows and columns judge each other.
 */
const FEWEST_FOR_CUBIC = 7;
const FEWEST_FOR_CUBIC_IN_GRID = 5;
const FEWEST = 4;
/** Points anywhere have neighbours at all sides from so many on. */
const FEWEST_SCATTERED = 7;
const fewestOf = ({ second }: PropertyTable): number => (second?.isScattered ? FEWEST_SCATTERED : FEWEST);

type Judge = (y: Float64Array) => Misses;

/**
 * The knot without which all others agree with their neighbours, where with it they do not.
 * @returns  its place in the table's values, and what its neighbours point to; undefined where there is none
 */
export function oddKnot(table: PropertyTable): { knot: number; expected: number } | undefined {
  if (table.y.length < fewestOf(table)) return undefined;
  const axis = scaledAxis(judgedScale(table), table.yUnit);
  const y = valuesOf(table).map(axis.to);
  const judge = judgeOf(table);
  const { miss, noise } = judge(y);
  const sizeOf = (found: Misses): Float64Array => found.miss.map((v, k) => Math.abs(v) / found.noise[k]!);
  const sizes = sizeOf({ miss, noise });
  const without = (knot: number): Float64Array => sizeOf(judge(y.map((v, k) => (k === knot ? v + miss[knot]! : v))));
  // A wrong knot makes its neighbours look wrong too, so the worst few are tried.
  const worst = [...sizes.keys()].filter((k) => sizes[k]! === sizes[k]!);
  worst.sort((a, b) => sizes[b]! - sizes[a]!);
  const tried = worst.slice(0, 9).map((knot) => ({ knot, left: without(knot).filter((v) => v === v) }));
  if (tried.length === 0) return undefined;
  const most = (values: Float64Array): number => values.reduce((a, b) => Math.max(a, b));
  const { knot, left } = tried.reduce((a, b) => (most(b.left) < most(a.left) ? b : a));
  const size = sizes[knot]!;
  const known = y.filter((v) => v === v);
  const range = most(known) - known.reduce((a, b) => Math.min(a, b));
  const clear = isAtEnd(table, knot) || isByLines(table) ? CLEAR_AT_END : CLEAR;
  const isOdd = size > 0 && size >= LEAST_SHARE * range && size >= FAR_OFF * median(left) && clear * most(left) <= size;
  return isOdd ? { knot, expected: axis.from(y[knot]! + miss[knot]!) } : undefined;
}

/** Of a curve: neighbours stand at one side of it only. */
const isAtEnd = ({ second, x }: PropertyTable, knot: number): boolean =>
  !second && (knot === 0 || knot === x.length - 1);

/** Whether a line is all that its knots are held against, along either argument. */
const isByLines = ({ second, x }: PropertyTable): boolean => {
  if (!second) return x.length < FEWEST_FOR_CUBIC;
  return !second.isScattered && Math.max(x.length, second.w.length) < FEWEST_FOR_CUBIC_IN_GRID;
};

/** Whether there are enough knots beside each other for a wrong value to show. */
export function canShowOddKnot(table: PropertyTable): boolean {
  return table.y.length >= fewestOf(table) && judgeOf(table)(valuesOf(table)).miss.some((v) => v === v);
}

function judgedScale({ yScale = 'plain', yUnit, y }: PropertyTable) {
  if (yScale !== 'plain') return yScale;
  const logs = y.filter((v) => v !== null).map(scaledAxis('log', yUnit).to);
  const isWide = logs.every(Number.isFinite) && Math.max(...logs) - Math.min(...logs) > Math.log(WIDE_SPAN);
  return isWide ? 'log' : 'plain';
}

function judgeOf(table: PropertyTable): Judge {
  const x = Float64Array.from(table.x, scaledAxis(table.xScale, table.xUnit).to);
  const { second } = table;
  if (!second) return (y) => missesAlong(x, y, FEWEST_FOR_CUBIC);
  const w = Float64Array.from(second.w, scaledAxis(second.scale, second.unit).to);
  return second.isScattered ? neighbourPlanes(x, w) : (y) => missesOverGrid(x, w, y);
}

/** A wrong value disagrees with its row and with its column; its neighbours with one of them only. */
function missesOverGrid(x: Float64Array, w: Float64Array, y: Float64Array): Misses {
  const [n, m] = [x.length, w.length];
  const found: Misses = { miss: new Float64Array(n * m), noise: new Float64Array(n * m) };
  const rows = Array.from({ length: n }, (_, i) =>
    missesBetweenHoles(w, y.subarray(i * m, (i + 1) * m), FEWEST_FOR_CUBIC_IN_GRID),
  );
  const columns = Array.from({ length: m }, (_, j) =>
    missesBetweenHoles(
      x,
      Float64Array.from(x, (_, i) => y[i * m + j]!),
      FEWEST_FOR_CUBIC_IN_GRID,
    ),
  );
  for (let k = 0; k < n * m; k++) {
    const [i, j] = [Math.floor(k / m), k % m];
    const inRow = { miss: rows[i]!.miss[j]!, noise: rows[i]!.noise[j]! };
    const inColumn = { miss: columns[j]!.miss[i]!, noise: columns[j]!.noise[i]! };
    const sizeInRow = Math.abs(inRow.miss) / inRow.noise;
    const isRow = sizeInRow === sizeInRow && !(sizeInRow > Math.abs(inColumn.miss) / inColumn.noise);
    const { miss, noise } = isRow ? inRow : inColumn;
    found.miss[k] = miss;
    found.noise[k] = noise;
  }
  return found;
}

/** The same along what is there of a curve with holes; NaN at a hole. */
function missesBetweenHoles(x: Float64Array, y: Float64Array, fewestForCubic: number): Misses {
  const there = [...y.keys()].filter((i) => y[i] === y[i]);
  const among = (column: Float64Array) => Float64Array.from(there, (i) => column[i]!);
  const own = missesAlong(among(x), among(y), fewestForCubic);
  const found: Misses = { miss: new Float64Array(y.length).fill(NaN), noise: new Float64Array(y.length).fill(1) };
  there.forEach((i, k) => {
    found.miss[i] = own.miss[k]!;
    found.noise[i] = own.noise[k]!;
  });
  return found;
}

/** At each knot of a curve the cubic through its four nearest neighbours, or the line through two where knots are few. */
function missesAlong(x: Float64Array, y: Float64Array, fewestForCubic: number): Misses {
  const n = x.length;
  const found: Misses = { miss: new Float64Array(n).fill(NaN), noise: new Float64Array(n).fill(1) };
  if (n < FEWEST) return found;
  const neighbours = n < fewestForCubic ? 2 : 4;
  for (let i = 0; i < n; i++) {
    const from = Math.min(n - neighbours - 1, Math.max(0, i - neighbours / 2));
    const around = Array.from({ length: neighbours + 1 }, (_, j) => from + j).filter((j) => j !== i);
    let [said, squares] = [0, 1];
    for (const j of around) {
      let weight = 1;
      for (const l of around) if (l !== j) weight *= (x[i]! - x[l]!) / (x[j]! - x[l]!);
      said += weight * y[j]!;
      squares += weight * weight;
    }
    found.miss[i] = said - y[i]!;
    found.noise[i] = Math.sqrt(squares);
  }
  return found;
}
