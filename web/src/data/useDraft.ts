import { useState, useSyncExternalStore } from 'react';
import { Drafts } from './drafts';

const drafts = new Drafts(sessionStorage);

/**
 * What a place keeps that is not saved yet, where there may be nothing.
 * @param key  names the campaign or run and the thing: `1.conditions`
 * @returns    the draft, null where there is none, and how to change it or let it go
 */
export function useDraft<T>(key: string): [T | null, (next: T | null) => void] {
  const draft = useSyncExternalStore(drafts.subscribe, () => drafts.read<T>(key));
  return [draft, (next) => drafts.write(key, next)];
}

/**
 * A form over something saved, or over what a new one begins with.
 * @param same  whether a form holds what is saved; then there is nothing to keep
 */
export function useFormDraft<T>(key: string, start: T, same: (a: T, b: T) => boolean): [T, (next: T) => void] {
  const [draft, set] = useDraft<T>(key);
  // One object as long as it says the same, so that nothing is computed anew for it.
  const [held, hold] = useState(start);
  if (held !== start && !same(held, start)) hold(start);
  return [draft ?? held, (next) => set(same(next, start) ? null : next)];
}

/** A state that actions change, kept as a draft is. */
export function useReducedDraft<State, Action>(
  key: string,
  reduce: (state: State, action: Action) => State,
  start: State,
): [State, (action: Action) => void] {
  const [state] = useDraft<State>(key);
  const now = (): State => drafts.read<State>(key) ?? start;
  return [state ?? start, (action) => drafts.write(key, reduce(now(), action))];
}
