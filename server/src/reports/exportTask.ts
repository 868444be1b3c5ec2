import type { ExportFormat, LivingReply, ReportRow } from '@undameter/contract';
import { flowOf, linesOf, livingFrom, livingOf } from '@undameter/writing';
import { lettersWithout } from '../figures/typefaces';
import type { ExportTask } from '../jobs/ReportExports';
import { sayAll } from '../living/sayNow';
import type { Services } from '../services';
import { keptContents, keptDrawing, type KeptDrawing } from '../store/keptContents';

/** A report as it is now, with what was taken; later changes of the data do not reach it. */
export async function exportTask(services: Services, row: ReportRow, format: ExportFormat): Promise<ExportTask> {
  const living = await livingOfReport(services, row);
  const flow = flowOf(row.document, livingFrom(living));
  const hashes = new Set(flow.flatMap((b) => (b.kind === 'figure' && b.hash ? [b.hash] : [])));
  const drawings = new Map<string, KeptDrawing>();
  for (const hash of hashes) drawings.set(hash, await keptDrawing(services.db, hash));
  const { headLeft, headRight, author } = row.page;
  const words = [row.name, headLeft, headRight, author, ...flow.flatMap(linesOf)].join('');
  // The other formats are shown by programs that have faces of their own.
  const notShown = format === 'pdf' ? lettersWithout(words) : '';
  return { title: row.name, page: row.page, flow, format, drawings, notShown };
}

/** What was taken; what was not yet is computed now. */
async function livingOfReport(services: Services, { campaignId, document }: ReportRow): Promise<LivingReply> {
  const all = livingOf(document);
  const taken = await keptContents(
    services.db,
    all.flatMap((l) => l.taken ?? []),
  );
  const known = new Set(taken.map((t) => t.hash));
  const open = all.filter((l) => l.taken === null || !known.has(l.taken));
  const now = await sayAll(
    services,
    campaignId,
    open.map((l) => l.source),
  );
  return { now, taken };
}
