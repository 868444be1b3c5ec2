import {
  calledByHand,
  marksOf,
  seriesKey,
  type FigureAxis,
  type FigurePanel,
  type FigureSeries,
  type FitReply,
  type ReadingsReply,
  type SeriesReply,
  type WantedMark,
} from '@undameter/contract';
import { AppError, formatCount, normalQuantile } from '@undameter/core';
import type { Services } from '../../services';
import { fit as storedFit } from '../../store/fits';
import type { FitTask } from '../../threads/BenchInput';
import { bareSeries, named, emptyPanel, plainAxis, sourceKind } from './Source';

type Residuals = 'none' | 'x' | 'fitted' | 'time' | 'histogram' | 'normal';

export const fit = sourceKind({
  kind: 'fit',
  async contentOf({ db, loader, pools }, { fitId, residuals, marks = [] }) {
    const stored = await storedFit(db, fitId);
    const task = await loader.fit(stored);
    const reply = await pools.fit(task);
    const failed = reply.series.every((s) => s.problem !== null) ? reply.series[0]?.problem : null;
    if (failed) throw new AppError('FIGURE_SOURCE_FAILED', { name: stored.name, reason: failed.message });
    const { along, origin } = task.run;
    const [main, ...below] = panelsOfFit(reply, residuals, along === reply.x.symbol ? origin : undefined);
    const marked = marks.length === 0 ? {} : { marks: await marksOfFit(pools, task, reply, marks) };
    return { panels: [{ ...main!, ...marked }, ...below], about: aboutFit(stored.name, reply) };
  },
});

/** The places that are to be marked, as they are found now; of a series that is gone or failed there are none. */
async function marksOfFit(
  pools: Services['pools'],
  task: FitTask,
  { series }: FitReply,
  wanted: readonly WantedMark[],
): Promise<NonNullable<FigurePanel['marks']>> {
  const placeOf = (key: string | undefined): number =>
    series.findIndex((s) => seriesKey(s) === key && s.problem === null);
  const asked = new Map<string, Promise<ReadingsReply>>();
  const read = (which: number, other: number | null, atX: number | null): Promise<ReadingsReply> => {
    const key = `${which} ${other} ${atX}`;
    if (!asked.has(key)) asked.set(key, pools.readCurve({ ...task, series: which, atX, atY: null, other }));
    return asked.get(key)!;
  };
  const found = wanted.map(async ({ series: key, what, other, at, words = '' }) => {
    const [which, met] = [placeOf(key), placeOf(other)];
    if (which < 0 || (what === 'crossing' && met < 0)) return [];
    const isByHand = what === 'byHand';
    const readings = await read(which, what === 'crossing' ? met : null, isByHand ? (at ?? null) : null);
    return marksOf(readings, what).map((m) => ({ ...(isByHand ? calledByHand(m, words) : m), series: key }));
  });
  return (await Promise.all(found)).flat();
}

/** The points of a fit with its curves, and its residuals below where they are wanted. */
export function panelsOfFit(fit: FitReply, residuals: Residuals, origin?: string): FigurePanel[] {
  const solved = fit.series.filter((s) => s.problem === null);
  const isShared = residuals === 'x';
  const x = { ...plainAxis(fit.x), ...(origin === undefined ? {} : { origin }) };
  const main: FigurePanel = {
    ...emptyPanel('main', 3),
    x: isShared ? null : x,
    y: plainAxis(fit.y),
    series: solved.map(seriesOf),
  };
  return residuals === 'none' ? [main] : [main, residualPanel(fit, solved, residuals, x)];
}

/** `18 points of 9840 of 12 140 samples`. */
const aboutFit = (name: string, { series, samples, kept }: FitReply): string =>
  `from the fit "${name}": ${formatCount(series.reduce((sum, s) => sum + s.points, 0))} points; ${formatCount(kept)} of ${formatCount(samples)} samples kept`;

function seriesOf(series: SeriesReply): FigureSeries {
  const { x, y, drawn, curve, leftOut } = series;
  return {
    ...bareSeries,
    id: seriesKey(series),
    ...named(series.name),
    nature: 'model',
    points: { x: drawn.x, y: drawn.y, xError: drawn.xUncertainty, yError: drawn.yUncertainty },
    curve: { x: curve.x, y: curve.y, low: curve.low, high: curve.high, held: false, inside: curve.inside },
    setAside: leftOut.x.length > 0 ? { x: leftOut.x, y: leftOut.y } : null,
    equation: {
      x: x.symbol,
      y: { symbol: y.symbol, unit: y.unit },
      expression: series.expression,
      parameters: series.parameters.flatMap(({ symbol, value, halfWidth, unit }) =>
        value === null ? [] : [{ symbol, value, half: halfWidth, unit }],
      ),
      rSquared: series.rSquared,
      residualStandardDeviation: series.residualStandardDeviation,
    },
  };
}

const nameOrSymbol = ({ name, symbol }: FitReply['y']): string => name.toLowerCase() || symbol;

function residualPanel(
  { y }: FitReply,
  solved: readonly SeriesReply[],
  view: Exclude<Residuals, 'none'>,
  x: FigureAxis,
): FigurePanel {
  const residual = { name: 'Residual', symbol: '', unit: y.unit };
  const axes = {
    fitted: { name: `Fitted ${nameOrSymbol(y)}`, symbol: '', unit: y.unit },
    time: { name: 'Number of the point, in the order of measuring', symbol: '', unit: '' },
    histogram: residual,
    normal: { name: 'Where a normal distribution would have it, in standard deviations', symbol: '', unit: '' },
  };
  return {
    ...emptyPanel('residuals', view === 'x' ? 1 : 1.4),
    x: view === 'x' ? x : plainAxis(axes[view]),
    y: plainAxis(view === 'histogram' ? { name: 'Points', symbol: '', unit: '' } : residual),
    levels: view === 'histogram' ? [] : [0],
    series: solved.map((s): FigureSeries => {
      const common = { ...bareSeries, id: seriesKey(s), ...named(s.name), nature: 'measured' as const };
      if (view === 'histogram') return { ...common, cells: cellsOf(s.drawn.residual) };
      const at = residualPoints(s, view);
      return { ...common, points: { ...at, xError: [], yError: [] } };
    }),
  };
}

/** x and y of a view of the residuals; missing ones take no part. */
function residualPoints({ drawn }: SeriesReply, view: Exclude<Residuals, 'none' | 'histogram'>) {
  const kept = drawn.residual.flatMap((r, i) => (r === null || drawn.x[i] === null ? [] : [{ r, i }]));
  const y = kept.map(({ r }) => r);
  switch (view) {
    case 'x':
      return { x: kept.map(({ i }) => drawn.x[i]!), y };
    case 'fitted':
      return { x: kept.map(({ r, i }) => drawn.y[i]! - r), y };
    case 'time':
      return { x: kept.map(({ i }) => 1 + i * drawn.every), y };
    case 'normal': {
      const sorted = [...y].sort((a, b) => a - b);
      // Blom's plotting positions.
      return { x: sorted.map((_, k) => normalQuantile((k + 0.625) / (sorted.length + 0.25))), y: sorted };
    }
  }
}

/** Counts in even cells; their number by Sturges. */
function cellsOf(residuals: readonly (number | null)[]): FigureSeries['cells'] {
  const values = residuals.filter((r) => r !== null);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  if (!(high > low)) return null;
  const cells = Math.ceil(Math.log2(values.length)) + 1;
  const counts = Array.from({ length: cells }, () => 0);
  for (const v of values) counts[Math.min(cells - 1, Math.floor(((v - low) / (high - low)) * cells))]!++;
  return { low, width: (high - low) / cells, counts };
}
