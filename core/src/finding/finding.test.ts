import { expect, test } from '@jest/globals';
import { differenceSentence, parameterSentence } from './index';

const parameter = {
  yName: 'Head', yUnit: 'm', xName: 'Flow', xUnit: 'L/min', pointKind: 'samples' as const, series: '2900 rpm', parameter: { symbol: 'a0', meaning: 'value at x = 0', unit: 'm' },
  value: 27.6021, halfWidth: 0.0124, model: 'Polynomial', points: 3754, run: 'Sweep',
}; // prettier-ignore
const difference = {
  yName: 'Head', xName: 'Flow', series: '', unit: 'm', xUnit: 'L/min', mean: -0.3, meanHalfWidth: 0.02, rms: 0.41,
  largest: -0.9, largestAt: 118.2, points: 60, validation: NaN, reference: 'Sweep', candidate: 'Simulation',
}; // prettier-ignore

test('a constant term reads as the value at zero, with unit, ± and origin', () =>
  expect(parameterSentence(parameter)).toBe(
    'Head at zero flow, 2900 rpm: 27.602 ± 0.012 m (95 % confidence), from a polynomial through 3754 samples of Sweep.',
  ));

test('another parameter is named by its meaning and its composed unit', () =>
  expect(
    parameterSentence({
      ...parameter,
      series: '',
      parameter: { symbol: 'a2', meaning: 'factor of x²', unit: 'm/(L/min)^2' },
    }),
  ).toMatch(/^Head against flow, factor of x² \(a2\): .* m\/\(L\/min\)² \(95 %/));

test('a difference says which side, and whether it is more than scatter', () => {
  expect(differenceSentence(difference)).toContain(
    'lies on average 0.300 ± 0.020 m above Sweep (more than the scatter',
  );
  expect(differenceSentence({ ...difference, mean: 0.01 })).toContain(
    '0.010 ± 0.020 m below Sweep (not more than the scatter',
  );
});
