/** Places of a curve that are marked: which are found, which lie on the chart, and which a figure keeps. */
import { describe, expect, test } from '@jest/globals';
import { marksOf } from '@undameter/contract';
import { readingOf, readingsOf, seriesOf } from '../../../test/replies';
import { draggedPlace, reachTo, roundedTo, shownMarks, wantedMarks } from './readingMarks';

const series = seriesOf('a', { conditionId: 3, curve: { ...seriesOf('').curve, x: [0, 100] } });
const part = { from: 10, to: 60, before: null, after: 61, points: 40, slope: 2, intercept: 5, p: 0.4 };
const broken = { x: 40, y: 85, xHalf: 1.5, slopeBefore: 2, slopeAfter: 1, p: 1e-6 };
const found = readingsOf({
  zeros: [readingOf(140, 0, { outside: 0.4 })],
  optima: [readingOf(30, 12, { what: 'highest' })],
  linearPart: part,
  breakPoint: broken,
});

describe('what is marked', () => {
  test('of a zero is x with its ±, of an optimum x and y', () => {
    expect(marksOf(found, 'zero')).toEqual([{ label: 'zero', x: 140, y: 0, xHalf: 0.2, yHalf: null, outside: 0.4 }]);
    expect(marksOf(found, 'optimum')).toMatchObject([{ label: 'highest', xHalf: 0.2, yHalf: 0.1 }]);
  });
  test('of the linear part is the end at which points go on, on its line', () => {
    expect(marksOf(found, 'linearPart')).toMatchObject([{ x: 60, y: 125, xHalf: null }]);
    expect(marksOf(readingsOf({ linearPart: { ...part, before: 9 } }), 'linearPart').map((m) => [m.x, m.y])).toEqual([
      [10, 25],
      [60, 125],
    ]);
    // Straight to both ends of the points, it has no end of its own.
    expect(marksOf(readingsOf({ linearPart: { ...part, after: null } }), 'linearPart')).toEqual([]);
    expect(marksOf(readingsOf(), 'linearPart')).toEqual([]);
  });
  test('of a break is its place with its ±, and without one nothing', () => {
    expect(marksOf(found, 'break')).toMatchObject([{ x: 40, y: 85, xHalf: 1.5 }]);
    expect(marksOf(readingsOf(), 'break')).toEqual([]);
  });
});

describe('on the chart', () => {
  test('stands what the curve reaches', () => {
    expect(shownMarks(found, series, '').map((m) => m.label)).toEqual(['highest', 'break', 'end of the linear part']);
    const far = { ...series, curve: { ...series.curve, x: [0, 150] } };
    expect(shownMarks(found, far, '').map((m) => m.label)).toContain('zero');
    expect(shownMarks(undefined, series, '')).toEqual([]);
  });
  test('a place set by hand is called what it was moved from, and kept with its x', () => {
    const byHand = readingsOf({ at: [readingOf(55, 7)] });
    expect(shownMarks(byHand, series, 'break')).toMatchObject([{ label: 'break, set by hand', x: 55, xHalf: null }]);
    expect(shownMarks(byHand, series, '')).toMatchObject([{ label: 'set by hand', x: 55, y: 7, yHalf: 0.1 }]);
    expect(wantedMarks(byHand, series, undefined, 'break')).toEqual([
      { series: 'condition 3', what: 'byHand', at: 55, words: 'break' },
    ]);
    // What was found, and not moved, is not called so.
    expect(shownMarks(found, series, 'break').filter((m) => m.label.includes('by hand'))).toEqual([]);
  });
  test('a figure keeps the same places, by series and kind', () => {
    expect(wantedMarks(found, series, undefined, '')).toEqual([
      { series: 'condition 3', what: 'optimum' },
      { series: 'condition 3', what: 'break' },
      { series: 'condition 3', what: 'linearPart' },
    ]);
    const met = readingsOf({ crossings: [readingOf(50, 4)] });
    expect(wantedMarks(met, series, seriesOf('b', { from: 2 }), '')).toEqual([
      { series: 'condition 3', what: 'crossing', other: 'all from 2' },
    ]);
    expect(wantedMarks(met, series, undefined, '')).toEqual([]);
    expect(wantedMarks(undefined, series, undefined, '')).toEqual([]);
  });
  test.each([
    [140, [0, 147]],
    [-50, [-57.5, 100]],
  ] as const)('the curve is drawn to %d with a little air', (x, reach) => expect(reachTo(x, series)).toEqual(reach));
});

describe('a place that is dragged', () => {
  const atHand = { label: 'break, set by hand', x: 40, y: 85, xHalf: null, yHalf: 1, outside: 0 };

  test('is the one set by hand, and tells its new x by steps that a hand can mean', () => {
    const told: number[] = [];
    const { handles, onHandle } = draggedPlace(
      [{ ...atHand, label: 'zero', x: 3 }, atHand],
      { series: [series] },
      (x) => told.push(x),
    );
    expect(handles).toEqual([atHand]);
    onHandle?.(0, { x: 41.23456, y: -7 });
    expect(told).toEqual([41.2]);
  });
  test('is none where all places were found', () => {
    expect(draggedPlace([{ ...atHand, label: 'zero' }], { series: [series] }, () => undefined)).toEqual({});
  });
  test.each([
    [41.23456, 100, 41.2],
    [0.0012345, 0.02, 0.00123],
    [12345.6, 90_000, 12350],
    [7.5, 0, 7.5],
  ])('%d on a chart of width %d is %d', (x, width, meant) => expect(roundedTo(x, width)).toBe(meant));
});
