import { describe, expect, test } from '@jest/globals';
import { Random } from '../../number/Random';
import { fitModel } from '../fitModel';
import { modelOf } from '../library';
import { ModelFunction } from '../kernel/ModelFunction';
import { pointsProblem } from './Problem';
import { solveNonlinear } from './solveNonlinear';

/**
 * A model whose parameters creep along a curved valley for hundreds of rounds before they settle: the form, the parameters
 * and the two starts of the certified set Bennett5 (NIST StRD, from memory), with points made up from its curve.
 */
const truth = [-2523.5058043, 46.736564644, 0.93218483193];
const x = Float64Array.from({ length: 154 }, (_, i) => 7.447168 + (i * (12.569 - 7.447168)) / 153);
const random = new Random(5);
const y = x.map((v) => truth[0]! * (truth[1]! + v) ** (-1 / truth[2]!) + random.normal(1.85e-3));

describe('a search that creeps is followed to its end', () => {
  test.each([
    [-2000, 50, 0.8],
    [-1500, 45, 0.85],
  ])('from %d, %d, %d', (...start) => {
    const problem = pointsProblem({
      model: ModelFunction.of('b1*(b2 + x)^(-1/b3)', ['b1', 'b2', 'b3'], new Map([['x', x]])),
      y,
      sigma: undefined,
    });
    const found = solveNonlinear({ problem, degreesOfFreedom: 151, starts: [Float64Array.from(start)] })!;
    expect(found.ending).toBe('converged');
    // The least sum of squares lies below that of the parameters that the points were made from.
    const made = problem.linearise(Float64Array.from(truth)).sumOfSquares;
    expect(found.sumOfSquares).toBeLessThan(made);
    expect(found.sumOfSquares).toBeGreaterThan(0.9 * made);
  });
});

describe('what a fit says of its starts', () => {
  const sine = modelOf('own');
  const times = Float64Array.from({ length: 41 }, (_, i) => i / 10);
  const settings = { formula: 'A*sin(w*x)' };
  const doubts = (values: Float64Array, start: Record<string, number>) =>
    fitModel(sine, settings, { x: times, y: values, xName: 't' }, { start }).doubts.join(' ');
  const curve = times.map((t) => 2 * Math.sin(3 * t));
  test('another valley is told where a search came to rest in one', () =>
    expect(doubts(curve, { A: 0.3, w: 11 })).toContain('more than one valley'));
  test('nothing is told of valleys where all searches met', () => {
    const line = fitModel(
      modelOf('exponentialOffset'),
      {},
      { x: times, y: times.map((t) => 1 + 4 * Math.exp(-t / 2)), xName: 't' },
    );
    expect(line.doubts).toEqual([]);
  });
  test('other values with the same misfit are told', () => {
    // A and −A are one curve.
    const line = times.map((t, i) => 4 * t + 0.01 * Math.sin(i * 7));
    const found = fitModel(sine, { formula: 'A^2*x' }, { x: times, y: line, xName: 't' }, { start: { A: -1 } });
    expect(found.doubts.join(' ')).toContain('with the same misfit');
  });
});
