import { fitModel } from '../fitModel';
import { fTail } from '../statistics/distributions';
import { notTested, passed, said, weightedResiduals, type Diagnosed, type Rung } from './Rung';

/** Scatter this many times what the uncertainties say, in squares, is no chance. */
const MUCH = 2;

/** Are the uncertainties used, and do they explain the scatter. */
export function uncertaintyRung(d: Diagnosed): Rung {
  return alongX(d) ?? fewWorth(d) ?? (d.weights === 'none' ? unweighted(d) : weighted(d));
}

/** With fewer independent points a parameter, how much they depend on each other is too unsure to be taken for known. */
const FEW_A_PARAMETER = 12;
/** Fewer than this share: neighbours depend on each other. */
const DEPENDENT = 0.8;

/** Points that depend on each other so much that few are left. */
function fewWorth({ fit, data }: Diagnosed): Rung | undefined {
  const n = data.x.length;
  if (!(fit.worth < DEPENDENT * n) || fit.worth >= FEW_A_PARAMETER * fit.parameters.length) return undefined;
  return {
    title: 'Uncertainties',
    state: 'doubtful',
    text: `Neighbours depend on each other, and ${n} points count as ${said(fit.worth)}. How much they do is itself found from the residuals, so that the ± may be some per cent too small. A longer stretch, or operating points, would tell more.`,
  };
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
  return {
    title: 'Uncertainties',
    state: 'doubtful',
    text: `The ± of ${names.x} moves a point as far off the curve as ${said(typical)} times the ± of ${names.y}, and this fit does not know of it: the slope comes out too small.`,
    action: { title: 'Count errors in both', weights: 'both' },
  };
}

function unweighted(d: Diagnosed): Rung {
  const { data, fit, known } = d;
  const growth = growthOf(data.x, fit.residuals);
  const shift = known.sigma ? shiftByWeights(d, known.sigma) : undefined;
  if (growth)
    return {
      title: 'Uncertainties',
      state: 'doubtful',
      text: `The scatter is ${said(growth.ratio)} times as large ${growth.where}: each point counts the same here, though some are surer.${shift ? ` With weights ${shift}.` : ''}`,
      ...(known.sigma
        ? { action: { title: 'Weight by the ±', weights: 'relative' as const } }
        : { action: { title: 'Let far points pull less', loss: 'huber' as const } }),
    };
  if (known.sigma && shift)
    return {
      title: 'Uncertainties',
      state: 'doubtful',
      text: `The points carry uncertainties that this fit does not use: with them ${shift}.`,
      action: { title: 'Weight by the ±', weights: 'relative' },
    };
  const independent =
    fit.worth < DEPENDENT * data.x.length
      ? `${data.x.length} points that count as ${said(fit.worth)}, since neighbours depend on each other`
      : 'each point taken as independent';
  if (fit.effects.length === 0)
    return notTested(
      'Uncertainties',
      `from the scatter about the curve, ${independent}. No error of x or y is declared, so what all points share, such as a sensor’s offset, is not in the ±`,
    );
  return passed(
    'Uncertainties',
    `from the scatter about the curve, ${independent}, and from what the points share: ${fit.effects.map((e) => e.source).join(', ')}${known.sigma ? '. Weights would move no parameter by much' : ''}`,
  );
}

function weighted(d: Diagnosed): Rung {
  const {
    weights,
    data,
    fit: { reducedChiSquare, effects },
  } = d;
  const growth = growthOf(data.x, weightedResiduals(d));
  if (growth)
    return {
      title: 'Uncertainties',
      state: 'doubtful',
      text: `By its own ± the scatter is ${said(growth.ratio)} times as large ${growth.where}: the ± of the points does not grow as they do.`,
    };
  const shared =
    effects.length > 0
      ? `and from what the points share: ${effects.map((e) => e.source).join(', ')}`
      : 'what all points share is not in it';
  if (weights === 'relative' || !data.sigmaIsAbsolute)
    return passed('Uncertainties', `sure points count more; the ± comes from the scatter about the curve, ${shared}`);
  const found = `χ²/ν is ${said(reducedChiSquare)}`;
  if (reducedChiSquare > MUCH)
    return {
      title: 'Uncertainties',
      state: 'doubtful',
      text: `${found}: the points scatter more than their uncertainties say. The model misses something, or the ± is too small.`,
      action: { title: 'Take the ± as ratios only', weights: 'relative' },
    };
  if (reducedChiSquare < 1 / MUCH)
    return {
      title: 'Uncertainties',
      state: 'doubtful',
      text: `${found}: the points scatter less than their uncertainties say. The ± may be too large, or is shared by all points.`,
      action: { title: 'Take the ± as ratios only', weights: 'relative' },
    };
  return passed('Uncertainties', `${found}: the points scatter as their uncertainties say`);
}

/** Where the points scatter more than elsewhere: at one end of x, at both, or in the middle. */
function growthOf(x: Float64Array, residuals: Float64Array): { ratio: number; where: string } | undefined {
  const order = [...x.keys()].sort((a, b) => x[a]! - x[b]!);
  const third = Math.floor(order.length / 3);
  if (third < 6) return undefined;
  const square = (places: readonly number[]): number =>
    places.reduce((s, i) => s + residuals[i]! ** 2, 0) / places.length;
  const [first, middle, last] = [order.slice(0, third), order.slice(third, -third), order.slice(-third)];
  const held = (more: readonly number[], less: readonly number[], where: string) => {
    const f = square(more) / square(less);
    return f > 3 && fTail(f, more.length, less.length) < 0.003 ? { ratio: Math.sqrt(f), where } : undefined;
  };
  const ends = [...first, ...last];
  return (
    held(last, first, 'at large x') ??
    held(first, last, 'at small x') ??
    held(ends, middle, 'towards both ends of x') ??
    held(middle, ends, 'in the middle of x')
  );
}

/** The parameter that weights would move most, in its standard errors. */
function shiftByWeights(
  { model, candidate, data, choices, fit, symbols }: Diagnosed,
  sigma: Float64Array,
): string | undefined {
  if (!sigma.every((s) => s > 0 && Number.isFinite(s))) return undefined;
  const other = fitModel(model, candidate.settings, { ...data, sigma, sigmaIsAbsolute: false }, choices);
  const shifts = symbols.map(
    (_, k) => Math.abs(other.parameters[k]! - fit.parameters[k]!) / fit.standardErrors[k]! || 0,
  );
  const most = shifts.indexOf(Math.max(...shifts));
  return shifts[most]! > 1
    ? `${symbols[most]} would be ${said(other.parameters[most]!)} instead of ${said(fit.parameters[most]!)}, ${said(shifts[most]!)} standard errors away`
    : undefined;
}

function ends(x: Float64Array): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const v of x) [low, high] = [Math.min(low, v), Math.max(high, v)];
  return [low, high];
}
