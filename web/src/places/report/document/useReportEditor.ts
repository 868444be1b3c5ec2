import type { LivingAttrs, LivingEntry, LivingNow, ReportDocument } from '@undameter/contract';
import { livingFrom, type Living as LivingThings } from '@undameter/writing';
import type { Transaction } from '@tiptap/pm/state';
import { TableKit } from '@tiptap/extension-table';
import { useEditor, type Editor } from '@tiptap/react';
import { StarterKit } from '@tiptap/starter-kit';
import { App } from 'antd';
import { useEffect, useState } from 'react';
import { insertEntry } from './insert';
import { Living, OwnNames, PageBreak, Reference, Subscript, Superscript, Value } from './livingNodes';
import { picturesLeftOut, withoutPictures } from './pasted';
import { OfferedStore, suggestions } from './suggestions';

/** How an entry travels while it is dragged from the panel onto the page. */
export const DRAGGED = 'application/x-living-entry';

const parts = [
  StarterKit.configure({
    heading: { levels: [1, 2, 3] },
    blockquote: false,
    code: false,
    codeBlock: false,
    horizontalRule: false,
    link: false,
    strike: false,
    underline: false,
    trailingNode: { node: 'paragraph' },
  }),
  TableKit.configure({ table: { resizable: false } }),
  Living,
  Value,
  Reference,
  PageBreak,
  Subscript,
  Superscript,
  OwnNames,
];

/**
 * The editor of a report.
 * @param onChange  gets the document after each change by a hand
 */
export function useReportEditor(
  initial: ReportDocument,
  entries: readonly LivingEntry[],
  onChange: (document: ReportDocument) => void,
): { editor: Editor | null; offered: OfferedStore } {
  const { message } = App.useApp();
  const [offered] = useState(() => new OfferedStore());
  useEffect(() => {
    offered.know(entries);
  }, [offered, entries]);
  const editor = useEditor({
    extensions: [...parts, suggestions(offered)],
    content: initial,
    onUpdate: ({ editor: changed }) => onChange(documentOf(changed)),
    editorProps: {
      attributes: { 'aria-label': 'Text of the report', role: 'textbox', spellcheck: 'true', lang: 'en' },
      transformPastedHTML: (html) => {
        const { html: kept, pictures } = withoutPictures(html);
        if (pictures > 0) void message.info(picturesLeftOut(pictures), 6);
        return kept;
      },
      handleDrop: (view, event) => {
        const dragged = event.dataTransfer?.getData(DRAGGED);
        const at = view.posAtCoords({ left: event.clientX, top: event.clientY });
        if (!dragged || !at || !editor) return false;
        insertEntry(editor, JSON.parse(dragged) as LivingEntry, at.pos);
        return true;
      },
    },
  });
  return { editor, offered };
}

/** Shows another document in its place. Apart, for the view compiler would read `commands` of an editor that is not mounted yet. */
export const showDocument = (editor: Editor, document: ReportDocument): void => {
  editor.commands.setContent(document);
};

export const documentOf = (editor: Editor): ReportDocument => editor.getJSON() as unknown as ReportDocument;

/** Takes of each living thing what `hashOf` answers; nothing is left as it is. */
function takeEach(change: Transaction, hashOf: (attrs: LivingAttrs) => string | null | undefined): Transaction {
  change.doc.descendants((node, position) => {
    if (node.type.name !== 'living' && node.type.name !== 'value') return;
    const hash = hashOf(node.attrs as LivingAttrs);
    if (hash) change.setNodeAttribute(position, 'taken', hash).setNodeAttribute(position, 'kept', null);
  });
  return change;
}

/** Takes all that moved, as one step. */
export function takeMoved(editor: Editor, living: LivingThings): void {
  const change = takeEach(editor.state.tr, (attrs) =>
    living.stateOf(attrs) === 'moved' ? living.nowOf(attrs)?.hash : null,
  );
  if (change.docChanged) editor.view.dispatch(change);
}

/** Takes what was just put in and says something for the first time; that is no step that could be undone. */
export function useTakeNew(editor: Editor | null, now: readonly LivingNow[] | undefined): void {
  useEffect(() => {
    if (!editor || !now) return;
    const living = livingFrom({ now: [...now], taken: [] });
    const change = takeEach(editor.state.tr.setMeta('addToHistory', false), (attrs) =>
      attrs.taken === null ? living.nowOf(attrs)?.hash : null,
    );
    if (change.docChanged) editor.view.dispatch(change);
  }, [editor, now]);
}
