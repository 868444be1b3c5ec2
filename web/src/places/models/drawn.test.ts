import type { DrawnQuantity, PropagationReply } from '@undameter/contract';
import { describe, expect, test } from '@jest/globals';
import { palettes } from '../../theme/palette';
import { drawnOption, normalCurve } from './drawnOption';
import { agreementWords, progressWords, sourcesInWords } from './drawnWords';

const quantity: DrawnQuantity = {
  name: 'a0',
  kind: 'parameter',
  unit: 'm',
  value: 27.6,
  halfWidth: 0.196,
  draws: 1000,
  missing: 0,
  mean: 27.6,
  standard: 0.1,
  low: 27.4,
  high: 27.8,
  agreement: 'agrees',
  text: '',
  histogram: { from: 27.3, width: 0.1, counts: [20, 130, 350, 350, 130, 20] },
};

describe('the picture of draws', () => {
  const size = { width: 300, height: 170 };
  test('the curve of first order holds as many draws as there are, with its top at the value', () => {
    const { x, y } = normalCurve(quantity);
    const step = x[1]! - x[0]!;
    const held = y.reduce((sum, v) => sum + (v * step) / quantity.histogram.width!, 0);
    expect(held / quantity.draws).toBeCloseTo(1, 3);
    expect(x[y.indexOf(Math.max(...y))]).toBeCloseTo(27.6, 9);
    // One standard deviation off it is lower by the root of e.
    const top = y[40]!;
    expect(y[50]! / top).toBeCloseTo(Math.exp(-0.5), 2);
  });
  test('shows bars and curve on one axis with room for both intervals', () => {
    const option = drawnOption({ ...quantity, low: 27.0 }, palettes.light, size) as {
      series: unknown[];
      xAxis: { min: number; max: number; name: string }[];
    };
    expect(option.series.length).toBeGreaterThanOrEqual(2);
    expect(option.xAxis[0]!.min).toBeLessThan(27.0);
    expect(option.xAxis[0]!.max).toBeGreaterThan(27.8);
    expect(JSON.stringify(option)).toContain('a0 (m)');
  });
  test('draws nothing where there is nothing, and no curve where first order has no ±', () => {
    const empty = { from: null, width: null, counts: [] };
    expect(drawnOption({ ...quantity, histogram: empty }, palettes.light, size)).toEqual({});
    expect(normalCurve({ ...quantity, halfWidth: null }).x).toEqual([]);
  });
});

describe('a Monte Carlo run in words', () => {
  const reply: PropagationReply = {
    jobId: '',
    state: 'running',
    draws: 640,
    wanted: 2000,
    secondsLeft: 12,
    quantities: [],
    sources: ['p_d', '~n'],
    notDrawn: [],
    error: null,
  };
  test.each([
    [{}, '640 of 2000 draws, about 12 s left'],
    [{ draws: 0 }, 'Beginning …'],
    [{ secondsLeft: null }, 'Beginning …'],
    [{ state: 'stopped' as const }, '640 of 2000 draws, then stopped'],
    [{ state: 'done' as const, draws: 2000 }, '2000 of 2000 draws'],
  ])('%j', (over, words) => expect(progressWords({ ...reply, ...over })).toBe(words));
  test('says what was drawn and what was not', () => {
    expect(sourcesInWords(reply)).toBe('Drawn were p_d, n and the scatter of the points.');
    expect(sourcesInWords({ sources: [], notDrawn: [] })).toContain('only the scatter');
    expect(sourcesInWords({ sources: ['p'], notDrawn: ['lag'] })).toContain(
      'Not drawn, since a step brings it in: lag.',
    );
  });
  test('only what agrees is marked as passed', () =>
    expect(Object.values(agreementWords).filter((a) => a.mark === 'passed')).toEqual([agreementWords.agrees]));
});
