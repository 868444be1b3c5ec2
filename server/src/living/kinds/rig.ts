import { formatCount, madeUpInWords } from '@undameter/core';
import { runRows } from '../../store/campaigns';
import { run } from '../../store/runs';
import { livingKind, ofCampaign } from '../Kind';
import { originOfRun } from './ofRun';

/** What the file of a run says of the rig and the test, and which file it was. */
export const rig = livingKind({
  kind: 'rig',
  entries: async ({ db }, campaignId) =>
    (await runRows(db, campaignId)).map(({ id, name, fileName }) => ({
      group: 'tables',
      name: `The rig and the log, ${name}`,
      text: fileName,
      from: originOfRun({ id, name }, 'intake').words,
      source: { kind: 'rig', runId: id },
    })),
  async say({ db }, campaignId, { runId }) {
    const row = ofCampaign(await run(db, runId), campaignId, 'run');
    const stated = (row.record?.properties ?? []).map(({ key, value }) => [key, value]);
    const lines = [
      ...stated,
      ...(row.origin === 'file'
        ? [
            ['File', row.fileName],
            ['SHA-256 of the file', `${row.fileSha256.slice(0, 16)} …`],
          ]
        : [['Origin', row.recipe ? madeUpInWords(row.recipe) : row.fileName]]),
      ['Channels', row.declared.map((c) => c.name).join(', ')],
      ['Samples', formatCount(row.samples)],
    ];
    return {
      content: {
        form: 'table',
        caption: `The rig and the log of ${row.name}`,
        columns: [
          { key: 'what', title: 'What', isNumber: false },
          { key: 'value', title: 'As stated', isNumber: false },
        ],
        rows: lines.map(([what = '', value = ''], i) => ({ key: `${i} ${what}`, cells: [what, value] })),
        note: '',
      },
      basis: [],
      origin: originOfRun(row, 'intake'),
    };
  },
});
