import type { Static, TObject } from 'typebox';
import type { RunState } from '../../procedure/RunState';
import type { Channel } from '../../sample';

/** What a limit says of a sample. */
export const FAILS = 0;
export const HOLDS = 1;
/** A value that it asks for is missing: then neither the limit nor its opposite holds. */
export const UNKNOWN = 2;

/** A channel of which a limit can be begun: `labels` are the words of a category, null for numbers. */
export interface LimitChannel {
  symbol: string;
  unit: string;
  labels: readonly string[] | null;
  mean?: number | null;
}

/** A channel on whose axis a limit is drawn. */
export type DrawnChannel = Pick<Channel, 'unit' | 'datum'> & { labels?: readonly string[] | null | undefined };

/**
 * One sort of limit: everything about it stands in one file, and one line in index.ts makes it available in the
 * form, the API, the picking and the charts.
 *
 * The form is made from the schema: `title` labels a field; `before` and `after` stand beside it; `field` names its
 * control where the type does not tell it ('unit', 'choice', 'words', 'question', 'watched',
 * 'hidden').
 */
export interface LimitKind<S extends TObject = TObject> {
  kind: string;
  /** How the form offers it. */
  title: string;
  schema: S;
  /** The channels that it can be begun on. */
  on: 'numbers' | 'words';
  /** It can be judged only where the run is ordered along a channel. */
  needsTime?: true;
  /** Symbols of the channels that it looks at. */
  reads(limit: Static<S>): string[];
  /** Units that it names. */
  units(limit: Static<S>): string[];
  /** The limit as a person would say it. */
  words(limit: Static<S>): string;
  /** What has to hold beyond the schema. @throws {AppError} */
  check?(limit: Static<S>): void;
  /** Whether it can be kept as it stands in the form; absent: always. */
  isWhole?(limit: Static<S>): boolean;
  /**
   * A first limit on a channel, in the unit of time of the run; what nothing can be proposed for is left empty. Absent: it is
   * drawn on a chart.
   */
  start?(channel: LimitChannel, timeUnit: string): Static<S>;
  /** The limit that a stretch of the channel's axis means; undefined where it means none. */
  fromRange?(channel: LimitChannel, range: readonly [low: number, high: number]): Static<S> | undefined;
  /**
   * The same limit, as wide as the scatter of the run asks; undefined where it is wide enough. Absent: it is not one that
   * scatter breaks.
   * @param near  samples for which the other limits hold, rising
   * @throws {AppError} as `judge`
   */
  widened?(state: RunState, limit: Static<S>, near: Int32Array): Static<S> | undefined;
  /** Stretches of the channel's axis that it picks, for the chart. @throws {AppError} when the unit does not fit */
  ranges?(limit: Static<S>, channel: DrawnChannel): [low: number, high: number][];
  /**
   * For every sample of the run, length n, whether the limit HOLDS, FAILS or is UNKNOWN.
   * @throws {AppError} when the run has no such channel, or the unit does not fit
   */
  judge(state: RunState, limit: Static<S>): Uint8Array;
  /**
   * The same for some samples, in place: those for which it holds move to the front of `picked`; answers their
   * number. For a sort of limit that needs to look at nothing but the samples themselves.
   */
  narrow?(state: RunState, limit: Static<S>, picked: Int32Array, count: number): number;
}
