import type { ConditionRow, OperatingPointReply, PointsReply } from '@undameter/contract';
import { formatCount, formatValue, formatWithUncertainty, printUnit } from '@undameter/core';
import type { ReactNode } from 'react';
import { Board, type BoardColumn } from '../../board/Board';
import { SeriesMark } from '../../board/SeriesMark';
import { driftInWords } from './setPointWords';

interface PointsBoardProps {
  conditions: readonly ConditionRow[];
  points: PointsReply | undefined;
  /** Channels that get a column, in order. */
  shown: readonly string[];
  along: { symbol: string; unit: string } | undefined;
  tools: ReactNode;
  waiting: boolean;
}

/** Operating points: each steady stretch as means with their uncertainty. The file has every part of it. */
export function PointsBoard({ conditions, points, shown, along, tools, waiting }: PointsBoardProps) {
  const place = new Map(conditions.map((c, i) => [c.id, i]));
  const nameOf = (p: OperatingPointReply): string => {
    const name = conditions[place.get(p.conditionId) ?? -1]?.name ?? '';
    const several = (points?.points ?? []).filter((q) => q.conditionId === p.conditionId).length > 1;
    return several ? `${name}, ${p.number}` : name;
  };
  const channels = points?.channels.filter((c) => shown.includes(c.symbol)) ?? [];
  const columns: BoardColumn<OperatingPointReply>[] = [
    {
      key: 'name',
      title: 'Operating point',
      value: nameOf,
      cell: (p) => <SeriesMark series={place.get(p.conditionId) ?? 0} name={nameOf(p)} />,
    },
    ...channels.flatMap((c): BoardColumn<OperatingPointReply>[] => valueColumns(c)),
    { key: 'samples', title: 'Samples', numeric: true, value: (p) => p.samples, cell: (p) => formatCount(p.samples) },
    {
      key: 'from',
      title: along ? `${along.symbol} from` : 'From',
      ...(along ? { unit: printUnit(along.unit) } : {}),
      numeric: true,
      value: (p) => p.from,
      cell: (p) => formatValue(p.from ?? NaN, 6),
    },
    {
      key: 'to',
      title: 'to',
      ...(along ? { unit: printUnit(along.unit) } : {}),
      numeric: true,
      value: (p) => p.to,
      cell: (p) => formatValue(p.to ?? NaN, 6),
    },
  ];
  return (
    <Board<OperatingPointReply>
      title="Operating points"
      tools={tools}
      rows={points?.points ?? []}
      keyOf={(p) => `${p.conditionId} ${p.number}`}
      waiting={waiting}
      columns={columns}
      sortable
      empty="No condition picks a stretch of this run. Let the set points be proposed at the right."
    />
  );
}

/** Mean with its uncertainty on the screen; the parts of it in the file. */
function valueColumns({ symbol, unit }: { symbol: string; unit: string }): BoardColumn<OperatingPointReply>[] {
  const of = (p: OperatingPointReply) => p.values.find((v) => v.symbol === symbol);
  const said = (p: OperatingPointReply) => formatWithUncertainty(of(p)?.mean ?? NaN, of(p)?.uncertainty ?? NaN);
  const printed = printUnit(unit);
  const part = (
    title: string,
    take: 'standardDeviation' | 'standardError' | 'systematic' | 'count' | 'drift' | 'driftUncertainty',
  ): BoardColumn<OperatingPointReply> => ({
    key: `${symbol} ${take}`,
    title: `${symbol} ${title}`,
    ...(take === 'count' ? {} : { unit: printed }),
    fileOnly: true,
    value: (p) => of(p)?.[take] ?? null,
    cell: () => null,
  });
  return [
    {
      key: symbol,
      title: symbol,
      unit: printed,
      numeric: true,
      value: (p) => of(p)?.mean ?? null,
      cell: (p) => (
        <>
          {of(p)?.isDrifting && (
            <span className="doubt" role="img" {...called(driftInWords(of(p)!, printed))}>
              {(of(p)!.drift ?? 0) > 0 ? '↗' : '↘'}{' '}
            </span>
          )}
          {said(p).value}
        </>
      ),
    },
    {
      key: `${symbol} ±`,
      title: '±',
      numeric: true,
      value: (p) => of(p)?.uncertainty ?? null,
      cell: (p) => (
        <span className={of(p)?.isShort ? 'doubt' : undefined} title={partsOf(p, symbol, printed)}>
          {said(p).uncertainty}
          {of(p)?.isShort ? ' ?' : ''}
        </span>
      ),
    },
    part('standard deviation', 'standardDeviation'),
    part('standard error', 'standardError'),
    part('systematic', 'systematic'),
    part('count', 'count'),
    part('drift', 'drift'),
    part('± of the drift', 'driftUncertainty'),
  ];
}

/** A mark that needs words: for the pointer, and for who does not see it. */
const called = (words: string) => ({ title: words, 'aria-label': words });

/** What the ± is made of. */
function partsOf(p: OperatingPointReply, symbol: string, unit: string): string {
  const v = p.values.find((x) => x.symbol === symbol);
  if (!v) return '';
  const say = (x: number | null): string => `${formatValue(x ?? NaN, 2)} ${unit}`.trim();
  const worth = v.worth !== null && v.worth < 0.9 * v.count ? `, worth ${formatCount(v.worth)} independent ones` : '';
  return `k = 1. Scatter of the mean ${say(v.standardError)} (standard deviation ${say(v.standardDeviation)}, ${formatCount(v.count)} samples${worth}); sensors ${say(v.systematic)}${v.isShort ? '. The stretch lasts too short for how slowly it wanders: this ± is a guess, and likely too small' : ''}`;
}
