/** What stands beside a form while it is filled in: the first values of a formula, its draws, what a smoothing takes away. */
import { describe, expect, test } from '@jest/globals';
import { benchRun, count, step, trim } from '../../test/benchRun';
import { checkByMonteCarlo, checkFormula } from './checkFormula';
import { costOf } from './costOf';

const sure = (value: number) => ({ kind: 'absolute' as const, value, statedAs: 'standard' as const });
const columns = {
  t: { unit: 's', values: count(400, (i) => i / 100) },
  p: { unit: 'kPa', values: count(400, (i) => 100 + i), uncertainty: sure(2) },
  q: { unit: 'L/min', values: count(400, () => 30), uncertainty: sure(0.5) },
};

describe('a formula while it is typed', () => {
  test('has the unit that comes out, and its first kept values with their ±', () => {
    const run = benchRun(columns, { steps: [trim(0.1, 3.9)] });
    const { unit, first, problem } = checkFormula({ run, formula: 'p * q', unit: 'W' });
    expect([unit, problem]).toEqual(['W', null]);
    expect(first).toHaveLength(3);
    // 110 kPa times 30 L/min; the product rule of GUM, 5.1.6: relative uncertainties add as squares.
    expect(first[0]!.value).toBeCloseTo(55, 9);
    expect(first[0]!.uncertainty).toBeCloseTo(55 * Math.hypot(2 / 110, 0.5 / 30), 9);
  });
  test('that cannot be computed says why, and gives nothing', () =>
    expect(checkFormula({ run: benchRun(columns), formula: 'p + q', unit: '' })).toMatchObject({
      unit: null,
      first: [],
      problem: { code: expect.any(String), message: expect.stringContaining('cannot be added') },
    }));
  test('agrees with draws where it is nearly linear', () => {
    const { draws, unit, places } = checkByMonteCarlo({ run: benchRun(columns), formula: 'p * q', unit: 'W' });
    expect([draws, unit, places.length]).toEqual([20_000, 'W', 12]);
    // Standard uncertainties by both ways.
    for (const { firstOrder, drawn } of places) expect(drawn / firstOrder).toBeCloseTo(1, 1);
  });
});

describe('what a smoothing takes away', () => {
  const noise = (i: number) => [0.3, -0.2, 0.1, -0.4, 0.2, 0, -0.1, 0.4, -0.35, 0.05][(i * 7) % 10]!;
  const peak = (i: number) => 10 * Math.exp(-(((i - 200) / 15) ** 2));
  const smooth = (window: number) =>
    step('smooth', { channel: 'y', method: 'movingAverage', window, order: 2, symbol: 'y_s', name: 'calm' });
  const cost = (window: number) =>
    costOf({
      run: benchRun(
        { t: columns.t, y: { unit: 'kPa', values: count(400, (i) => peak(i) + noise(i)) } },
        { steps: [smooth(window)] },
      ),
      channel: 'y',
      made: 'y_s',
    })!;
  test('a window is proposed for what is smoothed by weights, the same whatever is tried, and for nothing else', () => {
    const [five, wide] = [cost(5).proposal!, cost(61).proposal!];
    expect(five).toEqual(wide);
    expect(five.noise).toBeGreaterThan(0.05);
    expect([five.noiseLeft > 0 && five.noiseLeft < 1, five.peakLost >= 0]).toEqual([true, true]);
    const run = benchRun(
      { t: columns.t, y: { unit: 'kPa', values: count(400, (i) => peak(i) + noise(i)) } },
      { steps: [{ ...smooth(5), settings: { ...smooth(5).settings, method: 'runningMedian' } }] },
    );
    expect(costOf({ run, channel: 'y', made: 'y_s' })!.proposal).toBeNull();
  });
  test('a narrow window takes noise and leaves the peak', () => {
    const { before, after, standardDeviation, frequency, densityBefore, densityAfter } = cost(5);
    expect(before.at).toBeCloseTo(2, 1);
    expect(after.height! / before.height!).toBeGreaterThan(0.9);
    expect(standardDeviation).toBeGreaterThan(0.15);
    expect(standardDeviation).toBeLessThan(0.4);
    // Up to half of the 100 samples a second.
    expect(frequency.at(-1)).toBeCloseTo(50, 6);
    expect([densityBefore.length, densityAfter.length]).toEqual([frequency.length, frequency.length]);
  });
  test('a wide one takes of the peak too: lower, wider, and what is removed is no noise', () => {
    const [narrow, wide] = [cost(5), cost(61)];
    expect(wide.after.height!).toBeLessThan(0.7 * wide.before.height!);
    expect(wide.after.width!).toBeGreaterThan(narrow.after.width!);
    expect(wide.neighbourCorrelation!).toBeGreaterThan(narrow.neighbourCorrelation!);
    expect([narrow.removesSignal, wide.removesSignal]).toEqual([false, true]);
  });
  test('of a run too short for it there is none', () => {
    const short = { t: { unit: 's', values: count(3) }, y: { unit: 'kPa', values: [1, 2, 3] } };
    expect(costOf({ run: benchRun(short, { steps: [smooth(3)] }), channel: 'y', made: 'y_s' })).toBeNull();
  });
});
