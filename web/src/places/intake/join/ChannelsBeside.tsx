import type { OffsetReply, RunReply } from '@undameter/contract';
import { formatValue, printUnit } from '@undameter/core';
import type { UseMutationResult } from '@tanstack/react-query';
import { Button, Checkbox, Input, InputNumber, Segmented } from 'antd';
import { Field } from '../../../parts/Field';
import { Sentence } from '../../../parts/Sentence';
import { ChannelSelect } from '../../../step/ChannelSelect';
import { ClockFound } from './ClockFound';
import { withChannel, type JoinState } from './state';

interface ChannelsBesideProps {
  campaignId: number;
  run: RunReply;
  other: RunReply;
  state: JoinState;
  /** Unit of the run's times. */
  unit: string;
  find: UseMutationResult<OffsetReply, Error, void>;
  onChange(state: JoinState): void;
}

/** Where the second log lies on the run's time, and which of its channels come in. */
export function ChannelsBeside({ campaignId, run, other, state, unit, find, onChange }: ChannelsBesideProps) {
  const numbers = (of: RunReply) => of.declared.filter((c) => c.labels === null && c.symbol !== of.along);
  const brought = other.declared.filter((c) => c.symbol !== other.along);
  const byClock = find.data?.byClock ?? null;
  return (
    <>
      <h3>Offset</h3>
      <Field label="Of the run">
        <ChannelSelect
          label="Channel of the run"
          channels={numbers(run)}
          value={state.symbol}
          onChange={(symbol) => onChange({ ...state, symbol })}
        />
      </Field>
      <Field label="Of the second log">
        <ChannelSelect
          label="Channel of the second log"
          channels={numbers(other)}
          value={state.otherSymbol}
          onChange={(otherSymbol) => onChange({ ...state, otherSymbol })}
        />
      </Field>
      <Field label={`Offset (${printUnit(unit) || 'samples'})`}>
        <InputNumber
          aria-label="Offset"
          value={state.offset}
          onChange={(v) => v !== null && onChange({ ...state, offset: v })}
        />
      </Field>
      <Field label="Clock rate (ppm)" hint="By how much the clock of the second log is slow.">
        <InputNumber
          aria-label="Clock rate"
          min={-1e5}
          max={1e5}
          value={state.ratePpm}
          onChange={(v) => v !== null && onChange({ ...state, ratePpm: v })}
        />
      </Field>
      <div className="buttons">
        <Button size="small" loading={find.isPending} onClick={() => find.mutate()}>
          Find it by cross-correlation
        </Button>
        {byClock !== null && (
          <button className="quiet" onClick={() => onChange({ ...state, offset: byClock })}>
            By the clocks: {formatValue(byClock, 7)}
          </button>
        )}
      </div>
      <Sentence error={find.error} />
      {find.data && <Found {...find.data} unit={unit} />}
      {find.data && (
        <ClockFound
          campaignId={campaignId}
          clock={find.data.clock}
          unit={unit}
          onTake={(offset, ratePpm) => onChange({ ...state, offset, ratePpm })}
        />
      )}
      <h3>Channels</h3>
      <Field label="Between samples">
        <Segmented<JoinState['method']>
          value={state.method}
          onChange={(method) => onChange({ ...state, method })}
          options={['linear', 'nearest', { value: 'hold', label: 'hold last' }]}
        />
      </Field>
      {brought.map((c) => {
        const chosen = state.channels.find((k) => k.from === c.symbol);
        return (
          <div key={c.symbol} className="bring">
            <Checkbox checked={chosen !== undefined} onChange={() => onChange(withChannel(state, run, c))}>
              {c.name} {c.unit && <span className="soft">({printUnit(c.unit)})</span>}
            </Checkbox>
            {chosen && (
              <Input
                aria-label={`Symbol of ${c.name}`}
                value={chosen.symbol}
                onChange={(e) =>
                  onChange({
                    ...state,
                    channels: state.channels.map((k) => (k === chosen ? { ...k, symbol: e.target.value } : k)),
                  })
                }
              />
            )}
          </div>
        );
      })}
    </>
  );
}

/** How far the offset can be trusted. */
function Found({ offset, correlation, runnerUp, unit }: OffsetReply & { unit: string }) {
  const ambiguous = runnerUp > 0.9 * correlation;
  const weak = correlation < 0.6;
  return (
    <p className={ambiguous || weak ? 'doubt' : 'said'}>
      {formatValue(offset, 6)} {printUnit(unit)}: correlation {correlation.toFixed(3)}
      {weak
        ? '; the channels are hardly alike.'
        : ambiguous
          ? `; another offset reaches ${runnerUp.toFixed(3)}, so look at the chart.`
          : runnerUp > 0
            ? `; any other offset reaches ${runnerUp.toFixed(2)} at the most.`
            : '; no other offset is alike.'}
    </p>
  );
}
