import type { FormulaReply, MonteCarloReply } from '@undameter/contract';
import { combined, evaluateFormula, KEPT, monteCarlo, printUnit, unitOfFormula, type RunState } from '@undameter/core';
import type { BenchRun, FormulaTask } from './BenchInput';
import { benchState } from './benchState';
import { attempt, reading } from './toReply';

/** Values that are shown while a formula is typed, taken from so many samples at most. */
const SHOWN = 3;
const DRAWS = 20_000;
const PLACES = 12;

const tablesOf = (run: BenchRun) => new Map(run.tables.map((t) => [t.symbol, t]));

/** The unit a formula would give after the steps of the run, with its first values, or why it gives none. */
export function checkFormula({ run, formula, unit }: FormulaTask): FormulaReply {
  const { final } = benchState(run).result;
  const tables = tablesOf(run);
  const found = attempt(() => {
    const result = unitOfFormula(formula, unit, { channels: final.channels, tables });
    return { unit: printUnit(result.text), first: firstValues(formula, unit, final, tables) };
  });
  return { unit: found.value?.unit ?? null, first: found.value?.first ?? [], problem: found.problem };
}

function firstValues(formula: string, unit: string, state: RunState, tables: ReturnType<typeof tablesOf>) {
  const { values, errors } = evaluateFormula(formula, unit, { ...state, tables });
  const u = combined(errors());
  const first: FormulaReply['first'] = [];
  for (let i = 0; i < state.samples && first.length < SHOWN; i++)
    if (state.mask[i] === KEPT) first.push({ value: reading(values[i]!), uncertainty: u ? reading(u[i]!) : null });
  return first;
}

/** First order against draws, at some samples of the run. */
export function checkByMonteCarlo({ run, formula, unit }: FormulaTask): MonteCarloReply {
  const { final } = benchState(run).result;
  const input = { ...final, tables: tablesOf(run) };
  const places = monteCarlo(formula, unit, input, { draws: DRAWS, places: PLACES });
  return {
    draws: DRAWS,
    unit: printUnit(unitOfFormula(formula, unit, input).text),
    places: places.map(({ firstOrder, drawn }) => ({ firstOrder, drawn })),
  };
}
