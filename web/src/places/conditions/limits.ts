import type { ConditionBody } from '@undameter/contract';
import { isAnyLimit, limitInWords, type Limit, type SingleLimit } from '@undameter/core';
import type { FormChannel } from '../../step/StepForm';

export type LimitChannel = FormChannel & { labels: readonly string[] | null; mean: number | null };
type Limits = ConditionBody['limits'];

/** The sorts of limit that a person can begin; one drawn on the map is made there. */
export const limitSorts = [
  { value: 'tolerance', label: 'value ± tolerance' },
  { value: 'between', label: 'between' },
  { value: 'words', label: 'is one of' },
  { value: 'formula', label: 'formula' },
  { value: 'steady', label: 'is steady' },
] as const;
export type LimitSort = (typeof limitSorts)[number]['value'] | 'area';

export function sortOf(limit: SingleLimit): LimitSort {
  if ('tolerance' in limit) return 'tolerance';
  if ('low' in limit) return 'between';
  if ('words' in limit) return 'words';
  if ('formula' in limit) return 'formula';
  return 'steady' in limit ? 'steady' : 'area';
}

/** The channel that a limit of one channel is on. */
export const symbolOf = (limit: Limit): string | undefined => ('symbol' in limit ? limit.symbol : undefined);

/** A number rounded to what a hand can mean on a chart: two digits of the span. */
export function roundedTo(value: number, span: number): number {
  const place = 10 ** (Math.floor(Math.log10(span || 1)) - 1);
  return Number((Math.round(value / place) * place).toPrecision(12));
}

type Named = { symbol: string; unit: string; labels: readonly string[] | null; mean?: number | null };

/** A first limit on a channel: near its mean, or on its first word. */
export const limitOn = ({ symbol, unit, labels, mean }: Named): SingleLimit =>
  labels ? { symbol, words: labels.slice(0, 1) } : { symbol, value: Math.round(mean ?? 0), tolerance: 1, unit };

/** A first limit of a sort, on a channel where it needs one. */
export function limitOfSort(sort: LimitSort, channel: Named, timeUnit: string): SingleLimit {
  const { symbol, unit, labels, mean } = channel;
  const at = Math.round(mean ?? 0);
  switch (sort) {
    case 'between':
      return { symbol, low: at - 1, high: at + 1, unit };
    case 'formula':
      return { formula: `${symbol} > ${at}${unit ? ` [${unit}]` : ''}` };
    case 'steady':
      return { steady: [{ symbol, unit, deviation: null, slope: null }], lasting: 10, settling: 0, timeUnit };
    case 'words':
      return { symbol, words: (labels ?? []).slice(0, 1) };
    default:
      return limitOn(channel);
  }
}

/** The limits after a stretch of a channel's axis was dragged: that channel's limit is set anew, or added. */
export function withDragged(limits: Limits, channel: Named, [low, high]: readonly [number, number]): Limits {
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
}

function replaced(limits: Limits, made: SingleLimit & { symbol: string }): Limits {
  const at = limits.findIndex((l) => symbolOf(l) === made.symbol);
  return at < 0 ? [...limits, made] : limits.map((l, i) => (i === at ? made : l));
}

/** Whether a limit can be kept as it stands in the form. */
export const isComplete = (limit: Limit): boolean => {
  if (isAnyLimit(limit)) return limit.any.every(isComplete);
  if ('words' in limit) return limit.words.length > 0;
  if ('formula' in limit) return limit.formula.trim() !== '';
  return !('steady' in limit) || limit.steady.some((w) => w.deviation !== null || w.slope !== null);
};

export const inWords = (limits: Limits): string => limits.map(limitInWords).join(', ');
