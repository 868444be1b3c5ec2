import { expect, test } from '@jest/globals';
import { budgetRows, heldWords, improveFirst } from './budget';

const budget = [
  { source: 'p_d', kind: 'systematic' as const, contribution: -0.08, share: 0.81, degreesOfFreedom: null },
  { source: 'scatter', kind: 'random' as const, contribution: 0.036, share: 0.1899, degreesOfFreedom: 412 },
  { source: 'T_w', kind: 'systematic' as const, contribution: 1e-5, share: 0.0001, degreesOfFreedom: null },
];

test('a budget shows sources with size, share and degrees of freedom, and leaves out what is nothing', () => {
  expect(budgetRows({ budget, unit: 'm' })).toEqual([
    { source: 'p_d', kind: 'systematic', contribution: '0.08 m', percent: 81, freedom: '∞' },
    { source: 'scatter of the points', kind: 'random', contribution: '0.036 m', percent: 19, freedom: '412' },
  ]);
});

test('what to improve first is said where one source makes most of it', () => {
  const rows = budgetRows({ budget, unit: 'm' });
  expect(improveFirst(rows)).toBe('A better p_d would improve it first; more points would not.');
  expect(improveFirst([rows[1]!, rows[0]!].map((r, k) => ({ ...r, percent: k === 0 ? 60 : 40 })))).toContain(
    'More points',
  );
  expect(improveFirst(rows.map((r) => ({ ...r, percent: 45 })))).toBeNull();
  expect(improveFirst(rows.slice(0, 1))).toBeNull();
});

test('the head of a series says what its ± holds', () => {
  expect(heldWords({ sources: ['p_d'], worth: 300, points: 300 })).toBe('95 %, random and systematic');
  expect(heldWords({ sources: [], worth: 300, points: 300 })).toContain('random only');
  expect(heldWords({ sources: [], worth: 21.4, points: 300 })).toContain('300 points count as 21');
  expect(heldWords({ sources: [], worth: null, points: 0 })).not.toContain('depend');
});
