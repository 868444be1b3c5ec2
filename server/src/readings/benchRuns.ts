import type { BenchRunBody, BenchSession, InstrumentQuantity, TypedColumn } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { keepBenchSession } from '../store/benchSessions';
import { instrument } from '../store/instruments';
import type { Database } from '../store/pg/Database';
import { createTypedRun } from '../typed/typedRuns';

interface Planned {
  column: TypedColumn;
  wiring: BenchSession['columns'][number] | undefined;
  isSet: boolean;
}

/**
 * A run whose rows are taken at the bench: a column for each quantity, beside each that is read one for how sure its
 * means are, and a row for each setting that is planned.
 * @returns its id
 * @throws {AppError} NOT_FOUND, READING_QUANTITY_GONE, and as `createTypedRun`
 */
export async function createBenchRun(db: Database, campaignId: number, body: BenchRunBody): Promise<number> {
  const taken = new Set(body.byHand.map((c) => c.symbol));
  const wired: Planned[] = [];
  for (const { instrumentId, quantity: wanted } of body.quantities) {
    const { quantities } = await instrument(db, instrumentId);
    const quantity = quantities.find((q) => q.symbol === wanted);
    if (!quantity) throw new AppError('READING_QUANTITY_GONE', { symbol: wanted, name: wanted });
    wired.push(...columnsOf(instrumentId, quantity, taken));
  }
  const byHand = body.byHand.map((column): Planned => ({ column, wiring: undefined, isSet: true }));
  // What is set stands before what is read, so that a row reads from left to right as it is made.
  const all = [...wired.filter((w) => w.isSet), ...byHand, ...wired.filter((w) => !w.isSet)];
  if (all.length === 0) throw new AppError('READING_NOTHING_TO_READ', { name: body.name });
  const settings: (number | null)[] = body.plan.length > 0 ? body.plan : [null];
  const id = await createTypedRun(db, campaignId, {
    ...{ name: body.name, kind: 'measured', computed: [] },
    columns: all.map((c) => c.column),
    rows: settings.map((value, k) => ({ row: k + 1, cells: all.map((c, i) => (i === 0 && c.isSet ? value : null)) })),
  });
  await keepBenchSession(db, id, { columns: all.flatMap((c) => c.wiring ?? []), how: body.how });
  return id;
}

function columnsOf(instrumentId: number, quantity: InstrumentQuantity, taken: Set<string>): Planned[] {
  const { name, unit, access } = quantity;
  const symbol = freeSymbol(quantity.symbol, taken);
  const wiring = { symbol, instrumentId, quantity: quantity.symbol, within: null };
  if (access === 'set') return [{ column: { symbol, name, unit }, wiring: { ...wiring, spread: null }, isSet: true }];
  const spread = freeSymbol(`u_${symbol}`, taken);
  return [
    {
      column: { symbol, name, unit, uncertainty: { kind: 'channel', symbol: spread, statedAs: 'standard' } },
      wiring: { ...wiring, spread },
      isSet: false,
    },
    { column: { symbol: spread, name: `${name}, u of the mean`, unit }, wiring: undefined, isSet: false },
  ];
}

/** The same quantity of two instruments makes two columns. */
function freeSymbol(wanted: string, taken: Set<string>): string {
  let symbol = wanted;
  for (let n = 2; taken.has(symbol); n++) symbol = `${wanted}_${n}`;
  taken.add(symbol);
  return symbol;
}
