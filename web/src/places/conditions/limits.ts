import type { ConditionBody } from '@undameter/contract';
import { formatValue, isWordLimit, printUnit } from '@undameter/core';

type Limit = ConditionBody['limits'][number];

/** A number rounded to what a hand can mean on a chart: two digits of the span. */
export function roundedTo(value: number, span: number): number {
  const place = 10 ** (Math.floor(Math.log10(span || 1)) - 1);
  return Number((Math.round(value / place) * place).toPrecision(12));
}

/** A first limit on a channel: near its mean, or on its first word. */
export const limitOn = ({ symbol, unit, labels, mean }: { symbol: string; unit: string; labels: readonly string[] | null; mean?: number | null }): Limit =>
  labels ? { symbol, words: labels.slice(0, 1) } : { symbol, value: Math.round(mean ?? 0), tolerance: 1, unit }; // prettier-ignore

/** The limits after a stretch of a channel's axis was dragged: that channel's limit is set anew, or added. */
export function withDragged(limits: readonly Limit[], channel: { symbol: string; unit: string; labels: readonly string[] | null }, [low, high]: readonly [number, number]): Limit[] {
  if (channel.labels) {
    // Words stand at the whole numbers of the axis.
    const words = channel.labels.filter((_, code) => code >= low && code <= high);
    return words.length === 0 ? [...limits] : replaced(limits, { symbol: channel.symbol, words });
  }
  const span = high - low;
  const made = {
    symbol: channel.symbol,
    unit: channel.unit,
    value: roundedTo((low + high) / 2, span),
    tolerance: roundedTo(span / 2, span),
  };
  return replaced(limits, made);
} // prettier-ignore

function replaced(limits: readonly Limit[], made: Limit): Limit[] {
  const at = limits.findIndex((l) => l.symbol === made.symbol);
  return at < 0 ? [...limits, made] : limits.map((l, i) => (i === at ? made : l));
}

export const inWords = (limits: readonly Limit[]): string =>
  limits
    .map((l) =>
      isWordLimit(l)
        ? `${l.symbol} ${l.words.join(' or ')}`
        : `${l.symbol} ${formatValue(l.value)} ± ${formatValue(l.tolerance)} ${printUnit(l.unit)}`.trim(),
    )
    .join(', ');
