import { fitModel } from '../fitModel';
import { fTail } from '../statistics/distributions';
import { passed, said, type Diagnosed, type Rung } from './Rung';

/** Scatter this many times what the uncertainties say, in squares, is no chance. */
const MUCH = 2;

/** Are the uncertainties used, and do they explain the scatter. */
export function uncertaintyRung(d: Diagnosed): Rung {
  return alongX(d) ?? (d.weights === 'none' ? unweighted(d) : weighted(d));
}

/** Points that are sure in x and unsure in y, or the other way round. */
function alongX({ known: { sigma, sigmaX }, data, fit, weights, names }: Diagnosed): Rung | undefined {
  if (!sigma || !sigmaX || weights === 'both') return undefined;
  const range = ends(data.x);
  const h = (range[1] - range[0]) * 1e-4;
  const shares = [...data.x.keys()].map((i) => {
    const slope = (fit.curve(data.x[i]! + h).value - fit.curve(data.x[i]! - h).value) / (2 * h);
    return Math.abs(slope * sigmaX[i]!) / sigma[i]!;
  });
  const typical = shares.sort((a, b) => a - b)[Math.floor(shares.length / 2)]!;
  if (!(typical > 0.5)) return undefined;
  return { title: 'Uncertainties', state: 'doubtful', text: `The ± of ${names.x} moves a point as far off the curve as ${said(typical)} times the ± of ${names.y}, and this fit does not know of it: the slope comes out too small.`, action: { says: 'Count errors in both', weights: 'both' } };
} // prettier-ignore

function unweighted(d: Diagnosed): Rung {
  const { data, fit, known } = d;
  const growth = growthOf(data.x, fit.residuals);
  const shift = known.sigma ? shiftByWeights(d, known.sigma) : undefined;
  if (growth)
    return {
      title: 'Uncertainties',
      state: 'doubtful',
      text: `The scatter is ${said(growth.ratio)} times as large at ${growth.isRising ? 'large' : 'small'} x: each point counts the same here, though some are surer.${shift ? ` With weights ${shift}.` : ''}`,
      ...(known.sigma ? { action: { says: 'Weight by the ±', weights: 'relative' as const } } : { action: { says: 'Let far points pull less', loss: 'huber' as const } }),
    };
  if (known.sigma && shift)
    return { title: 'Uncertainties', state: 'doubtful', text: `The points carry uncertainties that this fit does not use: with them ${shift}.`, action: { says: 'Weight by the ±', weights: 'relative' } };
  return passed('Uncertainties', `from the scatter about the curve, each point taken as independent; what all points share, such as a sensor’s offset, is not in the ±${known.sigma ? '. Weights would move no parameter by much' : ''}`);
} // prettier-ignore

function weighted({ weights, fit: { reducedChiSquare } }: Diagnosed): Rung {
  if (weights === 'relative') return passed('Uncertainties', 'sure points count more; the ± comes from the scatter about the curve. What all points share is not in it');
  const told = `χ²/ν is ${said(reducedChiSquare)}`;
  if (reducedChiSquare > MUCH)
    return { title: 'Uncertainties', state: 'doubtful', text: `${told}: the points scatter more than their uncertainties say. The model misses something, or the ± is too small.`, action: { says: 'Take the ± as ratios only', weights: 'relative' } };
  if (reducedChiSquare < 1 / MUCH)
    return { title: 'Uncertainties', state: 'doubtful', text: `${told}: the points scatter less than their uncertainties say. The ± may be too large, or is shared by all points.`, action: { says: 'Take the ± as ratios only', weights: 'relative' } };
  return passed('Uncertainties', `${told}: the points scatter as their uncertainties say`);
} // prettier-ignore

/** Scatter in the last third of x against the first. */
function growthOf(x: Float64Array, residuals: Float64Array): { ratio: number; isRising: boolean } | undefined {
  const order = [...x.keys()].sort((a, b) => x[a]! - x[b]!);
  const third = Math.floor(order.length / 3);
  if (third < 6) return undefined;
  const square = (places: readonly number[]): number => places.reduce((s, i) => s + residuals[i]! ** 2, 0) / places.length;
  const [first, last] = [square(order.slice(0, third)), square(order.slice(-third))];
  const f = Math.max(first, last) / Math.min(first, last);
  return f > 4 && fTail(f, third, third) < 0.001 ? { ratio: Math.sqrt(f), isRising: last > first } : undefined;
} // prettier-ignore

/** The parameter that weights would move most, in its standard errors. */
function shiftByWeights({ model, candidate, data, choices, fit, symbols }: Diagnosed, sigma: Float64Array): string | undefined {
  if (!sigma.every((s) => s > 0 && Number.isFinite(s))) return undefined;
  const other = fitModel(model, candidate.settings, { ...data, sigma, sigmaIsAbsolute: false }, choices);
  const shifts = symbols.map((_, k) => Math.abs(other.parameters[k]! - fit.parameters[k]!) / fit.standardErrors[k]! || 0);
  const most = shifts.indexOf(Math.max(...shifts));
  return shifts[most]! > 1 ? `${symbols[most]} would be ${said(other.parameters[most]!)} instead of ${said(fit.parameters[most]!)}, ${said(shifts[most]!)} standard errors away` : undefined;
} // prettier-ignore

function ends(x: Float64Array): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const v of x) [low, high] = [Math.min(low, v), Math.max(high, v)];
  return [low, high];
}
