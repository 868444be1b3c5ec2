import type { ComparedCandidate, ComparisonReply } from '@undameter/contract';

/** One candidate in one condition; a condition without points has no candidate. */
export interface DifferenceRow {
  key: string;
  /** Which colour and symbol it has on its chart: its number there. */
  series: number;
  name: string;
  conditionId: number | null;
  which: number;
  candidateName: string;
  candidate: ComparedCandidate | undefined;
  problem: string | undefined;
}

export function rowsOf({ series, candidates, groups }: ComparisonReply): DifferenceRow[] {
  const places = new Map(groups.flatMap((g) => g.members.map((m, place) => [m.series, place] as const)));
  return series.flatMap((s, i): DifferenceRow[] => {
    const about = { series: places.get(i) ?? i, name: s.name, conditionId: s.conditionId };
    if (s.problem)
      return [{ ...about, key: `${i}`, which: 0, candidateName: '', candidate: undefined, problem: s.problem.message }];
    return s.candidates.map((candidate, k) => ({
      ...about,
      key: `${i} ${k}`,
      which: k,
      candidateName: candidates[k]!.name,
      candidate: candidate.problem ? undefined : candidate,
      problem: candidate.problem?.message,
    }));
  });
}
