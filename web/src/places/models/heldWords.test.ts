import { expect, test } from '@jest/globals';
import { heldWords } from './heldWords';

test('the head of a series says what its ± holds', () => {
  expect(heldWords({ sources: ['p_d'], worth: 300, points: 300 })).toBe('95 %, random and systematic');
  expect(heldWords({ sources: [], worth: 300, points: 300 })).toContain('random only');
  expect(heldWords({ sources: [], worth: 21.4, points: 300 })).toContain('300 points count as 21');
  expect(heldWords({ sources: [], worth: null, points: 0 })).not.toContain('depend');
});
