/** ± of a table stated knot by knot: what it is between them, beyond them, and what becomes of it. Made up for each case. */
import { describe, expect, test } from '@jest/globals';
import { evaluateFormula } from '../formula';
import type { TableUncertainty } from '../sample';
import { inOrder, lookableTable, type PropertyTable } from './index';

const curve = (over: Partial<PropertyTable> = {}): PropertyTable => ({
  ...{ symbol: 'f', name: 'Value', xName: 'a', xUnit: '', yUnit: '°C', source: 'made for the test', outside: 'hold' },
  x: [1, 2, 4],
  y: [10, 20, 40],
  uncertainty: { kind: 'perKnot', statedAs: 'twice', values: [0.2, 0.4, 1.2] },
  ...over,
});
const grid = (over: Partial<PropertyTable> = {}): PropertyTable =>
  curve({
    y: [1, 2, 3, 4, 5, null],
    second: { name: 'b', unit: '', isScattered: false, w: [0, 10] },
    uncertainty: { kind: 'perKnot', statedAs: 'standard', values: [1, 2, 3, 4, 5, null] },
    ...over,
  });
const standard = (table: PropertyTable, ...at: number[][]): number[] => {
  const lookable = lookableTable(table);
  const columns = at.map((column) => Float64Array.from(column));
  return [...lookable.standardAt!(lookable.at(columns).values, columns)];
};
const perKnot = (values: (number | null)[]): TableUncertainty => ({ kind: 'perKnot', statedAs: 'limits', values });

describe('the ± between knots', () => {
  test('runs straight, and beyond the ends is that of the end', () => {
    expect(standard(curve(), [1, 1.5, 2, 3, 4, 9])).toEqual([0.1, expect.closeTo(0.15, 12), 0.2, 0.4, 0.6, 0.6]);
    expect(standard(curve({ outside: 'refuse' }), [9])).toEqual([NaN]);
  });
  test('is half of what is stated as twice, a part of limits, and nothing of another table', () => {
    const [limits] = standard(curve({ uncertainty: perKnot([3, 3, 3]) }), [1]);
    // GUM 4.3.7: limits of ±a are a standard uncertainty of a over the root of 3.
    expect(limits).toBeCloseTo(3 / Math.sqrt(3), 12);
    expect(lookableTable(curve({ uncertainty: null })).standardAt).toBeUndefined();
  });
  test('is straight whatever the curve does: a logarithm of the value bends it not', () => {
    const table = curve({ yUnit: 'Pa', yScale: 'log', method: 'monotone' });
    expect(standard(table, [1.5])[0]).toBeCloseTo(0.15, 12);
    // On the axis of the argument as the values are: half-way by the logarithm of 1 and 4 is 2.
    const byLog = curve({ xScale: 'log', x: [1, 4], y: [1, 2], uncertainty: perKnot([0, Math.sqrt(3)]) });
    expect(standard(byLog, [2])[0]).toBeCloseTo(0.5, 12);
  });
  test('goes along both arguments of a grid and of points, and is missing beside a hole', () => {
    expect(standard(grid(), [1.5, 1, 2], [5, 5, 10])).toEqual([2.5, 1.5, 4]);
    expect(standard(grid(), [3], [5])).toEqual([NaN]);
    const points = grid({
      ...{ x: [0, 1, 0, 1], y: [1, 2, 3, 4] },
      second: { name: 'b', unit: '', isScattered: true, between: 'thinPlate', w: [0, 0, 1, 1] },
      uncertainty: { kind: 'perKnot', statedAs: 'standard', values: [1, 2, 1, 2] },
    });
    expect(standard(points, [0.5], [0.25])[0]).toBeCloseTo(1.5, 12);
  });
  test('reaches a formula as one error of the whole table', () => {
    const input = { channels: new Map(), samples: 1, tables: new Map([['f', curve()]]) };
    const errorOf = (text: string) => evaluateFormula(text, 'K', input).errors().get('table f')![0];
    expect(errorOf('f(3)')).toBeCloseTo(0.4, 12);
    // Both are off the same way: what they share goes out of a difference.
    expect(errorOf('f(4) - f(3)')).toBeCloseTo(0.6 - 0.4, 12);
  });
});

describe('the ± of knots', () => {
  test('goes with its knot when they are brought in order', () => {
    const turned = inOrder(curve({ x: [4, 1, 2], y: [40, 10, 20], uncertainty: perKnot([1.2, 0.2, 0.4]) }));
    expect(turned).toMatchObject({ y: [10, 20, 40], uncertainty: { values: [0.2, 0.4, 1.2] } });
    const over = grid({ x: [4, 2, 1], y: [5, null, 3, 4, 1, 2], uncertainty: perKnot([5, null, 3, 4, 1, 2]) });
    expect(inOrder(over)).toMatchObject({ y: grid().y, uncertainty: { values: [1, 2, 3, 4, 5, null] } });
  });
  test('has to be there for each value, and needs none at a hole', () => {
    expect(() => inOrder(curve({ uncertainty: perKnot([1, null, 1]) }))).toThrow('beside the value 20.');
    expect(() => inOrder(curve({ uncertainty: perKnot([1, 1, 1, 1]) }))).toThrow('4 uncertainties for 3 values');
    expect(() => inOrder(grid())).not.toThrow();
  });
});
