import { Type, type Static } from 'typebox';
import { AppError } from '../error/AppError';

const closed = { additionalProperties: false };
const amount = Type.Number({ minimum: 0 });
/** What a stated ± means: one standard deviation, two of them, or limits that are never passed. */
const statedAs = Type.Union([Type.Literal('standard'), Type.Literal('twice'), Type.Literal('limits')]);

/** The same for all samples, as a calibration is, or another one for each; absent: random where a channel tells it, else systematic. */
const effect = Type.Optional(Type.Union([Type.Literal('systematic'), Type.Literal('random')]));

/** What is declared of how sure the samples of a channel are. */
export const uncertaintySchema = Type.Union([
  Type.Object({ kind: Type.Literal('absolute'), value: amount, statedAs, effect }, closed),
  Type.Object({ kind: Type.Literal('reading'), percent: amount, statedAs, effect }, closed),
  Type.Object({ kind: Type.Literal('fullScale'), percent: amount, fullScale: amount, statedAs, effect }, closed),
  Type.Object({ kind: Type.Literal('channel'), symbol: Type.String({ minLength: 1, maxLength: 40 }), statedAs, effect }, closed),
]); // prettier-ignore
export type Uncertainty = Static<typeof uncertaintySchema>;

const divisors: Readonly<Record<Uncertainty['statedAs'], number>> = {
  standard: 1,
  twice: 2,
  limits: Math.sqrt(3),
};

/**
 * Standard uncertainty of each sample.
 * @param values     the channel, length n, its unit
 * @param valuesOf   values of another channel by symbol, length n, in the same unit
 * @returns          length n, not negative, unit of the channel; missing where a value is
 * @throws {AppError} CHANNEL_UNKNOWN, from `valuesOf`
 * Source: JCGM 100:2008 (GUM), 4.3.3 (a multiple of a standard deviation), 4.3.7 (limits: a over the root of 3).
 */
export function standardUncertainty(
  values: Float64Array,
  declared: Uncertainty,
  valuesOf: (symbol: string) => Float64Array,
): Float64Array {
  const divisor = divisors[declared.statedAs];
  if (declared.kind === 'channel') return valuesOf(declared.symbol).map((u) => Math.abs(u) / divisor);
  if (declared.kind === 'reading') return values.map((v) => (Math.abs(v) * declared.percent) / 100 / divisor);
  const size = declared.kind === 'absolute' ? declared.value : (declared.fullScale * declared.percent) / 100;
  return values.map((v) => (v === v ? size / divisor : NaN));
}

/** @throws {AppError} UNCERTAINTY_OF_ITSELF when a channel is to tell its own uncertainty */
export function checkUncertainty(symbol: string, declared: Uncertainty): void {
  if (declared.kind === 'channel' && declared.symbol === symbol)
    throw new AppError('UNCERTAINTY_OF_ITSELF', { symbol });
}
