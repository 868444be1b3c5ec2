import { candidateThrough, difference, type Difference } from '@undameter/core';
import type { Case, Checker } from './Checker';
import { compareNumbers, worstOf, type Outcome } from './compareNumbers';

/** The measures of a comparison by the names of the file. */
const measures: Record<string, (d: Difference) => number> = {
  n: (d) => d.x.length,
  rmse: (d) => d.rms,
  mae: (d) => d.meanSize,
  maxabs: (d) => Math.abs(d.largest),
  // The file counts reference − candidate.
  bias: (d) => -d.mean,
  pearson: (d) => d.correlation,
  nrmse_range: (d) => d.scaled,
};

const against = (c: Case, d: Difference): Outcome =>
  worstOf(
    ...Object.entries(measures).flatMap(([name, of]) =>
      name in c['out'] ? [compareNumbers(name, [c['out'][name]], [of(d)], 1e-9, 1e-12)] : [],
    ),
  );

const held = (x: number[], y: number[], at: number[], values: number[]): Difference =>
  difference(
    { x: Float64Array.from(x), y: Float64Array.from(y) },
    candidateThrough({ x: Float64Array.from(at), y: Float64Array.from(values) }, 'linear', 'candidate'),
    'reference',
  );

export const comparisons: Checker[] = [
  {
    file: 'signals',
    kind: 'compare-two-grids',
    tolerance: 'relative 1e-9: mean, mean size, rms, largest, correlation in the overlap of two clocks',
    check: (c) => against(c, held(c['ta'], c['ya'], c['tb'], c['yb'])),
  },
  {
    file: 'signals',
    kind: 'compare-metrics',
    tolerance: 'relative 1e-9: as above on one clock, and the rms over the range; R² is not told of a comparison',
    check: (c, all) => {
      const signal = all.find((d) => d['op'] === 'data' && d['signal'] === c['signal'])!;
      return against(c, held(signal['t'], signal['y'], signal['t'], c['out'].ref));
    },
  },
];
