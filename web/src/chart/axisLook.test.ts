import { describe, expect, test } from '@jest/globals';
import { axisOf, labelsOf } from './axisLook';
import { extent } from './extent';
import { panned, zoomed } from './window';

describe('an axis as it is wanted', () => {
  test.each([
    ['nothing said, no range', {}, undefined, { type: 'value', inverse: false }],
    ['nothing said', {}, [1, 9], { type: 'value', inverse: false, min: 1, max: 9 }],
    ['a low end', { low: 0 }, [1, 9], { type: 'value', inverse: false, min: 0, max: 9 }],
    ['a high end', { high: 20 }, [1, 9], { type: 'value', inverse: false, min: 1, max: 20 }],
    ['a low end above what the chart chose', { low: 20 }, [1, 9], { type: 'value', inverse: false, min: 20 }],
    ['a high end below what the chart chose', { high: -2 }, [1, 9], { type: 'value', inverse: false, max: -2 }],
    ['ends the wrong way round', { low: 5, high: 5 }, [1, 9], { type: 'value', inverse: false, min: 1, max: 9 }],
    ['an end taken back', { low: null }, [1, 9], { type: 'value', inverse: false, min: 1, max: 9 }],
    [
      'reversed with a distance of ticks',
      { reversed: true, step: 2 },
      undefined,
      { type: 'value', inverse: true, interval: 2 },
    ],
    ['logarithmic', { log: true }, [0.1, 9], { type: 'log', inverse: false, min: 0.1, max: 9 }],
    [
      'logarithmic over zero: that end is left to the chart',
      { log: true },
      [0, 9],
      { type: 'log', inverse: false, max: 9 },
    ],
    ['logarithmic below zero', { log: true, low: -1, high: -0.5 }, [1, 9], { type: 'log', inverse: false }],
  ] as const)('%s', (_, look, range, axis) => expect(axisOf(look, range)).toEqual(axis));

  test.each([
    [{}, 1234.5678, '1234.568', undefined],
    [{ digits: 2 }, 1234.5678, '1200', undefined],
    [{ digits: null, turned: true }, 0.5, '0.5', 90],
  ])('labels with %j: %d reads %s', (look, value, text, rotate) => {
    const labels = labelsOf(look);
    expect((labels['formatter'] as (v: number) => string)(value)).toBe(text);
    expect(labels['rotate']).toBe(rotate);
  });
});

test.each([
  [
    [3, null, -2, 7],
    [-2, 7],
  ],
  [
    [null, null],
    [Infinity, -Infinity],
  ],
  [[], [Infinity, -Infinity]],
  [[5], [5, 5]],
])('the extent of %j is %j', (values, range) => expect(extent(values)).toEqual(range));

describe('a window on the run', () => {
  test.each([
    ['in, around its middle', [0, 100], 50, 0.5, [25, 75]],
    ['in, around a place near its end', [0, 100], 90, 0.5, [45, 95]],
    ['out at the left end', [0, 20], 10, 2, [0, 30]],
    ['out at the right end', [80, 100], 90, 2, [70, 100]],
    ['out to the whole', [10, 90], 50, 2, null],
  ] as const)('zooms %s', (_, now, at, factor, to) => expect(zoomed(now, [0, 100], at, factor)).toEqual(to));

  test.each([
    [[20, 40], 0.5, [30, 50]],
    [[20, 40], -0.25, [15, 35]],
    [[20, 40], -9, [0, 20]],
    [[20, 40], 9, [80, 100]],
  ] as const)('%j panned by %d of its width is %j', (now, share, to) =>
    expect(panned(now, [0, 100], share)).toEqual(to),
  );
});
