import type { JobReply } from '@undameter/contract';
import type { Layout } from '@undameter/core';
import type { IntakeState, IntakeAction } from './state';

export interface LayoutPanelProps {
  state: IntakeState;
  /** The head of the file is being read with the newest settings: what is imported waits for it. */
  rereading: boolean;
  act(action: IntakeAction): void;
  job: JobReply | undefined;
  error: { message: string } | null;
  onLayout(layout: Layout): void;
  onParts(parts: string[]): void;
  onImport(): void;
  /** Imports each part of the container as a run of its own. */
  onImportAll(parts: string[]): void;
  /** How far that is. */
  allDone: { done: number; of: number } | null;
  onCancel(): void;
  onDiscard(): void;
}
