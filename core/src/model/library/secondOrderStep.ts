import { defineNonlinear, unitOf } from '../defineNonlinear';
import { evenly, rangeOf, ratios, startsByShape } from '../startsByShape';

const u = 'max(x - L, 0)/T';
const damped = 'sqrt(1 - zeta^2)';
const slow = 'sqrt(zeta^2 - 1)';

/** What is left of the step at a time counted in T; either side of critical damping. */
function left(time: number, zeta: number): number {
  const root = Math.sqrt(Math.abs(1 - zeta * zeta));
  if (zeta < 1) return Math.exp(-zeta * time) * (Math.cos(root * time) + (zeta / root) * Math.sin(root * time));
  const [a, b] = [zeta + root, zeta - root];
  return (a * Math.exp(-time / a) - b * Math.exp(-time / b)) / (2 * root);
}

/** A mass on a spring, a pressure line with its sensor: it swings about the end value, or creeps to it. */
export const secondOrderStep = defineNonlinear({
  kind: 'secondOrderStep',
  title: 'Second-order step response with dead time',
  formula: `y0 + D*(1 - if(zeta < 1, exp(-zeta*${u})*(cos(${damped}*${u}) + zeta/${damped}*sin(${damped}*${u})), ((zeta + ${slow})*exp(-${u}/(zeta + ${slow})) - (zeta - ${slow})*exp(-${u}/(zeta - ${slow})))/(2*${slow})))`,
  parameters: [
    { symbol: 'y0', meaning: 'value before', unit: unitOf.y },
    { symbol: 'D', meaning: 'size of the step', unit: unitOf.difference },
    { symbol: 'L', meaning: 'x at which it begins', unit: unitOf.x },
    { symbol: 'T', meaning: 'time constant: period of the undamped swing over 2π', unit: unitOf.x, lower: 1e-300 },
    { symbol: 'zeta', meaning: 'damping ratio: it swings below 1', unit: unitOf.none, lower: 0 },
  ],
  starts: (points) => {
    const { low, high, span } = rangeOf(points.x);
    const shapes = [low, ...evenly(low, high, 12)].flatMap((begin) =>
      ratios(0.005, 0.6, 12).flatMap((share) => [0.1, 0.25, 0.5, 0.8, 1.6].map((zeta) => [begin, share * span, zeta])),
    );
    return startsByShape(
      points,
      shapes,
      (x, [l, t, zeta]) => [1, 1 - left(Math.max(x - l!, 0) / t!, zeta!)],
      ([y0, d], [l, t, zeta]) => [y0!, d!, l!, t!, zeta!],
    );
  },
});
