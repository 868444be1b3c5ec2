import { describe, expect, test } from '@jest/globals';
import { candidateOf, comparisonOf } from '../../../test/replies';
import { touchedInWords } from './draft';
import { differenceColumns } from './differenceColumns';
import { rowsOf } from './differenceRows';

const problem = { code: 'X', message: 'cannot be compared', facts: {} };

describe('the rows of a comparison', () => {
  const reply = comparisonOf(
    ['fit', 'simulated'],
    [
      { name: '2900 rpm', candidates: [candidateOf(), candidateOf({ problem })] },
      { name: '2200 rpm', candidates: [] },
    ],
  );
  test('are one a candidate in each condition, with what cannot be compared', () => {
    expect(rowsOf(reply).map((r) => [r.key, r.name, r.candidateName, r.candidate !== undefined, r.problem])).toEqual([
      ['0 0', '2900 rpm', 'c1', true, undefined],
      ['0 1', '2900 rpm', 'c2', false, 'cannot be compared'],
    ]);
  });
  test('a condition without points is one row', () => {
    const failed = { ...reply, series: [{ ...reply.series[1]!, problem }] };
    expect(rowsOf(failed)).toMatchObject([{ key: '0', name: '2200 rpm', candidateName: '', problem: problem.message }]);
  });
  test('say each number with its unit; a column for what is wrong is there only where something is', () => {
    const columns = differenceColumns(reply, rowsOf(reply));
    const value = (key: string) => columns.find((c) => c.key === key)!.value!(rowsOf(reply)[0]!);
    expect(['mean', 'half', 'rms', 'largest', 'at', 'outside'].map(value)).toEqual([0.5, 0.1, 0.5, 0.6, 2, 0]);
    expect(columns.find((c) => c.key === 'at')).toMatchObject({ title: 'at Q', unit: 'L/min' });
    expect(columns.find((c) => c.key === 'rms')!.unit).toBe('m');
    expect(columns.map((c) => c.key)).toContain('problem');
    const whole = rowsOf(comparisonOf(['fit'], [{ name: 'a', candidates: [candidateOf()] }]));
    expect(differenceColumns(reply, whole).map((c) => c.key)).not.toContain('problem');
    expect(differenceColumns(undefined, []).find((c) => c.key === 'at')!.title).toBe('at x');
  });
  test('what would be rounded to one is told to be less; what is missing is a dash', () => {
    const cell = (key: string, over: object) => {
      const row = rowsOf(comparisonOf(['fit'], [{ name: 'a', candidates: [candidateOf(over)] }]))[0]!;
      return differenceColumns(reply, [])
        .find((c) => c.key === key)!
        .cell(row);
    };
    expect(cell('correlation', { correlation: 0.999999 })).toBe('> 0.99999');
    expect(cell('correlation', { correlation: 1 })).toBe('1');
    expect(cell('correlation', { correlation: null })).toBe('–');
    expect(cell('within', { within: 0.9544 })).toBe('95.4 %');
    expect(cell('scaled', { scaled: null })).toBe('–');
    expect(cell('mean', { mean: 0.51234, meanHalfWidth: 0.0123 })).toBe('0.512');
  });
});

test.each([
  [{ scale: 1, offset: 0 }, 'shown as it'],
  [{ scale: 2, offset: 0 }, 'shown as 2 × it'],
  [{ scale: 1, offset: 0.5 }, 'shown as it + 0.5 m'],
  [{ scale: -1, offset: -3 }, 'shown as -1 × it − 3 m'],
])('%j is said openly: %s', (candidate, words) => expect(touchedInWords(candidate, 'm')).toBe(words));
