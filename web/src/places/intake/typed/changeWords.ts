import type { SheetVersion } from '@undameter/contract';
import { formatValue } from '@undameter/core';
import { counted } from '../../../parts/counted';

const said = (v: number | null | undefined): string => (v === null || v === undefined ? 'nothing' : formatValue(v, 8));
const MOST = 4;

/** What a state of a sheet changed against the one before it, in words. */
export function changesInWords(now: SheetVersion, before: SheetVersion | undefined): string {
  if (!before) return `typed: ${counted(now.rows.length, 'row')}`;
  const old = new Map(before.rows.map((r) => [r.row, r]));
  const there = new Set(now.rows.map((r) => r.row));
  const [added, gone] = [now.rows.filter((r) => !old.has(r.row)), before.rows.filter((r) => !there.has(r.row))];
  const place = new Map(before.columns.map((c, i) => [c.symbol, i]));
  const cells = now.rows.flatMap(({ row, cells: values }) => {
    const was = old.get(row);
    if (!was) return [];
    return now.columns.flatMap(({ symbol }, c) => {
      const at = place.get(symbol);
      if (at === undefined || was.cells[at] === values[c]) return [];
      return [`row ${row}, ${symbol}: ${said(was.cells[at])} → ${said(values[c])}`];
    });
  });
  const symbols = (v: SheetVersion): string => v.columns.map((c) => c.symbol).join(', ');
  const parts = [
    added.length > 0 && `${counted(added.length, 'row')} added`,
    gone.length > 0 &&
      `${gone.length === 1 ? 'row' : 'rows'} ${gone
        .slice(0, MOST)
        .map((r) => r.row)
        .join(', ')}${gone.length > MOST ? ' …' : ''} deleted`,
    ...cells.slice(0, MOST),
    cells.length > MOST && `${counted(cells.length - MOST, 'further cell')}`,
    symbols(now) !== symbols(before) && `columns ${symbols(now)}`,
  ].filter((p): p is string => p !== false);
  return parts.length > 0 ? parts.join('; ') : 'remarks or headings';
}
