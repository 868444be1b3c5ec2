import type { TableBody } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { addressOf } from '../../app/places';
import { queries } from '../../data/queries';
import { counted } from '../../parts/counted';
import { day } from '../../parts/day';

interface TableHistoryProps {
  campaignId: number;
  tableId: number;
  /** Puts a version into the form, to be looked at and saved. */
  onTake(body: TableBody): void;
}

/** What looks up in the table, and what it was before each change. */
export function TableHistory({ campaignId, tableId, onTake }: TableHistoryProps) {
  const { data: uses = [] } = useQuery(queries.tableUses(tableId));
  const { data: versions = [] } = useQuery(queries.tableVersions(tableId));
  return (
    <div className="panel-pad">
      <h3>Used by</h3>
      {uses.length === 0 && <p className="soft">no step, no condition and no figure</p>}
      <ul className="plain-list" aria-label="Used by">
        {uses.map((use, i) => (
          <li key={i}>
            {use.runId === null ? use.where : <Link to={addressOf(campaignId, 'signals', use.runId)}>{use.where}</Link>}{' '}
            <code>{use.what}</code>
          </li>
        ))}
      </ul>
      {uses.length > 0 && <p className="soft">They are computed anew when it is saved.</p>}
      {versions.length > 0 && (
        <>
          <h3>Before</h3>
          <ul className="plain-list" aria-label="Versions">
            {versions.map((v) => (
              <li key={v.version}>
                until {day(v.savedAt)}, {counted(v.body.y.filter((y) => y !== null).length, 'knot')}{' '}
                <button className="quiet" onClick={() => onTake(v.body)}>
                  Look at version {v.version}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
