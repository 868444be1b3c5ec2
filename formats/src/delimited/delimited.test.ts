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
    columns: preview.columns.map((c) => c.index),
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
    blankLines: 1,
    passedOver: { count: 1, firstLine: 9 },
    shortRows: { count: 1 },
  });
  expect(record.columns[1]).toEqual({ missing: 0, notNumber: 1, firstNotNumber: { line: 6, text: 'ERR 12' } });
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
