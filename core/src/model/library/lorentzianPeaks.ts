import { defineSeveralPeaks } from './peaks';

export const lorentzianPeaks = defineSeveralPeaks({
  kind: 'lorentzianPeaks',
  peaks: 'Lorentzian peaks',
  single: 'lorentzianPeak',
  width: 'g',
  meaning: 'half width at half height',
  term: (height, place, width) => `${height}/(1 + ((x - ${place})/${width})^2)`,
  at: (d) => 1 / (1 + d * d),
});
