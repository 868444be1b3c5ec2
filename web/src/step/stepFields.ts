import type { Step } from '@undameter/core';

export interface StepFormProps {
  step: Step;
  runId: number;
  /** Number of steps before this one: what its formula may use. */
  before: number;
  channels: readonly StartChannel[];
  /** Symbol of the channel along which the run is ordered. */
  along: string | undefined;
  onChange(settings: Step['settings']): void;
}

/** The parts of a field's schema that its control is made from; see StepKind. */
export interface FieldSchema {
  title?: string;
  description?: string;
  type?: string;
  minimum?: number;
  maximum?: number;
  field?: string;
  /** The field counts only while the method has one of these values. */
  when?: readonly string[];
  default?: unknown;
  anyOf?: { const?: string; title?: string }[];
}

export interface FormChannel {
  symbol: string;
  name: string;
  unit: string;
}

/** A channel with what a step can be begun from. */
export type StartChannel = FormChannel & { lowest: number | null; highest: number | null };
