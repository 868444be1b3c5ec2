import { Type, type Static } from 'typebox';
import { closed, described, orNull, problem, reading, symbol, unit } from './common';
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
export const stretchReply = described(
  'What lies between two cursors.',
  Type.Array(
    closed({
      symbol: Type.String(),
      first: described('First and last kept value, and how the one differs from the other.', reading),
      last: reading,
      difference: reading,
      slope: described(
        'Of the straight line through all of them, per unit of the channel along which the run is ordered.',
        reading,
      ),
      mean: reading,
      standardDeviation: reading,
      lowest: reading,
      highest: reading,
      count: Type.Integer(),
    }),
  ),
);
export type StretchReply = Static<typeof stretchReply>;

export const pairsBody = closed({ ...window, x: symbol });
export const pairsReply = described(
  'Channels over another one: kept samples, one of every so many.',
  closed({
    every: Type.Integer(),
    x: column,
    series: Type.Array(closed({ symbol: Type.String(), y: column })),
  }),
);
export type PairsReply = Static<typeof pairsReply>;

export const rowsBody = closed({
  symbols: Type.Array(symbol, { minItems: 1, maxItems: 12 }),
  isDistinct: described('Each row once, in rising order.', Type.Boolean()),
  unit: described('In which all of them are given; null: each in its own.', orNull(unit)),
});
export type RowsBody = Static<typeof rowsBody>;
export const rowsReply = described(
  'Values of channels side by side, of the samples that are kept and have all of them.',
  closed({
    rows: Type.Array(Type.Array(Type.Number())),
    leftOut: described('Samples that are set aside or lack a value.', Type.Integer()),
  }),
);
export type RowsReply = Static<typeof rowsReply>;

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
export const whyReply = described(
  'Why a sample is or is not in the result.',
  closed({
    number: described('Its place in the run, from 1.', Type.Integer()),
    setAsideBy: described(
      'The step that set it aside; null: it is kept.',
      orNull(closed({ place: Type.Integer(), title: Type.String(), detail: Type.String() })),
    ),
    conditions: described('Conditions that it is in.', Type.Array(Type.String())),
  }),
);
export type WhyReply = Static<typeof whyReply>;
