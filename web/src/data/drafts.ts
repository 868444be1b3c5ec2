/**
 * What a person is working on and has not saved: by a key, in this tab. It outlives a change of place and a
 * reload, and is gone once it is saved or let go.
 */
export class Drafts {
  private readonly held = new Map<string, unknown>();
  private readonly listeners = new Set<() => void>();

  constructor(private readonly storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>) {}

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** The draft under a key; the same object until it is changed. */
  read<T>(key: string): T | null {
    if (!this.held.has(key)) this.held.set(key, this.stored(key));
    return this.held.get(key) as T | null;
  }

  /** null lets it go. */
  write<T>(key: string, draft: T | null): void {
    this.held.set(key, draft);
    try {
      if (draft === null) this.storage.removeItem(nameOf(key));
      else this.storage.setItem(nameOf(key), JSON.stringify(draft));
    } catch {
      // A full or forbidden storage: the draft then lasts as long as the page.
    }
    for (const listener of this.listeners) listener();
  }

  private stored(key: string): unknown {
    try {
      return JSON.parse(this.storage.getItem(nameOf(key)) ?? 'null');
    } catch {
      return null;
    }
  }
}

const nameOf = (key: string): string => `undameter.draft.${key}`;
