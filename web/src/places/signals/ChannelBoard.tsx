import type { BenchReply, RunReply } from '@undameter/contract';
import { formatCount, formatValue, printUnit } from '@undameter/core';
import type { ReactNode } from 'react';
import { Board, type BoardColumn } from '../../board/Board';
import { SmallTrace } from '../../board/SmallTrace';
import { DeclareChannel } from './DeclareChannel';
import { ExportRun } from './ExportRun';

type Row = BenchReply['channels'][number];

interface ChannelBoardProps {
  runId: number;
  run: RunReply | undefined;
  bench: BenchReply | undefined;
  shown: readonly string[];
  colourOf(symbol: string): string;
  /** The stretch of the chart that is selected or looked at. */
  stretch: readonly [number, number] | null;
  onToggle(symbol: string): void;
  onConvert(symbol: string, unit: string): void;
  /** What else the board can show. */
  others: ReactNode;
}

/** The run's channels: what they are, their range, what is missing; a click puts one on the chart or takes it off. */
export function ChannelBoard(props: ChannelBoardProps) {
  const { runId, run, bench, shown, colourOf, stretch, onToggle, onConvert, others } = props;
  const madeBy = new Map(bench?.reports.flatMap((r) => (r.made ? [[r.made.symbol, r.title] as const] : [])));
  const from = (row: Row) => (row.origin === 'logged' ? 'logged' : (madeBy.get(row.symbol) ?? 'derived'));
  const reading = (row: Row, v: number | null) => (v === null || row.labels ? '–' : formatValue(v));
  const numbers = bench?.channels.filter((c) => c.labels === null) ?? [];
  const declaredOf = (row: Row) => run?.declared.find((c) => c.symbol === row.symbol);
  const columns: BoardColumn<Row>[] = [
    {
      key: 'name',
      title: 'Channel',
      value: (r) => r.name,
      cell: (r) => (
        <span className="channel-name">
          <i style={{ background: shown.includes(r.symbol) ? colourOf(r.symbol) : 'transparent' }} /> {r.name}
        </span>
      ),
    },
    { key: 'symbol', title: 'Symbol', value: (r) => r.symbol, cell: (r) => <code>{r.symbol}</code> },
    { key: 'from', title: 'From', value: from, cell: (r) => <span className="clip">{from(r)}</span> },
    { key: 'lowest', title: 'Lowest', numeric: true, value: (r) => r.lowest, cell: (r) => reading(r, r.lowest) },
    {
      key: 'mean',
      title: 'Mean',
      numeric: true,
      value: (r) => r.mean,
      cell: (r) => (r.labels ? <span className="clip words">{r.labels.join(', ')}</span> : reading(r, r.mean)),
    },
    { key: 'highest', title: 'Highest', numeric: true, value: (r) => r.highest, cell: (r) => reading(r, r.highest) },
    {
      key: 'uncertainty',
      title: '±',
      numeric: true,
      value: (r) => r.uncertainty,
      cell: (r) => (r.uncertainty === null ? '' : formatValue(r.uncertainty, 2)),
    },
    {
      key: 'unit',
      title: 'Unit',
      value: (r) => printUnit(r.unit),
      cell: (r) =>
        r.origin === 'logged' ? (
          <DeclareChannel runId={runId} channel={r} declared={declaredOf(r)} channels={numbers} onConvert={onConvert} />
        ) : (
          <code>{printUnit(r.unit)}</code>
        ),
    },
    { key: 'missing', title: 'Missing', numeric: true, value: (r) => r.missing, cell: (r) => formatCount(r.missing) },
    {
      key: 'trace',
      title: 'Trace',
      width: 126,
      cell: (r) => (
        <SmallTrace values={r.trace} {...(shown.includes(r.symbol) ? { colour: colourOf(r.symbol) } : {})} />
      ),
    },
  ];
  return (
    <Board<Row>
      title="Channels"
      columns={columns}
      rows={bench?.channels.filter((c) => c.symbol !== bench.along) ?? []}
      waiting={!bench}
      keyOf={(r) => r.symbol}
      dim={(r) => r.present === 0}
      onTake={(r) => onToggle(r.symbol)}
      tools={
        <>
          {others}
          <span className="soft">over kept samples; click: show or hide</span>
          {bench && <ExportRun runId={runId} bench={bench} shown={shown} stretch={stretch} />}
        </>
      }
    />
  );
}
