import type { RankedReply } from '@undameter/contract';
import { formatValue } from '@undameter/core';
import type { BoardColumn } from '../../board/Board';

const said = (v: number | null, digits = 4): string => (v === null ? '–' : formatValue(v, digits));
const chance = (p: number | null): string => (p === null ? '–' : p < 1e-4 ? '< 0.0001' : formatValue(p, 2));

/** What each model comes to: how far off it is, by what measure, and with what parameters. */
export function rankingColumns(rows: readonly RankedReply[], unit: string): BoardColumn<RankedReply>[] {
  const best = Math.min(...rows.flatMap((r) => (r.aic === null ? [] : [r.aic])));
  return [
    { key: 'title', title: 'Model', value: (r) => r.title, cell: (r) => r.title },
    {
      key: 'p',
      title: 'Parameters',
      numeric: true,
      value: (r) => r.parameters,
      cell: (r) => (r.problem ? '–' : r.parameters),
    },
    {
      key: 's',
      title: 'Residual std. dev.',
      unit,
      numeric: true,
      value: (r) => r.residualStandardDeviation,
      cell: (r) => said(r.residualStandardDeviation),
    },
    {
      key: 'out',
      title: 'Left out',
      unit,
      numeric: true,
      value: (r) => r.leftOut,
      cell: (r) => (
        <span title="rms of what each tenth of the points is off a fit through the others">{said(r.leftOut)}</span>
      ),
    },
    {
      key: 'r2',
      title: 'R² adjusted',
      numeric: true,
      value: (r) => r.adjustedRSquared,
      cell: (r) => said(r.adjustedRSquared, 5),
    },
    {
      key: 'aic',
      title: 'ΔAIC',
      numeric: true,
      value: (r) => (r.aic === null ? null : r.aic - best),
      cell: (r) => (r.aic === null ? '–' : (r.aic - best).toFixed(1)),
    },
    { key: 'bic', title: 'BIC', numeric: true, value: (r) => r.bic, cell: (r) => said(r.bic, 6) },
    {
      key: 'runs',
      title: 'Pattern (p)',
      numeric: true,
      value: (r) => r.runs,
      cell: (r) => <span className={r.runs !== null && r.runs < 0.01 ? 'doubt' : ''}>{chance(r.runs)}</span>,
    },
    {
      key: 'f',
      title: 'F-test (p)',
      numeric: true,
      value: (r) => r.nested?.p ?? null,
      cell: (r) =>
        r.nested ? (
          <span title={`against ${r.nested.simpler}: F = ${said(r.nested.f)}`}>{chance(r.nested.p)}</span>
        ) : (
          ''
        ),
    },
    {
      key: 'values',
      title: 'Parameters found',
      value: values,
      cell: (r) =>
        r.problem ? (
          <span className="doubt">{r.problem.message}</span>
        ) : (
          <span className="number clip wide">{values(r)}</span>
        ),
    },
  ];
}

const values = (r: RankedReply): string =>
  r.values.map((v) => `${v.symbol} ${v.value === null ? '–' : formatValue(v.value, 4)}`).join(', ');
