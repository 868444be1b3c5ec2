import type { FigureContent, FigureDressing, FigureSeries } from '@undameter/contract';
import { textLine, type MathLine } from '@undameter/core';
import { roomsOf, scaleOf, type Frame, type LaidAxis, type PanelAxes } from './frames';
import type { LaidLine } from './layLine';
import { resolveAxis, type Extent, type ResolvedAxis } from './resolveAxis';
import { lookOfSeries, type SeriesLook } from './seriesLook';
import type { Shown } from './seriesMarks';
import type { Sheet } from './sheet';

/** Lays a line of type in the face of the figure; `size` is a share of it. */
export type Lay = (line: MathLine, weight?: 400 | 600, size?: number) => LaidLine;
export type Looks = ReadonlyMap<string, SeriesLook>;

/** The look of each series by its id; the same in all panels. */
export function looksOf(content: FigureContent, dressing: FigureDressing, sheet: Sheet): Looks {
  const looks = new Map<string, SeriesLook>();
  const groups = new Map<string, number>();
  for (const series of content.panels.flatMap((p) => p.series)) {
    if (looks.has(series.id)) continue;
    const group = series.group ?? series.id;
    if (!groups.has(group)) groups.set(group, groups.size);
    const bars = series.points?.yError.filter((u) => u !== null).length ?? 0;
    const density = bars / (0.8 * dressing.look.widthMm);
    looks.set(series.id, lookOfSeries(series, groups.get(group)!, dressing, sheet, density));
  }
  return looks;
}

/** Lowest and highest of what is drawn against an axis, as measured. */
function extentOf(series: readonly FigureSeries[], side: 'x' | 'y', looks: Looks, levels: readonly number[]): Extent {
  return (isLog) => {
    let [low, high] = [Infinity, -Infinity];
    const take = (value: number | null | undefined): void => {
      if (value === null || value === undefined || (isLog && !(value > 0))) return;
      low = Math.min(low, value);
      high = Math.max(high, value);
    };
    for (const s of series) {
      const look = looks.get(s.id)!;
      if (!look.shown) continue;
      const lift = side === 'y' ? look.offset : 0;
      for (const v of [...(s.points?.[side] ?? []), ...(s.curve?.[side] ?? [])]) take(v === null ? null : v + lift);
      if (s.cells && side === 'x') [s.cells.low, s.cells.low + s.cells.width * s.cells.counts.length].forEach(take);
      if (s.cells && side === 'y') [0, ...s.cells.counts].forEach(take);
    }
    if (side === 'y' && !isLog) levels.forEach(take);
    return low <= high ? [low, high] : undefined;
  };
}

/** As many marks as stand well apart over a length. */
const marksFor = (length: number, apart: number): number => Math.min(8, Math.max(3, Math.round(length / apart)));

/** The axes of all panels, settled and laid. Panels without an x axis share that of the next one that has it. */
export function axesOf(
  content: FigureContent,
  { axes, look }: FigureDressing,
  looks: Looks,
  sheet: Sheet,
  lay: Lay,
): PanelAxes[] {
  const { panels } = content;
  const laid = (axis: ResolvedAxis, side: 'x' | 'y'): LaidAxis =>
    roomsOf(
      axis,
      axis.labels.map((l) => lay(l)),
      axis.title && lay(axis.title),
      side,
      sheet,
    );
  const weights = panels.reduce((sum, p) => sum + p.weight, 0);
  const aboutX = marksFor(0.8 * sheet.width, 6.5 * sheet.font);
  const ownerOf = panels.map((_, i) => panels.findIndex((p, k) => k >= i && p.x !== null));
  const shared = new Map<number, LaidAxis>();
  ownerOf.forEach((owner) => {
    if (shared.has(owner) || owner < 0) return;
    const members = panels.filter((_, i) => ownerOf[i] === owner);
    const series = members.flatMap((p) => p.series);
    const map = members.find((p) => p.map)?.map;
    const found = extentOf(series, 'x', looks, []);
    const key = `${panels[owner]!.id}.x`;
    const extent: Extent = (isLog) => (map ? [map.xRange[0]!, map.xRange[1]!] : found(isLog));
    shared.set(
      owner,
      laid(
        resolveAxis({ key, axis: panels[owner]!.x!, dressing: axes[key] ?? {}, extent, side: 'x', about: aboutX }),
        'x',
      ),
    );
  });
  return panels.map((panel, i) => {
    const sideOf = (side: 'left' | 'right'): FigureSeries[] => panel.series.filter((s) => s.side === side);
    const about = marksFor((0.7 * sheet.height * panel.weight) / weights, 3.4 * sheet.font);
    const ofSide = (side: 'left' | 'right', key: string): LaidAxis => {
      const found = extentOf(sideOf(side), 'y', looks, side === 'left' ? panel.levels : []);
      const map = side === 'left' ? panel.map : null;
      const extent: Extent = (isLog) => (map ? [map.yRange[0]!, map.yRange[1]!] : found(isLog));
      const axis = side === 'left' ? panel.y : panel.right!;
      return laid(resolveAxis({ key, axis, dressing: axes[key] ?? {}, extent, side: 'y', about }), 'y');
    };
    return {
      panel,
      x: shared.get(ownerOf[i]!)!,
      showsX: ownerOf[i] === i,
      y: ofSide('left', `${panel.id}.y`),
      right: panel.right ? ofSide('right', `${panel.id}.right`) : undefined,
      title: panel.title === '' ? undefined : lay(textLine(panel.title), look.frame === 'box' ? 400 : 600),
    };
  });
}

/** Pixels of a reading of a panel, against one of its sides. */
export function pixelsOf(
  { x, y, right }: PanelAxes,
  frame: Frame,
  side: 'left' | 'right',
): (px: number, py: number) => readonly [number, number] {
  const vertical = side === 'right' && right ? right : y;
  const [across, up] = [scaleOf(x, 'x', frame), scaleOf(vertical, 'y', frame)];
  return (px, py) => [across(x.shownOf(px)), up(vertical.shownOf(py))];
}

export const shownOf = ({ x, y, right }: PanelAxes, side: 'left' | 'right'): Shown => {
  const vertical = side === 'right' && right ? right : y;
  return { x: x.shownOf, y: vertical.shownOf, xFactor: x.factor, yFactor: vertical.factor };
};

/** What series of one panel can cover. */
export const occupants = (axes: PanelAxes, frame: Frame, looks: Looks) =>
  axes.panel.series.map((series) => {
    const vertical = series.side === 'right' && axes.right ? axes.right : axes.y;
    const [across, up] = [scaleOf(axes.x, 'x', frame), scaleOf(vertical, 'y', frame)];
    return {
      series,
      look: looks.get(series.id)!,
      shown: shownOf(axes, series.side),
      toPixels: (x: number, y: number): readonly [number, number] => [across(x), up(y)],
    };
  });
