import type { BenchReply } from '@undameter/contract';
import { formatCount } from '@undameter/core';

/** What conditions leave out and what they share, as sentences. */
export function overlapsInWords({ kept, inAnyCondition, inSeveralConditions, conditions }: BenchReply): string {
  const empty = conditions.filter((c) => c.samples === 0);
  const sentences = [
    `${formatCount(kept - inAnyCondition)} of ${formatCount(kept)} kept samples are in no condition.`,
    inSeveralConditions > 0
      ? `${formatCount(inSeveralConditions)} are in more than one: ${namesOf(conditions.filter((c) => c.shares > 0))}.`
      : 'None is in more than one.',
    empty.length > 0 ? `No sample of this run is in ${namesOf(empty)}.` : '',
  ];
  return sentences.filter(Boolean).join(' ');
}

const MOST_NAMES = 4;

function namesOf(conditions: readonly { name: string }[]): string {
  const names = conditions.slice(0, MOST_NAMES).map((c) => c.name);
  const more = conditions.length - names.length;
  return more > 0 ? `${names.join('; ')}; and ${more} more` : names.join('; ');
}
