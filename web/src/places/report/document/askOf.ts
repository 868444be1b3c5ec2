import type { LivingBody, ReportDocument } from '@undameter/contract';
import { livingOf, nameOfSource } from '@undameter/writing';

/** What has to be asked of the living things of documents: each source and each state that was taken, once, in one order. */
export function askOf(...documents: readonly ReportDocument[]): LivingBody {
  const all = documents.flatMap(livingOf);
  const sources = new Map(all.map((l) => [nameOfSource(l.source), l.source]));
  const taken = new Set(all.flatMap((l) => l.taken ?? []));
  return {
    sources: [...sources].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, source]) => source),
    taken: [...taken].sort(),
  };
}

/** Where something moved, by the block of the heading above it; 0 stands for what is above the first heading. */
export function movedBelow(
  document: ReportDocument,
  isMoved: (attrs: ReturnType<typeof livingOf>[number]) => boolean,
): Map<number, number> {
  const found = new Map<number, number>();
  let above = 0;
  for (const [i, block] of document.content.entries()) {
    if (block.type === 'heading') above = i;
    const moved = livingOf({ type: 'doc', content: [block] }).filter(isMoved).length;
    if (moved > 0) found.set(above, (found.get(above) ?? 0) + moved);
  }
  return found;
}
