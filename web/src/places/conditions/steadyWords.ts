import type { SteadyReply } from '@undameter/contract';
import { formatCount, formatValue, printUnit, type SteadyLimit } from '@undameter/core';

type Let = SteadyReply['limits'][number];

/** A limit as a strip is called: `n within 2.5 rpm`, `n by less than 0.25 rpm/s`. */
export function limitOfStrip({ symbol, of }: Let, { steady, timeUnit }: SteadyLimit): string {
  const watched = steady.find((w) => w.symbol === symbol);
  const value = watched?.[of];
  if (!watched || value === null || value === undefined) return symbol;
  const unit = printUnit(watched.unit);
  return of === 'deviation'
    ? `${symbol} within ${formatValue(value)} ${unit}`.trim()
    : `${symbol} by less than ${formatValue(value)} ${unit}/${printUnit(timeUnit)}`;
}

/** A share as it is said: of what is nearly all or nearly nothing not as if it were all or nothing. */
export function percentOf(share: number): string {
  if (share > 0 && share < 0.01) return 'under 1 %';
  if (share < 1 && share > 0.99) return 'over 99 %';
  return `${Math.round(100 * share)} %`;
}

const MOST = 6;

/** Where calm stretches were divided, and between which levels; empty where none was. */
export function jumpsInWords(
  jumps: SteadyReply['jumps'],
  unitOf: (symbol: string) => string,
  timeUnit: string,
): string {
  if (jumps.length === 0) return '';
  const told = jumps.slice(0, MOST).map(({ at, symbol, before, after }) => {
    const levels = `${symbol} from ${formatValue(before)} to ${formatValue(after)} ${printUnit(unitOf(symbol))}`.trim();
    return `at ${at === null ? '?' : formatValue(at)} ${printUnit(timeUnit)} (${levels})`;
  });
  const more = jumps.length > MOST ? `, and ${formatCount(jumps.length - MOST)} more` : '';
  const count = jumps.length === 1 ? 'one jump' : `${formatCount(jumps.length)} jumps`;
  return `Calm on either side of ${count}, and parted there: ${told.join('; ')}${more}.`;
}

/** How slowly the levels were come to; what cannot be told is said. */
export function settlingInWords(settlings: SteadyReply['settlings'], timeUnit: string): string {
  const unit = printUnit(timeUnit);
  const [first] = settlings;
  if (!first) return 'No way to a level is clear enough for a time constant.';
  if (settlings.length === 1)
    return `One way to a level shows a time constant: ${formatValue(first.constant)} ${unit} (${first.symbol}).`;
  const constants = settlings.map((s) => s.constant);
  const symbols = [...new Set(settlings.map((s) => s.symbol))].join(', ');
  return `${formatCount(settlings.length)} ways to levels show time constants of ${formatValue(Math.min(...constants))} to ${formatValue(Math.max(...constants))} ${unit} (${symbols}).`;
}

/** Whether the scatter of the run asks for limits other than these. */
export const asksOther = ({ steady }: SteadyLimit, proposed: SteadyLimit['steady']): boolean =>
  proposed.some(({ deviation, slope, unit }, k) => {
    const now = steady[k];
    return now === undefined || now.unit !== unit || now.deviation !== deviation || now.slope !== slope;
  });
