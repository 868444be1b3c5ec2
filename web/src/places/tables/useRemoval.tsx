import type { TableRow, TableUse } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { App } from 'antd';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { usesInWords } from './usesWords';

const restore = (id: number) => ask<TableRow>(`/tables/${id}/restored`, { method: 'PUT' });

/** Deletes a table, after telling what stands on it, and offers at once to take that back. */
export function useRemoval(row: TableRow | undefined, remove: () => void, onRestored: (id: number) => void) {
  const { modal, message } = App.useApp();
  const { data: uses } = useQuery({ ...queries.tableUses(row?.id ?? 0), enabled: row !== undefined });
  const undo = useMutation({
    mutationFn: restore,
    onSuccess: (table) => onRestored(table.id),
    onError: (error) => message.error(error.message, 8),
  });
  return () => {
    if (!row) return;
    const go = () => {
      remove();
      const key = `removed ${row.id}`;
      const takeBack = () => {
        message.destroy(key);
        undo.mutate(row.id);
      };
      const content = (
        <>
          {row.symbol} is deleted{' '}
          <button className="quiet" onClick={takeBack}>
            Undo
          </button>
        </>
      );
      void message.open({ key, type: 'success', content, duration: 10 });
    };
    if (!uses || uses.length === 0) return go();
    modal.confirm({
      title: `What stands on ${row.symbol}: ${usesInWords(uses)}`,
      content: <Uses uses={uses} />,
      okText: 'Delete the table',
      cancelText: 'Keep it',
      okButtonProps: { danger: true },
      onOk: go,
    });
  };
}

const MOST_NAMED = 8;

function Uses({ uses }: { uses: readonly TableUse[] }) {
  return (
    <>
      <ul className="plain-list">
        {uses.slice(0, MOST_NAMED).map((use, i) => (
          <li key={i}>
            {use.where} <code>{use.what}</code>
          </li>
        ))}
        {uses.length > MOST_NAMED && <li>and {uses.length - MOST_NAMED} more</li>}
      </ul>
      <p>
        Without it, none of this can be computed. The table can be brought back as it is, with what it was before: at
        once, or from “deleted” on the board of tables.
      </p>
    </>
  );
}
