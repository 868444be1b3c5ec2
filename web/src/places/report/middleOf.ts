import type { FigureContent } from '@undameter/contract';

/** A point in the midst of what the first panel of a chart shows, for what is added there; to three digits. */
export function middleOf({ panels }: FigureContent, chart = ''): { x: number; y: number } {
  const first = panels.find((p) => (p.chart ?? '') === chart);
  const of = (side: 'x' | 'y'): number => {
    const values = (first?.series ?? [])
      .flatMap((s) => [...(s.points?.[side] ?? []), ...(s.curve?.[side] ?? [])])
      .filter((v) => v !== null)
      .sort((a, b) => a - b);
    return Number((values[Math.floor(values.length / 2)] ?? 0).toPrecision(3));
  };
  return { x: of('x'), y: of('y') };
}
