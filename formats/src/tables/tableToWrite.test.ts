/** A table as columns on their way out, with its holes and its ±. Made up for each case. */
import { describe, expect, test } from '@jest/globals';
import type { PropertyTable } from '@undameter/core';
import { tableToWrite } from './tableToWrite';

const grid: PropertyTable = {
  ...{ symbol: 'f', name: 'Density', xName: 'T', xUnit: '°C', yUnit: 'kg/m^3', source: 'made up', outside: 'refuse' },
  x: [20, 40],
  y: [1, null, 3, 4],
  second: { name: 'p', unit: 'bar', isScattered: false, w: [5, 6] },
};
const curve: PropertyTable = { ...grid, y: [1, 2], second: null };
const columns = (table: PropertyTable, form: 'grid' | 'long' = 'long') =>
  tableToWrite(table, form).channels.map(({ name, unit, values }) => [name, unit, ...values]);

describe('a table on its way out', () => {
  test('has its second argument across, a hole without a number', () =>
    expect(columns(grid, 'grid')).toEqual([
      ['T', '°C', 20, 40],
      ['Density at p = 5 bar', 'kg/m^3', 1, 3],
      ['Density at p = 6 bar', 'kg/m^3', NaN, 4],
    ]));
  test('or a row for each knot, and none for a hole', () =>
    expect(columns(grid)).toEqual([
      ['T', '°C', 20, 40, 40],
      ['p', 'bar', 5, 5, 6],
      ['Density', 'kg/m^3', 1, 3, 4],
    ]));
  test('with a standard uncertainty beside each value, where one is stated of each', () => {
    const uncertainty = { kind: 'perKnot', statedAs: 'twice', values: [0.2, null, 0.4, 0.6] } as const;
    expect(columns({ ...grid, uncertainty: { ...uncertainty, values: [...uncertainty.values] } }).at(-1)).toEqual([
      ...['u(Density)', 'kg/m^3', 0.1, 0.2, 0.3],
    ]);
    expect(columns({ ...curve, uncertainty: { ...uncertainty, values: [0.2, 0.4] } })).toHaveLength(3);
    expect(columns({ ...curve, uncertainty: { kind: 'absolute', value: 1, statedAs: 'twice' } })).toHaveLength(2);
  });
});
