import { expect, test } from '@jest/globals';
import { figureOfConditions } from './conditions/figureOfConditions';
import { figureOfChart } from './signals/figureOfChart';

const chart = {
  runId: 7,
  shown: ['n', 'Q', 'p_d'],
  shares: [['n'], ['Q'], ['p_d']],
  view: 'run' as const,
  x: 'Q',
  spectrum: { as: 'density' as const },
  transfer: { symbol: 'p_d' },
  histogram: {},
  cycles: {},
  window: null,
  isOnTrial: false,
};

test('each view of the channels is a source of its own', () => {
  const panels = [['n'], ['Q'], ['p_d']];
  const run = { runId: 7, panels, from: null, to: null };
  expect(figureOfChart(chart)).toEqual({ kind: 'run', ...run });
  expect(figureOfChart({ ...chart, view: 'channel' })).toEqual({ kind: 'channels', x: 'Q', ...run });
  expect(figureOfChart({ ...chart, view: 'spectrum' })).toEqual({ kind: 'spectrum', as: 'density', ...run });
});
test('a spectrum and a transfer are kept as they are chosen', () => {
  const spectrum = { as: 'power' as const, taper: 'flatTop' as const, segment: 512, conditionIds: [4], turnsBy: 'n' };
  expect(figureOfChart({ ...chart, view: 'spectrum', spectrum })).toMatchObject({ kind: 'spectrum', ...spectrum });
  const of = { ...chart, view: 'transfer' as const };
  expect(figureOfChart({ ...of, transfer: { symbol: 'p_d', overlap: 0.75 } })).toEqual({
    ...{ kind: 'transfer', runId: 7, symbol: 'p_d', x: 'Q', overlap: 0.75, from: null, to: null },
  });
  expect(figureOfChart({ ...of, transfer: { symbol: undefined } })).toBeUndefined();
  expect(figureOfChart({ ...of, x: undefined })).toBeUndefined();
});
test.each([
  ['histogram', { bins: 12 }],
  ['cycles', { classes: 8, least: 2 }],
] as const)('a %s of several channels is one sheet of several charts, of one it is that', (view, chosen) => {
  const of = (symbol: string) => ({ kind: view, runId: 7, symbol, ...chosen, from: null, to: null });
  const asked = { ...chart, view, [view]: chosen };
  expect(figureOfChart({ ...asked, shown: ['Q'] })).toEqual(of('Q'));
  expect(figureOfChart(asked)).toEqual({
    kind: 'together',
    charts: ['n', 'Q', 'p_d'].map((symbol, k) => ({ id: `c${k + 1}`, source: of(symbol) })),
  });
});
test('the window is kept, and what shares a pane shares a panel', () => {
  expect(figureOfChart({ ...chart, window: [10, 20] })).toMatchObject({ from: 10, to: 20 });
  const shares = [['n', 'Q'], ['p_d']];
  expect(figureOfChart({ ...chart, shares })).toMatchObject({ panels: shares });
  // Over another channel each has a panel of its own, as on the chart.
  expect(figureOfChart({ ...chart, shares, view: 'channel' })).toMatchObject({ panels: [['n'], ['Q'], ['p_d']] });
});
test('a step in hand, no channel, or nothing across the chart is no figure', () => {
  expect(figureOfChart({ ...chart, isOnTrial: true })).toBeUndefined();
  expect(figureOfChart({ ...chart, shown: [] })).toBeUndefined();
  expect(figureOfChart({ ...chart, view: 'channel', x: undefined })).toBeUndefined();
});
test('conditions along the run, or on their map', () => {
  const [x, y] = [{ symbol: 'Q' }, { symbol: 'H' }];
  const looked = { view: 'run' as const, symbols: ['n', 'Q'], xAxis: x, yAxis: y };
  expect(figureOfConditions(7, looked)).toMatchObject({ kind: 'conditions', runId: 7, panels: [['n'], ['Q']] });
  expect(figureOfConditions(7, { ...looked, view: 'map' })).toEqual({ kind: 'map', runId: 7, x: 'Q', y: 'H' });
  expect(figureOfConditions(7, { ...looked, symbols: [] })).toBeUndefined();
  expect(figureOfConditions(7, { ...looked, view: 'map', yAxis: undefined })).toBeUndefined();
});
