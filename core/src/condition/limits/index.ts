import { Type, type Static } from 'typebox';
import { AppError } from '../../error/AppError';
import { parseUnit } from '../../units';
import { approach } from './approach';
import { area } from './area';
import { between } from './between';
import { formula } from './formula';
import type { LimitChannel, LimitKind } from './LimitKind';
import { closed } from './parts';
import { steady } from './steady';
import { tolerance } from './tolerance';
import { words } from './words';

/** Every sort of limit, one file each, in the order in which a form offers them. */
const kinds = [tolerance, between, words, formula, steady, approach, area] as const;

export const limitKinds = kinds as unknown as readonly LimitKind[];
export type SingleLimit = Static<(typeof kinds)[number]['schema']>;
/** One of several, of which at least one must hold. */
export interface AnyLimit {
  kind: 'any';
  any: SingleLimit[];
}
export type Limit = SingleLimit | AnyLimit;

/** By its kind, so that what is wrong is said in the words of that kind only. */
const oneOfKinds = <T>(schemas: readonly object[]) =>
  Type.Unsafe<T>({ type: 'object', discriminator: { propertyName: 'kind' }, required: ['kind'], oneOf: schemas });

const singles = kinds.map((kind) => kind.schema);
const anySchema = Type.Object(
  {
    kind: Type.Literal('any'),
    any: Type.Array(oneOfKinds<SingleLimit>(singles), { minItems: 1, maxItems: 20 }),
  },
  closed,
);
export const limitSchema = oneOfKinds<Limit>([...singles, anySchema]);

/** @throws {AppError} LIMIT_UNKNOWN */
export function limitKindOf({ kind }: { kind: string }): LimitKind {
  const found = limitKinds.find((k) => k.kind === kind);
  if (!found) throw new AppError('LIMIT_UNKNOWN', { kind });
  return found;
}

export const isAnyLimit = (limit: Limit): limit is AnyLimit => limit.kind === 'any';
/** The limits of which at least one must hold; of most there is one. */
export const alternativesOf = (limit: Limit): SingleLimit[] => (isAnyLimit(limit) ? limit.any : [limit]);

/** Symbols of the channels that a limit looks at. */
export const symbolsOfLimit = (limit: Limit): string[] => alternativesOf(limit).flatMap((l) => limitKindOf(l).reads(l));

/** A limit in words: `n 1450 ± 20 rpm`, `not z_v from 80 %`, several joined by "or". */
export const limitInWords = (limit: Limit): string =>
  alternativesOf(limit)
    .map((l) => `${l.not ? 'not ' : ''}${limitKindOf(l).words(l)}`)
    .join(' or ');

/** Whether it can be judged only where the run is ordered along a channel. */
export const needsTime = (limit: Limit): boolean => alternativesOf(limit).some((l) => limitKindOf(l).needsTime);

/** Whether a limit can be kept as it stands in a form. */
export const isWholeLimit = (limit: Limit): boolean =>
  alternativesOf(limit).every((l) => limitKindOf(l).isWhole?.(l) ?? true);

/** What has to hold beyond the schema. @throws {AppError} UNIT_UNKNOWN, RANGE_REVERSED */
export function checkLimit(limit: Limit): void {
  for (const single of alternativesOf(limit)) {
    const kind = limitKindOf(single);
    for (const unit of kind.units(single)) parseUnit(unit);
    kind.check?.(single);
  }
}

/** Sorts of limit that can be begun on a channel, the usual one first. */
export const limitKindsOn = ({ labels }: Pick<LimitChannel, 'labels'>): readonly LimitKind[] =>
  limitKinds.filter((kind) => kind.start && kind.on === (labels === null ? 'numbers' : 'words'));
