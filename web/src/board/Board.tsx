import { Table } from 'antd';
import type { ReactNode } from 'react';
import { download, fileName } from '../parts/download';
import { toCsv } from './toCsv';

export interface BoardColumn<Row> {
  key: string;
  title: string;
  unit?: string;
  /** Numbers are set in the monospace and to the right. */
  numeric?: boolean;
  width?: number;
  /** It goes into the file and not on the screen. */
  fileOnly?: true;
  cell(row: Row): ReactNode;
  /** What the file gets; a column without it stays out of the file. */
  value?: (row: Row) => string | number | null;
}

interface BoardProps<Row> {
  title: string;
  columns: readonly BoardColumn<Row>[];
  rows: readonly Row[];
  keyOf(row: Row): string | number;
  /** What can be done with the board, beside its title. */
  tools?: ReactNode;
  inHand?: string | number | null;
  onTake?: ((row: Row) => void) | undefined;
  dim?: (row: Row) => boolean;
  empty?: ReactNode;
  /** A click on a heading sorts. */
  sortable?: boolean;
  /** The rows are still being computed. */
  waiting?: boolean;
}

/** The dense table under a chart; everything on it can be taken along as CSV. */
export function Board<Row extends object>(props: BoardProps<Row>) {
  const { title, columns, rows, keyOf, tools, inHand, onTake, dim, empty, waiting, sortable } = props;
  const saved = columns.flatMap(({ title: heading, unit, value }) =>
    value ? [{ title: heading, value, ...(unit === undefined ? {} : { unit }) }] : [],
  );
  return (
    <section className="board" aria-label={title}>
      <header className="board-head">
        <h3>{title}</h3>
        <span className="grow" />
        {tools}
        {saved.length > 0 && rows.length > 0 && (
          <button className="quiet" onClick={() => download(`${fileName(title)}.csv`, toCsv(saved, rows))}>
            CSV
          </button>
        )}
      </header>
      <Table<Row>
        size="small"
        pagination={false}
        dataSource={[...rows]}
        rowKey={(row) => keyOf(row)}
        locale={{ emptyText: waiting ? 'Computing …' : (empty ?? 'Nothing here yet.') }}
        onRow={(row) => ({
          className: [keyOf(row) === inHand ? 'in-hand' : '', dim?.(row) ? 'dim' : ''].join(' '),
          ...(onTake
            ? {
                tabIndex: 0,
                onClick: () => onTake(row),
                onKeyDown: (e) => {
                  if (e.key === 'Enter' && e.target === e.currentTarget) onTake(row);
                },
              }
            : {}),
        })}
        columns={columns
          .filter((c) => !c.fileOnly)
          .map((c) => ({
            key: c.key,
            title: c.unit ? `${c.title} (${c.unit})` : c.title,
            ...(c.width ? { width: c.width } : {}),
            align: c.numeric ? ('right' as const) : ('left' as const),
            className: c.numeric ? 'number' : '',
            ...(sortable && c.value ? { sorter: (a: Row, b: Row) => inOrder(c.value!(a), c.value!(b)) } : {}),
            render: (_: unknown, row: Row) => c.cell(row),
          }))}
      />
    </section>
  );
}

/** Numbers by size, words by the alphabet with the numbers in them by size; what is missing comes last. */
function inOrder(a: string | number | null, b: string | number | null): number {
  if (a === null || b === null) return Number(a === null) - Number(b === null);
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  return String(a).localeCompare(String(b), 'en', { numeric: true });
}
