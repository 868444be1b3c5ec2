import type { RunState } from '../../procedure/RunState';

/** What a limit says of a sample. */
export const FAILS = 0;
export const HOLDS = 1;
/** A value that it asks for is missing: then neither the limit nor its opposite holds. */
export const UNKNOWN = 2;

/**
 * One sort of limit: everything about it stands in one file. `judge` answers for every sample of
 * the run, length n, whether it HOLDS, FAILS or is UNKNOWN.
 */
export interface LimitKind<L extends object> {
  is(limit: object): limit is L;
  /** Symbols of the channels that it looks at. */
  reads(limit: L): string[];
  /** The limit as a person would say it. */
  words(limit: L): string;
  /** @throws {AppError} when the run has no such channel, or the unit does not fit */
  judge(state: RunState, limit: L): Uint8Array;
  /**
   * The same for some samples, in place: those for which it holds move to the front of `picked`; answers their
   * number. For a sort of limit that needs to look at nothing but the samples themselves.
   */
  narrow?(state: RunState, limit: L, picked: Int32Array, count: number): number;
}
