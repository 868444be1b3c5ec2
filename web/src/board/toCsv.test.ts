import { expect, test } from '@jest/globals';
import { toCsv } from './toCsv';

test('heading with unit, full precision, missing empty, quotes as RFC 4180 wants', () =>
  expect(
    toCsv(
      [
        { title: 'Series', value: (r: { n: string; v: number | null }) => r.n },
        { title: 'Head', unit: 'kg/m^3', value: (r) => r.v },
      ],
      [
        { n: 'a, "b"', v: 0.1 + 0.2 },
        { n: 'line\nbreak', v: null },
        { n: 'c', v: NaN },
      ],
    ),
  ).toBe('Series,Head (kg/m³)\r\n"a, ""b""",0.30000000000000004\r\n"line\nbreak",\r\nc,\r\n'));

test('for the clipboard with tabs, and a tab within a cell in quotes', () =>
  expect(
    toCsv(
      [
        { title: 'a', value: (r: { a: string }) => r.a },
        { title: 'b', value: () => 1.5 },
      ],
      [{ a: 'x\ty' }, { a: '1,2' }],
      '\t',
    ),
  ).toBe('a\tb\r\n"x\ty"\t1.5\r\n"1,2"\t1.5\r\n'));
