import type { FigureContent, FigureDressing } from '@undameter/contract';
import { axesShown, letterOf } from '@undameter/drawing';

/** Something of a figure that can be pointed at and dressed. */
export interface Part {
  id: string;
  title: string;
}

/** All parts of a figure, in the order in which they are listed: the sheet, its axes, its series, what stands beside them. */
export function partsOf(content: FigureContent | null, dressing: FigureDressing): Part[] {
  const series = seriesOf(content).map((s) => ({
    id: `series:${s.id}`,
    title: `${letterBefore(content, s.id)}${s.title}`,
  }));
  return [
    { id: 'sheet', title: 'sheet' },
    { id: 'charts', title: 'charts' },
    { id: 'title', title: 'title' },
    ...(content ? axisParts(content, dressing) : []),
    ...series,
    ...(withEquations(content).length > 0 ? [{ id: 'equations', title: 'equations' }] : []),
    ...(withEquations(content).length > 0 ? [{ id: 'marks', title: 'places' }] : []),
    { id: 'notes', title: 'notes' },
    { id: 'key', title: 'key' },
  ];
}

/** Axes of their own, by panel; of several panels with the quantity, of several charts with the letter. */
function axisParts(content: FigureContent, dressing: FigureDressing): Part[] {
  const { panels } = content;
  const charts = chartIdsOf(content);
  const shown = axesShown(content, dressing);
  return panels.flatMap((panel, i): Part[] => {
    const chart = panel.chart ?? '';
    const own = panels.filter((p) => (p.chart ?? '') === chart);
    const letter = charts.length > 1 ? `${letterOf(charts.indexOf(chart))} ` : '';
    const of = own.length > 1 ? panel.y.name || panel.y.symbol || String(i + 1) : '';
    const title = (side: string): string => `${letter}${of ? `${side}: ${of}` : `${side} axis`}`;
    return [
      ...(shown[i]!.y ? [{ id: `axis:${panel.id}.y`, title: title('y') }] : []),
      ...(panel.right ? [{ id: `axis:${panel.id}.right`, title: title('right') }] : []),
      ...(shown[i]!.x
        ? [{ id: `axis:${panel.id}.x`, title: panel === own.at(-1) ? `${letter}x axis` : title('x') }]
        : []),
    ];
  });
}

/** Ids of its charts in the order of their letters. */
export const chartIdsOf = (content: FigureContent | null): string[] => [
  ...new Set((content?.panels ?? []).map((p) => p.chart ?? '')),
];

/** `b `, where the series is of the second of several charts. */
function letterBefore(content: FigureContent | null, series: string): string {
  const charts = chartIdsOf(content);
  if (charts.length < 2) return '';
  const panel = content!.panels.find((p) => p.series.some((s) => s.id === series))!;
  return `${letterOf(charts.indexOf(panel.chart ?? ''))} `;
}

/** Each series once, also where several panels show it. */
export function seriesOf(content: FigureContent | null) {
  const all = (content?.panels ?? []).flatMap((p) => p.series);
  return all.filter((s, i) => all.findIndex((o) => o.id === s.id) === i);
}

/** Series that have an equation to show. */
export const withEquations = (content: FigureContent | null) => seriesOf(content).filter((s) => s.equation !== null);

/** The part that is listed for what was pointed at on the drawing. */
export function listedPart(id: string): string {
  const [kind] = id.split(':');
  if (kind === 'equation') return 'equations';
  if (kind === 'mark') return 'marks';
  return kind === 'note' || kind === 'line' || kind === 'point' ? 'notes' : id;
}
