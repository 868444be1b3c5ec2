import type { ComparisonReply } from '@undameter/contract';
import { formatCount, formatValue, formatWithUncertainty, printUnit } from '@undameter/core';
import type { ReactNode } from 'react';
import { Board, type BoardColumn } from '../../board/Board';
import { groupRowsOf, stateWords, type GroupRow } from './groupRows';

/** How each candidate differs from the reference in each group of conditions: a line for each station. */
export function GroupBoard({ reply, tools }: { reply: ComparisonReply; tools: ReactNode }) {
  return (
    <Board<GroupRow>
      title="Differences"
      rows={groupRowsOf(reply)}
      keyOf={(r) => r.key}
      tools={tools}
      columns={groupColumns(reply)}
    />
  );
}

const said = (v: number | null | undefined, digits = 3): string =>
  v === null || v === undefined ? '–' : formatValue(v, digits);
const level = ({ candidate: { e, uVal } }: GroupRow) =>
  e === null ? { value: '–', uncertainty: '–' } : formatWithUncertainty(e, uVal === null ? NaN : 2 * uVal);

function groupColumns({ x, y }: ComparisonReply): BoardColumn<GroupRow>[] {
  const units = { x: printUnit(x.unit), y: printUnit(y.unit) };
  const number = (
    key: string,
    title: string,
    of: (r: GroupRow) => number | null | undefined,
    unit = '',
  ): BoardColumn<GroupRow> => ({
    ...{ key, title, numeric: true, ...(unit === '' ? {} : { unit }) },
    value: (r) => of(r) ?? null,
    cell: (r) => said(of(r)),
  });
  return [
    { key: 'name', title: 'Group', value: (r) => r.name, cell: (r) => r.name },
    {
      key: 'candidate',
      title: 'Candidate',
      value: (r) => r.candidateName,
      cell: (r) => <span className="clip">{r.candidateName}</span>,
    },
    {
      key: 'state',
      title: 'Verdict',
      value: (r) => stateWords[r.candidate.verdict.state],
      cell: (r) => (
        <span
          className={
            r.candidate.verdict.state === 'failed' || r.candidate.verdict.state === 'doubtful' ? 'doubt' : undefined
          }
        >
          {stateWords[r.candidate.verdict.state]}
        </span>
      ),
    },
    {
      key: 'points',
      title: 'Points',
      numeric: true,
      value: (r) => r.candidate.points,
      cell: (r) => formatCount(r.candidate.points),
    },
    {
      key: 'odd',
      title: 'Odd',
      numeric: true,
      value: (r) => r.candidate.odd.length,
      cell: (r) => formatCount(r.candidate.odd.length),
    },
    { ...number('e', 'E of the others', (r) => r.candidate.e, units.y), cell: (r) => level(r).value },
    {
      ...number('half', '± (k = 2)', (r) => r.candidate.uVal && 2 * r.candidate.uVal, units.y),
      cell: (r) => level(r).uncertainty,
    },
    number('rms', 'rms of all', (r) => r.candidate.rms, units.y),
    number('worst', 'Worst', (r) => r.worst?.difference, units.y),
    number('at', `at ${x.symbol}`, (r) => r.worst?.x, units.x),
    { key: 'of', title: 'of', value: (r) => r.worst?.series ?? '', cell: (r) => r.worst?.series ?? '–' },
  ];
}
