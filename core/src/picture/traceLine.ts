import type { Ink } from './ink';
import type { Pixel } from './calibrate';

/** A line that was followed through a picture. */
export interface Traced {
  /** One place a column of pixels, from left to right, on the middle of the line. */
  points: Pixel[];
  /** Columns in which another piece of the same colour was as near: the line may have gone on there. */
  doubtful: Pixel[];
}

export interface TraceSettings {
  /** On the line, or near it: where the hand pointed. */
  from: Pixel;
  /** Pixels of the line that are missing before it ends: the gaps of a dashed one, where another line lies over it. */
  mostGap?: number;
  /** A pixel that the colour covers by less belongs to a grid line or to lettering that shines through. */
  leastShare?: number;
}

/** A piece of a column that the colour covers. */
interface Piece {
  low: number;
  high: number;
  /** Of its ink, in pixels from the top. */
  middle: number;
  /** Pixels that it covers. */
  ink: number;
}

/** A piece with less of the ink of those before it is partly hidden. */
const HIDDEN = 0.6;

/** So many of the last places tell where the line goes. */
const LOOK_BACK = 12;

/**
 * Follows a line of one colour through a picture, column by column to both sides of where the hand pointed: each time to the
 * piece of the column that lies nearest to where the line was going, so that it goes on through a crossing.
 * @returns no points where there is no ink near that place
 */
export function traceLine(ink: Ink, { from, mostGap = 12, leastShare = 0.3 }: TraceSettings): Traced {
  const begin = beginAt(ink, from, leastShare);
  if (!begin) return { points: [], doubtful: [] };
  const settings = { mostGap, leastShare };
  const right = follow(ink, begin, 1, settings);
  const left = follow(ink, begin, -1, settings);
  return {
    points: [...left.points.reverse(), begin.at, ...right.points],
    doubtful: [...left.doubtful.reverse(), ...right.doubtful],
  };
}

interface Begin {
  at: Pixel;
  piece: Piece;
}
const REACH_OF_HAND = 12;

/** The piece of ink that is nearest to where the hand pointed. */
function beginAt(ink: Ink, from: Pixel, leastShare: number): Begin | undefined {
  let best: (Begin & { off: number }) | undefined;
  const column = Math.floor(from.x);
  for (let c = column - REACH_OF_HAND; c <= column + REACH_OF_HAND; c++)
    for (const piece of piecesOf(ink, c, leastShare)) {
      const at = { x: c + 0.5, y: piece.middle };
      const beside = Math.max(piece.low - from.y, from.y - piece.high, 0);
      const off = Math.hypot(at.x - from.x, beside);
      if (off <= REACH_OF_HAND && (!best || off < best.off)) best = { at, piece, off };
    }
  return best;
}

function piecesOf({ width, height, share }: Ink, column: number, leastShare: number): Piece[] {
  if (column < 0 || column >= width) return [];
  const found: Piece[] = [];
  for (let row = 0; row < height; row++) {
    if (share[row * width + column]! < leastShare) continue;
    let [end, ink, moment] = [row, 0, 0];
    // What lies at the edges of the piece belongs to it however little it is.
    const add = (r: number): void => {
      const part = r >= 0 && r < height ? share[r * width + column]! : 0;
      ink += part;
      moment += part * (r + 0.5);
    };
    add(row - 1);
    while (end < height && share[end * width + column]! >= leastShare) add(end++);
    add(end);
    found.push({ low: row, high: end, middle: moment / ink, ink });
    row = end;
  }
  return found;
}

function follow(ink: Ink, begin: Begin, step: 1 | -1, settings: Required<Omit<TraceSettings, 'from'>>): Traced {
  const points: Pixel[] = [];
  const doubtful: Pixel[] = [];
  const course: Pixel[] = [begin.at];
  const inks: number[] = [begin.piece.ink];
  let last = begin.piece;
  let gap = 0;
  for (let c = Math.floor(begin.at.x) + step; c >= 0 && c < ink.width && gap <= settings.mostGap; c += step) {
    const expected = goesTo(course, c + 0.5);
    const thick = last.high - last.low;
    const reach = Math.max(3, thick) + gap;
    const near = piecesOf(ink, c, settings.leastShare)
      .map((piece) => ({ piece, off: offOf(piece, expected, last, gap) }))
      .filter(({ off }) => off <= reach)
      .sort((a, b) => a.off - b.off);
    const [best, other] = near;
    // Where another colour lies over it, what is left of it is thin, and its middle is not that of the line.
    if (!best || best.piece.ink < HIDDEN * medianOf(inks)) {
      gap++;
      continue;
    }
    const at = { x: c + 0.5, y: best.piece.middle };
    if (other && other.off - best.off < 1) doubtful.push(at);
    // Where another line of the colour lies over it the piece is thicker, and its middle is not that of the line.
    const isMerged = best.piece.high - best.piece.low > 1.6 * thick + 1 && Math.abs(best.piece.middle - expected) > 1;
    const own = isMerged ? { x: at.x, y: clamp(expected, best.piece.low, best.piece.high) } : at;
    points.push(own);
    course.push(own);
    if (course.length > LOOK_BACK) course.shift();
    if (!isMerged) {
      last = best.piece;
      inks.push(best.piece.ink);
      if (inks.length > LOOK_BACK) inks.shift();
    }
    gap = 0;
  }
  return { points, doubtful };
}

const medianOf = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

/** How far a piece lies from where the line was going; none where it reaches there, or touches the last piece. */
function offOf({ low, high, middle }: Piece, expected: number, last: Piece, gap: number): number {
  const touches = gap === 0 && low <= last.high && high >= last.low;
  const beside = Math.max(low - expected, expected - high, 0);
  return touches ? Math.min(beside, Math.abs(middle - expected) / 4) : beside;
}

/** Where a straight line through the last places goes in a column. */
function goesTo(course: readonly Pixel[], x: number): number {
  const n = course.length;
  const [mx, my] = [course.reduce((s, p) => s + p.x, 0) / n, course.reduce((s, p) => s + p.y, 0) / n];
  let [sxx, sxy] = [0, 0];
  for (const p of course) {
    sxx += (p.x - mx) ** 2;
    sxy += (p.x - mx) * (p.y - my);
  }
  return n < 3 || sxx === 0 ? course.at(-1)!.y : my + (sxy / sxx) * (x - mx);
}
