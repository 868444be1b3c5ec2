import { expect, test } from '@jest/globals';
import { Random } from '../number/Random';
import { leastSquares } from './leastSquares';
import { momentFit } from './momentFit';

/** Points in −1 … 1 with noise, an even and an odd number of them over several blocks of sums. */
const pointsOf = (n: number, isWeighted: boolean) => {
  const random = new Random(n);
  const u = Float64Array.from({ length: n }, (_, i) => -1 + (2 * i) / (n - 1));
  const y = u.map((v) => 3 - 2 * v + 0.5 * v ** 3 + random.normal(0.1));
  return { u, y, weight: isWeighted ? u.map((v) => 1 + v * v) : undefined };
};

test.each([
  [1001, false],
  [2500, false],
  [2999, true],
  [3000, true],
])('sums over %d points, weighted: %s, agree with the orthogonal factors', (n, isWeighted) => {
  const points = pointsOf(n, isWeighted);
  const root = points.weight?.map(Math.sqrt) ?? points.u.map(() => 1);
  const columns = [0, 1, 2, 3].map((k) => points.u.map((v, i) => root[i]! * v ** k));
  const slow = leastSquares(
    columns,
    points.y.map((v, i) => root[i]! * v),
  );
  const fast = momentFit(points, 3)!;
  fast.solution.forEach((value, k) => expect(value).toBeCloseTo(slow.solution[k]!, 12));
  fast.inverse.forEach((row, i) => row.forEach((v, j) => expect(v).toBeCloseTo(slow.inverse[i]![j]!, 12)));
  expect(fast.residuals).toHaveLength(n);
  expect(fast.residuals[n - 1]).toBeCloseTo(slow.residuals[n - 1]!, 10);
});

test('powers that cannot be told apart give no answer', () => {
  const { u, y } = pointsOf(1001, false);
  expect(momentFit({ u: u.map(() => 0.5), y, weight: undefined }, 2)).toBeUndefined();
});
