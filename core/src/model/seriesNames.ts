/** Where series of a fit come from: a run, two of its channels, and the conditions that pick there. */
export interface SeriesSource {
  run: string;
  x: string;
  y: string;
  /** Its series; one of all kept samples has no name. */
  parts: readonly { name: string | undefined }[];
}

const ALL = 'all kept samples';

/**
 * What the series of a fit are called: by their condition or group, and by those of channel and run in which its sources differ.
 * No two have the same name.
 * @param sources  in their order
 * @returns        the names, source by source and part by part
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
  return sources.flatMap(({ run, x, y, parts }) => {
    const of = [...(ys ? [y] : []), ...(xs ? [`over ${x}`] : []), ...(runs ? [run] : [])];
    return parts.map(({ name }) => once([...(name === undefined ? [] : [name]), ...of].join(', ') || ALL));
  });
}
