import type { ConditionBody } from '@undameter/contract';
import { formatValue, printUnit } from '@undameter/core';

type Limit = ConditionBody['limits'][number];

/** A number rounded to what a hand can mean on a chart: two digits of the span. */
export function roundedTo(value: number, span: number): number {
  const place = 10 ** (Math.floor(Math.log10(span || 1)) - 1);
  return Number((Math.round(value / place) * place).toPrecision(12));
}

/** The limits after a stretch of a channel's axis was dragged: that channel's limit is set anew, or added. */
export function withDragged(limits: readonly Limit[], channel: { symbol: string; unit: string }, [low, high]: readonly [number, number]): Limit[] {
  const span = high - low;
  const made = {
    symbol: channel.symbol,
    unit: channel.unit,
    value: roundedTo((low + high) / 2, span),
    tolerance: roundedTo(span / 2, span),
  };
  const at = limits.findIndex((l) => l.symbol === channel.symbol);
  return at < 0 ? [...limits, made] : limits.map((l, i) => (i === at ? made : l));
} // prettier-ignore

export const inWords = (limits: readonly Limit[]): string =>
  limits
    .map((l) => `${l.symbol} ${formatValue(l.value)} ± ${formatValue(l.tolerance)} ${printUnit(l.unit)}`.trim())
    .join(', ');
