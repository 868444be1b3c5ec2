import { defineNonlinear, unitOf } from '../defineNonlinear';
import { startsByShape } from '../startsByShape';

export const logarithmic = defineNonlinear({
  kind: 'logarithmic',
  title: 'Logarithmic',
  formula: 'a + b*ln(x)',
  parameters: [
    { symbol: 'a', meaning: 'value at x = 1', unit: unitOf.y },
    { symbol: 'b', meaning: 'change with a factor e of x', unit: unitOf.y },
  ],
  isLinear: true,
  starts: (points) =>
    startsByShape(
      points,
      [[]],
      (x) => [1, Math.log(x)],
      (linear) => [...linear],
    ),
});
