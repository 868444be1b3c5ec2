import { expect, test } from '@jest/globals';
import { coordinateColumns } from './index';

test.each([
  [
    ['x', 'y', 'z'],
    [0, 1, 2],
  ],
  [
    ['node', 'Z-Coordinate', 'X coord', 'y_coordinate', 'p'],
    [2, 3, 1],
  ],
  [
    ['Points:0', 'Points:1', 'Points:2'],
    [0, 1, 2],
  ],
  [
    ['coord x', 'coord y', ' coords_z '],
    [0, 1, 2],
  ],
  [['x', 'y', 'p'], undefined],
  [['x1', 'y1', 'z1'], undefined],
  [['max', 'day', 'zone'], undefined],
])('%j', (names, places) => expect(coordinateColumns(names)).toEqual(places));
