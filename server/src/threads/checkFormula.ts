import { printUnit, unitOfFormula } from '@undameter/core';
import type { FormulaTask } from './BenchInput';
import { benchState } from './benchState';
import { attempt } from './toReply';

/** The unit a formula would give after the steps of the run, or why it gives none. */
export function checkFormula({ run, formula, unit }: FormulaTask) {
  const { final } = benchState(run).result;
  const tables = new Map(run.tables.map((t) => [t.symbol, t]));
  const found = attempt(() => unitOfFormula(formula, unit, { channels: final.channels, tables }));
  return { unit: found.value ? printUnit(found.value.text) : null, problem: found.problem };
}
