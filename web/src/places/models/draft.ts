import type { ActionReply, ConditionRow, FitBody, FitRow } from '@undameter/contract';
import { modelOf, symbolsOfLimit } from '@undameter/core';
import type { FieldSchema } from '../../step/stepFields';

/** What of a saved fit its form holds. */
export const bodyOf = ({
  name,
  runId,
  x,
  y,
  conditionIds,
  data,
  weights,
  model,
  settings,
  choices,
}: FitRow): FitBody => ({
  name,
  runId,
  x,
  y,
  conditionIds,
  data,
  weights,
  model,
  settings,
  choices,
});

/** A fit that waits for its x and y. */
export const newFit = (name: string, runId: number): FitBody => ({
  name,
  runId,
  x: '',
  y: '',
  conditionIds: [],
  data: 'samples',
  weights: 'none',
  model: 'polynomial',
  settings: { degree: 2 },
  choices: {},
});

export const sameFit = (a: FitBody, b: FitBody): boolean => JSON.stringify(a) === JSON.stringify(b);

type Choices = FitBody['choices'];

/** Choices without the parts that are empty, so that the same fit is written the same way. */
export function tidy(choices: Choices): Choices {
  const kept = Object.entries(choices).filter(([, part]) =>
    Array.isArray(part)
      ? part.length > 0
      : typeof part === 'object'
        ? Object.keys(part as object).length > 0
        : part !== undefined,
  );
  return Object.fromEntries(kept);
}

/** A record without one of its keys. */
export function without<T>(record: Readonly<Record<string, T>> | undefined, key: string): Record<string, T> {
  return Object.fromEntries(Object.entries(record ?? {}).filter(([k]) => k !== key));
}

const schemasOf = (model: string): [string, FieldSchema][] => Object.entries(modelOf(model).settings.properties);

/** What a model begins with. */
export const settingsOf = (model: string): FitBody['settings'] =>
  Object.fromEntries(
    schemasOf(model).flatMap(([key, schema]) => (schema.default === undefined ? [] : [[key, schema.default]])),
  );

/** Settings of a model that are a number of something: its degree, how many peaks. */
export const numbersOf = (model: string): [string, FieldSchema][] =>
  schemasOf(model).filter(([, { type }]) => type === 'integer');

/** Another model leaves nothing of what was said of the parameters of the first. */
export const withModel = (body: FitBody, model: string, settings: FitBody['settings']): FitBody => {
  const { ranges, loss, reach } = body.choices;
  const kept = { ...(ranges ? { ranges } : {}), ...(loss ? { loss } : {}), ...(reach ? { reach } : {}) };
  return { ...body, model, settings, choices: tidy(kept) };
};

/** What belongs to the axes: of another y or x nothing is known of the parameters, and of another x nothing of its range. */
export function withAxes(body: FitBody, axes: Partial<Pick<FitBody, 'x' | 'y'>>): FitBody {
  const { ranges, loss, shared, reach } = body.choices;
  const keepsRanges = (axes.x ?? body.x) === body.x;
  const kept = {
    ...(ranges && keepsRanges ? { ranges } : {}),
    ...(reach && keepsRanges ? { reach } : {}),
    ...(loss ? { loss } : {}),
    ...(shared ? { shared } : {}),
  };
  return { ...body, ...axes, choices: tidy(kept) };
}

/** The same fit on another run: its channels, and the conditions that can pick there. */
export function onRun(
  body: FitBody,
  runId: number,
  channels: readonly { symbol: string }[],
  conditions: readonly Pick<ConditionRow, 'id' | 'limits'>[],
): FitBody {
  const has = (symbol: string): boolean => channels.some((c) => c.symbol === symbol);
  const usable = (id: number): boolean =>
    conditions.find((c) => c.id === id)?.limits.every((l) => symbolsOfLimit(l).every(has)) ?? false;
  const moved = { ...body, runId, conditionIds: body.conditionIds.filter(usable) };
  return withAxes(moved, { x: has(body.x) ? body.x : '', y: has(body.y) ? body.y : '' });
}

export type ParameterState = 'found' | 'fixed' | 'tied' | 'shared';

/** How one parameter is treated; `value` is where a fixed one stands and what a tied one begins as. */
export function withState(choices: Choices, symbol: string, state: ParameterState, value: number): Choices {
  const { shared = [] } = choices;
  return tidy({
    ...choices,
    fixed: { ...without(choices.fixed, symbol), ...(state === 'fixed' ? { [symbol]: value } : {}) },
    tied: { ...without(choices.tied, symbol), ...(state === 'tied' ? { [symbol]: String(value) } : {}) },
    shared: [...shared.filter((s) => s !== symbol), ...(state === 'shared' ? [symbol] : [])],
  });
}

/** The bounds of one parameter; without either it has none. */
export const withBounds = (choices: Choices, symbol: string, ends: [number | null, number | null]): Choices =>
  tidy({
    ...choices,
    bounds: {
      ...without(choices.bounds, symbol),
      ...(ends[0] === null && ends[1] === null ? {} : { [symbol]: ends }),
    },
  });

/** What the series of a fit are called, by which their ranges are kept. */
export const seriesNames = (
  { conditionIds }: Pick<FitBody, 'conditionIds'>,
  conditions: readonly { id: number; name: string }[],
): string[] =>
  conditionIds.length === 0
    ? ['all kept samples']
    : conditionIds.flatMap((id) => conditions.find((c) => c.id === id)?.name ?? []);

/** Only a range of x is fitted, of the series that are named. */
export const withRange = (body: FitBody, series: readonly string[], range: [number, number]): FitBody => {
  const ranges = { ...body.choices.ranges, ...Object.fromEntries(series.map((name) => [name, range])) };
  return { ...body, choices: tidy({ ...body.choices, ranges }) };
};

/** The fit after what a rung of the ladder proposes. */
export function mended(body: FitBody, action: ActionReply, series: string): FitBody {
  const { candidate, weights, loss, range, fixed, ownStarts } = action;
  const changed = candidate ? withModel(body, candidate.kind, candidate.settings) : body;
  const { start, ...rest } = changed.choices;
  return {
    ...changed,
    ...(weights ? { weights } : {}),
    choices: tidy({
      ...rest,
      ...(ownStarts || !start ? {} : { start }),
      ...(loss ? { loss: loss as NonNullable<Choices['loss']> } : {}),
      ...(range ? { ranges: { ...rest.ranges, [series]: range as [number, number] } } : {}),
      ...(fixed ? { fixed: { ...rest.fixed, ...fixed } } : {}),
    }),
  };
}
