import type { PointValue, SetPointsReply } from '@undameter/contract';
import { formatCount, formatValue, formatWithUncertainty, type Separation } from '@undameter/core';
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

const because: Readonly<Record<Separation['by'], string>> = {
  hand: 'by hand',
  gaps: 'where gaps stand out',
  scatter: 'by their scatter alone, for no gap stands out',
};

/** By which rule the levels of a channel part, and how clearly; empty where it stood at one. */
export function separationInWords(
  separation: SetPointsReply['channels'][number]['separation'],
  levels: number,
  unit: string,
): string {
  if (!separation || separation.between === null || levels < 2) return '';
  const say = (value: number): string => `${formatValue(value, 3)} ${unit}`.trim();
  const within = separation.within > 0 ? `, stretches of one by ${say(separation.within)} at most` : '';
  return `Parted ${because[separation.by]}: levels are apart by ${say(separation.between)} or more${within}.`;
}

/** Stretches that no condition has, and why; empty where there is none. */
export function missedInWords(missed: number, approachOf: string | null): string {
  if (missed === 0) return '';
  const why = approachOf === null ? '' : ', or nothing shows how they were approached';
  const are = missed === 1 ? 'is' : 'are';
  return `${counted(missed, 'stretch', 'stretches')} ${are} in none of them: too far from every level${why}.`;
}

/** How far a mean was on the move while it was held. */
export function driftInWords({ drift, driftUncertainty }: PointValue, unit: string): string {
  const { value, uncertainty } = formatWithUncertainty(Math.abs(drift ?? NaN), driftUncertainty ?? NaN);
  const size = `${value} ± ${uncertainty} ${unit}`.trim();
  return `${(drift ?? 0) > 0 ? 'rises' : 'falls'} by ${size} (k = 1) from the begin of the stretch to its end`;
}

/** The groups that proposed conditions would be in: `In groups: 1450 rpm (9), 2900 rpm (9).`; empty where there are none. */
export function groupsInWords(proposed: readonly { group?: string }[]): string {
  const count = new Map<string, number>();
  for (const { group = '' } of proposed) if (group !== '') count.set(group, (count.get(group) ?? 0) + 1);
  const named = [...count].map(([group, members]) => `${group} (${members})`);
  return named.length === 0 ? '' : `In groups, each of which a fit can take as one series: ${named.join(', ')}.`;
}
