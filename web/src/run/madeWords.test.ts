import { expect, test } from '@jest/globals';
import { madeWords } from './madeWords';

const thing = (id: number) => ({ id, name: `thing ${id}` });
const run = { id: 9, name: 'Coarse, cut' };

test.each([
  [[], [], 'Made: "Coarse, cut".'],
  [[thing(1)], [], 'Made: "Coarse, cut", with 1 comparison.'],
  [[], [thing(1), thing(2)], 'Made: "Coarse, cut", with 2 figures.'],
  [[thing(1), thing(2)], [thing(3)], 'Made: "Coarse, cut", with 2 comparisons and 1 figure.'],
])('%j and %j', (comparisons, figures, words) => expect(madeWords({ run, comparisons, figures })).toBe(words));
