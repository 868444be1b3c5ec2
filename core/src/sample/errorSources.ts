import { differenceFactor, parseUnit } from '../units';
import type { Channel, ErrorSources } from './Channel';
import { standardUncertainty, type Uncertainty } from './Uncertainty';
import { AppError } from '../error/AppError';

/** What differs from sample to sample goes under a name of its own, since it averages away where the others do not. */
const RANDOM = '~';
export const isRandomSource = (source: string): boolean => source.startsWith(RANDOM);

const none: ErrorSources = new Map();
const known = new WeakMap<Channel, ErrorSources>();

/**
 * The errors of a channel: for a derived one what was propagated to it, for a logged one what is
 * declared of it, which counts as the same for all of its samples (a sensor that reads high
 * reads high all day), unless it is declared sample by sample or as random.
 * @param channels  those of the run, since one may tell the uncertainty of another
 * @throws {AppError} CHANNEL_UNKNOWN, UNIT_MISFIT when the channel that tells it does not fit
 */
export function errorsOf(channel: Channel, channels: ReadonlyMap<string, Channel>): ErrorSources {
  const found = known.get(channel);
  if (found) return found;
  const made = channel.errors?.() ?? declaredErrors(channel, channels);
  known.set(channel, made);
  return made;
}

const nameOf = (name: string, { kind, effect }: Uncertainty): string =>
  (effect ?? (kind === 'channel' ? 'random' : 'systematic')) === 'random' ? RANDOM + name : name;

/** What is declared of a channel, source by source, under the names that `errorsOf` gives them. */
export function declaredSources({ symbol, uncertainty }: Channel): { source: string; of: Uncertainty }[] {
  if (!uncertainty) return [];
  if (uncertainty.kind !== 'several') return [{ source: nameOf(symbol, uncertainty), of: uncertainty }];
  // A shared source stands under its own name in every channel that has it.
  return uncertainty.sources.map(({ name, isShared, of }) => ({
    source: nameOf(isShared ? name : `${symbol} ${name}`, of),
    of,
  }));
}

function declaredErrors(channel: Channel, channels: ReadonlyMap<string, Channel>): ErrorSources {
  const declared = declaredSources(channel);
  if (declared.length === 0) return none;
  const { values, unit } = channel;
  const inUnit = (other: string): Float64Array => {
    const teller = channels.get(other);
    if (!teller) throw new AppError('CHANNEL_UNKNOWN', { symbol: other });
    const factor = differenceFactor(parseUnit(teller.unit), parseUnit(unit));
    return teller.values.map((v) => v * factor);
  };
  return new Map(declared.map(({ source, of }) => [source, standardUncertainty(values, of, inUnit)]));
}

/** Every source's column through the same linear operation. */
export const mapErrors = (errors: ErrorSources, work: (column: Float64Array) => Float64Array): ErrorSources =>
  new Map([...errors].map(([source, column]) => [source, work(column)]));

/** The sum of two effects on one result: what comes from the same source adds up with its sign. */
export function addErrors(a: ErrorSources, b: ErrorSources): ErrorSources {
  const out = new Map(a);
  for (const [source, column] of b) {
    const other = a.get(source);
    out.set(source, other ? column.map((v, i) => v + other[i]!) : column);
  }
  return out;
}

/**
 * Standard uncertainty of each sample: the root of the sum of the squares of its sources; undefined where there is none.
 * Source: JCGM 100:2008 (GUM) 5.1.2.
 */
export function combined(errors: ErrorSources): Float64Array | undefined {
  const columns = [...errors.values()];
  if (columns.length === 0) return undefined;
  return columns[0]!.map((_, i) => Math.sqrt(columns.reduce((sum, c) => sum + c[i]! * c[i]!, 0)));
}
