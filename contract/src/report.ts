import { Type, type Static } from 'typebox';
import { closed, described, errorReply, id, name, orNull } from './common';
import type { LivingSource } from './living';

// The document: a tree as the editor of the page has it. What it may hold is checked node by node.

/** A living thing in a document: what it stands on, and which of its states was taken. */
export interface LivingAttrs {
  id: string;
  source: LivingSource;
  /** Hash of the content that the report shows; null: nothing was taken yet. */
  taken: string | null;
  /** Kept on purpose though what it stands on says something else. */
  kept: { over: string; reason: string } | null;
  /** Keys of columns and rows of a table that are not shown. */
  hidden: string[];
  /** In place of its own; null: its own. */
  caption: string | null;
}
export type MarkType = 'bold' | 'italic' | 'subscript' | 'superscript';
export interface TextNode {
  type: 'text';
  text: string;
  marks?: { type: MarkType }[];
}
export interface ValueNode {
  type: 'value';
  attrs: LivingAttrs;
}
/** `Figure 2`: the number of another living block, whatever it comes to be. */
export interface ReferenceNode {
  type: 'reference';
  attrs: { to: string };
}
export type InlineNode = TextNode | ValueNode | ReferenceNode | { type: 'hardBreak' };
export interface ParagraphNode {
  type: 'paragraph';
  content?: InlineNode[];
}
export interface HeadingNode {
  type: 'heading';
  attrs: { level: number };
  content?: InlineNode[];
}
export interface ListNode {
  type: 'bulletList' | 'orderedList';
  attrs?: Record<string, unknown>;
  content: { type: 'listItem'; content: BlockNode[] }[];
}
export interface CellNode {
  type: 'tableCell' | 'tableHeader';
  attrs?: Record<string, unknown>;
  content: BlockNode[];
}
export interface GridNode {
  type: 'table';
  content: { type: 'tableRow'; content: CellNode[] }[];
}
export interface LivingNode {
  type: 'living';
  attrs: LivingAttrs;
}
export type BlockNode = ParagraphNode | HeadingNode | ListNode | GridNode | LivingNode | { type: 'pageBreak' };
export interface ReportDocument {
  type: 'doc';
  content: BlockNode[];
}

const anyNode = closed({
  type: Type.String({ maxLength: 40 }),
  attrs: described('What belongs to the node alone.', Type.Optional(Type.Record(Type.String(), Type.Unknown()))),
  content: described('Nodes in it, of the same shape.', Type.Optional(Type.Array(Type.Unknown()))),
});
const documentSchema = described(
  'A tree of nodes: heading, paragraph, bulletList, orderedList, table, living, pageBreak, and in a line text, value, reference, hardBreak.',
  Type.Unsafe<ReportDocument>(
    closed({
      type: Type.Literal('doc'),
      content: described('Its blocks in reading order.', Type.Array(anyNode, { maxItems: 5000 })),
    }),
  ),
);
const line = Type.String({ maxLength: 200 });
export const reportBody = closed({
  name,
  kind: described('The template it began from, in words: laboratory report.', Type.String({ maxLength: 60 })),
  document: documentSchema,
  page: described(
    'What a printed page needs; the two lines stand at its head.',
    closed({
      size: Type.Unsafe<'A4' | 'LETTER'>(Type.Enum(['A4', 'LETTER'])),
      headLeft: line,
      headRight: line,
      author: line,
      contents: described('A list of contents after the title.', Type.Boolean()),
    }),
  ),
});
export type ReportBody = Static<typeof reportBody>;
export const reportRow = closed({ id, campaignId: id, ...reportBody.properties, savedAt: Type.String() });
export type ReportRow = Static<typeof reportRow>;

export const templateBody = described(
  'The frame of a report under a name: for the next report, of this or another campaign.',
  closed({ name, document: documentSchema }),
);
export type TemplateBody = Static<typeof templateBody>;
export const templateRow = closed({ id, campaignId: id, ...templateBody.properties });
export type TemplateRow = Static<typeof templateRow>;

export const versionBody = closed({ name });
export const versionRow = closed({ id, reportId: id, name: Type.String(), createdAt: Type.String() });
export type VersionRow = Static<typeof versionRow>;
export const versionReply = closed({ ...versionRow.properties, document: documentSchema });
export type VersionReply = Static<typeof versionReply>;
export const versionParams = closed({ id, versionId: id });

export const exportFormat = Type.Unsafe<'pdf' | 'docx' | 'html' | 'md'>(Type.Enum(['pdf', 'docx', 'html', 'md']));
export type ExportFormat = Static<typeof exportFormat>;
export const reportExportBody = closed({ format: exportFormat });
export const reportExportReply = closed({
  jobId: Type.String(),
  state: Type.Unsafe<'running' | 'done' | 'stopped' | 'failed'>(Type.Enum(['running', 'done', 'stopped', 'failed'])),
  done: described('Figures drawn and the file written, of so many.', Type.Integer()),
  wanted: Type.Integer(),
  notShown: described('Characters that the face of the file does not have: they are empty boxes there.', Type.String()),
  error: orNull(errorReply),
});
export type ReportExportReply = Static<typeof reportExportReply>;
