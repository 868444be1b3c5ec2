import type { ComparisonReply, FitReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { toCsv } from '../../board/toCsv';

interface Row {
  series: string;
  what: string;
  x: number | null;
  y: number | null;
}
type Column = readonly (number | null)[];

const rowsOf = (series: string, what: string, x: Column, y: Column): Row[] =>
  x.map((at, k) => ({ series, what, x: at, y: y[k] ?? null }));

const csvOf = ({ x, y }: Pick<FitReply, 'x' | 'y'>, rows: readonly Row[]): string =>
  toCsv<Row>(
    [
      { title: 'Series', value: (r) => r.series },
      { title: 'What', value: (r) => r.what },
      { title: x.name, unit: printUnit(x.unit), value: (r) => r.x },
      { title: y.name, unit: printUnit(y.unit), value: (r) => r.y },
    ],
    rows,
  );

/** A fit as drawn: measured points and the fitted curve, one a row. */
export const fitCsv = (fit: FitReply): string =>
  csvOf(
    fit,
    fit.series.flatMap((s) => [
      ...rowsOf(s.name, 'measured', s.drawn.x, s.drawn.y),
      ...rowsOf(s.name, 'model', s.curve.x, s.curve.y),
    ]),
  );

/** A comparison as drawn: the reference's points and each candidate's curve, one a row. */
export const comparisonCsv = (reply: ComparisonReply): string =>
  csvOf(
    reply,
    reply.series.flatMap((s) => [
      ...rowsOf(s.name, 'reference', s.drawn.x, s.drawn.y),
      ...s.candidates.flatMap((c, k) => rowsOf(s.name, reply.candidates[k]!.name, c.curve.x, c.curve.y)),
    ]),
  );
