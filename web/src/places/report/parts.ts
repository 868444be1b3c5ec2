import type { FigureContent } from '@undameter/contract';

/** Something of a figure that can be pointed at and dressed. */
export interface Part {
  id: string;
  title: string;
}

/** All parts of a figure, in the order in which they are listed: the sheet, its axes, its series, what stands beside them. */
export function partsOf(content: FigureContent | null): Part[] {
  const panels = content?.panels ?? [];
  const isMany = panels.length > 1;
  const axes = panels.flatMap((panel, i): Part[] => {
    const of = isMany ? ` ${panel.y.name || panel.y.symbol || i + 1}` : '';
    return [
      { id: `axis:${panel.id}.y`, title: isMany ? `y:${of}` : 'y axis' },
      ...(panel.right ? [{ id: `axis:${panel.id}.right`, title: isMany ? `right:${of}` : 'right axis' }] : []),
      ...(panel.x ? [{ id: `axis:${panel.id}.x`, title: i < panels.length - 1 ? `x:${of}` : 'x axis' }] : []),
    ];
  });
  return [
    { id: 'sheet', title: 'sheet' },
    { id: 'title', title: 'title' },
    ...axes,
    ...seriesOf(content).map(({ id, title }) => ({ id: `series:${id}`, title })),
    ...(withEquations(content).length > 0 ? [{ id: 'equations', title: 'equations' }] : []),
    { id: 'notes', title: 'notes' },
    { id: 'key', title: 'key' },
  ];
}

/** Each series once, also where several panels show it. */
export function seriesOf(content: FigureContent | null) {
  const all = (content?.panels ?? []).flatMap((p) => p.series);
  return all.filter((s, i) => all.findIndex((o) => o.id === s.id) === i);
}

/** Series of the first panel that have an equation to show. */
export const withEquations = (content: FigureContent | null) =>
  (content?.panels[0]?.series ?? []).filter((s) => s.equation !== null);

/** The part that is listed for what was pointed at on the drawing. */
export function listedPart(id: string): string {
  const [kind] = id.split(':');
  if (kind === 'equation') return 'equations';
  return kind === 'note' || kind === 'line' || kind === 'point' ? 'notes' : id;
}
