import type { Series } from './seriesData';

type Points = Pick<Series, 'short' | 'twice' | 'without' | 'x'>;

/** Said beside a fit of what speaks against its points; nothing where nothing does. */
export function doubtsOfPoints({ short, twice, without, x }: Points): string[] {
  const doubts: string[] = [];
  if (short > 0)
    doubts.push(
      `${short} of ${x.length} operating points last too short for how slowly they wander: ` +
        'their own ± is a guess, and likely too small.',
    );
  if (twice > 0)
    doubts.push(
      `${twice === 1 ? 'One sample lies' : `${twice} samples lie`} in operating points of more than one condition: ` +
        'those points are not independent, and they count twice.',
    );
  if (without.length > 0) doubts.push(`No sample of this run is picked by ${without.join(', ')}.`);
  return doubts;
}
