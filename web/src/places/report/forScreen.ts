import type { FigureContent, FigureSeries } from '@undameter/contract';

type Curve = NonNullable<FigureSeries['curve']>;

/** So many stretches across are finer than the pixels of any sheet on a screen. */
const STRETCHES = 1600;
const known = new WeakMap<FigureContent, FigureContent>();

/**
 * What a figure shows, with long curves reduced to the pixels of a screen: of each stretch the lowest and the highest, which
 * hides no spike. The files are drawn from all of it; here it is drawn anew with each key that is typed.
 */
export function forScreen(content: FigureContent): FigureContent {
  const before = known.get(content);
  if (before) return before;
  const reduced = {
    ...content,
    panels: content.panels.map((panel) => ({
      ...panel,
      series: panel.series.map((s) => (s.curve ? { ...s, curve: reducedCurve(s.curve, STRETCHES) } : s)),
    })),
  };
  known.set(content, reduced);
  return reduced;
}

/** Only a plain curve: one with a band, or that holds its values, is short. */
export function reducedCurve(curve: Curve, stretches: number): Curve {
  const { x, y, low, held } = curve;
  if (held || low.length > 0 || x.length <= 4 * stretches) return curve;
  const length = x.length / stretches;
  const kept = Array.from({ length: stretches }, (_, k) =>
    extremesOf(y, Math.round(k * length), Math.round((k + 1) * length)),
  ).flat();
  return { ...curve, x: kept.map((i) => x[i] ?? null), y: kept.map((i) => y[i] ?? null) };
}

/** Numbers of the lowest and the highest in a stretch in their order, and of one that is missing, so that a gap stays. */
function extremesOf(y: Curve['y'], from: number, to: number): number[] {
  const present: number[] = [];
  let gap: number | undefined;
  for (let i = from; i < to; i++) {
    if ((y[i] ?? null) === null) gap ??= i;
    else present.push(i);
  }
  if (present.length === 0) return gap === undefined ? [] : [gap];
  const lowest = present.reduce((a, b) => (y[b]! < y[a]! ? b : a));
  const highest = present.reduce((a, b) => (y[b]! > y[a]! ? b : a));
  return [...new Set([lowest, highest, ...(gap === undefined ? [] : [gap])])].sort((a, b) => a - b);
}
