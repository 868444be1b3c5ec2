import { rootBetween } from '../number/rootBetween';

/**
 * A curve of polynomials between breaks: y = a + b d + c d² + e d³ with d counted from the break at
 * the left. At the last break it takes the value `last`.
 */
export interface Pieces {
  /** Strictly rising, length m + 1. */
  breaks: Float64Array;
  /** Highest power that stands in any piece. */
  degree: 0 | 1 | 3;
  /** Each of length m. */
  a: Float64Array;
  b: Float64Array;
  c: Float64Array;
  e: Float64Array;
  last: number;
}

/** The straight pieces through knots. */
export function straightPieces(x: Float64Array, y: Float64Array): Pieces {
  const m = x.length - 1;
  const b = new Float64Array(m);
  for (let k = 0; k < m; k++) b[k] = (y[k + 1]! - y[k]!) / (x[k + 1]! - x[k]!);
  return { breaks: x, degree: 1, a: y.slice(0, m), b, c: new Float64Array(m), e: new Float64Array(m), last: y[m]! };
}

/** The cubic pieces that pass through knots with given slopes there. Source: Hermite's interpolation, any book on numerical analysis. */
export function cubicPieces(x: Float64Array, y: Float64Array, slopes: Float64Array): Pieces {
  const m = x.length - 1;
  const [c, e] = [new Float64Array(m), new Float64Array(m)];
  for (let k = 0; k < m; k++) {
    const h = x[k + 1]! - x[k]!;
    const secant = (y[k + 1]! - y[k]!) / h;
    c[k] = (3 * secant - 2 * slopes[k]! - slopes[k + 1]!) / h;
    e[k] = (slopes[k]! + slopes[k + 1]! - 2 * secant) / (h * h);
  }
  return { breaks: x, degree: 3, a: y.slice(0, m), b: slopes.slice(0, m), c, e, last: y[m]! };
}

/** For an argument the piece in which it lies, quickly: a grid of equal cells tells where to start. */
export interface Finder {
  /** @param q  from the first break on, below the last */
  of(q: number): number;
  /** Piece in which each cell begins, and cells per unit of the argument: for loops that cannot afford the call. */
  starts: Int32Array;
  perUnit: number;
  /** Many pieces lie in one cell: only `of` finds them quickly. */
  isCrowded: boolean;
}

const CELLS_PER_PIECE = 8;
const MOST_CELLS = 1 << 20;
/** So many pieces are passed one by one; more of them are halved. */
const FEW = 8;

/** Common practice. */
export function finderOf(breaks: Float64Array): Finder {
  const pieces = breaks.length - 1;
  const cells = Math.min(CELLS_PER_PIECE * pieces, MOST_CELLS);
  const low = breaks[0]!;
  const range = breaks[pieces]! - low;
  const starts = new Int32Array(cells + 2);
  let k = 0;
  for (let c = 0; c < starts.length; c++) {
    // A little before the cell begins, since rounding may put an argument into the next one.
    const at = low + (range * (c - 1e-6)) / cells;
    while (k < pieces - 1 && breaks[k + 1]! <= at) k++;
    starts[c] = k;
  }
  const perUnit = cells / range;
  return {
    starts,
    perUnit,
    isCrowded: starts.some((start, c) => start - (starts[c - 1] ?? 0) > FEW),
    of: (q) => {
      const cell = ((q - low) * perUnit) | 0;
      let at = starts[cell]!;
      for (let to = starts[cell + 1]!; to - at > FEW;) {
        const middle = (at + to) >> 1;
        if (breaks[middle]! <= q) at = middle;
        else to = middle;
      }
      while (breaks[at + 1]! <= q) at++;
      return at;
    },
  };
}

/** Of a piece at a distance from its break. */
export const valueAt = ({ a, b, c, e }: Pieces, k: number, d: number): number =>
  a[k]! + d * (b[k]! + d * (c[k]! + d * e[k]!));
export const slopeAt = ({ b, c, e }: Pieces, k: number, d: number): number => b[k]! + d * (2 * c[k]! + d * 3 * e[k]!);
export const bendAt = ({ c, e }: Pieces, k: number, d: number): number => 2 * c[k]! + 6 * e[k]! * d;

/** The area under the curve between two arguments within it. */
export function areaUnder(pieces: Pieces, from: number, to: number): number {
  const { breaks, a, b, c, e } = pieces;
  const upTo = (q: number): number => {
    let sum = 0;
    for (let k = 0; k < a.length && breaks[k]! < q; k++) {
      const d = Math.min(q, breaks[k + 1]!) - breaks[k]!;
      sum += d * (a[k]! + d * (b[k]! / 2 + d * (c[k]! / 3 + (d * e[k]!) / 4)));
    }
    return sum;
  };
  return upTo(to) - upTo(from);
}

/** All arguments at which the curve takes a value, rising. A piece that lies on the value all along answers its two ends. */
export function argumentsOf(pieces: Pieces, value: number): number[] {
  const found: number[] = [];
  const add = (q: number): void => {
    const last = found.at(-1);
    if (last === undefined || q - last > 1e-12 * Math.max(Math.abs(q), Math.abs(last))) found.push(q);
  };
  for (let k = 0; k < pieces.a.length; k++) {
    const width = pieces.breaks[k + 1]! - pieces.breaks[k]!;
    // Where the piece turns it is cut, so that it crosses the value once in each part.
    const cuts = [0, ...turns(pieces, k, width), width];
    for (let j = 1; j < cuts.length; j++) crossings(pieces, k, cuts[j - 1]!, cuts[j]!, value, add);
  }
  if (pieces.last === value) add(pieces.breaks[pieces.breaks.length - 1]!);
  return found;
}

/**
 * All arguments beyond the last break on one side at which the end piece, continued, takes a value, rising. Pieces that stay
 * level take none.
 */
export function argumentsBeyond(pieces: Pieces, side: 'before' | 'after', value: number): number[] {
  const m = pieces.a.length;
  if (pieces.degree === 0) return [];
  const k = side === 'before' ? 0 : m - 1;
  const width = pieces.breaks[k + 1]! - pieces.breaks[k]!;
  const at = (d: number): number => valueAt(pieces, k, d) - value;
  const isBeyond = (d: number): boolean => (side === 'before' ? d < 0 : d > width);
  const edge = side === 'before' ? 0 : width;
  // Between where it turns it crosses the value at most once; beyond the last turn as far as doubles reach.
  const cuts = [edge, ...turnsOf(pieces, k).filter(isBeyond)].sort((p, q) => Math.abs(p - edge) - Math.abs(q - edge));
  const far = reachOf(at, cuts.at(-1)!, side === 'before' ? -width : width);
  const places = far === undefined ? cuts : [...cuts, far];
  const found: number[] = [];
  for (let j = 1; j < places.length; j++) {
    const [from, to] = [places[j - 1]!, places[j]!];
    if (at(to) === 0) found.push(to);
    else if (at(from) !== 0 && at(from) > 0 !== at(to) > 0) found.push(rootBetween(at, from, to));
  }
  return found.map((d) => pieces.breaks[k]! + d).sort((p, q) => p - q);
}

/** A place beyond which the sign no longer changes, on the other side of zero; undefined where there is none. */
function reachOf(at: (d: number) => number, from: number, step: number): number | undefined {
  const sign = Math.sign(at(from));
  for (let by = step; Number.isFinite(at(from + by)) && Math.abs(by) < 1e12 * Math.abs(step); by *= 2)
    if (sign !== 0 && Math.sign(at(from + by)) === -sign) return from + by;
  return undefined;
}

function turns(pieces: Pieces, k: number, width: number): number[] {
  return turnsOf(pieces, k).filter((d) => d > 0 && d < width);
}

function turnsOf({ b, c, e }: Pieces, k: number): number[] {
  const roots = e[k] === 0 ? [-b[k]! / (2 * c[k]!)] : quadratic(3 * e[k]!, 2 * c[k]!, b[k]!);
  return roots.filter(Number.isFinite).sort((p, q) => p - q);
}

/** Without cancellation. Source: W. H. Press et al., Numerical Recipes (3rd ed. 2007), section 5.6. */
function quadratic(a: number, b: number, c: number): number[] {
  const root = b * b - 4 * a * c;
  if (!(root >= 0)) return [];
  const q = -0.5 * (b + (b < 0 ? -1 : 1) * Math.sqrt(root));
  return q === 0 ? [0] : [q / a, c / q];
}

function crossings(pieces: Pieces, k: number, from: number, to: number, value: number, add: (q: number) => void): void {
  const at = (d: number): number => valueAt(pieces, k, d) - value;
  const [low, high] = [from, to];
  const [first, end] = [
    at(low),
    k === pieces.a.length - 1 && to === pieces.breaks[k + 1]! - pieces.breaks[k]! ? pieces.last - value : at(high),
  ];
  if (first === 0) return add(pieces.breaks[k]! + low);
  if (end === 0) return add(pieces.breaks[k]! + high);
  if (first > 0 !== end > 0) add(pieces.breaks[k]! + rootBetween(at, low, high));
}
