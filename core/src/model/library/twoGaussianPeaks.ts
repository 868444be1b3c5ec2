import { defineNonlinear, unitOf } from '../defineNonlinear';
import { evenly, rangeOf, ratios, startsByShape } from '../startsByShape';

const bell = (x: number, at: number, s: number): number => Math.exp(-0.5 * ((x - at) / s) ** 2);

/** Two peaks that may overlap, over a level ground. */
export const twoGaussianPeaks = defineNonlinear({
  kind: 'twoGaussianPeaks',
  title: 'Two Gaussian peaks',
  formula: 'y0 + A1*exp(-0.5*((x - x1)/s1)^2) + A2*exp(-0.5*((x - x2)/s2)^2)',
  parameters: [
    { symbol: 'y0', meaning: 'ground', unit: unitOf.y },
    { symbol: 'A1', meaning: 'height of the first', unit: unitOf.difference },
    { symbol: 'x1', meaning: 'place of the first', unit: unitOf.x },
    { symbol: 's1', meaning: 'standard deviation of the first', unit: unitOf.x, lower: 1e-300 },
    { symbol: 'A2', meaning: 'height of the second', unit: unitOf.difference },
    { symbol: 'x2', meaning: 'place of the second', unit: unitOf.x },
    { symbol: 's2', meaning: 'standard deviation of the second', unit: unitOf.x, lower: 1e-300 },
  ],
  starts: (points) => {
    const { low, high, span } = rangeOf(points.x);
    const places = evenly(low, high, 16);
    const widths = ratios(0.015, 0.25, 5).map((share) => share * span);
    const shapes = places.flatMap((a, k) => places.slice(k + 1).flatMap((b) => widths.map((s) => [a, b, s])));
    return startsByShape(
      points,
      shapes,
      (x, [a, b, s]) => [1, bell(x, a!, s!), bell(x, b!, s!)],
      ([y0, first, second], [a, b, s]) => [y0!, first!, a!, s!, second!, b!, s!],
    );
  },
});
