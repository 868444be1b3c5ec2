import type { CurveMark, EquationDressing, FigureDressing, FigureSeries } from '@undameter/contract';
import {
  equationOf,
  formatValue,
  formatWithUncertainty,
  freePlace,
  textLine,
  upright,
  type Box,
  type MathLine,
} from '@undameter/core';
import { ground, rule, typeAt, type Element } from './elements';
import type { Frame } from './frames';
import { layLine, type LaidLine, type Measure, type TypeFace } from './layLine';
import type { SeriesLook } from './seriesLook';
import type { Sheet } from './sheet';

const INK = '#1d2b33';
const SOFT = '#5c6a70';

/** What annotations stand on: a panel, its place, and what is taken there. */
export interface Board {
  frame: Frame;
  sheet: Sheet;
  face: TypeFace;
  measure: Measure;
  /** Pixels of readings of the panel. */
  toPixels: (x: number, y: number) => readonly [number, number];
  covered: Float64Array;
  taken: Box[];
}

export interface Placed {
  box: Box;
  elements: Element[];
}

const atShare = (frame: Frame, at: { x: number; y: number }): readonly [number, number] => [
  frame.left + at.x * frame.width,
  frame.top + at.y * frame.height,
];

/** Shares of the width of the frame that an equation may take, tried until it covers nothing. */
const WIDTHS = [1, 0.7, 0.45, 0];

/**
 * The equation of a series: where it was put, else where it covers nothing, broken before its terms if it has to be;
 * where there is no such place, at the upper right.
 */
export function equationPlaced(
  series: FigureSeries,
  look: SeriesLook,
  dressing: EquationDressing,
  board: Board,
): Placed | undefined {
  if (!series.equation) return undefined;
  const { terms, below } = equationOf(series.equation, dressing);
  const lay = (line: MathLine): LaidLine => layLine(line, board.face, board.measure);
  const tries = WIDTHS.map((share) => [
    ...broken(terms, share * board.frame.width - board.sheet.font, lay),
    ...(below.length > 0 ? [lay(below)] : []),
  ]);
  const fitting = tries.find((lines) => freeFor(blockSize(lines, board.sheet), board) !== undefined);
  const lines = fitting ?? tries[dressing.at ? 0 : 2]!;
  const box = boxFor(blockSize(dressing.at ? tries[0]! : lines, board.sheet), dressing.at, board);
  const elements = block(dressing.at ? tries[0]! : lines, box, look.textColour, board.sheet);
  board.taken.push(box);
  return { box, elements: [...(dressing.leader ? leaderTo(series, box, look, board) : []), ...elements] };
}

/** Terms side by side, a new line where the next would pass the width; the first term is never broken. */
function broken(terms: readonly MathLine[], width: number, lay: (line: MathLine) => LaidLine): LaidLine[] {
  const lines: MathLine[] = [];
  for (const term of terms) {
    const last = lines.at(-1);
    const longer = last && [...last, ...term];
    if (longer && lay(longer).width <= width) lines[lines.length - 1] = longer;
    else lines.push(term);
  }
  return lines.map(lay);
}

const paddingOf = (sheet: Sheet): number => 0.5 * sheet.font;
const gapBetween = (sheet: Sheet): number => 0.25 * sheet.font;

function blockSize(lines: readonly LaidLine[], sheet: Sheet): { width: number; height: number } {
  const gap = gapBetween(sheet);
  return {
    width: lines.reduce((most, l) => Math.max(most, l.width), 0) + 2 * paddingOf(sheet),
    height: lines.reduce((sum, l) => sum + l.ascent + l.descent + gap, -gap) + 2 * paddingOf(sheet),
  };
}

function block(lines: readonly LaidLine[], box: Box, colour: string, sheet: Sheet): Element[] {
  let top = box.y + paddingOf(sheet);
  return lines.flatMap((line) => {
    const found = typeAt(line, { x: box.x + paddingOf(sheet), y: top + line.ascent, colour, z: 30 });
    top += line.ascent + line.descent + gapBetween(sheet);
    return found;
  });
}

function freeFor(size: { width: number; height: number }, { frame, sheet, covered, taken }: Board) {
  const inset = 0.3 * sheet.font;
  const room: Box = {
    x: frame.left + inset,
    y: frame.top + inset,
    width: frame.width - 2 * inset,
    height: frame.height - 2 * inset,
  };
  return freePlace(room, size, covered, taken);
}

/** @returns  kept on the sheet, whatever place was asked for */
function boxFor(size: { width: number; height: number }, at: { x: number; y: number } | null, board: Board): Box {
  const { frame, sheet } = board;
  if (at) {
    const [x, y] = atShare(frame, at);
    const inside = (value: number, length: number, most: number): number =>
      Math.min(Math.max(0, value - length / 2), Math.max(0, most - length));
    return { ...size, x: inside(x, size.width, sheet.width), y: inside(y, size.height, sheet.height) };
  }
  const free = freeFor(size, board);
  return { ...size, ...(free ?? { x: Math.max(0, frame.left + frame.width - size.width), y: frame.top }) };
}

/** A thin line from the equation to the point of the curve that lies nearest to it. */
function leaderTo(series: FigureSeries, box: Box, look: SeriesLook, board: Board): Element[] {
  const { curve } = series;
  if (!curve) return [];
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  let nearest: readonly [number, number] | undefined;
  let least = Infinity;
  curve.x.forEach((x, i) => {
    const y = curve.y[i] ?? null;
    if (x === null || y === null) return;
    const [px, py] = board.toPixels(x, y + look.offset);
    const distance = Math.hypot(px - cx, py - cy);
    if (distance < least) [least, nearest] = [distance, [px, py]];
  });
  if (!nearest) return [];
  const [px, py] = nearest;
  // From the side of the box that looks towards the curve.
  const from: readonly [number, number] = [
    Math.min(Math.max(px, box.x + 0.2 * box.width), box.x + 0.8 * box.width),
    py > cy ? box.y + box.height : box.y,
  ];
  const isInside = px > box.x && px < box.x + box.width && py > box.y && py < box.y + box.height;
  if (isInside) return [];
  return [
    rule(from[0], from[1], px, py, { colour: look.textColour, width: 0.7 * board.sheet.axis, z: 29 }),
    dot(px, py, 0.9 * board.sheet.axis + 1, look.textColour),
  ];
}

const dot = (x: number, y: number, r: number, colour: string): Element => ({
  type: 'circle',
  z: 31,
  silent: true,
  shape: { cx: x, cy: y, r },
  style: { fill: colour },
});

/** Notes with their arrows. */
export const notesPlaced = (notes: Readonly<FigureDressing['notes']>, board: Board): Placed[] =>
  notes.map(({ text, at, to }) => {
    const line = layLine(textLine(text), board.face, board.measure);
    const box = boxFor({ width: line.width + 4, height: line.ascent + line.descent + 2 }, at, board);
    const words = typeAt(line, { x: box.x + 2, y: box.y + 1 + line.ascent, colour: INK, z: 30 });
    return { box, elements: [...(to ? arrow(box, board.toPixels(to.x, to.y), board.sheet) : []), ...words] };
  });

function arrow(box: Box, [x, y]: readonly [number, number], sheet: Sheet): Element[] {
  const from: readonly [number, number] = [
    Math.min(Math.max(x, box.x), box.x + box.width),
    y > box.y + box.height / 2 ? box.y + box.height : box.y,
  ];
  const length = Math.hypot(x - from[0], y - from[1]);
  if (length < 2) return [];
  const [ux, uy] = [(x - from[0]) / length, (y - from[1]) / length];
  const [head, half] = [0.6 * sheet.font, 0.2 * sheet.font];
  const foot: readonly [number, number] = [x - head * ux, y - head * uy];
  return [
    rule(from[0], from[1], foot[0], foot[1], { colour: INK, width: sheet.axis, z: 29 }),
    {
      type: 'polygon',
      z: 29,
      silent: true,
      shape: {
        points: [
          [x, y],
          [foot[0] - half * uy, foot[1] + half * ux],
          [foot[0] + half * uy, foot[1] - half * ux],
        ],
      },
      style: { fill: INK },
    },
  ];
}

/** Reference lines and bands across a panel; what lies outside of it is not drawn. */
export function linesPlaced(lines: Readonly<FigureDressing['lines']>, board: Board): Placed[] {
  const { frame, sheet } = board;
  const right = frame.left + frame.width;
  const bottom = frame.top + frame.height;
  return lines.flatMap(({ axis, value, to, label }): Placed[] => {
    const pixel = (v: number): number => (axis === 'x' ? board.toPixels(v, 0)[0] : board.toPixels(0, v)[1]);
    const [low, high] = axis === 'x' ? [frame.left, right] : [frame.top, bottom];
    const ends = [value, to ?? value].map(pixel).sort((a, b) => a - b) as [number, number];
    if (!(ends[1] >= low - 0.5 && ends[0] <= high + 0.5)) return [];
    const [a, b] = ends.map((p) => Math.min(Math.max(p, low), high)) as [number, number];
    const box: Box =
      axis === 'x'
        ? { x: a, y: frame.top, width: b - a, height: frame.height }
        : { x: frame.left, y: a, width: frame.width, height: b - a };
    const drawn =
      to === null
        ? rule(box.x, box.y, box.x + box.width, box.y + box.height, {
            colour: SOFT,
            width: sheet.axis,
            dash: [4 * sheet.axis, 3 * sheet.axis],
            z: 15,
          })
        : ground(box.x, box.y, box.width, box.height, '#5c6a7022', 1);
    const line = layLine(textLine(label), { ...board.face, size: 0.9 * board.face.size }, board.measure);
    const gap = 0.25 * sheet.font;
    const words =
      axis === 'x'
        ? typeAt(line, {
            x: Math.min(b + gap, sheet.width - line.width),
            y: frame.top + gap + line.ascent,
            colour: SOFT,
          })
        : typeAt(line, { x: right - line.width - gap, y: a - gap - line.descent, colour: SOFT });
    return [{ box, elements: [drawn, ...words] }];
  });
}

interface InUnits {
  x: (v: number) => number;
  y: (v: number) => number;
  /** The same for differences of two. */
  xFactor: number;
  yFactor: number;
}

const within = ({ frame }: Board, [x, y]: readonly [number, number]): boolean =>
  x >= frame.left - 1 && x <= frame.left + frame.width + 1 && y >= frame.top - 1 && y <= frame.top + frame.height + 1;

/** Places of curves with their coordinates and ±, `extrapolated` where there are no points; what lies off the frame is not drawn. */
export const marksPlaced = (marks: readonly CurveMark[], board: Board, inUnits: InUnits): Placed[] =>
  marks.flatMap((mark): Placed[] => {
    const at = board.toPixels(mark.x, mark.y);
    if (!within(board, at)) return [];
    const coordinate = (value: number, half: number | null): string => {
      if (half === null || !(half > 0)) return formatValue(value, 4);
      const said = formatWithUncertainty(value, half);
      return `${said.value} ± ${said.uncertainty}`;
    };
    const x = coordinate(inUnits.x(mark.x), mark.xHalf === null ? null : mark.xHalf * Math.abs(inUnits.xFactor));
    const y = coordinate(inUnits.y(mark.y), mark.yHalf === null ? null : mark.yHalf * Math.abs(inUnits.yFactor));
    const beyond = mark.outside > 0 ? ', extrapolated' : '';
    return [markedPoint(board, at, [upright(`${mark.label} (${x}, ${y})${beyond}`)])];
  });

/** A point with its words beside it, where they stay within the frame. */
function markedPoint(board: Board, [px, py]: readonly [number, number], words: MathLine): Placed {
  const line: LaidLine = layLine(words, board.face, board.measure);
  const gap = 0.5 * board.sheet.font;
  const { frame } = board;
  const isFarRight = px + gap + line.width > frame.left + frame.width;
  const left = isFarRight ? px - gap - line.width : px + gap;
  const baseline = py - gap < frame.top + line.ascent ? py + gap + line.ascent : py - gap;
  const box = { x: left, y: baseline - line.ascent, width: line.width, height: line.ascent + line.descent };
  return {
    box,
    elements: [
      dot(px, py, 0.35 * board.sheet.symbol, INK),
      ...typeAt(line, { x: left, y: baseline, colour: INK, z: 30 }),
    ],
  };
}

/** Marked points, each with its label and its coordinates. */
export const pointsPlaced = (
  points: Readonly<FigureDressing['points']>,
  board: Board,
  inUnits: Pick<InUnits, 'x' | 'y'>,
): Placed[] =>
  points.map(({ x, y, label }) => {
    const said = `(${formatValue(inUnits.x(x), 4)}, ${formatValue(inUnits.y(y), 4)})`;
    return markedPoint(board, board.toPixels(x, y), [...textLine(label), upright(`${label === '' ? '' : ' '}${said}`)]);
  });
