import { formatValue, printUnit, type PictureCalibration } from '@undameter/core';
import { Board } from '../../../board/Board';
import type { InHand, PictureSheet } from './pictureSheet';

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
  const rows = (own?.points ?? []).map((at, index) => {
    const value = axes?.valuesAt(at);
    const u = axes?.uncertaintyAt(at, sheet.clickPixels, sheet.clickPixels);
    return { index, at, x: value?.x, y: value?.y, ux: u && 2 * u.x, uy: u && 2 * u.y };
  });
  type Row = (typeof rows)[number];
  const number = (key: 'x' | 'y' | 'ux' | 'uy', title: string, unit: string, digits: number) => ({
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
        number('x', sheet.x.symbol, sheet.x.unit, 5),
        number('ux', '± (k = 2)', sheet.x.unit, 2),
        number('y', sheet.y.symbol, sheet.y.unit, 5),
        number('uy', '± (k = 2)', sheet.y.unit, 2),
        {
          ...{ key: 'at', title: 'On the picture', unit: 'px', numeric: true },
          cell: (r) => `${r.at.x.toFixed(1)}, ${r.at.y.toFixed(1)}`,
        },
      ]}
    />
  );
}
