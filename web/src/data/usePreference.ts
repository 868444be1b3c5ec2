import { useState } from 'react';

/** A choice of this browser that outlives the page, such as the theme or the channels on a chart. */
export function usePreference<T>(key: string, initial: T): [T, (next: T) => void] {
  const name = `undameter.${key}`;
  const [held, hold] = useState(() => ({ name, value: stored(name, initial) }));
  // Another key is another preference: read it while rendering, not in an effect after a wrong frame.
  const current = held.name === name ? held : { name, value: stored(name, initial) };
  if (current !== held) hold(current);
  const set = (next: T) => {
    try {
      localStorage.setItem(name, JSON.stringify(next));
    } catch {
      // A browser that keeps nothing still works; the choice then lasts as long as the page.
    }
    hold({ name, value: next });
  };
  return [current.value, set];
}

function stored<T>(name: string, initial: T): T {
  try {
    const text = localStorage.getItem(name);
    return text === null ? initial : (JSON.parse(text) as T);
  } catch {
    return initial;
  }
}
