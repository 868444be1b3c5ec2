import type { Static, TObject } from 'typebox';
import type { RunState, StepContext, StepEffect } from './RunState';

/**
 * One operation that a procedure can hold: everything about it stands in one file
 * under steps/, and one line in steps/index.ts makes it available in the form, the
 * API and the procedure.
 *
 * Form hints stand in the schema: `title` labels a field, `description` explains it,
 * and `field` says which control it gets ('channel', 'formula', 'ranges', 'unit').
 */
export interface StepKind<Settings extends TObject = TObject> {
  kind: string;
  version: number;
  title: string;
  /** One sentence for the list from which steps are chosen. */
  purpose: string;
  settings: Settings;
  /** Settings to start from, made for this run. */
  start(state: StartState): Static<Settings>;
  /** What the step does, in plain words; the detail stands below it, smaller. */
  words(settings: Static<Settings>): { title: string; detail: string };
  /** Symbols that must be there before; so only these columns are loaded. */
  reads(settings: Static<Settings>, along: string | undefined): string[];
  /** It moves all channels, whatever their symbols. */
  readsAll?: true;
  /** What it does stays the same whichever samples are kept. */
  ignoresMask?(settings: Static<Settings>): boolean;
  /** @throws {AppError} what the step cannot do with these settings and this run */
  apply(state: RunState, settings: Static<Settings>, context: StepContext): StepEffect;
}

/** What is known of a run when a new step is begun. */
export interface StartState {
  along: string | undefined;
  channels: readonly { symbol: string; name: string; unit: string; lowest: number | null; highest: number | null }[];
  /** The channel that is in hand on the chart. */
  inHand: string | undefined;
  /** The usual step along the run, in the unit of what it is ordered by, where it is known. */
  spacing?: number | undefined;
}

export const defineStep = <Settings extends TObject>(kind: StepKind<Settings>): StepKind => kind as unknown as StepKind;
