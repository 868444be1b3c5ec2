import type { BenchReply, ChannelBody, RunReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Input, Popover, Select } from 'antd';
import { useState } from 'react';
import { useCampaign } from '../../app/useCampaign';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import type { FormChannel } from '../../step/stepFields';
import { DeclaredSources } from '../../uncertainty/DeclaredSources';
import { unitDoubt } from './unitDoubt';

type Row = BenchReply['channels'][number];

interface DeclareChannelProps {
  runId: number;
  channel: Row;
  /** What is declared of its uncertainty, and the sensor that states it. */
  declared: Pick<RunReply['declared'][number], 'uncertainty' | 'sensorId'> | undefined;
  /** The run's channels of numbers, one of which may tell the uncertainty. */
  channels: readonly FormChannel[];
  /** Shows the channel in another unit, by a step of the procedure. */
  onConvert(symbol: string, unit: string): void;
}

/** What is declared of a logged channel: its name, symbol, unit and uncertainty. The samples stay as they were logged. */
export function DeclareChannel(props: DeclareChannelProps) {
  const [open, setOpen] = useState(false);
  const { channel } = props;
  const unit = channel.labels ? 'words' : printUnit(channel.unit) || '–';
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
          aria-label={`Declare ${channel.name}: ${unit}`}
          title="Declare name, symbol, unit and uncertainty"
        >
          {unit}
        </button>
      </Popover>
    </span>
  );
}

function Form({ runId, channel, declared, channels, onConvert, onDone }: DeclareChannelProps & { onDone(): void }) {
  const { symbol, name, unit, labels } = channel;
  const sensorId = declared?.sensorId ?? null;
  const [body, setBody] = useState<ChannelBody>({
    symbol,
    name,
    unit,
    sensorId,
    uncertainty: sensorId === null ? (declared?.uncertainty ?? null) : null,
  });
  const [accepted, setAccepted] = useState<string>();
  const doubt = labels ? null : unitDoubt(unit, body.unit);
  const isAsked = doubt !== null && accepted !== body.unit;
  const declare = useMutation({
    mutationFn: () => ask(`/runs/${runId}/channels/${encodeURIComponent(symbol)}`, { method: 'PUT', body }),
    onSuccess: onDone,
  });
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
        if (isAsked) setAccepted(body.unit);
        else declare.mutate();
      }}
    >
      {text('Name', 'name')}
      {text('Symbol', 'symbol')}
      {!labels && text('Unit', 'unit')}
      {!labels && (
        <ErrorFields
          body={body}
          channels={channels.filter((c) => c.symbol !== symbol)}
          onChange={(change) => setBody({ ...body, ...change })}
        />
      )}
      <p className="soft">
        The samples stay as they were logged: this says what they are. Steps that use another symbol have to follow.
      </p>
      <Sentence error={declare.error} />
      {doubt && accepted === body.unit && <p className="doubt">{doubt}</p>}
      <Button type="primary" htmlType="submit" loading={declare.isPending} disabled={body.name.trim() === ''}>
        {doubt && !isAsked ? 'Declare all the same' : 'Declare'}
      </Button>
      {!labels && (
        <ConvertTo
          onConvert={(to) => {
            onConvert(symbol, to);
            onDone();
          }}
        />
      )}
    </form>
  );
}

interface ErrorFieldsProps {
  body: ChannelBody;
  channels: DeclareChannelProps['channels'];
  onChange(change: Pick<ChannelBody, 'sensorId' | 'uncertainty'>): void;
}

/** The sensor that states the errors of the channel, or what is declared of the channel itself. */
function ErrorFields({ body, channels, onChange }: ErrorFieldsProps) {
  const { campaignId } = useCampaign();
  const { data: sensors = [] } = useQuery(queries.sensors(campaignId));
  return (
    <>
      {sensors.length > 0 && (
        <Field label="Sensor">
          <Select<number | 'none'>
            aria-label="Sensor"
            value={body.sensorId ?? 'none'}
            onChange={(next) => onChange({ sensorId: next === 'none' ? null : next, uncertainty: null })}
            options={[
              { value: 'none' as const, label: 'none of the list' },
              ...sensors.map((s) => ({ value: s.id, label: s.name })),
            ]}
          />
        </Field>
      )}
      {body.sensorId === null && (
        <DeclaredSources
          unit={body.unit}
          value={body.uncertainty ?? null}
          channels={channels}
          onChange={(uncertainty) => onChange({ uncertainty })}
        />
      )}
    </>
  );
}

function ConvertTo({ onConvert }: { onConvert(unit: string): void }) {
  const [unit, setUnit] = useState('');
  return (
    <div className="convert">
      <Field label="Convert to">
        <Input
          aria-label="Convert to"
          placeholder="another unit"
          value={unit}
          onChange={(e) => setUnit(e.target.value)}
        />
      </Field>
      <Button disabled={unit.trim() === ''} onClick={() => onConvert(unit.trim())}>
        Convert
      </Button>
    </div>
  );
}
