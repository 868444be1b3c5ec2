import type { FigureContent, FigureSeries } from '@undameter/contract';

type Curve = NonNullable<FigureSeries['curve']>;

/** What was reduced last, and to how many stretches. */
const known = new WeakMap<FigureContent, { stretches: number; reduced: FigureContent }>();

/**
 * What a figure shows, with long curves reduced to the pixels of a screen: of each stretch the lowest and the highest,
 * which hides no spike. The files are drawn from all of it; here it is drawn anew with each key that is typed.
 * @param across  pixels of the screen that the sheet is wide
 */
export function forScreen(content: FigureContent, across: number): FigureContent {
  // A sheet that is stretched by hand is not reduced anew with each pixel.
  const stretches = 200 * Math.ceil(across / 200);
  const before = known.get(content);
  if (before?.stretches === stretches) return before.reduced;
  const reduced = {
    ...content,
    panels: content.panels.map((panel) => ({
      ...panel,
      series: panel.series.map((s) => (s.curve ? { ...s, curve: reducedCurve(s.curve, stretches) } : s)),
    })),
  };
  known.set(content, { stretches, reduced });
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
