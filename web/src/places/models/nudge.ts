import type { SeriesReply } from '@undameter/contract';
import { ModelFunction } from '@undameter/core';

/** One parameter moved by a share of its value. */
export interface Nudge {
  symbol: string;
  share: number;
}

const valuesOf = (series: SeriesReply): Float64Array => Float64Array.from(series.parameters, (p) => p.value ?? NaN);

function curveOver(series: SeriesReply, x: readonly (number | null)[]): ModelFunction {
  const symbols = series.parameters.map((p) => p.symbol);
  return ModelFunction.of(series.expression, symbols, new Map([['x', Float64Array.from(x, (v) => v ?? NaN)]]));
}

const moved = (values: Float64Array, at: number, share: number): Float64Array =>
  values.map((v, k) => (k === at ? v * (1 + share) || share : v));

const squares = (a: Float64Array, b: readonly (number | null)[]): number =>
  a.reduce((sum, v, i) => {
    const d = v - (b[i] ?? NaN);
    return Number.isFinite(d) ? sum + d * d : sum;
  }, 0);

/** A curve of the model over the range of a series. */
export function curveWith(series: SeriesReply, values: Float64Array, range?: readonly [number, number]) {
  const [low, high] = range ?? [series.curve.x[0] ?? 0, series.curve.x.at(-1) ?? 1];
  const x = Array.from({ length: 161 }, (_, i) => low + ((high - low) * i) / 160);
  return { x, y: [...curveOver(series, x).values(values)] };
}

/** What a nudge does: the curve, and how many times larger the misfit of the drawn points becomes. */
export function nudged(series: SeriesReply, { symbol, share }: Nudge) {
  const at = series.parameters.findIndex((p) => p.symbol === symbol);
  const values = moved(valuesOf(series), at, share);
  const points = curveOver(series, series.drawn.x);
  const before = squares(points.values(valuesOf(series)), series.drawn.y);
  return {
    ...curveWith(series, values),
    growth: Math.sqrt(squares(points.values(values), series.drawn.y) / before),
  };
}

/**
 * How far a parameter can be moved alone, either way, until the curve somewhere leaves the scatter of the points:
 * the largest distance from the fitted curve is then one residual standard deviation.
 */
export function rangeWithin(series: SeriesReply, symbol: string): [number, number] | null {
  const at = series.parameters.findIndex((p) => p.symbol === symbol);
  const [values, s] = [valuesOf(series), series.residualStandardDeviation];
  if (s === null || !(s > 0) || !values.every(Number.isFinite)) return null;
  const curve = curveOver(series, series.curve.x);
  const fitted = curve.values(values);
  const step = series.parameters[at]!.standardError || Math.abs(values[at]!) * 1e-6 || 1e-12;
  const isWithin = (by: number): boolean => {
    const there = curve.values(values.map((v, k) => (k === at ? v + by : v)));
    return there.every((v, i) => Math.abs(v - fitted[i]!) <= s);
  };
  const reach = (sign: 1 | -1): number => {
    let [inside, outside] = [0, step];
    for (let k = 0; k < 60 && isWithin(sign * outside); k++) [inside, outside] = [outside, outside * 2];
    for (let k = 0; k < 40; k++) {
      const middle = (inside + outside) / 2;
      if (isWithin(sign * middle)) inside = middle;
      else outside = middle;
    }
    return inside;
  };
  return [values[at]! - reach(-1), values[at]! + reach(1)];
}
