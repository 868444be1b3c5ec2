import { expect, test } from '@jest/globals';
import { unitDoubt } from './unitDoubt';

test.each([
  ['rpm', '1/min', /counts turns and 1\/min does not say what it counts.* rpm says so/],
  ['rpm', 'Hz', /rev\/s says so/],
  ['1/min', 'rpm', /not converted into each other/],
  ['kPa', 'L/min', /measure different quantities.*do not fit any more/],
  ['m', '', /m and 1 measure different quantities/],
])('asks before %s becomes %s', (before, after, said) => expect(unitDoubt(before, after)).toMatch(said));

test.each([
  ['kPa', 'bar'],
  ['rpm', 'rad/s'],
  ['rpm', 'rpm'],
  ['', 'kPa'],
  ['kPa', 'florps'],
])('does not ask before %s becomes %s', (before, after) => expect(unitDoubt(before, after)).toBeNull());
