import type { CampaignBody, CampaignRow } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { Board } from '../../board/Board';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import { day } from '../../parts/day';

/** All campaigns: open one, or begin one. */
export function CampaignsPlace() {
  const { data: campaigns, error } = useQuery(queries.campaigns());
  const navigate = useNavigate();
  const open = (row: CampaignRow) => void navigate(addressOf(row.id, 'campaign'));
  return (
    <PlaceFrame
      title="Campaigns"
      context={<span className="soft">a series of tests with one question</span>}
      chart={
        <>
          <Sentence error={error} />
          <Board<CampaignRow>
            title="All campaigns"
            rows={campaigns ?? []}
            waiting={!campaigns && !error}
            keyOf={(c) => c.id}
            onTake={open}
            empty="No campaign yet. Begin one at the right, or start the program with the demo: npm run demo."
            columns={[
              { key: 'name', title: 'Campaign', value: (c) => c.name, cell: (c) => <b>{c.name}</b> },
              {
                key: 'question',
                title: 'Question',
                value: (c) => c.question,
                cell: (c) => <div className="sentence">{c.question}</div>,
              },
              { key: 'runs', title: 'Runs', numeric: true, value: (c) => c.runs, cell: (c) => c.runs },
              { key: 'created', title: 'Begun', value: (c) => c.createdAt, cell: (c) => day(c.createdAt) },
              { key: 'demo', title: '', cell: (c) => (c.demo ? <span className="soft">demo</span> : null) },
            ]}
          />
        </>
      }
      panel={<NewCampaign onMade={open} />}
    />
  );
}

function NewCampaign({ onMade }: { onMade(row: CampaignRow): void }) {
  const [body, setBody] = useState<CampaignBody>({ name: '', question: '' });
  const create = useMutation({
    mutationFn: () => ask<CampaignRow>('/campaigns', { body }),
    onSuccess: onMade,
  });
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        create.mutate();
      }}
    >
      <header className="panel-head">
        <h2>New campaign</h2>
      </header>
      <div className="panel-pad">
        <Field label="Name">
          <Input value={body.name} maxLength={120} onChange={(e) => setBody({ ...body, name: e.target.value })} />
        </Field>
        <Field label="Question" hint="What the tests are to answer, in one sentence.">
          <Input.TextArea
            autoSize={{ minRows: 3 }}
            maxLength={2000}
            value={body.question}
            onChange={(e) => setBody({ ...body, question: e.target.value })}
          />
        </Field>
        <Sentence error={create.error} />
        <Button type="primary" htmlType="submit" disabled={body.name.trim() === ''} loading={create.isPending}>
          Begin
        </Button>
      </div>
    </form>
  );
}
