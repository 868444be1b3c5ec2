import type { FigureContent, FigureDressing, FigurePanel, FigureSeries } from '@undameter/contract';
import { textLine, type MathLine } from '@undameter/core';
import { arrangementOf, letterOf, ownersOfX, ownersOfY, placesInColours, type Position } from './charts';
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
  const places = placesInColours(content);
  for (const series of content.panels.flatMap((p) => p.series)) {
    if (looks.has(series.id)) continue;
    const bars = series.points?.yError.filter((u) => u !== null).length ?? 0;
    const density = bars / (0.8 * dressing.look.widthMm);
    looks.set(series.id, lookOfSeries(series, places.get(series.id)!, dressing, sheet, density));
  }
  return looks;
}

/** Lowest and highest of what is drawn against an axis, as measured. */
function extentOf(
  series: readonly FigureSeries[],
  side: 'x' | 'y',
  { looks, dressing }: Pick<Settling, 'looks' | 'dressing'>,
  levels: readonly number[],
): Extent {
  const { barsFactor } = dressing.look;
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
      // A bar that the frame cuts off would tell of less than there is.
      if (s.points && look.bars)
        for (const end of endsOfBars(s.points[side], s.points[`${side}Error`], barsFactor)) take(end + lift);
      if (s.cells && side === 'x') [s.cells.low, s.cells.low + s.cells.width * s.cells.counts.length].forEach(take);
      if (s.cells && side === 'y') [0, ...s.cells.counts].forEach(take);
    }
    if (side === 'y' && !isLog) levels.forEach(take);
    return low <= high ? [low, high] : undefined;
  };
}

const endsOfBars = (values: readonly (number | null)[], errors: readonly (number | null)[], factor: number): number[] =>
  values.flatMap((v, i) => {
    const half = factor * (errors[i] ?? 0);
    return v === null || half === 0 ? [] : [v - half, v + half];
  });

/** As many marks as stand well apart over a length. */
const marksFor = (length: number, apart: number): number => Math.min(8, Math.max(3, Math.round(length / apart)));

interface ToSettle {
  content: FigureContent;
  dressing: FigureDressing;
  looks: Looks;
  sheet: Sheet;
  lay: Lay;
}

/** The axes of all panels, settled and laid; panels that share one have the same. */
export function axesOf({ content: { panels }, ...to }: ToSettle & { positions: readonly Position[] }): PanelAxes[] {
  const { positions, dressing, lay } = to;
  const arrangement = arrangementOf(dressing);
  const [ownersX, ownersY] = [ownersOfX, ownersOfY].map((f) => f(panels, positions, arrangement)) as [
    number[],
    number[],
  ];
  const membersOf = (owners: readonly number[], owner: number): FigurePanel[] =>
    panels.filter((_, i) => owners[i] === owner);
  const { columns, rows } = countsOf(positions);
  const aboutX = marksFor((0.8 * to.sheet.width) / columns, 6.5 * to.sheet.font);
  const aboutY = (owner: number): number => {
    const chart = panels.filter((_, i) => positions[i]!.chart === positions[owner]!.chart);
    const share = panels[owner]!.weight / chart.reduce((sum, p) => sum + p.weight, 0);
    return marksFor((0.7 * to.sheet.height * share) / rows, 3.4 * to.sheet.font);
  };
  const xOf = remembered((owner) => xAxis(panels[owner]!, membersOf(ownersX, owner), aboutX, to));
  const yOf = remembered((owner) => yAxis(panels[owner]!, membersOf(ownersY, owner), 'left', aboutY(owner), to));
  return panels.map((panel, i) => {
    const isFirst = positions.findIndex((p) => p.chart === positions[i]!.chart) === i;
    const title = arrangement.titles[panel.id] ?? panel.title;
    return {
      panel,
      position: positions[i]!,
      x: xOf(ownersX[i]!),
      showsX: ownersX[i] === i,
      y: yOf(ownersY[i]!),
      showsY: ownersY[i] === i,
      right: panel.right ? yAxis(panel, [panel], 'right', aboutY(i), to) : undefined,
      letter:
        isFirst && arrangement.lettered && columns * rows > 1
          ? lay(textLine(letterOf(positions[i]!.chart)), 600, 1.1)
          : undefined,
      title: title === '' ? undefined : lay(textLine(title), dressing.look.frame === 'box' ? 400 : 600),
    };
  });
}

function countsOf(positions: readonly Position[]): { columns: number; rows: number } {
  const count = (of: (p: Position) => number): number => 1 + positions.reduce((most, p) => Math.max(most, of(p)), 0);
  return { columns: count((p) => p.column), rows: count((p) => p.row) };
}

function remembered<T>(make: (key: number) => T): (key: number) => T {
  const known = new Map<number, T>();
  return (key) => {
    if (!known.has(key)) known.set(key, make(key));
    return known.get(key)!;
  };
}

type Settling = Omit<ToSettle, 'content'>;

function laidAxis(axis: ResolvedAxis, side: 'x' | 'y', { lay, sheet }: Settling): LaidAxis {
  const labels = axis.labels.map((l) => lay(l));
  return roomsOf(axis, labels, axis.title && lay(axis.title), side, sheet);
}

/** The x axis that panels share, dressed as that of its owner. */
function xAxis(owner: FigurePanel, members: readonly FigurePanel[], about: number, to: Settling): LaidAxis {
  const map = members.find((p) => p.map)?.map;
  const found = extentOf(
    members.flatMap((p) => p.series),
    'x',
    to,
    [],
  );
  const key = `${owner.id}.x`;
  const dressing = to.dressing.axes[key] ?? {};
  const extent: Extent = (isLog) => (map ? [map.xRange[0]!, map.xRange[1]!] : found(isLog));
  return laidAxis(resolveAxis({ key, axis: owner.x!, dressing, extent, side: 'x', about }), 'x', to);
}

/** The y axis at one side that panels share, dressed as that of its owner. */
function yAxis(
  owner: FigurePanel,
  members: readonly FigurePanel[],
  side: 'left' | 'right',
  about: number,
  to: Settling,
): LaidAxis {
  const isLeft = side === 'left';
  const series = members.flatMap((p) => p.series).filter((s) => s.side === side);
  const found = extentOf(series, 'y', to, isLeft ? members.flatMap((p) => p.levels) : []);
  const map = isLeft ? members.find((p) => p.map)?.map : undefined;
  const key = `${owner.id}.${isLeft ? 'y' : 'right'}`;
  const axis = isLeft ? owner.y : owner.right!;
  const extent: Extent = (isLog) => (map ? [map.yRange[0]!, map.yRange[1]!] : found(isLog));
  const dressing = to.dressing.axes[key] ?? {};
  return laidAxis(resolveAxis({ key, axis, dressing, extent, side: 'y', about }), 'y', to);
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
