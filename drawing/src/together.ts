import type {
  ChartSource,
  FigureArrangement,
  FigureContent,
  FigureDressing,
  FigureLook,
  FigureSource,
  WantedMark,
} from '@undameter/contract';
import { usualArrangement } from './charts';

type Charts = Extract<FigureSource, { kind: 'together' }>['charts'];

/** What a figure is made of by hand: what it shows and how it is dressed. */
export interface Composed {
  source: FigureSource;
  dressing: FigureDressing;
}

/** Id of a panel or a series of a chart on a sheet of several. */
export const idIn = (chart: string, id: string): string => (chart === '' ? id : `${chart}/${id}`);

/** The charts of a figure; one that shows a single chart has it under an empty id. */
export const chartsOf = (source: FigureSource): Charts =>
  source.kind === 'together' ? source.charts : [{ id: '', source }];

/** Several contents on one sheet; a series of one group has the same colour in all of them. */
export const panelsTogether = (charts: readonly { id: string; content: FigureContent }[]): FigureContent['panels'] =>
  charts.flatMap(({ id, content }) =>
    content.panels.map((panel) => ({
      ...panel,
      id: idIn(id, panel.id),
      chart: id,
      series: panel.series.map((s) => ({ ...s, id: idIn(id, s.id), group: s.group ?? s.id })),
    })),
  );

/** A figure with the charts of another one behind its own, each dressed as it is there. */
export function withCharts(own: Composed, other: Composed): Composed {
  const charts = [...chartsOf(own.source)];
  let { dressing } = own;
  for (const { id, source } of chartsOf(other.source)) {
    const added = freeId(charts);
    charts.push({ id: added, source });
    dressing = joined(dressing, ofChart(other, id, added));
  }
  const { arrangement = usualArrangement } = dressing;
  const counts = [chartsOf(own.source).length, charts.length] as const;
  const look = roomier(dressing.look, other.dressing.look, arrangement, counts);
  return { source: { kind: 'together', charts }, dressing: { ...dressing, look, arrangement } };
}

/** A text of a page is so wide and so high, in mm: no sheet grows beyond it by itself. */
const PAGE = { widthMm: 160, heightMm: 240 };

/** A sheet that grows with the charts that come to it, so that none gets smaller while there is room on a page. */
function roomier(
  look: FigureLook,
  added: FigureLook,
  { columns }: FigureArrangement,
  [before, after]: readonly [number, number],
): FigureLook {
  const grown = (length: number, wanted: number, most: number): number =>
    Math.max(length, Math.min(Math.round(wanted), most));
  const beside = (count: number): number => Math.min(columns, count);
  const rows = (count: number): number => Math.ceil(count / columns);
  const width = beside(after) > beside(before) ? look.widthMm + added.widthMm : look.widthMm;
  const height = Math.max(look.heightMm, added.heightMm) * (rows(after) / rows(before));
  return {
    ...look,
    widthMm: grown(look.widthMm, width, PAGE.widthMm),
    heightMm: grown(look.heightMm, height, PAGE.heightMm),
  };
}

/** A figure without one of its charts and all that it was dressed in; the last one stays. */
export function withoutChart(own: Composed, id: string): Composed {
  const charts = chartsOf(own.source);
  if (charts.length < 2) return own;
  const others = charts.filter((c) => c.id !== id);
  const source: FigureSource =
    others.length === 1 && others[0]!.id === '' ? others[0]!.source : { kind: 'together', charts: others };
  return { source, dressing: picked(own.dressing, charts, (chart) => chart !== id) };
}

/** A figure with other places of a fit's curves marked on one of its charts. */
export function withMarks({ source, dressing }: Composed, chart: string, marks: WantedMark[]): Composed {
  const changed = (of: ChartSource): ChartSource => (of.kind === 'fit' ? { ...of, marks } : of);
  if (source.kind !== 'together') return { source: changed(source), dressing };
  const charts = source.charts.map((c) => (c.id === chart ? { ...c, source: changed(c.source) } : c));
  return { source: { kind: 'together', charts }, dressing };
}

/** A figure with one of its charts a place further to the front. */
export function withChartBefore({ source, dressing }: Composed, id: string): Composed {
  const charts = [...chartsOf(source)];
  const at = charts.findIndex((c) => c.id === id);
  if (at < 1) return { source, dressing };
  [charts[at - 1], charts[at]] = [charts[at]!, charts[at - 1]!];
  return { source: { kind: 'together', charts }, dressing };
}

function freeId(charts: Charts): string {
  let k = 1;
  while (charts.some((c) => c.id === `c${k}`)) k++;
  return `c${k}`;
}

/** To which chart something that is dressed belongs, by its id. */
const chartOfKey = (charts: Charts, key: string): string =>
  charts.find(({ id }) => id !== '' && key.startsWith(`${id}/`))?.id ?? '';

const listsByKey = ['axes', 'series', 'equations'] as const;
const onCharts = ['notes', 'lines', 'points'] as const;
type ByKey = Pick<FigureDressing, (typeof listsByKey)[number]>;
type OnCharts = Pick<FigureDressing, (typeof onCharts)[number]>;

/** What belongs to some of the charts. */
function picked(dressing: FigureDressing, charts: Charts, isKept: (chart: string) => boolean): FigureDressing {
  const isOfKept = (key: string): boolean => isKept(chartOfKey(charts, key));
  const only = <T>(record: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(Object.entries(record).filter(([key]) => isOfKept(key)));
  const { arrangement, key } = dressing;
  return {
    ...dressing,
    ...(Object.fromEntries(listsByKey.map((f) => [f, only<unknown>(dressing[f])])) as ByKey),
    ...(Object.fromEntries(onCharts.map((f) => [f, dressing[f].filter((i) => isKept(i.chart ?? ''))])) as OnCharts),
    ...(arrangement ? { arrangement: { ...arrangement, titles: only(arrangement.titles) } } : {}),
    key: { ...key, order: key.order.filter(isOfKept) },
  };
}

/** What one chart is dressed in, under the ids that it has as another chart. */
function ofChart({ source, dressing }: Composed, chart: string, as: string): FigureDressing {
  const own = picked(dressing, chartsOf(source), (c) => c === chart);
  const renamed = (key: string): string => idIn(as, chart === '' ? key : key.slice(chart.length + 1));
  const all = <T>(record: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(Object.entries(record).map(([key, value]) => [renamed(key), value]));
  return {
    ...own,
    ...(Object.fromEntries(listsByKey.map((f) => [f, all<unknown>(own[f])])) as ByKey),
    ...(Object.fromEntries(onCharts.map((f) => [f, own[f].map((i) => ({ ...i, chart: as }))])) as OnCharts),
    arrangement: { ...usualArrangement, titles: all(own.arrangement?.titles ?? {}) },
    key: { ...own.key, order: own.key.order.map(renamed) },
  };
}

/** The first dressing with what the second one says of its own charts. */
function joined(first: FigureDressing, second: FigureDressing): FigureDressing {
  const { arrangement = usualArrangement } = first;
  return {
    ...first,
    ...(Object.fromEntries(listsByKey.map((f) => [f, { ...first[f], ...second[f] }])) as ByKey),
    ...(Object.fromEntries(onCharts.map((f) => [f, [...first[f], ...second[f]]])) as OnCharts),
    arrangement: { ...arrangement, titles: { ...arrangement.titles, ...second.arrangement?.titles } },
    key: { ...first.key, order: [...first.key.order, ...second.key.order] },
  };
}
