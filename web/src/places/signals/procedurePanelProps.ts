import type { BenchReply, StepReportReply } from '@undameter/contract';
import type { Step } from '@undameter/core';
import type { ReactNode } from 'react';
import type { StartChannel } from '../../step/stepFields';
import type { Draft } from './state';
import type { useProcedure } from '../../run/useProcedure';

export interface ProcedurePanelProps {
  runId: number;
  procedure: ReturnType<typeof useProcedure>;
  canUndo: boolean;
  canRedo: boolean;
  /** Of the saved procedure. */
  saved: BenchReply | undefined;
  draft: Draft | null;
  /** What the step in hand would do, and the channels it can use. */
  trial: StepReportReply | undefined;
  channels: readonly StartChannel[];
  /** Symbol of the channel along which the run is ordered. */
  along: string | undefined;
  /** What the step in hand costs, beside its form. */
  cost: ReactNode;
  /** What stands there while there is no step. */
  empty: string;
  onBegin(kind: string): void;
  onOpen(index: number): void;
  onSettings(settings: Step['settings']): void;
  onNote(note: string): void;
  onAccept(): void;
  onLetGo(): void;
  /** Opens what is done with the procedure as a whole: other runs, the campaign, files. */
  onElsewhere(): void;
}
