import { AppError } from '../../error/AppError';
import { channelOf } from '../../procedure/stepTools';
import { FAILS, HOLDS, UNKNOWN, type LimitKind } from './LimitKind';
import type { WordLimit } from './schema';

export const words: LimitKind<WordLimit> = {
  is: (limit): limit is WordLimit => 'words' in limit,
  reads: ({ symbol }) => [symbol],
  words: ({ symbol, words: some }) => `${symbol} ${some.join(' or ')}`,
  judge: (state, { symbol, words: some }) => {
    const { values, labels } = channelOf(state, symbol);
    if (!labels) throw new AppError('CHANNEL_IS_NUMBER', { symbol });
    const holds = Uint8Array.from(labels, (label) => (some.includes(label) ? HOLDS : FAILS));
    return Uint8Array.from(values, (code) => holds[code] ?? UNKNOWN);
  },
};
