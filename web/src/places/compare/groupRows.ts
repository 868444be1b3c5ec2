import type { ComparedGroup, ComparisonReply } from '@undameter/contract';

/** One candidate in one group. */
export interface GroupRow {
  key: string;
  name: string;
  candidateName: string;
  candidate: ComparedGroup['candidates'][number];
  /** Where it differs most of its odd points, in words; undefined where none is odd. */
  worst: { difference: number | null; x: number | null; series: string } | undefined;
}

export const groupRowsOf = ({ groups, candidates }: ComparisonReply): GroupRow[] =>
  groups.flatMap((group) =>
    group.candidates.map((candidate, k): GroupRow => {
      const [first] = candidate.odd;
      const series = group.members.find((m) => m.series === first?.series)?.name ?? '';
      return {
        ...{ key: `${group.name} ${k}`, name: group.name, candidateName: candidates[k]!.name, candidate },
        worst: first && { difference: first.difference, x: first.x, series },
      };
    }),
  );

/** The state of a verdict as the board says it. */
export const stateWords = {
  passed: 'agrees',
  doubtful: 'doubtful',
  failed: 'differs',
  notTested: 'not tested',
} as const satisfies Record<ComparedGroup['candidates'][number]['verdict']['state'], string>;
