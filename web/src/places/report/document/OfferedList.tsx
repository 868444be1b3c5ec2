import { useSyncExternalStore } from 'react';
import type { OfferedStore } from './suggestions';

/** Things of the campaign below the cursor, found by what was typed behind the trigger character. */
export function OfferedList({ store }: { store: OfferedStore }) {
  const offered = useSyncExternalStore(store.subscribe, store.get);
  if (!offered) return null;
  const { entries, taken, left, top, choose } = offered;
  return (
    <ul className="offered" role="listbox" aria-label="Found by name" style={{ left, top }}>
      {entries.map((entry, i) => (
        <li
          key={JSON.stringify(entry.source)}
          role="option"
          aria-selected={i === taken}
          // Before the editor loses the focus.
          onMouseDown={(e) => {
            e.preventDefault();
            choose(entry);
          }}
        >
          <span className="clip">{entry.name}</span>
          <span className="entry-text">{entry.text}</span>
        </li>
      ))}
    </ul>
  );
}
