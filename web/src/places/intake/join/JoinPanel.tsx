import type { OffsetReply, RunReply } from '@undameter/contract';
import { useMutation } from '@tanstack/react-query';
import { Button, Segmented } from 'antd';
import { useNavigate } from 'react-router';
import { addressOf } from '../../../app/places';
import { ask } from '../../../data/api';
import { Sentence } from '../../../parts/Sentence';
import { counted } from '../../../parts/counted';
import { ChannelsBeside } from './ChannelsBeside';
import { RowsBelow } from './RowsBelow';
import type { JoinState } from './state';

interface JoinPanelProps {
  run: RunReply;
  other: RunReply;
  state: JoinState;
  /** Unit of the run's times. */
  unit: string;
  onChange(state: JoinState): void;
  onLeave(): void;
}

/** How the other run comes in, and the buttons that bring it in. */
export function JoinPanel({ run, other, state, unit, onChange, onLeave }: JoinPanelProps) {
  const navigate = useNavigate();
  const look = () => void navigate(addressOf(run.campaignId, 'signals', run.id));
  const { mode, matches, times, offset, ratePpm, method, channels, symbol, otherSymbol } = state;
  const proceed = useMutation({
    mutationFn: () =>
      mode === 'rows'
        ? ask(`/runs/${run.id}/continue`, { body: { otherRunId: other.id, matches, times } })
        : ask(`/runs/${run.id}/join`, {
            body: { otherRunId: other.id, offset, rate: ratePpm / 1e6, method, channels },
          }),
    onSuccess: look,
  });
  const find = useMutation({
    mutationFn: () =>
      ask<OffsetReply>(`/runs/${run.id}/offset`, { body: { otherRunId: other.id, symbol, otherSymbol } }),
    // Six digits are more than the sampling of either log can tell.
    onSuccess: (found) => onChange({ ...state, offset: Number(found.offset.toPrecision(6)), ratePpm: 0 }),
  });
  return (
    <>
      <header className="panel-head">
        <h2>Join</h2>
        <span className="grow" />
        <button className="quiet" onClick={onLeave}>
          Leave it
        </button>
      </header>
      <div className="panel-pad">
        <Segmented<JoinState['mode']>
          block
          value={mode}
          onChange={(next) => onChange({ ...state, mode: next })}
          options={[
            { value: 'rows', label: 'Rows below' },
            { value: 'channels', label: 'Channels beside' },
          ]}
        />
        {mode === 'rows' ? (
          <RowsBelow run={run} other={other} state={state} onChange={onChange} />
        ) : (
          <ChannelsBeside
            campaignId={run.campaignId}
            run={run}
            other={other}
            state={state}
            unit={unit}
            find={find}
            onChange={onChange}
          />
        )}
        <Sentence error={proceed.error} />
        <div className="buttons">
          <Button
            type="primary"
            loading={proceed.isPending}
            disabled={mode === 'rows' ? matches.every((m) => m.from === null) : channels.length === 0}
            onClick={() => proceed.mutate()}
          >
            {mode === 'rows'
              ? `Add ${counted(other.samples, 'row')}`
              : `Bring ${counted(channels.length, 'channel')} in`}
          </Button>
        </div>
        <p className="soft">
          The procedure goes over the new samples too. “Read again” at Intake brings the run back to its own file alone.
        </p>
      </div>
    </>
  );
}
