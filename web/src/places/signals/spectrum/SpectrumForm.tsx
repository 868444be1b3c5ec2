import type { ConditionRow, SpectrumAs } from '@undameter/contract';
import { formatCount, tapers, type Taper } from '@undameter/core';
import { Popover, Select } from 'antd';
import type { ReactNode } from 'react';
import { ConditionsSelect } from '../../../condition/ConditionsSelect';
import { Field } from '../../../parts/Field';
import { ChannelSelect } from '../../../step/ChannelSelect';
import type { FormChannel } from '../../../step/stepFields';
import { chosenWith, segmentChoices, type Averaged, type SpectrumChosen } from './chosen';

interface AveragingProps<T extends Averaged> {
  chosen: T;
  onChange(chosen: T): void;
  /** Of the longest stretch, as far as it is known. */
  samples: number;
  /** Of the segment that is proposed, as far as it is known. */
  proposed: number | undefined;
}

/** Window, segment and overlap: what any averaged spectrum needs. */
function AveragingFields<T extends Averaged>({ chosen, onChange, samples, proposed }: AveragingProps<T>) {
  const change = (of: Averaged | { segment: null }) => onChange(chosenWith<Averaged>(chosen, of) as T);
  const isProposed = chosen.segment === undefined;
  const { taper = 'hann', overlap = 0.5 } = chosen;
  return (
    <>
      <Field label="Window" hint={tapers[taper].purpose}>
        <Select<Taper>
          aria-label="Window"
          value={taper}
          onChange={(t) => change({ taper: t })}
          options={Object.entries(tapers).map(([value, { title }]) => ({ value: value as Taper, label: title }))}
        />
      </Field>
      <Field label="Segment" hint="Longer: finer lines. Shorter: more averages, and a calmer spectrum.">
        <Select<number>
          aria-label="Segment"
          value={chosen.segment ?? 0}
          onChange={(segment) => change(segment === 0 ? { segment: null } : { segment })}
          options={[
            { value: 0, label: `proposed${isProposed && proposed ? `: ${formatCount(proposed)} samples` : ''}` },
            ...segmentChoices(samples).map((s) => ({ value: s, label: `${formatCount(s)} samples` })),
          ]}
        />
      </Field>
      <Field label="Overlap">
        <Select<number>
          aria-label="Overlap"
          value={overlap}
          onChange={(o) => change({ overlap: o })}
          options={[0, 0.25, 0.5, 0.75].map((o) => ({ value: o, label: o === 0 ? 'none' : `${100 * o} %` }))}
        />
      </Field>
    </>
  );
}

const kinds: { value: SpectrumAs; label: string }[] = [
  { value: 'density', label: 'power density, per frequency' },
  { value: 'power', label: 'power in each line (mean square)' },
  { value: 'amplitude', label: 'amplitude of a sine' },
];

interface SpectrumFormProps extends AveragingProps<SpectrumChosen> {
  channels: readonly FormChannel[];
  conditions: readonly ConditionRow[];
}

/** How spectra are computed, of which conditions, and over what. */
export function SpectrumForm({ channels, conditions, ...averaging }: SpectrumFormProps) {
  const { chosen, onChange } = averaging;
  return (
    <div className="spectrum-form">
      <Field label="Shown as">
        <Select<SpectrumAs>
          aria-label="Shown as"
          value={chosen.as}
          onChange={(as) => onChange({ ...chosen, as })}
          options={kinds}
        />
      </Field>
      <AveragingFields {...averaging} />
      <Field label="Conditions" hint="One spectrum for each; none: of all that is kept.">
        <ConditionsSelect
          label="Conditions"
          conditions={conditions}
          none="all that is kept"
          most={12}
          value={chosen.conditionIds ?? []}
          onChange={(conditionIds) => onChange(chosenWith(chosen, { conditionIds }))}
        />
      </Field>
      <Field
        label="Orders of"
        hint="The speed of a shaft: what turns with it stays at its order while the speed changes."
      >
        <ChannelSelect
          label="Orders of"
          channels={channels}
          value={chosen.turnsBy}
          onChange={(turnsBy) => onChange(chosenWith(chosen, { turnsBy: turnsBy || null }))}
          allowNone
        />
      </Field>
    </div>
  );
}

/** The settings of a transfer. */
export const AveragingForm = (props: AveragingProps<Averaged>) => (
  <div className="spectrum-form">
    <AveragingFields {...props} />
  </div>
);

/** What opens a form of a view, in the heading of its chart. */
export const SettingsButton = ({ form }: { form: ReactNode }) => (
  <Popover trigger="click" placement="bottomRight" destroyOnHidden content={form}>
    <button className="quiet">Settings</button>
  </Popover>
);
