import type { ComparedGroup, ComparisonReply } from '@undameter/contract';

/** The conditions of a group. */
export const conditionsOf = ({ members }: ComparedGroup): number[] => members.map((m) => m.conditionId);

/** A comparison in some of its conditions alone, each called what tells it from the others of its group. */
export function partOfComparison(reply: ComparisonReply, conditionIds: readonly number[]): ComparisonReply {
  const names = new Map(reply.groups.flatMap(({ members }) => members.map((m) => [m.series, m.name] as const)));
  return {
    ...reply,
    groups: [],
    series: reply.series.flatMap((series, i) =>
      series.conditionId !== null && conditionIds.includes(series.conditionId)
        ? [{ ...series, name: names.get(i) ?? series.name }]
        : [],
    ),
  };
}
