/** The living nodes of the editor, and what belongs to the page alone. */
import type { LivingAttrs } from '@undameter/contract';
import { Extension, Mark, Node, mergeAttributes } from '@tiptap/core';
import type { Node as DocumentNode } from '@tiptap/pm/model';
import { Plugin } from '@tiptap/pm/state';
import { ReactNodeViewRenderer } from '@tiptap/react';
import { LivingView } from './LivingView';
import { ReferenceView } from './ReferenceView';
import { ValueView } from './ValueView';

const attribute = (name: keyof LivingAttrs, initial: unknown) => ({
  default: initial,
  parseHTML: (element: HTMLElement) => read(element)?.[name] ?? initial,
  renderHTML: () => ({}),
});

/** What was copied from a report carries its attributes with it; anything else is no living thing. */
function read(element: HTMLElement): LivingAttrs | undefined {
  try {
    const attrs = JSON.parse(element.getAttribute('data-living') ?? '') as LivingAttrs;
    return typeof attrs.id === 'string' && typeof attrs.source?.kind === 'string' ? attrs : undefined;
  } catch {
    return undefined;
  }
}

const livingAttributes = () => ({
  id: attribute('id', ''),
  source: attribute('source', null),
  taken: attribute('taken', null),
  kept: attribute('kept', null),
  hidden: attribute('hidden', []),
  caption: attribute('caption', null),
});

/** A figure, a table, words that follow the campaign. */
export const Living = Node.create({
  name: 'living',
  group: 'block',
  atom: true,
  draggable: true,
  addAttributes: livingAttributes,
  parseHTML: () => [{ tag: 'div[data-living]', getAttrs: (element) => (read(element) ? null : false) }],
  renderHTML: ({ node }) => ['div', { 'data-living': JSON.stringify(node.attrs) }],
  addNodeView: () => ReactNodeViewRenderer(LivingView),
});

/** A number inside a sentence. */
export const Value = Node.create({
  name: 'value',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: livingAttributes,
  parseHTML: () => [{ tag: 'span[data-living]', getAttrs: (element) => (read(element) ? null : false) }],
  renderHTML: ({ node }) => ['span', { 'data-living': JSON.stringify(node.attrs) }],
  addNodeView: () => ReactNodeViewRenderer(ValueView),
});

/** The number of a figure or a table, whatever it comes to be. */
export const Reference = Node.create({
  name: 'reference',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({
    to: { default: '', parseHTML: (e: HTMLElement) => e.getAttribute('data-to') ?? '', renderHTML: () => ({}) },
  }),
  parseHTML: () => [{ tag: 'span[data-to]' }],
  renderHTML: ({ node }) => ['span', { 'data-to': String(node.attrs['to']) }],
  addNodeView: () => ReactNodeViewRenderer(ReferenceView),
});

export const PageBreak = Node.create({
  name: 'pageBreak',
  group: 'block',
  atom: true,
  parseHTML: () => [{ tag: 'div[data-page-break]' }],
  renderHTML: () => ['div', { 'data-page-break': '', class: 'page-break' }],
});

const shifted = (name: 'subscript' | 'superscript', tag: 'sub' | 'sup', excludes: string) =>
  Mark.create({
    name,
    excludes,
    parseHTML: () => [{ tag }],
    renderHTML: ({ HTMLAttributes }) => [tag, mergeAttributes(HTMLAttributes), 0],
  });
export const Subscript = shifted('subscript', 'sub', 'subscript superscript');
export const Superscript = shifted('superscript', 'sup', 'subscript superscript');

export const newId = (): string => crypto.randomUUID().slice(0, 13);

/** What was copied within a report gets a name of its own, or two tables would be one for the references. */
export const OwnNames = Extension.create({
  name: 'ownNames',
  addProseMirrorPlugins: () => [
    new Plugin({
      appendTransaction: (transactions, _, state) => {
        if (!transactions.some((t) => t.docChanged)) return null;
        const seen = new Set<string>();
        const change = state.tr;
        state.doc.descendants((node: DocumentNode, position) => {
          if (node.type.name !== 'living' && node.type.name !== 'value') return;
          const { id } = node.attrs as LivingAttrs;
          if (seen.has(id) || id === '') change.setNodeAttribute(position, 'id', newId());
          else seen.add(id);
        });
        return change.docChanged ? change : null;
      },
    }),
  ],
});
