import {
  formatValue,
  momentWords,
  printUnit,
  type ErrorBar,
  type PictureCalibration,
  type Pixel,
} from '@undameter/core';
import { Board } from '../../../board/Board';
import { spreadOn, type InHand, type PictureSheet } from './pictureSheet';

interface PointsBoardProps {
  sheet: PictureSheet;
  /** Which series is in hand. */
  series: number;
  axes: PictureCalibration | undefined;
  inHand: InHand;
  onInHand(inHand: InHand): void;
}

/** The points of the series in hand: where each is, and its values with their ±. */
export function PointsBoard({ sheet, series, axes, inHand, onInHand }: PointsBoardProps) {
  const own = sheet.series[series];
  const spreads = { x: spreadOn(sheet.x), y: spreadOn(sheet.y) };
  const rows = (own?.points ?? []).map((at, index) => {
    const value = axes?.valuesAt(at);
    const u = axes?.uncertaintyAt(at, sheet.clickPixels).all;
    const bar = axes && at.bar && halfBar(axes, at, at.bar) * spreads.y.factor;
    return {
      index,
      at,
      x: value?.x,
      y: value?.y,
      ux: u && 2 * u.x * spreads.x.factor,
      uy: u && 2 * u.y * spreads.y.factor,
      bar,
    };
  });
  type Row = (typeof rows)[number];
  const value = (axis: 'x' | 'y') => {
    const { symbol, unit, scale } = sheet[axis];
    if (scale !== 'dates') return number(axis, symbol, unit, 5);
    return { ...number(axis, symbol, '', 5), cell: (r: Row) => (r[axis] === undefined ? '' : momentWords(r[axis])) };
  };
  const number = (key: 'x' | 'y' | 'ux' | 'uy' | 'bar', title: string, unit: string, digits: number) => ({
    ...{ key, title, unit: printUnit(unit), numeric: true },
    cell: (r: Row) => (r[key] === undefined ? '' : formatValue(r[key], digits)),
    value: (r: Row) => r[key] ?? null,
  });
  return (
    <Board<Row>
      title={own ? own.name : 'Points'}
      rows={rows}
      keyOf={(r) => r.index}
      inHand={inHand?.of === 'point' && inHand.series === series ? inHand.index : null}
      onTake={(r) => onInHand({ of: 'point', series, index: r.index })}
      empty="No point yet: choose points, line or marks at the right, and click on the picture."
      columns={[
        { key: 'n', title: 'Point', cell: (r) => r.index + 1, value: (r) => r.index + 1 },
        value('x'),
        number('ux', '± (k = 2)', spreads.x.unit, 2),
        value('y'),
        number('uy', '± (k = 2)', spreads.y.unit, 2),
        ...(rows.some((r) => r.bar !== undefined) ? [number('bar', 'half of its bar', spreads.y.unit, 3)] : []),
        {
          ...{ key: 'at', title: 'On the picture', unit: 'px', numeric: true },
          cell: (r) => `${r.at.x.toFixed(1)}, ${r.at.y.toFixed(1)}`,
        },
      ]}
    />
  );
}

const halfBar = (axes: PictureCalibration, { x, y }: Pixel, { up, down }: ErrorBar): number =>
  Math.abs(axes.valuesAt({ x, y: y - up }).y - axes.valuesAt({ x, y: y + down }).y) / 2;
