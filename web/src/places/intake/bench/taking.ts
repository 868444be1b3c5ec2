import type { BenchSession, InstrumentRow, ReadingBody, ReadingNow, SheetReply, ToldValue } from '@undameter/contract';
import { formatValue, formatWithUncertainty, printUnit, standardErrorOfMean, steadiness } from '@undameter/core';

/** Live values of the last seconds, for their course and for whether they are at rest. */
export interface LiveCourse {
  now: ReadingNow;
  /** s, rising. */
  times: number[];
  /** By symbol, as long as the times; NaN where nothing could be read. */
  values: Record<string, number[]>;
}

/** So far back the course goes, s. */
const SHOWN_SECONDS = 15;

/** The course with what is shown now; a column that is new begins with gaps. @param at  s */
export function withNow(before: LiveCourse | undefined, now: ReadingNow, at: number): LiveCourse {
  const times = [...(before?.times ?? []), at].filter((t) => at - t <= SHOWN_SECONDS);
  const shown = new Map(now.values.map((v) => [v.symbol, v.value ?? NaN]));
  // What a reading under way does not ask for has a gap meanwhile.
  const symbols = [...new Set([...Object.keys(before?.values ?? {}), ...shown.keys()])];
  const values = Object.fromEntries(
    symbols.map((symbol) => {
      const all = [...(before?.values[symbol] ?? []), shown.get(symbol) ?? NaN].slice(-times.length);
      return [symbol, [...Array.from({ length: times.length - all.length }, () => NaN), ...all]];
    }),
  );
  return { now, times, values };
}

/**
 * What is shown now of y, and whether the setting that something is expected at is made: only an instrument tells that.
 */
export function nowAt(
  live: LiveCourse | undefined,
  y: string,
  x: string,
  expected: { x: number } | undefined,
): { value: number; isSet: boolean } | undefined {
  const shown = (symbol: string) => live?.now.values.find((v) => v.symbol === symbol)?.value ?? null;
  const [value, at] = [shown(y), shown(x)];
  if (value === null || !expected) return undefined;
  return { value, isSet: at !== null && Math.abs(at - expected.x) <= 1e-3 * Math.max(1, Math.abs(expected.x)) };
}

/** Something that is set for a reading. */
export interface ToSet {
  symbol: string;
  name: string;
  unit: string;
  /** It is sent to its instrument; else a hand sets it. */
  isSent: boolean;
  /** What the plan says; null: nothing is planned. */
  planned: number | null;
}

export interface NextReading {
  /** The planned row that it fills; null: a new one. */
  row: number | null;
  toSet: ToSet[];
  /** How many planned ones are still to be taken, this one too. */
  left: number;
}

interface WiredRun {
  sheet: Pick<SheetReply, 'columns' | 'rows'>;
  session: BenchSession;
  instruments: readonly InstrumentRow[];
}

const isSetAt = ({ session, instruments }: WiredRun, symbol: string): boolean => {
  const wiring = session.columns.find((c) => c.symbol === symbol);
  const row = instruments.find((i) => i.id === wiring?.instrumentId);
  return row?.quantities.find((q) => q.symbol === wiring?.quantity)?.access === 'set';
};

/** The next reading: the first planned row that nothing was read into, with what has to be set for it. */
export function nextReading(run: WiredRun): NextReading {
  const { sheet, session } = run;
  const spreads = new Set(session.columns.map((c) => c.spread));
  const wired = new Set(session.columns.map((c) => c.symbol));
  const places = sheet.columns.map((column, c) => ({ column, c }));
  const read = places.filter(({ column: { symbol } }) => wired.has(symbol) && !isSetAt(run, symbol));
  const set = places.filter(
    ({ column: { symbol } }) => !spreads.has(symbol) && !read.some((r) => r.column.symbol === symbol),
  );
  const open = sheet.rows.filter(
    (r) => r.takenAt === undefined && read.every(({ c }) => (r.cells[c] ?? null) === null),
  );
  const row = open[0];
  return {
    row: row?.row ?? null,
    left: open.filter((r) => set.some(({ c }) => (r.cells[c] ?? null) !== null)).length,
    toSet: set.map(({ column: { symbol, name, unit }, c }) => ({
      ...{ symbol, name, unit, isSent: isSetAt(run, symbol), planned: row?.cells[c] ?? null },
    })),
  };
}

/** What is sent to take a reading. @param typed  values that a hand chose, in place of those of the plan */
export function bodyOf(
  { row, toSet }: NextReading,
  typed: Readonly<Record<string, number | null>>,
  how: Partial<Pick<ReadingBody, 'retakes' | 'anyhow' | 'withMissing'>> = {},
): ReadingBody {
  const set = toSet.flatMap(({ symbol, planned }) => {
    const value = symbol in typed ? typed[symbol]! : planned;
    return value === null ? [] : [{ symbol, value }];
  });
  const { retakes = null, anyhow = false, withMissing = false } = how;
  return { row: retakes === null ? row : null, retakes, set, anyhow, withMissing };
}

/** A reading of a row once more, with what was set for it. */
export function againOf({ toSet }: NextReading, { rows, columns }: WiredRun['sheet'], row: number): ReadingBody {
  const cells = rows.find((r) => r.row === row)?.cells ?? [];
  const typed = Object.fromEntries(
    toSet.map(({ symbol }) => [symbol, cells[columns.findIndex((c) => c.symbol === symbol)] ?? null]),
  );
  return bodyOf({ row: null, toSet, left: 0 }, typed, { retakes: row });
}

/** Whether the live values are at rest, by the limits of the session; undefined where none has one. */
export function restWords({ columns, how }: BenchSession, live: LiveCourse | undefined): RestState | undefined {
  const waited = columns.flatMap(({ symbol, within }) => (within === null ? [] : [{ symbol, within }]));
  if (waited.length === 0 || !live) return undefined;
  const limit = { seconds: how.restSeconds };
  const moving = waited.filter(
    ({ symbol, within }) => !steadiness(live.times, live.values[symbol] ?? [], { ...limit, within }).isSteady,
  );
  const isSteady = moving.length === 0;
  const names = moving.map((m) => m.symbol).join(', ');
  return {
    isSteady,
    words: isSteady
      ? `steady for ${formatValue(how.restSeconds, 3)} s`
      : `not steady yet: ${names} ${moving.length === 1 ? 'moves' : 'move'} by more than allowed`,
  };
}
export interface RestState {
  isSteady: boolean;
  words: string;
}

/**
 * A limit for each value that is read, from how it scatters while nothing is moved: four standard deviations hold
 * nearly all of its samples, and a change larger than that shows. A rule of this program, no source.
 */
export function proposedLimits({ columns }: BenchSession, live: LiveCourse | undefined): Map<string, number> {
  const found = new Map<string, number>();
  for (const { symbol } of columns) {
    const values = (live?.values[symbol] ?? []).filter((v) => !Number.isNaN(v));
    if (values.length < FEWEST_LIVE) continue;
    const { standardDeviation } = standardErrorOfMean(Float64Array.from(values));
    if (standardDeviation > 0) found.set(symbol, Number((4 * standardDeviation).toPrecision(2)));
  }
  return found;
}
/** Fewer live values do not tell their scatter. */
const FEWEST_LIVE = 8;

/** What is to be minded before the button is pressed; null: nothing. */
export function hastyWords({ columns }: BenchSession, { toSet }: Pick<NextReading, 'toSet'>): string | null {
  const isSent = toSet.some((s) => s.isSent);
  const isWaited = columns.some((c) => c.within !== null);
  return isSent && !isWaited
    ? 'Nothing is waited for: the samples begin as soon as the setting is sent. Say below what has to be steady.'
    : null;
}

/** How far a reading has come, in words. */
export function stateWords({ state, seconds }: ReadingNow, { how }: BenchSession): string {
  if (state === 'setting') return 'sending the settings';
  if (state === 'waiting')
    return `waiting until it is steady, ${formatValue(Math.floor(seconds), 4)} s of at most ${formatValue(how.waitSeconds, 4)} s`;
  return how.samples === 1 ? 'taking one sample' : `taking ${how.samples} samples`;
}

const doubts: Record<NonNullable<ToldValue['doubt']>, string> = {
  oneSample: 'one sample does not tell its ±',
  didNotMove: 'the samples did not move: the last digit of the instrument hides their ±',
  tooShort: 'the ± is a guess: the samples are few for how long neighbours know of each other',
};

/** What a reading gave, one sentence a value. ± is at 95 % by the scatter of its samples alone. */
export const toldWords = (values: readonly ToldValue[], units: ReadonlyMap<string, string>): string[] =>
  values.map(({ symbol, value, expanded, doubt, problem }) => {
    if (value === null) return problem ?? `${symbol}: nothing was read`;
    const unit = printUnit(units.get(symbol) ?? '');
    const text =
      expanded === null ? { value: formatValue(value, 6), uncertainty: null } : formatWithUncertainty(value, expanded);
    const said = `${symbol} ${text.value}${text.uncertainty === null ? '' : ` ± ${text.uncertainty}`} ${unit}`.trim();
    return doubt === null ? said : `${said} (${doubts[doubt]})`;
  });
