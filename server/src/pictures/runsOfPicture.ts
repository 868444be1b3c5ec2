import { isDeepStrictEqual } from 'node:util';
import type { PictureRow, TypedBody } from '@undameter/contract';
import { AppError, isSymbol } from '@undameter/core';
import { updatePicture } from '../store/pictures';
import type { Database } from '../store/pg/Database';
import { run } from '../store/runs';
import { createTypedRun, saveSheet, sheetOf } from '../typed/typedRuns';
import { sheetOfPicture } from './sheetOfPicture';

/**
 * Makes a run of each series, or one of all, or brings the runs that were made up to what was read since: rows before
 * stay in their history. A run that is gone is made anew. Each run is known to the picture as soon as it is made, so that
 * what hinders the next one makes none of them twice.
 * @throws {AppError} PICTURE_…, SYMBOL_INVALID, and as `createTypedRun` and `saveSheet`
 */
export async function runsOfPicture(db: Database, row: PictureRow): Promise<PictureRow> {
  checkSeries(row);
  let now = row;
  for (const group of groupsOf(row)) {
    const points = group.flatMap((k, series) => row.series[k]!.points.map((at) => ({ at, series })));
    const words = row.asOne ? group.map((k) => row.series[k]!.name.trim()) : null;
    const name = row.asOne ? row.name : `${row.name}: ${row.series[group[0]!]!.name}`;
    const known = runOfGroup(row, group);
    const runId = await keepRun(db, { row, known, name }, sheetOfPicture(row, points, words));
    if (group.some((k) => now.series[k]!.runId !== runId))
      now = await updatePicture(db, row.id, bodyWith(now, group, runId));
  }
  return now;
}

/** Which series become one run, by their places; those without a point become none. */
function groupsOf({ series, asOne }: PictureRow): number[][] {
  const filled = series.flatMap((s, k) => (s.points.length > 0 ? [k] : []));
  return asOne ? [filled] : filled.map((k) => [k]);
}

/** The run that stands for a group so far: one that other series have too stands for all of them, and for no group. */
function runOfGroup({ series }: PictureRow, group: readonly number[]): number | null {
  const runId = series[group[0]!]!.runId;
  const having = series.flatMap((s, k) => (s.runId === runId ? [k] : []));
  return having.length > 1 === group.length > 1 ? runId : null;
}

/** @throws {AppError} SYMBOL_INVALID, PICTURE_NO_POINTS, PICTURE_SERIES_TWICE */
function checkSeries({ name, x, y, series }: PictureRow): void {
  for (const { symbol } of [x, y]) if (!isSymbol(symbol)) throw new AppError('SYMBOL_INVALID', { symbol });
  if (series.every((s) => s.points.length === 0)) throw new AppError('PICTURE_NO_POINTS', { name });
  const names = series.map((s) => s.name.trim());
  const twice = names.find((one, i) => names.indexOf(one) !== i);
  if (twice !== undefined) throw new AppError('PICTURE_SERIES_TWICE', { name: twice });
}

interface RunToKeep {
  row: Pick<PictureRow, 'campaignId'>;
  known: number | null;
  name: string;
}
type Sheet = Pick<TypedBody, 'columns' | 'rows'>;

/** @returns the run that has the rows now */
async function keepRun(db: Database, { row, known, name }: RunToKeep, sheet: Sheet): Promise<number> {
  const there = known === null ? undefined : await run(db, known).catch(() => undefined);
  if (!there) {
    const called = name.slice(0, 120);
    return createTypedRun(db, row.campaignId, { ...sheet, name: called, kind: 'measured', computed: [] });
  }
  const { columns, rows, version } = await sheetOf(db, there.id);
  const saysOf = (all: Sheet['columns']) =>
    all.map(({ symbol, name: called, unit, words = [], uncertainty = null }) => ({
      ...{ symbol, called, unit, words, uncertainty },
    }));
  const isSame = isDeepStrictEqual([saysOf(columns), rows], [saysOf(sheet.columns), sheet.rows]);
  if (!isSame) await saveSheet(db, there.id, { ...sheet, version });
  return there.id;
}

function bodyWith(
  { id: _, campaignId: __, mediaType: ___, bytes: ____, ...body }: PictureRow,
  group: readonly number[],
  runId: number,
) {
  return { ...body, series: body.series.map((s, i) => (group.includes(i) ? { ...s, runId } : s)) };
}
