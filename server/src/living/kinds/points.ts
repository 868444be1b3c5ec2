import type { PointsReply, PointValue, RunReply, RunRow } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import type { Services } from '../../services';
import { conditions } from '../../store/conditions';
import { fits } from '../../store/fits';
import { run } from '../../store/runs';
import { livingKind, ofCampaign, plusMinus, titleWithUnit, type Said } from '../Kind';
import { measuredRuns, originOfRun } from './ofRun';

/** Operating points of a run as a table: a line for each, a column for each channel. */
export const points = livingKind({
  kind: 'points',
  async entries(services, campaignId) {
    const all = [];
    const used = await fits(services.db, campaignId);
    for (const row of await runsWithPoints(services, campaignId)) {
      const { reply } = await pointsOfRun(services, campaignId, row.id, []);
      if (reply.points.length === 0) continue;
      // What is fitted of the run is what a reader looks for.
      const wanted = [...new Set(used.filter((f) => f.runId === row.id).flatMap((f) => [f.x, f.y]))];
      const known = reply.channels.map((c) => c.symbol);
      const symbols = wanted.filter((s) => known.includes(s)).slice(0, 4);
      all.push({
        group: 'tables' as const,
        name: `Operating points, ${row.name}`,
        text: `${formatCount(reply.points.length)} points`,
        from: originOfRun(row, 'conditions').words,
        source: { kind: 'points' as const, runId: row.id, symbols: symbols.length > 0 ? symbols : known.slice(0, 3) },
      });
    }
    return all;
  },
  async say(services, campaignId, { runId, symbols }) {
    const { row, reply, nameOfCondition } = await pointsOfRun(services, campaignId, runId, symbols);
    const { channels } = reply;
    return {
      content: {
        form: 'table',
        caption: `Operating points of ${row.name}`,
        columns: [
          { key: 'condition', title: 'Condition', isNumber: false },
          ...channels.map((c) => ({ key: c.symbol, title: titleWithUnit(c.name, c.unit), isNumber: true })),
          { key: 'samples', title: 'Samples', isNumber: true },
        ],
        rows: reply.points.map((p) => ({
          key: `${p.conditionId}.${p.number}`,
          cells: [
            nameOfCondition(p.conditionId),
            ...channels.map((c) => cellOf(p.values.find((v) => v.symbol === c.symbol))),
            formatCount(p.samples),
          ],
        })),
        note: noteOf(reply.points.flatMap((p) => p.values)),
      },
      basis: basisOfPoints(reply.points, row.name),
      origin: originOfRun(row, 'conditions'),
    };
  },
});

/** What the ± of the means hold, and of which it is only a guess. */
export function noteOf(values: readonly PointValue[]): string {
  const known = values.filter((v) => v.mean !== null && v.uncertainty !== null);
  if (known.length === 0) return '';
  const declared = known.filter((v) => (v.systematic ?? 0) > 0).length;
  const held =
    declared === 0
      ? 'of the scatter alone: no error of the channels is declared that the samples share'
      : declared === known.length
        ? 'of what is declared of the channels and of the scatter'
        : 'of the scatter, and of what is declared where it is';
  const short = values.filter((v) => v.isShort).length;
  const guess =
    short === 0
      ? ''
      : ` Of ${formatCount(short)} of the ${formatCount(values.length)} means it is a guess: their stretch is too short for how long neighbours know of each other.`;
  const drifting = values.filter((v) => v.isDrifting).length;
  const drift =
    drifting === 0
      ? ''
      : ` ${formatCount(drifting)} of the ${formatCount(values.length)} means drifted over their stretch, which the ± of a mean does not hold.`;
  return `± with k = 2, ${held}.${guess}${drift}`;
}

const cellOf = (value: { mean: number | null; uncertainty: number | null } | undefined): string =>
  value?.mean === null || !value
    ? '–'
    : plusMinus(value.mean, value.uncertainty === null ? null : 2 * value.uncertainty);

/** @param ids  of conditions; undefined: all. @throws {AppError} NOT_FOUND */
export async function pointsOfRun(
  { db, loader, pools }: Services,
  campaignId: number,
  runId: number,
  symbols: string[],
  ids?: readonly number[],
): Promise<{ row: RunReply; reply: PointsReply; nameOfCondition(id: number): string }> {
  const row = ofCampaign(await run(db, runId), campaignId, 'run');
  const named = await (ids ? loader.conditions(campaignId, ids) : loader.conditionsOn(runId, campaignId));
  const reply = await pools.reducePoints({ run: await loader.run(runId), conditions: named, symbols });
  return { row, reply, nameOfCondition: (id) => named.find((c) => c.id === id)?.name ?? `condition ${id}` };
}

export const basisOfPoints = (found: PointsReply['points'], run: string): Said['basis'] => [
  { what: `operating points of ${run}`, value: formatCount(found.length) },
  { what: 'samples in them', value: formatCount(found.reduce((sum, p) => sum + p.samples, 0)) },
];

/** Runs whose points are worth a table: those that something is fitted of, in a campaign that has conditions. */
export async function runsWithPoints(services: Services, campaignId: number): Promise<RunRow[]> {
  const named = await conditions(services.db, campaignId);
  if (named.length === 0) return [];
  const used = new Set(
    (await fits(services.db, campaignId)).filter((f) => f.conditionIds.length > 0).map((f) => f.runId),
  );
  return (await measuredRuns(services, campaignId)).filter((r) => used.has(r.id));
}
