import type { BenchReply, ChannelBody } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { useMutation } from '@tanstack/react-query';
import { Button, Input, Popover } from 'antd';
import { useState } from 'react';
import { ask } from '../../data/api';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import type { FormChannel } from '../../step/StepForm';
import { DeclaredSources } from './DeclaredSources';

type Row = BenchReply['channels'][number];

interface DeclareChannelProps {
  runId: number;
  channel: Row;
  /** What is declared of its uncertainty. */
  uncertainty: NonNullable<ChannelBody['uncertainty']> | null;
  /** The run's channels of numbers, one of which may tell the uncertainty. */
  channels: readonly FormChannel[];
  /** Shows the channel in another unit, by a step of the procedure. */
  onConvert(symbol: string, unit: string): void;
}

/** What is declared of a logged channel: its name, symbol, unit and uncertainty. The samples stay as they were logged. */
export function DeclareChannel(props: DeclareChannelProps) {
  const [open, setOpen] = useState(false);
  const { channel } = props;
  return (
    <span onClick={(e) => e.stopPropagation()}>
      <Popover
        trigger="click"
        open={open}
        onOpenChange={setOpen}
        destroyOnHidden
        content={<Form {...props} onDone={() => setOpen(false)} />}
      >
        <button
          className="quiet number"
          aria-label={`Declare ${channel.name}`}
          title="Declare name, symbol, unit and uncertainty"
        >
          {channel.labels ? 'words' : printUnit(channel.unit) || '–'}
        </button>
      </Popover>
    </span>
  );
}

function Form({ runId, channel, uncertainty, channels, onConvert, onDone }: DeclareChannelProps & { onDone(): void }) {
  const { symbol, name, unit, labels } = channel;
  const [body, setBody] = useState<ChannelBody>({ symbol, name, unit, uncertainty });
  const [converted, setConverted] = useState('');
  const declare = useMutation({
    mutationFn: () =>
      ask(`/runs/${runId}/channels/${encodeURIComponent(symbol)}`, { method: 'PUT', body }),
    onSuccess: onDone,
  }); // prettier-ignore
  const text = (label: string, field: 'name' | 'symbol' | 'unit') => (
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
      {!labels && text('Unit', 'unit')}
      {!labels && (
        <DeclaredSources
          unit={body.unit}
          value={body.uncertainty ?? null}
          channels={channels.filter((c) => c.symbol !== symbol)}
          onChange={(next) => setBody({ ...body, uncertainty: next })}
        />
      )}
      <p className="soft">
        The samples stay as they were logged: this says what they are. Steps that use another symbol have to follow.
      </p>
      <Sentence error={declare.error} />
      <Button type="primary" htmlType="submit" loading={declare.isPending} disabled={body.name.trim() === ''}>
        Declare
      </Button>
      {!labels && (
        <div className="convert">
          <Field label="Convert to">
            <Input aria-label="Convert to" placeholder="another unit" value={converted} onChange={(e) => setConverted(e.target.value)} />
          </Field>
          <Button
            disabled={converted.trim() === ''}
            onClick={() => {
              onConvert(symbol, converted.trim());
              onDone();
            }}
          >
            Convert
          </Button>
        </div>
      )}
    </form>
  );
} // prettier-ignore
