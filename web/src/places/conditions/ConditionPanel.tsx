import type { ConditionBody } from '@undameter/contract';
import { alternativesOf, isWholeLimit, type Limit, type SingleLimit } from '@undameter/core';
import { AutoComplete, Button, Input, Select } from 'antd';
import type { Keeping } from '../../data/useKeeping';
import { Field } from '../../parts/Field';
import { KeepButtons } from '../../parts/KeepButtons';
import { limitOn, symbolOf, withAlternatives, withOneMore, type LimitChannel } from './limits';
import { SingleLimitForm } from './SingleLimitForm';

interface ConditionPanelProps {
  body: ConditionBody;
  isNew: boolean;
  channels: readonly LimitChannel[];
  /** Unit of the channel along which the run is ordered. */
  timeUnit: string;
  /** The run that it is seen on. */
  runId: number;
  /** Names of the groups that there are. */
  groups: readonly string[];
  keeping: Keeping;
  onChange(body: ConditionBody): void;
  onSave(): void;
  onLetGo(): void;
}

/** The condition in hand: its name and its limits, all of which must hold. */
export function ConditionPanel(props: ConditionPanelProps) {
  const { body, isNew, channels, timeUnit, runId, groups, keeping, onChange, onSave, onLetGo } = props;
  const { limits } = body;
  const set = (next: ConditionBody['limits']) => onChange({ ...body, limits: next });
  return (
    <>
      <header className="panel-head">
        <h2>{isNew ? 'New condition' : 'Condition'}</h2>
      </header>
      <div className="panel-pad">
        <Field label="Name">
          <Input value={body.name} maxLength={120} onChange={(e) => onChange({ ...body, name: e.target.value })} />
        </Field>
        <Field label="Group">
          <AutoComplete
            aria-label="Group"
            placeholder="none"
            maxLength={120}
            value={body.group ?? ''}
            onChange={(group: string) => onChange({ ...body, group })}
            options={groups.map((name) => ({ value: name }))}
          />
        </Field>
        <Field label="Offered on">
          <Select
            aria-label="Offered on"
            value={typeof body.runId === 'number'}
            onChange={(isOfRun) => onChange({ ...body, runId: isOfRun ? runId : null })}
            options={[
              { value: false, label: 'every run of the campaign' },
              { value: true, label: 'this run only' },
            ]}
          />
        </Field>
        {limits.map((limit, i) => (
          <LimitSection
            key={i}
            limit={limit}
            place={i + 1}
            isOnly={limits.length === 1}
            channels={channels}
            timeUnit={timeUnit}
            runId={runId}
            onChange={(alternatives) => set(withAlternatives(limits, i, alternatives))}
          />
        ))}
        <button className="quiet" onClick={() => set(withOneMore(limits, channels))}>
          + Limit
        </button>
        <p className="soft">
          A drag across a chart sets the limit of its channel. A sample is picked when every limit holds.
        </p>
        <KeepButtons
          keeping={keeping}
          disabled={body.name.trim() === '' || limits.length === 0 || !limits.every(isWholeLimit)}
          onSave={onSave}
          deletable={!isNew}
        >
          <Button onClick={onLetGo}>Let go</Button>
        </KeepButtons>
      </div>
    </>
  );
}

interface LimitSectionProps {
  limit: Limit;
  place: number;
  isOnly: boolean;
  channels: readonly LimitChannel[];
  timeUnit: string;
  runId: number;
  onChange(alternatives: readonly SingleLimit[]): void;
}

/** A limit, or several of which one must hold. */
function LimitSection({ limit, place, isOnly, channels, timeUnit, runId, onChange }: LimitSectionProps) {
  const alternatives = alternativesOf(limit);
  const next = channels.find((c) => c.symbol === symbolOf(limit)) ?? channels[0];
  return (
    <section className="limit" aria-label={`Limit ${place}`}>
      {place > 1 && <span className="limit-join">and</span>}
      {alternatives.map((single, k) => (
        <SingleLimitForm
          key={k}
          limit={single}
          label={k === 0 ? `limit ${place}` : `limit ${place}, alternative ${k + 1}`}
          channels={channels}
          timeUnit={timeUnit}
          runId={runId}
          alternative={k > 0}
          removable={!isOnly || alternatives.length > 1}
          onChange={(changed) => onChange(alternatives.map((a, n) => (n === k ? changed : a)))}
          onRemove={() => onChange(alternatives.filter((_, n) => n !== k))}
        />
      ))}
      <button className="quiet" onClick={() => next && onChange([...alternatives, limitOn(next)])}>
        or …
      </button>
    </section>
  );
}
