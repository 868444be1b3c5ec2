import {
  createContext,
  useContext,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react';

/** Something that can be done from the command list, and from the keyboard where it has a key. */
export interface Command {
  id: string;
  label: string;
  /** One key, or with `Ctrl+` before it, as it is shown. */
  keys?: string;
  run(): void;
}

/** What can be done now, by the components that are on the screen. */
export class CommandStore {
  private groups: readonly (readonly Command[])[] = [];
  private flat: readonly Command[] = [];
  private readonly listeners = new Set<() => void>();

  commands = (): readonly Command[] => this.flat;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  register(group: readonly Command[]): () => void {
    this.set([...this.groups, group]);
    return () => this.set(this.groups.filter((g) => g !== group));
  }

  /** The newest command with these keys, so that a place can take a key of the shell. */
  withKeys(keys: string): Command | undefined {
    return this.flat.findLast((c) => c.keys === keys);
  }

  private set(groups: readonly (readonly Command[])[]): void {
    this.groups = groups;
    this.flat = groups.flat();
    for (const listener of this.listeners) listener();
  }
}

const CommandContext = createContext<CommandStore | undefined>(undefined);

function useStore(): CommandStore {
  const store = useContext(CommandContext);
  if (!store) throw new Error('commands are used outside CommandProvider');
  return store;
}

/** Every command that is offered now. */
export function useOffered(): readonly Command[] {
  const store = useStore();
  return useSyncExternalStore(store.subscribe, store.commands);
}

/** Offers commands while the calling component is on the screen. */
export function useCommands(commands: readonly Command[]): void {
  const store = useStore();
  const newest = useRef(commands);
  useLayoutEffect(() => {
    newest.current = commands;
  });
  // Registered anew only when their words change; what they do is read when they run.
  const words = JSON.stringify(commands.map(({ id, label, keys }) => [id, label, keys]));
  useLayoutEffect(() => {
    const named = JSON.parse(words) as [string, string, string | null][];
    return store.register(
      named.map(([id, label, keys]) => ({
        id,
        label,
        ...(keys ? { keys } : {}),
        run: () => newest.current.find((c) => c.id === id)?.run(),
      })),
    );
  }, [words, store]);
}

/** A grid takes keys for the cell in hand without a field that has the focus; it says so by this attribute. */
export const TAKES_KEYS = 'data-takes-keys';

const typing = (target: EventTarget | null): boolean =>
  document.querySelector(`[${TAKES_KEYS}="true"]`) !== null ||
  (target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)));

/** The keys of an event as a command states them. */
export function keysOf({
  key,
  ctrlKey,
  metaKey,
  shiftKey,
}: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey'>): string {
  const ctrl = ctrlKey || metaKey;
  return `${ctrl ? 'Ctrl+' : ''}${ctrl && shiftKey ? 'Shift+' : ''}${key.length === 1 ? key.toUpperCase() : key}`;
}

export function CommandProvider({ children }: { children: ReactNode }) {
  const [store] = useState(() => new CommandStore());
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const keys = keysOf(event);
      if (event.defaultPrevented || event.altKey || (typing(event.target) && keys !== 'Ctrl+K')) return;
      const hit = store.withKeys(keys);
      if (!hit) return;
      event.preventDefault();
      hit.run();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, [store]);
  return <CommandContext value={store}>{children}</CommandContext>;
}
