import type { ConditionRow, FitBody, RunRow } from '@undameter/contract';
import { modelOf, models } from '@undameter/core';
import { Input, InputNumber, Select } from 'antd';
import { Field } from '../../parts/Field';
import { ChannelSelect } from '../../step/ChannelSelect';
import type { FormChannel } from '../../step/StepForm';

const pointKinds: { value: FitBody['data']; label: string }[] = [
  { value: 'samples', label: 'samples' },
  { value: 'operatingPoints', label: 'operating points' },
];

const weightings: { value: FitBody['weights']; label: string; says: string }[] = [
  { value: 'none', label: 'none', says: 'each point counts the same; ± from the scatter about the curve' },
  {
    value: 'relative',
    label: 'by the ratios of the ±',
    says: 'sure points count more; ± still from the scatter about the curve',
  },
  {
    value: 'absolute',
    label: 'by the ± as it stands',
    says: 'sure points count more; ± from the uncertainties alone, however the points scatter',
  },
];

interface FitFormProps {
  body: FitBody;
  runs: readonly RunRow[];
  channels: readonly FormChannel[];
  conditions: readonly ConditionRow[];
  onChange(body: FitBody): void;
}

/** What is fitted: the run, the conditions (each a series), x, y and the model. */
export function FitForm({ body, runs, channels, conditions, onChange }: FitFormProps) {
  const set = (change: Partial<FitBody>) => onChange({ ...body, ...change });
  return (
    <div className="panel-pad">
      <Field label="Name">
        <Input value={body.name} maxLength={120} onChange={(e) => set({ name: e.target.value })} />
      </Field>
      <Field label="Run">
        <Select
          aria-label="Run of the fit"
          value={body.runId || undefined}
          onChange={(runId: number) => set({ runId, x: '', y: '' })}
          options={runs.map((r) => ({ value: r.id, label: r.name }))}
        />
      </Field>
      <Field label="Conditions" hint={body.conditionIds.length === 0 ? 'none chosen: all kept samples as one series' : undefined}>
        <Select
          mode="multiple"
          aria-label="Conditions"
          placeholder="all kept samples"
          value={body.conditionIds}
          onChange={(conditionIds: number[]) => set({ conditionIds })}
          options={conditions.map((c) => ({ value: c.id, label: c.name }))}
        />
      </Field>
      <Field label="Points" hint={body.data === 'operatingPoints' ? 'each steady stretch is one point, with its ±' : undefined}>
        <Select<FitBody['data']>
          aria-label="Points of the fit"
          value={body.data}
          onChange={(data) => set({ data })}
          options={pointKinds}
        />
      </Field>
      <Field label="Weights" hint={weightings.find((w) => w.value === body.weights)?.says}>
        <Select<FitBody['weights']>
          aria-label="Weights"
          value={body.weights}
          onChange={(weights) => set({ weights })}
          options={weightings.map(({ value, label }) => ({ value, label }))}
        />
      </Field>
      <Field label="x">
        <ChannelSelect label="x" channels={channels} value={body.x} onChange={(x) => set({ x })} />
      </Field>
      <Field label="y">
        <ChannelSelect label="y" channels={channels} value={body.y} onChange={(y) => set({ y })} />
      </Field>
      <Field label="Model" hint={modelOf(body.model).formula(body.settings as never)}>
        <Select
          showSearch={{ optionFilterProp: 'label' }}
          aria-label="Model"
          value={body.model}
          onChange={(model: string) => set({ model, settings: model === 'polynomial' ? { degree: 2 } : {} })}
          options={models.map((m) => ({ value: m.kind, label: m.title }))}
        />
      </Field>
      {body.model === 'polynomial' && (
        <Field label="Degree">
          <InputNumber aria-label="Degree" min={1} max={9} precision={0} value={Number(body.settings['degree'])} onChange={(degree) => degree !== null && set({ settings: { degree } })} />
        </Field>
      )}
    </div>
  );
} // prettier-ignore
