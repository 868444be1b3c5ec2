import {
  seriesKey,
  type ActionReply,
  type ConditionRow,
  type FitBody,
  type FitRow,
  type FurtherSource,
  type SeriesReply,
} from '@undameter/contract';
import { modelOf, symbolsOfLimit } from '@undameter/core';
import { offeredOn } from '../../condition/choosing';
import type { FieldSchema } from '../../step/stepFields';

/** What of a saved fit its form holds. */
export const bodyOf = ({
  name,
  runId,
  x,
  y,
  conditionIds,
  oneSeriesOf = 'condition',
  data,
  weights,
  model,
  settings,
  choices,
  further = [],
  models = {},
}: FitRow): FitBody => ({
  name,
  runId,
  x,
  y,
  conditionIds,
  oneSeriesOf,
  data,
  weights,
  model,
  settings,
  choices,
  further,
  models,
});

/** A fit that waits for its x and y. */
export const newFit = (name: string, runId: number): FitBody => ({
  name,
  runId,
  x: '',
  y: '',
  conditionIds: [],
  oneSeriesOf: 'condition',
  data: 'samples',
  weights: 'none',
  model: 'polynomial',
  settings: { degree: 2 },
  choices: {},
  further: [],
  models: {},
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

type Usable = Pick<ConditionRow, 'id' | 'limits' | 'runId'>;

/** The same fit on another run: its channels, and the conditions that can pick there. */
export function onRun(
  body: FitBody,
  runId: number,
  channels: readonly { symbol: string }[],
  conditions: readonly Usable[],
): FitBody {
  const { x, y, ...moved } = pointsOn(body, runId, channels, conditions);
  return withAxes({ ...body, ...moved }, { x, y });
}

/** Two channels and conditions on another run: what is not there is not taken along. */
export function pointsOn(
  { x, y, conditionIds, oneSeriesOf = 'condition' }: Pick<FitBody, 'x' | 'y' | 'conditionIds' | 'oneSeriesOf'>,
  runId: number,
  channels: readonly { symbol: string }[],
  conditions: readonly Usable[],
): Omit<FurtherSource, 'id'> {
  const has = (symbol: string): boolean => channels.some((c) => c.symbol === symbol);
  const usable = (id: number): boolean =>
    offeredOn(conditions, runId)
      .find((c) => c.id === id)
      ?.limits.every((l) => symbolsOfLimit(l).every(has)) ?? false;
  return { runId, conditionIds: conditionIds.filter(usable), oneSeriesOf, x: has(x) ? x : '', y: has(y) ? y : '' };
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

/** Only a range of x is fitted, of the series that are named. */
export const withRange = (body: FitBody, series: readonly string[], range: [number, number]): FitBody => {
  const ranges = { ...body.choices.ranges, ...Object.fromEntries(series.map((name) => [name, range])) };
  return { ...body, choices: tidy({ ...body.choices, ranges }) };
};

/** The fit after what a rung of the ladder proposes for a series; a model goes where the series has its own. */
export function mended(body: FitBody, action: ActionReply, { name, ...series }: SeriesInHand): FitBody {
  const { candidate, weights, loss, range, fixed, ownStarts } = action;
  const changed = candidate ? withModelOf(body, series, candidate.kind, candidate.settings) : body;
  const { start, ...rest } = changed.choices;
  return {
    ...changed,
    ...(weights ? { weights } : {}),
    choices: tidy({
      ...rest,
      ...(ownStarts || !start ? {} : { start }),
      ...(loss ? { loss: loss as NonNullable<Choices['loss']> } : {}),
      ...(range ? { ranges: { ...rest.ranges, [name]: range as [number, number] } } : {}),
      ...(fixed ? { fixed: { ...rest.fixed, ...fixed } } : {}),
    }),
  };
}

export type SeriesInHand = Pick<SeriesReply, 'name' | 'conditionId' | 'from' | 'isOwnModel'>;

/** Another model for the series in hand: for it alone where it has one of its own, else for all. */
export const withModelOf = (
  body: FitBody,
  series: Omit<SeriesInHand, 'name'>,
  model: string,
  settings: FitBody['settings'],
): FitBody =>
  series.isOwnModel
    ? { ...body, models: { ...body.models, [seriesKey(series)]: { model, settings } } }
    : withModel(body, model, settings);

/** What the ladder proposes for a series with a model of its own: nothing of parameters, which belong to the model of the fit. */
export const actionOf = ({ isOwnModel }: Pick<SeriesReply, 'isOwnModel'>, action: ActionReply | undefined) =>
  isOwnModel && (action?.fixed || action?.ownStarts) ? undefined : action;
