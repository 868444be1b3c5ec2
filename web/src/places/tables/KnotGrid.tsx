import { SheetGrid, type SheetGridRow } from '../../sheet/SheetGrid';
import { columnsOf, type Cells, type CellPosition, type Shape } from './cells';

interface KnotGridProps {
  shape: Shape;
  cells: Cells;
  /** Columns beside the knots. */
  further: number;
  /** Headings of the columns of a list; of a grid what stands down, and what across. */
  titles: readonly string[];
  /** Values that somebody should look at. */
  odd: readonly CellPosition[];
  height: number;
  /** Rows carry where they stood before. */
  onChange(rows: SheetGridRow[]): void;
}

/** The knots to type or paste into; of a grid the first row and the first column hold the arguments. */
export function KnotGrid({ shape, cells, further, titles, odd, height, onChange }: KnotGridProps) {
  const isGrid = shape === 'grid';
  const width = columnsOf(shape, cells) + further + (isGrid ? 1 : 0);
  const marked = new Set(odd.map(([row, column]) => `${row} ${column}`));
  const titleOf = (c: number): string =>
    isGrid ? (c === 0 ? `${titles[0]} ↓` : c === 1 ? `${titles[1]} →` : '') : (titles[c] ?? '');
  const classOf = (row: number, c: number): string | undefined => {
    if (marked.has(`${row} ${c}`)) return 'knot-odd';
    return isGrid && (row === 0 || c === 0) ? 'knot-axis' : undefined;
  };
  return (
    <SheetGrid
      columns={Array.from({ length: width }, (_, c) => ({ title: titleOf(c) }))}
      rows={cells.map((row, id) => ({ id, cells: row }))}
      height={height}
      classOf={classOf}
      onChange={(rows) => onChange(tidied(rows, shape))}
    />
  );
}

/** Without columns at the right in which nothing stands. */
function tidied(rows: SheetGridRow[], shape: Shape): SheetGridRow[] {
  if (shape !== 'grid') return rows;
  const used = Math.max(3, ...rows.map(({ cells }) => cells.findLastIndex((cell) => cell.trim() !== '') + 1));
  return rows.map((row) => ({ ...row, cells: row.cells.slice(0, used) }));
}
