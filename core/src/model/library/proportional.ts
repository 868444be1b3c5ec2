import { defineNonlinear, unitOf } from '../defineNonlinear';
import { startsByShape } from '../startsByShape';

export const proportional = defineNonlinear({
  kind: 'proportional',
  title: 'Through the origin',
  formula: 'a*x',
  parameters: [{ symbol: 'a', meaning: 'slope', unit: unitOf.slope }],
  isLinear: true,
  starts: (points) =>
    startsByShape(
      points,
      [[]],
      (x) => [x],
      (linear) => [...linear],
    ),
});
