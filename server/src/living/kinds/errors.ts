import type { LivingContent } from '@undameter/contract';
import { livingKind } from '../Kind';
import { errorsOf } from '../sourcesOfError';

const NOTHING = 'Nothing of what is known of the campaign speaks of an error: no finding is pinned yet.';

/** Sources of error, proposed from what the campaign knows of its findings. */
export const errors = livingKind({
  kind: 'errors',
  entries: () =>
    Promise.resolve([
      {
        group: 'tables',
        name: 'Sources of error',
        text: 'proposed from the findings',
        from: 'what the campaign knows',
        source: { kind: 'errors' },
      },
    ]),
  async say(services, campaignId) {
    const rows = await errorsOf(services, campaignId);
    const content: LivingContent =
      rows.length === 0
        ? { form: 'prose', paragraphs: [NOTHING] }
        : {
            form: 'table',
            caption: 'Sources of error',
            columns: [
              { key: 'source', title: 'Source', isNumber: false },
              { key: 'kind', title: 'Kind', isNumber: false },
              { key: 'weight', title: 'What it weighs', isNumber: false },
            ],
            rows: rows.map(({ key, source, kind, weight }) => ({ key, cells: [source, kind, weight] })),
            note: '',
          };
    return { content, basis: [], origin: { place: 'campaign', thing: null, words: 'the findings of the campaign' } };
  },
});
