import { expect, test } from '@jest/globals';
import type { Channel } from '../sample';
import type { PropertyTable } from '../property';
import { evaluateFormula } from './index';

const channel = (symbol: string, unit: string, ...values: number[]): [string, Channel] => [
  symbol,
  { symbol, name: symbol, unit, origin: 'logged', values: Float64Array.from(values) },
];
const channels = new Map([
  channel('p_d', 'kPa', 300, 400),
  channel('p_s', 'kPa', 100, 100),
  channel('Q', 'L/min', 60, 0),
  channel('T_w', '°C', 20, 150),
]);
const density: PropertyTable = {
  symbol: 'rho_w', name: 'Water density', xName: 'Temperature', xUnit: '°C', yUnit: 'kg/m³', source: 'test', outside: 'refuse', x: [0, 20, 100], y: [999.84, 998.2, 958.35],
}; // prettier-ignore
const evaluate = (formula: string, unit = '') =>
  evaluateFormula(formula, unit, { channels, tables: new Map([['rho_w', density]]), samples: 2 });

test('head from pressures and a table has the unit of a length, and is missing outside the table', () => {
  const { values, unit, doubts } = evaluate('(p_d - p_s) / (rho_w(T_w) * g_n)');
  expect(unit.text).toBe('m');
  expect(values[0]).toBeCloseTo(200000 / (998.2 * 9.80665), 10);
  expect(values[1]).toBeNaN();
  expect(doubts.outsideTable).toEqual({ rho_w: 1 });
});

test('a division by zero is missing and counted', () => {
  const { values, doubts } = evaluate('p_d / Q');
  expect(values[1]).toBeNaN();
  expect(doubts.divisionsByZero).toBe(1);
});

test('-x^2 is -(x^2), and powers bind to the right', () => {
  expect(evaluate('-2^2').values[0]).toBe(-4);
  expect(evaluate('2^3^2').values[0]).toBe(512);
});

test.each([
  ['p_d + T_w', 'UNIT_CLASH'],
  ['p_x * 2', 'SYMBOL_UNKNOWN'],
  ['(p_d', 'FORMULA_SYNTAX'],
  ['ln(p_d)', 'ARGUMENT_UNIT'],
  ['T_w + T_w', 'TEMPERATURE_SUM'],
  ['2^Q', 'EXPONENT_NOT_PLAIN'],
  ['sqrt(p_d, p_s)', 'FUNCTION_ARGUMENTS'],
  ['rho_w(p_d)', 'ARGUMENT_UNIT'],
])('%s is refused as %s', (formula, code) =>
  expect(() => evaluate(formula)).toThrow(expect.objectContaining({ code }) as never),
);
