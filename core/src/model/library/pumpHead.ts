import { defineNonlinear, unitOf } from '../defineNonlinear';
import { startsByShape } from '../startsByShape';

export const pumpHead = defineNonlinear({
  kind: 'pumpHead',
  title: 'Pump head',
  formula: 'H0 - k*x^2',
  parameters: [
    { symbol: 'H0', meaning: 'head at zero flow', unit: unitOf.y },
    { symbol: 'k', meaning: 'fall with the square of the flow', unit: unitOf.curvature },
  ],
  isLinear: true,
  starts: (points) =>
    startsByShape(
      points,
      [[]],
      (x) => [1, -x * x],
      (linear) => [...linear],
    ),
});
