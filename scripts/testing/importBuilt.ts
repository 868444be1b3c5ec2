/** The way of a file into the built server, as its interface goes it. */
import type { ImportBody, JobReply, UploadReply } from '@undameter/contract';
import { askBuilt, type Built } from './startBuilt';

export const uploadTo = (server: Built, name: string, content: string | Uint8Array<ArrayBuffer> | Blob) =>
  askBuilt<UploadReply>(
    server,
    `/uploads?name=${encodeURIComponent(name)}`,
    content instanceof Blob ? content : new Blob([content]),
  );

/** What an upload would be imported as, with nothing corrected. */
export const asUnderstood = ({ name, layout, preview }: UploadReply, campaignId: number): ImportBody => ({
  campaignId,
  name,
  kind: 'measured',
  layout,
  columns: preview.columns
    .filter((c) => c.proposed)
    .map(({ reading, name: heading, symbol, unit }) => ({ reading, name: heading, symbol, unit })),
  width: preview.columns.length,
  along: preview.timeColumn,
});

export async function importEnded(server: Built, jobId: string): Promise<JobReply> {
  for (;;) {
    const { body } = await askBuilt<JobReply>(server, `/imports/${jobId}`);
    if (body.state !== 'running') return body;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
}

/** Imports what waits and gives the id of its run. */
export async function importWaiting(server: Built, upload: UploadReply, body: ImportBody): Promise<number> {
  const begun = await askBuilt<JobReply>(server, `/uploads/${upload.uploadId}/import`, body);
  const job = await importEnded(server, begun.body.jobId);
  if (job.error) throw new Error(job.error.message);
  return job.runId!;
}
