import type { BenchRunBody, InstrumentRow } from '@undameter/contract';
import { isSymbol, isUnit, type Plan } from '@undameter/core';
import { settingsOf } from '../typed/settingsOf';

/** A session before it begins. */
export interface SessionDraft extends Omit<BenchRunBody, 'plan'> {
  plan: Plan | null;
}
type Chosen = SessionDraft['quantities'][number];

/** @param taken  names that runs have already */
export function firstSession(taken: readonly string[]): SessionDraft {
  const names = new Set(taken);
  let n = 1;
  while (names.has(`Readings ${n}`)) n++;
  return {
    ...{ name: `Readings ${n}`, quantities: [], byHand: [], plan: null },
    how: { samples: 10, every: 0.1, restSeconds: 2, waitSeconds: 60 },
  };
}

export const ticked = ({ quantities }: SessionDraft, one: Chosen): boolean =>
  quantities.some((q) => q.instrumentId === one.instrumentId && q.quantity === one.quantity);

/** What hinders the beginning; null where nothing does. */
export function problemOf({ name, quantities, byHand, plan }: SessionDraft, instruments: readonly InstrumentRow[]) {
  if (name.trim() === '') return 'The run needs a name.';
  const access = (one: Chosen) =>
    instruments.find((i) => i.id === one.instrumentId)?.quantities.find((q) => q.symbol === one.quantity)?.access;
  if (!quantities.some((q) => access(q) === 'read')) return 'Tick at least one quantity that is read.';
  for (const { symbol, name: called, unit } of byHand) {
    if (!isSymbol(symbol))
      return `By hand: "${symbol}" cannot be a symbol; a letter first, then letters, digits and _.`;
    if (called.trim() === '') return `By hand: ${symbol} needs a name.`;
    if (!isUnit(unit)) return `By hand: "${unit}" is not a unit that is known.`;
  }
  const isSet = byHand.length > 0 || quantities.some((q) => access(q) === 'set');
  if (plan && !isSet) return 'A plan needs something that is set: tick it, or add it by hand.';
  const settings = plan ? settingsOf(plan) : [];
  return typeof settings === 'string' ? settings : null;
}

/** What is sent to begin it; its plan can be followed. */
export function bodyOf({ plan, ...rest }: SessionDraft): BenchRunBody {
  const settings = plan ? settingsOf(plan) : [];
  return { ...rest, name: rest.name.trim(), plan: typeof settings === 'string' ? [] : settings };
}
