import { defineNonlinear, unitOf } from '../defineNonlinear';
import { evenly, pairs, rangeOf, startsByShape } from '../startsByShape';

export const decayingSine = defineNonlinear({
  kind: 'decayingSine',
  title: 'Sine with decay',
  formula: 'y0 + A*exp(-d*x)*sin(2*pi*f*x + phi)',
  parameters: [
    { symbol: 'y0', meaning: 'middle', unit: unitOf.y },
    { symbol: 'A', meaning: 'amplitude at x = 0', unit: unitOf.difference },
    { symbol: 'd', meaning: 'decay: how fast ln of the amplitude falls', unit: unitOf.rate },
    { symbol: 'f', meaning: 'frequency', unit: unitOf.rate, lower: 0 },
    { symbol: 'phi', meaning: 'phase at x = 0 in radians', unit: unitOf.none },
  ],
  starts: (points) => {
    const { span } = rangeOf(points.x);
    const frequencies = evenly(0.25 / span, Math.min(points.x.length / 3, 60) / span, 240);
    const candidates = pairs(
      frequencies,
      [0, 0.5, 2, 6].map((share) => share / span),
    );
    const basis = (x: number, [f, d]: readonly number[]): number[] => {
      const size = Math.exp(-d! * x);
      return [1, size * Math.sin(2 * Math.PI * f! * x), size * Math.cos(2 * Math.PI * f! * x)];
    };
    return startsByShape(points, candidates, basis, ([y0, s, c], [f, d]) => [
      y0!,
      Math.hypot(s!, c!),
      d!,
      f!,
      Math.atan2(c!, s!),
    ]);
  },
});
