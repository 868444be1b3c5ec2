export { centralDifference, type EndOrder } from './differentiate/centralDifference';
export { quietestDerivative, type Differentiator, type Quietest } from './differentiate/quietest';
export { driftOf, type Drift } from './statistics/drift';
export { directionsOf, DOWN, UNMOVED, UP } from './directions';
export { meansAround } from './meansAround';
export { bridged, evenSpacing, evenTolerance, usualSpacing, type Bridged } from './evenSpacing';
export { amplitudeRatio, butterworth, type Butterworth, type PassBand, type Section } from './filter/butterworth';
export { fourierLowPass } from './filter/fourierFilter';
export { line, removeLine, removeMean } from './filter/removeDrift';
export { filterForward, filterZeroPhase } from './filter/runSections';
export { runningIntegral, simpsonIntegral, type OddInterval } from './integrate/integrate';
export { endRules, type EndRule } from './smooth/ends';
export { exponentialAverage, gaussianAverage } from './smooth/kernels';
export { localPolynomialWeights } from './smooth/localPolynomial';
export { localRegression } from './smooth/localRegression';
export { movingAverage, movingAverageContinued, type WindowEnds } from './smooth/movingAverage';
export { runningMedian } from './smooth/runningMedian';
export {
  localPolynomialSmooth,
  savitzkyGolay,
  type SavitzkyGolayEnds,
  type SavitzkyGolaySettings,
} from './smooth/savitzkyGolay';
export { windowOfCutoff, type WeightedSmoother } from './smooth/windowOfCutoff';
export type { Watched } from './steady/Watched';
export { calmFlags, cutSettling, steadyFlags } from './steady/steadyFlags';
export { splitAtJumps, type Jump } from './steady/splitAtJumps';
export { approachOf, cutApproach, type Approach } from './steady/approachOf';
export { countCycles, cyclesAtLeast, type CycleClass, type CycleCount } from './cycles/rainflow';
export { bestWindow, type WindowProposal } from './bestWindow';
export { smoothingCost, type Peak, type SmoothingCost } from './smoothingCost';
export { crossCorrelation } from './spectrum/crossCorrelation';
export { amplitudes, powerDensity, type DensitySettings, type Lines } from './spectrum/density';
export {
  averagedSpectra,
  bandOfDensity,
  LONGEST_PROPOSED,
  proposedSegment,
  type Averages,
  type Averaging,
} from './spectrum/welch';
export { tapers, type Taper } from './spectrum/tapers';
export { LEAST_FOR_LINES, spectralPeaks, type SpectralPeak } from './spectrum/peaks';
export { bandAround, transferOf, type Transfer } from './spectrum/transfer';
export { evenInTurns, type InTurns } from './spectrum/orders';
export { fft } from './spectrum/fft';
export { realSpectrum, samplesOfSpectrum, type Spectrum } from './spectrum/realSpectrum';
export { correlationsThrough, inSeries, overStretches, spreadOfSamples } from './response';
export { dependenceOf, productAtLag, type Dependence } from './statistics/dependence';
export { MAD_OF_SIGMA, noiseOfColumn } from './statistics/noise';
export { standardErrorOfMean, type Mean } from './statistics/standardErrorOfMean';
export { quantile, statistics, type Statistics } from './statistics/statistics';
