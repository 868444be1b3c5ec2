/** The strip of levels and its words. */
import { describe, expect, test } from '@jest/globals';
import { cutsByKey, furtherCut, movedCut, shareOf, stripOf, valueAt } from './levelStrip';
import { driftInWords, groupsInWords, missedInWords, separationInWords } from './setPointWords';

describe('the strip', () => {
  const strip = stripOf([100, 100.4, 200, 300]);
  test('has room beyond both ends, and each stretch in one of its parts', () => {
    expect([strip.low, strip.high]).toEqual([92, 308]);
    expect(strip.counts.reduce((a, b) => a + b)).toBe(4);
    expect(strip.counts.findIndex((c) => c === 2)).toBe(Math.floor((8 / 216) * strip.counts.length));
    expect(strip.counts.at(-1)).toBe(0);
  });
  test('of one value has an extent too', () => {
    expect(stripOf([50, 50])).toMatchObject({ low: 48, high: 52 });
    expect(stripOf([0])).toMatchObject({ low: -1, high: 1 });
    expect(stripOf([0]).counts.reduce((a, b) => a + b)).toBe(1);
  });
  test('a place is a value with no more digits than can be seen, and back', () => {
    expect(valueAt(strip, 0.51234)).toBe(202.7);
    expect(shareOf(strip, 200)).toBe(0.5);
    expect(valueAt(strip, -1)).toBe(92);
    expect(valueAt(strip, 7)).toBe(308);
  });
});

describe('cuts', () => {
  const strip = stripOf([0, 100]);
  test('are moved and stay in order', () => {
    expect(movedCut([10, 20, 30], 0, 25)).toEqual([20, 25, 30]);
    expect(movedCut([10], 0, 5)).toEqual([5]);
  });
  test.each([
    ['ArrowRight', [50.5, 80]],
    ['ArrowLeft', [49.5, 80]],
    ['PageUp', [55.4, 80]],
    ['PageDown', [44.6, 80]],
    ['Delete', [80]],
    ['Backspace', [80]],
    ['a', undefined],
  ])('by the key %s', (key, expected) => expect(cutsByKey(strip, [50, 80], 0, key)).toEqual(expected));
  test('a further one stands in the widest gap that has none', () => {
    expect(furtherCut([0, 10, 30, 100], [65])).toEqual([20, 65]);
    expect(furtherCut([0, 10], [])).toEqual([5]);
    // One at a mean parts it from what lies below.
    expect(furtherCut([0, 10], [10])).toBeUndefined();
    expect(furtherCut([5, 5, 5], [])).toBeUndefined();
  });
});

describe('in words', () => {
  const parted = { cuts: [1825], by: 'gaps' as const, between: 700, within: 0.0805 };
  test('the rule by which levels part, and how clearly', () => {
    expect(separationInWords(parted, 3, 'rpm')).toBe(
      'Parted where gaps stand out: levels are apart by 700 rpm or more, stretches of one by 0.0805 rpm at most.',
    );
    expect(separationInWords({ ...parted, by: 'hand', within: 0 }, 2, '')).toBe(
      'Parted by hand: levels are apart by 700 or more.',
    );
    expect(separationInWords({ ...parted, by: 'scatter' }, 2, 'rpm')).toContain('no gap stands out');
  });
  test('nothing of a rule where nothing parts', () => {
    expect(separationInWords(null, 0, 'rpm')).toBe('');
    expect(separationInWords({ ...parted, between: null }, 2, 'rpm')).toBe('');
    expect(separationInWords(parted, 1, 'rpm')).toBe('');
  });
  test('the groups that fits can take as one series; nothing where there are none', () => {
    const of = (...groups: string[]) => groupsInWords(groups.map((group) => ({ group })));
    expect(of('1450 rpm', '2900 rpm', '1450 rpm', '')).toBe(
      'In groups, each of which a fit can take as one series: 1450 rpm (2), 2900 rpm (1).',
    );
    expect(of('', '')).toBe('');
  });
  test('what is in no condition, and why', () => {
    expect(missedInWords(0, 'n')).toBe('');
    expect(missedInWords(1, null)).toBe('1 stretch is in none of them: too far from every level.');
    expect(missedInWords(3, 'n')).toBe(
      '3 stretches are in none of them: too far from every level, or nothing shows how they were approached.',
    );
  });
  test('a drift, up and down', () => {
    const value = { drift: 2.9131, driftUncertainty: 0.3102 } as never;
    expect(driftInWords(value, 'rpm')).toBe(
      'rises by 2.91 ± 0.31 rpm (k = 1) from the begin of the stretch to its end',
    );
    expect(driftInWords({ drift: -2.9131, driftUncertainty: 0.3102 } as never, 'rpm')).toMatch(/^falls by 2.91/);
  });
});
