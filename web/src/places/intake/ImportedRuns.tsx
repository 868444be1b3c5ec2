import type { RunRow } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import { Link, useNavigate } from 'react-router';
import { addressOf } from '../../app/places';
import { Board } from '../../board/Board';
import { day } from '../../parts/day';

interface ImportedRunsProps {
  campaignId: number;
  runs: readonly RunRow[];
  onAgain(runId: number): void;
  onJoin(runId: number): void;
  /** The sheet of a typed run. */
  onRows(runId: number): void;
}

/** What came in so far, and what can still be done with it here. */
export function ImportedRuns({ campaignId, runs, onAgain, onJoin, onRows }: ImportedRunsProps) {
  const navigate = useNavigate();
  const act = (label: string, name: string, run: () => void) => (
    <button
      className="quiet"
      aria-label={`${label} ${name}`}
      onClick={(e) => {
        e.stopPropagation();
        run();
      }}
    >
      {label}
    </button>
  );
  return (
    <Board<RunRow>
      title="Runs"
      rows={runs}
      keyOf={(r) => r.id}
      onTake={(r) => void navigate(addressOf(campaignId, 'signals', r.id))}
      empty={
        <span>
          Nothing imported yet. <Link to="/">The demo campaign</Link> shows what it can look like.
        </span>
      }
      columns={[
        {
          key: 'file',
          title: 'From',
          value: (r) => r.fileName,
          cell: (r) => (r.origin === 'file' ? <code>{r.fileName}</code> : <span className="soft">{r.fileName}</span>),
        },
        { key: 'name', title: 'Run', value: (r) => r.name, cell: (r) => r.name },
        { key: 'kind', title: 'Kind', value: (r) => r.kind, cell: (r) => r.kind },
        {
          key: 'samples',
          title: 'Samples',
          numeric: true,
          value: (r) => r.samples,
          cell: (r) => formatCount(r.samples),
        },
        { key: 'at', title: 'Imported', value: (r) => r.createdAt, cell: (r) => day(r.createdAt) },
        {
          key: 'actions',
          title: '',
          width: 170,
          cell: (r) => (
            <>
              {r.origin === 'file' && act('Read again', r.name, () => onAgain(r.id))}
              {r.origin === 'typed' && act('Rows', r.name, () => onRows(r.id))}
              {runs.length > 1 && act('Join', r.name, () => onJoin(r.id))}
            </>
          ),
        },
      ]}
    />
  );
}
