import { centralDifference, movingAverage, savitzkyGolay, type SavitzkyGolayEnds } from '@undameter/core';
import type { Case, Checker } from './Checker';
import { compareNumbers, sizeOf } from './compareNumbers';

const ends: Record<string, SavitzkyGolayEnds> = { interp: 'fit', mirror: 'mirror', nearest: 'nearest' };

/** A column of the signal that the case names; its samples stand in a case of their own. */
const column = (c: Case, all: readonly Case[], key: 't' | 'y'): Float64Array =>
  Float64Array.from(
    all.find((d) => d['op'] === 'data' && d['signal'] === c['signal'])![key],
    (v: number | null) => v ?? NaN,
  );

/** An operation on (y, t), compared with the output of the case. */
const operation = (
  op: string,
  run: (y: Float64Array, t: Float64Array, p: Case['params']) => Float64Array,
): Checker => ({
  file: 'signals',
  kind: op,
  tolerance: 'relative 1e-9, of the largest value where a result passes through zero',
  check: (c, all) =>
    compareNumbers(op, c['out'], run(column(c, all, 'y'), column(c, all, 't'), c['params']), 1e-9, sizeOf(c['out'])),
});

export const signals: Checker[] = [
  operation('gradient', (y, t, p) => centralDifference(y, t, p.edge_order)),
  operation('gradient-dt', (y, _, p) => centralDifference(y, p.dt, p.edge_order)),
  operation('movavg-shrink', (y, _, p) => movingAverage(y, p.window, 'clip')),
  operation('movavg-shrink-symmetric', (y, _, p) => movingAverage(y, p.window, 'symmetric')),
  operation('savgol', (y, _, p) =>
    savitzkyGolay(y, {
      window: p.window,
      order: p.polyorder,
      derivative: p.deriv,
      spacing: p.delta,
      ends: ends[p.mode]!,
    }),
  ),
];
