import type { AlikeReply, DerivedReply, RunReply } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { App, Select } from 'antd';
import { useNavigate } from 'react-router';
import { addressOf } from '../app/places';
import { ask } from '../data/api';
import { renewAfter } from '../data/client';
import { queries } from '../data/queries';
import { Field } from '../parts/Field';
import { Sentence } from '../parts/Sentence';
import { madeWords } from './madeWords';

/** Makes the same of another field: its recipe, its procedure, its comparisons and figures in one action. */
export function SameOfAnother({ run, made }: { run: RunReply; made: DerivedReply }) {
  const { data: campaign } = useQuery(queries.campaign(run.campaignId));
  const { message } = App.useApp();
  const navigate = useNavigate();
  const make = useMutation({
    mutationFn: (runId: number) => ask<AlikeReply>(`/runs/${run.id}/alike`, { body: { runId } }),
    onSuccess: async (reply) => {
      await renewAfter('figures');
      void message.success(madeWords(reply), 8);
      const [compared] = reply.comparisons;
      void navigate(
        compared
          ? addressOf(run.campaignId, 'compare', compared.id)
          : addressOf(run.campaignId, 'signals', reply.run.id),
      );
    },
  });
  const others = (campaign?.runRows ?? []).filter((r) => r.isField && r.id !== made.fromRunId && r.id !== run.id);
  if (others.length === 0) return null;
  return (
    <>
      <Field
        label="The same of"
        hint="The cut, its procedure, and the comparisons and figures of it, made of another field."
      >
        <Select<number>
          aria-label="The same of another field"
          placeholder="choose a field"
          popupMatchSelectWidth={false}
          loading={make.isPending}
          disabled={make.isPending}
          value={null as unknown as number}
          onSelect={(id) => make.mutate(id)}
          options={others.map((r) => ({ value: r.id, label: r.name }))}
        />
      </Field>
      <Sentence error={make.error} />
    </>
  );
}
