import type { LivingAttrs, ReportDocument } from '@undameter/contract';
import { livingOf, nameOfSource, type AnyNode } from '@undameter/writing';
import { sayAll } from '../living/sayNow';
import type { Services } from '../services';

/** A new document with what its living things say now taken, so that a later move shows as one. */
export async function settled(
  services: Services,
  campaignId: number,
  document: ReportDocument,
): Promise<ReportDocument> {
  const open = livingOf(document).filter((l) => l.taken === null);
  const now = await sayAll(
    services,
    campaignId,
    open.map((l) => l.source),
  );
  const hashes = new Map(now.map((n) => [nameOfSource(n.source), n.hash]));
  const visit = (node: AnyNode): AnyNode => {
    if (node.type === 'living' || node.type === 'value') {
      const attrs = node.attrs as unknown as LivingAttrs;
      return { ...node, attrs: { ...attrs, taken: attrs.taken ?? hashes.get(nameOfSource(attrs.source)) ?? null } };
    }
    return node.content ? { ...node, content: node.content.map(visit) } : node;
  };
  return visit(document as AnyNode) as unknown as ReportDocument;
}
