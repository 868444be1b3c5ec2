import type { DerivedReply, RunReply } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useNavigate } from 'react-router';
import { addressOf } from '../app/places';
import { ask } from '../data/api';
import { queries } from '../data/queries';
import { Field } from '../parts/Field';
import { Sentence } from '../parts/Sentence';
import { nameOfSame } from './nameOfSame';

/** Makes the same of another field: its recipe and its procedure in one action. */
export function SameOfAnother({ run, made }: { run: RunReply; made: DerivedReply }) {
  const { data: campaign } = useQuery(queries.campaign(run.campaignId));
  const navigate = useNavigate();
  const make = useMutation({
    mutationFn: (field: { id: number; name: string }) => {
      const taken = new Set((campaign?.runRows ?? []).map((r) => r.name));
      const name = nameOfSame({ run: run.name, from: made.fromName, to: field.name }, taken);
      const body = { name, runId: field.id, recipe: made.recipe, steps: run.procedure };
      return ask<RunReply>(`/campaigns/${run.campaignId}/derived-runs`, { body });
    },
    onSuccess: ({ id }) => void navigate(addressOf(run.campaignId, 'signals', id)),
  });
  const others = (campaign?.runRows ?? []).filter((r) => r.origin === 'field' && r.id !== made.fromRunId);
  if (others.length === 0) return null;
  return (
    <>
      <Field label="The same of" hint="The cut and its procedure, made of another field.">
        <Select<number>
          aria-label="The same of another field"
          placeholder="choose a field"
          popupMatchSelectWidth={false}
          loading={make.isPending}
          value={null as unknown as number}
          onSelect={(id) => make.mutate(others.find((r) => r.id === id)!)}
          options={others.map((r) => ({ value: r.id, label: r.name }))}
        />
      </Field>
      <Sentence error={make.error} />
    </>
  );
}
