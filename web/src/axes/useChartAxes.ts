import type { AxisLook, ChartAxes } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ask } from '../data/api';
import { queries } from '../data/queries';
import { looksOf, withLook, type Looks } from './looks';

/** How the axes of a chart are wanted, kept with its campaign; what is set here shows before the server has it. */
export interface HeldAxes {
  looks: Looks;
  set(axis: string, look: AxisLook): void;
  /** All as the chart chooses. */
  reset(): void;
  error: Error | null;
}

/** @param chart  which one: its place, and what it shows there */
export function useChartAxes(campaignId: number, chart: string): HeldAxes {
  const { data: kept, error } = useQuery(queries.chartAxes(campaignId));
  const [own, setOwn] = useState<ChartAxes | null>(null);
  const keep = useMutation({
    // One after the other: the last that was set is the one that stays.
    scope: { id: `axes of campaign ${campaignId}` },
    mutationFn: (body: ChartAxes) => ask(`/campaigns/${campaignId}/axes`, { method: 'PUT', body }),
  });
  const now = own?.chart === chart ? own : kept?.find((k) => k.chart === chart);
  const put = (axes: ChartAxes['axes']): void => {
    setOwn({ chart, axes });
    keep.mutate({ chart, axes });
  };
  return {
    looks: looksOf(now?.axes ?? []),
    set: (axis, look) => put(withLook(now?.axes ?? [], axis, look)),
    reset: () => put([]),
    error: keep.error ?? error,
  };
}
