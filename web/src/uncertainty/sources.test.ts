import { describe, expect, test } from '@jest/globals';
import type { DeclaredUncertainty } from '@undameter/core';
import { sourcesOf, withChange, withSource } from './sources';

const single = { kind: 'absolute' as const, value: 0.5, statedAs: 'limits' as const };

describe('sources of error of a channel', () => {
  test('what stands alone becomes its calibration beside a second one', () => {
    const two = withSource(single);
    expect(sourcesOf(two).map((s) => [s.name, s.of])).toEqual([
      ['calibration', single],
      ['resolution', { kind: 'absolute', value: 0, statedAs: 'limits' }],
    ]);
  });
  test('names that are taken are not offered again', () => {
    let declared: DeclaredUncertainty | null = null;
    for (let i = 0; i < 5; i++) declared = withSource(declared);
    expect(sourcesOf(declared).map((s) => s.name)).toEqual([
      'calibration',
      'resolution',
      'drift',
      'installation',
      'source 5',
    ]);
  });
  test('one is changed by its place, the others stay', () => {
    const changed = withChange(withSource(single), 1, { name: 'rig 3 calibration', isShared: true });
    expect(sourcesOf(changed)[1]).toMatchObject({ name: 'rig 3 calibration', isShared: true });
    expect(sourcesOf(changed)[0]!.of).toEqual(single);
  });
  test('the last calibration stands alone again, and none is none', () => {
    expect(withChange(withSource(single), 1, null)).toEqual(single);
    expect(withChange(single, 0, null)).toBeNull();
  });
  test('a channel can tell one of several', () => {
    const told = { kind: 'channel' as const, symbol: 'u', statedAs: 'standard' as const };
    expect(sourcesOf(withSource(told)).map((s) => s.of.kind)).toEqual(['channel', 'absolute']);
  });
});
