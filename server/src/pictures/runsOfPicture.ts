import type { PictureRow, TypedBody } from '@undameter/contract';
import { AppError, calibratePicture, isSymbol } from '@undameter/core';
import { updatePicture } from '../store/pictures';
import type { Database } from '../store/pg/Database';
import { run } from '../store/runs';
import { createTypedRun, saveSheet, sheetOf } from '../typed/typedRuns';

/**
 * Makes a run of each series, or brings the run that was made of it up to what was read since: its rows before stay in its
 * history. A run that is gone is made anew.
 * @throws {AppError} PICTURE_…, SYMBOL_INVALID, SYMBOL_TAKEN, and as `createTypedRun` and `saveSheet`
 */
export async function runsOfPicture(db: Database, row: PictureRow): Promise<PictureRow> {
  for (const { symbol } of [row.x, row.y]) if (!isSymbol(symbol)) throw new AppError('SYMBOL_INVALID', { symbol });
  const filled = row.series.filter((s) => s.points.length > 0);
  if (filled.length === 0) throw new AppError('PICTURE_NO_POINTS', { name: row.name });
  const rowsOf = rowsBy(row);
  const made = new Map<string, number>();
  for (const series of filled) {
    const body = { columns: columnsOf(row), rows: rowsOf(series.points) };
    const known = series.runId === null ? undefined : await run(db, series.runId).catch(() => undefined);
    if (known) {
      const sheet = await sheetOf(db, known.id);
      if (JSON.stringify(sheet.rows) !== JSON.stringify(body.rows))
        await saveSheet(db, known.id, { ...body, version: sheet.version });
      made.set(series.name, known.id);
    } else {
      const name = `${row.name}: ${series.name}`.slice(0, 120);
      made.set(
        series.name,
        await createTypedRun(db, row.campaignId, { ...body, name, kind: 'measured', computed: [] }),
      );
    }
  }
  const { id, campaignId: _, mediaType: __, bytes: ___, ...body } = row;
  return updatePicture(db, id, {
    ...body,
    series: row.series.map((s) => ({ ...s, runId: made.get(s.name) ?? s.runId })),
  });
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
