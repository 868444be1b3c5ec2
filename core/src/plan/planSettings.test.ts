import { expect, test } from '@jest/globals';
import { planSettings, type Plan } from '.';

const plan = (over: Partial<Plan> = {}): number[] =>
  planSettings({ from: 0, to: 1, steps: 4, thereAndBack: false, repeats: 1, isRandom: false, seed: 1, ...over });

test.each<[string, Partial<Plan>, number[]]>([
  ['in equal steps to the end', {}, [0, 0.25, 0.5, 0.75, 1]],
  ['in tenths without rounding', { to: 0.3, steps: 3 }, [0, 0.1, 0.2, 0.3]],
  ['downwards', { from: 3, to: 1, steps: 2 }, [3, 2, 1]],
  ['forth and back, the end once', { steps: 2, thereAndBack: true }, [0, 0.5, 1, 0.5, 0]],
  ['repeated', { steps: 1, repeats: 2 }, [0, 1, 0, 1]],
  ['of one setting', { steps: 0 }, [0]],
])('a plan %s', (_, over, settings) => expect(plan(over)).toEqual(settings));

test('in random order it has the same settings, and the same order for the same seed', () => {
  const [once, again, other] = [3, 3, 4].map((seed) => plan({ steps: 19, repeats: 2, isRandom: true, seed }));
  expect(again).toEqual(once);
  expect(other).not.toEqual(once);
  expect([...once!].sort((a, b) => a - b)).toEqual(plan({ steps: 19, repeats: 2 }).sort((a, b) => a - b));
});

test('too long a plan is refused', () =>
  expect(() => plan({ steps: 999, repeats: 6 })).toThrow('The plan has 6000 settings'));
