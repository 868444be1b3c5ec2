import type { CampaignReply, RunReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { Button, Checkbox, Input, InputNumber, Segmented } from 'antd';
import { Field } from '../../../parts/Field';
import { Sentence } from '../../../parts/Sentence';
import { ChannelSelect } from '../../../step/ChannelSelect';
import { cutName, type CutDraft } from './cutDraft';
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
          ]}
        />
        <WhereFields held={held} draft={draft} />
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

const withUnit = (label: string, unit: string): string => (unit === '' ? label : `${label} (${printUnit(unit)})`);

function WhereFields({ held: { numbers, setCut, unit: length }, draft }: { held: FieldHeld; draft: CutDraft }) {
  if (draft.by === 'channel') {
    const unit = numbers.find((c) => c.symbol === draft.channel)?.unit ?? '';
    return (
      <>
        <Field label="Channel">
          <ChannelSelect
            label="Channel of the cut"
            channels={numbers}
            value={draft.channel}
            onChange={(channel) => setCut({ ...draft, channel })}
          />
        </Field>
        <Field label={withUnit('Stations', unit)}>
          <Input
            aria-label="Stations"
            placeholder="0.15 0.5 0.85"
            value={draft.stations}
            onChange={(e) => setCut({ ...draft, stations: e.target.value })}
          />
        </Field>
      </>
    );
  }
  if (draft.by === 'places')
    return (
      <>
        <Field label={withUnit('Places', length)} hint="x, y and z of each, a line for each; pasted from a table too.">
          <Input.TextArea
            aria-label="Places"
            rows={4}
            placeholder="12.5 3 40"
            value={draft.places}
            onChange={(e) => setCut({ ...draft, places: e.target.value })}
          />
        </Field>
        <Field label="Points between" hint="None: at the places alone; else along the lines between them.">
          <InputNumber
            aria-label="Points between two places"
            min={0}
            max={10_000}
            precision={0}
            value={draft.between}
            onChange={(between) => setCut({ ...draft, between: between ?? 0 })}
          />
        </Field>
      </>
    );
  const numbersOf = (what: 'point' | 'normal', label: string) => (
    <Field label={what === 'point' ? withUnit(label, length) : label} group>
      <span className="three-numbers">
        {['x', 'y', 'z'].map((axis, k) => (
          <InputNumber
            key={axis}
            aria-label={`${label} ${axis}`}
            value={draft[what][k] ?? null}
            onChange={(v) => setCut({ ...draft, [what]: draft[what].map((old, i) => (i === k ? v : old)) })}
          />
        ))}
      </span>
    </Field>
  );
  return (
    <>
      {numbersOf('point', 'Through')}
      {numbersOf('normal', 'Looks to')}
    </>
  );
}
