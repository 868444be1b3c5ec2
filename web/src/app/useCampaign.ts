import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { queries } from '../data/queries';
import { usePreference } from '../data/usePreference';

/** The campaign of the address. */
export function useCampaign() {
  const campaignId = Number(useParams()['campaignId']);
  const query = useQuery(queries.campaign(campaignId));
  return { campaignId, campaign: query.data, error: query.error };
}

/** The id in the address of what is in hand: a run, a table, a fit, a comparison. */
export function useThingId(): number | undefined {
  const { thingId } = useParams();
  return thingId === undefined ? undefined : Number(thingId);
}

/** The run in hand: that of the address, else the one that was in hand last, else the first measured one. */
export function useRunInHand() {
  const { campaignId, campaign, error } = useCampaign();
  const fromAddress = useThingId();
  const [last, remember] = usePreference<number | null>(`run.${campaignId}`, null);
  const runs = campaign?.runRows ?? [];
  const known = runs.find((r) => r.id === last) ?? runs.find((r) => r.kind === 'measured') ?? runs[0];
  return { campaignId, campaign, error, runId: fromAddress ?? known?.id, remember };
}
