/** How far one source of error moves each of the n points: one standard deviation of it, with its sign, the same for all points. */
export interface PointErrors {
  source: string;
  /** Length n, unit of x; absent where it does not reach x. */
  x?: Float64Array | undefined;
  /** Length n, unit of y. */
  y?: Float64Array | undefined;
  /** Of each further x, each length n in its unit. */
  others?: readonly (Float64Array | undefined)[] | undefined;
}

/** What one source does to a fit: the change of its coefficients by one standard deviation of it. */
export interface SystematicEffect {
  source: string;
  /** In the order of the gradients of the curve. */
  change: Float64Array;
}

/** The effects of sources on a number that changes with the coefficients as the gradient says. */
export const effectsOn = (gradient: Float64Array, effects: readonly SystematicEffect[]): Map<string, number> =>
  new Map(effects.map(({ source, change }) => [source, gradient.reduce((sum, g, k) => sum + g * change[k]!, 0)]));

/** Root of the sum of squares: sources are independent of each other. Source: JCGM 100:2008 (GUM) 5.1.2. */
export const rootOfSquares = (values: Iterable<number>): number => {
  let sum = 0;
  for (const v of values) sum += v * v;
  return Math.sqrt(sum);
};
