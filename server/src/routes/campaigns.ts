import { campaignBody, campaignReply, campaignRow, done, idParams } from '@undameter/contract';
import { Type } from 'typebox';
import type { Services } from '../services';
import { campaign, campaigns, createCampaign, updateCampaign } from '../store/campaigns';
import { removeCampaign } from '../store/runs';
import type { Routes } from './Routes';

export function campaignRoutes(app: Routes, { db, originals }: Services): void {
  const tags = ['campaigns'];
  app.get(
    '/campaigns',
    { schema: { tags, summary: 'All campaigns', response: { 200: Type.Array(campaignRow) } } },
    () => campaigns(db),
  );
  app.post(
    '/campaigns',
    { schema: { tags, summary: 'Create a campaign', body: campaignBody, response: { 200: campaignRow } } },
    (request) => createCampaign(db, request.body),
  );
  app.get(
    '/campaigns/:id',
    { schema: { tags, summary: 'One campaign with its runs', params: idParams, response: { 200: campaignReply } } },
    (request) => campaign(db, request.params.id),
  );
  app.put(
    '/campaigns/:id',
    {
      schema: {
        tags,
        summary: 'Rename a campaign or change its question',
        params: idParams,
        body: campaignBody,
        response: { 200: campaignRow },
      },
    },
    (request) => updateCampaign(db, request.params.id, request.body),
  );
  app.delete(
    '/campaigns/:id',
    {
      schema: { tags, summary: 'Delete a campaign with all that is in it', params: idParams, response: { 200: done } },
    },
    async (request) => {
      await removeCampaign(db, request.params.id);
      await originals.dropUnused();
      return { done: true as const };
    },
  );
}
