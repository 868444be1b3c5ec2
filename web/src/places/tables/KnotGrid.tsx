import { useState } from 'react';
import { createTextColumn, DynamicDataSheetGrid, keyColumn, type Column } from 'react-datasheet-grid';
import 'react-datasheet-grid/dist/style.css';
import { TAKES_KEYS } from '../../app/commands';
import { columnsOf, type Cells, type CellPosition, type Shape } from './cells';

interface KnotGridProps {
  shape: Shape;
  cells: Cells;
  /** Headings of the columns of a list; of a grid what stands down, and what across. */
  titles: readonly string[];
  /** Values that somebody should look at. */
  odd: readonly CellPosition[];
  height: number;
  onChange(cells: Cells): void;
}

type Row = Record<string, string>;
const gutter = { basis: 40, minWidth: 40 };
const keyOf = (column: number): string => `c${column}`;

const text = createTextColumn<string>({
  alignRight: true,
  continuousUpdates: true,
  deletedValue: '',
  parseUserInput: (typed) => typed,
  parsePastedValue: (pasted) => pasted.trim(),
  formatBlurredInput: (value) => value ?? '',
  formatInputOnFocus: (value) => value ?? '',
});

/** The knots to type or paste into, as in a spreadsheet; rows and columns grow with what is typed. */
export function KnotGrid({ shape, cells, titles, odd, height, onChange }: KnotGridProps) {
  const [inHand, setInHand] = useState(false);
  const width = columnsOf(shape, cells) + (shape === 'grid' ? 1 : 0);
  const rows = cells.map((row): Row =>
    Object.fromEntries(Array.from({ length: width }, (_, c) => [keyOf(c), row[c] ?? ''])),
  );
  const marked = new Set(odd.map(([row, column]) => `${row} ${column}`));
  const columns = Array.from({ length: width }, (_, c): Partial<Column<Row, unknown, string>> => ({
    ...(keyColumn<Row, string>(keyOf(c), text as Partial<Column<string, unknown, string>>) as Partial<
      Column<Row, unknown, string>
    >),
    title: shape === 'grid' ? (c === 0 ? `${titles[0]} ↓` : c === 1 ? `${titles[1]} →` : '') : titles[c],
    minWidth: 84,
    cellClassName: ({ rowIndex }) =>
      marked.has(`${rowIndex} ${c}`)
        ? 'knot-odd'
        : shape === 'grid' && (rowIndex === 0 || c === 0)
          ? 'knot-axis'
          : undefined,
  }));
  return (
    <div {...{ [TAKES_KEYS]: inHand }}>
      <DynamicDataSheetGrid<Row>
        onActiveCellChange={({ cell }) => setInHand(cell !== null)}
        className="knots"
        value={rows}
        columns={columns}
        height={height}
        rowHeight={26}
        headerRowHeight={28}
        createRow={() => Object.fromEntries(Array.from({ length: width }, (_, c) => [keyOf(c), '']))}
        onChange={(next) =>
          onChange(
            tidied(
              next.map((row) => Array.from({ length: width }, (_, c) => row[keyOf(c)] ?? '')),
              shape,
            ),
          )
        }
        gutterColumn={gutter}
      />
    </div>
  );
}

/** Without columns at the right in which nothing stands. */
function tidied(cells: string[][], shape: Shape): Cells {
  if (shape !== 'grid') return cells;
  const used = Math.max(3, ...cells.map((row) => row.findLastIndex((cell) => cell.trim() !== '') + 1));
  return cells.map((row) => row.slice(0, used));
}
