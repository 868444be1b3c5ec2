import { AppError } from '../error/AppError';
import type { Step } from './RunState';
import { readsOf } from './reads';

/** The symbol that a step makes, as far as its settings say. */
const madeBy = ({ settings }: Step): string | undefined =>
  typeof settings['symbol'] === 'string' ? settings['symbol'] : undefined;

/**
 * A channel that is not there may be made by a later step: then that is said, and when the two need each
 * other, the loop.
 */
export function explainMissing(error: AppError, steps: readonly Step[], index: number): AppError {
  const { symbol } = error.facts as { symbol?: string };
  if ((error.code !== 'SYMBOL_UNKNOWN' && error.code !== 'CHANNEL_UNKNOWN') || symbol === undefined) return error;
  const later = steps.findIndex((s, i) => i >= index && s.on && madeBy(s) === symbol);
  if (later < 0) return error;
  const loop = loopFrom(steps, index, symbol);
  const at = (error.facts as { at?: number }).at;
  if (loop) return new AppError('FORMULA_CIRCULAR', { loop: loop.join(' → '), ...(at === undefined ? {} : { at }) });
  return new AppError('MADE_LATER', { symbol, later: later + 1, ...(at === undefined ? {} : { at }) });
}

/** The way from what a step makes, through what it needs, back to it. */
function loopFrom(steps: readonly Step[], index: number, symbol: string): string[] | undefined {
  const goal = madeBy(steps[index]!);
  if (goal === undefined) return undefined;
  const seen = new Set<string>();
  const follow = (at: string): string[] | undefined => {
    if (at === goal) return [at];
    if (seen.has(at)) return undefined;
    seen.add(at);
    const maker = steps.find((s) => s.on && madeBy(s) === at);
    for (const needed of maker ? readsOf(maker, undefined) : []) {
      const rest = follow(needed);
      if (rest) return [at, ...rest];
    }
    return undefined;
  };
  const found = follow(symbol);
  return found && [goal, ...found];
}
