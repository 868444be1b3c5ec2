import type { MadeUpBody, SheetBody, SheetReply, TypedBody, TypedColumn, TypedRow } from '@undameter/contract';
import {
  AppError,
  calledMadeUp,
  checkSettings,
  checkUncertainty,
  isSymbol,
  makeUp,
  parseUnit,
  ROW_SYMBOL,
  withoutRows,
  type Step,
} from '@undameter/core';
import type { Database } from '../store/pg/Database';
import {
  beginRun,
  channels as channelsOf,
  isJoined,
  markReady,
  procedure as procedureOf,
  putProcedure,
  putSamples,
  removeRun,
  run,
  saveProcedure,
  type NewChannel,
  type NewRun,
  type StoredChannel,
} from '../store/runs';
import { createSmallSampleSet, writeColumns, writeColumnsWithin } from '../store/samples';
import { keepRecipe, keepSheet, sheetVersions, typedSheet } from '../store/typedSheets';

/** No file stands behind a run that was made by hand or from a formula. */
const noFile = (fileName: string, along: string): NewRun['file'] => ({
  fileName,
  fileSha256: '',
  fileBytes: 0,
  parts: [],
  along,
  layout: null,
});

/** Makes a run whole, or leaves nothing of it. */
async function wholeRun(
  db: Database,
  begun: NewRun,
  values: readonly Float64Array[],
  andThen: (id: number) => Promise<void>,
): Promise<number> {
  const { id, sampleSet } = await beginRun(db, begun);
  try {
    await writeColumns(db, sampleSet, values);
    await andThen(id);
    await markReady(db, id, values[0]!.length, null);
    return id;
  } catch (error) {
    await removeRun(db, id).catch(() => undefined);
    throw error;
  }
}

/**
 * A run from typed rows, with a step for each computed column.
 * @returns its id
 * @throws {AppError} NAME_TAKEN, NOT_FOUND, and as `checkSheet`
 */
export async function createTypedRun(db: Database, campaignId: number, body: TypedBody): Promise<number> {
  const { name, kind, columns, rows, computed } = body;
  checkSheet(
    body,
    computed.map((c) => c.symbol),
  );
  const steps = computed.map(({ symbol, ...settings }, k): Step => ({
    id: `computed-${k + 1}`,
    kind: 'derive',
    version: 1,
    settings: { symbol, ...settings },
    on: true,
  }));
  steps.forEach(checkSettings);
  const begun: NewRun = {
    ...{ campaignId, name, kind, origin: 'typed' },
    file: noFile('typed by hand', ROW_SYMBOL),
    channels: [rowChannel, ...columns.map((c) => channelOf(c, undefined))],
  };
  const id = await wholeRun(db, begun, valuesOf(columns.length, rows), (made) =>
    keepSheet(db, made, 0, { columns, rows }),
  );
  if (steps.length > 0) await saveProcedure(db, id, steps, 0);
  return id;
}

/** A run from a formula; its name says that it is none that was measured. @throws {AppError} as `makeUp`, NAME_TAKEN, NOT_FOUND */
export async function createMadeUpRun(db: Database, campaignId: number, { name, recipe }: MadeUpBody): Promise<number> {
  const made = makeUp(recipe);
  for (const { symbol } of made) if (!isSymbol(symbol)) throw new AppError('SYMBOL_INVALID', { symbol });
  const begun: NewRun = {
    ...{ campaignId, name: calledMadeUp(name), kind: 'simulated', origin: 'madeUp' },
    file: noFile('made up from a formula', recipe.x.symbol),
    channels: made.map(({ symbol, name: called, unit }) => ({ symbol, name: called, unit, reading: null })),
  };
  return wholeRun(
    db,
    begun,
    made.map((c) => c.values),
    (id) => keepRecipe(db, id, recipe),
  );
}

/** The sheet of a typed run as it is now. @throws {AppError} NOT_FOUND, NOT_TYPED */
export async function sheetOf(db: Database, runId: number): Promise<SheetReply> {
  const found = await typedSheet(db, runId);
  if (!found) throw new AppError('NOT_TYPED', { name: (await run(db, runId)).name });
  return shownSheet(found, (await channelsOf(db, runId)).slice(1));
}

/** A sheet under the names, units and ± that its channels have by now. */
function shownSheet(
  { version, columns, rows }: Pick<SheetBody, 'version' | 'columns' | 'rows'>,
  channels: readonly Pick<NewChannel, 'symbol' | 'name' | 'unit' | 'uncertainty'>[],
): SheetReply {
  return {
    version,
    columns: columns.map((column, c) => {
      const { symbol, name: called, unit, uncertainty = null } = channels[c]!;
      return { ...looksOf(column), symbol, name: called, unit, uncertainty };
    }),
    rows,
  };
}

/** How a column is shown, as far as somebody chose it, and its words. */
const looksOf = ({ decimals, colour, words }: TypedColumn) => ({
  ...(words === undefined ? {} : { words }),
  ...(decimals === undefined ? {} : { decimals }),
  ...(colour === undefined ? {} : { colour }),
});

/**
 * Puts corrected rows in the place of those before, which stay in the history of the run; what was left out of a row that
 * is gone goes with it.
 * @throws {AppError} NOT_FOUND, NOT_TYPED, SHEET_JOINED, CHANGED_MEANWHILE, and as `checkSheet`
 */
export async function saveSheet(db: Database, runId: number, body: SheetBody): Promise<void> {
  const before = await sheetOf(db, runId);
  const there = new Set(body.rows.map((r) => r.row));
  const gone = new Set(before.rows.map((r) => r.row).filter((row) => !there.has(row)));
  await putSheet(db, runId, body, { keep: keepSheet, steps: (steps) => withoutRows(steps, gone) });
}

/** How a sheet is put in the place of the one before. */
interface PutWays {
  /** As a further state of its history, or in the place of the last one. */
  keep: typeof keepSheet;
  /** What the procedure becomes with it; the same list where nothing changes. */
  steps(steps: readonly Step[]): readonly Step[];
}

/** @returns the sheet as it is then @throws {AppError} as `saveSheet` */
export async function putSheet(
  db: Database,
  runId: number,
  body: SheetBody,
  { keep, steps }: PutWays,
): Promise<SheetReply> {
  const { columns, rows, version } = body;
  if (await isJoined(db, runId)) throw new AppError('SHEET_JOINED', { name: (await run(db, runId)).name });
  checkSheet(body, []);
  const declared = await channelsOf(db, runId);
  const before = (symbol: string) => declared.find((d) => d.symbol === symbol);
  const channels = [rowChannel, ...columns.map((c) => channelOf(c, before(c.symbol)))];
  // One transaction for all of it: each costs a write to the disk that is waited for, and a reading waits for this.
  await db.transaction(async (tx) => {
    await keep(tx, runId, version, { columns, rows });
    const sampleSet = await createSmallSampleSet(tx);
    await writeColumnsWithin(tx, sampleSet, valuesOf(columns.length, rows));
    await putSamples(tx, runId, { sampleSet, samples: rows.length, channels });
    const { procedure, procedureVersion } = await procedureOf(tx, runId);
    const [now, next] = [procedure as Step[], steps(procedure as Step[])];
    if (JSON.stringify(next) !== JSON.stringify(now)) await putProcedure(tx, runId, next, procedureVersion);
  });
  return shownSheet({ version: version + 1, columns, rows }, channels.slice(1));
}

export const versionsOf = async (db: Database, runId: number) => {
  await sheetOf(db, runId);
  return sheetVersions(db, runId);
};

const rowChannel: NewChannel = { symbol: ROW_SYMBOL, name: ROW_SYMBOL, unit: '', reading: null };

/** What the sheet leaves unsaid of a column stays as it was declared. */
function channelOf(
  { symbol, name, unit, uncertainty, words: labels }: TypedColumn,
  before: StoredChannel | undefined,
): NewChannel {
  if (uncertainty !== undefined) return { symbol, name, unit, uncertainty, labels, reading: null };
  const own = before?.unit === unit ? before : undefined;
  return { symbol, name, unit, uncertainty: own?.uncertainty, sensorId: own?.sensorId, labels, reading: null };
}

/** Columns of values, the first the numbers of the rows. */
function valuesOf(columns: number, rows: readonly TypedRow[]): Float64Array[] {
  const column = (c: number): Float64Array => Float64Array.from(rows, (r) => r.cells[c] ?? NaN);
  return [Float64Array.from(rows, (r) => r.row), ...Array.from({ length: columns }, (_, c) => column(c))];
}

/**
 * Whether a sheet can be a run.
 * @param further  symbols that its computed columns take
 * @throws {AppError} SYMBOL_INVALID, SYMBOL_TAKEN, SYMBOL_OF_ROWS, SHEET_ROW_TWICE, SHEET_ROW_WIDTH, SHEET_WORD, and as `parseUnit`,
 *   `checkUncertainty`
 */
function checkSheet({ columns, rows }: Pick<TypedBody, 'columns' | 'rows'>, further: readonly string[]): void {
  const symbols = new Set<string>();
  for (const symbol of [...columns.map((c) => c.symbol), ...further]) {
    if (!isSymbol(symbol)) throw new AppError('SYMBOL_INVALID', { symbol });
    if (symbol === ROW_SYMBOL) throw new AppError('SYMBOL_OF_ROWS', { symbol });
    if (symbols.has(symbol)) throw new AppError('SYMBOL_TAKEN', { symbol });
    symbols.add(symbol);
  }
  for (const { symbol, unit, uncertainty } of columns) {
    parseUnit(unit);
    if (uncertainty) checkUncertainty(symbol, uncertainty);
  }
  const numbers = new Set<number>();
  for (const { row, cells } of rows) {
    if (numbers.has(row)) throw new AppError('SHEET_ROW_TWICE', { row });
    if (cells.length !== columns.length)
      throw new AppError('SHEET_ROW_WIDTH', { row, have: cells.length, columns: columns.length });
    numbers.add(row);
  }
  checkWords({ columns, rows });
}

/** @throws {AppError} SHEET_WORD where a cell of words stands for none */
function checkWords({ columns, rows }: Pick<TypedBody, 'columns' | 'rows'>): void {
  columns.forEach(({ symbol, words }, c) => {
    if (!words) return;
    const odd = rows.find(({ cells }) => cells[c] !== null && words[cells[c]!] === undefined);
    if (odd) throw new AppError('SHEET_WORD', { row: odd.row, symbol, words: words.length });
  });
}
