import type { ComparisonReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { toCsv } from '../../board/toCsv';

interface Row {
  series: string;
  what: string;
  x: number | null;
  y: number | null;
}

/** The curves of a comparison as drawn: measured points, fitted model, simulated points, one a row. */
export function comparisonCsv({ fit, series }: ComparisonReply): string {
  const rows: Row[] = fit.series.flatMap((s, i) => [
    ...s.drawn.x.map((x, k) => ({ series: s.name, what: 'measured', x, y: s.drawn.y[k] ?? null })),
    ...s.curve.x.map((x, k) => ({ series: s.name, what: 'model', x, y: s.curve.y[k] ?? null })),
    ...(series[i]?.candidate.x ?? []).map((x, k) => ({
      series: s.name,
      what: 'simulated',
      x,
      y: series[i]!.candidate.y[k] ?? null,
    })),
  ]);
  return toCsv<Row>(
    [
      { title: 'Series', value: (r) => r.series },
      { title: 'What', value: (r) => r.what },
      { title: fit.x.name, unit: printUnit(fit.x.unit), value: (r) => r.x },
      { title: fit.y.name, unit: printUnit(fit.y.unit), value: (r) => r.y },
    ],
    rows,
  );
}
