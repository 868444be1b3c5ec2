import { Type, type Static } from 'typebox';
import { AppError } from '../../error/AppError';
import { channelOf } from '../../procedure/stepTools';
import { FAILS, HOLDS, UNKNOWN, type LimitKind } from './LimitKind';
import { closed, not, symbol } from './parts';

const schema = Type.Object(
  {
    kind: Type.Literal('words'),
    symbol,
    words: Type.Array(Type.String({ maxLength: 200 }), { minItems: 1, maxItems: 200, title: 'Words', field: 'words' }),
    not,
  },
  closed,
);
export type WordLimit = Static<typeof schema>;

/** Half of the height of the strip on which a word stands: words stand at the whole numbers of the axis. */
const STRIP = 0.3;

/** One of some words of a category. */
export const words: LimitKind<typeof schema> = {
  kind: 'words',
  title: 'is one of',
  schema,
  on: 'words',
  reads: (limit) => [limit.symbol],
  units: () => [],
  words: (limit) => `${limit.symbol} ${limit.words.join(' or ') || '(no word chosen)'}`,
  isWhole: (limit) => limit.words.length > 0,
  // Nothing speaks for one word before another.
  start: ({ symbol: of }) => ({ kind: 'words', symbol: of, words: [] }),
  fromRange: ({ symbol: of, labels }, [low, high]) => {
    const some = (labels ?? []).filter((_, code) => code >= low && code <= high);
    return some.length === 0 ? undefined : { kind: 'words', symbol: of, words: some };
  },
  ranges: (limit, { labels }) =>
    limit.words.flatMap((word): [number, number][] => {
      const at = labels?.indexOf(word) ?? -1;
      return at < 0 ? [] : [[at - STRIP, at + STRIP]];
    }),
  judge: (state, limit) => {
    const { values, labels } = channelOf(state, limit.symbol);
    if (!labels) throw new AppError('CHANNEL_IS_NUMBER', { symbol: limit.symbol });
    const holds = Uint8Array.from(labels, (label) => (limit.words.includes(label) ? HOLDS : FAILS));
    return Uint8Array.from(values, (code) => holds[code] ?? UNKNOWN);
  },
};
