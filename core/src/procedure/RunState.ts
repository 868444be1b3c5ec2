import type { ErrorReport } from '../error/AppError';
import type { PropertyTable } from '../property';
import type { Channel, Mask } from '../sample';

/** A run at one place of its procedure. Steps make a new state; columns are shared, never changed. */
export interface RunState {
  samples: number;
  /** By symbol, in the order in which they came. */
  channels: ReadonlyMap<string, Channel>;
  mask: Mask;
  /** Symbol of the channel along which the run is ordered, mostly time; undefined when there is none. */
  along: string | undefined;
  /** Samples before which a gap was marked by hand: nothing is joined across it. */
  gaps?: ReadonlySet<number> | undefined;
  /** Ambient pressure in Pa, once it was named: what gauge pressures count from. */
  ambient?: number | undefined;
  /** The property tables that formulas can look up in, by symbol. */
  tables?: ReadonlyMap<string, PropertyTable> | undefined;
  /** In a draw of all errors: by how many standard uncertainties each table is off, by its symbol. */
  tableMoves?: ReadonlyMap<string, number> | undefined;
  /** Once the run was re-sampled: the logged samples, and which of them the steps before had kept. */
  logged?: { samples: number; mask: Mask } | undefined;
}

/** One entry of a procedure, as it is stored. */
export interface Step {
  id: string;
  kind: string;
  version: number;
  settings: Record<string, unknown>;
  on: boolean;
  /** What a person wrote beside it. */
  note?: string;
}

export interface StepContext {
  /** Place of the step in the procedure, counted from 1: what it writes into the mask. */
  ordinal: number;
}

/** What a step tells beside the new state. */
export interface StepEffect {
  state: RunState;
  /** Symbol of the channel that it made. */
  made?: string;
  /** What a reader should know: divisions by zero, arguments outside a table. */
  doubts?: string[];
  /** What was found or taken, without anything wrong in it: a limit, a range, a count. */
  notes?: string[];
}

export interface StepReport {
  id: string;
  kind: string;
  title: string;
  detail: string;
  status: 'done' | 'off' | 'failed';
  /** How long it took; next to nothing where its result was known already. */
  milliseconds: number;
  /** Samples that it set aside and that nobody brought back. */
  setAside: number;
  made?: { symbol: string; unit: string };
  doubts: string[];
  notes: string[];
  error?: ErrorReport;
}
