import type { ChartSource, FigureSource } from '@undameter/contract';
import type { Bins, Counting } from './distribution/useDistributions';
import type { Averaged, SpectrumChosen } from './spectrum/chosen';
import type { View } from './viewOption';

interface OnChart {
  runId: number;
  /** Symbols of the channels on the chart, from the top. */
  shown: readonly string[];
  /** The same by panes, as they share axes. */
  shares: readonly string[][];
  view: View;
  /** Across the chart, where channels are looked at over another one. */
  x: string | undefined;
  /** How each of the other views is computed. */
  spectrum: SpectrumChosen;
  transfer: Averaged & { symbol: string | undefined };
  histogram: Bins;
  cycles: Counting;
  window: readonly [number, number] | null;
  /** A step is in hand: what is on the chart is not saved yet. */
  isOnTrial: boolean;
}

/** What is on the chart as the source of a figure; undefined where a figure could not show the same. */
export function figureOfChart({
  runId,
  shown,
  shares,
  view,
  x,
  window,
  isOnTrial,
  ...chosen
}: OnChart): FigureSource | undefined {
  if (isOnTrial || shown.length === 0) return undefined;
  const ends = { from: window?.[0] ?? null, to: window?.[1] ?? null };
  const panels = shown.map((symbol) => [symbol]);
  switch (view) {
    case 'field':
      return undefined;
    case 'run':
      return { kind: 'run', runId, panels: shares.map((p) => [...p]), ...ends };
    case 'channel':
      return x === undefined ? undefined : { kind: 'channels', runId, panels, x, ...ends };
    case 'spectrum':
      return { kind: 'spectrum', runId, panels, ...chosen.spectrum, ...ends };
    case 'transfer': {
      const { symbol, ...averaged } = chosen.transfer;
      return symbol === undefined || x === undefined
        ? undefined
        : { kind: 'transfer', runId, symbol, x, ...averaged, ...ends };
    }
    case 'histogram':
      return together(shown.map((symbol) => ({ kind: 'histogram', runId, symbol, ...chosen.histogram, ...ends })));
    case 'cycles':
      return together(shown.map((symbol) => ({ kind: 'cycles', runId, symbol, ...chosen.cycles, ...ends })));
  }
}

/** Several charts on one sheet, or the only one by itself. */
function together(charts: ChartSource[]): FigureSource {
  const [only] = charts;
  if (charts.length === 1) return only!;
  return { kind: 'together', charts: charts.map((source, k) => ({ id: `c${k + 1}`, source })) };
}
