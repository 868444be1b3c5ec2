/** A fit in hand: what its form holds, and what a change of its model, axes, run or a rung's proposal does to it. */
import { describe, expect, test } from '@jest/globals';
import type { FitRow } from '@undameter/contract';
import { seriesOf } from '../../../test/replies';
import {
  bodyOf,
  mended,
  newFit,
  numbersOf,
  onRun,
  sameFit,
  settingsOf,
  tidy,
  withAxes,
  withModel,
  without,
  withState,
} from './draft';
import { heldWords } from './heldWords';
import { curveWith, nudged, rangeWithin } from './nudge';

const body = { ...newFit('head', 7), x: 'Q', y: 'H' };

describe('what a form holds', () => {
  test('a new fit waits for its axes; a saved one brings what belongs to its form', () => {
    expect(newFit('head', 7)).toMatchObject({
      x: '',
      y: '',
      model: 'polynomial',
      settings: { degree: 2 },
      choices: {},
    });
    const row: FitRow = { id: 3, campaignId: 1, results: {}, ...body };
    expect(bodyOf(row)).toEqual(body);
    expect([sameFit(body, bodyOf(row)), sameFit(body, { ...body, weights: 'both' })]).toEqual([true, false]);
  });
  test('choices that are empty are not written', () =>
    expect(
      tidy({ start: {}, fixed: { a: 1 }, shared: [], bounds: {}, loss: 'huber', tied: undefined } as never),
    ).toEqual({ fixed: { a: 1 }, loss: 'huber' }));
  test('a key is taken out of a record, also where there is none', () => {
    expect(without({ a: 1, b: 2 }, 'a')).toEqual({ b: 2 });
    expect(without(undefined, 'a')).toEqual({});
  });
  test('settings that a model begins with, and which of them are numbers of something', () => {
    expect(settingsOf('polynomial')).toMatchObject({ degree: expect.any(Number) });
    expect(numbersOf('polynomial').map(([key]) => key)).toEqual(['degree']);
    expect(numbersOf('exponential')).toEqual([]);
  });
});

describe('what a change leaves', () => {
  const choices = {
    start: { a0: 1 },
    fixed: { a1: 2 },
    shared: ['a2'],
    ranges: { all: [1, 2] as [number, number] },
    loss: 'huber' as const,
  };
  const full = { ...body, choices };
  test('another model: the range and the loss', () =>
    expect(withModel(full, 'exponential', {})).toEqual({
      ...body,
      model: 'exponential',
      settings: {},
      choices: { ranges: choices.ranges, loss: 'huber' },
    }));
  test('another y: what is shared too; another x: not the range, which was counted along the old one', () => {
    expect(withAxes(full, { y: 'P' }).choices).toEqual({ ranges: choices.ranges, loss: 'huber', shared: ['a2'] });
    expect(withAxes(full, { x: 'n' })).toMatchObject({ x: 'n', y: 'H', choices: { loss: 'huber', shared: ['a2'] } });
    expect(withAxes(full, { x: 'n' }).choices).not.toHaveProperty('ranges');
    expect(withAxes(full, { x: 'Q' }).choices).toHaveProperty('ranges');
  });
  const limit = (symbol: string) => ({ kind: 'tolerance' as const, symbol, value: 1, tolerance: 1, unit: '' });
  test('another run: axes and conditions that it can pick with', () => {
    const conditions = [
      { id: 1, runId: null, limits: [limit('Q')] },
      { id: 2, runId: null, limits: [limit('Q'), limit('gone')] },
      { id: 3, runId: null, limits: [{ kind: 'any' as const, any: [limit('Q'), limit('gone')] }] },
      // Of another run.
      { id: 4, runId: 8, limits: [limit('Q')] },
    ];
    const moved = onRun({ ...full, conditionIds: [1, 2, 3, 4] }, 9, [{ symbol: 'Q' }], conditions);
    expect(moved).toMatchObject({ runId: 9, x: 'Q', y: '', conditionIds: [1] });
    expect(onRun(body, 9, [], []).x).toBe('');
  });
});

describe('how a parameter is treated', () => {
  test.each([
    ['fixed', { fixed: { a0: 3 } }],
    ['tied', { tied: { a0: '3' } }],
    ['shared', { shared: ['a0'] }],
    ['found', {}],
  ] as const)('as %s', (state, choices) => {
    expect(withState({}, 'a0', state, 3)).toEqual(choices);
    const before = { fixed: { a0: 1, a1: 5 }, tied: { a0: 'x' }, shared: ['a0', 'a2'] };
    const after = withState(before, 'a0', state, 3);
    expect(after.fixed).toMatchObject({ a1: 5 });
    expect(after.shared).toContain('a2');
  });
  test('sharing it twice names it once', () =>
    expect(withState(withState({}, 'a0', 'shared', 1), 'a0', 'shared', 1)).toEqual({ shared: ['a0'] }));
});

describe('what a rung proposes', () => {
  const title = 'try this';
  test.each([
    [{ weights: 'absolute' as const }, { weights: 'absolute', choices: {} }],
    [{ loss: 'huber' }, { choices: { loss: 'huber' } }],
    [{ range: [1, 2] }, { choices: { ranges: { s: [1, 2] } } }],
    [{ fixed: { a0: 0 } }, { choices: { fixed: { a0: 0 } } }],
    [{ candidate: { kind: 'exponential', settings: { a: 1 } } }, { model: 'exponential', settings: { a: 1 } }],
  ])('%j', (action, change) => expect(mended(body, { title, ...action }, seriesOf('s'))).toMatchObject(change));
  test('a range of one series leaves those of the others, a start value stays unless its own are wanted', () => {
    const chosen = {
      ...body,
      choices: { ranges: { other: [5, 6] as [number, number] }, start: { a0: 1 }, fixed: { a1: 1 } },
    };
    expect(mended(chosen, { title, range: [1, 2] }, seriesOf('s')).choices).toEqual({
      ranges: { other: [5, 6], s: [1, 2] },
      start: { a0: 1 },
      fixed: { a1: 1 },
    });
    expect(mended(chosen, { title, ownStarts: true }, seriesOf('s')).choices).not.toHaveProperty('start');
    expect(mended(chosen, { title, fixed: { a0: 0 } }, seriesOf('s')).choices.fixed).toEqual({ a1: 1, a0: 0 });
  });
});

describe('a nudge', () => {
  const parameter = (symbol: string, value: number, standardError = 0.1) => ({
    symbol,
    value,
    standardError,
    meaning: '',
    unit: '',
    halfWidth: null,
    factor: null,
    systematic: null,
    budget: [],
    start: null,
    state: 'found' as const,
  });
  const x = [0, 1, 2, 3, 4];
  const line = (over: object = {}) =>
    seriesOf('a', {
      parameters: [parameter('a0', 2), parameter('a1', 0)],
      drawn: {
        every: 1,
        x,
        y: [2.1, 1.9, 2.1, 1.9, null],
        residual: [0.1, -0.1, 0.1, -0.1, null],
        xUncertainty: [],
        yUncertainty: [],
      },
      curve: { ...seriesOf('').curve, x: [0, 4] },
      residualStandardDeviation: 0.4,
      ...over,
    });
  test('moves one parameter by a share of its value; one that is zero by the share itself', () => {
    expect(nudged(line(), { symbol: 'a0', share: 0.1 }).y[0]).toBeCloseTo(2.2, 12);
    const { y } = nudged(line(), { symbol: 'a1', share: 0.1 });
    expect([y[0], y.at(-1)]).toEqual([2, expect.closeTo(2.4, 12)]);
  });
  test('tells by how much the misfit of the points that are there grows', () => {
    // Off by 0.1 each before; after it 0.1 lower twice and 0.3 higher twice.
    expect(nudged(line(), { symbol: 'a0', share: 0.1 }).growth).toBeCloseTo(Math.sqrt((2 * 0.01 + 2 * 0.09) / 0.04), 9);
    expect(nudged(line(), { symbol: 'a0', share: 0 }).growth).toBeCloseTo(1, 12);
  });
  test('is drawn over the range of the series, or over one that is set', () => {
    expect(curveWith(line(), Float64Array.of(2, 1)).x.length).toBe(161);
    const { x: at, y } = curveWith(line(), Float64Array.of(2, 1), [10, 20]);
    expect([at[0], at.at(-1), y[0], y.at(-1)]).toEqual([10, 20, 12, 22]);
  });
  test('how far a parameter can be moved within the scatter, both ways', () => {
    const [low, high] = rangeWithin(line(), 'a0')!;
    expect([low, high]).toEqual([expect.closeTo(1.6, 6), expect.closeTo(2.4, 6)]);
    // At the far end x is four: a slope of a tenth moves it by 0.4.
    expect(rangeWithin(line(), 'a1')![1]).toBeCloseTo(0.1, 6);
    expect(rangeWithin(line({ residualStandardDeviation: 0 }), 'a0')).toBeNull();
    expect(rangeWithin(line({ residualStandardDeviation: null }), 'a0')).toBeNull();
  });
});

describe('what the ± holds', () => {
  test.each([
    [{ sources: [], worth: null, points: 50 }, '95 %, random only: no systematic error of x or y is declared'],
    [{ sources: ['p_d'], worth: 45, points: 50 }, '95 %, random and systematic'],
    [
      { sources: ['p_d'], worth: 12.34, points: 50 },
      '95 %, random and systematic; neighbours depend on each other: 50 points count as 12',
    ],
    [
      { sources: [], worth: 0.3, points: 50 },
      '95 %, random only: no systematic error of x or y is declared; neighbours depend on each other: 50 points count as 1',
    ],
  ])('%j', (series, words) => expect(heldWords(series)).toBe(words));
});
