import { parameterHeads, sameParameter, type FitReply, type SeriesReply } from '@undameter/contract';
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

const modelColumn: BoardColumn<SeriesReply> = {
  key: 'model',
  title: 'Model',
  value: (s) => s.model,
  cell: (s) => s.model,
};

/** Parameters of each series with their standard errors, and how well the curve holds the points. */
export function FitBoard({ fit, waiting, inHand, onTake, tools }: FitBoardProps) {
  const rows = fit?.series ?? [];
  const parameters = parameterHeads(rows);
  // Where series have several models, a column says of which.
  const isMixed = new Set(rows.map((s) => s.model)).size > 1;
  const columns: BoardColumn<SeriesReply>[] = [
    {
      key: 'name',
      title: 'Series',
      value: (s) => s.name,
      cell: (s) => <SeriesMark series={rows.indexOf(s)} name={s.name} />,
    },
    { key: 'points', title: 'Points', numeric: true, value: (s) => s.points, cell: (s) => formatCount(s.points) },
    ...(isMixed ? [modelColumn] : []),
    ...parameters.flatMap((p): BoardColumn<SeriesReply>[] => {
      const of = (s: SeriesReply) => s.parameters.find((q) => sameParameter(p, q));
      const said = (s: SeriesReply) => formatWithUncertainty(of(s)?.value ?? NaN, of(s)?.standardError ?? NaN);
      const isThere = (s: SeriesReply) => !s.problem && of(s) !== undefined;
      return [
        {
          key: `${p.symbol} ${p.unit}`,
          title: `${p.symbol}${p.unit ? ` (${p.unit})` : ''}`,
          numeric: true,
          value: (s) => of(s)?.value ?? null,
          cell: (s) => (isThere(s) ? said(s).value : '–'),
        },
        {
          key: `${p.symbol} ${p.unit} error`,
          title: '± (k = 1)',
          numeric: true,
          value: (s) => of(s)?.standardError ?? null,
          cell: (s) => (isThere(s) ? said(s).uncertainty : '–'),
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
