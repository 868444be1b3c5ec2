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
import { useCycles, useHistograms } from './distribution/useDistributions';
import { useSpectra, useTransfer } from './spectrum/useSpectra';
import { pairsOption, type View } from './viewOption';

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

/** The views of a run other than along it: over a channel, over frequency, how often values and cycles are met. */
export function useView({ campaignId, runId, isField, bench, trial, shown, window, looks }: Looked) {
  const { palette } = useTheme();
  const [chosen, setView] = usePreference<View | null>(`view.${runId}`, null);
  const view = chosen ?? (isField ? 'field' : 'run');
  const [wantedX, setX] = usePreference<string>(`view.x.${runId}`, '');
  const numbers = bench?.channels.filter((c) => c.labels === null) ?? [];
  const x = numbers.find((c) => c.symbol === wantedX) ?? numbers.find((c) => c.symbol !== bench?.along);
  const symbols = shown.filter((s) => s.channel.labels === null).map((s) => s.channel.symbol);
  const body = { ...(trial ? { steps: trial } : {}), symbols, from: window?.[0] ?? null, to: window?.[1] ?? null };
  const isWanted = (of: View): boolean => symbols.length > 0 && view === of;
  const chart = { shown, looks, palette };
  const timeUnit = bench?.channels.find((c) => c.symbol === bench.along)?.unit ?? '';
  const asked = { campaignId, runId, body, bench, chart, timeUnit };
  const pairs = useQuery(queries.pairs(runId, { ...body, x: x?.symbol ?? '' }, isWanted('channel') && x !== undefined));
  const spectra = useSpectra(asked, isWanted('spectrum'));
  const transfer = useTransfer(asked, x, isWanted('transfer'));
  const histograms = useHistograms(asked, isWanted('histogram'));
  const cycles = useCycles(asked, isWanted('cycles'));
  const held = {
    field: undefined,
    run: undefined,
    channel: undefined,
    spectrum: spectra,
    transfer,
    histogram: histograms,
    cycles,
  }[view];
  const draw = (size: Size): ChartOption => {
    if (view === 'channel') return pairs.data && x ? pairsOption(pairs.data, x, chart, size) : {};
    return held?.draw(size) ?? {};
  };
  // Along the run and over a channel an axis is that of a channel; the others have axes of their own.
  const own = useWithAxes(campaignId, `signals ${runId} ${view}`, draw);
  const isOfChannels = view === 'channel';
  return {
    view,
    setView,
    x,
    setX,
    numbers,
    timeUnit,
    spectra,
    transfer,
    histograms,
    cycles,
    /** What of the view the heading tells; nothing where a hand can do more than is told. */
    hint: held?.hint ?? '',
    build: isOfChannels ? draw : own.build,
    own,
    busy: isOfChannels ? !pairs.data : held !== undefined && !held.data && !held.error,
    error: isOfChannels ? pairs.error : held?.error,
    every: isOfChannels ? (pairs.data?.every ?? 1) : 1,
  };
}
