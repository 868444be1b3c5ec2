import { defineNonlinear, unitOf } from '../defineNonlinear';
import { startsByShape } from '../startsByShape';

export const reciprocal = defineNonlinear({
  kind: 'reciprocal',
  title: 'Reciprocal',
  formula: 'a + b/x',
  parameters: [
    { symbol: 'a', meaning: 'value at large x', unit: unitOf.y },
    { symbol: 'b', meaning: 'factor of 1/x', unit: unitOf.product },
  ],
  isLinear: true,
  starts: (points) =>
    startsByShape(
      points,
      [[]],
      (x) => [1, 1 / x],
      (linear) => [...linear],
    ),
});
