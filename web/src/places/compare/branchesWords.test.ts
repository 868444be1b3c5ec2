import { expect, test } from '@jest/globals';
import { branchesInWords } from './branchesWords';

test('two ways are told with their distance, the unit of a difference, and what to do', () => {
  const found = { difference: 2.04, half: 0.12, up: 40, down: 38 };
  expect(branchesInWords(found, 'Flow', 'kPa(g)')).toBe(
    'The points of the candidate go up (40) and down (38) along Flow, and lie 2.04 ± 0.12 kPa (99 %) higher on the way up: ' +
      'its curve mixes both. Compare under conditions that keep them apart: from where the channel came, or which side.',
  );
  expect(branchesInWords({ ...found, difference: -2.04 }, 'Flow', '')).toContain(
    '2.04 ± 0.12 (99 %) lower on the way up',
  );
});
