import { formatValue, printUnit, type NamedSource } from '@undameter/core';
import { sensors as storedSensors } from '../../store/sensors';
import { livingKind } from '../Kind';

const meanings = {
  standard: 'one standard deviation',
  twice: 'k = 2',
  percent95: '95 %',
  limits: 'limits that are not passed',
} as const;

/** The sensors of the campaign with what is stated of each. */
export const sensors = livingKind({
  kind: 'sensors',
  entries: async ({ db }, campaignId) => {
    const all = await storedSensors(db, campaignId);
    return all.length === 0
      ? []
      : [
          {
            group: 'tables',
            name: 'Sensors',
            text: `${all.length} stated`,
            from: 'Campaign: sensors',
            source: { kind: 'sensors' },
          },
        ];
  },
  async say({ db }, campaignId) {
    const all = await storedSensors(db, campaignId);
    const origin = { place: 'campaign', thing: null, words: 'Campaign: sensors' };
    if (all.length === 0)
      return {
        content: { form: 'prose', paragraphs: ['No sensor of this campaign is stated.'] },
        basis: [],
        origin,
      };
    return {
      content: {
        form: 'table',
        caption: 'Sensors, as their certificates state them',
        columns: [
          { key: 'sensor', title: 'Sensor', isNumber: false },
          { key: 'source', title: 'Source of error', isNumber: false },
          { key: 'amount', title: '±', isNumber: true },
          { key: 'meaning', title: 'Stated as', isNumber: false },
          { key: 'channels', title: 'Channels', isNumber: false },
        ],
        rows: all.flatMap((s) =>
          s.sources.map((source, i) => ({
            key: `${s.id}.${i}`,
            cells: [
              s.name,
              source.name,
              amountOf(source, s.unit),
              meanings[source.of.statedAs],
              s.uses.map((u) => `${u.symbol} of ${u.run}`).join(', '),
            ],
          })),
        ),
        note: all
          .map((s) => s.notes)
          .filter(Boolean)
          .join(' '),
      },
      basis: [],
      origin,
    };
  },
});

function amountOf({ of }: NamedSource, unit: string): string {
  if (of.kind === 'absolute') return `${formatValue(of.value)} ${printUnit(unit)}`.trim();
  if (of.kind === 'reading') return `${formatValue(of.percent)} % of the reading`;
  return `${formatValue(of.percent)} % of ${formatValue(of.fullScale)} ${printUnit(unit)}`.trim();
}
