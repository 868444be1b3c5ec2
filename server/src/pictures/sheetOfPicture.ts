import type { PictureRow, TypedBody, TypedColumn } from '@undameter/contract';
import { calibratePicture, countedOn } from '@undameter/core';

type Sheet = Pick<TypedBody, 'columns' | 'rows'>;
type Point = PictureRow['series'][number]['points'][number];
/** A point with the series that it belongs to, by its place among those that become one run. */
export interface OfSeries {
  at: Point;
  series: number;
}

/** Symbol of the column that names the series. */
const SERIES = 'series';

/**
 * Points of a picture as the rows of a run, by its axes: both values, beside each how sure its place is, how sure the
 * axes are, and half of its error bar where some were read.
 * @param words  names of the series where there is more than one; their column comes first
 * @throws {AppError} PICTURE_…, PICTURE_AXIS_NO_TIME
 */
export function sheetOfPicture(row: PictureRow, points: readonly OfSeries[], words: readonly string[] | null): Sheet {
  const hasBars = points.some(({ at }) => at.bar);
  const [x, y] = [countedOn('x', row.x, row.known), countedOn('y', row.y, row.known)];
  const named = words ? [{ symbol: SERIES, name: 'Series', unit: '', words: [...words] }] : [];
  const axes = calibratePicture({ x: row.x.scale, y: row.y.scale, known: row.known, shape: row.shape });
  const rows = points.map(({ at, series }, k) => {
    const [value, u] = [axes.valuesAt(at), axes.uncertaintyAt(at, row.clickPixels)];
    const [top, bottom] = [(at.bar?.up ?? 0) * -1, at.bar?.down ?? 0].map((by) => axes.valuesAt(shifted(at, by)).y);
    const cells = [
      ...(words ? [series] : []),
      ...[x.shown(value.x), x.size(u.place.x), x.size(u.axes.x)],
      ...[y.shown(value.y), y.size(u.place.y), y.size(u.axes.y)],
      ...(hasBars ? [y.size(Math.abs(top! - bottom!) / 2)] : []),
    ];
    return { row: k + 1, cells: cells.map(rounded) };
  });
  const columns = [...named, ...columnsOf(row, 'x', x.name, false), ...columnsOf(row, 'y', y.name, hasBars)];
  return { columns: columns.map((column, c) => withDecimals(column, columns, rows, c)), rows };
}

const shifted = ({ x, y }: Point, by: number) => ({ x, y: y + by });
/** As many decimals are shown as the surest place has digits of its ±, and one more of the ± itself. */
function withDecimals(
  column: TypedColumn,
  columns: readonly TypedColumn[],
  rows: Sheet['rows'],
  at: number,
): TypedColumn {
  if (column.words) return column;
  const place = column.uncertainty ? at + 1 : columns.findLastIndex((c, k) => k < at && c.uncertainty) + 1;
  const least = Math.min(...rows.map((r) => r.cells[place] ?? Infinity).filter((u) => u > 0));
  if (!Number.isFinite(least)) return column;
  const decimals = 1 - Math.floor(Math.log10(least)) + (column.uncertainty ? 0 : 1);
  return { ...column, decimals: Math.min(12, Math.max(0, decimals)) };
}

/** More digits than a picture can tell. */
const rounded = (v: number): number | null => (Number.isFinite(v) ? Number(v.toPrecision(9)) : null);

/** A value with what is known of how sure it is: the axes are the same for all runs of the picture. */
function columnsOf(row: PictureRow, axis: 'x' | 'y', name: string, hasBars: boolean): TypedColumn[] {
  const { symbol, unit } = row[axis];
  const teller = (prefix: string, of: string): TypedColumn => ({
    symbol: `${prefix}_${symbol}`.slice(0, 40),
    name: `${name}, ${of}`.slice(0, 120),
    unit,
  });
  const [place, axes] = [teller('u', 'u of its place'), teller('c', 'u of the axes')];
  const bars = hasBars ? [teller('b', 'half of its error bar, 0 where it has none')] : [];
  const told = ({ symbol: by }: TypedColumn, statedAs: PictureRow['barsMean'], effect: 'random' | 'systematic') => ({
    kind: 'channel' as const,
    ...{ symbol: by, statedAs, effect },
  });
  const sources = [
    { name: 'place on the picture', isShared: false, of: told(place, 'standard', 'random') },
    { name: `${axis} axis of ${row.name}`, isShared: true, of: told(axes, 'standard', 'systematic') },
    ...bars.map((b) => ({ name: 'error bars', isShared: false, of: told(b, row.barsMean, 'random') })),
  ];
  return [{ symbol, name, unit, uncertainty: { kind: 'several', sources } }, place, axes, ...bars];
}
