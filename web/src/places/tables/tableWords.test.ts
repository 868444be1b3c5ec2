import { describe, expect, test } from '@jest/globals';
import { emptyDraft } from './state';
import { callInWords, errorInWords, untestedInWords } from './tableWords';

const second = { ...emptyDraft.second, name: 'share' };

test.each([
  [{}, 'Knots'],
  [{ symbol: 'rho' }, 'rho(x)'],
  [{ symbol: 'rho', xName: 'T' }, 'rho(T)'],
  [{ symbol: 'mu', xName: 'T', shape: 'grid' as const }, 'mu(T, w)'],
  [{ symbol: 'mu', xName: 'T', shape: 'scattered' as const, second }, 'mu(T, share)'],
])('%j is called as %s', (over, words) => expect(callInWords({ ...emptyDraft, ...over })).toBe(words));

describe('how far a table can be trusted', () => {
  const error = { rms: 0.01234, largest: 0.05678, at: [20, 0.5] };
  test.each([
    ['curve', 'without a knot the others miss it by 0.012 m³ (rms), at most 0.057 m³ at 20, 0.5'],
    ['grid', 'without a row or column the others miss it by 0.012 m³ (rms), at most 0.057 m³ at 20, 0.5'],
    ['scattered', 'without a point the others miss it by 0.012 m³ (rms), at most 0.057 m³ at 20, 0.5'],
  ] as const)('of a %s', (shape, words) =>
    expect(errorInWords(error as never, { ...emptyDraft, shape, yUnit: 'm^3' })).toBe(words),
  );
  test('is not said where it is not known', () => expect(errorInWords(undefined, emptyDraft)).toBe(''));
});

test('values that no test can reach are said to be untested, others not', () => {
  const few = { ...emptyDraft, second: null, x: [1, 2, 3], y: [1, 2, 3] } as never;
  expect(untestedInWords(few)).toBe('Its values are not tested for typing errors: that needs four knots.');
  expect(untestedInWords({ ...emptyDraft, second: null, x: [1, 2, 3, 4], y: [1, 2, 3, 4] } as never)).toBe('');
  const grid = { name: 'w', unit: '', w: [0, 1], isScattered: false };
  expect(untestedInWords({ ...emptyDraft, x: [1, 2], y: [1, 2, 3, 4], second: grid } as never)).toContain(
    'in a row or a column',
  );
  const second = { name: 'w', unit: '', w: [0, 1, 0, 1], isScattered: true };
  expect(untestedInWords({ ...emptyDraft, x: [1, 2, 3, 4], y: [1, 2, 3, 4], second } as never)).toContain(
    'seven points',
  );
});
