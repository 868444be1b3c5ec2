import type { FigurePanel } from '@undameter/contract';
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

/** A panel with its axes; `x` of those that share one is the same. */
export interface PanelAxes {
  panel: FigurePanel;
  x: LaidAxis;
  /** Its numbers and title stand below this panel. */
  showsX: boolean;
  y: LaidAxis;
  right: LaidAxis | undefined;
  title: LaidLine | undefined;
}

interface Margins {
  /** Above everything: the title of the figure. */
  top: number;
  /** Below everything: a key, a note on bars. */
  bottom: number;
  /** At the right of the frames, beside the axes there: a key, half a number. */
  right: number;
}

/** The frames of all panels: what numbers, titles and names leave, the height shared by weight. */
export function framesOf(panels: readonly PanelAxes[], sheet: Sheet, margins: Margins): Frame[] {
  const pad = 0.6 * sheet.font;
  const left = pad + panels.reduce((most, p) => Math.max(most, p.y.room), 0);
  const right = pad + margins.right + panels.reduce((most, p) => Math.max(most, p.right?.room ?? 0), 0);
  const width = Math.max(1, sheet.width - left - right);
  const above = (p: PanelAxes): number => (p.title ? p.title.ascent + p.title.descent + gapOf(sheet) : 0);
  const below = (p: PanelAxes): number => (p.showsX ? p.x.room : 0);
  const between = 1.1 * sheet.font;
  const taken =
    panels.reduce((sum, p) => sum + above(p) + below(p), 0) +
    between * (panels.length - 1) +
    margins.top +
    margins.bottom;
  const room = Math.max(1, sheet.height - 2 * pad - taken);
  const weights = panels.reduce((sum, p) => sum + p.panel.weight, 0);
  let top = pad + margins.top;
  return panels.map((p) => {
    const frame = { left, top: top + above(p), width, height: (room * p.panel.weight) / weights };
    top = frame.top + frame.height + below(p) + between;
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
