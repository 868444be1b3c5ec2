import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useCommands } from '../../app/commands';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { useOpenThing } from '../../app/useOpenThing';
import { queries } from '../../data/queries';
import { Empty, NotThere } from '../../parts/Empty';
import { Picker } from '../../parts/Picker';
import { bodyOf, newFit } from './draft';
import { FitInHand } from './FitInHand';
import './models.css';

/** Fits: one model through one or several conditions of a run. */
export function ModelsPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: fits } = useQuery(queries.fits(campaignId));
  const { row, missing, key, begin, open } = useOpenThing(campaignId, 'models', fits ?? []);
  useCommands([{ id: 'new-fit', label: 'New fit', run: begin }]);
  if (error) return <Empty title={error.message} />;
  if (!campaign || !fits) return null;
  if (campaign.runRows.length === 0)
    return (
      <Empty title="Nothing to fit yet">
        <p>
          Bring a log in at <Link to={addressOf(campaignId, 'intake')}>Intake</Link>, then choose x and y here.
        </p>
      </Empty>
    );
  if (missing !== undefined) return <NotThere what="fit" id={missing} />;
  const { id: runId } = campaign.runRows.find((r) => r.kind === 'measured') ?? campaign.runRows[0]!;
  return (
    <FitInHand
      key={key}
      name={key}
      campaign={campaign}
      row={row}
      start={row ? bodyOf(row) : newFit(`Fit ${fits.length + 1}`, runId)}
      picker={
        <Picker<number>
          label="Fit"
          placeholder="new fit"
          value={row?.id}
          options={fits.map((f) => ({ value: f.id, label: f.name }))}
          onChange={open}
        />
      }
      onOpen={open}
      onNew={begin}
    />
  );
}
