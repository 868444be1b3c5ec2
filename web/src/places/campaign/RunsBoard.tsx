import type { CampaignReply, RunRow } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { Popconfirm } from 'antd';
import { Link, useNavigate } from 'react-router';
import { LedgerBar } from '../../app/Ledger';
import { addressOf } from '../../app/places';
import { Board, type BoardColumn } from '../../board/Board';
import { queries } from '../../data/queries';
import { day } from '../../parts/day';

interface RunsBoardProps {
  campaign: CampaignReply;
  onRemove(runId: number): void;
}

/** The runs of a campaign; a click opens one. */
export function RunsBoard({ campaign, onRemove }: RunsBoardProps) {
  const navigate = useNavigate();
  const intake = addressOf(campaign.id, 'intake');
  return (
    <Board<RunRow>
      title="Runs"
      rows={campaign.runRows}
      keyOf={(r) => r.id}
      onTake={(r) => void navigate(addressOf(campaign.id, 'signals', r.id))}
      tools={<Link to={intake}>+ Bring a log in</Link>}
      empty={
        <span>
          No run yet. <Link to={intake}>Bring the first log in.</Link>
        </span>
      }
      columns={runColumns(onRemove)}
    />
  );
}

const runColumns = (onRemove: RunsBoardProps['onRemove']): BoardColumn<RunRow>[] => [
  { key: 'name', title: 'Run', value: (r) => r.name, cell: (r) => <b>{r.name}</b> },
  { key: 'kind', title: 'Kind', value: (r) => r.kind, cell: (r) => r.kind },
  { key: 'file', title: 'File', value: (r) => r.fileName, cell: (r) => <code>{r.fileName}</code> },
  {
    key: 'samples',
    title: 'Samples',
    numeric: true,
    value: (r) => r.samples,
    cell: (r) => formatCount(r.samples),
  },
  {
    key: 'ledger',
    title: 'Kept',
    width: 150,
    cell: (r) => r.samples <= MOST_FOR_A_BAR && <RunLedger runId={r.id} />,
  },
  { key: 'channels', title: 'Channels', numeric: true, value: (r) => r.channels, cell: (r) => r.channels },
  { key: 'steps', title: 'Steps', numeric: true, value: (r) => r.steps, cell: (r) => r.steps },
  { key: 'imported', title: 'Imported', value: (r) => r.createdAt, cell: (r) => day(r.createdAt) },
  {
    key: 'remove',
    title: '',
    cell: (r) => (
      <span onClick={(e) => e.stopPropagation()}>
        <Popconfirm
          title={`Delete "${r.name}" with its samples and procedure?`}
          okText="Delete"
          onConfirm={() => onRemove(r.id)}
        >
          <button className="quiet" aria-label={`Delete ${r.name}`}>
            Delete
          </button>
        </Popconfirm>
      </span>
    ),
  },
];

/** The bar needs the whole run; a list of runs must not load gigabytes for it. */
const MOST_FOR_A_BAR = 300_000;

function RunLedger({ runId }: { runId: number }) {
  const { data } = useQuery(queries.bench(runId));
  return data ? <LedgerBar bench={data} /> : null;
}
