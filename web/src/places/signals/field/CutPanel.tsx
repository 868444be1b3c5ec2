import type { CampaignReply, RunReply } from '@undameter/contract';
import { Button, Checkbox, Segmented } from 'antd';
import { Field } from '../../../parts/Field';
import { Sentence } from '../../../parts/Sentence';
import { cutName, type CutDraft } from './cutDraft';
import { CutFields } from './CutFields';
import { useKeepCut, type FieldHeld } from './useField';

interface CutPanelProps {
  held: FieldHeld;
  run: RunReply;
  campaign: CampaignReply | undefined;
  /** A step is in hand: what it makes is not there for a run that is kept. */
  isOnTrial: boolean;
  onMade(run: RunReply): void;
}

/** Cuts through a field: where, through which zones, and the run that they become. */
export function CutPanel({ held, run, campaign, isOnTrial, onMade }: CutPanelProps) {
  const { draft, setCut, zones } = held;
  const keep = useKeepCut(run.campaignId, (made) => {
    setCut(null);
    onMade(made);
  });
  if (!draft)
    return (
      <div className="panel-pad">
        <Button onClick={held.begin}>+ Cut</Button>
      </div>
    );
  const taken = new Set((campaign?.runRows ?? []).map((r) => r.name));
  const toggle = (zone: string, isCut: boolean) => {
    const now = draft.zones.length === 0 ? zones : draft.zones;
    const next = isCut ? [...now, zone] : now.filter((z) => z !== zone);
    setCut({ ...draft, zones: next.length === zones.length ? [] : next });
  };
  return (
    <section aria-label="Cut" className="cut-panel">
      <header className="panel-head">
        <h2>Cut</h2>
        <span className="grow" />
        <button className="quiet" onClick={() => setCut(null)}>
          Cancel
        </button>
      </header>
      <div className="panel-pad">
        <Segmented<CutDraft['by']>
          size="small"
          aria-label="Cut by"
          value={draft.by}
          onChange={(by) => setCut({ ...draft, by })}
          options={[
            { value: 'channel', label: 'at a value' },
            { value: 'plane', label: 'by a plane' },
            { value: 'places', label: 'at places' },
            { value: 'integrals', label: 'integrals' },
          ]}
        />
        <CutFields held={held} draft={draft} campaign={campaign} runId={run.id} />
        {zones.length > 1 && (
          <Field label="Zones" group>
            {zones.map((zone) => (
              <Checkbox
                key={zone}
                checked={draft.zones.length === 0 || draft.zones.includes(zone)}
                onChange={(e) => toggle(zone, e.target.checked)}
              >
                {zone}
              </Checkbox>
            ))}
          </Field>
        )}
        {held.problem !== null && <p className="soft">{held.problem}</p>}
        {held.lines?.said.map((sentence) => (
          <p key={sentence} className="number">
            {sentence}
          </p>
        ))}
        <Sentence error={held.linesError ?? keep.error} />
        <div className="buttons">
          <Button
            type="primary"
            loading={keep.isPending}
            disabled={!held.recipe || !held.lines || isOnTrial}
            onClick={() =>
              held.recipe && keep.mutate({ name: cutName(run.name, draft, taken), runId: run.id, recipe: held.recipe })
            }
          >
            Keep as a run
          </Button>
          {isOnTrial && <span className="soft">Accept the step in hand first</span>}
        </div>
      </div>
    </section>
  );
}
