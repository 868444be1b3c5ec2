import { limitKindOf, limitKinds, type LimitKind, type SingleLimit } from '@undameter/core';
import { Checkbox, Select } from 'antd';
import { ChannelSelect } from '../../step/ChannelSelect';
import { LimitFields } from './LimitFields';
import { asKind, movedTo, symbolOf, type LimitChannel } from './limits';
import { SteadyPicture } from './SteadyPicture';

interface SingleLimitFormProps {
  limit: SingleLimit;
  label: string;
  channels: readonly LimitChannel[];
  timeUnit: string;
  /** The run that it is seen on. */
  runId: number;
  alternative: boolean;
  removable: boolean;
  onChange(limit: SingleLimit): void;
  onRemove(): void;
}

/** One limit: its channel, its sort, and its fields. */
export function SingleLimitForm(props: SingleLimitFormProps) {
  const { limit, label, channels, timeUnit, runId, alternative, removable, onChange, onRemove } = props;
  const symbol = symbolOf(limit);
  const kind = limitKindOf(limit);
  const moveTo = (to: string) => {
    const channel = channels.find((c) => c.symbol === to);
    if (channel) onChange(movedTo(limit, channel, timeUnit));
  };
  return (
    <div className="condition-limit">
      <div className="limit-head">
        {alternative && <span className="limit-join">or</span>}
        {symbol !== undefined && (
          <ChannelSelect label={`Channel of ${label}`} channels={channels} value={symbol} onChange={moveTo} />
        )}
        {kind.start && <KindSelect {...props} kind={kind} />}
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
      {limit.kind === 'steady' && <SteadyPicture {...{ runId, limit, channels, timeUnit, onChange }} />}
    </div>
  );
}

/** The sorts that can be begun on a channel of the run. */
function KindSelect({ kind, limit, label, channels, timeUnit, onChange }: SingleLimitFormProps & { kind: LimitKind }) {
  const at = channels.find((c) => c.symbol === symbolOf(limit)) ?? channels[0];
  const begun = (k: LimitKind) => (k.start ? asKind(k, channels, at, timeUnit) : undefined);
  return (
    <Select
      aria-label={`Sort of ${label}`}
      popupMatchSelectWidth={false}
      value={kind.kind}
      onChange={(to) => {
        const next = begun(limitKindOf({ kind: to }));
        if (next) onChange(next);
      }}
      options={limitKinds.filter(begun).map((k) => ({ value: k.kind, label: k.title }))}
    />
  );
}
