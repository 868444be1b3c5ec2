import type { CyclesReply } from '@undameter/contract';
import { formatValue, printUnit, unitOfDifference } from '@undameter/core';
import type { ReactNode } from 'react';
import { Board, type BoardColumn } from '../../../board/Board';
import { cycleRows, noCyclesInWords, type CycleRow as Row } from './cycleRows';
import type { FormChannel } from '../../../step/stepFields';

interface CycleBoardProps {
  found: CyclesReply | undefined;
  channels: readonly FormChannel[];
  tools: ReactNode;
}

/** Load cycles by classes of their range, the largest first; empty classes are left out. */
export function CycleBoard({ found, channels, tools }: CycleBoardProps) {
  const about = (r: Row) => channels.find((c) => c.symbol === r.symbol);
  const number = (key: 'from' | 'to' | 'count' | 'mean', title: string): BoardColumn<Row> => ({
    key,
    title,
    numeric: true,
    value: (r) => r[key],
    cell: (r) => formatValue(r[key] ?? NaN, 5),
  });
  const columns: BoardColumn<Row>[] = [
    { key: 'name', title: 'Cycles of', value: (r) => r.symbol, cell: (r) => about(r)?.name ?? r.symbol },
    number('from', 'Range from'),
    number('to', 'to'),
    number('count', 'Cycles'),
    number('mean', 'Mean of the cycles'),
    {
      key: 'unit',
      title: 'Unit of the range',
      value: (r) => printUnit(unitOfDifference(about(r)?.unit ?? '')),
      cell: (r) => <code>{printUnit(unitOfDifference(about(r)?.unit ?? ''))}</code>,
    },
  ];
  return (
    <Board<Row>
      title="Cycles"
      rows={cycleRows(found ?? [])}
      waiting={!found}
      keyOf={(r) => r.key}
      columns={columns}
      tools={tools}
      empty={found && noCyclesInWords(found)}
    />
  );
}
