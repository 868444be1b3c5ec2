/** What is in hand, with the way back and forth. */
export interface History<T> {
  past: readonly T[];
  now: T;
  future: readonly T[];
  /** What was changed last; the same thing changed again at once is one step back. */
  last: string | null;
}

const MOST_STEPS = 200;

export const begun = <T>(now: T): History<T> => ({ past: [], now, future: [], last: null });

/** @param what  names the thing that is changed, so that a word typed letter by letter is one step back; null: a step of its own */
export function changed<T>(history: History<T>, now: T, what: string | null): History<T> {
  const isSame = what !== null && what === history.last;
  return {
    past: isSame ? history.past : [...history.past, history.now].slice(-MOST_STEPS),
    now,
    future: [],
    last: what,
  };
}

export function undone<T>(history: History<T>): History<T> {
  const before = history.past.at(-1);
  if (before === undefined) return history;
  return { past: history.past.slice(0, -1), now: before, future: [history.now, ...history.future], last: null };
}

export function redone<T>(history: History<T>): History<T> {
  const [after] = history.future;
  if (after === undefined) return history;
  return { past: [...history.past, history.now], now: after, future: history.future.slice(1), last: null };
}
