import type { PictureRow, PictureSeries, TypedBody } from '@undameter/contract';
import { AppError, calibratePicture, isSymbol } from '@undameter/core';
import { updatePicture } from '../store/pictures';
import type { Database } from '../store/pg/Database';
import { run } from '../store/runs';
import { createTypedRun, saveSheet, sheetOf } from '../typed/typedRuns';

/**
 * Makes a run of each series, or brings the run that was made of it up to what was read since: its rows before stay in
 * its history. A run that is gone is made anew. Each run is known to the picture as soon as it is made, so that what
 * hinders the next one makes none of them twice.
 * @throws {AppError} PICTURE_…, SYMBOL_INVALID, and as `createTypedRun` and `saveSheet`
 */
export async function runsOfPicture(db: Database, row: PictureRow): Promise<PictureRow> {
  checkSeries(row);
  const rowsOf = rowsBy(row);
  let now = row;
  for (const [k, series] of row.series.entries()) {
    if (series.points.length === 0) continue;
    const sheet = { columns: columnsOf(row), rows: rowsOf(series.points) };
    const runId = await runOfSeries(db, row, series, sheet);
    if (runId !== series.runId) now = await updatePicture(db, row.id, bodyWith(now, k, runId));
  }
  return now;
}

/** @throws {AppError} SYMBOL_INVALID, PICTURE_NO_POINTS, PICTURE_SERIES_TWICE */
function checkSeries({ name, x, y, series }: PictureRow): void {
  for (const { symbol } of [x, y]) if (!isSymbol(symbol)) throw new AppError('SYMBOL_INVALID', { symbol });
  if (series.every((s) => s.points.length === 0)) throw new AppError('PICTURE_NO_POINTS', { name });
  const names = series.map((s) => s.name.trim());
  const twice = names.find((one, i) => names.indexOf(one) !== i);
  if (twice !== undefined) throw new AppError('PICTURE_SERIES_TWICE', { name: twice });
}

/** @returns the run that stands for the series now */
async function runOfSeries(
  db: Database,
  { name, campaignId }: PictureRow,
  series: PictureSeries,
  sheet: Pick<TypedBody, 'columns' | 'rows'>,
): Promise<number> {
  const known = series.runId === null ? undefined : await run(db, series.runId).catch(() => undefined);
  if (!known) {
    const called = `${name}: ${series.name}`.slice(0, 120);
    return createTypedRun(db, campaignId, { ...sheet, name: called, kind: 'measured', computed: [] });
  }
  const { columns, rows, version } = await sheetOf(db, known.id);
  const saysOf = (all: TypedBody['columns']) => all.map(({ symbol, name: called, unit }) => [symbol, called, unit]);
  const isSame = JSON.stringify([saysOf(columns), rows]) === JSON.stringify([saysOf(sheet.columns), sheet.rows]);
  if (!isSame) await saveSheet(db, known.id, { ...sheet, version });
  return known.id;
}

function bodyWith(
  { id: _, campaignId: __, mediaType: ___, bytes: ____, ...body }: PictureRow,
  k: number,
  runId: number,
) {
  return { ...body, series: body.series.map((s, i) => (i === k ? { ...s, runId } : s)) };
}

/** Both axes, and beside each how sure its values are. */
function columnsOf({ x, y }: PictureRow): TypedBody['columns'] {
  return [x, y].flatMap(({ symbol, name, unit }) => {
    const spread = `u_${symbol}`;
    return [
      { symbol, name, unit, uncertainty: { kind: 'channel' as const, symbol: spread, statedAs: 'standard' as const } },
      { symbol: spread, name: `${name}, u off the picture`, unit },
    ];
  });
}

/** From places to rows, by the axes of the picture. @throws {AppError} PICTURE_… */
function rowsBy({ x, y, known, shape, clickPixels }: PictureRow) {
  const axes = calibratePicture({ x: x.scale, y: y.scale, known, shape });
  return (points: PictureRow['series'][number]['points']): TypedBody['rows'] =>
    points.map((at, k) => {
      const [value, u] = [axes.valuesAt(at), axes.uncertaintyAt(at, clickPixels, clickPixels)];
      const cells = [value.x, u.x, value.y, u.y].map((v) => (Number.isFinite(v) ? Number(v.toPrecision(9)) : null));
      return { row: k + 1, cells };
    });
}
