import { defineNonlinear, unitOf } from '../defineNonlinear';
import { pairs, rangeOf, ratios, startsByShape } from '../startsByShape';

export const doubleExponential = defineNonlinear({
  kind: 'doubleExponential',
  title: 'Double exponential',
  formula: 'y0 + A*exp(-x/tau) + B*exp(-x/theta)',
  parameters: [
    { symbol: 'y0', meaning: 'value in the end', unit: unitOf.y },
    { symbol: 'A', meaning: 'size of the faster part', unit: unitOf.difference },
    { symbol: 'tau', meaning: 'x in which it falls to 1/e', unit: unitOf.x, lower: 1e-300 },
    { symbol: 'B', meaning: 'size of the slower part', unit: unitOf.difference },
    { symbol: 'theta', meaning: 'x in which it falls to 1/e', unit: unitOf.x, lower: 1e-300 },
  ],
  simpler: () => [{ kind: 'exponentialOffset', settings: {} }],
  starts: (points) => {
    const { span } = rangeOf(points.x);
    const sizes = ratios(0.01, 3, 12).map((share) => share * span);
    const candidates = pairs(sizes, sizes).filter(([fast, slow]) => fast! < slow!);
    return startsByShape(
      points,
      candidates,
      (x, [f, s]) => [1, Math.exp(-x / f!), Math.exp(-x / s!)],
      ([y0, a, b], [f, s]) => [y0!, a!, f!, b!, s!],
    );
  },
});
