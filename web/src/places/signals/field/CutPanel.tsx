import type { CampaignReply, RunReply } from '@undameter/contract';
import { Button, Checkbox, Select } from 'antd';
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
        <Button onClick={held.begin}>+ Derived run</Button>
      </div>
    );
  const taken = new Set((campaign?.runRows ?? []).map((r) => r.name));
  const others = (campaign?.runRows ?? []).filter((r) => r.isField && r.id !== run.id);
  const toggle = (zone: string, isCut: boolean) => {
    const now = draft.zones.length === 0 ? zones : draft.zones;
    const next = isCut ? [...now, zone] : now.filter((z) => z !== zone);
    setCut({ ...draft, zones: next.length === zones.length ? [] : next });
  };
  return (
    <section aria-label="Derived run" className="cut-panel">
      <header className="panel-head">
        <h2>Derived run</h2>
        <span className="grow" />
        <button className="quiet" onClick={() => setCut(null)}>
          Cancel
        </button>
      </header>
      <div className="panel-pad">
        <Field label="Make">
          <Select<CutDraft['by']>
            aria-label="Make"
            value={draft.by}
            onChange={(by) => setCut({ ...draft, by })}
            options={waysOf(held, others.length > 0)}
          />
        </Field>
        <CutFields held={held} draft={draft} campaign={campaign} runId={run.id} fields={others} />
        {zones.length > 1 && draft.by !== 'difference' && (
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

/** A section needs solids, a difference another field. */
function waysOf({ field }: FieldHeld, hasOthers: boolean): { value: CutDraft['by']; label: string }[] {
  const ways: { value: CutDraft['by']; label: string; isOffered?: boolean }[] = [
    { value: 'channel', label: 'Cut at values of a channel' },
    { value: 'plane', label: 'Cut by a plane' },
    { value: 'places', label: 'Points at places' },
    { value: 'integrals', label: 'Integrals' },
    { value: 'section', label: 'Section of solids', isOffered: field?.hasSolids ?? false },
    { value: 'difference', label: 'Difference from another field', isOffered: hasOthers },
  ];
  return ways.filter(({ isOffered = true }) => isOffered).map(({ value, label }) => ({ value, label }));
}
