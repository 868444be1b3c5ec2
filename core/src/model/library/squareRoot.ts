import { defineNonlinear, unitOf } from '../defineNonlinear';
import { startsByShape } from '../startsByShape';

export const squareRoot = defineNonlinear({
  kind: 'squareRoot',
  title: 'Square root (orifice)',
  formula: 'C*sqrt(x)',
  parameters: [{ symbol: 'C', meaning: 'value at x = 1', unit: unitOf.y }],
  isLinear: true,
  starts: (points) =>
    startsByShape(
      points,
      [[]],
      (x) => [Math.sqrt(x)],
      (linear) => [...linear],
    ),
});
