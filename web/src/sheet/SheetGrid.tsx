import { useState } from 'react';
import { createTextColumn, DynamicDataSheetGrid, keyColumn, type Column } from 'react-datasheet-grid';
import 'react-datasheet-grid/dist/style.css';
import { TAKES_KEYS } from '../app/commands';

export interface SheetGridColumn {
  title: string;
  /** Words stand at the left, numbers at the right. */
  isText?: boolean;
  /** Computed: shown, not typed. */
  isComputed?: boolean;
  /** A cell as it is read; while it is typed it is as it is. */
  shown?(text: string): string;
}

/** A row as the grid holds it: its cells as text, and what the caller knows it by. */
export interface SheetGridRow {
  /** Undefined for a row that was just added. */
  id?: number | undefined;
  cells: readonly string[];
}

interface SheetGridProps {
  columns: readonly SheetGridColumn[];
  rows: readonly SheetGridRow[];
  height: number;
  /** A class for a cell that somebody should look at, or that stands for something else than a value. */
  classOf?(row: number, column: number): string | undefined;
  /** Which row is in hand, by its place; null when none is. */
  onInHand?(row: number | null): void;
  onChange(rows: SheetGridRow[]): void;
}

type Row = Record<string, string>;
const ID = 'id';
const gutter = { basis: 40, minWidth: 40 };
const keyOf = (column: number): string => `c${column}`;

const textColumn = (alignRight: boolean, shown?: (text: string) => string) =>
  createTextColumn<string>({
    alignRight,
    continuousUpdates: true,
    deletedValue: '',
    parseUserInput: (typed) => typed,
    parsePastedValue: (pasted) => pasted.trim(),
    formatBlurredInput: (value) => (shown ? shown(value ?? '') : (value ?? '')),
    formatInputOnFocus: (value) => value ?? '',
  });
const columnOf = { numbers: textColumn(true), words: textColumn(false) };

/** Rows to type or paste into, as in a spreadsheet; they grow with what is typed. */
export function SheetGrid({ columns, rows, height, classOf, onInHand, onChange }: SheetGridProps) {
  const [inHand, setInHand] = useState(false);
  const empty = (): Row => Object.fromEntries(columns.map((_, c) => [keyOf(c), '']));
  const value = rows.map(({ id, cells }): Row => ({
    ...Object.fromEntries(columns.map((_, c) => [keyOf(c), cells[c] ?? ''])),
    [ID]: id === undefined ? '' : String(id),
  }));
  const grid = columns.map(({ title, isText, isComputed, shown }, c): Partial<Column<Row, unknown, string>> => ({
    ...(keyColumn<Row, string>(
      keyOf(c),
      (shown ? textColumn(true, shown) : columnOf[isText ? 'words' : 'numbers']) as Partial<
        Column<string, unknown, string>
      >,
    ) as Partial<Column<Row, unknown, string>>),
    title,
    minWidth: isText ? 160 : 84,
    disabled: isComputed ?? false,
    cellClassName: ({ rowIndex }) => classOf?.(rowIndex, c),
  }));
  return (
    <div {...{ [TAKES_KEYS]: inHand }}>
      <DynamicDataSheetGrid<Row>
        onActiveCellChange={({ cell }) => {
          setInHand(cell !== null);
          onInHand?.(cell?.row ?? null);
        }}
        className="knots"
        value={value}
        columns={grid}
        height={height}
        rowHeight={26}
        headerRowHeight={28}
        createRow={empty}
        duplicateRow={({ rowData }) => ({ ...rowData, [ID]: '' })}
        onChange={(next) =>
          onChange(
            next.map((row) => ({
              id: row[ID] ? Number(row[ID]) : undefined,
              cells: columns.map((_, c) => row[keyOf(c)] ?? ''),
            })),
          )
        }
        gutterColumn={gutter}
      />
    </div>
  );
}
