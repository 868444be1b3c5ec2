import { defineNonlinear } from '../defineNonlinear';
import { peakHandles } from '../handles';
import { peakParameters, startsOfPeak } from './peak';

export const gaussianPeak = defineNonlinear({
  kind: 'gaussianPeak',
  title: 'Gaussian peak',
  formula: 'y0 + A*exp(-(x - x0)^2/(2*s^2))',
  parameters: peakParameters('s', 'standard width'),
  handles: peakHandles('s'),
  starts: (points) => startsOfPeak(points, (d) => Math.exp((-d * d) / 2)),
});
