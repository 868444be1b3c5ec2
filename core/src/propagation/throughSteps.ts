import { applyStep, readsOf, stepKindOf, type ProcedureResult, type RunState, type Step } from '../procedure';
import { builtInOf, errorSourceOf, lookableBuiltIn, type PropertyTable } from '../property';
import { shapeOf, type Channel, type Draw, type Shape } from '../sample';

/** A property table or formulation with a stated uncertainty, which is one source of error for all that is looked up in it. */
export interface DrawnTable {
  symbol: string;
  source: string;
  shape: Shape;
}

/** The uncertain tables and formulations that the steps of a procedure name. */
export function tablesOfSteps(steps: readonly Step[], tables: ReadonlyMap<string, PropertyTable>): DrawnTable[] {
  const named = new Set(steps.filter((s) => s.on).flatMap(namesIn));
  return [...named].flatMap((symbol): DrawnTable[] => {
    const table = tables.get(symbol);
    if (table)
      return table.uncertainty ? [{ symbol, source: errorSourceOf(symbol), shape: shapeOf(table.uncertainty) }] : [];
    const known = builtInOf(symbol);
    return known?.uncertainty ? [{ symbol, source: lookableBuiltIn(known).errorSource, shape: 'normal' }] : [];
  });
}

const namesIn = (step: Step): string[] => [
  ...readsOf(step, undefined),
  ...Object.values(step.settings).filter((v): v is string => typeof v === 'string'),
];

/**
 * Which steps of a procedure have a say in some channels at its end: those that change one of them, or one that such a
 * step reads. Which samples are set aside is no say here.
 */
export function stepsBehind(
  reference: ProcedureResult,
  steps: readonly Step[],
  symbols: readonly string[],
): ReadonlySet<number> {
  const wanted = new Set(symbols);
  const found = new Set<number>();
  for (let k = steps.length - 1; k >= 0; k--) {
    if (reference.reports[k]!.status !== 'done') continue;
    const before = reference.before[k]!;
    const after = reference.before[k + 1] ?? reference.final;
    if (![...wanted].some((symbol) => after.channels.get(symbol) !== before.channels.get(symbol))) continue;
    found.add(k);
    for (const symbol of readsOf(steps[k]!, before.along)) wanted.add(symbol);
  }
  return found;
}

/**
 * A drawn run at the end of its procedure. The steps that a moved channel or table reaches are computed anew; which
 * samples are set aside stays as it was measured, since that was decided by what was measured.
 * @param reference  the procedure through the run as it was logged
 * @param behind     numbers of the steps that count, see `stepsBehind`
 * @param moved      logged channels as they might have been
 * @throws {AppError} what a step cannot do with the drawn values
 */
export function throughSteps(
  reference: ProcedureResult,
  steps: readonly Step[],
  behind: ReadonlySet<number>,
  moved: ReadonlyMap<string, Channel>,
  tables: readonly DrawnTable[],
  draw: Draw,
): RunState {
  const tableMoves = new Map(tables.map(({ symbol, source, shape }) => [symbol, draw.of(source, shape)]));
  let reached = new Map(moved);
  steps.forEach((step, k) => {
    const before = reference.before[k]!;
    if (!behind.has(k) || !isReached(step, before, reached, tableMoves)) return;
    const state = { ...before, channels: new Map([...before.channels, ...reached]), tableMoves };
    const next = applyStep(state, step, { ordinal: k + 1 }).state;
    reached = new Map([...next.channels].filter(([symbol, channel]) => before.channels.get(symbol) !== channel));
  });
  const { final } = reference;
  return { ...final, channels: new Map([...final.channels, ...reached]) };
}

function isReached(
  step: Step,
  { along }: RunState,
  moved: ReadonlyMap<string, Channel>,
  tableMoves: ReadonlyMap<string, number>,
): boolean {
  if (stepKindOf(step.kind).readsAll && moved.size > 0) return true;
  return readsOf(step, along).some((symbol) => moved.has(symbol)) || namesIn(step).some((name) => tableMoves.has(name));
}
