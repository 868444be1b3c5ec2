import type { BenchReply } from '@undameter/contract';
import { formatCount, formatValue, printUnit } from '@undameter/core';
import { Dropdown } from 'antd';
import { Board, type BoardColumn } from '../../board/Board';
import { SmallTrace } from '../../board/SmallTrace';
import { DeclareChannel } from './DeclareChannel';

type Row = BenchReply['channels'][number];

interface ChannelBoardProps {
  runId: number;
  bench: BenchReply | undefined;
  shown: readonly string[];
  colourOf(symbol: string): string;
  onToggle(symbol: string): void;
}

/** The run's channels: what they are, their range, what is missing; a click puts one on the chart or takes it off. */
export function ChannelBoard({ runId, bench, shown, colourOf, onToggle }: ChannelBoardProps) {
  const madeBy = new Map(bench?.reports.flatMap((r) => (r.made ? [[r.made.symbol, r.title] as const] : [])));
  const from = (row: Row) => (row.origin === 'logged' ? 'logged' : (madeBy.get(row.symbol) ?? 'derived'));
  const reading = (v: number | null) => (v === null ? '–' : formatValue(v));
  const columns: BoardColumn<Row>[] = [
    {
      key: 'name', title: 'Channel', value: (r) => r.name,
      cell: (r) => (
        <span className="channel-name">
          <i style={{ background: shown.includes(r.symbol) ? colourOf(r.symbol) : 'transparent' }} /> {r.name}
        </span>
      ),
    },
    { key: 'symbol', title: 'Symbol', value: (r) => r.symbol, cell: (r) => <code>{r.symbol}</code> },
    { key: 'from', title: 'From', value: from, cell: (r) => <span className="clip">{from(r)}</span> },
    { key: 'lowest', title: 'Lowest', numeric: true, value: (r) => r.lowest, cell: (r) => reading(r.lowest) },
    { key: 'mean', title: 'Mean', numeric: true, value: (r) => r.mean, cell: (r) => reading(r.mean) },
    { key: 'highest', title: 'Highest', numeric: true, value: (r) => r.highest, cell: (r) => reading(r.highest) },
    {
      key: 'unit', title: 'Unit', value: (r) => printUnit(r.unit),
      cell: (r) => (r.origin === 'logged' ? <DeclareChannel runId={runId} channel={r} /> : <code>{printUnit(r.unit)}</code>),
    },
    { key: 'missing', title: 'Missing', numeric: true, value: (r) => r.missing, cell: (r) => formatCount(r.missing) },
    {
      key: 'trace', title: 'Trace', width: 126,
      cell: (r) => <SmallTrace values={r.trace} {...(shown.includes(r.symbol) ? { colour: colourOf(r.symbol) } : {})} />,
    },
  ]; // prettier-ignore
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
          <span className="soft">over kept samples; click: show or hide</span>
          <ExportRun runId={runId} />
        </>
      }
    />
  );
}

/** Takes the samples out as CSV, with units; what is taken out can be brought in again to the same numbers. */
function ExportRun({ runId }: { runId: number }) {
  const link = (which: 'logged' | 'kept', words: string) => ({
    key: which,
    label: (
      <a href={`/api/runs/${runId}/export.csv?which=${which}`} download>
        {words}
      </a>
    ),
  });
  const items = [link('logged', 'As logged, every sample'), link('kept', 'After the procedure, kept samples')];
  return (
    <Dropdown trigger={['click']} menu={{ items }}>
      <button className="quiet">Export samples</button>
    </Dropdown>
  );
}
