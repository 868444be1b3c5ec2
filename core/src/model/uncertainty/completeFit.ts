import { studentTQuantile } from '../statistics/studentT';
import { normalQuantile } from '../statistics/distributions';
import type { Fit, FitData, PlainFit } from '../Model';
import { correlatedCovariance } from './correlatedCovariance';
import { dependenceOf } from '../../signal';
import { noiseThrough, type ThroughFit } from './noiseThrough';
import { effectsOn, rootOfSquares, type SystematicEffect } from './PointErrors';
import type { Spread } from './Spread';

/** About as many degrees of freedom as make no difference to the normal distribution. */
const MANY = 1e5;

/**
 * Random and systematic parts together. The random one has the degrees of freedom of its scatter, the systematic ones are
 * taken as known. Source: JCGM 100:2008 (GUM) G.4.1, the formula of Welch and Satterthwaite.
 */
export function spreadOf(random: number, systematic: number, degreesOfFreedom: number): Spread {
  const standard = Math.hypot(random, systematic);
  const freedom = random > 0 ? degreesOfFreedom * (standard / random) ** 4 : Infinity;
  const factor = coverageFactor(freedom);
  return { random, systematic, standard, halfWidth: factor * standard, factor };
}

/** Factor of the 95 % interval; NaN without a degree of freedom. */
export const coverageFactor = (degreesOfFreedom: number): number =>
  degreesOfFreedom > MANY
    ? normalQuantile(0.975)
    : degreesOfFreedom > 0
      ? studentTQuantile(0.975, degreesOfFreedom)
      : NaN;

/** No more of the scatter than this is taken to have gone into the curve. */
const LEAST_LEFT = 0.2;

/** A fit with what its points share and how they depend on each other in what it says of its sureness. */
export function completeFit(fit: PlainFit, data: FitData, effects: readonly SystematicEffect[]): Fit {
  const { spread: random, worth, freedom: randomFreedom, scatter } = scatterOf(fit, data);
  const spread = (gradient: Float64Array, further = 0): Spread => {
    const systematic = effects.length > 0 ? rootOfSquares(effectsOn(gradient, effects).values()) : 0;
    return spreadOf(Math.hypot(random(gradient), further), systematic, randomFreedom);
  };
  const rows = fit.parameterGradients;
  const hasMore = effects.length > 0 || random !== fit.randomSpread;
  return {
    ...fit,
    effects,
    worth,
    scatter,
    randomDegreesOfFreedom: randomFreedom,
    standardErrors: hasMore ? Float64Array.from(rows, (row) => spread(row).standard) : fit.standardErrors,
    spread,
    parameterSpread: (k) => (hasMore ? spread(rows[k]!) : spreadOf(fit.standardErrors[k]!, 0, randomFreedom)),
  };
}

/** What the residuals say of how sure a fit is. */
interface Scatter {
  spread: (gradient: Float64Array) => number;
  worth: number;
  /** Degrees of freedom; infinite where the scatter of a point is known. */
  freedom: number;
  scatter: Fit['scatter'];
}

/** Of independent residuals as the fit has it, of dependent ones through their correlations. */
function scatterOf(fit: PlainFit, data: FitData): Scatter {
  const n = data.x.length;
  const isScatter = !(data.sigma && data.sigmaIsAbsolute);
  const independent: Scatter = {
    spread: fit.randomSpread,
    worth: n,
    freedom: isScatter ? fit.degreesOfFreedom : Infinity,
    scatter: { variance: fit.variance, rho: 0 },
  };
  if (!data.isInOrder || !isScatter) return independent;
  const weighted = data.sigma ? fit.residuals.map((r, i) => r / data.sigma![i]!) : fit.residuals;
  const through = noiseThrough(fit, data, weighted);
  if (through) return throughSteps(data, through);
  const { rho, tau } = dependenceOf(weighted, fit.parameters.length);
  return rho === 0 ? independent : ofFirstOrder(fit, data, rho, tau);
}

/** Residuals of a channel that linear steps made. */
function throughSteps(data: FitData, { unit, variance, degreesOfFreedom, correlations, rho }: ThroughFit): Scatter {
  const tau = correlations.reduce((sum, r, k) => sum + (k === 0 ? 1 : 2) * r, 0);
  return {
    spread: spreadBy(unit, variance),
    worth: data.x.length / Math.max(1, tau),
    freedom: degreesOfFreedom,
    scatter: { variance, rho, through: data.noise },
  };
}

/** Residuals of which each keeps a share of the one before. */
function ofFirstOrder(fit: PlainFit, data: FitData, rho: number, tau: number): Scatter {
  const { unit, taken } = correlatedCovariance(fit, data, fit.inverse, rho);
  // The fit follows slow residuals, so that what is left of them is smaller than they are.
  const n = data.x.length;
  const variance = (fit.variance * (n - fit.parameters.length)) / Math.max(LEAST_LEFT * n, n - taken);
  const worth = n / tau;
  return {
    spread: spreadBy(unit, variance),
    worth,
    freedom: Math.max(1, worth - fit.parameters.length),
    scatter: { variance, rho },
  };
}

const spreadBy =
  (unit: readonly Float64Array[], variance: number) =>
  (gradient: Float64Array): number => {
    const square = gradient.reduce((sum, g, k) => sum + g * unit[k]!.reduce((s, v, l) => s + v * gradient[l]!, 0), 0);
    return Math.sqrt(Math.max(0, variance * square));
  };
