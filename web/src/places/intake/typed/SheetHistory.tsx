import type { SheetVersion } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { queries } from '../../../data/queries';
import { day } from '../../../parts/day';
import { Sentence } from '../../../parts/Sentence';
import { changesInWords } from './changeWords';

/** What was typed when, and the way back to it. */
export function SheetHistory({ runId, onTake }: { runId: number; onTake(version: SheetVersion): void }) {
  const [isOpen, setOpen] = useState(false);
  const { data: versions = [], error } = useQuery(queries.sheetVersions(runId, isOpen));
  return (
    <details className="panel-pad" open={isOpen} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>History</summary>
      <Sentence error={error} />
      <ol className="sheet-history" reversed>
        {versions.map((version, i) => (
          <li key={version.version}>
            <span className="soft">
              {day(version.savedAt)} {version.savedAt.slice(11, 16)}
            </span>{' '}
            {changesInWords(version, versions[i + 1])}{' '}
            {i > 0 && (
              <button className="quiet" onClick={() => onTake(version)}>
                Take these rows
              </button>
            )}
          </li>
        ))}
      </ol>
    </details>
  );
}
