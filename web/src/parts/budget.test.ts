import { expect, test } from '@jest/globals';
import { budgetRows, improveFirst } from './budget';

const budget = [
  { source: 'p_d', kind: 'systematic' as const, contribution: -0.08, share: 0.81, degreesOfFreedom: null },
  { source: 'scatter', kind: 'random' as const, contribution: 0.036, share: 0.1899, degreesOfFreedom: 412 },
  { source: 'T_w', kind: 'systematic' as const, contribution: 1e-5, share: 0.0001, degreesOfFreedom: null },
];

test('a budget shows sources with size, share and degrees of freedom, and leaves out what is nothing', () => {
  expect(budgetRows(budget, 'm')).toEqual([
    { source: 'p_d', kind: 'systematic', contribution: '0.08 m', percent: 81, freedom: '∞' },
    { source: 'scatter of the points', kind: 'random', contribution: '0.036 m', percent: 19, freedom: '412' },
  ]);
});

test('what to improve first is said where one source makes most of it', () => {
  const rows = budgetRows(budget, 'm');
  expect(improveFirst(rows)).toBe('To improve it, begin with p_d; more points would not help.');
  expect(improveFirst([rows[1]!, rows[0]!].map((r, k) => ({ ...r, percent: k === 0 ? 60 : 40 })))).toContain(
    'begin with the scatter of the points: more of them',
  );
  expect(improveFirst(rows.map((r) => ({ ...r, percent: 45 })))).toBeNull();
  expect(improveFirst(rows.slice(0, 1))).toBeNull();
});

test('the scatter of a second curve stands by itself, and a random source loses its mark', () => {
  const lines = ['scatter', 'scatter of the other', '~n'].map((source) => ({
    source,
    kind: 'random' as const,
    contribution: 1,
    share: 1 / 3,
    degreesOfFreedom: 5,
  }));
  expect(budgetRows(lines, '').map((r) => r.source)).toEqual([
    'scatter of the points',
    'scatter of the points of the other',
    'n',
  ]);
});
