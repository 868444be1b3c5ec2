import type { LivingEntry } from '@undameter/contract';
import { Extension } from '@tiptap/core';
import { PluginKey } from '@tiptap/pm/state';
import { Suggestion, type SuggestionKeyDownProps, type SuggestionProps } from '@tiptap/suggestion';
import { findEntries, isInline } from './findEntries';
import { nodeOf } from './insert';

const MOST = 8;

/** What is offered below the cursor while a name is typed behind the trigger character. */
export interface Offered {
  entries: readonly LivingEntry[];
  taken: number;
  left: number;
  top: number;
  choose(entry: LivingEntry): void;
}

type Typed = Pick<SuggestionProps<LivingEntry>, 'query' | 'command' | 'clientRect'>;

/** The list that is open now, for the part of the page that draws it. */
export class OfferedStore {
  private offered: Offered | null = null;
  private readonly listeners = new Set<() => void>();
  private known: readonly LivingEntry[] = [];
  /** What is being typed now. */
  private typed: Typed | null = null;

  /** What can be put in, as it is now. */
  know(entries: readonly LivingEntry[]): void {
    this.known = entries;
    // Who typed before the list had come sees it now.
    if (this.typed) this.follow(this.typed);
  }

  /** Shows what is found for what is typed, or nothing where nothing is. */
  follow(typed: Typed | null): void {
    this.typed = typed;
    const rect = typed?.clientRect?.();
    const entries = typed && rect ? this.find(typed.query) : [];
    if (!typed || !rect || entries.length === 0) return this.set(null);
    this.set({ entries, taken: 0, left: rect.left, top: rect.bottom + 4, choose: typed.command });
  }

  find = (typed: string): LivingEntry[] => findEntries(this.known, typed).slice(0, MOST);

  get = (): Offered | null => this.offered;
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  set(offered: Offered | null): void {
    this.offered = offered;
    for (const listener of this.listeners) listener();
  }
}

export const TRIGGER = '#';

/** Behind `#` the things of the campaign are found by name, and one of them goes into the sentence. */
export const suggestions = (store: OfferedStore) =>
  Extension.create({
    name: 'suggestions',
    addProseMirrorPlugins() {
      return [
        Suggestion<LivingEntry>({
          editor: this.editor,
          pluginKey: new PluginKey('living-suggestions'),
          char: TRIGGER,
          allowSpaces: true,
          items: ({ query }) => store.find(query),
          command: ({ editor, range, props }) => {
            const chain = editor.chain().focus().deleteRange(range);
            if (isInline(props)) chain.insertContent(nodeOf(props)).run();
            else
              chain
                .insertContentAt(editor.state.doc.resolve(range.from).after(1) - (range.to - range.from), nodeOf(props))
                .run();
          },
          render: () => ({
            onStart: (props) => store.follow(props),
            onUpdate: (props) => store.follow(props),
            onExit: () => store.follow(null),
            onKeyDown: (props) => press(store, props),
          }),
        }),
      ];
    },
  });

function press(store: OfferedStore, { event }: SuggestionKeyDownProps): boolean {
  const offered = store.get();
  if (!offered) return false;
  const { entries, taken } = offered;
  const move = (by: number): true => {
    store.set({ ...offered, taken: (taken + by + entries.length) % entries.length });
    return true;
  };
  switch (event.key) {
    case 'ArrowDown':
      return move(1);
    case 'ArrowUp':
      return move(-1);
    case 'Enter':
    case 'Tab':
      offered.choose(entries[taken]!);
      return true;
    case 'Escape':
      store.set(null);
      return true;
    default:
      return false;
  }
}
