import { Readable } from 'node:stream';
import type { ComparisonBody } from '@undameter/contract';
import { vane, vaneCampaign, vaneConditions, vaneCutSteps, vaneField, vaneSteps, vaneTaps } from '@undameter/demo';
import { zipOf } from '@undameter/formats';
import type { Services } from '../services';
import { createCampaign } from '../store/campaigns';
import { createComparison } from '../store/comparisons';
import { createCondition } from '../store/conditions';
import { removeCampaign, saveProcedure } from '../store/runs';
import { importRun } from './importRun';

/** The campaign of the guide vane: a simulated field and a coarser one, cut at three stations, held against taps. */
export async function makeGuideVane(services: Services): Promise<void> {
  const { id } = await createCampaign(services.db, vaneCampaign, false);
  try {
    await fillGuideVane(services, id);
  } catch (error) {
    await removeCampaign(services.db, id);
    throw error;
  }
}

async function fillGuideVane(services: Services, campaignId: number): Promise<void> {
  const { db, derivedRuns } = services;
  const taps = await importRun(services, campaignId, vaneTaps, new Map());
  const field = await takeField(services, campaignId, 'Guide vane, simulated', [96, 60]);
  await takeField(services, campaignId, 'Guide vane, simulated on a coarse mesh', [24, 14]);
  const cut = await derivedRuns.create(campaignId, {
    name: 'Guide vane, cut at three stations',
    runId: field,
    recipe: { kind: 'cut', settings: { where: { channel: 'z_rel', values: [...vane.stations] }, zones: [] } },
  });
  await saveProcedure(db, cut, vaneCutSteps, 0);
  const conditionIds: number[] = [];
  for (const condition of vaneConditions) conditionIds.push((await createCondition(db, campaignId, condition)).id);
  await createComparison(db, campaignId, againstTaps(taps, cut, conditionIds));
}

async function takeField(
  { db, fieldUploads }: Services,
  campaignId: number,
  name: string,
  [along, up]: [number, number],
): Promise<number> {
  const files = Object.entries(vaneField(along, up)).map(
    ([path, text]) => [path, new TextEncoder().encode(text)] as const,
  );
  const sent = Readable.from([Buffer.from(zipOf(Object.fromEntries(files)))]);
  const { uploadId } = await fieldUploads.receive('loop3-guide-vane.zip', sent);
  const variable = { variable: 'Pressure_coefficient', symbol: 'cp', name: 'Pressure coefficient', unit: '' };
  const id = await fieldUploads.take(campaignId, { uploadId, name, coordinateUnit: 'mm', variables: [variable] });
  await saveProcedure(db, id, vaneSteps, 0);
  return id;
}

/** Side by side at each station, along the chord; those who simulated it state what their mesh leaves open. */
const againstTaps = (taps: number, cut: number, conditionIds: number[]): ComparisonBody => ({
  name: 'Simulated pressure at the taps',
  reference: { runId: taps, x: 'x_c', y: 'cp', conditionIds, data: 'samples', groupBy: 'z_rel' },
  candidates: [
    {
      source: { kind: 'run', runId: cut, x: 'x_c', y: 'cp' },
      offset: 0,
      scale: 1,
      method: 'linear',
      uncertainty: 0.011,
    },
  ],
});
