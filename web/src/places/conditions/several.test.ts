/** Renaming several conditions by their names. */
import { describe, expect, test } from '@jest/globals';
import { groupingInWords, renamed, renamingInWords } from './several';

const rows = ['1450 rpm, 16 %', '1450 rpm, 100 %', '2900 rpm, 16 %', 'Warm (a+b)'].map((name, k) => ({
  id: k + 1,
  name,
}));

describe('renaming', () => {
  const chosen = new Set([1, 2, 4]);
  test('replaces a text in the chosen names that have it', () => {
    expect(renamed(rows, chosen, { from: '1450 rpm', to: 'slow' })).toEqual([
      { id: 1, name: 'slow, 16 %' },
      { id: 2, name: 'slow, 100 %' },
    ]);
    expect(renamed(rows, new Set([3]), { from: '1450 rpm', to: 'slow' })).toEqual([]);
  });
  test('leaves no name empty, and changes nothing where nothing would change', () => {
    expect(renamed(rows, chosen, { from: 'Warm (a+b)', to: ' ' })).toEqual([]);
    expect(renamed(rows, chosen, { from: '16', to: '16' })).toEqual([]);
    expect(renamed(rows, chosen, { from: '', to: 'x' })).toEqual([]);
  });
  test('is said before it is done', () => {
    expect(renamingInWords(rows, [])).toBe('');
    expect(renamingInWords(rows, [{ id: 1, name: 'slow, 16 %' }])).toBe('“1450 rpm, 16 %” becomes “slow, 16 %”.');
    const all = rows.map(({ id, name }) => ({ id, name: `${name}!` }));
    expect(renamingInWords(rows, all)).toMatch(/, and 1 more\.$/);
  });
});

describe('grouping', () => {
  const grouped = ['slow', 'slow', '', ''].map((group, k) => ({ id: k + 1, group }));
  const words = (ids: number[], name: string) => groupingInWords(grouped, new Set(ids), name);
  test('all of one group in a new one is a new name of it, and said', () =>
    expect(words([1, 2], ' idle ')).toBe('“slow” is called “idle” then, and fits of it go on'));
  test.each([
    ['some of a group', [1], 'idle'],
    ['a group and more', [1, 2, 3], 'idle'],
    ['what is in no group', [3, 4], 'idle'],
    ['a group that is there', [1, 2], 'slow'],
    ['nothing', [], 'idle'],
  ])('%s is not', (_, ids, name) => expect(words(ids, name)).toBe(''));
  test('an empty name takes out', () => expect(words([1], ' ')).toContain('no group'));
});
