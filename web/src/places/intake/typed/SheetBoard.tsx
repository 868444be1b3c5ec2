import { printUnit } from '@undameter/core';
import type { ReactNode } from 'react';
import { SheetGrid } from '../../../sheet/SheetGrid';
import { SheetRoom } from '../../../sheet/SheetRoom';
import { inOrder, isWrong, shownCell, valuesOf, withRows, type Sheet } from './typedSheet';

interface SheetBoardProps {
  sheet: Sheet;
  leftOut: ReadonlyMap<number, string>;
  /** Column that the rows are sorted by for reading; null: as they were typed. */
  sortedBy: number | null;
  /** Where its rows come from. */
  about: string;
  tools: ReactNode;
  onRow(row: number | null): void;
  onChange(sheet: Sheet): void;
}

const titleOf = ({ symbol, unit }: { symbol: string; unit: string }): string =>
  unit ? `${symbol} (${printUnit(unit)})` : symbol;
const shown = (v: number): string => (Number.isFinite(v) ? String(Number(v.toPrecision(6))) : '');

const clock = (at: string): string => new Date(at).toLocaleTimeString('en-GB');

/** The rows as they are typed, with the computed columns beside them. */
export function SheetBoard({ sheet, leftOut, sortedBy, about, tools, onRow, onChange }: SheetBoardProps) {
  const { rows: used, computed } = valuesOf(sheet);
  const placeOf = new Map(used.map((r, i) => [r.row, i]));
  const ordered = inOrder(sheet, sortedBy);
  const width = sheet.columns.length;
  const hasTimes = sheet.rows.some((r) => r.takenAt !== undefined);
  const rows = ordered.map(({ row, cells, note, takenAt }) => ({
    id: row,
    cells: [
      ...cells,
      ...computed.map((c) => shown(c.values[placeOf.get(row) ?? -1] ?? NaN)),
      ...(hasTimes ? [takenAt ? clock(takenAt) : ''] : []),
      note,
    ],
  }));
  const classOf = (at: number, column: number): string | undefined => {
    const row = ordered[at];
    if (!row) return undefined;
    if (column < width && isWrong(row.cells[column], sheet.columns[column])) return 'knot-odd';
    if (leftOut.has(row.row)) return 'row-left-out';
    return column >= width && column < width + computed.length ? 'knot-axis' : undefined;
  };
  return (
    <section className="board sheet-board" aria-label="Rows">
      <header className="board-head">
        <h3>Rows</h3>
        <span className="soft">{about}</span>
        <span className="grow" />
        {tools}
      </header>
      <SheetRoom>
        {(height) => (
          <SheetGrid
            columns={[
              ...sheet.columns.map((c) => ({
                title: titleOf(c),
                shown: (text: string) => shownCell(text, c, sheet.columns),
              })),
              ...sheet.computed.map((c) => ({ title: titleOf(c), isComputed: true })),
              ...(hasTimes ? [{ title: 'Taken', isText: true, isComputed: true }] : []),
              { title: 'Remark', isText: true },
            ]}
            rows={rows}
            height={height}
            classOf={classOf}
            onInHand={(at) => onRow(at === null ? null : (ordered[at]?.row ?? null))}
            onChange={(next) => onChange(withRows(sheet, next))}
          />
        )}
      </SheetRoom>
    </section>
  );
}
