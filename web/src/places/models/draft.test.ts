import { describe, expect, test } from '@jest/globals';
import { newFit, onRun, withAxes } from './draft';

const body = {
  ...newFit('Head', 1),
  x: 'Q',
  y: 'H',
  conditionIds: [1, 2],
  choices: {
    start: { a0: 27 },
    fixed: { a1: 0 },
    bounds: { a2: [-1, 0] as [number, number] },
    ranges: { '2900 rpm': [10, 100] as [number, number] },
    loss: 'huber' as const,
    shared: ['a2'],
  },
};
const limit = (symbol: string) => ({ kind: 'tolerance' as const, symbol, value: 1450, tolerance: 20, unit: 'rpm' });
const conditions = [
  { id: 1, runId: null, limits: [limit('n')] },
  { id: 2, runId: 2, limits: [limit('Q')] },
];
const channels = (...symbols: string[]) => symbols.map((symbol) => ({ symbol }));

describe('another axis', () => {
  test('y: what was said of the parameters goes, the range of x stays', () =>
    expect(withAxes(body, { y: 'eta' })).toMatchObject({
      y: 'eta',
      choices: { ranges: body.choices.ranges, loss: 'huber', shared: ['a2'] },
    }));
  test('y: no start value, fixed one or bound is left', () =>
    expect(Object.keys(withAxes(body, { y: 'eta' }).choices).sort()).toEqual(['loss', 'ranges', 'shared']));
  test('x: its range goes too', () =>
    expect(Object.keys(withAxes(body, { x: 'n' }).choices).sort()).toEqual(['loss', 'shared']));
});

describe('another run', () => {
  test('axes that it has stay, and conditions whose channels it has', () =>
    expect(onRun(body, 2, channels('Q', 'H', 'n'), conditions)).toMatchObject({
      runId: 2,
      x: 'Q',
      y: 'H',
      conditionIds: [1, 2],
    }));
  test('a condition on a speed goes where there is none, an axis that is not there waits', () =>
    expect(onRun(body, 2, channels('Q', 'T_w'), conditions)).toMatchObject({ x: 'Q', y: '', conditionIds: [2] }));
  test('a condition that is gone goes', () => expect(onRun(body, 2, channels('Q', 'H'), []).conditionIds).toEqual([]));
});
