import { defineSeveralPeaks } from './peaks';

export const gaussianPeaks = defineSeveralPeaks({
  kind: 'gaussianPeaks',
  peaks: 'Gaussian peaks',
  single: 'gaussianPeak',
  width: 's',
  meaning: 'standard width',
  term: (height, place, width) => `${height}*exp(-0.5*((x - ${place})/${width})^2)`,
  at: (d) => Math.exp(-0.5 * d * d),
});
