import { describe, expect, test } from '@jest/globals';
import type { Layout } from '@undameter/core';
import { delimited } from './index';
import { splitLine } from './splitLine';

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);

async function read(text: string | Uint8Array, change: Partial<Layout> = {}) {
  const bytes = typeof text === 'string' ? bytesOf(text) : text;
  const { layout: guessed, why } = delimited.guess(bytes, 'log.txt');
  const layout = { ...guessed, ...change };
  const preview = delimited.preview(bytes, layout, true);
  const columns: number[][] = preview.columns.map(() => []);
  const record = await delimited.read({
    bytes: (async function* () {
      for (let at = 0; at < bytes.length; at += 7) yield bytes.subarray(at, at + 7);
    })(),
    name: 'log.txt',
    layout,
    columns: preview.columns.map((c) => c.reading),
    width: preview.columns.length,
    onBlock: (block) => block.forEach((c, k) => columns[k]!.push(...c)),
  });
  return { layout, why, preview, columns, record };
}

describe('RFC 4180, section 2', () => {
  test.each([
    ['1 and 4: fields apart by commas', 'aaa,bbb,ccc', ['aaa', 'bbb', 'ccc']],
    ['5: fields in quotes', '"aaa","bbb","ccc"', ['aaa', 'bbb', 'ccc']],
    ['6: a line end inside quotes', '"aaa","b \r\nbb","ccc"', ['aaa', 'b \r\nbb', 'ccc']],
    ['7: a quote as two quotes', '"aaa","b""bb","ccc"', ['aaa', 'b"bb', 'ccc']],
  ])('%s', (_, line, cells) => expect(splitLine(line, ',')).toEqual(cells));
  test('a quoted cell may go on over lines, which the record accounts for', async () => {
    const { columns, record } = await read('t,note,p\r\n0,"valve\r\nopened",1\r\n1,ok,2\r\n2,"a\r\nb\r\nc",3\r\n');
    expect(columns[2]).toEqual([1, 2, 3]);
    expect(record.columns[1]!.labels).toEqual(['valve\nopened', 'ok', 'a\nb\nc']);
    expect(record).toMatchObject({ linesRead: 7, rows: 3, continued: { count: 3, firstLine: 2 } });
  });
  test('a quote that is never closed costs its cell, not the rest of the file', async () => {
    const rows = Array.from({ length: 80 }, (_, i) => `${i},${i === 5 ? '"open' : 'ok'},${i}`);
    const { record } = await read(`t,note,p\n${rows.join('\n')}\n`);
    expect(record.rows).toBeGreaterThanOrEqual(79);
  });
  test('below a quote that is never closed lines keep their numbers', async () => {
    const rows = Array.from({ length: 80 }, (_, i) => (i === 5 ? '5,"open,5' : i === 20 ? 'jammed' : `${i},ok,${i}`));
    const { record } = await read(`t,note,p\n${rows.join('\n')}\n`);
    // The heading is line 1.
    expect(record.passedOver).toEqual({ count: 1, firstLine: 22, firstText: 'jammed' });
  });
  test('of a line that is passed over the beginning is kept, and only of the first one', async () => {
    const words =
      'stopped by hand, since the bearing became hot; the pump was taken out and sent to the shop for a look at it';
    const { record } = await read(`t,p\n0,1\n1,2\n${words.replaceAll(',', '')}\n2,3\nend\n`);
    expect(record.passedOver).toEqual({ count: 2, firstLine: 4, firstText: words.replaceAll(',', '').slice(0, 80) });
  });
  test('a first row that is one cell short, or one too long, is a row; two short it is none', async () => {
    const table = '0,1,2,3\n1,2,3,4\n2,3,4,5\n3,4,5,6\n';
    for (const [first, line] of [
      ['9,9,9', 1],
      ['9,9,9,9,9', 1],
      ['9,9', 2],
    ] as const)
      expect((await read(`${first}\n${table}`)).layout.firstDataLine).toBe(line);
  });
});

// The form of the example in the W3C note "Model for Tabular Data and Metadata on the Web" (2015), section 4.5, with all its
// parts: a comment, headings, words that repeat, dates, a missing cell. The content is invented.
test('a table in the form of the W3C tabular-data model: a comment line, headings, dates, a missing cell', async () => {
  const { preview, columns, record } = await read(
    '# Valves of Tern Yard\nGID,On Loop,Make,Service,Inventory Date\n1,LOOP 1,Gate,Yearly Seat Check,10/18/2010\n2,LOOP 3,Ball,Yearly Seat Check,6/2/2010\n3,LOOP 3,,Yearly Seat Check,6/2/2010\n',
  );
  expect(preview.columns.map((c) => [c.name, c.type])).toEqual([
    ['GID', 'number'],
    ['On Loop', 'category'],
    ['Make', 'category'],
    ['Service', 'category'],
    ['Inventory Date', 'time'],
  ]);
  expect(preview.columns[4]!.reading.reads).toBe('monthFirst');
  expect(columns[1]).toEqual([0, 1, 1]);
  expect(columns[2]).toEqual([0, 1, NaN]);
  expect(columns[4]![1]! - columns[4]![0]!).toBe(-138 * 86_400);
  expect(record).toMatchObject({ rows: 3, preamble: ['# Valves of Tern Yard'] });
});

describe('fixed width', () => {
  const table = [
    'Rig: Loop 3',
    '',
    'Elapsed time  Suction pressure   Flow',
    '           s               kPa  L/min',
    ...Array.from(
      { length: 20 },
      (_, i) =>
        `${(i / 10).toFixed(1).padStart(12)}${i === 4 ? ''.padStart(18) : (101 + i / 8).toFixed(3).padStart(18)}${String(60 + i).padStart(7)}`,
    ),
  ].join('\n');
  test('columns are found by the places that are blank in all rows; a blank cell is missing', async () => {
    const { layout, preview, columns, why } = await read(table);
    expect(layout).toMatchObject({ delimiter: 'fixed', headingLine: 3, unitsLine: 4, firstDataLine: 5 });
    expect(preview.columns.map((c) => [c.name, c.unit])).toEqual([
      ['Elapsed time', 's'],
      ['Suction pressure', 'kPa'],
      ['Flow', 'L/min'],
    ]);
    expect(columns[1]!.slice(3, 6)).toEqual([101.375, NaN, 101.625]);
    expect(columns[2]).toEqual(Array.from({ length: 20 }, (_, i) => 60 + i));
    expect(why.delimiter.why).toContain('blank in all rows');
  });
  test('a rare wide number is not cut in two; one that reaches a cut is doubted and counted', async () => {
    const line = (t: number, p: string): string =>
      `${String(t).padStart(5)}${p.padStart(10)}${(t % 9 ? 'ok' : '').padStart(6)}`;
    const rows = Array.from({ length: 300 }, (_, i) => line(i, i === 250 ? '-9999.00' : i % 7 ? '38.0' : ''));
    const { layout, columns } = await read(rows.join('\n'));
    expect(layout).toMatchObject({ delimiter: 'fixed', missing: ['-9999'] });
    expect(columns[1]![250]).toBeNaN();
    const wide = await read([...rows, '  300-12345678.0'].join('\n'), { delimiter: 'fixed', cuts: [7, 15] });
    expect(wide.preview.doubts.join()).toContain('goes through what stands in line 301');
    expect(wide.record.cutThrough).toEqual({ count: 1, firstLine: 301 });
  });
  test('empty cells between blanks speak for a fixed width', async () => {
    const rows = Array.from(
      { length: 100 },
      (_, i) => `${String(i).padStart(4)}${(i % 9 ? '5.5' : '').padStart(8)}${'7'.padStart(6)}`,
    );
    const { layout, columns } = await read(rows.join('\n'));
    expect(layout.delimiter).toBe('fixed');
    expect(columns[2]!.every((v) => v === 7)).toBe(true);
  });
  test('numbers that touch are told apart by cuts set by hand', async () => {
    const { columns } = await read('  1.0-20.5\n  2.0-21.5\n', {
      delimiter: 'fixed',
      cuts: [5],
      firstDataLine: 1,
      headingLine: null,
    });
    expect(columns).toEqual([
      [1, 2],
      [-20.5, -21.5],
    ]);
  });
});

describe('what stands for no value', () => {
  test('numbers far off all others are suspected, told, and read as missing', async () => {
    const { layout, why, columns, record } = await read(
      't,p,T\n' +
        Array.from({ length: 30 }, (_, i) => `${i},${i % 7 ? 100 + i : -9999},${i % 9 ? 20 : '1E+37'}`).join('\n'),
    );
    expect(layout.missing).toEqual(['-9999', '1e+37']);
    expect(why.missing).toMatchObject({ sure: 'likely' });
    expect(columns[1]!.slice(0, 3)).toEqual([NaN, 101, 102]);
    expect(record.columns.map((c) => c.missing)).toEqual([0, 5, 4]);
  });
  test('-999 within the range of a channel is a number', async () =>
    expect((await read('t,U\n0,-999\n1,-1005\n2,-990\n')).columns[1]).toEqual([-999, -1005, -990]));
  test('words and numbers of a list of one’s own', async () => {
    const { columns } = await read('t,p\n0,BAD\n1,7\n2,3\n', { missing: ['bad', '7.0'] });
    expect(columns[1]).toEqual([NaN, NaN, 3]);
  });
  test('a number beyond all doubles is none', async () => {
    const { columns, record } = await read('t,p\n0,1\n1,1e999\n2,3\n');
    expect(columns[1]).toEqual([1, NaN, 3]);
    expect(record.columns[1]!.notNumber).toBe(1);
  });
});

describe('categories', () => {
  test('words that repeat are kept as codes with their words; an empty cell is missing', async () => {
    const { preview, columns, record } = await read('t,Valve,p\n0,open,1\n1,shut,2\n2,,3\n3,open,4\n');
    expect(preview.columns[1]).toMatchObject({ type: 'category', proposed: true, unit: '', missing: 1, notNumber: 0 });
    expect(columns[1]).toEqual([0, 1, NaN, 0]);
    expect(record.columns[1]).toEqual({ missing: 1, notNumber: 0, labels: ['open', 'shut'] });
  });
  test('words that are nearly all different are remarks, and not proposed', async () => {
    const rows = Array.from({ length: 20 }, (_, i) => `${i},remark ${i},${i}`).join('\n');
    expect((await read(`t,Note,p\n${rows}`)).preview.columns[1]).toMatchObject({ type: 'text', proposed: false });
  });
  test('a footer of words is passed over, though a category could hold it', async () => {
    const { record } = await read('Valve,p\nopen,1\nshut,2\nopen,2\nEnd of test,\n');
    expect(record).toMatchObject({ rows: 3, passedOver: { count: 1, firstLine: 5 } });
  });
});

test('lines above the table become properties where they say a key and a value', async () => {
  const { record } = await read(
    '# Operator: night shift\nImpeller diameter = 165 mm\n"Inertia:",0.021 kg·m²\nStart 10:12:30\nhttp://loop3.example/\nt,p\n0,1\n1,2\n',
  );
  expect(record.properties).toEqual([
    { key: 'Operator', value: 'night shift' },
    { key: 'Impeller diameter', value: '165 mm' },
    { key: 'Inertia', value: '0.021 kg·m²' },
  ]);
  expect(record.preamble).toHaveLength(5);
});

test('the zone of a logger that does not state it is set by hand, and stands in the origin', async () => {
  const text = 'When,p\n2026-11-03 10:00:00,1\n2026-11-03 10:00:01,2\n';
  const bytes = bytesOf(text);
  const { layout } = delimited.guess(bytes, 'l');
  const record = await delimited.read({
    bytes: (async function* () {
      yield bytes;
    })(),
    name: 'l',
    layout,
    width: 2,
    columns: [
      { index: 0, reads: 'yearFirst', zone: -210 },
      { index: 1, reads: 'number' },
    ],
    onBlock: () => undefined,
  });
  expect(record.columns[0]!.origin).toBe('2026-11-03T10:00:00-03:30');
});

test('rows can end before the file does', async () => {
  const { columns, record } = await read('t,p\n0,1\n1,2\nt,q\n0,9\n', { lastDataLine: 3 });
  expect(columns[1]).toEqual([1, 2]);
  expect(record).toMatchObject({ rows: 2, beyond: { count: 2, firstLine: 4 } });
});

test('a heading line behind the mark of a remark is one', async () => {
  const { layout, preview } = await read('# t p\n0 1\n1 2\n# pause 3\n2 3\n');
  expect(layout).toMatchObject({ comment: '#', headingLine: 1, delimiter: ' ' });
  expect(preview.columns.map((c) => c.name)).toEqual(['t', 'p']);
  expect(preview.rowsSeen).toBe(3);
});

test('UTF-16 with the high byte first, with and without a mark', async () => {
  const wide = (text: string) =>
    new Uint8Array([...text].flatMap((c) => [c.charCodeAt(0) >> 8, c.charCodeAt(0) & 255]));
  const text = 't;T [°C]\n0;18\n1;19\n2;20\n';
  for (const bytes of [wide(text), wide(`\ufeff${text}`)]) {
    const { layout, preview, columns } = await read(bytes);
    expect([layout.encoding, preview.columns[1]!.unit, columns[1]]).toEqual(['utf-16be', '°C', [18, 19, 20]]);
  }
});

test('a column that turns from numbers to words half way is doubted with its line', async () => {
  const rows = Array.from({ length: 100 }, (_, i) => `${i},${i < 60 ? i : 'off'}`).join('\n');
  expect((await read(`t,p\n${rows}`)).preview.doubts.join()).toContain('holds no numbers from about line 62 on');
});

test.each([
  ["a,b\n'1.5',1\n'2.5',2\n'3.5',3\n", 3],
  ['a;b\n1.5 kPa;1\n2.5 kPa;2\n3.25 kPa;3\n4 kPa;4\n', 4],
])(
  'cells that are numbers only behind quotes or a unit are counted and told, and never sure: %j',
  async (text, count) => {
    const { preview } = await read(text);
    expect(preview.columns[0]).toMatchObject({
      type: 'text',
      notNumber: count,
      because: { sure: 'a guess', why: expect.stringContaining('not read as numbers') },
    });
  },
);
test('words with a digit are words', async () => {
  const { preview } = await read('valve,t\nV1,1\nV2,2\nV1,3\nV2,4\n');
  expect(preview.columns[0]).toMatchObject({ type: 'category', notNumber: 0 });
});

describe('what is told of how a file was read', () => {
  const why = async (text: string) => (await read(text)).why;
  test('a line of units, and that there is none', async () => {
    expect((await why('t,p\ns,kPa\n0,1.5\n1,2.5\n')).unitsLine).toEqual({
      why: 'its cells read as units',
      sure: 'sure',
    });
    const none = 'no line of units stands between headings and numbers';
    expect((await why('t,p\n0,1.5\n1,2.5\n')).unitsLine).toEqual({ why: none, sure: 'sure' });
    expect((await why('0,1.5\n1,2.5\n2,3.5\n')).unitsLine).toEqual({ why: none, sure: 'likely' });
  });
  test.each([
    ['t,p\n0,1.5\n1,2.5\n', '100 % of the cells are numbers with a decimal point', 'sure'],
    ['t;p\n0;1,5\n1;2,5\n', '100 % of the cells are numbers with a decimal comma', 'sure'],
    ['t,p\n0,1\n1,2\n', 'no cell shows a decimal sign', 'a guess'],
    ['t,at\n0,.5x\n1,5.x\n', 'no cell shows a decimal sign', 'a guess'],
    ['t;at\n0;,5x\n1;5,x\n', 'no cell shows a decimal sign', 'a guess'],
  ])('the decimal sign of %j', async (text, words, sure) =>
    expect((await why(text)).decimal).toEqual({ why: words, sure }),
  );
  test('a channel that never moves, and one of which a single number is known', async () => {
    const { preview } = await read('t,a,b,c\n0,7,7,\n1,7,8,5\n');
    expect(preview.columns.map((c) => c.type)).toEqual(['number', 'constant', 'number', 'number']);
  });
  test('only of a time it is doubted that it steps back', async () => {
    const doubts = async (text: string) => (await read(text)).preview.doubts.join(' ');
    expect(await doubts('Time [s],p [kPa]\n0,5\n2,4\n1,3\n3,2\n')).toContain('"Time" steps back in line 4');
    expect(await doubts('Time [s],p [kPa]\n0,5\n1,4\n2,3\n3,2\n')).not.toContain('steps back');
  });
  test('the part that each line plays, with the words of those that are no rows', async () => {
    const { preview } = await read('Rig: Loop 3\nt,p\ns,kPa\n0,1\n \n# valve opened\n1,2\n2,3\n', {
      lastDataLine: 7,
      comment: '#',
    });
    expect(preview.lines.map((l) => [l.role, l.text])).toEqual([
      ['preamble', 'Rig: Loop 3'],
      ['heading', undefined],
      ['units', undefined],
      ['data', undefined],
      ['blank', ' '],
      ['remark', '# valve opened'],
      ['data', undefined],
      ['beyond', undefined],
    ]);
  });
  test('rows that are longer than others, but for an empty cell behind a last delimiter', async () => {
    const rows = Array.from({ length: 20 }, (_, i) =>
      i === 4 ? '4,4,' : i === 9 ? '9,9,9' : i === 12 ? '12,12,,' : `${i},${i}`,
    );
    const { record } = await read(`t,p\n${rows.join('\n')}\n`);
    expect(record.longRows).toEqual({ count: 2, firstLine: 11 });
  });
});

test('cells are without the blanks around them', () => {
  expect(splitLine(' a , b ;c , d ', ',')).toEqual(['a', 'b ;c', 'd']);
  expect(splitLine('"a" ; "b"', ';')).toEqual(['a', 'b']);
});
