import type { TableBody } from '@undameter/contract';
import { countedOn, type PictureCalibration } from '@undameter/core';
import type { PictureSheet } from './pictureSheet';

const scales = { linear: 'plain', logarithmic: 'log', reciprocal: 'reciprocal', dates: 'plain' } as const;

/**
 * A series as the knots of a property table, in the order of x; of two at the same x the first is kept. How sure it is
 * stands for the knot that is least sure.
 * @throws {AppError} PICTURE_AXIS_NO_TIME
 */
export function tableOfSeries(sheet: PictureSheet, series: number, axes: PictureCalibration): TableBody {
  const { name, points } = sheet.series[series]!;
  const [x, y] = [countedOn('x', sheet.x, sheet.known), countedOn('y', sheet.y, sheet.known)];
  const knots = points
    .map((at) => {
      const value = axes.valuesAt(at);
      const u = y.size(axes.uncertaintyAt(at, sheet.clickPixels).all.y);
      return { x: x.shown(value.x), y: y.shown(value.y), u };
    })
    .filter((k) => Number.isFinite(k.x + k.y))
    .sort((a, b) => a.x - b.x)
    .filter((knot, k, all) => k === 0 || knot.x > all[k - 1]!.x);
  const isLog = sheet.y.scale === 'logarithmic';
  const largest = Math.max(0, ...knots.map((k) => (isLog ? (100 * k.u) / Math.abs(k.y) : k.u)));
  const stated = Number((2 * largest).toPrecision(2));
  return {
    ...{ isShared: false, symbol: sheet.y.symbol, name: `${y.name}, ${name}`, notes: '' },
    ...{ xName: x.name, xUnit: sheet.x.unit, yUnit: sheet.y.unit },
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
