import { describe, expect, test } from '@jest/globals';
import { proposedAnew, stepKindOf, waitsForInput } from './index';

const state = {
  along: 't',
  channels: [
    { symbol: 't', name: 'Time', unit: 's', lowest: 0, highest: 1200 },
    { symbol: 'n', name: 'Shaft speed', unit: 'rpm', lowest: 1400, highest: 2950 },
    { symbol: 'Q', name: 'Flow', unit: 'L/min', lowest: 2, highest: 118 },
    { symbol: 'phi', name: 'Angle', unit: '°', lowest: 0, highest: 360 },
  ],
};
const begun = (kind: string, inHand = 'n') => stepKindOf(kind).start({ ...state, inHand }) as Record<string, unknown>;
const moved = (kind: string, channel: string, typed: object = {}) =>
  proposedAnew(stepKindOf(kind), { ...begun(kind), ...typed }, channel, state);

describe('what was proposed from a channel goes with it', () => {
  test('limits and their unit', () =>
    expect(moved('setAsideLimits', 'Q')).toMatchObject({ channel: 'Q', low: 2, high: 118, unit: 'L/min' }));
  test('symbol and name of a smoothed channel', () =>
    expect(moved('smooth', 'phi')).toMatchObject({ channel: 'phi', symbol: 'phi_s', name: 'Angle, smoothed' }));
  test('the range of a trim, which begins with time', () =>
    expect(proposedAnew(stepKindOf('trim'), begun('trim'), 'n', state)).toMatchObject({
      channel: 'n',
      from: 1400,
      to: 2950,
      unit: 'rpm',
    }));
  test('unit and name of a rate of rotation', () => {
    expect(begun('differentiate')).toMatchObject({ unit: 'rad/s^2', name: 'Angular acceleration' });
    expect(moved('differentiate', 'Q')).toMatchObject({ unit: '', name: 'Rate of flow', symbol: 'dQ_dt' });
  });
  test('a window that was taken as proposed, and not one that was changed after it', () => {
    const taken = { window: 51, proposed: { window: 51 } };
    expect(moved('smooth', 'Q', taken)).toEqual(moved('smooth', 'Q'));
    expect(moved('smooth', 'Q', { ...taken, window: 33 })).toMatchObject({ window: 33 });
    expect(moved('smooth', 'Q', { ...taken, window: 33 })).not.toHaveProperty('proposed');
  });
  test('and back again to what it was', () => {
    for (const kind of ['setAsideLimits', 'smooth', 'differentiate', 'filter', 'integrate', 'normalise'])
      expect(proposedAnew(stepKindOf(kind), moved(kind, 'Q'), 'n', state)).toEqual(begun(kind));
  });
});

describe('what a person typed stays', () => {
  test.each([
    ['setAsideLimits', { low: 1500 }],
    ['smooth', { symbol: 'calm', window: 31 }],
    ['smooth', { name: 'Calm speed' }],
  ])('%s: %j', (kind, typed) => expect(moved(kind, 'Q', typed)).toMatchObject(typed));
});

test('a step waits where nothing was typed yet, and no longer', () => {
  expect(waitsForInput(stepKindOf('derive'), begun('derive'))).toBe(true);
  expect(waitsForInput(stepKindOf('derive'), { ...begun('derive'), formula: 'n * 2' })).toBe(false);
  expect(waitsForInput(stepKindOf('lookUp'), begun('lookUp'))).toBe(true);
  expect(waitsForInput(stepKindOf('smooth'), begun('smooth'))).toBe(false);
});
