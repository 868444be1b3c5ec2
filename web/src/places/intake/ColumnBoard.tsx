import {
  formatCount,
  timeForms,
  timeFormTitles,
  type ColumnChoice,
  type ColumnReading,
  type PreviewColumn,
} from '@undameter/core';
import { Checkbox, Input, Select, Tooltip } from 'antd';
import { useState } from 'react';
import { Board } from '../../board/Board';
import type { IntakeAction, IntakeState } from './state';
import { Sure } from './Sure';

const typeWords = {
  number: 'number',
  time: 'moments',
  text: 'remarks',
  category: 'category',
  empty: 'no value',
  constant: 'constant',
} as const;
const readings = [
  { value: 'number' as const, label: 'number' },
  ...timeForms.map((form) => ({ value: form, label: timeFormTitles[form] })),
  { value: 'epochSeconds' as const, label: 'seconds since 1970' },
  { value: 'epochMilliseconds' as const, label: 'milliseconds since 1970' },
  { value: 'category' as const, label: 'words of a category' },
];

/** Another reading; moments are counted in seconds, words have no unit, and a date of another column belongs to a time of day only. */
const readAs = ({ reading, unit }: ColumnChoice, reads: ColumnReading['reads']): Partial<ColumnChoice> => ({
  reading: { index: reading.index, reads, ...(reads === 'clock' && reading.date ? { date: reading.date } : {}) },
  unit: reads === 'number' ? unit : reads === 'category' ? '' : 's',
});

const MOST_ROWS = 200;

type Row = PreviewColumn & { choice: ColumnChoice };

/** Every column of the file: kept or left out, its name, symbol and unit, and what could not be read in it. */
export function ColumnBoard({ state, act }: { state: IntakeState; act(action: IntakeAction): void }) {
  const [find, setFind] = useState('');
  const all = state.preview.columns.map((c) => ({ ...c, choice: state.columns[c.index]! }));
  const found =
    find === ''
      ? all
      : all.filter((r) => `${r.choice.name} ${r.choice.symbol}`.toLowerCase().includes(find.toLowerCase()));
  // Thousands of rows of fields would take the screen seconds.
  const rows = found.slice(0, MOST_ROWS);
  const edit = (row: Row, field: 'name' | 'symbol' | 'unit') => (
    <Input
      variant="borderless"
      aria-label={`${field} of column ${row.index + 1}`}
      value={row.choice[field]}
      disabled={!row.choice.keep || (field === 'unit' && row.choice.reading.reads === 'category')}
      onChange={(e) => act({ type: 'column', index: row.index, change: { [field]: e.target.value } })}
    />
  );
  return (
    <Board<Row>
      title="Columns"
      rows={rows}
      keyOf={(r) => r.index}
      dim={(r) => !r.choice.keep}
      tools={
        <>
          {all.length > 30 && (
            <Input
              size="small"
              className="find"
              allowClear
              placeholder="find a column"
              aria-label="Find a column"
              value={find}
              onChange={(e) => setFind(e.target.value)}
            />
          )}
          {found.length > rows.length && (
            <span className="doubt">
              {rows.length} of {formatCount(found.length)} shown
            </span>
          )}
          <span className="soft">
            of the {formatCount(state.preview.rowsSeen)} rows seen{state.preview.whole ? '' : ' so far'}
          </span>
        </>
      }
      columns={[
        {
          key: 'keep',
          title: 'Keep',
          width: 50,
          cell: (r) => (
            <Checkbox
              aria-label={`Keep ${r.name}`}
              checked={r.choice.keep}
              onChange={(e) => act({ type: 'column', index: r.index, change: { keep: e.target.checked } })}
            />
          ),
        },
        { key: 'name', title: 'Name', width: 190, cell: (r) => edit(r, 'name') },
        { key: 'symbol', title: 'Symbol', width: 120, cell: (r) => edit(r, 'symbol') },
        { key: 'unit', title: 'Unit', width: 110, cell: (r) => edit(r, 'unit') },
        {
          key: 'type',
          title: 'Looks like',
          width: 110,
          cell: (r) => (
            <Tooltip title={<Sure because={r.because} />}>
              <span className={r.because.sure === 'a guess' ? 'doubt' : ''}>
                {typeWords[r.type]}{' '}
                <span className="soft">{r.because.sure === 'sure' ? '' : `(${r.because.sure})`}</span>
              </span>
            </Tooltip>
          ),
        },
        {
          key: 'reads',
          title: 'Read as',
          width: 190,
          cell: (r) => (
            <Select<ColumnReading['reads']>
              variant="borderless"
              aria-label={`Reading of column ${r.index + 1}`}
              disabled={!r.choice.keep}
              value={r.choice.reading.reads}
              onChange={(reads) => act({ type: 'column', index: r.index, change: readAs(r.choice, reads) })}
              options={readings}
            />
          ),
        },
        { key: 'missing', title: 'Missing', numeric: true, cell: (r) => formatCount(r.missing) },
        { key: 'notNumber', title: 'No number', numeric: true, cell: (r) => formatCount(r.notNumber) },
        {
          key: 'first',
          title: 'First of them',
          cell: (r) =>
            r.firstNotNumber && (
              <span className="doubt">
                line {r.firstNotNumber.line}: “{r.firstNotNumber.text}”
              </span>
            ),
        },
      ]}
    />
  );
}
