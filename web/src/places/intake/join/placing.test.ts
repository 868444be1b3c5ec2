import { describe, expect, test } from '@jest/globals';
import type { RunReply } from '@undameter/contract';
import { traceOf, tracesOf } from '../../../../test/replies';
import { channelOrSymbol, factorOf, inUnitOf, placed, roundedOffset, stepOfKey } from './placing';

test.each([
  ['min', 's', 60],
  ['s', 'h', 1 / 3600],
  ['s', 's', 1],
  ['s', 'kPa', 1],
  ['wat', 's', 1],
])('times in %s are %d times as many in %s', (from, to, factor) => expect(factorOf(from, to)).toBeCloseTo(factor, 12));

test('traces come with their times in another unit; what is missing stays missing', () => {
  const { traces } = inUnitOf(
    tracesOf([traceOf('p', [1, 2], [5, null]), { ...traceOf('q', [], []), x: [null, 3] }]),
    60,
  );
  expect(traces.map((t) => [t.x, t.y])).toEqual([
    [
      [60, 120],
      [5, null],
    ],
    [[null, 180], []],
  ]);
});

test('a channel is the declared one, else its symbol; without a symbol there is none', () => {
  const run = { declared: [{ symbol: 'p', name: 'Pressure', unit: 'kPa' }] } as unknown as RunReply;
  expect(channelOrSymbol(run, 'p')).toMatchObject({ name: 'Pressure', unit: 'kPa' });
  expect(channelOrSymbol(run, 'H')).toEqual({ name: 'H', symbol: 'H', unit: '' });
  expect(channelOrSymbol(run, '')).toBeUndefined();
});

describe('where the second log stands', () => {
  const rows = (times: 'follow' | 'asStated', offset = 0) => ({ mode: 'rows' as const, times, offset });
  const channels = { mode: 'channels' as const, times: 'follow' as const, offset: 5 };
  test.each([
    ['rows follow the last sample', rows('follow'), [0, 100], [10, 40], 1, 90, [0, 130]],
    ['rows as their times are stated', rows('asStated', 3), [0, 100], [10, 40], 1, 3, [0, 100]],
    ['channels at their offset', channels, [0, 100], [0, 200], 1, 5, [0, 205]],
    ['channels that begin before', { ...channels, offset: -50 }, [0, 100], [0, 20], 1, -50, [-50, 100]],
    ['times in another unit', rows('follow'), [0, 100], [1, 2], 60, 40, [0, 160]],
  ] as const)('%s', (_, state, own, its, factor, shift, all) =>
    expect(placed(state, own, its, factor)).toEqual({ shift, all }),
  );
  test('before either is known it is somewhere', () =>
    expect(placed(channels, undefined, undefined)).toEqual({ shift: 5, all: [0, 5] }));
});

test.each([
  [1.23456, [0, 100], 1.23],
  [1.23456, [0, 10], 1.235],
  [1234.56, [0, 100_000], 1230],
  [0.5, [3, 3], 0.5],
] as const)('an offset of %d over %j is %d', (offset, range, rounded) =>
  expect(roundedOffset(offset, range)).toBe(rounded),
);

test.each([
  ['ArrowRight', false, 0.2],
  ['ArrowLeft', false, -0.2],
  ['ArrowRight', true, 2],
  ['Enter', false, 0],
] as const)('%s (Shift: %s) moves by %d', (key, shift, by) =>
  expect(stepOfKey(key, shift, [0, 100])).toBeCloseTo(by, 12),
);
