import type { AxisLook, BenchReply } from '@undameter/contract';
import type { Step } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { useWithAxes } from '../../axes/useWithAxes';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { queries } from '../../data/queries';
import { usePreference } from '../../data/usePreference';
import { useTheme } from '../../theme/ThemeProvider';
import type { Shown } from './chartOption';
import { histogramOption, pairsOption, spectrumOption, type View } from './viewOption';

interface Looked {
  campaignId: number;
  runId: number;
  isField: boolean;
  bench: BenchReply | undefined;
  trial: readonly Step[] | undefined;
  shown: readonly Shown[];
  window: readonly [number, number] | null;
  looks: Readonly<Record<string, AxisLook>>;
}

/** The views of a run other than along it: over a channel, as spectra, as a histogram. */
export function useView({ campaignId, runId, isField, bench, trial, shown, window, looks }: Looked) {
  const { palette } = useTheme();
  const [chosen, setView] = usePreference<View | null>(`view.${runId}`, null);
  const view = chosen ?? (isField ? 'field' : 'run');
  const [wantedX, setX] = usePreference<string>(`view.x.${runId}`, '');
  const [as, setAs] = usePreference<'amplitude' | 'density'>('view.spectrum', 'density');
  const numbers = bench?.channels.filter((c) => c.labels === null) ?? [];
  const x = numbers.find((c) => c.symbol === wantedX) ?? numbers.find((c) => c.symbol !== bench?.along);
  const symbols = shown.filter((s) => s.channel.labels === null).map((s) => s.channel.symbol);
  const body = { ...(trial ? { steps: trial } : {}), symbols, from: window?.[0] ?? null, to: window?.[1] ?? null };
  const wanted = symbols.length > 0;
  const pairs = useQuery(
    queries.pairs(runId, { ...body, x: x?.symbol ?? '' }, wanted && view === 'channel' && x !== undefined),
  );
  const spectra = useQuery(queries.spectrum(runId, { ...body, as }, wanted && view === 'spectrum'));
  const histograms = useQuery(
    queries.histogram(runId, { ...body, symbols: symbols.slice(0, 1) }, wanted && view === 'histogram'),
  );
  const timeUnit = bench?.channels.find((c) => c.symbol === bench.along)?.unit ?? '';
  const draw = (size: Size): ChartOption => {
    const chart = { shown, looks, palette };
    if (view === 'channel') return pairs.data && x ? pairsOption(pairs.data, x, chart, size) : {};
    if (view === 'spectrum') return spectra.data ? spectrumOption(spectra.data, as, timeUnit, chart, size) : {};
    return histograms.data ? histogramOption(histograms.data, chart, size) : {};
  };
  // Along the run and over a channel an axis is that of a channel; spectra and histograms have axes of their own.
  const own = useWithAxes(campaignId, `signals ${runId} ${view}`, draw);
  const now = { field: undefined, run: undefined, channel: pairs, spectrum: spectra, histogram: histograms }[view];
  const problem = spectra.data && view === 'spectrum' ? spectra.data.find((s) => s.problem)?.problem : undefined;
  return {
    view,
    setView,
    x,
    setX,
    as,
    setAs,
    numbers,
    build: view === 'channel' ? draw : own.build,
    own,
    busy: now !== undefined && !now.data,
    error: now?.error ?? problem,
    every: view === 'channel' ? (pairs.data?.every ?? 1) : 1,
  };
}
