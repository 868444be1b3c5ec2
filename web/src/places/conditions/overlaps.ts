import type { BenchReply, ConditionRow, PointsReply } from '@undameter/contract';
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

/** Each problem once, with the conditions that have it where these are several. */
export function onceEach(problems: PointsReply['problems'], rows: readonly Pick<ConditionRow, 'id' | 'name'>[]) {
  const byMessage = new Map<string, PointsReply['problems']>();
  for (const one of problems) byMessage.set(one.problem.message, [...(byMessage.get(one.problem.message) ?? []), one]);
  return [...byMessage.values()].map((same) => {
    const named = same.map(({ conditionId }) => ({ name: rows.find((r) => r.id === conditionId)?.name ?? '' }));
    const others = same.length > 1 ? `So it is with ${formatCount(same.length)} conditions: ${namesOf(named)}.` : '';
    return { problem: same[0]!.problem, others };
  });
}

const MOST_NAMES = 4;

function namesOf(conditions: readonly { name: string }[]): string {
  const names = conditions.slice(0, MOST_NAMES).map((c) => c.name);
  const more = conditions.length - names.length;
  return more > 0 ? `${names.join('; ')}; and ${more} more` : names.join('; ');
}

/** Conditions of the campaign that belong to other runs. */
export const elsewhereInWords = (count: number): string =>
  count === 1
    ? 'One more belongs to another run, and is not offered here.'
    : `${count} more belong to other runs, and are not offered here.`;
