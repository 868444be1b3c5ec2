import { recognise, type Layout, type Preview } from '@undameter/core';
import type { UploadReply } from '@undameter/contract';
import { savedLayouts } from '../store/savedLayouts';
import type { Db } from '../store/pg/Database';

/** Less in common, and it is another rig's file. */
const LIKE_ENOUGH = 0.6;

/**
 * Finds the remembered layout that a file fits best: as the file was understood, or read as
 * the layout says, since what had to be corrected once would be misunderstood again.
 */
export async function recogniseLayout(
  db: Db,
  understood: { layout: Layout; preview: Preview },
  previewWith: (layout: Layout) => Promise<Preview>,
): Promise<UploadReply['recognised']> {
  let best: NonNullable<UploadReply['recognised']> | null = null;
  let most = LIKE_ENOUGH;
  for (const { id, name, content } of await savedLayouts(db)) {
    const ways = [understood, { layout: content.layout, preview: await previewWith(content.layout) }];
    for (const { layout, preview } of ways) {
      const { likeness, ...found } = recognise(content, preview);
      if (likeness < most || (best !== null && likeness === most)) continue;
      most = likeness;
      best = { id, name, layout, preview, ...found };
    }
  }
  return best;
}
