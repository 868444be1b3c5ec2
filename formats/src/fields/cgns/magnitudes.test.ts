/** Magnitudes of vectors, by the names that the standard gives components. */
import { expect, test } from '@jest/globals';
import type { FieldArray } from '../FieldFormat';
import { withMagnitudes } from './magnitudes';

const array = (name: string, values: number[], more: Partial<FieldArray> = {}): FieldArray => ({
  ...{ name, at: 'nodes', components: 1, unit: 'm/s', values: Float64Array.from(values) },
  ...more,
});
const vector = ['X', 'Y', 'Z'].map((axis, k) => array(`Velocity${axis}`, [[2, 3, 6][k]!, [-1, 2, 2][k]!, NaN]));

test('stand behind the last component, in its unit; a value that is missing is missing', () => {
  const made = withMagnitudes([array('Pressure', [1, 2, 3], { unit: 'Pa' }), ...vector]);
  expect(made.map((a) => a.name)).toEqual([
    ...['Pressure', 'VelocityX', 'VelocityY', 'VelocityZ', 'VelocityMagnitude'],
  ]);
  expect(made.at(-1)).toMatchObject({ unit: 'm/s', at: 'nodes', components: 1 });
  expect([...made.at(-1)!.values]).toEqual([7, 3, NaN]);
});
test.each([
  ['the file has it itself', [...vector, array('VelocityMagnitude', [7, 3, 1])]],
  ['a component is not there', vector.slice(1)],
  ['a component is known of cells', [vector[0]!, array('VelocityY', [1], { at: 'cells' }), vector[2]!]],
  ['they are in different units', [array('VelocityX', [1, 2, 3], { unit: 'km/h' }), ...vector.slice(1)]],
  ['the name is an axis alone', ['X', 'Y', 'Z'].map((name) => array(name, [1, 2, 3]))],
])('are not made where %s', (_, arrays) => {
  expect(withMagnitudes(arrays)).toEqual(arrays);
});
