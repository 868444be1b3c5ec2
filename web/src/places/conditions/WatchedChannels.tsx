import type { SteadyLimit } from '@undameter/core';
import { InputNumber } from 'antd';
import { ChannelSelect } from '../../step/ChannelSelect';
import type { LimitChannel } from './limits';

type Watched = SteadyLimit['steady'][number];

interface WatchedChannelsProps {
  limit: SteadyLimit;
  label: string;
  channels: readonly LimitChannel[];
  onChange(limit: SteadyLimit): void;
}

/** Which channels must keep calm, and how calm. */
export function WatchedChannels({ limit, label, channels, onChange }: WatchedChannelsProps) {
  const { steady } = limit;
  const numbers = channels.filter((c) => c.labels === null);
  const free = numbers.find((c) => !steady.some((w) => w.symbol === c.symbol));
  const set = (next: Watched[]) => onChange({ ...limit, steady: next });
  return (
    <div className="steady">
      <table>
        <thead>
          <tr>
            <th>Channel</th>
            <th>Std. dev. up to</th>
            <th>Slope up to (per {limit.timeUnit || 'sample'})</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {steady.map((watched, i) => (
            <WatchedRow
              key={i}
              watched={watched}
              label={label}
              place={i + 1}
              channels={numbers}
              onlyOne={steady.length === 1}
              onChange={(change) => set(steady.map((w, k) => (k === i ? { ...w, ...change } : w)))}
              onRemove={() => set(steady.filter((_, k) => k !== i))}
            />
          ))}
        </tbody>
      </table>
      {free && (
        <button className="quiet" onClick={() => set([...steady, anyCalm(free)])}>
          + Channel
        </button>
      )}
    </div>
  );
}

const anyCalm = ({ symbol, unit }: LimitChannel): Watched => ({ symbol, unit, deviation: null, slope: null });

interface WatchedRowProps {
  watched: Watched;
  label: string;
  place: number;
  channels: readonly LimitChannel[];
  onlyOne: boolean;
  onChange(change: Partial<Watched>): void;
  onRemove(): void;
}

function WatchedRow({ watched, label, place, channels, onlyOne, onChange, onRemove }: WatchedRowProps) {
  const { symbol, unit, deviation, slope } = watched;
  const bound = (what: string, value: number | null, set: (v: number | null) => void) => (
    <td>
      <InputNumber
        aria-label={`${what} of ${symbol}, ${label}`}
        min={0}
        placeholder="any"
        value={value}
        onChange={set}
        suffix={unit}
      />
    </td>
  );
  return (
    <tr>
      <td>
        <ChannelSelect
          label={`Channel ${place} of ${label}`}
          channels={channels}
          value={symbol}
          onChange={(to) => {
            const channel = channels.find((c) => c.symbol === to);
            if (channel) onChange(anyCalm(channel));
          }}
        />
      </td>
      {bound('Standard deviation', deviation, (v) => onChange({ deviation: v }))}
      {bound('Slope', slope, (v) => onChange({ slope: v }))}
      <td>
        <button className="quiet" aria-label={`Do not watch ${symbol}`} disabled={onlyOne} onClick={onRemove}>
          ×
        </button>
      </td>
    </tr>
  );
}
