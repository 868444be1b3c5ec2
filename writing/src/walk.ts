import type { BlockNode, LivingAttrs, ReportDocument } from '@undameter/contract';

/** Any node of a document, for a walk over all of them. */
export interface AnyNode {
  type: string;
  attrs?: Record<string, unknown>;
  content?: readonly AnyNode[];
  text?: string;
  marks?: readonly { type: string }[];
}

/** Every node of a document in reading order, itself first. */
export function* nodesOf(node: AnyNode): Generator<AnyNode> {
  yield node;
  for (const inner of node.content ?? []) yield* nodesOf(inner);
}

/** The living things of a document, in reading order. */
export const livingOf = (document: ReportDocument): LivingAttrs[] =>
  [...nodesOf(document as AnyNode)].flatMap((n) =>
    n.type === 'living' || n.type === 'value' ? [n.attrs as unknown as LivingAttrs] : [],
  );

/** Its words alone, for a heading in a list or for telling two states apart. */
export const wordsOf = (node: AnyNode): string =>
  node.text ?? (node.content ?? []).map(wordsOf).join(node.type === 'listItem' || node.type === 'tableRow' ? ' ' : '');

/** Every top-level block with another put in its place, or several. */
export const withBlocks = (document: ReportDocument, change: (block: BlockNode) => BlockNode[]): ReportDocument => ({
  ...document,
  content: document.content.flatMap(change),
});
