import { expect, test } from '@jest/globals';
import {
  crossingSentence,
  differenceSentence,
  goodnessSentence,
  groupSentence,
  optimumSentence,
  parameterSentence,
  rankingSentence,
  readingSentence,
} from './index';

const parameter = {
  yName: 'Head',
  yUnit: 'm',
  xName: 'Flow',
  xUnit: 'L/min',
  pointKind: 'samples' as const,
  series: '2900 rpm',
  parameter: { symbol: 'a0', meaning: 'value at x = 0', unit: 'm' },
  value: 27.6021,
  halfWidth: 0.0124,
  factor: 1.96,
  sources: [] as string[],
  worth: 3754,
  model: 'Polynomial, degree 2',
  points: 3754,
  run: 'Sweep',
};
const difference = {
  yName: 'Head',
  xName: 'Flow',
  series: '',
  unit: 'm',
  xUnit: 'L/min',
  mean: -0.3,
  meanHalfWidth: 0.02,
  rms: 0.41,
  largest: -0.9,
  largestAt: 118.2,
  points: 60,
  validation: NaN,
  verdict: 'notTested' as const,
  differsIn: [] as string[],
  reference: 'Sweep',
  candidate: 'Simulation',
};

test('a constant term reads as the value at zero, with unit, ± and origin', () =>
  expect(parameterSentence(parameter)).toBe(
    'Head at zero flow, 2900 rpm: 27.602 ± 0.012 m (95 %, k = 2.0: random only, no systematic error of head or flow is declared), from a polynomial, degree 2 through 3754 samples of Sweep.',
  ));

test('a ± says what it holds, and that neighbours depend on each other only where they do', () => {
  const both = parameterSentence({ ...parameter, sources: ['p_d', 'table rho_w'], factor: 2.13 });
  expect(both).toContain('(95 %, k = 2.1: systematic of p_d, table rho_w and random)');
  expect(both).not.toContain('declared');
  expect(both).not.toContain('depend');
  expect(parameterSentence({ ...parameter, worth: 212 })).toContain(
    'neighbours depend on each other, so 3754 points count as 210',
  );
});

test('a straight line rises or falls by so much per unit', () => {
  const line = {
    ...parameter,
    yUnit: '%',
    xName: 'Time',
    xUnit: 'd',
    series: '',
    model: 'Straight line',
    parameter: { symbol: 'a1', meaning: 'slope', unit: '%/d' },
  };
  expect(parameterSentence({ ...line, value: -0.7213, halfWidth: 0.041 })).toMatch(
    /^Head falls by 0\.721 ± 0\.041 % per d of time \(95 %/,
  );
  expect(parameterSentence({ ...line, value: 0.7213, halfWidth: 0.041 })).toMatch(
    /^Head rises by 0\.721 ± 0\.041 % per d of time/,
  );
});

test('another parameter is named by its meaning and its composed unit', () =>
  expect(
    parameterSentence({
      ...parameter,
      series: '',
      parameter: { symbol: 'a2', meaning: 'factor of x²', unit: 'm/(L/min)^2' },
    }),
  ).toMatch(/^Head against flow, factor of x² \(a2\): .* m\/\(L\/min\)² \(95 %/));

test('a difference says which side, and no more than the verdict does', () => {
  expect(differenceSentence(difference)).toContain(
    'lies on average 0.300 ± 0.020 m below Sweep (95 % by the scatter of the points alone, no uncertainty is stated); whether they agree was not tested',
  );
  const known = { ...difference, mean: 0.01, validation: 0.05 };
  expect(differenceSentence({ ...known, verdict: 'passed' })).toContain(
    '0.01 ± 0.10 m above Sweep (k = 2, 0.2 times u_val); no error of the candidate can be shown',
  );
  expect(differenceSentence({ ...known, verdict: 'failed' })).toContain(
    'they differ by more than is known of both sides',
  );
  expect(
    differenceSentence({ ...known, verdict: 'failed', differsIn: ['the slope', 'the points as a whole'] }),
  ).toContain('differ by more than is known of both sides, namely in the slope and the points as a whole; rms');
  expect(differenceSentence({ ...known, verdict: 'passed' })).not.toContain('namely');
  expect(differenceSentence({ ...known, verdict: 'doubtful' })).toContain('doubtful whether they agree');
  for (const verdict of ['failed', 'doubtful', 'notTested'] as const)
    expect(differenceSentence({ ...known, verdict })).not.toContain('no error of the candidate');
});

test('a ± within which the curve bends is told, and only that', () => {
  const back = { x: 5, y: 20, xHalf: 2, yHalf: 0, outside: 0 };
  const said = (isBent: boolean) =>
    readingSentence({ ...parameter, what: 'back', at: 20, readings: [{ ...back, isBent }] });
  expect(said(true)).toContain('5.0 ± 2.0 L/min (the curve bends within this ±, so that it may not hold)');
  expect(said(false)).not.toContain('bends');
});

test('a place on the curve, its optimum and its scatter read as sentences, and an extrapolation says so', () => {
  const at = { x: 70, y: 20.51, xHalf: 0, yHalf: 0.03, outside: 0 };
  expect(readingSentence({ ...parameter, what: 'at', at: 70, readings: [at] })).toBe(
    'Head at flow 70 L/min, 2900 rpm: 20.510 ± 0.030 m (95 %, k = 2.0: random only, no systematic error of head or flow is declared), from a polynomial, degree 2 through 3754 samples of Sweep.',
  );
  const back = { x: 140.2, y: 0, xHalf: 0.4, yHalf: 0, outside: 0.184 };
  expect(readingSentence({ ...parameter, what: 'back', at: 0, readings: [back] })).toContain(
    'Flow at head 0 m, 2900 rpm: 140.20 ± 0.40 L/min (extrapolated by 19 % of the measured range)',
  );
  expect(readingSentence({ ...parameter, what: 'back', at: 99, readings: [] })).toContain(
    'the curve does not reach it',
  );
  expect(optimumSentence({ ...parameter, ...at, xHalf: 1.2, what: 'highest' })).toContain(
    'Head is highest at flow 70.0 ± 1.2 L/min, 2900 rpm, where it is 20.510 ± 0.030 m',
  );
  expect(crossingSentence({ ...parameter, ...at, xHalf: 1.2, other: '2200 rpm' })).toContain(
    'Head: the curves of 2900 rpm and 2200 rpm meet at flow 70.0 ± 1.2 L/min (95 %, k = 2.0: random only, no systematic error of head or flow is declared), near 20.51 m, from',
  );
  const rows = [
    { title: 'Polynomial, degree 2', residualStandardDeviation: 0.0855, leftOut: 0.0861 },
    { title: 'Logistic', residualStandardDeviation: null, leftOut: null },
  ];
  expect(rankingSentence({ ...parameter, rows, taken: 939, verdict: 'Polynomial, degree 2 suffices.' })).toBe(
    'Head against flow, 2900 rpm: Polynomial, degree 2 suffices. Residual standard deviations on 939 of the 3754 samples of Sweep: Polynomial, degree 2: 0.0855 m (left out 0.0861); Logistic: none.',
  );
  expect(
    goodnessSentence({ ...parameter, pointKind: 'operatingPoints', points: 6, deviation: 0.0855, rSquared: 0.99984 }),
  ).toContain(
    'standard deviation of 0.0855 m (R² 0.99984), from a polynomial, degree 2 through 6 operating points of Sweep',
  );
});

test('a group of series says what, of whom, against whom, where and what the comparison says', () => {
  const facts = { yName: 'Pressure coefficient', candidate: 'Cut', reference: 'Taps', group: 'z_rel 0.85' };
  expect(groupSentence({ ...facts, verdict: 'Differs at 1 of 11 points: at 0.3 by 0.084.' })).toBe(
    'Pressure coefficient of Cut against Taps, z_rel 0.85: Differs at 1 of 11 points: at 0.3 by 0.084.',
  );
});
