import type { Step } from './RunState';
import { stepKindOf } from './steps';

/** Symbols of logged channels that the steps need, as far as their settings can be read. */
export function symbolsRead(steps: readonly Step[], along: string | undefined): string[] {
  const found = new Set<string>(along === undefined ? [] : [along]);
  for (const step of steps) if (step.on) for (const symbol of readsOf(step, along)) found.add(symbol);
  return [...found];
}

/** What a step reads; nothing where its settings cannot be read, which it says in its own report when it is run. */
export function readsOf({ kind, settings }: Pick<Step, 'kind' | 'settings'>, along: string | undefined): string[] {
  try {
    return stepKindOf(kind).reads(settings as never, along);
  } catch {
    return [];
  }
}

/** Symbols that the steps make, as far as their settings say. */
export const madeBySteps = (steps: readonly Step[]): Set<string> =>
  new Set(
    steps
      .filter((s) => s.on)
      .flatMap(({ settings }) => (typeof settings['symbol'] === 'string' ? [settings['symbol']] : [])),
  );
