import {
  MOST_TYPED_ROWS,
  type ComputedColumn,
  type RunReply,
  type SheetBody,
  type SheetReply,
  type TypedBody,
  type TypedColumn,
} from '@undameter/contract';
import {
  AppError,
  evaluateFormula,
  formatCount,
  isUnit,
  proposeSymbol,
  splitHeading,
  type Channel,
  type DeclaredUncertainty,
  type Step,
  type Uncertainty,
} from '@undameter/core';
import { typedNumber } from '../../../sheet/typedNumber';

type StatedAs = Uncertainty['statedAs'];

/** A column as it is typed. */
export interface SheetColumn {
  name: string;
  symbol: string;
  unit: string;
  /** Its ± in its unit; empty: none is stated here. */
  plusMinus: string;
  statedAs: StatedAs;
  /** What was declared of it in another way, and stays. */
  isDeclaredElsewhere: boolean;
  /** Column that states its standard uncertainty row by row. */
  toldBy: string | null;
  /** It tells how sure another one is. */
  tells: boolean;
  /** Of a column of words: those that it had when it was saved; null: its cells are numbers. */
  words: string[] | null;
  /** So many are shown; null: as many as it needs. */
  decimals: number | null;
  /** Of its points; null: the usual one. */
  colour: string | null;
}
export interface SheetRow {
  /** Given once; it names the row wherever it is spoken of. */
  row: number;
  cells: string[];
  note: string;
  /** When instruments were read for it; absent: it was typed. */
  takenAt?: string;
}
/** A computed column; of a saved run it is a step of its procedure. */
export interface SheetComputed extends ComputedColumn {
  stepId?: string;
}
/** A sheet in hand: numbers stay text until it is saved, so that a half-typed one is no error. */
export interface Sheet {
  name: string;
  kind: 'measured' | 'simulated';
  columns: SheetColumn[];
  computed: SheetComputed[];
  rows: SheetRow[];
  /** Of the saved sheet that it was made from; null: it is not saved yet. */
  version: number | null;
}

const columnOf = (name: string, symbol: string, unit = ''): SheetColumn => ({
  ...{
    name,
    symbol,
    unit,
    plusMinus: '',
    statedAs: 'limits',
    isDeclaredElsewhere: false,
    toldBy: null,
    tells: false,
    words: null,
    decimals: null,
    colour: null,
  },
});
const EMPTY_ROWS = 8;

export const emptySheet = (name: string): Sheet => ({
  name,
  kind: 'measured',
  columns: [columnOf('x', 'x'), columnOf('y', 'y')],
  computed: [],
  rows: Array.from({ length: EMPTY_ROWS }, (_, i) => ({ row: i + 1, cells: ['', ''], note: '' })),
  version: null,
});

/** The sheet of a typed run, to be gone on with; what its procedure derives are its computed columns. */
export function sheetFrom(reply: SheetReply, { name, kind, procedure }: SavedRun): Sheet {
  const tellers = new Set(reply.columns.flatMap((c) => tellersOf(c.uncertainty)));
  return {
    ...{ name, kind, version: reply.version },
    computed: (procedure as Step[]).filter(isComputed).map(({ id, settings }) => {
      const { symbol, name: called, unit = '', formula } = settings as unknown as ComputedColumn;
      return { symbol, name: called, unit, formula, stepId: id };
    }),
    columns: reply.columns.map(({ symbol, name: called, unit, uncertainty, ...looks }) => ({
      ...columnOf(called, symbol, unit),
      tells: tellers.has(symbol),
      ...{ words: looks.words ?? null, decimals: looks.decimals ?? null, colour: looks.colour ?? null },
      ...(uncertainty?.kind === 'absolute' && uncertainty.effect === undefined
        ? { plusMinus: String(uncertainty.value), statedAs: uncertainty.statedAs }
        : { isDeclaredElsewhere: uncertainty !== null, toldBy: tellerOf(uncertainty) }),
    })),
    rows: reply.rows.map(({ row, cells, note = '', takenAt }) => ({
      ...timeOf(takenAt),
      row,
      cells: cells.map((v, c) => (v === null ? '' : (reply.columns[c]?.words?.[v] ?? String(v)))),
      note,
    })),
  };
}
const tellerOf = (declared: DeclaredUncertainty | null): string | null =>
  declared?.kind === 'channel' && declared.statedAs === 'standard' ? declared.symbol : null;
function tellersOf(declared: DeclaredUncertainty | null): string[] {
  if (!declared) return [];
  const each = declared.kind === 'several' ? declared.sources.map((s) => s.of) : [declared];
  return each.flatMap((of) => (of.kind === 'channel' ? [of.symbol] : []));
}

/** What a sheet is first drawn over and against: columns of numbers that do not only tell how sure others are. */
export function firstShown({ columns }: Sheet): { x: number; y: number } {
  const plain = columns.flatMap((c, k) => (c.words || c.tells ? [] : [k]));
  return { x: plain[0] ?? 0, y: plain[1] ?? 1 };
}
type SavedRun = Pick<RunReply, 'name' | 'kind' | 'procedure'>;
const isComputed = (step: Step): boolean => step.kind === 'derive' && step.on;

/** A procedure whose derived channels are the computed columns of a sheet; every other step stays where it is. */
export function withComputed(steps: readonly Step[], computed: readonly SheetComputed[]): Step[] {
  const settingsOf = ({ symbol, name, unit, formula }: SheetComputed) => ({
    symbol,
    name: name || symbol,
    unit,
    formula,
  });
  const known = new Map(computed.map((c) => [c.stepId, c]));
  const kept = steps.flatMap((step) => {
    const column = known.get(step.id);
    if (column) return [{ ...step, settings: { ...step.settings, ...settingsOf(column) } }];
    return isComputed(step) ? [] : [step];
  });
  const ids = new Set(kept.map((s) => s.id));
  const added = computed
    .filter((c) => c.formula.trim() !== '' && (c.stepId === undefined || !ids.has(c.stepId)))
    .map((column): Step => {
      let k = 1;
      while (ids.has(`computed-${k}`)) k++;
      ids.add(`computed-${k}`);
      return { id: `computed-${k}`, kind: 'derive', version: 1, settings: settingsOf(column), on: true };
    });
  return [...kept, ...added];
}

const isEmpty = ({ cells, note }: SheetRow): boolean => note.trim() === '' && cells.every((c) => c.trim() === '');
const used = ({ rows }: Sheet): SheetRow[] => rows.filter((r) => !isEmpty(r));

/** The next number of a row: one that no row has had, as far as the sheet knows. */
const nextRow = (rows: readonly SheetRow[]): number => rows.reduce((most, r) => Math.max(most, r.row), 0) + 1;

const timeOf = (takenAt: string | undefined) => (takenAt === undefined ? {} : { takenAt });

/** Rows as the grid gives them back; those that are new get numbers. */
export function withRows(sheet: Sheet, rows: readonly { id?: number | undefined; cells: readonly string[] }[]): Sheet {
  let next = nextRow(sheet.rows);
  const width = sheet.columns.length;
  const times = new Map(sheet.rows.map((r) => [r.row, r.takenAt]));
  const taken = rows.map(({ id, cells }): SheetRow => ({
    ...timeOf(times.get(id ?? -1)),
    row: id ?? next++,
    cells: cells.slice(0, width),
    note: cells.at(-1) ?? '',
  }));
  return { ...sheet, rows: taken.sort((a, b) => a.row - b.row) };
}

export function withColumn(sheet: Sheet, at: number, change: Partial<SheetColumn>): Sheet {
  const others = new Set(sheet.columns.flatMap((c, i) => (i === at ? [] : [c.symbol])));
  const columns = sheet.columns.map((column, i) => {
    if (i !== at) return column;
    // The symbol follows the name until somebody chooses one.
    const wasProposed = column.symbol === proposeSymbol(column.name, at, others);
    const symbol = change.name !== undefined && wasProposed ? { symbol: proposeSymbol(change.name, at, others) } : {};
    return { ...column, ...symbol, ...change };
  });
  return { ...sheet, columns };
}

export function withMoreColumns(sheet: Sheet): Sheet {
  const symbol = proposeSymbol(`c${sheet.columns.length + 1}`, sheet.columns.length, symbolsOf(sheet));
  return {
    ...sheet,
    columns: [...sheet.columns, columnOf(symbol, symbol)],
    rows: sheet.rows.map((r) => ({ ...r, cells: [...r.cells, ''] })),
  };
}

export const withoutColumn = (sheet: Sheet, at: number): Sheet => ({
  ...sheet,
  columns: sheet.columns.filter((_, i) => i !== at),
  rows: sheet.rows.map((r) => ({ ...r, cells: r.cells.filter((_, i) => i !== at) })),
});

const symbolsOf = ({ columns, computed }: Sheet): Set<string> =>
  new Set([...columns, ...computed].map((c) => c.symbol));

/** Pasted rows with their headings, if the first line holds any; undefined where it is one cell or less. */
export function pastedRows(text: string): { headings: string[] | null; rows: string[][] } | undefined {
  const lines = text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .filter((l) => l.trim() !== '');
  const mark = ['\t', ';'].find((m) => lines[0]?.includes(m));
  const table = lines.map((l) =>
    (mark ? l.split(mark) : l.trim().split(/\s{2,}|(?<=\d)\s+(?=[-−\d])/)).map((c) => c.trim()),
  );
  const width = Math.max(0, ...table.map((r) => r.length));
  if (width < 2) return undefined;
  const filled = table.map((r) => Array.from({ length: width }, (_, c) => r[c] ?? ''));
  const isHeading = filled[0]!.some((c) => c !== '') && filled[0]!.every((c) => typedNumber(c) === null);
  if (!isHeading) return { headings: null, rows: filled };
  // A second line of units, as many programs write it.
  const [names, units] = [filled[0]!, filled[1]];
  const hasUnits = units?.every((c) => typedNumber(c) === null && isUnit(c.replace(/^[[(]|[\])]$/g, ''))) ?? false;
  const headings = names.map((h, c) =>
    hasUnits && units![c] !== '' ? `${h} (${units![c]!.replace(/^[[(]|[\])]$/g, '')})` : h,
  );
  return { headings, rows: filled.slice(hasUnits ? 2 : 1) };
}

/** Why rows cannot be pasted, before anything is done with them. */
export function tooManyRows(sheet: Sheet, rows: number): string | undefined {
  const all = used(sheet).length + rows;
  if (all <= MOST_TYPED_ROWS) return undefined;
  return `${formatCount(rows)} rows were pasted, and a typed run holds ${formatCount(MOST_TYPED_ROWS)}. Go back to all runs and paste them there: they come in as a table.`;
}

/** The sheet after rows were pasted as a whole: below those that are there, in new columns where headings came with them. */
export function withPasted(sheet: Sheet, { headings, rows }: NonNullable<ReturnType<typeof pastedRows>>): Sheet {
  const kept = used(sheet);
  const width = rows[0]?.length ?? headings?.length ?? 0;
  const isFresh = kept.length === 0 && sheet.version === null;
  let columns = sheet.columns;
  if (isFresh && headings) {
    const taken = new Set<string>();
    columns = headings.map((heading, c) => {
      const { name, unit = '' } = splitHeading(heading);
      const symbol = proposeSymbol(name, c, taken);
      taken.add(symbol);
      // A heading such as `Flow Q (L/min)` says name and symbol.
      return columnOf(name.replace(new RegExp(`\\s+${symbol}$`), '') || symbol, symbol, unit);
    });
  } else
    for (let c = columns.length; c < width; c++) columns = withMoreColumns({ ...sheet, columns, rows: [] }).columns;
  const first = isFresh ? 1 : nextRow(kept);
  const pasted = rows.map((cells, i): SheetRow => ({ row: first + i, cells: padded(cells, columns.length), note: '' }));
  return {
    ...sheet,
    columns,
    rows: [...kept.map((r) => ({ ...r, cells: padded(r.cells, columns.length) })), ...pasted],
  };
}

const padded = (cells: readonly string[], width: number): string[] =>
  Array.from({ length: width }, (_, c) => cells[c] ?? '');

/** A computed column over the typed ones, or why it cannot be. */
export interface Computed {
  values: Float64Array;
  problem: string | undefined;
}

/** Columns of numbers as far as they are typed, the computed ones after them. */
export function valuesOf(sheet: Sheet): { rows: SheetRow[]; columns: Float64Array[]; computed: Computed[] } {
  const rows = used(sheet);
  const columns = sheet.columns.map((column, c) => {
    const words = wordsOf(column, rows, c);
    return Float64Array.from(rows, (r) => numberOf(r.cells[c], words) ?? NaN);
  });
  const channels = new Map<string, Channel>();
  sheet.columns.forEach(({ symbol, name, unit }, c) =>
    channels.set(symbol, { symbol, name, unit, origin: 'logged', values: columns[c]! }),
  );
  const computed = sheet.computed.map(({ symbol, name, unit, formula }): Computed => {
    const found = evaluated(formula, unit, channels, rows.length);
    if (found.problem === undefined)
      channels.set(symbol, { symbol, name, unit, origin: 'derived', values: found.values });
    return found;
  });
  return { rows, columns, computed };
}

function evaluated(formula: string, unit: string, channels: ReadonlyMap<string, Channel>, samples: number): Computed {
  const nothing = new Float64Array(samples).fill(NaN);
  if (formula.trim() === '') return { values: nothing, problem: undefined };
  try {
    const mask = new Uint16Array(samples);
    return { values: evaluateFormula(formula, unit, { samples, channels, mask }).values, problem: undefined };
  } catch (error) {
    if (error instanceof AppError) return { values: nothing, problem: error.message };
    throw error;
  }
}

/** Significant digits of a mean, and of its standard uncertainty. */
const DIGITS = { mean: 6, spread: 2 } as const;

/**
 * A cell as it is read: with the decimals of its column, else as it was typed; a mean of samples without its last
 * digits.
 */
export function shownCell(text: string, column: SheetColumn, columns: readonly SheetColumn[]): string {
  const value = typedNumber(text);
  if (value === null) return text;
  if (column.decimals !== null) return value.toFixed(column.decimals);
  if (columns.some((c) => c.toldBy === column.symbol)) return String(Number(value.toPrecision(DIGITS.spread)));
  return column.toldBy === null ? text : String(Number(value.toPrecision(DIGITS.mean)));
}

/** What of a cell is no number, so that it can be marked where it stands; words may be anything. */
export const isWrong = (text: string | undefined, column?: Pick<SheetColumn, 'words'>): boolean =>
  text !== undefined && text.trim() !== '' && !column?.words && typedNumber(text) === null;

/** The words of a column, with those that were typed since behind them; null where it has numbers. */
function wordsOf({ words }: Pick<SheetColumn, 'words'>, rows: readonly SheetRow[], at: number): string[] | null {
  if (!words) return null;
  const typed = rows.map((r) => (r.cells[at] ?? '').trim()).filter((w) => w !== '');
  return [...new Set([...words, ...typed])];
}

/** What a cell stands for: its number, or the place of its word. */
function numberOf(text: string | undefined, words: readonly string[] | null): number | null {
  if (!words) return typedNumber(text);
  const at = words.indexOf((text ?? '').trim());
  return at < 0 ? null : at;
}

/** The sheet as it is saved, or the first thing that has to be mended before. */
export function bodyOf(sheet: Sheet): { body: TypedBody; save: SheetBody } | { problem: string } {
  const rows = used(sheet);
  if (sheet.name.trim() === '') return { problem: 'The run needs a name.' };
  if (rows.length === 0) return { problem: 'Type or paste at least one row.' };
  for (const { row, cells } of rows)
    for (const [c, text] of cells.entries())
      if (isWrong(text, sheet.columns[c]))
        return {
          problem: `Row ${row}, ${sheet.columns[c]!.name}: "${text}" is no number. Mend it, or empty the cell.`,
        };
  for (const { name, plusMinus } of sheet.columns)
    if (isWrong(plusMinus) || (typedNumber(plusMinus) ?? 0) < 0)
      return {
        problem: `The ± of ${name} reads "${plusMinus}": a number that is not below zero is needed, or nothing.`,
      };
  const words = sheet.columns.map((column, c) => wordsOf(column, rows, c));
  const columns = sheet.columns.map((column, c) => typedColumn({ ...column, words: words[c]! }));
  const made = rows.map(({ row, cells, note, takenAt }) => ({
    ...timeOf(takenAt),
    row,
    cells: cells.map((text, c) => numberOf(text, words[c] ?? null)),
    ...(note.trim() === '' ? {} : { note: note.trim() }),
  }));
  const computed = sheet.computed
    .filter((c) => c.formula.trim() !== '')
    .map(({ symbol, name, unit, formula }) => ({ symbol, name: name || symbol, unit, formula }));
  return {
    body: { name: sheet.name.trim(), kind: sheet.kind, columns, rows: made, computed },
    save: { columns, rows: made, version: sheet.version ?? 1 },
  };
}

function typedColumn(column: SheetColumn): TypedColumn {
  const { symbol, name, unit, plusMinus, statedAs, isDeclaredElsewhere, words, decimals, colour } = column;
  const value = typedNumber(plusMinus);
  const head = {
    ...{ symbol, name: name.trim() || symbol, unit },
    ...(words === null ? {} : { words }),
    ...(decimals === null ? {} : { decimals }),
    ...(colour === null ? {} : { colour }),
  };
  if (value !== null) return { ...head, uncertainty: { kind: 'absolute', value, statedAs } };
  return isDeclaredElsewhere ? head : { ...head, uncertainty: null };
}

export const sameSheet = (a: Sheet, b: Sheet): boolean =>
  JSON.stringify({ ...a, rows: used(a) }) === JSON.stringify({ ...b, rows: used(b) });

/** The rows in the order in which they are read; empty ones last. */
export function inOrder(sheet: Sheet, sortedBy: number | null): SheetRow[] {
  if (sortedBy === null) return sheet.rows;
  const { rows, columns, computed } = valuesOf(sheet);
  const values = [...columns, ...computed.map((c) => c.values)][sortedBy];
  const known = new Map(rows.map(({ row }, i) => [row, values?.[i] ?? NaN]));
  const value = ({ row }: SheetRow): number => {
    const found = known.get(row) ?? NaN;
    return Number.isNaN(found) ? Infinity : found;
  };
  return [...sheet.rows].sort((a, b) => (value(a) === value(b) ? a.row - b.row : value(a) - value(b)));
}

/** The sheet with rows and columns of an earlier state; what is computed stays. */
export function sheetOf(earlier: Pick<SheetReply, 'rows'> & { columns: readonly TypedColumn[] }, now: Sheet): Sheet {
  const columns = earlier.columns.map((c) => ({ ...c, uncertainty: c.uncertainty ?? null }));
  const back = sheetFrom({ version: now.version ?? 1, columns, rows: earlier.rows }, { ...now, procedure: [] });
  return { ...back, computed: now.computed };
}

/** Rows for settings that are still to be taken, below those that are there. */
export function withPlan(sheet: Sheet, column: number, settings: readonly number[]): Sheet {
  const kept = used(sheet);
  const next = nextRow(kept);
  const planned = settings.map((v, i): SheetRow => ({
    row: next + i,
    cells: sheet.columns.map((_, c) => (c === column ? String(v) : '')),
    note: '',
  }));
  return { ...sheet, rows: [...kept, ...planned] };
}
