import { Type, type Static } from 'typebox';
import { closed, orNull, problem, reading, symbol } from './common';
import { steps } from './run';

/** Channels over a window of the run; null for its ends. */
const window = {
  steps: Type.Optional(steps),
  symbols: Type.Array(symbol, { minItems: 1, maxItems: 12 }),
  from: reading,
  to: reading,
};
const column = Type.Array(reading);

export const stretchBody = closed(window);
export type StretchBody = Static<typeof stretchBody>;
/** What lies between two cursors. */
export const stretchReply = Type.Array(
  closed({
    symbol: Type.String(),
    /** First and last kept value, and how the one differs from the other. */
    first: reading,
    last: reading,
    difference: reading,
    /** Of the straight line through all of them, per unit of the channel along which the run is ordered. */
    slope: reading,
    mean: reading,
    standardDeviation: reading,
    lowest: reading,
    highest: reading,
    count: Type.Integer(),
  }),
);
export type StretchReply = Static<typeof stretchReply>;

export const pairsBody = closed({ ...window, x: symbol });
/** Channels over another one: kept samples, one of every so many. */
export const pairsReply = closed({
  every: Type.Integer(),
  x: column,
  series: Type.Array(closed({ symbol: Type.String(), y: column })),
});
export type PairsReply = Static<typeof pairsReply>;

export const spectrumBody = closed({ ...window, as: Type.Union([Type.Literal('amplitude'), Type.Literal('density')]) });
export const spectrumReply = Type.Array(
  closed({
    symbol: Type.String(),
    frequency: column,
    value: column,
    samples: Type.Integer(),
    problem: orNull(problem),
  }),
);
export type SpectrumReply = Static<typeof spectrumReply>;

export const histogramBody = closed(window);
export const histogramReply = Type.Array(
  closed({ symbol: Type.String(), low: reading, width: reading, counts: Type.Array(Type.Integer()) }),
);
export type HistogramReply = Static<typeof histogramReply>;

export const whyBody = closed({ steps: Type.Optional(steps), at: Type.Number() });
/** Why a sample is or is not in the result. */
export const whyReply = closed({
  /** Its place in the run, from 1. */
  number: Type.Integer(),
  /** The step that set it aside; null: it is kept. */
  setAsideBy: orNull(closed({ place: Type.Integer(), title: Type.String(), detail: Type.String() })),
  /** Conditions that it is in. */
  conditions: Type.Array(Type.String()),
});
export type WhyReply = Static<typeof whyReply>;
