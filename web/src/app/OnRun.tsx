import type { ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { Empty } from '../parts/Empty';
import { Picker } from '../parts/Picker';
import { addressOf, type PlaceName } from './places';
import { useRunInHand } from './useCampaign';

interface OnRunProps {
  place: PlaceName;
  /** What stands here once there is a run. */
  purpose: string;
  children(run: { campaignId: number; runId: number; picker: ReactNode }): ReactNode;
}

/** A place that works on one run: finds the run, or says how to get one. */
export function OnRun({ place, purpose, children }: OnRunProps) {
  const { campaignId, campaign, error, runId, remember } = useRunInHand();
  const navigate = useNavigate();
  if (error) return <Empty title={error.message} />;
  if (!campaign) return null;
  if (runId === undefined)
    return (
      <Empty title="No run yet">
        <p>
          Bring a log in at <Link to={addressOf(campaignId, 'intake')}>Intake</Link>; {purpose}
        </p>
      </Empty>
    );
  const picker = (
    <Picker
      label="Run"
      placeholder="choose a run"
      value={runId}
      options={campaign.runRows.map((r) => ({
        value: r.id,
        label: r.kind === 'simulated' ? `${r.name} (simulated)` : r.name,
      }))}
      onChange={(id) => {
        remember(id);
        void navigate(addressOf(campaignId, place, id));
      }}
    />
  );
  return children({ campaignId, runId, picker });
}
