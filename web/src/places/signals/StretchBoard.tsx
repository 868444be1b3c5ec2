import type { StretchReply } from '@undameter/contract';
import { formatCount, formatValue, printUnit } from '@undameter/core';
import { Board, type BoardColumn } from '../../board/Board';
import type { FormChannel } from '../../step/stepFields';

type Row = StretchReply[number];

interface StretchBoardProps {
  rows: StretchReply | undefined;
  channels: readonly FormChannel[];
  timeUnit: string;
}

/** What lies between the two ends of the selected stretch, channel by channel. */
export function StretchBoard({ rows, channels, timeUnit }: StretchBoardProps) {
  const about = (r: Row) => channels.find((c) => c.symbol === r.symbol);
  const number = (key: Exclude<keyof Row, 'symbol'>, title: string, digits = 6): BoardColumn<Row> => ({
    key,
    title,
    numeric: true,
    value: (r) => r[key],
    cell: (r) => (key === 'count' ? formatCount(r.count) : formatValue(r[key] ?? NaN, digits)),
  });
  const columns: BoardColumn<Row>[] = [
    {
      key: 'name',
      title: 'Between the cursors',
      value: (r) => about(r)?.name ?? r.symbol,
      cell: (r) => about(r)?.name ?? r.symbol,
    },
    {
      key: 'unit',
      title: 'Unit',
      value: (r) => printUnit(about(r)?.unit ?? ''),
      cell: (r) => <code>{printUnit(about(r)?.unit ?? '')}</code>,
    },
    number('first', 'At the first'),
    number('last', 'At the last'),
    number('difference', 'Difference', 5),
    number('slope', `Slope (per ${printUnit(timeUnit) || 'sample'})`, 4),
    number('mean', 'Mean'),
    number('standardDeviation', 'Std. dev.', 3),
    number('lowest', 'Lowest'),
    number('highest', 'Highest'),
    number('count', 'Samples'),
  ];
  return (
    <Board<Row> title="Selected stretch" rows={rows ?? []} waiting={!rows} keyOf={(r) => r.symbol} columns={columns} />
  );
}
