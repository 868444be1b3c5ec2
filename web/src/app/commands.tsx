import { createContext, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';

/** Something that can be done from the command list, and from the keyboard where it has a key. */
export interface Command {
  id: string;
  label: string;
  /** One key, or with `Ctrl+` before it, as it is shown. */
  keys?: string;
  run(): void;
}
interface Registry {
  commands: readonly Command[];
  register(commands: readonly Command[]): () => void;
}
const CommandContext = createContext<Registry | undefined>(undefined);

export function useRegistry(): Registry {
  const registry = useContext(CommandContext);
  if (!registry) throw new Error('useRegistry is used outside CommandProvider');
  return registry;
}

/** Offers commands while the calling component is on the screen. */
export function useCommands(commands: readonly Command[]): void {
  const { register } = useRegistry();
  // Registered anew only when their words change; what they do is read when they run.
  const newest = useRef(commands);
  useEffect(() => {
    newest.current = commands;
  });
  const words = JSON.stringify(commands.map(({ id, label, keys }) => [id, label, keys]));
  useEffect(() => {
    const named = JSON.parse(words) as [string, string, string | null][];
    return register(
      named.map(([id, label, keys]) => ({
        id,
        label,
        ...(keys ? { keys } : {}),
        run: () => newest.current.find((c) => c.id === id)?.run(),
      })),
    );
  }, [words, register]);
}

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

export function CommandProvider({ children }: { children: ReactNode }) {
  const [groups, setGroups] = useState<readonly (readonly Command[])[]>([]);
  const commands = useMemo(() => groups.flat(), [groups]);
  const registry = useMemo<Registry>(
    () => ({
      commands,
      register: (group) => {
        setGroups((now) => [...now, group]);
        return () => setGroups((now) => now.filter((g) => g !== group));
      },
    }),
    [commands],
  );
  // `register` must not change with the commands, or registering would never end.
  const register = useRef(registry.register);
  const value = useMemo(() => ({ commands, register: register.current }), [commands]);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const ctrl = event.ctrlKey || event.metaKey;
      if (event.defaultPrevented || event.altKey || (typing(event.target) && !(ctrl && event.key === 'k'))) return;
      const pressed = `${ctrl ? 'Ctrl+' : ''}${ctrl && event.shiftKey ? 'Shift+' : ''}${event.key.length === 1 ? event.key.toUpperCase() : event.key}`;
      const hit = commands.find((c) => c.keys === pressed);
      if (!hit) return;
      event.preventDefault();
      hit.run();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, [commands]);
  return <CommandContext value={value}>{children}</CommandContext>;
}
