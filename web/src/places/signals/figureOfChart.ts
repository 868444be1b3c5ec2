import type { FigureSource } from '@undameter/contract';
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
  as: 'amplitude' | 'density';
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
  as,
  window,
  isOnTrial,
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
      return { kind: 'spectrum', runId, panels, as, ...ends };
    case 'histogram':
      return { kind: 'histogram', runId, symbol: shown[0]!, ...ends };
  }
}
