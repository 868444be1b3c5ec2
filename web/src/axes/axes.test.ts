import { describe, expect, test } from '@jest/globals';
import { line } from '../chart/marks';
import { stackOption } from '../chart/panes';
import { palettes } from '../theme/palette';
import { axesIn, withLooks } from './axesOfOption';
import { looksOf, problemOfLook, withLog, withLook } from './looks';

const palette = palettes.light;
const size = { width: 800, height: 400 };
const curve = (y: number[]) => line({ x: y.map((_, i) => i), y }, { name: 'c', colour: '#000' });
const stack = () =>
  stackOption({
    size,
    palette,
    panes: [
      { title: 'Head H (m) · 3 set aside beyond the axis', weight: 2, marks: [curve([4, 3, 1])], yRange: [0, 5] },
      { title: 'Residual (m): ○ first', weight: 1, marks: [curve([-0.1, 0, 0.1])] },
      { title: 'Equal (m)', weight: 1, marks: [], ownX: { title: 'Reference (m)' } },
    ],
    x: { title: 'Flow Q (L/min)', range: [0, 2] },
  });
type Axis = { type: string; min?: number; max?: number; inverse: boolean; interval?: number; axisLabel: object };
const axis = (looks: Parameters<typeof withLooks>[1], which: 'xAxis' | 'yAxis', i: number): Axis =>
  (withLooks(stack(), looks)[which] as Axis[])[i]!;

describe('the axes of a chart', () => {
  test('are named by quantity and unit, each once, whatever else the title says', () =>
    expect(axesIn(stack()).map((a) => a.name)).toEqual([
      'x Flow Q (L/min)',
      'x Reference (m)',
      'y Head H (m)',
      'y Residual (m)',
      'y Equal (m)',
    ]));
  test('tell how much of their data a logarithmic axis would hide', () =>
    expect(axesIn(stack()).map((a) => a.notAboveZero)).toEqual([2, 0, 0, 2, 0]));
  test('nothing drawn has no axes', () => expect(axesIn({})).toEqual([]));
  test('without a wish the chart is as it was', () => {
    const option = stack();
    expect(withLooks(option, {})).toBe(option);
  });
  test('a wish holds for its own axis only, and leaves what it does not name', () => {
    const looks = { 'y Head H (m)': { high: 12, step: 3 } };
    expect(axis(looks, 'yAxis', 0)).toMatchObject({ min: 0, max: 12, interval: 3, type: 'value' });
    const option = stack();
    const dressed = withLooks(option, looks);
    expect((dressed['yAxis'] as Axis[])[1]).toBe((option['yAxis'] as Axis[])[1]);
    expect(dressed['xAxis']).toEqual(option['xAxis']);
  });
  test('panes that share an x axis share its wish; one with its own does not', () => {
    const looks = { 'x Flow Q (L/min)': { low: -1, reversed: true } };
    expect([0, 1].map((i) => axis(looks, 'xAxis', i))).toMatchObject([
      { min: -1, max: 2, inverse: true },
      { min: -1, max: 2, inverse: true },
    ]);
    expect(axis(looks, 'xAxis', 2).inverse).toBe(false);
  });
  test('a logarithmic axis drops an end at zero and the room above the data', () => {
    const dressed = axis({ 'y Head H (m)': { log: true } }, 'yAxis', 0);
    expect(dressed).toMatchObject({ type: 'log', max: 5 });
    expect(dressed).not.toHaveProperty('min');
    expect(axis({ 'y Residual (m)': { log: true } }, 'yAxis', 1)).not.toHaveProperty('boundaryGap');
  });
  test('labels are written anew only where digits or direction are wanted', () => {
    expect(axis({ 'y Head H (m)': { turned: true } }, 'yAxis', 0).axisLabel).toMatchObject({ rotate: 90 });
    const option = stack();
    const [dressed] = withLooks(option, { 'y Head H (m)': { high: 9 } })['yAxis'] as Axis[];
    expect(dressed!.axisLabel).toEqual((option['yAxis'] as Axis[])[0]!.axisLabel);
  });
});

describe('wishes', () => {
  test('one axis changes, the others stay; one that says nothing is not kept', () => {
    const kept = withLook([{ axis: 'a', look: { low: 1 } }], 'b', { log: true });
    expect(looksOf(kept)).toEqual({ a: { low: 1 }, b: { log: true } });
    expect(withLook(kept, 'a', { low: null, reversed: false })).toEqual([{ axis: 'b', look: { log: true } }]);
    // A spectrum is logarithmic by itself: linear is a wish.
    expect(withLook([], 'a', { log: false })).toEqual([{ axis: 'a', look: { log: false } }]);
  });
  test.each([
    [true, false, { low: 1, log: true }],
    [false, false, { low: 1 }],
    [true, true, { low: 1 }],
    [false, true, { low: 1, log: false }],
  ])('logarithmic %s where the chart chooses %s', (log, isLog, look) =>
    expect(withLog({ low: 1, log: !log }, log, isLog)).toEqual(look),
  );
  test('an axis that the chart makes logarithmic is listed so, and can be made linear', () => {
    const spectrum = stackOption({
      ...{ size, palette, panes: [{ title: 'Power (W)', weight: 1, marks: [curve([1, 10])], look: { log: true } }] },
      x: { title: 'Frequency (Hz)' },
    });
    expect(axesIn(spectrum).map((a) => a.isLog)).toEqual([false, true]);
    const dressed = withLooks(spectrum, { 'y Power (W)': { log: false } })['yAxis'] as Axis[];
    expect(dressed[0]!.type).toBe('value');
  });
  test.each([
    [{}, undefined],
    [{ low: 1, high: 2, step: 0.1 }, undefined],
    [{ low: -5 }, undefined],
    [{ log: true, low: 0.1 }, undefined],
    [{ low: 2, high: 2 }, 'The lower end is not below the upper end'],
    [{ log: true, low: 0 }, 'begins above zero'],
    [{ log: true, high: -1 }, 'begins above zero'],
    [{ step: 0 }, 'distance of ticks is above zero'],
    [{ log: true, step: 5 }, 'ticks at powers of ten'],
  ])('%j: %s', (look, sentence) => {
    const problem = problemOfLook(look);
    if (sentence === undefined) expect(problem).toBeUndefined();
    else expect(problem).toContain(sentence);
  });
});
