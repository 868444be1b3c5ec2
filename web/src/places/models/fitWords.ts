import type { FitBody, FitReply } from '@undameter/contract';
import { formatCount } from '@undameter/core';

export interface Candidate {
  kind: string;
  settings: FitBody['settings'];
}

/** The model in hand is compared with the first degrees and the plainest curves, until others are chosen. */
export const usualCandidates: Candidate[] = [
  ...[1, 2, 3].map((degree) => ({ kind: 'polynomial', settings: { degree } })),
  { kind: 'exponentialOffset', settings: {} },
  { kind: 'powerLaw', settings: {} },
];

const same = (a: Candidate, b: Candidate): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The candidates with the model in hand among them; one of several x is not ranked beside curves. */
export function rankedWith(others: Candidate[], { model, settings }: Pick<FitBody, 'model' | 'settings'>): Candidate[] {
  const current = { kind: model, settings };
  return model === 'multilinear' || others.some((c) => same(c, current)) ? others : [current, ...others];
}

/** Nothing is missing that the computation needs. */
export const isWholeFit = ({ x, y }: Pick<FitBody, 'x' | 'y'>): boolean => x !== '' && y !== '';

/** How many points are fitted, one of how many is drawn, and how many left out lie off the chart. */
export function countsOf(fit: FitReply | undefined) {
  const series = fit?.series ?? [];
  return {
    fitted: fit && series.reduce((sum, s) => sum + s.points, 0),
    every: Math.max(1, ...series.map((s) => s.drawn.every)),
    beyond: series.reduce((sum, s) => sum + s.leftOut.beyond, 0),
  };
}

/** What is on the chart, in a line. */
export function drawnInWords(fit: FitReply | undefined): string {
  if (!fit) return '';
  const { every, beyond } = countsOf(fit);
  const thinned = every > 1 ? `one point of ${every} drawn; ` : '';
  const off = beyond > 0 ? `${formatCount(beyond)} left out lie off the chart; ` : '';
  return `${fit.series.length} series, ${thinned}${off}drag for a range`;
}
