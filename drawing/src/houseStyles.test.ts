import { describe, expect, test } from '@jest/globals';
import { leastDifference } from '../test/colourVision';
import { houseStyles } from './index';

describe('the colours of series', () => {
  const [report] = houseStyles;
  const { colours } = report!.look;
  test('stay apart for every eye', () => {
    // CIE 1976: a difference of 2.3 is just seen side by side; ten is seen at a glance, from symbol to symbol.
    for (const sight of ['usual', 'protanopia', 'deuteranopia', 'tritanopia'] as const)
      expect([sight, leastDifference(colours, sight) > 10]).toEqual([sight, true]);
  });
  test('a set that does not stay apart is told', () =>
    expect(leastDifference(['#1c9a66', '#a2700e', '#c04040', '#2f8f2f'], 'deuteranopia')).toBeLessThan(10));
});
