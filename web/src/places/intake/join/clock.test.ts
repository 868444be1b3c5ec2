import { describe, expect, test } from '@jest/globals';
import { clockInWords, largestError, ratePpmOf } from './clockWords';
import { placed, stretchOf } from './placing';

const clock = (rate: number, rateHalf: number | null, residuals = [0.01, -0.03, 0.02]) => ({
  offset: 12,
  rate,
  rateHalf,
  matches: residuals.map((residual, k) => ({ at: 10 * k, residual, correlation: 0.99 })),
});

describe('how two clocks run against each other, in words', () => {
  test('a rate that is sure is told with its ± and what it leaves', () => {
    expect(clockInWords(clock(52.3e-6, 4.1e-6), 's')).toBe(
      'The second clock is slow by 52.3 ± 4.1 ppm (95 %) by 3 matches; the largest time error left is 0.03 s.',
    );
    expect(clockInWords(clock(-52.3e-6, 4.1e-6), 'min')).toMatch(/^The second clock is fast by 52\.3 ± 4\.1 ppm/);
  });
  test('one that is not is no rate: they run alike within its ±', () => {
    const words = clockInWords(clock(3e-6, 4.1e-6), 's');
    expect(words).toMatch(/^Both clocks run alike within ± 4\.1 ppm \(95 %\) by 3 matches/);
    expect(words).not.toMatch(/slow|fast/);
  });
  test('two matches cannot tell how sure, and none is not tested', () => {
    const two = clockInWords(clock(52.3e-6, null, [0, 0]), 's');
    expect(two).toBe('The second clock is slow by 52.3 ppm by 2 matches; how sure that is, two cannot tell.');
    expect(clockInWords(null, 's')).toMatch(/^The rate of the clock is not tested/);
  });
  test('its rate is typed to a tenth of a part per million', () => {
    expect(ratePpmOf(clock(52.34e-6, 1e-6))).toBe(52.3);
    expect(largestError(clock(0, 0))).toBe(0.03);
  });
});

test('a clock that is slow stretches the times of channels, and rows below stay as they are', () => {
  expect(stretchOf(1000)).toBe(1.001);
  const state = { times: 'asStated' as const, offset: 5, ratePpm: 1000 };
  expect(placed({ ...state, mode: 'channels' }, [0, 10], [0, 1000]).all).toEqual([0, expect.closeTo(1006, 9)]);
  expect(placed({ ...state, mode: 'rows' }, [0, 10], [0, 1000]).all).toEqual([0, 1005]);
});
