import {
  formatCount,
  timeForms,
  timeFormTitles,
  type ColumnChoice,
  type ColumnReading,
  type PreviewColumn,
} from '@undameter/core';
import { Checkbox, Input, Select, Tooltip } from 'antd';
import type { BoardColumn } from '../../board/Board';
import type { IntakeAction } from './state';
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

/** A column of the file with what is chosen for it. */
export type ColumnRow = PreviewColumn & { choice: ColumnChoice };
type Act = (action: IntakeAction) => void;

/** What is shown of each column of a file, and what can be changed on it. */
export const columnsOf = (act: Act): BoardColumn<ColumnRow>[] => [...choiceCells(act), ...foundCells(act)];

function choiceCells(act: Act): BoardColumn<ColumnRow>[] {
  const edit = (row: ColumnRow, field: 'name' | 'symbol' | 'unit') => (
    <Input
      variant="borderless"
      aria-label={`${field} of column ${row.index + 1}`}
      value={row.choice[field]}
      disabled={!row.choice.keep || (field === 'unit' && row.choice.reading.reads === 'category')}
      onChange={(e) => act({ type: 'column', index: row.index, change: { [field]: e.target.value } })}
    />
  );
  return [
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
  ];
}

const foundCells = (act: Act): BoardColumn<ColumnRow>[] => [
  {
    key: 'type',
    title: 'Looks like',
    width: 110,
    cell: (r) => (
      <Tooltip title={<Sure because={r.because} />}>
        <span className={r.because.sure === 'a guess' ? 'doubt' : ''}>
          {typeWords[r.type]} <span className="soft">{r.because.sure === 'sure' ? '' : `(${r.because.sure})`}</span>
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
];
