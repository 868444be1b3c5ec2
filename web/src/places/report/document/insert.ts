import type { LivingEntry } from '@undameter/contract';
import type { Editor, JSONContent } from '@tiptap/core';
import { isInline } from './findEntries';
import { newId } from './livingNodes';

/** The node of an entry; what it says is taken once it is known. */
export const nodeOf = (entry: LivingEntry): JSONContent => ({
  type: isInline(entry) ? 'value' : 'living',
  attrs: { id: newId(), source: entry.source, taken: null, kept: null, hidden: [], caption: null },
});

/** Puts an entry where the cursor stands, or at a place that it was dragged to. */
export function insertEntry(editor: Editor, entry: LivingEntry, at?: number): void {
  const chain = editor.chain().focus();
  // Within a list or a table a block goes below it, since there only words can stand.
  const place = at ?? (isInline(entry) ? undefined : afterOutermost(editor));
  (place === undefined ? chain.insertContent(nodeOf(entry)) : chain.insertContentAt(place, nodeOf(entry))).run();
}

function afterOutermost({ state }: Editor): number | undefined {
  const { $from } = state.selection;
  return $from.depth > 1 ? $from.after(1) : undefined;
}

export const insertReference = (editor: Editor, to: string): void => {
  editor.chain().focus().insertContent({ type: 'reference', attrs: { to } }).run();
};
