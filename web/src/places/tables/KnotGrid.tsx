import { SheetGrid } from '../../sheet/SheetGrid';
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

/** The knots to type or paste into; of a grid the first row and the first column hold the arguments. */
export function KnotGrid({ shape, cells, titles, odd, height, onChange }: KnotGridProps) {
  const isGrid = shape === 'grid';
  const width = columnsOf(shape, cells) + (isGrid ? 1 : 0);
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
      rows={cells.map((row) => ({ cells: row }))}
      height={height}
      classOf={classOf}
      onChange={(rows) =>
        onChange(
          tidied(
            rows.map((row) => row.cells),
            shape,
          ),
        )
      }
    />
  );
}

/** Without columns at the right in which nothing stands. */
function tidied(cells: Cells, shape: Shape): Cells {
  if (shape !== 'grid') return cells;
  const used = Math.max(3, ...cells.map((row) => row.findLastIndex((cell) => cell.trim() !== '') + 1));
  return cells.map((row) => row.slice(0, used));
}
