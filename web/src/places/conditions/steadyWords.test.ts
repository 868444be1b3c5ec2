/** What is said of why a run is steady where it is. */
import { describe, expect, test } from '@jest/globals';
import { asksOther, jumpsInWords, nameOfStrip, percentOf, settlingInWords } from './steadyWords';

const limit = {
  ...{ kind: 'steady' as const, lasting: 10, settling: 5, timeUnit: 's' },
  steady: [
    { symbol: 'n', unit: 'rpm', deviation: 2.5, slope: 0.25 },
    { symbol: 'Q', unit: 'L/min', deviation: null, slope: 0.06 },
  ],
};
test('a strip is called by its channel and by what is limited', () => {
  const strip = (of: 'deviation' | 'slope') => nameOfStrip({ symbol: 'n', of, share: 1, through: [] });
  expect([strip('deviation'), strip('slope')]).toEqual(['n std. dev.', 'n slope']);
});

test.each([
  [0, '0 %'],
  [0.004, '<1 %'],
  [0.503, '50 %'],
  [0.996, '>99 %'],
  [1, '100 %'],
])('a share of %f is %s', (share, said) => expect(percentOf(share)).toBe(said));

describe('jumps', () => {
  const unitOf = () => 'rpm';
  const jump = (at: number) => ({ at, symbol: 'n', before: 1450, after: 2900 });
  test('are told with their place and levels', () =>
    expect(jumpsInWords([jump(60)], unitOf, 's')).toBe(
      'Calm on either side of one change of level, and parted there: at 60 s (n from 1450 to 2900 rpm).',
    ));
  test('of many the first, and how many more', () =>
    expect(jumpsInWords([1, 2, 3, 4, 5, 6, 7, 8].map(jump), unitOf, 's')).toMatch(
      /^Calm .* 8 changes.*, and 2 more\.$/,
    ));
  test('where there is none nothing is said', () => expect(jumpsInWords([], unitOf, 's')).toBe(''));
});

describe('settling', () => {
  const way = (constant: number, symbol = 'Q') => ({ at: 1, symbol, constant });
  test('one, several, and none, which is not the same as at once', () => {
    expect(settlingInWords([way(2.1)], 's')).toBe('One way to a level shows a time constant: 2.1 s (Q).');
    expect(settlingInWords([way(2.1), way(4.2), way(3, 'n')], 's')).toBe(
      '3 ways to levels show time constants of 2.1 to 4.2 s (Q, n).',
    );
    expect(settlingInWords([], 's')).toContain('No way to a level is clear enough');
  });
});

describe('limits from the scatter', () => {
  test('are offered where they differ, in value or unit', () => {
    expect(asksOther(limit, [{ ...limit.steady[0]!, deviation: 27 }, limit.steady[1]!])).toBe(true);
    expect(asksOther(limit, [limit.steady[0]!, { ...limit.steady[1]!, unit: 'm^3/h' }])).toBe(true);
  });
  test('are not where they are those that stand', () => expect(asksOther(limit, limit.steady)).toBe(false));
});
