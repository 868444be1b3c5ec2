import type { AxisLook, FigureSource } from '@undameter/contract';
import type { View } from './viewOption';

interface OnChart {
  runId: number;
  /** Symbols of the channels on the chart, from the top. */
  shown: readonly string[];
  looks: Readonly<Record<string, AxisLook>>;
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
  looks,
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
    case 'run':
      return { kind: 'run', runId, panels: besideEachOther(shown, looks), ...ends };
    case 'channel':
      return x === undefined ? undefined : { kind: 'channels', runId, panels, x, ...ends };
    case 'spectrum':
      return { kind: 'spectrum', runId, panels, as, ...ends };
    case 'histogram':
      return { kind: 'histogram', runId, symbol: shown[0]!, ...ends };
  }
}

/** A channel that is looked at against the right axis of the one above shares its panel, as on the chart. */
function besideEachOther(shown: readonly string[], looks: OnChart['looks']): string[][] {
  const panels: string[][] = [];
  for (const symbol of shown) {
    const above = panels.at(-1);
    if (looks[symbol]?.right && above?.length === 1) above.push(symbol);
    else panels.push([symbol]);
  }
  return panels;
}
