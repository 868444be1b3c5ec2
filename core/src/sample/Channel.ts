import { parseUnit, type Datum, type Unit } from '../units';
import type { SpreadOf } from './SampleSpread';
import type { DeclaredUncertainty } from './Uncertainty';

/**
 * How far each source of error moves the samples of a channel: by source, one standard deviation
 * of it, with its sign, unit of the channel. Sources are independent of each other; what two
 * channels share stands under the same name in both, so that it cancels or adds up as it must.
 */
export type ErrorSources = ReadonlyMap<string, Float64Array>;

/** One quantity over the samples of a run. Missing is NaN. */
export interface Channel {
  symbol: string;
  name: string;
  unit: string;
  /** From where a temperature or pressure counts, where its making says it and its unit does not: a difference in K. */
  datum?: Datum | undefined;
  origin: 'logged' | 'derived';
  /** Length of the run; never changed in place. */
  values: Float64Array;
  /** A category: its words, of which the values are the codes 0, 1, 2 … */
  labels?: readonly string[] | undefined;
  /** How sure its samples are, where it was declared. */
  uncertainty?: DeclaredUncertainty | undefined;
  /** For a channel made by a step: how the errors of others reach it, computed when asked. */
  errors?: (() => ErrorSources) | undefined;
  /** For a channel that linear steps made: how they spread each logged sample over its neighbours; found out when asked. */
  spread?: (() => SpreadOf | undefined) | undefined;
  /** Numbers of samples that are less sure than the others, rising, and why. */
  doubtful?: { samples: Int32Array; why: string; isOutsideTable?: boolean } | undefined;
  /** How many decimals are shown; what is computed keeps all. */
  decimals?: number | undefined;
}

/** The unit of a channel, with what it counts from where only its making says it. @throws {AppError} UNIT_UNKNOWN */
export function unitOfChannel({ unit, datum }: Pick<Channel, 'unit' | 'datum'>): Unit {
  const parsed = parseUnit(unit);
  return datum === undefined || parsed.datum !== undefined ? parsed : { ...parsed, datum };
}

const SYMBOL = /^[\p{L}][\p{L}\p{N}_]*$/u;

/** Whether a text can stand for a channel in a formula: a letter, then letters, digits, underscores. */
export const isSymbol = (text: string): boolean => SYMBOL.test(text) && text.length <= 40;
