import { formatCount, formatValue } from '@undameter/core';
import { comparison as storedComparison, comparisons } from '../../store/comparisons';
import { livingKind, ofCampaign, plusMinus, titleWithUnit } from '../Kind';

const verdicts = { passed: 'agrees', doubtful: 'doubtful', failed: 'differs', notTested: 'not tested' } as const;

/** What a comparison comes to as a table: a line for each series and candidate. */
export const differences = livingKind({
  kind: 'differences',
  entries: async ({ db }, campaignId) =>
    (await comparisons(db, campaignId)).map(({ id, name }) => ({
      group: 'tables',
      name: `Differences, ${name}`,
      text: 'candidate − reference',
      from: `Compare: ${name}`,
      source: { kind: 'differences', comparisonId: id },
    })),
  async say({ db, pools, loader }, campaignId, { comparisonId }) {
    const row = ofCampaign(await storedComparison(db, comparisonId), campaignId, 'comparison');
    const reply = await pools.compare(await loader.comparison(row));
    const { unit } = reply.y;
    const pairs = reply.series.flatMap((s, i) =>
      s.candidates.map((c, k) => ({ s, c, key: `${i}.${k}`, name: reply.candidates[k]!.name })),
    );
    return {
      content: {
        form: 'table',
        caption: `${row.name}: candidate − reference, which is ${reply.reference}`,
        columns: [
          { key: 'series', title: 'Series', isNumber: false },
          { key: 'candidate', title: 'Candidate', isNumber: false },
          { key: 'points', title: 'Points', isNumber: true },
          { key: 'mean', title: titleWithUnit('Mean', unit), isNumber: true },
          { key: 'rms', title: titleWithUnit('rms', unit), isNumber: true },
          { key: 'largest', title: titleWithUnit('Largest', unit), isNumber: true },
          { key: 'verdict', title: 'Verdict', isNumber: false },
        ],
        rows: pairs.map(({ s, c, key, name }) => ({
          key,
          cells: [
            s.name,
            name,
            formatCount(c.points),
            c.mean === null ? '–' : plusMinus(c.e ?? c.mean, c.uVal === null ? c.meanHalfWidth : 2 * c.uVal),
            formatValue(c.rms ?? NaN, 3),
            formatValue(c.largest ?? NaN, 3),
            verdicts[c.verdict.state],
          ],
        })),
        note: noteOf(pairs.map(({ c }) => c)),
      },
      basis: reply.series.map((s) => ({ what: `points of ${s.name}`, value: formatCount(s.points) })),
      origin: { place: 'compare', thing: row.id, words: `Compare: ${row.name}` },
    };
  },
});

/** Of what the ± of the means are: of both sides, or of the scatter alone. */
function noteOf(candidates: readonly { uVal: number | null; mean: number | null }[]): string {
  const compared = candidates.filter((c) => c.mean !== null);
  const known = compared.filter((c) => c.uVal !== null).length;
  if (known === compared.length && known > 0) return '± of the mean with k = 2, of what is known of both sides.';
  if (known === 0) return '± of the mean are 95 % intervals by the scatter alone: no uncertainty is stated.';
  return '± of the mean with k = 2 where an uncertainty is stated, else the 95 % interval by the scatter alone.';
}
