import type { FitReply, SeriesReply } from '@undameter/contract';
import { formatCount, formatValue, formatWithUncertainty } from '@undameter/core';
import { Board, type BoardColumn } from '../../board/Board';
import type { ReactNode } from 'react';
import { SeriesMark } from '../../board/SeriesMark';

interface FitBoardProps {
  tools?: ReactNode;
  waiting: boolean;
  fit: FitReply | undefined;
  inHand: number;
  onTake(index: number): void;
}

/** Parameters of each series with their standard errors, and how well the curve holds the points. */
export function FitBoard({ fit, waiting, inHand, onTake, tools }: FitBoardProps) {
  const rows = fit?.series ?? [];
  const parameters = rows.find((s) => s.parameters.length > 0)?.parameters ?? [];
  const columns: BoardColumn<SeriesReply>[] = [
    {
      key: 'name',
      title: 'Series',
      value: (s) => s.name,
      cell: (s) => <SeriesMark series={rows.indexOf(s)} name={s.name} />,
    },
    { key: 'points', title: 'Points', numeric: true, value: (s) => s.points, cell: (s) => formatCount(s.points) },
    ...parameters.flatMap((p, k): BoardColumn<SeriesReply>[] => {
      const said = (s: SeriesReply) =>
        formatWithUncertainty(s.parameters[k]?.value ?? NaN, s.parameters[k]?.standardError ?? NaN);
      return [
        {
          key: p.symbol,
          title: `${p.symbol}${p.unit ? ` (${p.unit})` : ''}`,
          numeric: true,
          value: (s) => s.parameters[k]?.value ?? null,
          cell: (s) => (s.problem ? '–' : said(s).value),
        },
        {
          key: `${p.symbol} error`,
          title: '± (k = 1)',
          numeric: true,
          value: (s) => s.parameters[k]?.standardError ?? null,
          cell: (s) => (s.problem ? '–' : said(s).uncertainty),
        },
      ];
    }),
    {
      key: 'r2',
      title: 'R²',
      numeric: true,
      value: (s) => s.rSquared,
      cell: (s) => (s.rSquared === null ? '–' : formatValue(s.rSquared, 5)),
    },
    {
      key: 's',
      title: `Residual std. dev.${fit?.y.unit ? ` (${fit.y.unit})` : ''}`,
      numeric: true,
      value: (s) => s.residualStandardDeviation,
      cell: (s) => (s.residualStandardDeviation === null ? '–' : formatValue(s.residualStandardDeviation, 3)),
    },
    { key: 'problem', title: '', cell: (s) => s.problem && <span className="doubt">{s.problem.message}</span> },
  ];
  return (
    <Board<SeriesReply>
      title="Parameters"
      tools={tools}
      rows={rows}
      keyOf={(s) => s.name}
      inHand={rows[inHand]?.name ?? null}
      onTake={(s) => onTake(rows.indexOf(s))}
      columns={columns}
      waiting={waiting}
      empty="Choose a run, x and y at the right."
    />
  );
}
