import type { ConditionBody } from '@undameter/contract';
import { isAnyLimit, type SingleLimit } from '@undameter/core';
import { Button, Checkbox, Input, Select } from 'antd';
import type { Keeping } from '../../data/useKeeping';
import { Field } from '../../parts/Field';
import { KeepButtons } from '../../parts/KeepButtons';
import { ChannelSelect } from '../../step/ChannelSelect';
import { LimitFields } from './LimitFields';
import { isComplete, limitOfSort, limitOn, limitSorts, sortOf, type LimitChannel, type LimitSort } from './limits';

interface ConditionPanelProps {
  body: ConditionBody;
  isNew: boolean;
  channels: readonly LimitChannel[];
  /** Unit of the channel along which the run is ordered. */
  timeUnit: string;
  keeping: Keeping;
  onChange(body: ConditionBody): void;
  onSave(): void;
  onLetGo(): void;
}

/** The condition in hand: its name and its limits, all of which must hold. */
export function ConditionPanel({
  body,
  isNew,
  channels,
  timeUnit,
  keeping,
  onChange,
  onSave,
  onLetGo,
}: ConditionPanelProps) {
  const { limits } = body;
  const setAlternatives = (index: number, alternatives: readonly SingleLimit[]) =>
    onChange({
      ...body,
      limits: limits.flatMap((l, i) => {
        if (i !== index) return [l];
        if (alternatives.length === 0) return [];
        return [alternatives.length === 1 ? alternatives[0]! : { any: [...alternatives] }];
      }),
    });
  const add = () => {
    const used = limits.flatMap((l) => ('symbol' in l ? [l.symbol] : []));
    const channel = channels.find((c) => !used.includes(c.symbol)) ?? channels[0];
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
          const alternatives = isAnyLimit(limit) ? limit.any : [limit];
          return (
            <section className="limit" key={i} aria-label={`Limit ${i + 1}`}>
              {i > 0 && <span className="limit-join">and</span>}
              {alternatives.map((single, k) => (
                <SingleLimitForm
                  key={k}
                  limit={single}
                  label={k === 0 ? `limit ${i + 1}` : `limit ${i + 1}, alternative ${k + 1}`}
                  channels={channels}
                  timeUnit={timeUnit}
                  alternative={k > 0}
                  removable={limits.length > 1 || alternatives.length > 1}
                  onChange={(next) =>
                    setAlternatives(
                      i,
                      alternatives.map((a, n) => (n === k ? next : a)),
                    )
                  }
                  onRemove={() =>
                    setAlternatives(
                      i,
                      alternatives.filter((_, n) => n !== k),
                    )
                  }
                />
              ))}
              <button
                className="quiet"
                onClick={() =>
                  channels[0] &&
                  setAlternatives(i, [
                    ...alternatives,
                    limitOn(channels.find((c) => 'symbol' in limit && c.symbol === limit.symbol) ?? channels[0]),
                  ])
                }
              >
                or …
              </button>
            </section>
          );
        })}
        <button className="quiet" onClick={add}>
          + Limit
        </button>
        <p className="soft">
          A drag across a chart sets the limit of its channel. A sample is picked when every limit holds.
        </p>
        <KeepButtons
          keeping={keeping}
          disabled={body.name.trim() === '' || limits.length === 0 || !limits.every(isComplete)}
          onSave={onSave}
          deletable={!isNew}
        >
          <Button onClick={onLetGo}>Let go</Button>
        </KeepButtons>
      </div>
    </>
  );
}

interface SingleLimitFormProps {
  limit: SingleLimit;
  label: string;
  channels: readonly LimitChannel[];
  timeUnit: string;
  alternative: boolean;
  removable: boolean;
  onChange(limit: SingleLimit): void;
  onRemove(): void;
}

function SingleLimitForm({
  limit,
  label,
  channels,
  timeUnit,
  alternative,
  removable,
  onChange,
  onRemove,
}: SingleLimitFormProps) {
  const sort = sortOf(limit);
  const channel = channels.find((c) => 'symbol' in limit && c.symbol === limit.symbol) ?? channels[0];
  const choose = (to: LimitSort) => {
    const fitting =
      to === 'words'
        ? channels.find((c) => c.labels !== null)
        : (channels.find((c) => c === channel && c.labels === null) ?? channels.find((c) => c.labels === null));
    if (fitting) onChange(limitOfSort(to, fitting, timeUnit));
  };
  /** The same sort of limit on another channel; a category knows only words, and a number none. */
  const moveTo = (symbol: string) => {
    const to = channels.find((c) => c.symbol === symbol)!;
    const same = to.labels !== null ? 'words' : sort === 'words' ? 'tolerance' : sort;
    onChange({ ...limitOfSort(same, to, timeUnit), ...(limit.not ? { not: true } : {}) });
  };
  const hasWords = channels.some((c) => c.labels !== null);
  return (
    <div className="condition-limit">
      <div className="limit-head">
        {alternative && <span className="limit-join">or</span>}
        {'symbol' in limit && (
          <ChannelSelect label={`Channel of ${label}`} channels={channels} value={limit.symbol} onChange={moveTo} />
        )}
        {sort !== 'area' && (
          <Select<LimitSort>
            aria-label={`Sort of ${label}`}
            popupMatchSelectWidth={false}
            value={sort}
            onChange={choose}
            options={limitSorts.filter((s) => s.value !== 'words' || hasWords).map((s) => ({ ...s }))}
          />
        )}
        <Checkbox checked={limit.not ?? false} onChange={(e) => onChange({ ...limit, not: e.target.checked })}>
          not
        </Checkbox>
        <span className="grow" />
        <button className="quiet" aria-label={`Remove ${label}`} disabled={!removable} onClick={onRemove}>
          ×
        </button>
      </div>
      <div className="limit-fields">
        <LimitFields limit={limit} label={label} channels={channels} onChange={onChange} />
      </div>
    </div>
  );
}
