import type { SingleLimit, SteadyLimit } from '@undameter/core';
import { Input, InputNumber, Select } from 'antd';
import { ChannelSelect } from '../../step/ChannelSelect';
import type { LimitChannel } from './limits';

interface LimitFieldsProps<L = SingleLimit> {
  limit: L;
  /** How the limit is called for readers who do not see it: "limit 2". */
  label: string;
  channels: readonly LimitChannel[];
  onChange(limit: L): void;
}

/** The fields of one limit, whatever its sort. */
export function LimitFields(props: LimitFieldsProps) {
  const { limit, label, channels, onChange } = props;
  if ('tolerance' in limit)
    return (
      <>
        <InputNumber
          aria-label={`Value of ${label}`}
          value={limit.value}
          onChange={(v) => v !== null && onChange({ ...limit, value: v })}
        />
        <span>±</span>
        <InputNumber
          aria-label={`Tolerance of ${label}`}
          min={0}
          value={limit.tolerance}
          onChange={(v) => v !== null && onChange({ ...limit, tolerance: v })}
        />
        <Input
          aria-label={`Unit of ${label}`}
          value={limit.unit}
          onChange={(e) => onChange({ ...limit, unit: e.target.value })}
        />
      </>
    );
  if ('low' in limit)
    return (
      <>
        <InputNumber
          aria-label={`Low of ${label}`}
          placeholder="any"
          value={limit.low}
          onChange={(low) => onChange({ ...limit, low })}
        />
        <span>to</span>
        <InputNumber
          aria-label={`High of ${label}`}
          placeholder="any"
          value={limit.high}
          onChange={(high) => onChange({ ...limit, high })}
        />
        <Input
          aria-label={`Unit of ${label}`}
          value={limit.unit}
          onChange={(e) => onChange({ ...limit, unit: e.target.value })}
        />
      </>
    );
  if ('words' in limit)
    return (
      <Select
        mode="multiple"
        className="words"
        aria-label={`Words of ${label}`}
        placeholder="Choose words"
        value={limit.words}
        onChange={(chosen) => onChange({ ...limit, words: chosen })}
        options={(channels.find((c) => c.symbol === limit.symbol)?.labels ?? []).map((word) => ({
          value: word,
          label: word,
        }))}
      />
    );
  if ('formula' in limit)
    return (
      <Input.TextArea
        className="words"
        aria-label={`Formula of ${label}`}
        autoSize={{ minRows: 1, maxRows: 4 }}
        placeholder="Q > 20 [L/min] and n > mean of n"
        spellCheck={false}
        value={limit.formula}
        onChange={(e) => onChange({ ...limit, formula: e.target.value })}
      />
    );
  if ('steady' in limit) return <SteadyFields limit={limit} label={label} channels={channels} onChange={onChange} />;
  return (
    <span className="words soft">
      within {limit.corners.length} corners on the map of {limit.x} and {limit.y}
    </span>
  );
}

/** Which channels must keep calm, how calm, and for how long. */
export function SteadyFields({ limit, label, channels, onChange }: LimitFieldsProps<SteadyLimit>) {
  const { steady, lasting, settling, timeUnit } = limit;
  const set = (i: number, change: Partial<SteadyLimit['steady'][number]>) =>
    onChange({ ...limit, steady: steady.map((w, k) => (k === i ? { ...w, ...change } : w)) });
  const numbers = channels.filter((c) => c.labels === null);
  const free = numbers.find((c) => !steady.some((w) => w.symbol === c.symbol));
  return (
    <div className="steady">
      <table>
        <thead>
          <tr>
            <th>Channel</th>
            <th>Std. dev. up to</th>
            <th>Slope up to (per {timeUnit || 'sample'})</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {steady.map((w, i) => (
            <tr key={i}>
              <td>
                <ChannelSelect
                  label={`Channel ${i + 1} of ${label}`}
                  channels={numbers}
                  value={w.symbol}
                  onChange={(symbol) =>
                    set(i, {
                      symbol,
                      unit: numbers.find((c) => c.symbol === symbol)?.unit ?? '',
                      deviation: null,
                      slope: null,
                    })
                  }
                />
              </td>
              <td>
                <InputNumber
                  aria-label={`Standard deviation of ${w.symbol}, ${label}`}
                  min={0}
                  placeholder="any"
                  value={w.deviation}
                  onChange={(deviation) => set(i, { deviation })}
                  suffix={w.unit}
                />
              </td>
              <td>
                <InputNumber
                  aria-label={`Slope of ${w.symbol}, ${label}`}
                  min={0}
                  placeholder="any"
                  value={w.slope}
                  onChange={(slope) => set(i, { slope })}
                  suffix={w.unit}
                />
              </td>
              <td>
                <button
                  className="quiet"
                  aria-label={`Do not watch ${w.symbol}`}
                  disabled={steady.length === 1}
                  onClick={() => onChange({ ...limit, steady: steady.filter((_, k) => k !== i) })}
                >
                  ×
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {free && (
        <button
          className="quiet"
          onClick={() =>
            onChange({
              ...limit,
              steady: [...steady, { symbol: free.symbol, unit: free.unit, deviation: null, slope: null }],
            })
          }
        >
          + Channel
        </button>
      )}
      <span className="steady-times">
        for at least
        <InputNumber
          aria-label={`Lasting, ${label}`}
          min={0.001}
          value={lasting}
          onChange={(v) => v !== null && onChange({ ...limit, lasting: v })}
        />
        {timeUnit}, of which the first
        <InputNumber
          aria-label={`Settling, ${label}`}
          min={0}
          value={settling}
          onChange={(v) => v !== null && onChange({ ...limit, settling: v })}
        />
        {timeUnit} are left for settling
      </span>
    </div>
  );
}
