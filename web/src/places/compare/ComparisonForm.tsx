import type { CampaignReply, ComparisonBody, ConditionRow, FitRow, RunRow } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { Input, Select } from 'antd';
import { offeredOn } from '../../condition/choosing';
import { ConditionsSelect } from '../../condition/ConditionsSelect';
import { queries } from '../../data/queries';
import { Field } from '../../parts/Field';
import { ChannelSelect } from '../../step/ChannelSelect';
import type { FormChannel } from '../../step/stepFields';
import { CandidateForm } from './CandidateForm';
import { ofRun } from './draft';
import { groupableBy, withConditions, withGroupBy } from './groups';

interface FormProps {
  campaign: CampaignReply;
  fits: readonly FitRow[];
  conditions: readonly ConditionRow[];
  body: ComparisonBody;
  onChange(body: ComparisonBody): void;
}

const pointKinds: { value: ComparisonBody['reference']['data']; label: string }[] = [
  { value: 'samples', label: 'samples' },
  { value: 'operatingPoints', label: 'operating points' },
];
const MOST_CANDIDATES = 12;

/** What is compared: points of a run as the reference, and the candidates that are held against them. */
export function ComparisonForm({ campaign, fits, conditions, body, onChange }: FormProps) {
  const { reference, candidates } = body;
  const { data: bench } = useQuery(queries.bench(reference.runId));
  const channels = bench?.channels ?? [];
  const set = (change: Partial<ComparisonBody>) => onChange({ ...body, ...change });
  const runs = [...campaign.runRows].sort((a, b) => Number(b.kind === 'simulated') - Number(a.kind === 'simulated'));
  return (
    <>
      <div className="panel-pad">
        <Field label="Name">
          <Input value={body.name} maxLength={120} onChange={(e) => set({ name: e.target.value })} />
        </Field>
        <ReferenceFields
          reference={reference}
          runs={campaign.runRows}
          conditions={conditions}
          channels={channels}
          onChange={(next) => set({ reference: next })}
        />
      </div>
      {candidates.map((candidate, k) => (
        <CandidateForm
          key={k}
          number={k + 1}
          candidate={candidate}
          runs={runs}
          fits={fits}
          unit={printUnit(channels.find((c) => c.symbol === reference.y)?.unit ?? '')}
          like={reference}
          onChange={(next) => set({ candidates: candidates.map((c, i) => (i === k ? next : c)) })}
          onRemove={candidates.length > 1 ? () => set({ candidates: candidates.filter((_, i) => i !== k) }) : undefined}
        />
      ))}
      <div className="panel-pad">
        <button
          className="quiet"
          disabled={candidates.length >= MOST_CANDIDATES}
          onClick={() => set({ candidates: [...candidates, ofRun(runs[0]!.id, reference.x, reference.y)] })}
        >
          + Candidate
        </button>
      </div>
    </>
  );
}

interface ReferenceFieldsProps {
  reference: ComparisonBody['reference'];
  runs: readonly RunRow[];
  conditions: readonly ConditionRow[];
  channels: readonly FormChannel[];
  onChange(reference: ComparisonBody['reference']): void;
}

function ReferenceFields({ reference, runs, conditions, channels, onChange }: ReferenceFieldsProps) {
  const refer = (change: Partial<ComparisonBody['reference']>) => onChange({ ...reference, ...change });
  const chosen = conditions.filter((c) => reference.conditionIds.includes(c.id));
  const groupable = reference.conditionIds.length > 1 ? groupableBy(conditions, reference.conditionIds) : [];
  const labelOf = (symbol: string): string => {
    const channel = channels.find((c) => c.symbol === symbol);
    return channel && channel.name !== symbol ? `${symbol} ${channel.name}` : symbol;
  };
  return (
    <>
      <Field label="Reference">
        <Select
          aria-label="Reference"
          value={reference.runId}
          onChange={(runId: number) =>
            refer({ runId, x: '', y: '', conditionIds: offeredOn(chosen, runId).map((c) => c.id) })
          }
          options={runs.map((r) => ({ value: r.id, label: r.name }))}
        />
      </Field>
      <Field
        label="Conditions"
        hint={reference.conditionIds.length === 0 ? 'none chosen: all kept samples as one series' : undefined}
      >
        <ConditionsSelect
          label="Conditions"
          conditions={offeredOn(conditions, reference.runId)}
          value={reference.conditionIds}
          onChange={(conditionIds) => onChange(withConditions(reference, conditionIds, conditions))}
        />
      </Field>
      {groupable.length > 0 && (
        <Field label="Group by" hint="A chart and a verdict for all conditions with the same limits on it: a station.">
          <Select<string>
            allowClear
            aria-label="Group by"
            placeholder="each by itself"
            value={reference.groupBy ?? null}
            onChange={(symbol?: string) => onChange(withGroupBy(reference, symbol))}
            options={groupable.map((symbol) => ({ value: symbol, label: labelOf(symbol) }))}
          />
        </Field>
      )}
      <Field
        label="Points"
        hint={reference.data === 'operatingPoints' ? 'each steady stretch is one point, with its ±' : undefined}
      >
        <Select
          aria-label="Points of the reference"
          value={reference.data}
          onChange={(data) => refer({ data })}
          options={pointKinds}
        />
      </Field>
      {(['x', 'y'] as const).map((axis) => (
        <Field key={axis} label={axis}>
          <ChannelSelect
            label={axis}
            channels={channels}
            value={reference[axis]}
            onChange={(symbol) => refer({ [axis]: symbol })}
          />
        </Field>
      ))}
    </>
  );
}
