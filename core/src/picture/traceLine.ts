import { leastSquares } from '../linear/leastSquares';
import type { Cover } from './ink';
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
  /**
   * Pixels of the line that are missing before it ends: the gaps of a dashed one, where another line lies over it or a
   * hollow mark sits on it.
   */
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

/** So many columns in a row can lie under a mark; what is higher for longer is the line itself, which got steep. */
const MOST_MERGED = 24;
/** So many columns without the line are a flaw of the picture, not a gap. */
const FLAW = 2;
/** So far to the side, for each column of a gap, the line may have gone. */
const ASIDE = 0.15;

/** A piece with less of the ink of those before it is partly hidden. */
const HIDDEN = 0.6;

/** So many of the last places tell where the line goes. */
const LOOK_BACK = 32;
/** Of these so many where it goes straight on. */
const STRAIGHT = 12;

/**
 * Follows a line of one colour through a picture, column by column to both sides of where the hand pointed: each time
 * to the piece of the column that lies nearest to where the line was going, so that it goes on through a crossing.
 * @returns no points where there is no ink near that place
 */
export function traceLine(ink: Cover, { from, mostGap = 40, leastShare = 0.3 }: TraceSettings): Traced {
  const begin = beginAt(ink, from, leastShare);
  if (!begin) return { points: [], doubtful: [] };
  const right = follow(ink, begin, 1, { mostGap, leastShare });
  const left = follow(ink, begin, -1, { mostGap, leastShare });
  const first: Step = { at: begin.at, run: 0, isGuess: false, isDoubtful: false };
  // Runs to the left have numbers below zero.
  const all = [...left.map((s) => ({ ...s, run: -s.run })).reverse(), first, ...right];
  const kept = withoutScraps(all);
  return { points: kept.map((s) => s.at), doubtful: kept.filter((s) => s.isDoubtful).map((s) => s.at) };
}

/** A place of the line, on its way. */
interface Step {
  at: Pixel;
  /** Number of the stretch without a gap that it belongs to. */
  run: number;
  /** Something of the colour lies over the line there: where it was going, not where it was seen. */
  isGuess: boolean;
  isDoubtful: boolean;
}

/** A stretch that is shorter than this share of the usual one, and than so many columns, is a scrap. */
const SCRAP = { share: 0.3, columns: 25 } as const;

/**
 * Without scraps: pieces of lettering and the rims of marks that lie in the way have the colour of the line, and are
 * short against its own stretches, or against its dashes. What was guessed stays where the line was seen on both sides
 * of it.
 */
function withoutScraps(steps: readonly Step[]): Step[] {
  const runs: Step[][] = [];
  for (const step of steps) {
    const last = runs.at(-1)?.at(-1);
    if (last && last.run === step.run && last.isGuess === step.isGuess) runs.at(-1)!.push(step);
    else runs.push([step]);
  }
  const lengths = runs.filter((r) => !r[0]!.isGuess).map((r) => r.length);
  const least = Math.min(SCRAP.columns, SCRAP.share * usualOf(lengths));
  const isSeen = (run: Step[] | undefined): boolean => run !== undefined && !run[0]!.isGuess && run.length >= least;
  const touches = (a: Step[] | undefined, b: Step[]): boolean => a?.[0]?.run === b[0]!.run;
  const kept = runs.filter((run, k) => {
    if (!run[0]!.isGuess) return isSeen(run);
    const [before, after] = [runs[k - 1], runs[k + 1]];
    return isSeen(before) && isSeen(after) && touches(before, run) && touches(after, run);
  });
  return withoutTail(withoutTail(kept).reverse()).reverse().flat();
}

/** A gap that is this many times the usual one, and so many columns more, is none of the dashes. */
const FAR = { times: 3, columns: 8 } as const;
/** What lies behind it is no longer than so many of the usual stretches, and than so many columns. */
const TAIL = { stretches: 3, columns: 40 } as const;

/** Without a few stretches that lie far behind the last ones, at the end of a list: lettering beside a dashed line. */
function withoutTail(runs: Step[][]): Step[][] {
  const gaps = runs.slice(1).map((run, k) => gapBetween(runs[k]!, run));
  const longest = FAR.times * medianOf([...gaps, 0]) + FAR.columns;
  const most = Math.min(TAIL.columns, TAIL.stretches * usualOf(runs.map((r) => r.length)));
  let tail = 0;
  for (let k = runs.length - 1; k > 0; k--) {
    tail += runs[k]!.length;
    if (tail > most) break;
    if (gaps[k - 1]! > longest) return withoutTail(runs.slice(0, k));
  }
  return runs;
}

/** Columns between two stretches, whichever comes first. */
function gapBetween(a: readonly Step[], b: readonly Step[]): number {
  const ends = [a[0]!, a.at(-1)!].flatMap((p) => [b[0]!, b.at(-1)!].map((q) => Math.abs(p.at.x - q.at.x)));
  return Math.min(...ends) - 1;
}

/** The length of the stretch that the middle column of all belongs to. */
function usualOf(lengths: readonly number[]): number {
  const sorted = [...lengths].sort((a, b) => a - b);
  let left = sorted.reduce((a, b) => a + b, 0) / 2;
  for (const length of sorted) if ((left -= length) <= 0) return length;
  return 0;
}

interface Begin {
  at: Pixel;
  piece: Piece;
}
const REACH_OF_HAND = 12;

/**
 * The piece of ink that is nearest to where the hand pointed, and that is as much as the others around: at the end of a
 * dash a column has less, from which nothing can be followed.
 */
function beginAt(ink: Cover, from: Pixel, leastShare: number): Begin | undefined {
  const near: (Begin & { off: number })[] = [];
  const column = Math.floor(from.x);
  for (let c = column - REACH_OF_HAND; c <= column + REACH_OF_HAND; c++)
    for (const piece of piecesOf(ink, c, leastShare, { from: from.y - REACH_OF_HAND, to: from.y + REACH_OF_HAND })) {
      const at = { x: c + 0.5, y: piece.middle };
      const beside = Math.max(piece.low - from.y, from.y - piece.high, 0);
      const off = Math.hypot(at.x - from.x, beside);
      if (off <= REACH_OF_HAND) near.push({ at, piece, off });
    }
  if (near.length === 0) return undefined;
  const least = WHOLE * medianOf(near.map((b) => b.piece.ink));
  const whole = near.filter((b) => b.piece.ink >= least);
  return whole.reduce((best, b) => (b.off < best.off ? b : best), whole[0]!);
}
/** A column of a line has at least this share of the ink of those around it. */
const WHOLE = 0.8;

/** The pieces of a column that begin between two rows, or reach into them; left out: of all of it. */
function piecesOf({ width, height, shareAt }: Cover, column: number, leastShare: number, rows?: Rows): Piece[] {
  if (column < 0 || column >= width) return [];
  const covers = (row: number): boolean => row >= 0 && row < height && shareAt(row * width + column) >= leastShare;
  const found: Piece[] = [];
  let row = Math.max(0, Math.floor(rows?.from ?? 0));
  while (covers(row - 1)) row--;
  for (const last = Math.min(height - 1, rows?.to ?? height - 1); row <= last; row++) {
    if (!covers(row)) continue;
    let [end, ink, moment] = [row, 0, 0];
    // What lies at the edges of the piece belongs to it however little it is.
    const add = (r: number): void => {
      const part = r >= 0 && r < height ? shareAt(r * width + column) : 0;
      ink += part;
      moment += part * (r + 0.5);
    };
    add(row - 1);
    while (covers(end)) add(end++);
    add(end);
    found.push({ low: row, high: end, middle: moment / ink, ink });
    row = end;
  }
  return found;
}
interface Rows {
  from: number;
  to: number;
}

/** A line that is followed to one side. */
class Course {
  readonly steps: Step[] = [];
  private run = 0;
  private readonly last: Pixel[];
  private readonly inks: number[];
  private piece: Piece;
  private gap = 0;
  private merged = 0;

  constructor(
    { at, piece }: Begin,
    private readonly mostGap: number,
  ) {
    this.last = [at];
    this.inks = [piece.ink];
    this.piece = piece;
  }

  get isEnded(): boolean {
    return this.gap > this.mostGap;
  }

  /** Goes on to the nearest piece of the next column, if one is near enough. */
  goOn(ink: Cover, column: number, leastShare: number): void {
    const x = column + 0.5;
    const expected = goesTo(this.last, x, this.gap);
    const thick = this.piece.high - this.piece.low;
    // A hollow mark on the line has its rim beside it: once the way is known, the line is not likely to step aside in a
    // gap.
    const aside = this.last.length < LOOK_BACK / 2 ? 1 : ASIDE;
    const reach = Math.max(3, thick) + aside * this.gap;
    const near = piecesOf(ink, column, leastShare, {
      from: Math.min(expected - reach, this.piece.low) - 1,
      to: Math.max(expected + reach, this.piece.high) + 1,
    })
      .map((piece) => ({ piece, off: offOf(piece, expected, this.piece, this.gap) }))
      .filter(({ off }) => off <= reach)
      .sort((a, b) => a.off - b.off);
    const [best, other] = near;
    // Where another colour lies over it, what is left of it is thin, and its middle is not that of the line.
    if (!best || best.piece.ink < HIDDEN * medianOf(this.inks)) {
      this.gap++;
      return;
    }
    const { piece } = best;
    // Where another line or a mark of the colour lies over it the piece is higher, and its middle is not that of the
    // line.
    const isMerged = piece.high - piece.low > 1.6 * thick + 1 && this.merged < MOST_MERGED;
    const at = { x, y: isMerged ? clamp(expected, piece.low, piece.high) : piece.middle };
    if (this.gap > FLAW) this.run++;
    const isDoubtful = other !== undefined && other.off - best.off < 1;
    this.steps.push({ at, run: this.run, isGuess: isMerged, isDoubtful });
    this.merged = isMerged ? this.merged + 1 : 0;
    // Only what was seen tells where the line goes on.
    if (!isMerged) this.remember(at, piece);
    this.gap = 0;
  }

  private remember(at: Pixel, piece: Piece): void {
    this.piece = piece;
    this.last.push(at);
    if (this.last.length > LOOK_BACK) this.last.shift();
    this.inks.push(piece.ink);
    if (this.inks.length > LOOK_BACK) this.inks.shift();
  }
}

function follow(
  ink: Cover,
  begin: Begin,
  step: 1 | -1,
  { mostGap, leastShare }: Required<Omit<TraceSettings, 'from'>>,
): Step[] {
  const course = new Course(begin, mostGap);
  for (let c = Math.floor(begin.at.x) + step; c >= 0 && c < ink.width && !course.isEnded; c += step)
    course.goOn(ink, c, leastShare);
  return course.steps;
}

const medianOf = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

/** How far a piece lies from where the line was going; none where it reaches there, or touches the last piece. */
function offOf({ low, high, middle }: Piece, expected: number, last: Piece, gap: number): number {
  const touches = gap === 0 && low <= last.high && high >= last.low;
  const beside = Math.max(low - expected, expected - high, 0);
  return touches ? Math.min(beside, Math.abs(middle - expected) / 4) : beside;
}

/** Fewer places do not tell how a line bends. */
const FEWEST_BENT = 16;

/** Where the line goes in a column: straight on, or as it was bending where it has to be followed over a gap. */
function goesTo(course: readonly Pixel[], x: number, gap: number): number {
  if (gap > 2 && course.length >= FEWEST_BENT) return bentTo(course, x);
  const last = course.slice(-STRAIGHT);
  const n = last.length;
  const [mx, my] = [last.reduce((s, p) => s + p.x, 0) / n, last.reduce((s, p) => s + p.y, 0) / n];
  let [sxx, sxy] = [0, 0];
  for (const p of last) {
    sxx += (p.x - mx) ** 2;
    sxy += (p.x - mx) * (p.y - my);
  }
  return n < 3 || sxx === 0 ? last.at(-1)!.y : my + (sxy / sxx) * (x - mx);
}

/** A parabola through the last places. */
function bentTo(course: readonly Pixel[], x: number): number {
  const from = course.at(-1)!.x;
  const u = Float64Array.from(course, (p) => (p.x - from) / LOOK_BACK);
  const columns = [u.map(() => 1), u, u.map((v) => v * v)];
  const [a, b, c] = leastSquares(
    columns,
    Float64Array.from(course, (p) => p.y),
  ).solution;
  const at = (x - from) / LOOK_BACK;
  return a! + b! * at + c! * at * at;
}
