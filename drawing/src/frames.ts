import type { FigurePanel } from '@undameter/contract';
import type { Position } from './charts';
import type { LaidLine } from './layLine';
import type { ResolvedAxis } from './resolveAxis';
import type { Sheet } from './sheet';

/** The rectangle in which the data of a panel lie, in pixels. */
export interface Frame {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** An axis with its type laid, and how much room it takes beside its line. */
export interface LaidAxis extends ResolvedAxis {
  laid: LaidLine[];
  laidTitle: LaidLine | undefined;
  /** From the line outwards to the far side of the numbers. */
  labelRoom: number;
  /** The same with the title. */
  room: number;
}

/** Width and height of the box about a line that is turned by degrees. */
export function turnedBox({ width, ascent, descent }: LaidLine, degrees: number): { width: number; height: number } {
  const [c, s] = [Math.abs(Math.cos((degrees * Math.PI) / 180)), Math.abs(Math.sin((degrees * Math.PI) / 180))];
  const height = ascent + descent;
  return { width: width * c + height * s, height: width * s + height * c };
}

export const tickLength = (sheet: Sheet): number => 0.35 * sheet.font;
export const gapOf = (sheet: Sheet): number => 0.3 * sheet.font;

/** How much room numbers and title take beside the axis. */
export function roomsOf(
  axis: ResolvedAxis,
  laid: LaidLine[],
  laidTitle: LaidLine | undefined,
  side: 'x' | 'y',
  sheet: Sheet,
): LaidAxis {
  const boxes = axis.labelsShown ? laid.map((line) => turnedBox(line, axis.turned)) : [];
  const deepest = boxes.reduce((most, box) => Math.max(most, side === 'x' ? box.height : box.width), 0);
  const labelRoom = tickLength(sheet) + (deepest > 0 ? gapOf(sheet) + deepest : 0);
  const titleRoom = laidTitle ? 1.2 * gapOf(sheet) + laidTitle.ascent + laidTitle.descent : 0;
  return { ...axis, laid, laidTitle, labelRoom, room: labelRoom + titleRoom };
}

/** A panel with its axes; those that several share are the same. */
export interface PanelAxes {
  panel: FigurePanel;
  position: Position;
  x: LaidAxis;
  /** Its numbers and title stand below this panel. */
  showsX: boolean;
  y: LaidAxis;
  /** Its numbers and title stand left of this panel. */
  showsY: boolean;
  right: LaidAxis | undefined;
  /** `a` above the first panel of a chart, where there are several. */
  letter: LaidLine | undefined;
  title: LaidLine | undefined;
}

export interface Margins {
  /** Above everything: the title of the figure. */
  top: number;
  /** Below everything: a key, a note on bars. */
  bottom: number;
  /** At the right of everything: a key. */
  right: number;
  /** At the right of the frames of each column, beside the axes there: names, half a number. */
  beside: readonly number[];
}

const most = (values: readonly number[]): number => Math.max(0, ...values);

/** Height of what stands above a panel. */
function headOf({ letter, title }: PanelAxes, sheet: Sheet): number {
  const heights = [letter, title].map((line) => (line ? line.ascent + line.descent + gapOf(sheet) : 0));
  return most(heights);
}

const footOf = ({ showsX, x }: PanelAxes): number => (showsX ? x.room : 0);

/** From panel to panel of one chart, and from row to row of charts. */
const between = (sheet: Sheet): number => 1.1 * sheet.font;

/** Left edge and width of the frames of each column; all are as wide. */
function columnsOf(panels: readonly PanelAxes[], sheet: Sheet, margins: Margins): { left: number; width: number }[] {
  const pad = 0.6 * sheet.font;
  const gap = 1.4 * sheet.font;
  const rooms = margins.beside.map((beside, column) => {
    const members = panels.filter((p) => p.position.column === column);
    const written = members.filter((p) => p.showsY).map((p) => p.y);
    return {
      // Titles stand in one line outside of the widest numbers.
      left: most(written.map((y) => y.labelRoom)) + most(written.map((y) => y.room - y.labelRoom)),
      right: most(members.map((p) => p.right?.room ?? 0)) + beside,
    };
  });
  const taken = rooms.reduce((sum, r) => sum + r.left + r.right, 2 * pad + margins.right + gap * (rooms.length - 1));
  const width = Math.max(1, (sheet.width - taken) / rooms.length);
  let edge = pad;
  return rooms.map(({ left, right }) => {
    const column = { left: edge + left, width };
    edge += left + width + right + gap;
    return column;
  });
}

/**
 * The frames of all panels: what numbers, titles and names leave. Charts of a row begin and end at the same heights, all
 * rows are as high, and within a chart its panels share the height by weight.
 */
export function framesOf(panels: readonly PanelAxes[], sheet: Sheet, margins: Margins): Frame[] {
  const columns = columnsOf(panels, sheet, margins);
  const charts = [...new Set(panels.map((p) => p.position.chart))].map((chart) =>
    panels.filter((p) => p.position.chart === chart),
  );
  const rows = Array.from({ length: 1 + most(charts.map(([p]) => p!.position.row)) }, (_, row) => {
    const members = charts.filter(([p]) => p!.position.row === row);
    return { head: most(members.map((c) => headOf(c[0]!, sheet))), foot: most(members.map((c) => footOf(c.at(-1)!))) };
  });
  const pad = 0.6 * sheet.font;
  const taken = rows.reduce((sum, r) => sum + r.head + r.foot, 2 * pad + margins.top + margins.bottom);
  const height = (sheet.height - taken - between(sheet) * (rows.length - 1)) / rows.length;
  let edge = pad + margins.top;
  const tops = rows.map(({ head, foot }) => {
    const top = edge + head;
    edge = top + height + foot + between(sheet);
    return top;
  });
  return charts.flatMap((chart) => {
    const { row, column } = chart[0]!.position;
    return stacked(chart, sheet, { ...columns[column]!, top: tops[row]!, height });
  });
}

/** The frames of one chart within the room that it has. */
function stacked(chart: readonly PanelAxes[], sheet: Sheet, room: Frame): Frame[] {
  const above = chart.map((p, i) => (i === 0 ? 0 : headOf(p, sheet) + between(sheet)));
  const below = chart.map((p, i) => (i === chart.length - 1 ? 0 : footOf(p)));
  const height = Math.max(1, room.height - [...above, ...below].reduce((a, b) => a + b, 0));
  const weights = chart.reduce((sum, p) => sum + p.panel.weight, 0);
  let edge = room.top;
  return chart.map(({ panel }, i) => {
    const frame = {
      left: room.left,
      top: edge + above[i]!,
      width: room.width,
      height: (height * panel.weight) / weights,
    };
    edge = frame.top + frame.height + below[i]!;
    return frame;
  });
}

/** Pixels of a shown value along an axis. */
export function scaleOf(axis: ResolvedAxis, side: 'x' | 'y', frame: Frame): (shown: number) => number {
  const { low, high } = axis.ticks;
  const share = axis.log
    ? (v: number): number => Math.log(v / low) / Math.log(high / low)
    : (v: number): number => (v - low) / (high - low);
  const along = axis.reversed ? (v: number): number => 1 - share(v) : share;
  return side === 'x' ? (v) => frame.left + along(v) * frame.width : (v) => frame.top + (1 - along(v)) * frame.height;
}
