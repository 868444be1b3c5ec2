import { Type, type Static } from 'typebox';
import { closed, described, id, name, orNull, reading, symbol, unit } from './common';
import { sheetReply } from './typed';

const seconds = (minimum: number, maximum: number) => Type.Number({ minimum, maximum });

const sessionColumn = closed({
  symbol: described('Of the column.', symbol),
  instrumentId: id,
  quantity: described('Symbol of the quantity at the instrument.', symbol),
  spread: described('Column that takes the standard uncertainty of its means; null: none.', orNull(symbol)),
  within: described(
    'Half width that it keeps to before it counts as steady, in its unit; null: it is not waited for.',
    orNull(Type.Number({ exclusiveMinimum: 0 })),
  ),
});

/** How readings are taken in a session. */
export const sessionHow = closed({
  samples: described('Means of so many samples.', Type.Integer({ minimum: 1, maximum: 10_000 })),
  every: described('A sample every so many seconds.', seconds(0.02, 60)),
  restSeconds: described('A value is steady that keeps to its limit for so long.', seconds(0, 600)),
  waitSeconds: described('So long it is waited for.', seconds(0, 3600)),
});
export type SessionHow = Static<typeof sessionHow>;

/** The instruments of a typed run: which columns are set or read by which. */
export const benchSession = closed({
  columns: Type.Array(sessionColumn, { maxItems: 40 }),
  how: sessionHow,
});
export type BenchSession = Static<typeof benchSession>;
export type SessionColumn = BenchSession['columns'][number];

/** A new run whose rows are taken at the bench. */
export const benchRunBody = closed({
  name,
  quantities: described(
    'What is set and read, in the order of the columns.',
    Type.Array(closed({ instrumentId: id, quantity: symbol }), { maxItems: 20 }),
  ),
  byHand: described('What is set or read by hand.', Type.Array(closed({ symbol, name, unit }), { maxItems: 20 })),
  plan: described(
    'Values of the first column that is set, one for each reading to be taken.',
    Type.Array(Type.Number(), { maxItems: 5000 }),
  ),
  how: sessionHow,
});
export type BenchRunBody = Static<typeof benchRunBody>;

export const readingBody = closed({
  row: described('Planned row that it fills; null: a new one.', orNull(Type.Integer({ minimum: 1 }))),
  retakes: described(
    'Row that it takes the place of, which is left out; null: none.',
    orNull(Type.Integer({ minimum: 1 })),
  ),
  set: described(
    'Values of columns that are set: sent to their instruments, or set by hand.',
    Type.Array(closed({ symbol, value: Type.Number() }), { maxItems: 40 }),
  ),
  anyhow: described('Without waiting until the values are steady.', Type.Boolean()),
  withMissing: described('Also where some of the values cannot be read; their cells stay empty.', Type.Boolean()),
});
export type ReadingBody = Static<typeof readingBody>;

const toldValue = closed({
  symbol,
  value: reading,
  uncertainty: described('Standard uncertainty of the mean; null: the samples do not tell it.', reading),
  expanded: described('Half of the interval that holds the value with 95 %; null: as above.', reading),
  samples: Type.Integer(),
  doubt: described(
    'Why the samples do not tell how sure it is.',
    orNull(Type.Unsafe<'oneSample' | 'didNotMove' | 'tooShort'>(Type.Enum(['oneSample', 'didNotMove', 'tooShort']))),
  ),
  problem: described('Why it could not be read, in a sentence.', orNull(Type.String())),
});
export type ToldValue = Static<typeof toldValue>;
export const readingReply = closed({
  row: described('Where it stands.', Type.Integer()),
  values: Type.Array(toldValue),
  wasSteady: described('Null: it was not waited for.', orNull(Type.Boolean())),
  sheet: described('All rows with it.', sheetReply),
});
export type ReadingReply = Static<typeof readingReply>;

/** What the instruments of a run show now, and how far a reading has come. */
export const readingNow = closed({
  state: Type.Unsafe<'idle' | 'setting' | 'waiting' | 'sampling'>(
    Type.Enum(['idle', 'setting', 'waiting', 'sampling']),
  ),
  seconds: described('Since the reading began.', Type.Number()),
  progress: described('Of what is waited for, or of the samples, from 0 to 1.', Type.Number()),
  values: Type.Array(
    closed({
      symbol,
      value: reading,
      half: described('Half of the range of the last seconds, while a reading is under way.', reading),
      within: described('The limit that it keeps to before it counts as steady; null: none.', orNull(Type.Number())),
      isSteady: described('Null: it is not waited for.', orNull(Type.Boolean())),
      problem: orNull(Type.String()),
    }),
  ),
});
export type ReadingNow = Static<typeof readingNow>;

export const readingAction = closed({
  action: described(
    'Take it without waiting any longer, or stop it.',
    Type.Unsafe<'anyhow' | 'stop'>(Type.Enum(['anyhow', 'stop'])),
  ),
});
export const settingBody = closed({ symbol, value: Type.Number() });
