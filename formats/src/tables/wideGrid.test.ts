/** Grids in files: what is one, with which names and units, and what is none. Made up for each case. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { splitLine } from '../delimited/splitLine';
import { sourceAbove, wideGrid } from './wideGrid';

const rowsOf = (text: string, mark = ',') => text.split('\n').map((line) => splitLine(line, mark));
const read = (text: string, mark = ',', decimal: '.' | ',' = '.') => wideGrid(rowsOf(text, mark), decimal);
const body = '20,1.5,2.5,3.5\n40,1.7,2.7,3.7';

describe('a grid', () => {
  test('names both arguments in its corner', () => {
    for (const corner of ['T (°C) \\ p (bar)', 'T [°C] | p [bar]', 'T (°C) → p (bar)', 'T (°C) / p (bar)'])
      expect(read(`${corner},1,2,5\n${body}`)).toEqual({
        down: { name: 'T', unit: '°C', values: [20, 40] },
        across: { name: 'p', unit: 'bar', values: [1, 2, 5] },
        value: { name: '', unit: '' },
        cells: [1.5, 2.5, 3.5, 1.7, 2.7, 3.7],
        doubt: '',
      });
  });
  test('has the unit of the second argument in its headings, and a comma for its decimals', () => {
    const found = read('Temperature (°C);1,5 bar;2 bar;5 bar\n20;1,5;2,5;3,5\n40;1,7;2,7;3,7', ';', ',');
    expect(found).toMatchObject({
      down: { name: 'Temperature', unit: '°C' },
      across: { name: '', unit: 'bar', values: [1.5, 2, 5] },
      cells: [1.5, 2.5, 3.5, 1.7, 2.7, 3.7],
    });
  });
  test('has all names in its headings', () =>
    expect(read(`T [°C],Density at p = 1 bar [kg/m^3],Density at p = 2 bar [kg/m^3]\n1,2,3\n2,3,4`)).toMatchObject({
      ...{ across: { name: 'p', unit: 'bar', values: [1, 2] }, value: { name: 'Density', unit: 'kg/m^3' } },
    }));
  test('may have an empty corner, a stroke in a unit, falling headings, lines about it and empty ones', () => {
    expect(read(`,5,2,1\n${body}`)).toMatchObject({ doubt: '', across: { values: [5, 2, 1] } });
    expect(read(`Q (m3/s),1,2,5\n${body}`)).toMatchObject({ down: { name: 'Q', unit: 'm3/s' }, across: { name: '' } });
    const about = 'Source: bench notes\nAcross: p (bar). Values: rho (kg/m^3)\n\n';
    expect(read(`${about}T (°C),1,2,5\n${body}\n\n`)).toMatchObject({
      across: { name: 'p', unit: 'bar' },
      value: { name: 'rho', unit: 'kg/m^3' },
    });
  });
  test('may have a line of units below its headings', () =>
    expect(read(`T,p = 1 bar,p = 2 bar,p = 5 bar\n°C,kg/m^3,kg/m^3,kg/m^3\n${body}`)).toMatchObject({
      ...{ down: { name: 'T', unit: '°C', values: [20, 40] }, value: { name: '', unit: 'kg/m^3' } },
      across: { name: 'p', unit: 'bar' },
    }));
  test('may have holes, which stay', () =>
    expect(read('T,1,2,5\n20,1.5,,3.5\n40,n/a,2.7')!.cells).toEqual([1.5, null, 3.5, null, 2.7, null]));
  test('with a number in its corner could be columns as well, and says so', () =>
    expect(read(`0,1,2,5\n${body}`)!.doubt).toContain('could be'));
});

describe.each([
  ['headings that are words', `T,p,q,r\n${body}`],
  ['one value across', 'T,1\n20,1.5\n40,2.5'],
  ['one row', 'T,1,2,5\n20,1.5,2.5,3.5'],
  ['headings in no order', `T,1,5,2\n${body}`],
  ['headings of two units', `T,1 bar,2 kPa,5 bar\n${body}`],
  ['headings with a word that is no unit', `T,1 run,2 run,5 run\n${body}`],
  ['a row without a number at its begin', `T,1,2,5\n20,1,2,3\nmean,4,5,6`],
  ['a row with more cells than the row across', 'T,1,2,5\n20,1,2,3,4\n40,4,5,6'],
  ['a number down twice', 'T,1,2,5\n20,1,2,3\n20,4,5,6'],
  ['nothing', ''],
])('none is', (what, text) => test(what, () => expect(read(text)).toBeUndefined()));

test('a log with a rising first row is offered with its doubt only', () => {
  const log = Array.from({ length: 50 }, (_, k) => `${k / 10},${k % 7},${k % 3},1`).join('\n');
  expect(read(`t,a,b,c\n${log}`)).toBeUndefined();
  expect(read('0,1,2\n1,5,6\n2,4,9')!.doubt).not.toBe('');
});
test('the source is what the first lines name', () => {
  expect(sourceAbove(rowsOf('"Source: notes, page 3"\nT,1,2'))).toBe('notes, page 3');
  expect(sourceAbove(rowsOf('T,1,2\n1,2,3'))).toBe('');
});
test('any grid of numbers is read as it was written', () =>
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: -999, max: 999 }), { minLength: 2, maxLength: 8 }),
      fc.uniqueArray(fc.integer({ min: 1, max: 999 }), { minLength: 2, maxLength: 8 }),
      fc.double({ noNaN: true, noDefaultInfinity: true }),
      (down, across, seed) => {
        const w = [...across].sort((a, b) => a - b);
        const cells = down.flatMap((x) => w.map((at) => seed + x * at));
        const lines = down.map((x, i) => [x, ...cells.slice(i * w.length, (i + 1) * w.length)].join(','));
        const found = read([['T', ...w.map((at) => `${at} bar`)].join(','), ...lines].join('\n'));
        expect(found).toMatchObject({ down: { values: down }, across: { values: w }, cells });
      },
    ),
  ));
