import { expect, test } from '@jest/globals';
import { nameOfSame } from './nameOfSame';

const of = (run: string, taken: string[] = []) =>
  nameOfSame({ name: run, from: 'Vane', to: 'Coarse vane' }, new Set(taken));

test.each([
  [of('Vane, cut at z 13'), 'Coarse vane, cut at z 13'],
  [of('Three stations'), 'Three stations, of Coarse vane'],
  [of('Three stations', ['Three stations, of Coarse vane']), 'Three stations, of Coarse vane (2)'],
])('%s', (name, wanted) => expect(name).toBe(wanted));
