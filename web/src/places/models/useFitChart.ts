import type { CurveMark, FitReply, JudgementReply, RankingReply } from '@undameter/contract';
import { models } from '@undameter/core';
import { useWithAxes } from '../../axes/useWithAxes';
import type { Size } from '../../chart/Chart';
import type { Gestures } from '../../chart/gestures';
import { colourOf } from '../../chart/marks';
import { fitOption, type Extra, type ResidualView } from '../../chart/seriesMarks';
import { useTheme } from '../../theme/ThemeProvider';
import { curveWith, nudged, type Nudge } from './nudge';
import { draggedPlace } from './readingMarks';

interface FitChartInputs {
  campaignId: number;
  fit: FitReply | undefined;
  /** Places of the curve in hand. */
  marks: readonly CurveMark[];
  model: string;
  inHand: number;
  view: ResidualView;
  nudge: Nudge | null;
  /** Values that the start curve is drawn with. */
  start: Readonly<Record<string, number>> | undefined;
  straight: JudgementReply['straight'] | undefined;
  ranking: RankingReply | undefined;
  withPrediction: boolean;
  onStart(start: Readonly<Record<string, number>>): void;
  /** The place set by hand was dragged to another x. */
  onPlace(x: number): void;
  onSelect(range: [number, number] | null): void;
}

/** The curves that are tried beside the one of the series in hand. */
function extrasOf({
  fit,
  inHand,
  nudge,
  straight,
  ranking,
}: Pick<FitChartInputs, 'fit' | 'inHand' | 'nudge' | 'straight' | 'ranking'>): Extra[] {
  const series = fit?.series[inHand];
  if (!series || series.problem) return [];
  const of = (curve: Extra['curve'], name: string, look: Extra['look']): Extra => ({
    curve,
    name,
    look,
    series: inHand,
  });
  return [
    ...(nudge ? [of(nudged(series, nudge), `${nudge.symbol} nudged`, 'dashed')] : []),
    ...(straight ? [of(straight.curve, 'through logarithms', 'thin')] : []),
    ...(ranking?.rows ?? []).filter((r) => !r.problem).map((r) => of(r.curve, r.title, 'thin')),
  ];
}

/** The chart of a fit with what is tried beside it, and what a hand can do on it. */
export function useFitChart({
  campaignId,
  fit,
  marks,
  model,
  inHand,
  view,
  nudge,
  start,
  straight,
  ranking,
  withPrediction,
  onStart,
  onPlace,
  onSelect,
}: FitChartInputs) {
  const { palette } = useTheme();
  const series = fit?.series[inHand];
  const extras = extrasOf({ fit, inHand, nudge, straight, ranking });
  const known = models.find((m) => m.kind === model)?.handles ?? [];
  const places = start ? known.map((handle) => ({ handle, ...handle.at(start) })) : [];
  // A handle of a peak that the model does not have is nowhere.
  const handles = places.filter(({ x, y }) => Number.isFinite(x) && Number.isFinite(y));
  const overlay =
    start && fit && series && !series.problem
      ? {
          ...curveWith(
            series,
            Float64Array.from(series.parameters, (p) => start[p.symbol] ?? p.value ?? NaN),
          ),
          colour: colourOf(palette, inHand),
          handles,
        }
      : null;
  const draw = (size: Size) =>
    fit ? fitOption({ fit, palette, size, view, inHand, extras, marks, withPrediction }) : {};
  // Fits of the same channels are looked at alike, so that one can be held against another.
  const axes = useWithAxes(campaignId, `fit ${fit?.x.symbol ?? ''} ${fit?.y.symbol ?? ''} ${view}`, draw);
  const gestures: Gestures = {
    ...(start
      ? {
          handles,
          onHandle: (k: number, to: { x: number; y: number }) =>
            onStart({ ...start, ...handles[k]!.handle.moved(to, start) }),
        }
      : draggedPlace(marks, fit, onPlace)),
    onRange: ({ pane, x }) => (pane === 0 || view === 'x') && onSelect(x),
    onPick: () => onSelect(null),
  };
  return { build: axes.build, axes, gestures, overlay };
}
