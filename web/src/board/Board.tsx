import { App, Table } from 'antd';
import { useState, type ReactNode } from 'react';
import { counted } from '../parts/counted';
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

/** So many rows are drawn at first, and so many more at a time: thousands would keep the page waiting. */
const AT_ONCE = 300;

/** The dense table under a chart; everything on it can be taken along as CSV. */
export function Board<Row extends object>(props: BoardProps<Row>) {
  const { title, columns, rows, keyOf, tools, inHand, onTake, dim, empty, waiting, sortable } = props;
  const [most, setMost] = useState(AT_ONCE);
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
          <>
            <CopyRows text={() => toCsv(saved, rows, '\t')} count={rows.length} />
            <button className="quiet" onClick={() => download(`${fileName(title)}.csv`, toCsv(saved, rows))}>
              CSV
            </button>
          </>
        )}
      </header>
      <Table<Row>
        size="small"
        pagination={false}
        dataSource={sortable ? [...rows] : rows.slice(0, most)}
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
      {!sortable && rows.length > most && (
        <button className="quiet more-rows" onClick={() => setMost(most + AT_ONCE)}>
          {counted(rows.length - most, 'row')} more: show {Math.min(AT_ONCE, rows.length - most)} of them
        </button>
      )}
    </section>
  );
}

/** Puts the rows on the clipboard, to be pasted into another table. */
function CopyRows({ text, count }: { text(): string; count: number }) {
  const { message } = App.useApp();
  const copy = (): void => {
    navigator.clipboard.writeText(text()).then(
      () => message.success(`${counted(count, 'row')} on the clipboard`),
      () => message.error('The browser did not let the rows onto the clipboard. Take the CSV.'),
    );
  };
  return (
    <button className="quiet" onClick={copy}>
      Copy rows
    </button>
  );
}

/** Numbers by size, words by the alphabet with the numbers in them by size; what is missing comes last. */
function inOrder(a: string | number | null, b: string | number | null): number {
  if (a === null || b === null) return Number(a === null) - Number(b === null);
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  return String(a).localeCompare(String(b), 'en', { numeric: true });
}
