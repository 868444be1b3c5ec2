import { chiSquareTail } from './gammaTail';
import { rootBetween } from './rootBetween';

/**
 * What a sum of squares of so many independent standard normal numbers stays below with a probability.
 * @param probability       in (0, 1)
 * @param degreesOfFreedom  > 0, need not be whole
 */
export function chiSquareQuantile(probability: number, degreesOfFreedom: number): number {
  // Mean and ten standard deviations, and more for few degrees of freedom with their long tail.
  const high = degreesOfFreedom + 10 * Math.sqrt(2 * degreesOfFreedom) + 60;
  return rootBetween((x) => 1 - chiSquareTail(x, degreesOfFreedom) - probability, 0, high);
}
