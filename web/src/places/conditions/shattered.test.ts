/** What is said of a condition that a run's scatter breaks. */
import type { ConditionRow } from '@undameter/contract';
import { expect, test } from '@jest/globals';
import { brokenInWords, fittingRun, shatteredInWords } from './shattered';

const near = (tolerance: number) => ({ kind: 'tolerance' as const, symbol: 'n', value: 2900, tolerance, unit: 'rpm' });
const steady = (deviation: number, slope: number | null) => ({
  ...{ kind: 'steady' as const, lasting: 10, settling: 5, timeUnit: 's' },
  steady: [{ symbol: 'Q', unit: 'L/min', deviation, slope }],
});
const row: ConditionRow = {
  ...{ id: 4, campaignId: 1, name: '2900 rpm', group: 'rated', groupId: 2, runId: null },
  limits: [near(5), steady(0.2, 0.02)],
};
const found = (stretches: number, whole: number, changed: number[]) => ({
  ...{ conditionId: 4, stretches, whole, changed, limits: [near(16), steady(0.9, 0.09)] },
});

test('how many it breaks', () => {
  expect(brokenInWords(1)).toBe('This run scatters more than the limits of one condition allow:');
  expect(brokenInWords(12)).toBe('This run scatters more than the limits of 12 conditions allow:');
});
test('scraps are told with the limit that breaks, and what would fit', () =>
  expect(shatteredInWords(found(45, 3, [0]), row)).toBe(
    '2900 rpm falls into 45 scraps; there would be 3 stretches with n 2900 ± 16 rpm (was ± 5).',
  ));
test('nothing at all is told as such; what is steady with its numbers', () =>
  expect(shatteredInWords(found(0, 1, [1]), row)).toBe(
    '2900 rpm picks nothing; there would be one stretch with Q steady within 0.9 L/min and 0.09 L/min/s.',
  ));
test('of several channels that are steady those that stay are not told', () => {
  const calm = { symbol: 'n', unit: 'rpm', deviation: 20, slope: null };
  const both = (limit: ReturnType<typeof steady>) => ({ ...limit, steady: [...limit.steady, calm] });
  const two = { ...row, limits: [near(5), both(steady(0.2, 0.02))] };
  const said = shatteredInWords({ ...found(9, 1, [1]), limits: [near(5), both(steady(0.9, 0.02))] }, two);
  expect(said).not.toContain('n steady');
});
test('what fits is made for this run alone, in the same group', () =>
  expect(fittingRun(found(45, 3, [0]), row, 7, 'Sweep 2')).toEqual({
    ...{ name: '2900 rpm, Sweep 2', group: 'rated', runId: 7 },
    limits: [near(16), steady(0.9, 0.09)],
  }));
