import { Readable } from 'node:stream';
import type { DemoRun } from '@undameter/demo';
import type { Services } from '../services';
import { declareChannel, saveProcedure } from '../store/runs';

/** Imports a file of the demo as a person would. @returns the id of its run */
export async function importRun(
  { db, uploads, imports }: Services,
  campaignId: number,
  demoRun: DemoRun,
  sensorIds: ReadonlyMap<string, number>,
): Promise<number> {
  const { name, text } = demoRun.file();
  const { uploadId, layout, preview } = await uploads.receive(name, Readable.from([Buffer.from(text)]), Infinity);
  const columns = preview.columns.flatMap((column) => {
    const wanted = demoRun.columns[column.index];
    return wanted
      ? [{ reading: column.reading, name: wanted.name ?? column.name, symbol: wanted.symbol, unit: column.unit }]
      : [];
  });
  const { jobId } = await imports.start(uploadId, {
    campaignId,
    name: demoRun.name,
    kind: demoRun.kind,
    layout,
    columns,
    width: preview.columns.length,
    along: demoRun.along,
  });
  const job = await imports.ended(jobId);
  if (job.runId === null) throw new Error(`The demo file ${name} was not imported: ${job.error?.message}`);
  for (const { name: column, symbol, unit } of columns) {
    const { uncertainty, sensor } = Object.values(demoRun.columns).find((c) => c.symbol === symbol)!;
    const stated = sensor === undefined ? uncertainty && { uncertainty } : { sensorId: sensorIds.get(sensor)! };
    if (stated) await declareChannel(db, job.runId, symbol, { symbol, name: column, unit, ...stated });
  }
  if (demoRun.steps.length > 0) await saveProcedure(db, job.runId, demoRun.steps, 0);
  return job.runId;
}
