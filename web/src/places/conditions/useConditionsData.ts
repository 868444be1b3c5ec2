import type { ConditionBody } from '@undameter/contract';
import type { Step } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { offeredOn } from '../../condition/choosing';
import { queries } from '../../data/queries';
import { usePreference } from '../../data/usePreference';
import { channelsOf, defaultColumns, mapAxes, watchedSymbols } from './shown';

const MAP_CELLS = { columns: 120, rows: 80 };

/** What the place asks: the conditions, the run that they are seen on, and what of it is drawn. */
export function useConditionsData(campaignId: number, runId: number, inHand: ConditionBody | undefined) {
  const [view, setView] = usePreference<'run' | 'map'>('conditions.view', 'run');
  const [axes, setAxes] = usePreference<[string, string] | null>(`conditions.map.${runId}`, null);
  const [picked, setPicked] = usePreference<string[] | null>(`conditions.points.${campaignId}`, null);
  const [width, setWidth] = useState(900);
  const { data: all = [] } = useQuery(queries.conditions(campaignId));
  const rows = offeredOn(all, runId);
  const { data: run } = useQuery(queries.run(runId));
  const bench = useQuery(queries.bench(runId));
  const { channels, numbers, along } = channelsOf(bench.data);
  const { known, symbols } = watchedSymbols(channels, inHand ? [...rows, inHand] : rows);
  const { x, y } = mapAxes(axes, known, numbers);
  const traces = useQuery(queries.traces(runId, { symbols, from: null, to: null, pixels: Math.max(100, width - 80) }));
  const points = useQuery(queries.points(runId, [], rows.length > 0));
  const map = useQuery(queries.map(runId, { x: view === 'map' ? x : '', y, ...MAP_CELLS }));
  const shownPoints =
    picked?.filter((s) => numbers.some((c) => c.symbol === s)) ??
    defaultColumns(numbers, rows, (run?.procedure ?? []) as Step[]);
  return {
    view,
    setView,
    setWidth,
    run: run?.name ?? '',
    rows,
    elsewhere: all.length - rows.length,
    groups: [...new Set(all.map((c) => c.group))].filter((group) => group !== ''),
    bench: bench.data,
    channels,
    numbers,
    along,
    symbols,
    traces: traces.data,
    points: points.data,
    pointsWait: points.isFetching && !points.data,
    map: map.data,
    xAxis: numbers.find((c) => c.symbol === x),
    yAxis: numbers.find((c) => c.symbol === y),
    setAxes,
    shownPoints,
    setPicked,
    error: bench.error ?? traces.error ?? traces.data?.problem ?? map.error,
  };
}
export type ConditionsData = ReturnType<typeof useConditionsData>;
