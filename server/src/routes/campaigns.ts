import { campaignBody, campaignChange, campaignReply, campaignRow, idParams, nothing } from '@undameter/contract';
import { Type } from 'typebox';
import type { Services } from '../services';
import { campaign, campaigns, createCampaign, updateCampaign } from '../store/campaigns';
import { removeCampaign } from '../store/runs';
import { checkMatch, created, withEtag } from '../http/match';
import type { Routes } from './Routes';

export function campaignRoutes(app: Routes, { db, originals }: Services): void {
  const tags = ['campaigns'];
  app.get(
    '/campaigns',
    {
      schema: {
        operationId: 'listCampaigns',
        tags,
        summary: 'All campaigns',
        response: { 200: Type.Array(campaignRow) },
      },
    },
    () => campaigns(db),
  );
  app.post(
    '/campaigns',
    {
      config: { changes: 'campaigns' },
      schema: {
        operationId: 'createCampaign',
        tags,
        summary: 'Create a campaign',
        body: campaignBody,
        response: { 201: campaignRow },
      },
    },
    async (request, reply) => created(reply, 'campaigns', await createCampaign(db, request.body)),
  );
  app.get(
    '/campaigns/:id',
    {
      schema: {
        operationId: 'getCampaign',
        tags,
        summary: 'One campaign with its runs',
        params: idParams,
        response: { 200: campaignReply },
      },
    },
    async (request, reply) => withEtag(reply, await campaign(db, request.params.id)),
  );
  app.put(
    '/campaigns/:id',
    {
      config: { changes: 'campaigns' },
      schema: {
        operationId: 'changeCampaign',
        tags,
        summary: 'Rename a campaign or change its question',
        params: idParams,
        body: campaignChange,
        response: { 200: campaignReply },
      },
    },
    async (request, reply) => {
      const { id } = request.params;
      await checkMatch(request, 'campaign', () => campaign(db, id));
      await updateCampaign(db, id, request.body);
      return withEtag(reply, await campaign(db, id));
    },
  );
  app.delete(
    '/campaigns/:id',
    {
      config: { changes: 'campaigns' },
      schema: {
        operationId: 'deleteCampaign',
        tags,
        summary: 'Delete a campaign with all that is in it',
        params: idParams,
        response: { 204: nothing },
      },
    },
    async (request, reply) => {
      await checkMatch(request, 'campaign', () => campaign(db, request.params.id));
      await removeCampaign(db, request.params.id);
      await originals.dropUnused();
      return reply.status(204).send(null);
    },
  );
}
