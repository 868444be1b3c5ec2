import { leastSquares } from '../linear/leastSquares';
import type { FitData } from './Model';
import { fTail } from './statistics/distributions';
import { runsTest } from './statistics/residualTests';
import { studentTQuantile } from './statistics/studentT';

/** The longest stretch of a course in which a straight line leaves nothing but scatter. */
export interface LinearPart {
  from: number;
  to: number;
  /** The points beside its ends: what lies between is not decided by these points. NaN where it goes to the end. */
  before: number;
  after: number;
  points: number;
  slope: number;
  /** Of its line, at x = 0. */
  intercept: number;
  /** By chance the curvature of a parabola in it would be as large in this share of cases. */
  p: number;
}

/** Where the slope of a course changes at once. */
export interface BreakPoint {
  x: number;
  y: number;
  /** Half width of the 95 % interval of x: where a break would hold the points nearly as well. */
  xHalf: number;
  slopeBefore: number;
  slopeAfter: number;
  /** By chance the gain over one line would be as large in this share of cases. */
  p: number;
}

/** More points are taken together, in the order of x: what is looked for is as wide as many of them. */
const MOST_POINTS = 240;
/** Places at which a break is tried. */
const PLACES = 120;
const LEAST_POINTS = 8;
/** A stretch that holds a smaller share of the points is no part of the course. */
const LEAST_SHARE = 0.2;
const RARE = 0.01;

interface Course {
  x: Float64Array;
  y: Float64Array;
  /** Points that each of these stands for. */
  each: number;
}

/** Points in the order of x, neighbours taken together where there are many. */
function courseOf({ x, y }: Pick<FitData, 'x' | 'y'>): Course {
  const order = [...x.keys()].filter((i) => Number.isFinite(x[i]!) && Number.isFinite(y[i]!));
  order.sort((a, b) => x[a]! - x[b]!);
  const each = Math.max(1, Math.ceil(order.length / MOST_POINTS));
  const blocks = Array.from({ length: Math.floor(order.length / each) }, (_, k) =>
    order.slice(k * each, (k + 1) * each),
  );
  const meanOf = (column: Float64Array) =>
    Float64Array.from(blocks, (block) => block.reduce((sum, i) => sum + column[i]!, 0) / block.length);
  return { x: meanOf(x), y: meanOf(y), each };
}

/** Whether there are enough points apart from each other for their course to be judged; without, nothing was tested. */
export function isCourse(data: Pick<FitData, 'x' | 'y'>): boolean {
  const { x } = courseOf(data);
  return x.length >= LEAST_POINTS && x[2]! < x[x.length - 3]!;
}

/**
 * The longest stretch in which the residuals of a straight line stay random: no curvature (F-test of a parabola against
 * the line) and no pattern (runs test), both at 1 %.
 * @returns  null where no stretch of at least a fifth of the points and eight of them is straight
 * Source: Draper and Smith, Applied Regression Analysis, 3rd ed., sections 6.1 (extra sum of squares) and 7.2 (runs).
 */
export function linearPart(data: Pick<FitData, 'x' | 'y'>): LinearPart | null {
  const course = courseOf(data);
  const { x, each } = course;
  const sums = new Sums(course);
  const n = x.length;
  const least = Math.max(LEAST_POINTS, Math.ceil(LEAST_SHARE * n));
  for (let length = n; length >= least; length--)
    for (let begin = 0; begin + length <= n; begin++) {
      const line = straightIn(course, sums, begin, begin + length);
      if (!line) continue;
      const end = begin + length;
      return {
        from: x[begin]!,
        to: x[end - 1]!,
        before: begin > 0 ? x[begin - 1]! : NaN,
        after: end < n ? x[end]! : NaN,
        points: length * each,
        ...line,
      };
    }
  return null;
}

/** The line through a stretch, or nothing where it is not straight: told by sums first, then by the points themselves. */
function straightIn(
  course: Course,
  sums: Sums,
  begin: number,
  end: number,
): Pick<LinearPart, 'slope' | 'intercept' | 'p'> | undefined {
  if (!(curvature(sums.between(begin, end)) >= RARE)) return undefined;
  const [u, v] = [course.x.subarray(begin, end), course.y.subarray(begin, end)];
  const n = u.length;
  const [middle, half] = [(u[0]! + u[n - 1]!) / 2, (u[n - 1]! - u[0]!) / 2];
  if (!(half > 0)) return undefined;
  const t = u.map((at) => (at - middle) / half);
  const one = t.map(() => 1);
  const [line, bent] = [leastSquares([one, t], v), leastSquares([one, t, t.map((at) => at * at)], v)];
  const [left, less] = [squaresOf(line.residuals), squaresOf(bent.residuals)];
  // Of points on a line nothing is left but rounding.
  const isExact = left <= 1e-24 * squaresOf(v);
  const p = isExact ? 1 : fTail(((left - less) * (n - 3)) / less, 1, n - 3);
  if (!(p >= RARE)) return undefined;
  const runs = isExact ? undefined : runsTest(line.residuals);
  if (runs && runs.p < RARE) return undefined;
  const slope = line.solution[1]! / half;
  return { slope, intercept: line.solution[0]! - slope * middle, p };
}

const squaresOf = (values: Float64Array): number => values.reduce((sum, v) => sum + v * v, 0);

/** Sums over a stretch: of powers of t from 0 to 4, of y by powers of t from 0 to 2, of y². */
type Stretch = readonly [
  n: number,
  t: number,
  t2: number,
  t3: number,
  t4: number,
  y: number,
  ty: number,
  t2y: number,
  yy: number,
];

/** Sums over stretches of a course in no more time than two subtractions; x and y are brought to the size of one. */
class Sums {
  private readonly upTo: Float64Array[];

  constructor({ x, y }: Pick<Course, 'x' | 'y'>) {
    const [t, v] = [toOne(x), toOne(y)];
    const terms = Array.from(t, (a, i) => [1, a, a ** 2, a ** 3, a ** 4, v[i]!, a * v[i]!, a * a * v[i]!, v[i]! ** 2]);
    this.upTo = [new Float64Array(9)];
    for (const term of terms) this.upTo.push(this.upTo.at(-1)!.map((sum, k) => sum + term[k]!));
  }

  between = (begin: number, end: number): Stretch =>
    Array.from(this.upTo[end]!, (sum, k) => sum - this.upTo[begin]![k]!) as unknown as Stretch;
}

function toOne(column: Float64Array): Float64Array {
  const [low, high] = column.reduce(([l, h], v) => [Math.min(l!, v), Math.max(h!, v)], [Infinity, -Infinity]);
  return column.map((v) => (2 * v - low! - high!) / (high! - low! || 1));
}

/** By chance a parabola would win so much over the line in this share of cases. */
function curvature([n, t, t2, t3, t4, y, ty, t2y, yy]: Stretch): number {
  const [stt, sty, syy] = [t2 - (t * t) / n, ty - (t * y) / n, yy - (y * y) / n];
  const [stq, sqq, sqy] = [t3 - (t * t2) / n, t4 - (t2 * t2) / n, t2y - (t2 * y) / n];
  const left = syy - (sty * sty) / stt;
  const gained = (sqy - (stq * sty) / stt) ** 2 / (sqq - (stq * stq) / stt);
  // Where sums have no digits left, the points decide.
  return left <= 1e-12 * n ? 1 : fTail((gained * (n - 3)) / Math.max(left - gained, 1e-15), 1, n - 3);
}

/**
 * The place where two straight lines that meet hold a course best.
 * @returns  null where one line does as well (F-test at 1 %), where a parabola does better or the two lines leave a
 *           pattern (runs test at 1 %), as they do of a smooth bend, or where the points are too few
 * Source: Hudson, Journal of the American Statistical Association 61 (1966) 1097, for the least squares and the interval
 * from the sum of squares as a function of the place.
 */
export function breakPoint(data: Pick<FitData, 'x' | 'y'>): BreakPoint | null {
  const { x, y } = courseOf(data);
  const n = x.length;
  if (n < LEAST_POINTS) return null;
  const [low, high] = [x[2]!, x[n - 3]!];
  if (!(high > low)) return null;
  const line = squaresOf(leastSquares([x.map(() => 1), x], y).residuals);
  const places = Array.from({ length: PLACES + 1 }, (_, k) => low + ((high - low) * k) / PLACES);
  const step = (high - low) / PLACES;
  const tried = places.map((at) => ({ at, ...hinged(x, y, at) }));
  const best = refined(x, y, tried.reduce((a, b) => (b.squares < a.squares ? b : a)).at, step);
  const freedom = n - 4;
  const p = best.squares > 0 ? fTail(((line - best.squares) * freedom) / (2 * best.squares), 2, freedom) : 0;
  const bent = squaresOf(leastSquares([x.map(() => 1), x, x.map((v) => v * v)], y).residuals);
  if (!(p < RARE) || bent <= best.squares || hasPattern(best, y)) return null;
  const bound = best.squares * (1 + studentTQuantile(0.975, freedom) ** 2 / freedom);
  const near = tried.filter((t) => t.squares <= bound).map((t) => t.at);
  const [level = NaN, before = NaN, change = NaN] = best.factors;
  return {
    x: best.at,
    y: level,
    xHalf: Math.max(step, best.at - near[0]!, near.at(-1)! - best.at),
    slopeBefore: before,
    slopeAfter: before + change,
    p,
  };
}

/** The best place near one, by thirds of the stretch about it. */
function refined(x: Float64Array, y: Float64Array, near: number, step: number) {
  let [left, right] = [near - step, near + step];
  for (let round = 0; round < 40; round++) {
    const [a, b] = [left + (right - left) / 3, right - (right - left) / 3];
    if (hinged(x, y, a).squares < hinged(x, y, b).squares) right = b;
    else left = a;
  }
  const at = (left + right) / 2;
  return { at, ...hinged(x, y, at) };
}

/** Whether two lines leave more than scatter: then the course bends otherwise than by a break. */
function hasPattern({ squares, residuals }: { squares: number; residuals: Float64Array }, y: Float64Array): boolean {
  if (squares <= 1e-18 * squaresOf(y)) return false;
  return (runsTest(residuals)?.p ?? 1) < RARE;
}

/** Two lines that meet at a place: the level there, the slope before, and by how much it changes. */
function hinged(x: Float64Array, y: Float64Array, at: number) {
  const columns = [x.map(() => 1), x.map((v) => v - at), x.map((v) => Math.max(0, v - at))];
  const { residuals, solution } = leastSquares(columns, y);
  return { squares: squaresOf(residuals), factors: solution, residuals };
}
