import type { RunState } from '../procedure';
import { gather, type Channel, type Draw } from '../sample';
import type { Fit, FitData, NoiseThrough, Series } from '../model';
import type { Random } from '../number/Random';

/** The points of a series in a drawn run: the same samples, or the means of the same stretches. */
export function drawnPoints(state: RunState, series: Series): Pick<FitData, 'x' | 'y' | 'others'> {
  const column = ({ symbol }: Channel): Float64Array => {
    const { values } = state.channels.get(symbol)!;
    return isOfSamples(series.members)
      ? gather(values, series.members)
      : Float64Array.from(series.members, (samples) => meanOf(values, samples));
  };
  const others = series.otherChannels.map(column);
  return { x: column(series.xChannel), y: column(series.yChannel), ...(others.length > 0 ? { others } : {}) };
}

const isOfSamples = (members: Series['members']): members is Int32Array => members instanceof Int32Array;

function meanOf(values: Float64Array, samples: Int32Array): number {
  let [sum, count] = [0, 0];
  for (const i of samples) {
    if (!Number.isFinite(values[i]!)) continue;
    sum += values[i]!;
    count++;
  }
  return sum / count;
}

/** What differs from point to point: of y, and of x where it is known. */
export interface PointScatter {
  x?: Float64Array | undefined;
  y?: Float64Array | undefined;
}

/**
 * Another scatter of the points of a fit. Where their own ± is known it is drawn by that; else as the residuals scatter,
 * with their dependence on each other and with the degrees of freedom that tell it.
 * @param known  standard uncertainty of each point by what differs from one to the next, where the fit rests on it
 * Source: JCGM 101:2008, 6.4.9: a standard deviation of few degrees of freedom is drawn from a scaled and shifted t-distribution.
 */
export function drawnScatter(
  { fit, data }: { fit: Fit; data: FitData },
  known: PointScatter,
  { random }: Draw,
): PointScatter {
  const each = (u: Float64Array | undefined) => u?.map((size) => (size > 0 ? random.normal(size) : 0));
  const freedom = fit.randomDegreesOfFreedom;
  if (freedom === Infinity) return { x: each(known.x), y: each(known.y) };
  const { variance, rho, through } = fit.scatter;
  if (!(freedom > 0) || !(variance > 0)) return {};
  const size = Math.sqrt((variance * freedom) / random.chiSquare(freedom));
  const n = data.y.length;
  if (through) return { y: spreadOver(firstOrder(through.samples, rho, random), through, n).map((e) => e * size) };
  return { y: firstOrder(n, rho, random).map((e, i) => e * size * (data.sigma?.[i] ?? 1)) };
}

/** Noise of standard deviation 1 of which each value keeps a share of the one before. */
function firstOrder(n: number, rho: number, random: Random): Float64Array {
  const fresh = Math.sqrt(1 - rho * rho);
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) out[i] = i === 0 ? random.normal(1) : rho * out[i - 1]! + fresh * random.normal(1);
  return out;
}

/** Noise of the logged samples as it comes into the points. */
function spreadOver(noise: Float64Array, { spread, pointOf }: NoiseThrough, points: number): Float64Array {
  const out = new Float64Array(points);
  noise.forEach((e, m) => {
    const into = spread(m);
    into?.weights.forEach((w, j) => {
      const point = pointOf[into.from + j] ?? -1;
      if (point >= 0) out[point] = out[point]! + w * e;
    });
  });
  return out;
}

/** Points moved by a scatter. */
export const scattered = (points: Pick<FitData, 'x' | 'y'>, by: PointScatter): Pick<FitData, 'x' | 'y'> => ({
  x: by.x ? points.x.map((v, i) => v + by.x![i]!) : points.x,
  y: by.y ? points.y.map((v, i) => v + by.y![i]!) : points.y,
});
