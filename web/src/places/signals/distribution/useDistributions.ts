import { useQuery } from '@tanstack/react-query';
import type { CyclesBody, CyclesReply, HistogramBody } from '@undameter/contract';
import { formatValue } from '@undameter/core';
import type { Size } from '../../../chart/Chart';
import type { ChartOption } from '../../../chart/echarts';
import { queries, type Window } from '../../../data/queries';
import { usePreference } from '../../../data/usePreference';
import { counted } from '../../../parts/counted';
import type { ViewChart } from '../viewChart';
import { cyclesOption, histogramOption } from './distributionOption';

export type Bins = Pick<HistogramBody, 'bins'>;
export type Counting = Pick<CyclesBody, 'classes' | 'least'>;

interface Asked {
  runId: number;
  body: Window;
  chart: ViewChart;
}

/** How often the channels on the chart take which values. */
export function useHistograms({ runId, body, chart }: Asked, isWanted: boolean) {
  const [chosen, choose] = usePreference<Bins>(`view.histogram.${runId}`, {});
  const { data, error } = useQuery(queries.histogram(runId, { ...body, ...chosen }, isWanted));
  return {
    chosen,
    choose,
    data,
    error,
    hint: 'over what is kept; the curve is the normal distribution of the same mean and scatter',
    draw: (size: Size): ChartOption => (data ? histogramOption(data, chart, size) : {}),
  };
}

/** The load cycles of the channels on the chart. */
export function useCycles({ runId, body, chart }: Asked, isWanted: boolean) {
  const [chosen, choose] = usePreference<Counting>(`view.cycles.${runId}`, {});
  const { data, error } = useQuery(queries.cycles(runId, { ...body, ...chosen }, isWanted));
  return {
    chosen,
    choose,
    data,
    error: error ?? data?.find((c) => c.problem)?.problem,
    hint: cyclesInWords(data ?? []),
    draw: (size: Size): ChartOption => (data ? cyclesOption(data, chart, size) : {}),
  };
}

/** What was counted, of one channel in numbers. */
export function cyclesInWords(found: CyclesReply): string {
  const method = 'rainflow (ASTM E1049)';
  const [first] = found;
  if (!first || first.problem || found.length > 1) return method;
  const below = first.below > 0 ? `, ${formatValue(first.below, 7)} smaller ones not counted` : '';
  const joined = first.joined > 0 ? `, joined across ${counted(first.joined, 'gap')}` : '';
  return `${method}: ${formatValue(first.total, 7)} cycles${below}${joined}`;
}
