import { fonts, type Palette } from '../theme/palette';

/** A line of the key: what a mark means. */
export interface KeyEntry {
  label: string;
  mark: 'symbol' | 'cross' | 'solid' | 'dashed';
}

/** The key as lines below each other: a piece of the mark, then its words. */
export function keyOf(
  entries: readonly KeyEntry[],
  right: number,
  top: number,
  palette: Palette,
): Record<string, unknown>[] {
  const words = Math.max(92, ...entries.map((e) => 6.1 * e.label.length));
  return entries.flatMap(({ label, mark }, i) => {
    const y = top + i * 16;
    const left = right - words - 34;
    const still = { silent: true, z: 20 };
    const style = { text: label, fill: palette.ink, font: `12px ${fonts.words}`, textVerticalAlign: 'middle' };
    return [
      ...markOf(mark, left, y, palette).map((piece) => ({ ...piece, ...still })),
      { type: 'text', x: left + 34, y, style, ...still },
    ];
  });
}

function markOf(mark: KeyEntry['mark'], left: number, y: number, palette: Palette): Record<string, unknown>[] {
  const middle = left + 13;
  const style = {
    stroke: palette.ink,
    lineWidth: 1.4,
    fill: 'transparent',
    lineDash: mark === 'dashed' ? [6, 4] : null,
  };
  const segment = (x1: number, y1: number, x2: number, y2: number, stroke = palette.ink) => ({
    type: 'line',
    shape: { x1, y1, x2, y2 },
    style: { ...style, stroke },
  });
  switch (mark) {
    case 'symbol':
      return [{ type: 'circle', shape: { cx: middle, cy: y, r: 3.2 }, style }];
    case 'cross':
      return [-2.3, 2.3].map((arm) => segment(middle - arm, y - 2.3, middle + arm, y + 2.3, palette.faint));
    default:
      return [segment(left, y, left + 26, y)];
  }
}
