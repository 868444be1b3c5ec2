import { tapers } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, described, id, orNull, problem, reading, symbol, unit } from './common';
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

/** How spectra are averaged; what is absent is proposed. */
export const averaging = {
  taper: described(
    `Window of a segment: ${Object.entries(tapers)
      .map(([kind, { title }]) => `${kind} (${title})`)
      .join(', ')}; absent: hann.`,
    Type.Optional(Type.Unsafe<keyof typeof tapers>(Type.Enum(Object.keys(tapers)))),
  ),
  segment: described(
    'Samples of a segment; absent: about eight averages.',
    Type.Optional(Type.Integer({ minimum: 8, maximum: 1_048_576 })),
  ),
  overlap: described(
    'Share of a segment that the next one repeats; absent: one half.',
    Type.Optional(Type.Number({ minimum: 0, maximum: 0.9 })),
  ),
};
export const spectrumAs = described(
  'Amplitude of a sine, power in a line (mean square), or power per frequency.',
  Type.Unsafe<'amplitude' | 'power' | 'density'>(Type.Enum(['amplitude', 'power', 'density'])),
);
export type SpectrumAs = Static<typeof spectrumAs>;
/** What of a run a spectrum is of, and over what. */
export const spectrumOf = {
  ...averaging,
  conditionIds: described(
    'One spectrum for each of these conditions; absent: of all that is kept.',
    Type.Optional(Type.Array(id, { minItems: 1, maxItems: 12 })),
  ),
  turnsBy: described(
    'Channel of the speed of a shaft: over orders, per turn of it, instead of frequency.',
    Type.Optional(symbol),
  ),
};
export const spectrumBody = closed({ ...window, as: spectrumAs, ...spectrumOf });
export type SpectrumBody = Static<typeof spectrumBody>;
const averaged = {
  samples: described('Of all stretches that hold a segment.', Type.Integer()),
  stretches: Type.Integer(),
  segment: described('Samples of each.', Type.Integer()),
  segments: Type.Integer(),
};
export const spectralPeak = closed({
  frequency: Type.Number(),
  frequencyError: described(
    'Standard uncertainty from the noise around it; null: it is broader than one frequency.',
    reading,
  ),
  amplitude: described('Of the sine, in the unit of the channel.', Type.Number()),
  amplitudeError: reading,
  aboveNoise: described('Power over that of the noise around it.', Type.Number()),
  broadness: described('Its width over that of a sine of one frequency.', Type.Number()),
});
export type SpectralPeakReply = Static<typeof spectralPeak>;
export const spectrumReply = Type.Array(
  closed({
    symbol: Type.String(),
    conditionId: described('Of what a condition picks; null: of all that is kept.', orNull(id)),
    frequency: column,
    value: column,
    band: described(
      'Factors on a value between which the truth lies with 95 %; null where nothing was computed.',
      orNull(closed({ low: Type.Number(), high: Type.Number() })),
    ),
    resolution: described('From one line to the next.', reading),
    ...averaged,
    peaks: described(
      'Lines that noise does not explain, read off the longest stretch; null: it is too short to tell noise by.',
      orNull(Type.Array(spectralPeak)),
    ),
    problem: orNull(problem),
  }),
);
export type SpectrumReply = Static<typeof spectrumReply>;

export const transferBody = closed({
  ...window,
  x: described('The channel that the others follow.', symbol),
  ...averaging,
});
export type TransferBody = Static<typeof transferBody>;
export const transferReply = Type.Array(
  closed({
    symbol: Type.String(),
    frequency: column,
    gain: described('How much of the other channel comes through, with its standard uncertainty.', column),
    gainError: column,
    phase: described('By how many degrees it is ahead.', column),
    phaseError: column,
    coherence: described('Share of its power that goes with the other channel, 0 to 1.', column),
    coherenceOfNoise: described('Two channels without anything in common stay below it with 95 %.', reading),
    ...averaged,
    problem: orNull(problem),
  }),
);
export type TransferReply = Static<typeof transferReply>;

export const bins = described(
  'How many bins; absent: as many as the values ask for.',
  Type.Optional(Type.Integer({ minimum: 1, maximum: 200 })),
);
export const histogramBody = closed({ ...window, bins });
export type HistogramBody = Static<typeof histogramBody>;
export const histogramReply = Type.Array(
  closed({
    symbol: Type.String(),
    low: reading,
    width: reading,
    counts: Type.Array(Type.Integer()),
    normal: described(
      'The normal distribution of the same mean and standard deviation; null where nothing varies.',
      orNull(closed({ mean: Type.Number(), standardDeviation: Type.Number() })),
    ),
  }),
);
export type HistogramReply = Static<typeof histogramReply>;

/** How load cycles are counted. */
export const counting = {
  classes: described('Classes of range; absent: 32.', Type.Optional(Type.Integer({ minimum: 2, maximum: 200 }))),
  least: described(
    'Smallest range that counts, in the unit of each channel; absent: every one.',
    Type.Optional(Type.Number({ minimum: 0 })),
  ),
};
export const cyclesBody = closed({ ...window, ...counting });
export type CyclesBody = Static<typeof cyclesBody>;
export const cyclesReply = described(
  'Load cycles by the rainflow method.',
  Type.Array(
    closed({
      symbol: Type.String(),
      total: described('Half cycles count one half.', Type.Number()),
      largest: Type.Number(),
      below: described('Cycles smaller than the least that counts.', Type.Number()),
      joined: described('Gaps across which the history was joined.', Type.Integer()),
      samples: Type.Integer(),
      classes: Type.Array(
        closed({
          from: Type.Number(),
          to: Type.Number(),
          count: Type.Number(),
          mean: described('Mean of the means of its cycles; null of none.', reading),
        }),
      ),
      problem: orNull(problem),
    }),
  ),
);
export type CyclesReply = Static<typeof cyclesReply>;

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
