import type {
  BenchSession,
  InstrumentQuantity,
  InstrumentRow,
  ReadingBody,
  ReadingNow,
  ReadingReply,
  SessionColumn,
  SheetReply,
} from '@undameter/contract';
import { AppError, printUnit } from '@undameter/core';
import { benchSessionOf } from '../store/benchSessions';
import { instrument } from '../store/instruments';
import type { Database } from '../store/pg/Database';
import { run } from '../store/runs';
import { sheetOf } from '../typed/typedRuns';
import type { Instruments } from './Instruments';
import { keepReading } from './keepReading';
import { Sampling, type Control, type ReadColumn } from './takeSamples';
import { toldOf } from './told';

interface UnderWay {
  /** Undefined while settings are sent. */
  sampling: Sampling | undefined;
  control: Control;
  stop(): void;
}

/** A column of a run with what is read or set for it. */
interface Wired {
  column: SessionColumn;
  row: InstrumentRow;
  quantity: InstrumentQuantity;
}

/** What instruments show is asked at most so often, however many windows look. */
const FRESH_MS = 150;

/** Readings at the bench: one at a time in a run; each is kept before anybody is told of it. */
export class Readings {
  private readonly underWay = new Map<number, UnderWay>();
  private readonly looks = new Map<number, { at: number; now: Promise<ReadingNow> }>();

  constructor(
    private readonly db: Database,
    private readonly instruments: Instruments,
  ) {}

  /**
   * Takes one reading of all columns that are read, and keeps it as a row.
   * @throws {AppError} READING_UNDER_WAY, READING_NOTHING_TO_READ, READING_NOT_STEADY, READING_STOPPED, READING_FAILED,
   *   and as `wired` and `checkColumns`
   */
  async take(runId: number, body: ReadingBody): Promise<ReadingReply> {
    const session = await this.session(runId);
    // Between this question and the mark nothing is waited for: no second reading slips in.
    if (this.underWay.has(runId)) throw new AppError('READING_UNDER_WAY', { name: await this.nameOf(runId) });
    const abort = new AbortController();
    const control: Control = { isAnyhow: body.anyhow, stopped: abort.signal };
    const begun: UnderWay = { sampling: undefined, control, stop: () => abort.abort() };
    this.underWay.set(runId, begun);
    try {
      return await this.taken(runId, session, body, begun);
    } finally {
      this.underWay.delete(runId);
      this.looks.delete(runId);
    }
  }

  private async taken(runId: number, session: BenchSession, body: ReadingBody, begun: UnderWay): Promise<ReadingReply> {
    const wired = await this.wired(session);
    const read = wired.filter((w) => w.quantity.access === 'read');
    if (read.length === 0) throw new AppError('READING_NOTHING_TO_READ', { name: await this.nameOf(runId) });
    // Before anything is set or waited for: a reading that cannot be kept is not taken.
    const sheet = await sheetOf(this.db, runId);
    checkColumns(sheet, wired, body);
    for (const { symbol, value } of body.set) {
      const at = wired.find((w) => w.column.symbol === symbol && w.quantity.access === 'set');
      if (at) await this.instruments.set(at.row, at.quantity, value);
    }
    begun.sampling = new Sampling(read.map(this.asColumn), session.how, begun.control);
    const { sampled, wasSteady } = await begun.sampling.run();
    const told = toldOf(sampled, new Map(read.map((w) => [w.column.symbol, w.quantity.resolution])));
    const problems = told.flatMap((t) => t.problem ?? []);
    const isAllMissing = problems.length === told.length;
    if (problems.length > 0 && (isAllMissing || !body.withMissing))
      throw new AppError('READING_FAILED', { sentences: [...new Set(problems)].join(' ') });
    const kept = await keepReading(this.db, runId, { body, session, told, wasSteady }, sheet);
    return { ...kept, values: told, wasSteady };
  }

  /** What the instruments show, or how far the reading under way has come. @throws {AppError} as `wired` */
  now(runId: number): Promise<ReadingNow> {
    const begun = this.underWay.get(runId);
    if (begun)
      return Promise.resolve(begun.sampling?.now() ?? { state: 'setting', seconds: 0, progress: 0, values: [] });
    const known = this.looks.get(runId);
    if (known && performance.now() - known.at < FRESH_MS) return known.now;
    const now = this.look(runId);
    this.looks.set(runId, { at: performance.now(), now });
    now.catch(() => this.looks.delete(runId));
    return now;
  }

  /** @returns whether a reading was under way */
  act(runId: number, action: 'anyhow' | 'stop'): boolean {
    const begun = this.underWay.get(runId);
    if (!begun) return false;
    if (action === 'stop') begun.stop();
    else begun.control.isAnyhow = true;
    return true;
  }

  /** Sends a setting. @throws {AppError} READING_COLUMN_UNKNOWN, and as `wired` and `Instruments.set` */
  async set(runId: number, symbol: string, value: number): Promise<void> {
    const wired = await this.wired(await this.session(runId));
    const at = wired.find((w) => w.column.symbol === symbol && w.quantity.access === 'set');
    if (!at) throw new AppError('READING_COLUMN_UNKNOWN', { symbol });
    await this.instruments.set(at.row, at.quantity, value);
    this.looks.delete(runId);
  }

  /** Nothing of readings under way is kept. */
  stopAll(): void {
    for (const begun of this.underWay.values()) begun.stop();
  }

  private async session(runId: number): Promise<BenchSession> {
    const session = await benchSessionOf(this.db, runId);
    if (session) return session;
    throw new AppError('READING_NOTHING_TO_READ', { name: await this.nameOf(runId) });
  }

  private async nameOf(runId: number): Promise<string> {
    return (await run(this.db, runId)).name;
  }

  private async look(runId: number): Promise<ReadingNow> {
    const wired = (await this.wired(await this.session(runId))).filter(canShow);
    const values = await Promise.all(
      wired.map(async ({ column: { symbol, within }, row, quantity }) => {
        const shown = { symbol, half: null, within, isSteady: null };
        try {
          return { ...shown, value: await this.instruments.read(row, quantity), problem: null };
        } catch (error) {
          if (!(error instanceof AppError)) throw error;
          return { ...shown, value: null, problem: error.message };
        }
      }),
    );
    return { state: 'idle', seconds: 0, progress: 0, values };
  }

  /** The columns with their instruments. @throws {AppError} READING_QUANTITY_GONE, INSTRUMENT_ELSEWHERE */
  private async wired({ columns }: BenchSession): Promise<Wired[]> {
    const rows = new Map<number, Promise<InstrumentRow>>();
    return Promise.all(
      columns.map(async (column) => {
        const { instrumentId, quantity: symbol } = column;
        if (!rows.has(instrumentId)) rows.set(instrumentId, instrument(this.db, instrumentId));
        const row = await rows.get(instrumentId)!.catch(() => undefined);
        const quantity = row?.quantities.find((q) => q.symbol === symbol);
        if (!row || !quantity) throw new AppError('READING_QUANTITY_GONE', { symbol: column.symbol, name: symbol });
        this.instruments.at(row);
        return { column, row, quantity };
      }),
    );
  }

  private asColumn = ({ column, row, quantity }: Wired): ReadColumn => ({
    ...{ symbol: column.symbol, name: quantity.name, within: column.within },
    read: () => this.instruments.read(row, quantity),
  });
}

/** @throws {AppError} READING_COLUMN_UNKNOWN, READING_UNIT_DIFFERS */
function checkColumns({ columns }: SheetReply, wired: readonly Wired[], { set }: ReadingBody): void {
  const units = new Map(columns.map((c) => [c.symbol, c.unit]));
  const needed = [
    ...wired.flatMap(({ column: { symbol, spread } }) => [symbol, spread ?? symbol]),
    ...set.map((s) => s.symbol),
  ];
  const unknown = needed.find((symbol) => !units.has(symbol));
  if (unknown !== undefined) throw new AppError('READING_COLUMN_UNKNOWN', { symbol: unknown });
  for (const { column, quantity } of wired)
    for (const symbol of [column.symbol, column.spread ?? column.symbol])
      if (units.get(symbol) !== quantity.unit)
        throw new AppError('READING_UNIT_DIFFERS', {
          ...{ symbol, name: quantity.name },
          column: printUnit(units.get(symbol)!),
          instrument: printUnit(quantity.unit),
        });
}

/** A command that sets something has no answer; a register that is set can be read back. */
const canShow = ({ quantity: { access, source } }: Wired): boolean => access === 'read' || source.by === 'register';
