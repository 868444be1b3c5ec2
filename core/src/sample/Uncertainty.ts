import { Type, type Static, type TSchema } from 'typebox';
import { AppError } from '../error/AppError';

const closed = { additionalProperties: false };
const amount = Type.Number({ minimum: 0 });
/** What a stated ± means: one standard deviation, two of them, a 95 % interval, or limits that are never passed. */
export const statedAs = Type.Union([
  Type.Literal('standard'),
  Type.Literal('twice'),
  Type.Literal('percent95'),
  Type.Literal('limits'),
]);

/** The same for all samples, as a calibration is, or another one for each; absent: random where a channel tells it, else systematic. */
const effect = Type.Optional(Type.Union([Type.Literal('systematic'), Type.Literal('random')]));

const absolute = Type.Object({ kind: Type.Literal('absolute'), value: amount, statedAs, effect }, closed);
const reading = Type.Object({ kind: Type.Literal('reading'), percent: amount, statedAs, effect }, closed);
const fullScale = Type.Object(
  { kind: Type.Literal('fullScale'), percent: amount, fullScale: amount, statedAs, effect },
  closed,
);
const symbol = Type.String({ minLength: 1, maxLength: 40 });
const teller = Type.Object({ kind: Type.Literal('channel'), symbol, statedAs, effect }, closed);

/** What is stated of how sure values are. */
export const uncertaintySchema = Type.Union([absolute, reading, fullScale, teller]);
export type Uncertainty = Static<typeof uncertaintySchema>;

/** What is stated of each knot of a table by itself. */
export const uncertaintyPerKnotSchema = Type.Object(
  {
    kind: Type.Literal('perKnot'),
    values: Type.Array(Type.Union([amount, Type.Null()]), { minItems: 2, maxItems: 100000 }),
    statedAs,
  },
  closed,
);
export type UncertaintyPerKnot = Static<typeof uncertaintyPerKnotSchema>;

/** What is stated of how sure a table is. */
export const tableUncertaintySchema = Type.Union([...uncertaintySchema.anyOf, uncertaintyPerKnotSchema]);
export type TableUncertainty = Static<typeof tableUncertaintySchema>;

/** One reason among several. @param name  what it is called */
const named = <T extends TSchema>(of: T) =>
  Type.Object(
    {
      name: Type.String({ minLength: 1, maxLength: 125 }),
      /** All channels that name it have the same error: one calibration of several sensors. */
      isShared: Type.Boolean(),
      of,
    },
    closed,
  );

/** One reason among several that a certificate states: a calibration, a resolution, a drift, an installation. */
export const namedSourceSchema = named(Type.Union([absolute, reading, fullScale]));
export type NamedSource = Static<typeof namedSourceSchema>;

/** The same of a channel, where another channel can tell it sample by sample. */
const channelSource = named(uncertaintySchema);
export type ChannelSource = Static<typeof channelSource>;

/** What is declared of how sure the samples of a channel are: as one, or source by source. */
export const declaredUncertaintySchema = Type.Union([
  ...uncertaintySchema.anyOf,
  Type.Object(
    { kind: Type.Literal('several'), sources: Type.Array(channelSource, { minItems: 1, maxItems: 12 }) },
    closed,
  ),
]);
export type DeclaredUncertainty = Static<typeof declaredUncertaintySchema>;

const divisors: Readonly<Record<Uncertainty['statedAs'], number>> = {
  standard: 1,
  twice: 2,
  percent95: 1.959963984540054,
  limits: Math.sqrt(3),
};

/** Standard uncertainties at the knots of a table, NaN where none is stated. Source: as `standardUncertainty`. */
export const standardAtKnots = ({ values, statedAs: meant }: UncertaintyPerKnot): number[] =>
  values.map((v) => (v === null ? NaN : v / divisors[meant]));

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

/**
 * @throws {AppError} UNCERTAINTY_OF_ITSELF when a channel is to tell its own uncertainty, SOURCE_TWICE when two sources
 *   have one name
 */
export function checkUncertainty(symbol: string, declared: DeclaredUncertainty): void {
  const each = declared.kind === 'several' ? declared.sources.map((s) => s.of) : [declared];
  if (each.some((one) => one.kind === 'channel' && one.symbol === symbol))
    throw new AppError('UNCERTAINTY_OF_ITSELF', { symbol });
  if (declared.kind === 'several') checkSources(symbol, declared.sources);
}

/** What is left where the channels that tell an uncertainty stay behind; undefined where nothing is. */
export function withoutTellers(declared: DeclaredUncertainty): DeclaredUncertainty | undefined {
  if (declared.kind === 'channel') return undefined;
  if (declared.kind !== 'several') return declared;
  const sources = declared.sources.filter((s) => s.of.kind !== 'channel');
  return sources.length > 0 ? { ...declared, sources } : undefined;
}

/** @param of  the channel or sensor that states them. @throws {AppError} SOURCE_TWICE when two sources have one name */
export function checkSources(of: string, sources: readonly ChannelSource[]): void {
  const names = sources.map((s) => s.name.trim());
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice !== undefined) throw new AppError('SOURCE_TWICE', { symbol: of, name: twice });
}
