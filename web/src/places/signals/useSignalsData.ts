import type { BenchReply, RunReply } from '@undameter/contract';
import { useIsFetching, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useChartAxes } from '../../axes/useChartAxes';
import type { Size } from '../../chart/Chart';
import { colourOf } from '../../chart/marks';
import { queries } from '../../data/queries';
import { usePreference } from '../../data/usePreference';
import { useTheme } from '../../theme/ThemeProvider';
import { signalsOption, type SignalsChart } from './chartOption';
import type { SignalsState } from './state';
import { sharedPanes } from './sharedPanes';
import { channelInHand, mostUsed, REMOVED, smoothingInHand, trialOf, variantSymbol } from './trial';
import type { useProcedure } from '../../run/useProcedure';
import { useField } from './field/useField';
import { useFollowed } from './useFollowed';
import { useView } from './useView';

type Procedure = ReturnType<typeof useProcedure>;

/** All that the signals of a run are drawn from: with its saved procedure, or with the step in hand on trial. */
export function useSignalsData(
  campaignId: number,
  runId: number,
  run: RunReply | undefined,
  { steps }: Procedure,
  { draft, window }: SignalsState,
) {
  const { palette } = useTheme();
  const [width, setWidth] = useState(900);
  const [chosen, choose] = usePreference<string[] | null>(`shown.${runId}`, null);
  const axes = useChartAxes(campaignId, `signals ${runId}`);
  const { looks } = axes;
  const [offset, setOffset] = useState(0);
  const saved = useQuery(queries.bench(runId));
  const savedChannels = saved.data?.channels;
  const wished = trialOf(steps, draft, (symbol) => savedChannels?.find((c) => c.symbol === symbol)?.unit ?? '');
  const drawing = useIsFetching({ queryKey: [`/runs/${runId}/traces`] }) > 0;
  const { drawn: trial, rested } = useFollowed(wished, drawing);
  const tried = useQuery({ ...queries.bench(runId, rested), enabled: rested !== undefined });
  const bench = trial ? tried.data : saved.data;
  const smoothing = trial ? smoothingInHand(draft, bench) : undefined;
  const shown = shownOf(bench, chosen ?? (bench && mostUsed(bench, steps, run?.origin === 'derived')), draft);
  const traces = useQuery(
    queries.traces(runId, {
      ...(trial ? { steps: trial } : {}),
      symbols: [...shown, ...(smoothing ? [smoothing.made, REMOVED, ...smoothing.variants] : [])],
      from: window?.[0] ?? null,
      to: window?.[1] ?? null,
      pixels: Math.max(100, width - 80),
    }),
  );
  const cost = useQuery(
    queries.cost(
      runId,
      rested && smoothing ? { steps: rested, channel: smoothing.channel, made: smoothing.made } : undefined,
    ),
  );
  const along = bench?.channels.find((c) => c.symbol === bench.along);
  const onChart = withColours(bench, shown);
  const isField = run?.isField ?? false;
  // It is coloured by what was put on the chart last; what is proposed begins with what matters most.
  const field = useField({ campaignId, run, runId, bench, trial, shown: chosen ? shown : [...shown].reverse() });
  const view = useView({ campaignId, runId, isField, bench, trial, shown: onChart, window, looks });
  const build = useSignalsChart({ traces: traces.data, shown: onChart, looks, along, smoothing, offset, palette });
  return {
    cost: smoothing ? (cost.data ?? undefined) : undefined,
    view,
    field,
    axes,
    looks,
    onChart,
    offset,
    setOffset,
    saved,
    tried,
    traces,
    bench,
    trial,
    along,
    smoothing,
    shown,
    choose,
    setWidth,
    build,
    /** Symbol of each pane of the chart, from the top. */
    panes: sharedPanes(
      onChart.map((c) => c.channel),
      looks,
      smoothing?.channel,
    ).flatMap(([first]) => (first === smoothing?.channel ? [first!, REMOVED] : [first!])),
    shares: sharedPanes(
      onChart.map((c) => c.channel),
      looks,
    ),
    colourOf: (symbol: string) => colourOf(palette, seriesIn(bench, symbol)),
    whole: traces.data?.whole ?? ([0, 1] as const),
    window: traces.data?.window ?? ([0, 1] as const),
  };
}

type Smoothing = ReturnType<typeof smoothingInHand>;
type ChartInputs = Omit<SignalsChart, 'traces' | 'smoothing'> & {
  traces: SignalsChart['traces'] | undefined;
  smoothing: Smoothing;
};

/** The chart along the run; the same one as long as what it is drawn from stays the same. */
function useSignalsChart({ traces, shown, looks, along, smoothing, offset, palette }: ChartInputs) {
  // Told apart, since the object is new each time and its words are not.
  const { channel, made } = smoothing ?? {};
  const besides = smoothing?.variants.length ?? 0;
  return (size: Size) => {
    if (!traces) return {};
    const variants = Array.from({ length: besides }, (_, k) => variantSymbol(k));
    const inHand = channel && made ? { channel, made, removed: REMOVED, variants } : undefined;
    return signalsOption({ traces, shown, looks, along, smoothing: inHand, offset: offset ?? 0, palette }, size);
  };
}

/** The channels on the chart, each with the colour that it has among those of the run. */
const withColours = (bench: BenchReply | undefined, shown: readonly string[]) =>
  shown
    .flatMap((s) => bench?.channels.filter((c) => c.symbol === s) ?? [])
    .map((channel) => ({ channel, series: seriesIn(bench, channel.symbol) }));

/** A channel keeps its colour whatever else is shown: by its place among the run's channels. */
const seriesIn = (bench: BenchReply | undefined, symbol: string): number =>
  (bench?.channels ?? []).filter((c) => c.symbol !== bench?.along).findIndex((c) => c.symbol === symbol);

const MOST_PANES = 9;

/** The channels on the chart: those chosen that are there, and the one that a step in hand is about. */
function shownOf(bench: BenchReply | undefined, wanted: readonly string[] | undefined, draft: SignalsState['draft']) {
  if (!bench || !wanted) return [];
  const known = wanted.filter((s) => bench.channels.some((c) => c.symbol === s));
  const inHand = draft && channelInHand(draft, bench);
  return (inHand && !known.includes(inHand) ? [inHand, ...known] : known).slice(0, MOST_PANES);
}
