import { expect, test } from '@jest/globals';
import { formatCount, formatValue, formatWithUncertainty } from './index';

const plain = (text: string): string => text.replace(/\u202f/g, ' ');

test.each([
  [12140, '12 140'],
  [9720, '9720'],
  [-679, '−679'],
  [0, '0'],
  [1234567, '1 234 567'],
])('count %d reads %s', (value, text) => expect(plain(formatCount(value))).toBe(text));

test.each([
  [247.3, 5, '247.3'],
  [-0.4, 5, '−0.4'],
  [1234567.8, 5, '1 234 600'],
  [0.00001234, 3, '1.23e−5'],
  [6.02214076e23, 4, '6.022e23'],
  [0.1 + 0.2, 5, '0.3'],
  [99999.9, 3, '100 000'],
  [0, 3, '0'],
  [NaN, 3, '–'],
])('%d to %d digits reads %s', (value, digits, text) => expect(plain(formatValue(value, digits))).toBe(text));

// GUM (JCGM 100:2008), 7.2.6: two digits of the uncertainty, the value to the same place. Its example: 10.057 62 Ω with 27 mΩ reads 10.058 ± 0.027.
test.each([
  [10.05762, 0.027, '10.058', '0.027'],
  [27.6021, 0.0124, '27.602', '0.012'],
  [-0.00145, 0.0000015, '−0.0014500', '0.0000015'],
  [1234.4, 56, '1234', '56'],
  [2.31e-7, 3e-9, '2.310e−7', '0.030e−7'],
  [5, 0.0996, '5.00', '0.10'],
  [0, 0.02, '0.000', '0.020'],
])('%d ± %d reads %s ± %s', (value, u, text, uText) => {
  const said = formatWithUncertainty(value, u);
  expect([plain(said.value), plain(said.uncertainty)]).toEqual([text, uText]);
});

test('without an uncertainty there is none to show', () =>
  expect(formatWithUncertainty(3.14159, NaN)).toEqual({ value: '3.1416', uncertainty: '–' }));
