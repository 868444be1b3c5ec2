import type { SetPointsReply } from '@undameter/contract';
import { formatCount, formatValue } from '@undameter/core';
import { counted } from '../../parts/counted';

const MOST_LEVELS = 6;

/** How many levels a channel stood at, and the first of them. */
export function levelsInWords(levels: SetPointsReply['channels'][number]['levels'], unit: string): string {
  const first = levels.slice(0, MOST_LEVELS).map((l) => formatValue(l.value));
  const more = levels.length > MOST_LEVELS ? ' …' : '';
  return `${counted(levels.length, 'level')}: ${first.join(', ')}${more} ${unit}`.trim();
}

/** How much of the run a proposed condition has. */
export const sizeInWords = ({
  samples,
  points,
}: Pick<SetPointsReply['proposed'][number], 'samples' | 'points'>): string =>
  `${formatCount(samples)} samples${points > 1 ? `, ${points} stretches` : ''}`;
