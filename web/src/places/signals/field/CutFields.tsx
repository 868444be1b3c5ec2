import type { CampaignReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { Checkbox, Input, InputNumber, Segmented, Select } from 'antd';
import { Field } from '../../../parts/Field';
import { ChannelSelect } from '../../../step/ChannelSelect';
import { typedRows, type CutDraft } from './cutDraft';
import { TakeRows } from './TakeRows';
import type { FieldHeld } from './useField';

interface CutFieldsProps {
  held: FieldHeld;
  draft: CutDraft;
  campaign: CampaignReply | undefined;
  /** The field itself. */
  runId: number;
  /** Other fields of the campaign. */
  fields: readonly { id: number; name: string }[];
}

/** Where a field is cut, by the way that is chosen. */
export function CutFields(props: CutFieldsProps) {
  switch (props.draft.by) {
    case 'channel':
      return (
        <>
          <StationFields {...props} />
          <SideFields {...props} />
        </>
      );
    case 'plane':
      return (
        <>
          <PlaneFields {...props} />
          <SideFields {...props} />
        </>
      );
    case 'places':
      return <PlaceFields {...props} />;
    case 'integrals':
      return <IntegralFields {...props} />;
    case 'section':
      return <StationFields {...props} />;
    case 'difference':
      return <DifferenceFields {...props} />;
  }
}

const withUnit = (label: string, unit: string): string => (unit === '' ? label : `${label} (${printUnit(unit)})`);

function StationFields({ held: { numbers, setCut }, draft, campaign, runId }: CutFieldsProps) {
  const channel = numbers.find((c) => c.symbol === draft.channel);
  const unit = channel?.unit ?? '';
  return (
    <>
      <Field label="Channel">
        <ChannelSelect
          label="Channel of the cut"
          channels={numbers}
          value={draft.channel}
          onChange={(symbol) => setCut({ ...draft, channel: symbol })}
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
      {channel && (
        <TakeRows
          label="Stations of another run"
          runs={othersOf(campaign, runId)}
          wanted={[draft.channel]}
          unit={unit}
          isDistinct
          onTake={(rows) => setCut({ ...draft, stations: typedRows(rows, ' ') })}
        />
      )}
    </>
  );
}

const othersOf = (campaign: CampaignReply | undefined, runId: number) =>
  (campaign?.runRows ?? []).filter((r) => r.id !== runId && !r.isField);

function PlaceFields({ held: { setCut, unit, field }, draft, campaign, runId }: CutFieldsProps) {
  return (
    <>
      <Field label={withUnit('Places', unit)} hint="x, y and z of each, a line for each; pasted from a table too.">
        <Input.TextArea
          aria-label="Places"
          rows={4}
          placeholder="12.5 3 40"
          value={draft.places}
          onChange={(e) => setCut({ ...draft, places: e.target.value })}
        />
      </Field>
      <TakeRows
        label="Places of another run"
        runs={othersOf(campaign, runId)}
        wanted={field?.coordinates ?? ['x', 'y', 'z']}
        unit={unit}
        onTake={(rows) => setCut({ ...draft, places: typedRows(rows, '\n') })}
      />
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
}

function PlaneFields({ held: { setCut, unit }, draft }: CutFieldsProps) {
  const numbersOf = (what: 'point' | 'normal', label: string) => (
    <Field label={what === 'point' ? withUnit(label, unit) : label} group>
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

/** Whether the upper side of each section is told from the lower one. */
function SideFields({ held: { numbers, setCut }, draft }: CutFieldsProps) {
  return (
    <>
      <Checkbox checked={draft.hasSides} onChange={(e) => setCut({ ...draft, hasSides: e.target.checked })}>
        Tell the upper side from the lower one
      </Checkbox>
      {draft.hasSides && (
        <>
          <Field label="End to end">
            <ChannelSelect
              label="Coordinate from end to end"
              channels={numbers}
              value={draft.along}
              onChange={(along) => setCut({ ...draft, along })}
            />
          </Field>
          <Field label="Lower to upper">
            <ChannelSelect
              label="Coordinate from lower to upper"
              channels={numbers}
              value={draft.across}
              onChange={(across) => setCut({ ...draft, across })}
            />
          </Field>
        </>
      )}
    </>
  );
}

function IntegralFields(props: CutFieldsProps) {
  const {
    held: { numbers, setCut },
    draft,
  } = props;
  const unit = numbers.find((c) => c.symbol === draft.pressure)?.unit ?? '';
  return (
    <>
      <Segmented<'surface' | 'cuts'>
        size="small"
        aria-label="Integrate"
        value={draft.isAlongCuts ? 'cuts' : 'surface'}
        onChange={(over) => setCut({ ...draft, isAlongCuts: over === 'cuts' })}
        options={[
          { value: 'surface', label: 'over the surface' },
          { value: 'cuts', label: 'along cuts' },
        ]}
      />
      {draft.isAlongCuts && <StationFields {...props} />}
      <Field label="Pressure" hint="For the force on the surface; none: area and means alone.">
        <ChannelSelect
          label="Pressure"
          channels={numbers}
          value={draft.pressure}
          allowNone
          onChange={(pressure) => setCut({ ...draft, pressure })}
        />
      </Field>
      {draft.pressure !== '' && (
        <Field label={withUnit('On the other side', unit)}>
          <InputNumber
            aria-label="Pressure on the other side"
            value={draft.reference}
            onChange={(reference) => setCut({ ...draft, reference: reference ?? 0 })}
          />
        </Field>
      )}
    </>
  );
}

function DifferenceFields({ held: { numbers, field, setCut }, draft, fields }: CutFieldsProps) {
  const coordinates = new Set(field?.coordinates ?? []);
  return (
    <>
      <Field label="From" hint="Read at the nodes of this one; a finer mesh, another setting.">
        <Select
          aria-label="The other field"
          popupMatchSelectWidth={false}
          placeholder="Choose a field"
          value={draft.other}
          onChange={(other) => setCut({ ...draft, other })}
          options={fields.map((f) => ({ value: f.id, label: f.name }))}
        />
      </Field>
      <Field label="Channels">
        <Select
          mode="multiple"
          aria-label="Channels of the difference"
          placeholder="Choose channels"
          value={[...draft.compared]}
          onChange={(compared) => setCut({ ...draft, compared })}
          options={numbers
            .filter((c) => !coordinates.has(c.symbol))
            .map((c) => ({ value: c.symbol, label: `${c.symbol}  ${c.name}` }))}
        />
      </Field>
    </>
  );
}
