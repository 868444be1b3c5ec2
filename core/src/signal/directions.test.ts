/** Directions of a quantity with a dead band; expected by hand, and by a slow second way. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { directionsOf } from './directions';

const of = (values: number[], deadBand: number) => [...directionsOf(Float64Array.from(values), deadBand)];

test('turns where it has gone back by more than the dead band', () => {
  expect(of([0, 1, 2, 5, 4.5, 3, 2, 2.5, 9], 1)).toEqual([0, 0, 1, 1, 1, -1, -1, -1, 1]);
  expect(of([3, 2, 1], 0)).toEqual([0, -1, -1]);
  expect(of([1, 1, 1], 0)).toEqual([0, 0, 0]);
});
test('noise within the dead band turns nothing, and what is missing changes nothing', () => {
  expect(of([0, 10, 10.4, 9.7, NaN, 10.2], 1)).toEqual([0, 1, 1, 1, 1, 1]);
  expect(of([NaN, 0, NaN, -2], 1)).toEqual([0, 0, 0, -1]);
});
test('a creep of many small moves is a move', () => {
  expect(of([0, 0.4, 0.8, 1.2, 1.6], 1)).toEqual([0, 0, 0, 1, 1]);
});
test('agrees with the slow way: which of two excursions beyond the dead band came last', () =>
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 20 }), { maxLength: 60 }),
      fc.integer({ min: 0, max: 6 }),
      (v, band) => {
        let [now, since] = [0, 0];
        const slow = v.map((value, i) => {
          const reached = v.slice(since, i + 1);
          const [low, high] = [Math.min(...reached), Math.max(...reached)];
          const turned = now !== 1 && value - low > band ? 1 : now !== -1 && high - value > band ? -1 : now;
          if (turned !== now) [now, since] = [turned, i];
          return now;
        });
        expect(of(v, band)).toEqual(slow);
      },
    ),
  ));
