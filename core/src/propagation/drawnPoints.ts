import type { RunState } from '../procedure';
import { gather, type Channel, type Draw } from '../sample';
import type { Fit, FitData, Series } from '../model';

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
export function drawnScatter({ fit, data }: { fit: Fit; data: FitData }, known: PointScatter, { random }: Draw): PointScatter {
  const each = (u: Float64Array | undefined) => u?.map((size) => (size > 0 ? random.normal(size) : 0));
  const freedom = fit.randomDegreesOfFreedom;
  if (freedom === Infinity) return { x: each(known.x), y: each(known.y) };
  const { variance, rho } = fit.scatter;
  if (!(freedom > 0) || !(variance > 0)) return {};
  const size = Math.sqrt((variance * freedom) / random.chiSquare(freedom));
  const fresh = Math.sqrt(1 - rho * rho);
  let e = random.normal(1);
  return {
    y: data.y.map((_, i) => {
      if (i > 0) e = rho * e + fresh * random.normal(1);
      return e * size * (data.sigma?.[i] ?? 1);
    }),
  };
} // prettier-ignore

/** Points moved by a scatter. */
export const scattered = (points: Pick<FitData, 'x' | 'y'>, by: PointScatter): Pick<FitData, 'x' | 'y'> => ({
  x: by.x ? points.x.map((v, i) => v + by.x![i]!) : points.x,
  y: by.y ? points.y.map((v, i) => v + by.y![i]!) : points.y,
});
