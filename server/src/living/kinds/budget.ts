import { formatValue, printUnit } from '@undameter/core';
import { budgetOfFinding } from '../../findings/budgetOfFinding';
import { finding, findings } from '../../store/findings';
import { livingKind, ofCampaign, percent, titleWithUnit } from '../Kind';

/** Why the number of a finding may be off: its sources of error with their shares. */
export const budget = livingKind({
  kind: 'budget',
  entries: async ({ db }, campaignId) =>
    (await findings(db, campaignId)).map((f, i) => ({
      group: 'tables',
      name: `Uncertainty budget of finding ${i + 1}`,
      text: f.sentence.split(/[:(]/)[0]!,
      from: 'Report: findings',
      source: { kind: 'budget', findingId: f.id },
    })),
  async say(services, campaignId, { findingId }) {
    const row = ofCampaign(await finding(services.db, findingId), campaignId, 'finding');
    const { unit, lines, why } = await budgetOfFinding(services, row.origin);
    const number = (await findings(services.db, campaignId)).findIndex((f) => f.id === findingId) + 1;
    const origin = { place: 'report', thing: null, words: `Report: finding ${number}` };
    if (lines.length === 0) return { content: { form: 'prose', paragraphs: [why] }, basis: [], origin };
    const whole = Math.sqrt(lines.reduce((sum, l) => sum + (l.contribution ?? 0) ** 2, 0));
    return {
      content: {
        form: 'table',
        caption: `Uncertainty budget: ${row.sentence.split(/[:(]/)[0]!.trim()}`,
        columns: [
          { key: 'source', title: 'Source of error', isNumber: false },
          { key: 'kind', title: 'Kind', isNumber: false },
          { key: 'u', title: titleWithUnit('u', unit), isNumber: true },
          { key: 'share', title: 'Share of u²', isNumber: true },
        ],
        rows: lines.map((l) => ({
          key: l.source,
          cells: [l.source, l.kind, formatValue(l.contribution ?? NaN, 2), l.share === null ? '–' : percent(l.share)],
        })),
        note: `Together u = ${formatValue(whole, 2)} ${printUnit(unit)}`.trim() + ', as one standard deviation.',
      },
      basis: [],
      origin,
    };
  },
});
