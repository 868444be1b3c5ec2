import type { Series } from './seriesData';

/** Said beside a fit through operating points of which some are too short to tell their own ±; nothing where none is. */
export const shortPoints = ({ short, x }: Pick<Series, 'short' | 'x'>): string[] =>
  short > 0
    ? [
        `${short} of ${x.length} operating points last too short for how slowly they wander: their own ± is a guess, and likely too small.`,
      ]
    : [];
