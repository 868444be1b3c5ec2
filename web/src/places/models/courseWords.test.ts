/** What is said of the course of the points: each sentence where it must appear, and where it must not. */
import { describe, expect, test } from '@jest/globals';
import { breakWords, linearWords } from './courseWords';
import { straightText } from './TrustPanel';

const part = { from: 0, to: 6.1, before: null, after: 6.2, points: 62, slope: 2, intercept: 1, p: 0.34 };
const found = { x: 4.02, y: 9.04, xHalf: 0.21, slopeBefore: 2.01, slopeAfter: 0.498, p: 1e-9 };

describe('the linear part', () => {
  test('ends where a line no longer leaves mere scatter, on the side where it does', () => {
    const words = linearWords(part, 'mm');
    expect(words).toBe(
      'Straight from 0 to 6.1 mm (62 points); above it, from 6.2 mm on, a line no longer leaves mere scatter.',
    );
    expect(linearWords({ ...part, before: -0.1, from: 0 }, 'mm')).toContain('below it, from −0.1 mm on, and above it');
  });
  test('is whole only where neither side ends it', () => {
    expect(linearWords({ ...part, after: null }, 'mm')).toBe(
      'Straight over all 62 points: a parabola would gain as much by chance in 34 % of cases.',
    );
    expect(linearWords(part, 'mm')).not.toContain('over all');
  });
  test('is none where none was found', () => {
    expect(linearWords(null, 'mm')).toContain('No stretch is straight');
    expect(linearWords(null, 'mm')).not.toContain('Straight from');
  });
});

test('a break is told with its ± and both slopes, and none is told where none was found', () => {
  expect(breakWords(found, 'mm', 'N')).toBe(
    'Breaks at 4.02 ± 0.21 mm (95 %, by the scatter alone), at 9.04 N: slope 2.01 before, 0.498 after; one line would do as well by chance in less than 1 in 10 000 of cases.',
  );
  expect(breakWords(null, 'mm', 'N')).toMatch(/^No break/);
});

test('a parameter through logarithms has its ± only where it is known', () => {
  expect(straightText({ symbol: 'tau', value: 2.3456, halfWidth: 0.12, unit: 's' })).toBe('2.35 ± 0.12 s');
  expect(straightText({ symbol: 'tau', value: 2.3456, halfWidth: null, unit: 's' })).toBe('2.346 s');
  expect(straightText({ symbol: 'tau', value: null, halfWidth: 0.1, unit: 's' })).toBe('–');
});
