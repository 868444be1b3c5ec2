import type { AxisDressing, EquationDressing, FigureDressing, SeriesDressing } from '@undameter/contract';

/** Changes one thing of a dressing; what is undefined goes back to automatic. */
type Changes<T> = { [K in keyof T]?: T[K] | undefined };

const withChanges = <T extends object>(before: T | undefined, changes: Changes<T>): T =>
  Object.fromEntries(Object.entries({ ...before, ...changes }).filter(([, value]) => value !== undefined)) as T;

const put = <T extends object>(
  record: Readonly<Record<string, T>>,
  key: string,
  changes: Changes<T>,
): Record<string, T> => {
  const { [key]: before, ...others } = record;
  const after = withChanges(before, changes);
  // What has nothing of its own is not dressed.
  return Object.keys(after).length === 0 ? others : { ...others, [key]: after };
};

export const dressAxis = (d: FigureDressing, key: string, changes: Changes<AxisDressing>): FigureDressing => ({
  ...d,
  axes: put(d.axes, key, changes),
});

export const dressSeries = (d: FigureDressing, id: string, changes: Changes<SeriesDressing>): FigureDressing => ({
  ...d,
  series: put(d.series, id, changes),
});

export const newEquation: EquationDressing = {
  at: null,
  leader: true,
  units: true,
  uncertainty: true,
  rSquared: false,
  residual: false,
};

/** Shows the equation of a series, changes how, or takes it away by null. */
export function dressEquation(
  d: FigureDressing,
  id: string,
  changes: Partial<EquationDressing> | null,
): FigureDressing {
  const { [id]: before, ...others } = d.equations;
  return {
    ...d,
    equations: changes === null ? others : { ...others, [id]: { ...(before ?? newEquation), ...changes } },
  };
}

/** Moves what stands freely on the figure, by its id on the drawing: an equation or a note. */
export function moved(d: FigureDressing, id: string, at: { x: number; y: number }): FigureDressing {
  const [kind, ...rest] = id.split(':');
  const key = rest.join(':');
  const place = { x: rounded(at.x), y: rounded(at.y) };
  if (kind === 'equation') return dressEquation(d, key, { at: place });
  if (kind === 'note')
    return { ...d, notes: d.notes.map((note, k) => (k === Number(key) ? { ...note, at: place } : note)) };
  return d;
}

/** Within what the schema takes, and no finer than can be seen. */
const rounded = (share: number): number => Number(Math.min(3, Math.max(-2, share)).toFixed(4));

/** What goes from figure to figure under a name. */
export interface Style {
  name: string;
  look: FigureDressing['look'];
  key?: FigureDressing['key'];
  axes?: FigureDressing['axes'];
}

/** Of an axis, what belongs to no data of its own. */
const general = ({ labels, labelsShown, titleShown, numbers, digits, grouped, minor }: AxisDressing): AxisDressing =>
  withChanges<AxisDressing>(undefined, { labels, labelsShown, titleShown, numbers, digits, grouped, minor });

/** The part of a dressing that a style holds: no words, no ranges, no series. */
export const styleOf = ({ look, key, axes }: FigureDressing): Required<Omit<Style, 'name'>> => ({
  look,
  key: { ...key, order: [] },
  axes: Object.fromEntries(
    Object.entries(axes)
      .map(([name, own]) => [name, general(own)] as const)
      .filter(([, own]) => Object.keys(own).length > 0),
  ),
});

/** A dressing in another style; what is its own stays. */
export const restyled = (d: FigureDressing, { name, look, key, axes = {} }: Style): FigureDressing => ({
  ...d,
  styleName: name,
  look,
  key: key ? { ...key, order: d.key.order } : d.key,
  axes: Object.fromEntries(
    [...new Set([...Object.keys(d.axes), ...Object.keys(axes)])].map((name) => [
      name,
      { ...d.axes[name], ...axes[name] },
    ]),
  ),
});

/** How many things of an axis or a series are not automatic. */
export const ownCount = (d: FigureDressing): number =>
  Object.values(d.axes).length +
  Object.values(d.series).length +
  Object.values(d.equations).length +
  d.notes.length +
  d.lines.length +
  d.points.length +
  (d.title === '' ? 0 : 1);
