import { unitOf, type NonlinearParameter } from '../defineNonlinear';
import type { Points } from '../Model';
import { evenly, pairs, rangeOf, ratios, startsByShape } from '../startsByShape';

/** The parameters of a peak over a level ground, with the symbol and meaning of its width. */
export const peakParameters = (width: string, meaning: string): NonlinearParameter[] => [
  { symbol: 'y0', meaning: 'ground', unit: unitOf.y },
  { symbol: 'A', meaning: 'height above it', unit: unitOf.difference },
  { symbol: 'x0', meaning: 'place of the top', unit: unitOf.x },
  { symbol: width, meaning, unit: unitOf.x, lower: 1e-300 },
];

/** @param form  height of the peak at a distance from its top, counted in widths */
export function startsOfPeak(points: Points, form: (distance: number) => number): number[][] {
  const { low, high, span } = rangeOf(points.x);
  const widths = ratios(0.01, 0.7, 10).map((share) => share * span);
  return startsByShape(
    points,
    pairs(evenly(low, high, 40), widths),
    (x, [x0, s]) => [1, form((x - x0!) / s!)],
    ([y0, a], [x0, s]) => [y0!, a!, x0!, s!],
  );
}
