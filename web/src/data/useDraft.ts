import { useSyncExternalStore } from 'react';
import { Drafts } from './drafts';

const drafts = new Drafts(sessionStorage);

/**
 * The one way in which a place keeps what is not saved yet.
 * @param key  names the place and the thing, such as `condition 3` of campaign 1: `1.conditions`
 * @returns    the draft, null where there is none, and how to change it or let it go
 */
export function useDraft<T>(key: string): [T | null, (next: T | null) => void] {
  const draft = useSyncExternalStore(drafts.subscribe, () => drafts.read<T>(key));
  return [draft, (next) => drafts.write(key, next)];
}
