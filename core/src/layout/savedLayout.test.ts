import { expect, test } from '@jest/globals';
import { recognise, type Preview, type PreviewColumn, type SavedLayout } from './index';

const column = (index: number, name: string, unit: string): PreviewColumn => ({
  index,
  name,
  symbol: name[0]!,
  unit,
  unitFrom: 'unitsRow',
  type: 'number',
  reading: { index, reads: 'number' },
  because: { why: '', sure: 'sure' },
  missing: 0,
  notNumber: 0,
  proposed: true,
});
const preview = (...columns: PreviewColumn[]): Preview => ({
  columns,
  lines: [],
  rowsSeen: 1,
  whole: true,
  preamble: [],
  properties: [],
  timeColumn: null,
  doubts: [],
});
const saved: SavedLayout = {
  name: 'Loop 3 logger',
  layout: { encoding: 'utf-8', delimiter: ',', decimal: '.', headingLine: 1, unitsLine: 2, firstDataLine: 3 },
  along: 1,
  columns: [
    {
      heading: 'Date',
      unitFound: '',
      choice: { index: 0, keep: false, name: 'Date', symbol: 'd', unit: 's', reading: { index: 0, reads: 'dayFirst' } },
    },
    {
      heading: 'Clock',
      unitFound: 's',
      choice: {
        index: 1,
        keep: true,
        name: 'Time',
        symbol: 't',
        unit: 's',
        reading: { index: 1, reads: 'clock', date: { index: 0, reads: 'dayFirst' } },
      },
    },
    {
      heading: 'P1',
      unitFound: 'kPa',
      choice: {
        index: 2,
        keep: true,
        name: 'Suction pressure',
        symbol: 'p_s',
        unit: 'kPa',
        reading: { index: 2, reads: 'number' },
      },
    },
  ],
};

test('columns are found by their heading, wherever they stand, with what was declared of them', () => {
  const found = recognise(saved, preview(column(0, 'P1', 'kPa'), column(1, 'Clock', 's'), column(2, 'Date', '')));
  expect(found).toMatchObject({ likeness: 1, along: 1, differences: [] });
  expect(found.choices.map((c) => [c.symbol, c.keep])).toEqual([
    ['p_s', true],
    ['t', true],
    ['d', false],
  ]);
  expect(found.choices[1]!.reading).toEqual({ index: 1, reads: 'clock', date: { index: 2, reads: 'dayFirst' } });
});

test('a new column, another unit and a lacking column are told; the unit of the file goes before', () => {
  const found = recognise(saved, preview(column(0, 'Date', ''), column(1, 'P1', 'bar'), column(2, 'Torque', 'N·m')));
  expect(found.differences).toEqual(['"P1" is now in bar, it was in kPa', '"Torque" is new', '"Clock" is not there']);
  expect(found.choices[1]).toMatchObject({ name: 'Suction pressure', unit: 'bar' });
  expect(found.along).toBeNull();
  expect(found.likeness).toBe(0.5);
});

test('two columns of one heading are two columns', () => {
  const twice: SavedLayout = {
    ...saved,
    along: null,
    columns: [
      saved.columns[2]!,
      { ...saved.columns[2]!, choice: { ...saved.columns[2]!.choice, index: 3, symbol: 'p_d' } },
    ],
  };
  const found = recognise(twice, preview(column(0, 'P1', 'kPa'), column(1, 'P1', 'kPa')));
  expect(found.choices.map((c) => c.symbol)).toEqual(['p_s', 'p_d']);
});

test('a file of another rig has no likeness', () =>
  expect(recognise(saved, preview(column(0, 'x', ''))).likeness).toBe(0));
