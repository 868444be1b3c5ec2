import { canShowOddKnot, formatValue, printUnit, type LeaveOneOut, type PropertyTable } from '@undameter/core';
import type { TableDraft } from './state';

/** The table as a formula calls it: `rho(T)`. */
export function callInWords({ symbol, xName, shape, second }: TableDraft): string {
  if (!symbol) return 'Knots';
  const names = [xName || 'x', ...(shape === 'curve' ? [] : [second.name || 'w'])];
  return `${symbol}(${names.join(', ')})`;
}

/** How far the table can be trusted between its knots. */
export function errorInWords(error: LeaveOneOut | undefined, { shape, yUnit }: TableDraft): string {
  if (!error) return '';
  const u = printUnit(yUnit);
  const without = { curve: 'a knot', grid: 'a row or column', scattered: 'a point' }[shape];
  const at = error.at.map((v) => formatValue(v)).join(', ');
  const [rms, largest] = [formatValue(error.rms, 2), formatValue(error.largest, 2)];
  return `without ${without} the others miss it by ${rms} ${u} (rms), at most ${largest} ${u} at ${at}`;
}

/** That its values are not tested for typing errors, and what that would need; empty where they are. */
export function untestedInWords(table: PropertyTable): string {
  if (canShowOddKnot(table)) return '';
  const { second } = table;
  const needed = !second ? 'four knots' : second.isScattered ? 'seven points' : 'four knots in a row or a column';
  return `Its values are not tested for typing errors: that needs ${needed}.`;
}
