import type { FitBody, FitReply, SeriesReply } from '@undameter/contract';
import type { Dispatch, SetStateAction } from 'react';
import type { Nudge } from './nudge';

export interface ParametersTabProps {
  body: FitBody;
  fit: FitReply;
  series: SeriesReply;
  /** Values that the start curve is drawn with, by symbol; undefined: no start curve. */
  start: Readonly<Record<string, number>> | undefined;
  nudge: Nudge | null;
  onChange(body: FitBody): void;
  onStart: Dispatch<SetStateAction<Readonly<Record<string, number>> | undefined>>;
  onNudge(nudge: Nudge | null): void;
}
