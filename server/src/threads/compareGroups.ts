import type { ComparedGroup } from '@undameter/contract';
import { groupConditions, verdictOfGroup, type Difference, type GroupMember } from '@undameter/core';
import type { NamedCondition } from './BenchInput';
import { reading } from './toReply';

/** What came of a candidate in a series; where it could not be tested, why. */
export type CandidateCompared = { difference: Difference } | { why: string };

interface Common {
  /** Units of the axes. */
  x: string;
  y: string;
  /** How many there are. */
  candidates: number;
}

/**
 * What conditions with the same limits on a channel say of each candidate together.
 * @param compared  of each condition, candidate by candidate; empty where it has no points
 */
export const comparedGroups = (
  conditions: readonly NamedCondition[],
  groupBy: string,
  compared: readonly (readonly CandidateCompared[])[],
  common: Common,
): ComparedGroup[] =>
  groupConditions(conditions, groupBy).map(({ name, members }) => ({
    name,
    members: members.map((m) => ({ series: m.index, conditionId: conditions[m.index]!.id, name: m.name })),
    candidates: Array.from({ length: common.candidates }, (_, which) =>
      candidateOf(
        members.map(({ index, name: of }) => ({ index, of, result: compared[index]?.[which] ?? { why: NO_POINTS } })),
        common,
      ),
    ),
  }));

const NO_POINTS = 'It holds no points.';

function candidateOf(
  series: readonly { index: number; of: string; result: CandidateCompared }[],
  units: Common,
): ComparedGroup['candidates'][number] {
  const tested = series.flatMap(({ index, of, result }) =>
    'difference' in result
      ? [{ index, member: { name: of, difference: result.difference } satisfies GroupMember }]
      : [],
  );
  const without = series.flatMap(({ of, result }) => ('why' in result ? [`Not tested, ${of}: ${result.why}`] : []));
  if (tested.length === 0)
    return {
      ...{ points: 0, odd: [], rms: null, e: null, uVal: null },
      verdict: { state: 'notTested', text: without.join(' ') },
    };
  const said = verdictOfGroup(
    tested.map((t) => t.member),
    units,
  );
  // What was not tested cannot have passed.
  const state = without.length > 0 && said.state === 'passed' ? 'doubtful' : said.state;
  return {
    verdict: { state, text: [said.text, ...without].join(' ') },
    points: said.points,
    odd: said.odd.map(({ member, x, difference, times }) => ({
      series: tested[member]!.index,
      x: reading(x),
      difference: reading(difference),
      times: reading(times),
    })),
    rms: reading(said.rms),
    e: reading(said.e),
    uVal: reading(said.uVal),
  };
}
