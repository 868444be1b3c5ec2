import { formatValue } from '@undameter/core';
import { fonts, type Palette } from '../theme/palette';
import { echarts } from './echarts';

interface Hovered {
  seriesName?: string;
  seriesType?: string;
  color?: unknown;
  axisValue?: number;
  value?: unknown;
}

/** Values at the cursor, one a curve. */
export function cursor(palette: Palette): Record<string, unknown> {
  const row = ({ seriesName, color, value }: Hovered): string => {
    const y = Array.isArray(value) ? (value[1] as number | null) : null;
    if (y === null || y === undefined || !seriesName) return '';
    return `<div style="color:${String(color)}">${echarts.format.encodeHTML(seriesName)} <b>${formatValue(y, 6)}</b></div>`;
  };
  return {
    trigger: 'axis',
    confine: true,
    transitionDuration: 0,
    backgroundColor: palette.sheet,
    borderColor: palette.line,
    borderWidth: 1,
    padding: [6, 9],
    extraCssText: 'box-shadow:none;border-radius:2px',
    textStyle: { color: palette.ink, fontFamily: fonts.numbers, fontSize: 12 },
    formatter: (hovered: Hovered | Hovered[]) => {
      const list = (Array.isArray(hovered) ? hovered : [hovered]).filter((h) => h.seriesType === 'line');
      if (list.length === 0) return '';
      return `<div>${formatValue(list[0]!.axisValue ?? NaN, 7)}</div>${list.slice(0, 8).map(row).join('')}`;
    },
  };
}
