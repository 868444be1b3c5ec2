import { AppError } from '../../error/AppError';
import { area } from './area';
import { formula } from './formula';
import type { LimitKind } from './LimitKind';
import { range } from './range';
import type { AnyLimit, Limit, SingleLimit } from './schema';
import { steady } from './steady';
import { words } from './words';

/** Every sort of limit, one file each. */
const kinds = [range, words, formula, area, steady] as unknown as readonly LimitKind<SingleLimit>[];

export function limitKindOf(limit: SingleLimit): LimitKind<SingleLimit> {
  const kind = kinds.find((k) => k.is(limit));
  if (!kind) throw new AppError('LIMIT_UNKNOWN', {});
  return kind;
}

export const isAnyLimit = (limit: Limit): limit is AnyLimit => 'any' in limit;
const singles = (limit: Limit): readonly SingleLimit[] => (isAnyLimit(limit) ? limit.any : [limit]);

/** Symbols of the channels that a limit looks at. */
export const symbolsOfLimit = (limit: Limit): string[] => singles(limit).flatMap((l) => limitKindOf(l).reads(l));

/** A limit in words: `n 1450 ± 20 rpm`, `not z_v from 80 %`, several joined by "or". */
export const limitInWords = (limit: Limit): string =>
  singles(limit)
    .map((l) => `${l.not ? 'not ' : ''}${limitKindOf(l).words(l)}`)
    .join(' or ');

/** The units that a limit names */
export const unitsOfLimit = (limit: Limit): string[] =>
  singles(limit).flatMap((l) => {
    if ('unit' in l) return [l.unit];
    if ('corners' in l) return [l.xUnit, l.yUnit];
    return 'steady' in l ? [l.timeUnit, ...l.steady.map((w) => w.unit)] : [];
  });
