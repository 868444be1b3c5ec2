import { fromReport, type ErrorReport } from '@undameter/core';
import { figureReply } from '../../figures/figureReply';
import { figure as storedFigure, figures } from '../../store/figures';
import { livingKind, ofCampaign } from '../Kind';

/** A kept figure as it is dressed. */
export const figure = livingKind({
  kind: 'figure',
  entries: async ({ db }, campaignId) =>
    (await figures(db, campaignId)).map(({ id, name, number, dressing: { look } }) => ({
      group: 'figures',
      name,
      text: `${look.widthMm} × ${look.heightMm} mm`,
      from: `Figure ${number} of the campaign`,
      source: { kind: 'figure', figureId: id },
    })),
  async say(services, campaignId, { figureId }) {
    const row = ofCampaign(await storedFigure(services.db, figureId), campaignId, 'figure');
    const { content, problem } = await figureReply(services, row);
    if (!content) throw fromReport(problem as ErrorReport) ?? new Error(`Figure ${figureId} has no content.`);
    const { name, dressing } = row;
    const { widthMm, heightMm } = dressing.look;
    return {
      content: { form: 'figure', name, caption: dressing.caption, widthMm, heightMm },
      basis: [{ what: 'drawn', value: content.about }],
      origin: { place: 'figure', thing: row.id, words: `Figure: ${name}` },
      drawing: { name, content, dressing },
      ...(problem ? { problem: problem as ErrorReport } : {}),
    };
  },
});
