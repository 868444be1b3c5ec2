import { defineNonlinear } from '../defineNonlinear';
import { peakParameters, startsOfPeak } from './peak';

export const gaussianPeak = defineNonlinear({
  kind: 'gaussianPeak',
  title: 'Gaussian peak',
  formula: 'y0 + A*exp(-(x - x0)^2/(2*s^2))',
  parameters: peakParameters('s', 'standard width'),
  starts: (points) => startsOfPeak(points, (d) => Math.exp((-d * d) / 2)),
});
