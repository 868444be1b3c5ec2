import type {
  BlockNode,
  HeadingNode,
  InlineNode,
  LivingNode,
  LivingSource,
  ParagraphNode,
  ValueNode,
} from '@undameter/contract';

/** Parts of a document, written short. */
export const heading = (level: 1 | 2 | 3, text: string): HeadingNode => ({
  type: 'heading',
  attrs: { level },
  content: [{ type: 'text', text }],
});

/** A paragraph of words and of nodes that stand among them. */
export const paragraph = (...parts: (string | InlineNode)[]): ParagraphNode => {
  const content = parts
    .filter((p) => p !== '')
    .map((p): InlineNode => (typeof p === 'string' ? { type: 'text', text: p } : p));
  return content.length > 0 ? { type: 'paragraph', content } : { type: 'paragraph' };
};

export const slanted = (text: string): InlineNode => ({ type: 'text', text, marks: [{ type: 'italic' }] });

export const bullets = (...items: string[]): BlockNode => ({
  type: 'bulletList',
  content: items.map((item) => ({ type: 'listItem', content: [paragraph(item)] })),
});

const attrs = (id: string, source: LivingSource) => ({
  id,
  source,
  taken: null,
  kept: null,
  hidden: [],
  caption: null,
});

/** @param id  its own name in the document, for references to it */
export const livingBlock = (id: string, source: LivingSource): LivingNode => ({
  type: 'living',
  attrs: attrs(id, source),
});
export const value = (id: string, source: LivingSource): ValueNode => ({ type: 'value', attrs: attrs(id, source) });
export const reference = (to: string): InlineNode => ({ type: 'reference', attrs: { to } });
