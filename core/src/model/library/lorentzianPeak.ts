import { defineNonlinear } from '../defineNonlinear';
import { peakHandles } from '../handles';
import { peakParameters, startsOfPeak } from './peak';

export const lorentzianPeak = defineNonlinear({
  kind: 'lorentzianPeak',
  title: 'Lorentzian peak',
  formula: 'y0 + A/(1 + ((x - x0)/g)^2)',
  parameters: peakParameters('g', 'half width at half height'),
  handles: peakHandles('g'),
  starts: (points) => startsOfPeak(points, (d) => 1 / (1 + d * d)),
});
