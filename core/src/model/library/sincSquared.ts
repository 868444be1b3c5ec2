import { defineNonlinear, unitOf } from '../defineNonlinear';
import { peakHandles } from '../handles';
import { evenly, pairs, rangeOf, ratios, startsByShape } from '../startsByShape';

const sincSquare = (u: number): number => (u === 0 ? 1 : (Math.sin(u) / u) ** 2);

/** The pattern of a slit, and the spectrum of a window of even height. */
export const sincSquared = defineNonlinear({
  kind: 'sincSquared',
  title: 'Sinc squared',
  formula: 'y0 + A*if(x = x0, 1, sin((x - x0)/w)/((x - x0)/w))^2',
  parameters: [
    { symbol: 'y0', meaning: 'ground', unit: unitOf.y },
    { symbol: 'A', meaning: 'height above it', unit: unitOf.difference },
    { symbol: 'x0', meaning: 'place of the top', unit: unitOf.x },
    { symbol: 'w', meaning: 'width; the first zeros are π·w from the top', unit: unitOf.x, lower: 1e-300 },
  ],
  handles: peakHandles('w'),
  starts: (points) => {
    const { low, high, span } = rangeOf(points.x);
    return startsByShape(
      points,
      pairs(
        evenly(low, high, 40),
        ratios(0.005, 0.4, 12).map((share) => share * span),
      ),
      (x, [x0, w]) => [1, sincSquare((x - x0!) / w!)],
      ([y0, a], [x0, w]) => [y0!, a!, x0!, w!],
    );
  },
});
