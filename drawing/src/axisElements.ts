import { rule, turnedType, typeAt, type Element } from './elements';
import { shrunk } from './layLine';
import { gapOf, scaleOf, tickLength, turnedBox, type Frame, type LaidAxis } from './frames';
import type { Sheet } from './sheet';

const INK = '#1d2b33';
const GRID = '#e3e3e0';

interface DrawnAxis {
  axis: LaidAxis;
  side: 'x' | 'y' | 'right';
  frame: Frame;
  sheet: Sheet;
  /** Numbers and title are written. */
  isWritten: boolean;
  /** From the line to the title, where titles of several axes stand in one line. */
  labelRoom: number;
  /** Pixels of the line: at an edge of the frame, or where it crosses the other axis. */
  at: number;
}

/** Grid lines at the marks of an axis. */
export function gridElements({
  axis,
  side,
  frame,
  sheet,
}: Omit<DrawnAxis, 'at' | 'isWritten' | 'labelRoom'>): Element[] {
  const place = scaleOf(axis, side === 'x' ? 'x' : 'y', frame);
  const look = { colour: GRID, width: 0.5 * sheet.axis, z: 0 };
  return axis.ticks.major.map((v) =>
    side === 'x'
      ? rule(place(v), frame.top, place(v), frame.top + frame.height, look)
      : rule(frame.left, place(v), frame.left + frame.width, place(v), look),
  );
}

/** Line, marks, numbers and title of an axis. */
export function axisElements(drawn: DrawnAxis): Element[] {
  const { axis, side, frame, sheet, at, isWritten } = drawn;
  const place = scaleOf(axis, side === 'x' ? 'x' : 'y', frame);
  const look = { colour: INK, width: sheet.axis };
  const outwards = side === 'right' ? 1 : side === 'y' ? -1 : 1;
  const mark = (v: number, length: number): Element =>
    side === 'x'
      ? rule(place(v), at, place(v), at + length, look)
      : rule(at, place(v), at + outwards * length, place(v), look);
  const long = tickLength(sheet);
  const line =
    side === 'x'
      ? rule(frame.left, at, frame.left + frame.width, at, look)
      : rule(at, frame.top, at, frame.top + frame.height, look);
  const marks = isWritten || side !== 'x';
  return [
    line,
    ...(marks ? axis.ticks.major.map((v) => mark(v, long)) : []),
    ...(marks ? axis.ticks.minor.map((v) => mark(v, 0.55 * long)) : []),
    ...(isWritten && axis.labelsShown ? numbers(drawn) : []),
    ...(isWritten ? title(drawn) : []),
  ];
}

function numbers({ axis, side, frame, sheet, at }: DrawnAxis): Element[] {
  const place = scaleOf(axis, side === 'x' ? 'x' : 'y', frame);
  const away = tickLength(sheet) + gapOf(sheet);
  return everyReadable(axis, side, frame).map((k) => {
    const line = axis.laid[k]!;
    const box = turnedBox(line, axis.turned);
    const along = place(axis.ticks.major[k]!);
    const [x, y] =
      side === 'x'
        ? [along + slantedShift(axis.turned, box), at + away + box.height / 2]
        : [at + (side === 'right' ? 1 : -1) * (away + box.width / 2), along];
    return turnedType(line, { x, y, colour: INK, degrees: axis.turned });
  });
}

/** A slanted number below a mark ends at it rather than being centred: it points at its mark. */
const slantedShift = (degrees: number, box: { width: number; height: number }): number =>
  degrees === 0 || Math.abs(degrees) === 90 ? 0 : (-Math.sign(degrees) * (box.width - box.height * 0.3)) / 2;

/** The numbers that can stand beside each other: all, or one of every so many. */
export function everyReadable(axis: LaidAxis, side: 'x' | 'y' | 'right', frame: Frame): number[] {
  const place = scaleOf(axis, side === 'x' ? 'x' : 'y', frame);
  const sine = Math.abs(Math.sin((axis.turned * Math.PI) / 180));
  const lengths = axis.laid.map((line) => {
    const box = turnedBox(line, axis.turned);
    const height = line.ascent + line.descent;
    const isSlanted = axis.turned !== 0 && Math.abs(axis.turned) !== 90;
    // Slanted lines of type pass each other as soon as their own height fits between them.
    if (side === 'x') return isSlanted ? Math.min(box.width, height / sine) : box.width;
    return isSlanted
      ? Math.min(box.height, height / Math.max(0.1, Math.cos((axis.turned * Math.PI) / 180)))
      : box.height;
  });
  const fits = (every: number): boolean => {
    const shown = axis.ticks.major.map((_, k) => k).filter((k) => k % every === 0);
    return shown.every((k, i) => {
      const next = shown[i + 1];
      if (next === undefined) return true;
      const apart = Math.abs(place(axis.ticks.major[next]!) - place(axis.ticks.major[k]!));
      return apart >= (lengths[k]! + lengths[next]!) / 2 + 2;
    });
  };
  let every = 1;
  while (every < axis.ticks.major.length && !fits(every)) every++;
  return axis.ticks.major.map((_, k) => k).filter((k) => k % every === 0);
}

/** The title stands outside of everything, also where the axis itself crosses the frame. */
function title({ axis, side, frame, sheet, labelRoom }: DrawnAxis): Element[] {
  if (!axis.laidTitle) return [];
  const line = shrunk(axis.laidTitle, side === 'x' ? frame.width + 0.5 * frame.left : frame.height + sheet.font);
  const away = labelRoom + 1.2 * gapOf(sheet);
  if (side === 'x') {
    const x = frame.left + frame.width / 2 - line.width / 2;
    return typeAt(line, { x, y: frame.top + frame.height + away + line.ascent, colour: INK });
  }
  const half = (line.ascent + line.descent) / 2;
  const x = side === 'y' ? frame.left - away - half : frame.left + frame.width + away + half;
  return [turnedType(line, { x, y: frame.top + frame.height / 2, colour: INK, degrees: 90 })];
}
