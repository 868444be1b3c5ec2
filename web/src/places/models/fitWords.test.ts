import { describe, expect, test } from '@jest/globals';
import { fitOf, seriesOf } from '../../../test/replies';
import { newFit, withBounds, withRange } from './draft';
import { countsOf, drawnInWords, isWholeFit, rankedWith, usualCandidates } from './fitWords';
import { boundInWords, rowsOf } from './parameterRows';

const body = { ...newFit('head', 1), x: 'Q', y: 'H' };

describe('models side by side', () => {
  test('hold the one in hand, first where it is not among the usual', () => {
    expect(rankedWith(usualCandidates, { ...body, settings: { degree: 2 } })).toBe(usualCandidates);
    const five = rankedWith(usualCandidates, { ...body, settings: { degree: 5 } });
    expect(five[0]).toEqual({ kind: 'polynomial', settings: { degree: 5 } });
    expect(five).toHaveLength(usualCandidates.length + 1);
  });
  test('leave out one of several x, which is no curve', () =>
    expect(rankedWith(usualCandidates, { ...body, model: 'multilinear', settings: { others: [] } })).toBe(
      usualCandidates,
    ));
});

test.each([
  [{ x: 'Q', y: 'H' }, true],
  [{ x: '', y: 'H' }, false],
  [{ x: 'Q', y: '' }, false],
])('%j can be computed: %s', (axes, is) => expect(isWholeFit(axes)).toBe(is));

describe('what is on the chart', () => {
  const thinned = (every: number, points: number, beyond: number) =>
    seriesOf('a', {
      points,
      drawn: { ...seriesOf('').drawn, every },
      leftOut: { x: [], y: [], beyond },
    });
  test('is counted over all series', () => {
    const fit = fitOf([thinned(1, 40, 0), thinned(9, 2401, 3)]);
    expect(countsOf(fit)).toEqual({ fitted: 2441, every: 9, beyond: 3 });
    expect(countsOf(undefined)).toEqual({ fitted: undefined, every: 1, beyond: 0 });
  });
  test.each([
    [[thinned(1, 40, 0)], '1 series, drag for a range'],
    [[thinned(9, 40, 0), thinned(1, 40, 0)], '2 series, one point of 9 drawn; drag for a range'],
    [[thinned(1, 40, 2), thinned(1, 40, 1)], '2 series, 3 left out lie off the chart; drag for a range'],
  ])('%# is said', (series, words) => expect(drawnInWords(fitOf(series))).toBe(words));
  test('nothing is said of nothing', () => expect(drawnInWords(undefined)).toBe(''));
});

describe('what a hand sets', () => {
  test('a range goes to the named series, the others keep theirs', () => {
    const once = withRange(body, ['a', 'b'], [1, 2]);
    expect(once.choices.ranges).toEqual({ a: [1, 2], b: [1, 2] });
    expect(withRange(once, ['b'], [3, 4]).choices.ranges).toEqual({ a: [1, 2], b: [3, 4] });
    expect(withRange(body, [], [1, 2]).choices).toEqual({});
  });
  test('bounds of a parameter, one of them or both; without either there are none', () => {
    const one = withBounds({}, 'a0', [0, null]);
    expect(one).toEqual({ bounds: { a0: [0, null] } });
    expect(withBounds(one, 'a1', [null, 5])).toEqual({ bounds: { a0: [0, null], a1: [null, 5] } });
    expect(withBounds(one, 'a0', [null, null])).toEqual({});
  });
});

describe('the rows of the parameters', () => {
  test('are those that were found', () => {
    const parameters = [{ symbol: 'a0' }] as never;
    expect(rowsOf(body, seriesOf('a', { parameters }))).toBe(parameters);
  });
  test('where the fit failed are those of the model, as they are treated', () => {
    const choices = { fixed: { a0: 3 }, tied: { a1: '2*a0' }, shared: ['a2'], start: { a2: 7 } };
    const rows = rowsOf({ ...body, choices }, seriesOf('a'));
    expect(rows.map((r) => [r.symbol, r.state, r.value, r.start])).toEqual([
      ['a0', 'fixed', 3, null],
      ['a1', 'tied', null, null],
      ['a2', 'shared', null, 7],
    ]);
    expect(rowsOf(body, seriesOf('a')).map((r) => r.state)).toEqual(['found', 'found', 'found']);
  });
  test('of a formula that is half typed there are none', () =>
    expect(rowsOf({ ...body, model: 'own', settings: { formula: 'a*(' } }, seriesOf('a'))).toEqual([]));
  test.each([
    [5, null, null, ''],
    [5, 0, null, ''],
    [5, 0, 20, 'at 25 % of the way from its lower to its upper bound'],
    [0, 0, 20, 'at its lower bound: its ± says nothing'],
    [20, 0, 20, 'at its upper bound: its ± says nothing'],
    [20, null, 20, 'at its upper bound: its ± says nothing'],
    [1e-12, 0, null, 'at its lower bound: its ± says nothing'],
  ])('%d between %j and %j: %s', (value, lower, upper, words) => expect(boundInWords(value, lower, upper)).toBe(words));
});
