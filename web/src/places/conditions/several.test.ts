/** Choosing and renaming several conditions by their names. */
import { describe, expect, test } from '@jest/globals';
import { matching, renamed, renamingInWords } from './several';

const rows = ['1450 rpm, 16 %', '1450 rpm, 100 %', '2900 rpm, 16 %', 'Warm (a+b)'].map((name, k) => ({
  id: k + 1,
  name,
}));

test.each([
  ['1450', [1, 2]],
  ['RPM', [1, 2, 3]],
  ['rpm*16', [1, 3]],
  ['2900 * 16 %', [3]],
  ['(a+b)', [4]],
  ['.', []],
  ['', []],
  ['  ', []],
  ['*', []],
])('names like %j', (pattern, expected) => expect(matching(rows, pattern)).toEqual(expected));

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
