import type { FigureSource } from '@undameter/contract';

interface OnChart {
  view: 'run' | 'map';
  symbols: readonly string[];
  xAxis: { symbol: string } | undefined;
  yAxis: { symbol: string } | undefined;
}

/** What is on the chart as the source of a figure. */
export function figureOfConditions(runId: number, { view, symbols, xAxis, yAxis }: OnChart): FigureSource | undefined {
  if (view === 'map') return xAxis && yAxis ? { kind: 'map', runId, x: xAxis.symbol, y: yAxis.symbol } : undefined;
  if (symbols.length === 0) return undefined;
  return { kind: 'conditions', runId, panels: symbols.map((symbol) => [symbol]), from: null, to: null };
}
