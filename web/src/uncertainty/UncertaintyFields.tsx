import { printUnit, type Uncertainty } from '@undameter/core';
import { InputNumber, Select } from 'antd';
import { Field } from '../parts/Field';
import { ChannelSelect } from '../step/ChannelSelect';
import type { FormChannel } from '../step/stepFields';
import { statedMeanings } from './statedMeanings';

interface UncertaintyFieldsProps {
  unit: string;
  value: Uncertainty | null;
  /** Channels that could tell it; none for what is no channel. */
  channels?: readonly FormChannel[];
  onChange(value: Uncertainty | null): void;
}

const kinds = [
  { value: 'none', label: 'not declared' },
  { value: 'absolute', label: 'a fixed amount' },
  { value: 'reading', label: '% of reading' },
  { value: 'fullScale', label: '% of full scale' },
  { value: 'channel', label: 'another channel' },
] as const;

const begun = (kind: Uncertainty['kind'], channels: readonly FormChannel[]): Uncertainty => {
  const statedAs = 'limits' as const;
  if (kind === 'absolute') return { kind, value: 0, statedAs };
  if (kind === 'reading') return { kind, percent: 1, statedAs };
  if (kind === 'fullScale') return { kind, percent: 0.5, fullScale: 100, statedAs };
  return { kind, symbol: channels[0]?.symbol ?? '', statedAs: 'standard' };
};

/** How sure the samples of a channel are, as its data sheet or its calibration says. */
export function UncertaintyFields({ unit, value, channels = [], onChange }: UncertaintyFieldsProps) {
  const amount = (label: string, now: number, put: (v: number) => Uncertainty) => (
    <Field label={label}>
      <InputNumber aria-label={label} min={0} value={now} onChange={(v) => v !== null && onChange(put(v))} />
    </Field>
  );
  return (
    <>
      <Field label="Uncertainty">
        <Select<(typeof kinds)[number]['value']>
          aria-label="Uncertainty"
          value={value?.kind ?? 'none'}
          onChange={(kind) => onChange(kind === 'none' ? null : begun(kind, channels))}
          options={kinds.filter((k) => k.value !== 'channel' || channels.length > 0)}
        />
      </Field>
      {value?.kind === 'absolute' &&
        amount(`± (${printUnit(unit) || '1'})`, value.value, (v) => ({ ...value, value: v }))}
      {value?.kind === 'reading' && amount('± % of reading', value.percent, (percent) => ({ ...value, percent }))}
      {value?.kind === 'fullScale' && (
        <>
          {amount('± % of full scale', value.percent, (percent) => ({ ...value, percent }))}
          {amount(`Full scale (${printUnit(unit) || '1'})`, value.fullScale, (fullScale) => ({ ...value, fullScale }))}
        </>
      )}
      {value?.kind === 'channel' && (
        <Field label="Channel">
          <ChannelSelect
            label="Channel of the uncertainty"
            channels={channels}
            value={value.symbol}
            onChange={(symbol) => onChange({ ...value, symbol })}
          />
        </Field>
      )}
      {value && (
        <Field label="Stated as">
          <Select<Uncertainty['statedAs']>
            aria-label="Stated as"
            value={value.statedAs}
            onChange={(statedAs) => onChange({ ...value, statedAs })}
            options={statedMeanings}
          />
        </Field>
      )}
      {value && (
        <Field label="It is">
          <Select<NonNullable<Uncertainty['effect']>>
            aria-label="Effect of the uncertainty"
            value={value.effect ?? (value.kind === 'channel' ? 'random' : 'systematic')}
            onChange={(effect) => onChange({ ...value, effect })}
            options={[
              { value: 'systematic', label: 'the same for all samples' },
              { value: 'random', label: 'another for each sample' },
            ]}
          />
        </Field>
      )}
    </>
  );
}
