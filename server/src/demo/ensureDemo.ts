import {
  demoCampaign,
  demoCoasting,
  demoConditions,
  demoInstruments,
  demoRuns,
  demoSensors,
  demoTables,
  type InstrumentPorts,
} from '@undameter/demo';
import type { Services } from '../services';
import { campaigns, createCampaign } from '../store/campaigns';
import { createComparison } from '../store/comparisons';
import { createCondition } from '../store/conditions';
import { createFigure } from '../store/figures';
import { createFinding } from '../store/findings';
import { createFit } from '../store/fits';
import { removeCampaign } from '../store/runs';
import { createInstrument, instruments, updateInstrument } from '../store/instruments';
import { createOwnModel } from '../store/ownModels';
import { createSensor } from '../store/sensors';
import { createTable } from '../store/tables';
import { sentenceOf } from '../findings/sentenceOf';
import { resultsOf } from '../routes/models';
import { settled } from '../reports/settled';
import { createReport } from '../store/reports';
import { demoFigures } from './demoFigures';
import { importRun } from './importRun';
import { makeGuideVane } from './guideVane';
import { demoReport } from './demoReport';
import type { ComparisonBody, FindingOrigin, FitBody, FitRow } from '@undameter/contract';

/**
 * Makes the demo campaign unless it is there, on the same way that a person takes: its
 * files are read, its procedure run, its curves fitted. All of it, or nothing.
 * @param ports  where the simulated instruments listen
 */
export async function ensureDemo(
  services: Services,
  ports: InstrumentPorts,
  say: (line: string) => void,
): Promise<void> {
  const { db } = services;
  const there = (await campaigns(db)).find((c) => c.demo);
  if (there) return readdressed(services, there.id, ports);
  say('Making the demo campaign …');
  const { id } = await createCampaign(db, demoCampaign, true);
  try {
    await fillDemo(services, id);
    for (const one of demoInstruments(ports)) await createInstrument(db, id, one);
    await makeGuideVane(services);
  } catch (error) {
    await removeCampaign(db, id);
    throw error;
  }
}

/** The simulated instruments may listen elsewhere than at the last start, where something else had their ports. */
async function readdressed({ db }: Services, campaignId: number, ports: InstrumentPorts): Promise<void> {
  const now = new Map(demoInstruments(ports).map((i) => [i.name, i.port]));
  for (const { id, campaignId: _, ...body } of await instruments(db, campaignId)) {
    const port = now.get(body.name);
    if (port !== undefined && port !== body.port) await updateInstrument(db, id, { ...body, port });
  }
}

async function fillDemo(services: Services, campaignId: number): Promise<void> {
  const { db } = services;
  for (const table of demoTables) await createTable(db, campaignId, table);
  const sensorIds = new Map<string, number>();
  for (const sensor of demoSensors) sensorIds.set(sensor.name, (await createSensor(db, campaignId, sensor)).id);
  const runIds: number[] = [];
  for (const demoRun of demoRuns) runIds.push(await importRun(services, campaignId, demoRun, sensorIds));
  const conditionIds: number[] = [];
  for (const condition of demoConditions) conditionIds.push((await createCondition(db, campaignId, condition)).id);
  // A model of the engineer's own: speed under a constant friction and a drag that grows with its square.
  await createOwnModel(db, campaignId, demoCoasting);
  const fits: Record<string, number> = {};
  for (const fit of demoFits(runIds, conditionIds)) fits[fit.name] = (await keepFit(services, campaignId, fit)).id;
  const headFit = fits['Head against flow']!;
  const simulated = runIds.at(-1)!;
  const comparison = await createComparison(
    db,
    campaignId,
    headComparison(runIds[0]!, conditionIds, simulated, headFit),
  );
  const rated = conditionIds.at(-1)!;
  const origins: FindingOrigin[] = [
    { kind: 'parameter', fitId: headFit, conditionId: rated, parameter: 'a0' },
    { kind: 'difference', comparisonId: comparison.id, conditionId: rated },
  ];
  const findingIds: number[] = [];
  for (const origin of origins)
    findingIds.push((await createFinding(db, campaignId, await sentenceOf(services, origin), origin)).id);
  const figures = demoFigures({ sweep: runIds[0]!, pulsation: runIds[3]!, fits, comparison: comparison.id, rated });
  const figureIds: Record<string, number> = {};
  for (const figure of figures) figureIds[figure.name] = (await createFigure(db, campaignId, figure)).id;
  const report = demoReport({
    sweep: runIds[0]!,
    headFit,
    comparison: comparison.id,
    rated,
    finding: findingIds[0]!,
    figures: figureIds,
  });
  await createReport(db, campaignId, { ...report, document: await settled(services, campaignId, report.document) });
}

/** The head curves first: a finding and a comparison stand on them. */
function demoFits([sweep, coastDown, warmUp]: number[], conditionIds: number[]): FitBody[] {
  const plain = { conditionIds, data: 'samples' as const, weights: 'none' as const, settings: {}, choices: {} };
  const curve = { ...plain, runId: sweep!, x: 'Q', model: 'polynomial' };
  const { formula, meanings } = demoCoasting;
  return [
    { ...curve, name: 'Head against flow', y: 'H', settings: { degree: 2 } },
    { ...curve, name: 'Hydraulic power against flow', y: 'P_h', settings: { degree: 3 } },
    { ...plain, name: 'Warm-up', runId: warmUp!, x: 't', y: 'T_w', conditionIds: [], model: 'stepResponse' },
    {
      // One curve for all speeds, once flow and head are brought to one: an F-test says whether it holds.
      ...plain,
      name: 'Affinity laws',
      runId: sweep!,
      x: 'Q_n',
      y: 'H_n',
      data: 'operatingPoints',
      // At the lowest speed the reduction to one makes four times as much of the noise.
      weights: 'relative',
      model: 'pumpHead',
      choices: { shared: ['H0', 'k'] },
    },
    {
      ...plain,
      name: 'Coast-down',
      runId: coastDown!,
      x: 't',
      y: 'n',
      conditionIds: [],
      model: 'own',
      settings: { formula, meanings },
      // From power-off to the last seconds, in which the shaft sticks.
      choices: { ranges: { 'all kept samples': [2.1, 28] } },
    },
  ];
}

function headComparison(sweep: number, conditionIds: number[], simulated: number, headFit: number): ComparisonBody {
  const asIs = { offset: 0, scale: 1, method: 'monotone' };
  return {
    name: 'Simulated head curve',
    reference: { runId: sweep, x: 'Q', y: 'H', conditionIds, data: 'operatingPoints' },
    candidates: [
      // Its maker states half a per cent of the head at zero flow.
      { source: { kind: 'run', runId: simulated, x: 'Q', y: 'H' }, ...asIs, uncertainty: 0.14 },
      { source: { kind: 'fit', fitId: headFit }, ...asIs, uncertainty: null },
    ],
  };
}

async function keepFit(services: Services, campaignId: number, body: FitBody): Promise<FitRow> {
  return createFit(services.db, campaignId, body, await resultsOf(services, body));
}
