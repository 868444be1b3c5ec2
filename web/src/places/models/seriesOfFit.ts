import { seriesKey, type ConditionRow, type FitBody, type FurtherSource, type RunRow } from '@undameter/contract';
import { seriesNames, seriesParts } from '@undameter/core';
import { tidy } from './draft';

/** What names series: conditions and runs of the campaign. */
export interface Known {
  conditions: readonly Pick<ConditionRow, 'id' | 'name' | 'groupId' | 'group'>[];
  runs: readonly Pick<RunRow, 'id' | 'name'>[];
}

/** One series of a fit as it stands in lists. */
export interface ListedSeries {
  /** Finds it whatever it is called. */
  key: string;
  /** By which its range is kept. */
  name: string;
}

type Sources = Pick<FitBody, 'runId' | 'x' | 'y' | 'conditionIds' | 'oneSeriesOf' | 'further'>;

const isWhole = ({ x, y }: Pick<FurtherSource, 'x' | 'y'>): boolean => x !== '' && y !== '';

/** Further sources that wait for an x or a y take no part yet. */
export const withWholeSources = (body: FitBody): FitBody => ({
  ...body,
  further: (body.further ?? []).filter(isWhole),
});

/** Whether every source has its x and its y, so that the fit can be kept as it stands. */
export const hasWholeSources = ({ further = [] }: Pick<FitBody, 'further'>): boolean => further.every(isWhole);

/** The series of a fit in their order; conditions that are not known are left out, and so is what waits for a channel. */
export function seriesOfFit(body: Sources, { conditions, runs }: Known): ListedSeries[] {
  const sources = [{ id: 0, ...body }, ...(body.further ?? []).filter(isWhole)].flatMap(
    ({ id: from, runId, x, y, conditionIds, oneSeriesOf = 'condition' }) => {
      const known = conditionIds.flatMap((id) => conditions.find((c) => c.id === id) ?? []);
      if (known.length === 0 && conditionIds.length > 0) return [];
      const run = runs.find((r) => r.id === runId)?.name ?? '';
      return [{ from, run, x, y, parts: seriesParts(known, oneSeriesOf) }];
    },
  );
  const names = seriesNames(sources);
  const all = sources.flatMap(({ from, parts }) => parts.map((part) => ({ ...part, from })));
  return all.map((one, k) => ({ key: seriesKey(one), name: names[k]! }));
}

/**
 * A changed fit with the ranges and models of its series still theirs: with other sources they are called otherwise. What
 * belongs to a series that is gone goes with it.
 */
export function seriesKept(before: FitBody, after: FitBody, known: Known): FitBody {
  const [was, is] = [seriesOfFit(before, known), seriesOfFit(after, known)];
  if (JSON.stringify(was) === JSON.stringify(is)) return after;
  const { ranges = {} } = after.choices;
  const kept = is.flatMap(({ key, name }) => {
    const old = was.find((s) => s.key === key)?.name ?? name;
    return ranges[old] ? [[name, ranges[old]] as const] : [];
  });
  const models = Object.entries(after.models ?? {}).filter(([key]) => is.some((s) => s.key === key));
  return {
    ...after,
    models: Object.fromEntries(models),
    choices: tidy({ ...after.choices, ranges: Object.fromEntries(kept) }),
  };
}

/** The id of the next further source. */
const freeId = (further: readonly FurtherSource[]): number => {
  let id = 1;
  while (further.some((f) => f.id === id)) id++;
  return id;
};

/** Another channel of the same run, over the same x in the same conditions. */
export const withChannel = (body: FitBody, y: string): FitBody => withSource(body, { ...pointsOf(body), y });

export const pointsOf = ({ runId, x, y, conditionIds, oneSeriesOf }: Sources): Omit<FurtherSource, 'id'> => ({
  ...{ runId, x, y, conditionIds },
  ...(oneSeriesOf ? { oneSeriesOf } : {}),
});

export function withSource(body: FitBody, source: Omit<FurtherSource, 'id'>): FitBody {
  const further = body.further ?? [];
  return { ...body, further: [...further, { ...source, id: freeId(further) }] };
}

export const withChangedSource = (body: FitBody, source: FurtherSource): FitBody => ({
  ...body,
  further: (body.further ?? []).map((f) => (f.id === source.id ? source : f)),
});

export const withoutSource = (body: FitBody, id: number): FitBody => ({
  ...body,
  further: (body.further ?? []).filter((f) => f.id !== id),
});

/** A series has a model of its own, or by null that of the fit again. */
export function withOwnModel(body: FitBody, key: string, own: { model: string; settings: FitBody['settings'] } | null) {
  const { [key]: _, ...others } = body.models ?? {};
  return { ...body, models: own ? { ...others, [key]: own } : others };
}
