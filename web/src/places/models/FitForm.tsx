import type { ConditionRow, FitBody, RunRow } from '@undameter/contract';
import { Input, Segmented, Select } from 'antd';
import { Field } from '../../parts/Field';
import { ChannelSelect } from '../../step/ChannelSelect';
import type { FormChannel } from '../../step/StepForm';

const pointKinds: { value: FitBody['data']; label: string }[] = [
  { value: 'samples', label: 'samples' },
  { value: 'operatingPoints', label: 'operating points' },
];

interface FitFormProps {
  body: FitBody;
  runs: readonly RunRow[];
  channels: readonly FormChannel[];
  conditions: readonly ConditionRow[];
  onChange(body: FitBody): void;
}

/** What is fitted: the run, the conditions (each a series), x, y and the degree. */
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
      <Field label="x">
        <ChannelSelect label="x" channels={channels} value={body.x} onChange={(x) => set({ x })} />
      </Field>
      <Field label="y">
        <ChannelSelect label="y" channels={channels} value={body.y} onChange={(y) => set({ y })} />
      </Field>
      <Field label="Polynomial">
        <Segmented
          block
          value={Number(body.settings['degree'])}
          onChange={(degree) => set({ settings: { degree } })}
          options={[1, 2, 3].map((d) => ({ value: d, label: `degree ${d}` }))}
        />
      </Field>
    </div>
  );
} // prettier-ignore
