import { AppError } from '../error/AppError';

/** What a table answers outside its knots: nothing (missing, counted), or the end value. */
export type OutsidePolicy = 'refuse' | 'hold';

/** y(x) tabulated, with the units and the source that travel with it. */
export interface PropertyTable {
  symbol: string;
  name: string;
  xName: string;
  xUnit: string;
  yUnit: string;
  source: string;
  outside: OutsidePolicy;
  /** Knots in rising x. */
  x: number[];
  y: number[];
}

/**
 * Brings knots into rising order and refuses what cannot be interpolated.
 * @throws {AppError} TABLE_TOO_SHORT, TABLE_KNOT_NOT_NUMBER, TABLE_KNOT_REPEATED
 */
export function orderKnots(x: readonly number[], y: readonly number[]): { x: number[]; y: number[] } {
  if (x.length !== y.length)
    throw new AppError('LENGTHS_DIFFER', { a: 'x', b: 'y', lengthA: x.length, lengthB: y.length });
  if (x.length < 2) throw new AppError('TABLE_TOO_SHORT', { have: x.length });
  const order = x.map((_, i) => i);
  for (const i of order)
    if (!Number.isFinite(x[i]) || !Number.isFinite(y[i])) throw new AppError('TABLE_KNOT_NOT_NUMBER', { row: i + 1 });
  order.sort((a, b) => x[a]! - x[b]!);
  order.forEach((i, k) => {
    if (k > 0 && x[order[k - 1]!] === x[i])
      throw new AppError('TABLE_KNOT_REPEATED', { x: x[i]!, row: Math.max(i, order[k - 1]!) + 1 });
  });
  return { x: order.map((i) => x[i]!), y: order.map((i) => y[i]!) };
}
