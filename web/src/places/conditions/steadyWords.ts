import type { SteadyReply } from '@undameter/contract';
import { formatCount, formatValue, printUnit, type SteadyLimit } from '@undameter/core';

type Let = SteadyReply['limits'][number];

/** How the strip of a limit is called; the limit itself stands in its field. */
export const nameOfStrip = ({ symbol, of }: Let): string => `${symbol} ${of === 'deviation' ? 'std. dev.' : 'slope'}`;

/** A share as it is said: of what is nearly all or nearly nothing not as if it were all or nothing. */
export function percentOf(share: number): string {
  if (share > 0 && share < 0.01) return '<1 %';
  if (share < 1 && share > 0.99) return '>99 %';
  return `${Math.round(100 * share)} %`;
}

/** What tells two levels apart, no more. */
const short = (v: number): string => formatValue(Number(v.toPrecision(4)));

const MOST = 6;

/** Where calm stretches were divided, and between which levels; empty where none was. */
export function jumpsInWords(
  jumps: SteadyReply['jumps'],
  unitOf: (symbol: string) => string,
  timeUnit: string,
): string {
  if (jumps.length === 0) return '';
  const told = jumps.slice(0, MOST).map(({ at, symbol, before, after }) => {
    const levels = `${symbol} from ${short(before)} to ${short(after)} ${printUnit(unitOf(symbol))}`.trim();
    return `at ${at === null ? '?' : formatValue(at)} ${printUnit(timeUnit)} (${levels})`;
  });
  const more = jumps.length > MOST ? `, and ${formatCount(jumps.length - MOST)} more` : '';
  const count = jumps.length === 1 ? 'one change of level' : `${formatCount(jumps.length)} changes of level`;
  return `Calm on either side of ${count}, and parted there: ${told.join('; ')}${more}.`;
}

/** How slowly the levels were come to; what cannot be told is said. */
export function settlingInWords(settlings: SteadyReply['settlings'], timeUnit: string): string {
  const unit = printUnit(timeUnit);
  const [first] = settlings;
  if (!first) return 'No way to a level is clear enough for a time constant.';
  if (settlings.length === 1)
    return `One way to a level shows a time constant: ${short(first.constant)} ${unit} (${first.symbol}).`;
  const constants = settlings.map((s) => s.constant);
  const symbols = [...new Set(settlings.map((s) => s.symbol))].join(', ');
  const range = `${short(Math.min(...constants))} to ${short(Math.max(...constants))} ${unit}`;
  return `${formatCount(settlings.length)} ways to levels show time constants of ${range} (${symbols}).`;
}

/** Whether the scatter of the run asks for limits other than these. */
export const asksOther = ({ steady }: SteadyLimit, proposed: SteadyLimit['steady']): boolean =>
  proposed.some(({ deviation, slope, unit }, k) => {
    const now = steady[k];
    return now === undefined || now.unit !== unit || now.deviation !== deviation || now.slope !== slope;
  });
