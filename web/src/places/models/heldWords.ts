import type { SeriesReply } from '@undameter/contract';
import { formatValue } from '@undameter/core';

/** What the ± of a series holds, and what it does not. */
export function heldWords({ sources, worth, points }: Pick<SeriesReply, 'sources' | 'worth' | 'points'>): string {
  const dependent =
    worth !== null && worth < 0.8 * points
      ? `; neighbours depend on each other: ${formatValue(points)} points count as ${formatValue(Math.max(1, worth), 2)}`
      : '';
  return sources.length > 0
    ? `95 %, random and systematic${dependent}`
    : `95 %, random only: no systematic error of x or y is declared${dependent}`;
}
