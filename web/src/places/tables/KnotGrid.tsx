import type { TableDraft } from './state';
import { pasted } from './state';
import { printUnit } from '@undameter/core';

/** The knots as a grid to type or paste into; Enter goes down, a row is added at the end by itself. */
export function KnotGrid({ draft, onChange }: { draft: TableDraft; onChange(knots: TableDraft['knots']): void }) {
  const { knots } = draft;
  const rows = [...knots, { x: '', y: '' }];
  const set = (row: number, column: 'x' | 'y', value: string) =>
    onChange(rows.map((k, i) => (i === row ? { ...k, [column]: value } : k)).slice(0, Math.max(knots.length, row + 1)));
  const cell = (row: number, column: 'x' | 'y') => (
    <td>
      <input
        aria-label={`${column === 'x' ? draft.xName || 'Argument' : draft.name || 'Value'}, row ${row + 1}`}
        inputMode="decimal"
        value={rows[row]![column]}
        data-cell={`${column}${row}`}
        onChange={(e) => set(row, column, e.target.value)}
        onPaste={(e) => {
          const text = e.clipboardData.getData('text');
          if (!/[\t\n;]/.test(text.trim())) return;
          e.preventDefault();
          onChange(pasted(knots, row, column, text));
        }}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' && e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return;
          const next = row + (e.key === 'ArrowUp' ? -1 : 1);
          e.currentTarget.closest('table')?.querySelector<HTMLInputElement>(`[data-cell="${column}${next}"]`)?.focus();
        }}
      />
    </td>
  );
  return (
    <table className="knots">
      <thead>
        <tr>
          <th />
          <th>
            {draft.xName || 'Argument'} {draft.xUnit && `(${printUnit(draft.xUnit)})`}
          </th>
          <th>
            {draft.name || 'Value'} {draft.yUnit && `(${printUnit(draft.yUnit)})`}
          </th>
          <th />
        </tr>
      </thead>
      <tbody>
        {rows.map((_, row) => (
          <tr key={row}>
            <th scope="row">{row + 1}</th>
            {cell(row, 'x')}
            {cell(row, 'y')}
            <td>
              {row < knots.length && (
                <button className="quiet" tabIndex={-1} aria-label={`Delete row ${row + 1}`} onClick={() => onChange(knots.filter((_, i) => i !== row))}>
                  ×
                </button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
} // prettier-ignore
