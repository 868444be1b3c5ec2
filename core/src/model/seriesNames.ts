/** Where series of a fit come from: a run, two of its channels, and the conditions that pick there. */
export interface SeriesSource {
  run: string;
  x: string;
  y: string;
  /** Names; empty: one series of all kept samples. */
  conditions: readonly string[];
}

const ALL = 'all kept samples';

/**
 * What the series of a fit are called: by their condition, and by those of channel and run in which its sources differ.
 * No two have the same name.
 * @param sources  in their order
 * @returns        the names, source by source and condition by condition
 */
export function seriesNames(sources: readonly SeriesSource[]): string[] {
  const differ = (of: (s: SeriesSource) => string): boolean => new Set(sources.map(of)).size > 1;
  const [runs, xs, ys] = [differ((s) => s.run), differ((s) => s.x), differ((s) => s.y)];
  const taken = new Map<string, number>();
  const once = (name: string): string => {
    const count = (taken.get(name) ?? 0) + 1;
    taken.set(name, count);
    return count === 1 ? name : `${name} (${count})`;
  };
  return sources.flatMap(({ run, x, y, conditions }) => {
    const of = [...(ys ? [y] : []), ...(xs ? [`over ${x}`] : []), ...(runs ? [run] : [])];
    const names: (string | undefined)[] = conditions.length > 0 ? [...conditions] : [undefined];
    return names.map((name) => once([...(name === undefined ? [] : [name]), ...of].join(', ') || ALL));
  });
}
