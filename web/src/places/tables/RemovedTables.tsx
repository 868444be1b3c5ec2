import type { TableRow } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Popover } from 'antd';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { day } from '../../parts/day';
import { Sentence } from '../../parts/Sentence';

interface RemovedTablesProps {
  campaignId: number;
  onRestored(id: number): void;
}

/** Tables that were deleted, to be brought back; nothing where there is none. */
export function RemovedTables({ campaignId, onRestored }: RemovedTablesProps) {
  const { data: removed = [] } = useQuery(queries.removedTables(campaignId));
  const restore = useMutation({
    mutationFn: (id: number) => ask<TableRow>(`/tables/${id}/restored`, { method: 'PUT' }),
    onSuccess: (table) => onRestored(table.id),
  });
  if (removed.length === 0) return null;
  const list = (
    <div className="removed-tables">
      <ul className="plain-list" aria-label="Deleted tables">
        {removed.map((t) => (
          <li key={t.id}>
            <code>{t.symbol}</code> {t.name}, deleted {day(t.removedAt)}{' '}
            <button className="quiet" disabled={restore.isPending} onClick={() => restore.mutate(t.id)}>
              Bring back {t.symbol}
            </button>
          </li>
        ))}
      </ul>
      <Sentence error={restore.error} />
    </div>
  );
  return (
    <Popover trigger="click" placement="topRight" destroyOnHidden content={list}>
      <button className="quiet">{removed.length} deleted</button>
    </Popover>
  );
}
