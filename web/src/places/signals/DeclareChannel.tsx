import type { BenchReply, ChannelBody } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { useMutation } from '@tanstack/react-query';
import { Button, Input, Popover } from 'antd';
import { useState } from 'react';
import { ask } from '../../data/api';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';

type Row = BenchReply['channels'][number];

/** What is declared of a logged channel: its name, symbol and unit. The samples stay as they were logged. */
export function DeclareChannel({ runId, channel }: { runId: number; channel: Row }) {
  const [open, setOpen] = useState(false);
  return (
    <span onClick={(e) => e.stopPropagation()}>
      <Popover
        trigger="click"
        open={open}
        onOpenChange={setOpen}
        destroyOnHidden
        content={<Form runId={runId} channel={channel} onDone={() => setOpen(false)} />}
      >
        <button className="quiet number" aria-label={`Declare ${channel.name}`} title="Declare name, symbol and unit">
          {printUnit(channel.unit) || '–'}
        </button>
      </Popover>
    </span>
  );
}

function Form({ runId, channel, onDone }: { runId: number; channel: Row; onDone(): void }) {
  const { symbol, name, unit } = channel;
  const [body, setBody] = useState<ChannelBody>({ symbol, name, unit });
  const declare = useMutation({
    mutationFn: () =>
      ask(`/runs/${runId}/channels/${encodeURIComponent(symbol)}`, { method: 'PUT', body }),
    onSuccess: onDone,
  }); // prettier-ignore
  const text = (label: string, field: keyof ChannelBody) => (
    <Field label={label}>
      <Input value={body[field]} onChange={(e) => setBody({ ...body, [field]: e.target.value })} />
    </Field>
  );
  return (
    <form
      className="declare"
      onSubmit={(e) => {
        e.preventDefault();
        declare.mutate();
      }}
    >
      {text('Name', 'name')}
      {text('Symbol', 'symbol')}
      {text('Unit', 'unit')}
      <p className="soft">
        The samples stay as they were logged: this says what they are. Steps that use another symbol have to follow.
      </p>
      <Sentence error={declare.error} />
      <Button type="primary" htmlType="submit" loading={declare.isPending} disabled={body.name.trim() === ''}>
        Declare
      </Button>
    </form>
  );
}
