import type { LivingEntry, PointValue } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { livingKind, quantityText } from '../Kind';
import { originOfRun } from './ofRun';
import { basisOfPoints, pointsOfRun, runsWithPoints } from './points';

/** The mean of a channel at an operating point, with its ±. */
export const point = livingKind({
  kind: 'point',
  async entries(services, campaignId) {
    const all: LivingEntry[] = [];
    for (const { id, name } of await runsWithPoints(services, campaignId)) {
      const { reply, nameOfCondition } = await pointsOfRun(services, campaignId, id, []);
      const called = new Map(reply.channels.map((c) => [c.symbol, c]));
      for (const p of reply.points)
        for (const value of p.values) {
          const { symbol } = value;
          const channel = called.get(symbol);
          if (!channel || value.mean === null) continue;
          all.push({
            group: 'numbers',
            name: `${channel.name} (${symbol}), ${nameOfCondition(p.conditionId)}, point ${p.number}`,
            text: pointText(value, channel.unit),
            from: originOfRun({ id, name }, 'conditions').words,
            source: { kind: 'point', runId: id, conditionId: p.conditionId, number: p.number, symbol },
          });
        }
    }
    return all;
  },
  async say(services, campaignId, { runId, conditionId, number, symbol }) {
    const { row, reply } = await pointsOfRun(services, campaignId, runId, [symbol], [conditionId]);
    const found = reply.points.find((p) => p.conditionId === conditionId && p.number === number);
    const value = found?.values.find((v) => v.symbol === symbol);
    if (!found || !value || value.mean === null)
      throw new AppError('NOT_FOUND', { what: 'operating point', id: String(number) });
    const { unit } = reply.channels.find((c) => c.symbol === symbol)!;
    const text = pointText(value, unit);
    return {
      content: { form: 'number', text },
      basis: basisOfPoints([found], row.name),
      origin: originOfRun(row, 'conditions'),
    };
  },
});

/** With k = 2; a ± that is only a guess says so. */
export function pointText({ mean, uncertainty, isShort }: PointValue, unit: string): string {
  const text = quantityText(mean ?? NaN, uncertainty === null ? null : 2 * uncertainty, unit);
  return isShort && uncertainty !== null ? `${text} (its ± a guess)` : text;
}
