import { expect, test } from '@jest/globals';
import { delimited } from './index';

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);

async function read(text: string) {
  const bytes = bytesOf(text);
  const { layout } = delimited.guess(bytes, 'log.csv');
  const preview = delimited.preview(bytes, layout, true);
  const columns: number[][] = preview.columns.map(() => []);
  const record = await delimited.read({
    bytes: (async function* () {
      yield bytes;
    })(),
    name: 'log.csv',
    layout,
    columns: preview.columns.map((c) => c.reading),
    width: preview.columns.length,
    onBlock: (block) => block.forEach((c, k) => columns[k]!.push(...c)),
  });
  return { layout, preview, columns, record };
}

test('preamble, headings, units row and cells that are no numbers are told apart and counted', async () => {
  const { layout, preview, columns, record } = await read(
    'Rig: Loop 3\n\nElapsed time,Discharge pressure,Bearing 2 temperature\ns,kPa,°C\n0.0,101.5,---\n0.1,ERR 12,---\n\n0.2,102.5\n# end\n',
  );
  expect(layout).toMatchObject({ delimiter: ',', decimal: '.', headingLine: 3, unitsLine: 4, firstDataLine: 5 });
  expect(preview.columns.map((c) => [c.symbol, c.unit, c.type])).toEqual([
    ['t', 's', 'number'],
    ['p_d', 'kPa', 'number'],
    ['T_b2', '°C', 'empty'],
  ]);
  expect(columns[1]).toEqual([101.5, NaN, 102.5]);
  expect(record).toMatchObject({
    rows: 3,
    // One in the preamble, one between the rows.
    blankLines: 2,
    headingLines: 2,
    passedOver: { count: 0 },
    remarks: { count: 1, firstLine: 9 },
    properties: [{ key: 'Rig', value: 'Loop 3' }],
    shortRows: { count: 1 },
  });
  expect(record.columns[1]).toEqual({
    missing: 0,
    notNumber: 1,
    firstNotNumber: { line: 6, text: 'ERR 12' },
    notNumberLines: [6],
  });
});

test('semicolons with decimal commas and units in the headings', async () => {
  const { layout, preview, columns } = await read('t [min];T (°C);P / kW\n0,5;18,4;0,0\n1,0;19,25;9,0\n');
  expect(layout).toMatchObject({ delimiter: ';', decimal: ',', headingLine: 1, unitsLine: null });
  expect(preview.columns.map((c) => c.unit)).toEqual(['min', '°C', 'kW']);
  expect(columns[1]).toEqual([18.4, 19.25]);
});

test.each([
  ['', 'FILE_EMPTY'],
  ['PK\u0000\u0003', 'FILE_BINARY'],
  ['Time,Flow\ns,L/min\n', 'FILE_NO_DATA_ROWS'],
])('%j is refused as %s', (text, code) => expect(read(text)).rejects.toMatchObject({ code }));

// Layouts as loggers write them; the last of each case is what has to be understood of it.
test.each([
  ['tabs', 't\tp\n0\t1.5\n1\t2.5\n', { delimiter: '\t', decimal: '.', headingLine: 1 }],
  ['bars', 'Time|Flow\n0|1\n1|2\n', { delimiter: '|', headingLine: 1 }],
  ['runs of blanks', '  t    p\n  0.0  1.5\n  0.1  2.5\n', { delimiter: ' ', firstDataLine: 2 }],
  ['no headings', '0,1\n1,2\n2,3\n', { headingLine: null, firstDataLine: 1 }],
  [
    'comments before',
    '# rig\n# date\nt [s],p [kPa]\n0,1\n1,2\n',
    { headingLine: 3, unitsLine: null, firstDataLine: 4 },
  ],
  ['decimal comma with tabs', 't\tp\n0,5\t1,5\n1,0\t2,5\n', { delimiter: '\t', decimal: ',' }],
])('the layout with %s is understood', (_, text, layout) => {
  expect(delimited.guess(bytesOf(text), 'log.csv').layout).toMatchObject(layout);
});

test('Latin-1 and UTF-16 are told from UTF-8', () => {
  const latin = Uint8Array.from([...'T [\xb0C]\n1\n'].map((c) => c.charCodeAt(0)));
  expect(delimited.guess(latin, 'l').layout.encoding).toBe('latin1');
  const units = Uint16Array.from([...'a;b\n1;2\n'].map((c) => c.charCodeAt(0)));
  const wide = new Uint8Array([0xff, 0xfe, ...new Uint8Array(units.buffer)]);
  expect(delimited.guess(wide, 'w').layout.encoding).toBe('utf-16le');
});

test.each([
  ['duplicate headings', 'Time,p,p\n0,1,2\n1,2,3\n', 'The heading "p" stands over more than one column'],
  ['a time that steps back', 'Time [s],p\n0,1\n2,2\n1,3\n', '"Time" steps back in line 4, from 2 to 1'],
  ['rows of unequal length', 'Time,p\n0,1\n1\n2,3\n', 'Line 3 has 1 cells instead of 2'],
])('%s raise a doubt before the import', (_, text, doubt) => {
  const bytes = bytesOf(text);
  const { layout } = delimited.guess(bytes, 'log.csv');
  expect(delimited.preview(bytes, layout, true).doubts.join(' ')).toContain(doubt);
});

test('a unit that is not known here is told, not dropped', () => {
  const bytes = bytesOf('Time,p\ns,wat\n0,1\n1,2\n');
  const layout = { ...delimited.guess(bytes, 'l').layout, headingLine: 1, unitsLine: 2, firstDataLine: 3 };
  expect(delimited.preview(bytes, layout, true).doubts).toEqual([
    '"wat" over "p" is no unit that is known here; the unit is left empty.',
  ]);
});

test('a heading row mistaken for data is doubted', () => {
  const bytes = bytesOf('Time,Flow\n0,1\n1,2\n');
  const layout = { ...delimited.guess(bytes, 'l').layout, headingLine: null, firstDataLine: 1 };
  expect(delimited.preview(bytes, layout, true).doubts.join()).toContain('Line 1, the first data row, has no number');
});

test('quoted cells are read by the text reader among plain rows', async () => {
  const { columns, record } = await read('t,note,p\n0,plain,1\n1,"a, b",2\n2,"say ""x""",3\n');
  expect(columns[2]).toEqual([1, 2, 3]);
  expect(record.rows).toBe(3);
});

test('more rows than a block come in blocks, none lost at the seam', async () => {
  const n = 140_000;
  const text = 'i,v\n' + Array.from({ length: n }, (_, i) => `${i},${i % 10 === 0 ? '' : i / 2}`).join('\n');
  const { columns, record } = await read(text);
  expect(record).toMatchObject({ rows: n, linesRead: n + 1 });
  expect(record.columns[1]!.missing).toBe(n / 10);
  expect(columns[0]!.every((v, i) => v === i)).toBe(true);
});

// A column of moments becomes seconds since its first; the last of each case: values and origin.
test.each([
  [
    'ISO 8601',
    'Time,p\n2026-11-03T10:00:00.5Z,1\n2026-11-03T10:00:01Z,2\n2026-11-03T10:00:03Z,3\n',
    [0, 0.5, 2.5],
    '2026-11-03T10:00:00.5Z',
  ],
  [
    'seconds since 1970',
    'Timestamp,p\n1467038416.4,1\n1467038416.5,2\n1467038418.4,3\n',
    [0, 0.1, 2],
    '2016-06-27T14:40:16.4Z',
  ],
  ['milliseconds since 1970', 'Time,p\n1467038416400,1\n1467038416500,2\n', [0, 0.1], '2016-06-27T14:40:16.4Z'],
  ['time of day over midnight', 'Clock;p\n23:59:58;1\n23:59:59,5;2\n00:00:01;3\n', [0, 1.5, 3], '23:59:58'],
  ['day first', 'When;p\n30.11.2026 23:59:00;1\n01.12.2026 00:01:00;2\n', [0, 120], '2026-11-30T23:59:00'],
  ['month first', 'When\tp\n11/30/2026 11:59:00 PM\t1\n12/01/2026 12:01:00 AM\t2\n', [0, 120], '2026-11-30T23:59:00'],
])('%s is read as moments', async (_, text, seconds, origin) => {
  const { preview, columns, record } = await read(text);
  expect(preview.columns[0]).toMatchObject({ type: 'time', unit: 's', proposed: true, notNumber: 0 });
  expect(preview.timeColumn).toBe(0);
  expect(columns[0]).toEqual(seconds);
  expect(record.columns[0]!.origin).toBe(origin);
});

test('date and time of day in two columns are one moment, and the dates alone no channel', async () => {
  const { preview, columns, record } = await read(
    'Date,Time,p\n03.11.2026,23:59:59,1\n04.11.2026,00:00:01,2\n14.11.2026,00:00:01,3\n',
  );
  expect(preview.columns.map((c) => c.proposed)).toEqual([false, true, true]);
  expect(columns[1]).toEqual([0, 2, 2 + 10 * 86_400]);
  expect(record.columns[1]!.origin).toBe('2026-11-03T23:59:59');
});

test('an order of day and month that the data cannot tell is asked about', () => {
  const bytes = bytesOf('When,p\n03/04/2026 10:00:00,1\n03/04/2026 10:00:01,2\n');
  const { layout } = delimited.guess(bytes, 'l');
  expect(delimited.preview(bytes, layout, true).doubts.join()).toContain('could be day first or month first');
});

test('a cell among moments that is none is counted with its line', async () => {
  const { columns, record } = await read(
    'Time,p\n10:00:00,1\n10:00:01,2\nstop,3\n10:00:03,4\n' + '10:00:04,5\n'.repeat(9),
  );
  expect(columns[0]!.slice(0, 4)).toEqual([0, 1, NaN, 3]);
  expect(record.columns[0]).toMatchObject({ notNumber: 1, firstNotNumber: { line: 4, text: 'stop' } });
});

test('a few rows with more cells than headings make no column: they are counted', async () => {
  const { preview, record } = await read('t,p\n0,1\n1,2,extra\n2,3\n3,4\n');
  expect(preview.columns.map((c) => c.name)).toEqual(['t', 'p']);
  expect(record).toMatchObject({ longRows: { count: 1, firstLine: 3 }, shortRows: { count: 0 } });
});

test('rows that mostly have more cells than headings show what is there', async () => {
  const { preview, columns } = await read('t,p\n0,1,7\n1,2,8\n2,3,9\n');
  expect(preview.columns.map((c) => c.name)).toEqual(['t', 'p', 'Column 3']);
  expect(columns[2]).toEqual([7, 8, 9]);
});

test('a delimiter at the end of every line makes no column', async () => {
  const { preview, record } = await read('t;p;\n0;1;\n1;2;\n');
  expect(preview.columns.map((c) => c.name)).toEqual(['t', 'p']);
  expect(record).toMatchObject({ rows: 2, longRows: { count: 0 } });
});
