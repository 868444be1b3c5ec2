import type { TableBody } from '@undameter/contract';
import type { PictureCalibration } from '@undameter/core';
import type { PictureSheet } from './pictureSheet';

const scales = { linear: 'plain', logarithmic: 'log', reciprocal: 'reciprocal', dates: 'plain' } as const;

/**
 * A series as the knots of a property table, in the order of x; of two at the same x the first is kept. How sure it is
 * stands for the knot that is least sure.
 */
export function tableOfSeries(sheet: PictureSheet, series: number, axes: PictureCalibration): TableBody {
  const { name, points } = sheet.series[series]!;
  const knots = points
    .map((at) => ({ ...axes.valuesAt(at), u: axes.uncertaintyAt(at, sheet.clickPixels).all.y }))
    .filter(({ x, y }) => Number.isFinite(x + y))
    .sort((a, b) => a.x - b.x)
    .filter(({ x }, k, all) => k === 0 || x > all[k - 1]!.x);
  const isLog = sheet.y.scale === 'logarithmic';
  const largest = Math.max(0, ...knots.map(({ y, u }) => (isLog ? (100 * u) / Math.abs(y) : u)));
  const stated = Number((2 * largest).toPrecision(2));
  return {
    ...{ isShared: false, symbol: sheet.y.symbol, name: `${sheet.y.name}, ${name}`, notes: '' },
    ...{ xName: sheet.x.name, xUnit: sheet.x.unit, yUnit: sheet.y.unit },
    source: `read off the picture ${sheet.name}`,
    method: 'linear',
    ...{ xScale: scales[sheet.x.scale], yScale: scales[sheet.y.scale], outside: 'refuse', second: null },
    uncertainty: isLog
      ? { kind: 'reading', percent: stated, statedAs: 'twice' }
      : { kind: 'absolute', value: stated, statedAs: 'twice' },
    x: knots.map((k) => k.x),
    y: knots.map((k) => k.y),
  };
}
