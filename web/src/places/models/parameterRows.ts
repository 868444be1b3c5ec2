import type { FitBody, ParameterRow, SeriesReply } from '@undameter/contract';
import { AppError, formatValue, modelOf, plain, type Parameter } from '@undameter/core';

/** As they were found; where the fit failed, those of the model as they are treated, so that the hand can mend it. */
export function rowsOf({ model, settings, choices }: FitBody, series: SeriesReply): readonly ParameterRow[] {
  if (series.parameters.length > 0) return series.parameters;
  const { fixed = {}, tied = {}, shared = [], start = {} } = choices;
  return parametersOrNone(model, settings).map(({ symbol, meaning }) => ({
    symbol,
    meaning,
    unit: '',
    value: fixed[symbol] ?? null,
    standardError: null,
    halfWidth: null,
    factor: null,
    systematic: null,
    budget: [],
    start: start[symbol] ?? null,
    state: symbol in fixed ? 'fixed' : symbol in tied ? 'tied' : shared.includes(symbol) ? 'shared' : 'found',
  }));
}

/** A formula that is half typed has none. */
function parametersOrNone(model: string, settings: FitBody['settings']): Parameter[] {
  try {
    return modelOf(model).parameters(settings as never, plain, plain);
  } catch (error) {
    if (error instanceof AppError) return [];
    throw error;
  }
}

/** Where between its bounds a parameter ended. */
export function boundInWords(value: number, lower: number | null, upper: number | null): string {
  const isAt = (bound: number | null): boolean =>
    bound !== null && Math.abs(value - bound) <= 1e-9 * Math.abs(bound || 1);
  if (isAt(lower) || isAt(upper)) return `at its ${isAt(lower) ? 'lower' : 'upper'} bound: its ± says nothing`;
  if (lower === null || upper === null) return '';
  return `at ${formatValue((100 * (value - lower)) / (upper - lower), 3)} % of the way from its lower to its upper bound`;
}
