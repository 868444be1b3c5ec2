import type { ConditionBody } from '@undameter/contract';
import { isWordLimit } from '@undameter/core';
import { Button, Input, InputNumber, Select } from 'antd';
import type { Keeping } from '../../data/useKeeping';
import { Field } from '../../parts/Field';
import { KeepButtons } from '../../parts/KeepButtons';
import { ChannelSelect, type FormChannel } from '../../step/StepForm';
import { limitOn } from './limits';

type Limit = ConditionBody['limits'][number];
export type LimitChannel = FormChannel & { labels: readonly string[] | null };

interface ConditionPanelProps {
  body: ConditionBody;
  isNew: boolean;
  channels: readonly LimitChannel[];
  keeping: Keeping;
  onChange(body: ConditionBody): void;
  onSave(): void;
  onLetGo(): void;
}

/** The condition in hand: its name and its limits, all of which must hold. */
export function ConditionPanel({ body, isNew, channels, keeping, onChange, onSave, onLetGo }: ConditionPanelProps) {
  const { limits } = body;
  const setLimit = (index: number, limit: Limit) =>
    onChange({ ...body, limits: limits.map((l, i) => (i === index ? limit : l)) });
  const add = () => {
    const channel = channels.find((c) => !limits.some((l) => l.symbol === c.symbol)) ?? channels[0];
    if (channel) onChange({ ...body, limits: [...limits, limitOn(channel)] });
  };
  return (
    <>
      <header className="panel-head">
        <h2>{isNew ? 'New condition' : 'Condition'}</h2>
      </header>
      <div className="panel-pad">
        <Field label="Name">
          <Input value={body.name} maxLength={120} onChange={(e) => onChange({ ...body, name: e.target.value })} />
        </Field>
        {limits.map((limit, i) => {
          const channel = channels.find((c) => c.symbol === limit.symbol);
          return (
            <div className="condition-limit" key={i}>
              <ChannelSelect
                label={`Channel of limit ${i + 1}`}
                channels={channels}
                value={limit.symbol}
                onChange={(symbol) => setLimit(i, limitOn(channels.find((c) => c.symbol === symbol)!))}
              />
              <LimitFields limit={limit} number={i + 1} words={channel?.labels ?? []} onChange={(l) => setLimit(i, l)} />
              <button className="quiet" aria-label={`Remove limit ${i + 1}`} disabled={limits.length === 1} onClick={() => onChange({ ...body, limits: limits.filter((_, k) => k !== i) })}>
                ×
              </button>
            </div>
          );
        })}
        <button className="quiet" onClick={add}>
          + Limit
        </button>
        <p className="soft">A drag across a chart sets the limit of its channel. A sample is picked when every limit holds.</p>
        <KeepButtons
          keeping={keeping}
          disabled={body.name.trim() === '' || limits.length === 0 || limits.some((l) => isWordLimit(l) && l.words.length === 0)}
          onSave={onSave}
          deletable={!isNew}
        >
          <Button onClick={onLetGo}>Let go</Button>
        </KeepButtons>
      </div>
    </>
  );
} // prettier-ignore

interface LimitFieldsProps {
  limit: Limit;
  /** Place in the list, from 1. */
  number: number;
  words: readonly string[];
  onChange(limit: Limit): void;
}

/** A value with its tolerance and unit, or the words of a category that count. */
function LimitFields({ limit, number, words, onChange }: LimitFieldsProps) {
  if (isWordLimit(limit))
    return (
      <Select
        mode="multiple"
        className="words"
        aria-label={`Words of limit ${number}`}
        placeholder="Choose words"
        value={limit.words}
        onChange={(chosen) => onChange({ ...limit, words: chosen })}
        options={words.map((word) => ({ value: word, label: word }))}
      />
    );
  return (
    <>
      <InputNumber aria-label={`Value of limit ${number}`} value={limit.value} onChange={(v) => v !== null && onChange({ ...limit, value: v })} />
      <span>±</span>
      <InputNumber aria-label={`Tolerance of limit ${number}`} min={0} value={limit.tolerance} onChange={(v) => v !== null && onChange({ ...limit, tolerance: v })} />
      <Input aria-label={`Unit of limit ${number}`} value={limit.unit} onChange={(e) => onChange({ ...limit, unit: e.target.value })} />
    </>
  );
} // prettier-ignore
