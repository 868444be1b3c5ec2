import type { ConditionBody } from '@undameter/contract';
import { Button, Input, InputNumber } from 'antd';
import type { Keeping } from '../../data/useKeeping';
import { Field } from '../../parts/Field';
import { KeepButtons } from '../../parts/KeepButtons';
import { ChannelSelect, type FormChannel } from '../../step/StepForm';

interface ConditionPanelProps {
  body: ConditionBody;
  isNew: boolean;
  channels: readonly FormChannel[];
  keeping: Keeping;
  onChange(body: ConditionBody): void;
  onSave(): void;
  onLetGo(): void;
}

/** The condition in hand: its name and its limits, all of which must hold. */
export function ConditionPanel({ body, isNew, channels, keeping, onChange, onSave, onLetGo }: ConditionPanelProps) {
  const { limits } = body;
  const setLimit = (index: number, change: Partial<ConditionBody['limits'][number]>) =>
    onChange({ ...body, limits: limits.map((l, i) => (i === index ? { ...l, ...change } : l)) });
  const add = () => {
    const channel = channels.find((c) => !limits.some((l) => l.symbol === c.symbol)) ?? channels[0];
    if (channel) onChange({ ...body, limits: [...limits, { symbol: channel.symbol, value: 0, tolerance: 1, unit: channel.unit }] });
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
        {limits.map((limit, i) => (
          <div className="condition-limit" key={i}>
            <ChannelSelect
              label={`Channel of limit ${i + 1}`}
              channels={channels}
              value={limit.symbol}
              onChange={(symbol) => setLimit(i, { symbol, unit: channels.find((c) => c.symbol === symbol)?.unit ?? '' })}
            />
            <InputNumber aria-label={`Value of limit ${i + 1}`} value={limit.value} onChange={(v) => v !== null && setLimit(i, { value: v })} />
            <span>±</span>
            <InputNumber aria-label={`Tolerance of limit ${i + 1}`} min={0} value={limit.tolerance} onChange={(v) => v !== null && setLimit(i, { tolerance: v })} />
            <Input aria-label={`Unit of limit ${i + 1}`} value={limit.unit} onChange={(e) => setLimit(i, { unit: e.target.value })} />
            <button className="quiet" aria-label={`Remove limit ${i + 1}`} disabled={limits.length === 1} onClick={() => onChange({ ...body, limits: limits.filter((_, k) => k !== i) })}>
              ×
            </button>
          </div>
        ))}
        <button className="quiet" onClick={add}>
          + Limit
        </button>
        <p className="soft">A drag across a chart sets the limit of its channel. A sample is picked when every limit holds.</p>
        <KeepButtons
          keeping={keeping}
          disabled={body.name.trim() === '' || limits.length === 0}
          onSave={onSave}
          deletable={!isNew}
        >
          <Button onClick={onLetGo}>Let go</Button>
        </KeepButtons>
      </div>
    </>
  );
} // prettier-ignore
