import type { StepReportReply } from '@undameter/contract';
import { formatCount, formatValue, printUnit } from '@undameter/core';

/** What a step changed, in a word: samples set aside, or the unit of the channel that it made. */
export function changeInWords({ status, setAside, made }: StepReportReply): string {
  if (status === 'off') return 'off';
  if (status === 'failed') return 'failed';
  if (setAside > 0) return formatCount(-setAside);
  return made ? printUnit(made.unit) || '1' : '';
}

/** What a step did in one line, or why it failed. */
export const detailOf = ({ status, error, detail }: StepReportReply): string =>
  (status === 'failed' ? error?.message : detail) ?? '';

/** How long a step took; what was known already took no time. */
export const timeInWords = (milliseconds: number): string =>
  milliseconds < 0.95
    ? 'no time'
    : milliseconds < 1000
      ? `${Math.round(milliseconds)} ms`
      : `${formatValue(milliseconds / 1000, 2)} s`;
