import { sentenceOf } from '../../findings/sentenceOf';
import { finding as storedFinding, findings } from '../../store/findings';
import { livingKind, ofCampaign } from '../Kind';

/** A finding as it reads now, with what it means in the engineer's words. */
export const finding = livingKind({
  kind: 'finding',
  entries: async ({ db }, campaignId) =>
    (await findings(db, campaignId)).map((f, i) => ({
      group: 'findings',
      name: `Finding ${i + 1}`,
      text: f.sentence,
      from: 'Report: findings',
      source: { kind: 'finding', findingId: f.id },
    })),
  async say(services, campaignId, { findingId }) {
    const row = ofCampaign(await storedFinding(services.db, findingId), campaignId, 'finding');
    const sentence = await sentenceOf(services, row.origin);
    const isFit = 'fitId' in row.origin;
    return {
      content: { form: 'prose', paragraphs: [[sentence, row.meaning].filter(Boolean).join(' ')] },
      basis: [],
      origin: {
        place: isFit ? 'models' : 'compare',
        thing: 'fitId' in row.origin ? row.origin.fitId : row.origin.comparisonId,
        words: isFit ? 'Models: the fit of the finding' : 'Compare: the comparison of the finding',
      },
    };
  },
});
