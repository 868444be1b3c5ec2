import type { FigureArrangement, FigureAxis, FigureContent, FigureDressing, FigurePanel } from '@undameter/contract';

/** Where a panel stands: in which chart, and where that is on the sheet; all from 0. */
export interface Position {
  chart: number;
  row: number;
  column: number;
}

export const usualArrangement: FigureArrangement = {
  columns: 2,
  sharedX: false,
  sharedY: false,
  lettered: true,
  titles: {},
};

export const arrangementOf = ({ arrangement }: FigureDressing): FigureArrangement => arrangement ?? usualArrangement;

/** The charts of a figure row by row in so many columns; one alone fills the sheet. */
export function positionsOf({ panels }: FigureContent, { columns }: FigureArrangement): Position[] {
  const charts = [...new Set(panels.map((p) => p.chart ?? ''))];
  const beside = Math.min(columns, charts.length);
  return panels.map((panel) => {
    const chart = charts.indexOf(panel.chart ?? '');
    return { chart, row: Math.floor(chart / beside), column: chart % beside };
  });
}

/** By panel which of its chart it is, from 0. */
export const placesInCharts = (positions: readonly Position[]): number[] =>
  positions.map(({ chart }, i) => i - positions.findIndex((p) => p.chart === chart));

/** `a` to `z`. */
export const letterOf = (chart: number): string => String.fromCharCode(97 + (chart % 26));

/** Axes of one quantity in one unit can be one. */
const isAlike = (a: FigureAxis, b: FigureAxis): boolean =>
  a.name === b.name && a.unit === b.unit && a.log === b.log && a.words === null && b.words === null;

/**
 * By panel the number of the panel whose x axis it has: its own, that of the one below in its chart, or, where charts
 * share it, that of the lowest chart of the column.
 */
export function ownersOfX(
  panels: readonly FigurePanel[],
  positions: readonly Position[],
  { sharedX }: FigureArrangement,
): number[] {
  const own = panels.map((_, i) => panels.findIndex((p, k) => k >= i && p.x !== null));
  if (!sharedX) return own;
  return own.map((owner) => {
    const { column, chart } = positions[owner]!;
    const isBelow = (k: number): boolean =>
      panels[k]!.x !== null && positions[k]!.column === column && positions[k]!.chart > chart;
    const lower = panels.map((_, k) => k).filter((k) => isBelow(k) && isAlike(panels[k]!.x!, panels[owner]!.x!));
    return lower.at(-1) ?? owner;
  });
}

/** By panel the number of the panel whose y axis it has: its own, or that of the chart at the left end of the row. */
export function ownersOfY(
  panels: readonly FigurePanel[],
  positions: readonly Position[],
  { sharedY }: FigureArrangement,
): number[] {
  const withinChart = placesInCharts(positions);
  return panels.map((panel, i) => {
    const { row } = positions[i]!;
    const first = positions.findIndex((p, k) => p.row === row && p.column === 0 && withinChart[k] === withinChart[i]);
    return sharedY && first >= 0 && isAlike(panels[first]!.y, panel.y) ? first : i;
  });
}

/** By panel whether its numbers along x and y stand beside it, and not beside another one whose axis it shares. */
export function axesShown(content: FigureContent, dressing: FigureDressing): { x: boolean; y: boolean }[] {
  const arrangement = arrangementOf(dressing);
  const positions = positionsOf(content, arrangement);
  const x = ownersOfX(content.panels, positions, arrangement);
  const y = ownersOfY(content.panels, positions, arrangement);
  return content.panels.map((_, i) => ({ x: x[i] === i, y: y[i] === i }));
}

/**
 * The place of each series among the colours: those of one group have the same in all charts, and in each chart they
 * begin anew.
 */
export function placesInColours({ panels }: FigureContent): ReadonlyMap<string, number> {
  const ofGroup = new Map<string, number>();
  const ofSeries = new Map<string, number>();
  for (const chart of new Set(panels.map((p) => p.chart ?? ''))) {
    const series = panels.filter((p) => (p.chart ?? '') === chart).flatMap((p) => p.series);
    const groups = series.map((s) => s.group ?? s.id);
    const taken = new Set(groups.flatMap((g) => ofGroup.get(g) ?? []));
    series.forEach((s, i) => {
      const group = groups[i]!;
      if (!ofGroup.has(group)) ofGroup.set(group, firstFree(taken));
      taken.add(ofGroup.get(group)!);
      if (!ofSeries.has(s.id)) ofSeries.set(s.id, ofGroup.get(group)!);
    });
  }
  return ofSeries;
}

function firstFree(taken: ReadonlySet<number>): number {
  let k = 0;
  while (taken.has(k)) k++;
  return k;
}
