import { stepKindOf, type Step } from '@undameter/core';
import { Input, InputNumber, Select, Slider } from 'antd';
import type { ReactNode } from 'react';
import { Field } from '../parts/Field';
import { FormulaField } from './FormulaField';
import { RangesField } from './RangesField';

/** The parts of a field's schema that its control is made from; see StepKind. */
export interface FieldSchema {
  title?: string;
  description?: string;
  type?: string;
  minimum?: number;
  maximum?: number;
  field?: string;
  /** The field counts only while the method has this value. */
  when?: string;
  anyOf?: { const?: string; title?: string }[];
}
export interface FormChannel {
  symbol: string;
  name: string;
  unit: string;
}
export interface StepFormProps {
  step: Step;
  runId: number;
  /** Number of steps before this one: what its formula may use. */
  before: number;
  channels: readonly FormChannel[];
  onChange(settings: Step['settings']): void;
}

/** The form of any step, made from the schema of its kind. */
export function StepForm(props: StepFormProps) {
  const { step, channels, onChange } = props;
  const properties = Object.entries(stepKindOf(step.kind).settings.properties) as [string, FieldSchema][];
  const set = (name: string, value: unknown) => {
    const settings = { ...step.settings, [name]: value };
    // A range is counted in the unit of its channel, which the words of the step tell.
    if (name === 'channel' && 'unit' in settings && 'unit' in stepKindOf(step.kind).settings.properties && step.kind !== 'derive')
      settings['unit'] = channels.find((c) => c.symbol === value)?.unit ?? '';
    onChange(settings);
  }; // prettier-ignore
  return (
    <div className="step-form">
      {properties
        .filter(([, s]) => s.field !== 'hidden' && (s.when === undefined || s.when === step.settings['method']))
        .map(([name, schema]) => (
          <Field key={name} label={schema.title ?? name} hint={schema.field === 'formula' ? undefined : schema.description}>
            {controlOf(name, schema, props, (value) => set(name, value))}
          </Field>
        ))}
    </div>
  );
} // prettier-ignore

/** Which control a field gets: by its hint, else by its type. */
function controlOf(name: string, schema: FieldSchema, props: StepFormProps, set: (value: unknown) => void): ReactNode {
  const { step, channels } = props;
  const value = step.settings[name];
  const label = schema.title ?? name;
  if (schema.field === 'channel') return <ChannelSelect label={label} channels={channels} value={value as string} onChange={set} />;
  if (schema.field === 'formula')
    return <FormulaField {...props} value={value as string} unit={String(step.settings['unit'] ?? '')} onChange={set} />;
  if (schema.field === 'ranges')
    return <RangesField value={value as [number, number][]} unit={String(step.settings['unit'] ?? '')} onChange={set} />;
  if (schema.anyOf)
    return (
      <Select
        aria-label={label}
        options={schema.anyOf.map((o) => ({ value: o.const ?? '', label: o.title ?? o.const }))}
        value={value as string}
        onChange={set}
      />
    );
  if (schema.type === 'integer' || schema.type === 'number')
    return (
      <span className="with-slider">
        <InputNumber
          aria-label={label}
          value={value as number}
          {...(schema.minimum === undefined ? {} : { min: schema.minimum })}
          {...(schema.maximum === undefined ? {} : { max: schema.maximum })}
          step={schema.field === 'window' ? 2 : schema.type === 'integer' ? 1 : 'any' as never}
          {...(schema.type === 'integer' ? { precision: 0 } : {})}
          onChange={(v) => v !== null && set(v)}
        />
        {schema.field === 'window' && (
          <Slider min={3} max={201} step={2} value={Math.min(201, value as number)} onChange={set} tooltip={{ open: false }} />
        )}
      </span>
    );
  return <Input aria-label={label} value={value as string} onChange={(e) => set(e.target.value)} />;
} // prettier-ignore

/** Chooses a channel by symbol, with its name beside it. */
export function ChannelSelect({ label, channels, value, onChange, allowNone }: { label: string; channels: readonly FormChannel[]; value: string | undefined; onChange(symbol: string): void; allowNone?: boolean }) {
  return (
    <Select
      showSearch={{ optionFilterProp: 'label' }}
      aria-label={label}
      popupMatchSelectWidth={false}
      value={value === '' ? undefined : value}
      placeholder={allowNone ? 'none' : 'Choose a channel'}
      onChange={onChange}
      options={channels.map((c) => ({ value: c.symbol, label: `${c.symbol}  ${c.name}` }))}
    />
  );
} // prettier-ignore
