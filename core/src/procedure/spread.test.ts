import { describe, expect, test } from '@jest/globals';
import type { Channel } from '../sample';
import { runProcedure, type RunState, type Step } from './index';

const N = 120;
const column = (symbol: string, unit: string, of: (i: number) => number): [string, Channel] => [
  symbol,
  { symbol, name: symbol, unit, origin: 'logged', values: Float64Array.from({ length: N }, (_, i) => of(i)) },
];
const run: RunState = {
  samples: N,
  channels: new Map([
    column('t', 's', (i) => i / 10),
    column('p', 'kPa', (i) => 200 + (i % 7)),
    column('q', 'kPa', (i) => i % 3),
  ]),
  mask: new Uint16Array(N),
  along: 't',
};
const step = (kind: string, settings: Record<string, unknown>): Step => ({
  id: `${kind} ${String(settings['symbol'])}`,
  kind,
  version: 1,
  settings,
  on: true,
});
const smooth = (channel: string, symbol: string, over: Record<string, unknown> = {}) =>
  step('smooth', { channel, symbol, name: symbol, method: 'movingAverage', window: 5, order: 2, ...over });
const rate = step('differentiate', {
  channel: 'p',
  against: 't',
  method: 'central',
  window: 3,
  order: 2,
  symbol: 'r',
  name: 'r',
});
const derive = (formula: string, symbol: string) => step('derive', { name: symbol, symbol, formula, unit: '' });

const spreadOf = (steps: Step[], symbol: string) => {
  const { final, reports } = runProcedure(run, steps, new Map());
  expect(reports.map((r) => r.error)).toEqual(steps.map(() => undefined));
  return final.channels.get(symbol)!.spread?.();
};

describe('a channel knows how linear steps spread the samples behind it', () => {
  test('smoothed, differentiated, and one after the other', () => {
    const fifth = expect.closeTo(0.2, 12);
    expect([...spreadOf([smooth('p', 's')], 's')!(60)!.weights]).toEqual([fifth, fifth, fifth, fifth, fifth]);
    expect([...spreadOf([rate], 'r')!(60)!.weights]).toEqual([expect.closeTo(5, 9), 0, expect.closeTo(-5, 9)]);
    const twice = spreadOf([smooth('p', 's'), smooth('s', 'ss')], 'ss')!(60)!;
    expect(twice.from).toBe(56);
    expect([...twice.weights]).toEqual([1, 2, 3, 4, 5, 4, 3, 2, 1].map((v) => expect.closeTo(v / 25, 12)));
  });
  test('a formula of that channel alone hands it on, one of two does not', () => {
    expect(spreadOf([smooth('p', 's'), derive('2 * s', 'd')], 'd')!(60)!.weights).toHaveLength(5);
    expect(spreadOf([smooth('p', 's'), derive('s - q', 'd')], 'd')).toBeUndefined();
  });
  test.each([
    ['a logged channel', [], 'p'],
    ['a median', [smooth('p', 's', { method: 'runningMedian' })], 's'],
    [
      'what was re-sampled after it',
      [smooth('p', 's'), step('resample', { step: 0.2, method: 'linear', unit: 's' })],
      's',
    ],
  ])('%s has none', (_, steps, symbol) => expect(spreadOf(steps as Step[], symbol)).toBeUndefined());
});
