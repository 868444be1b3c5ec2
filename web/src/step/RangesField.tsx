import { InputNumber } from 'antd';
import { printUnit } from '@undameter/core';

type Range = [number, number];

/** Stretches of a channel, one a line; the same value twice picks a single sample. */
export function RangesField({
  value,
  unit,
  onChange,
}: {
  value: readonly Range[];
  unit: string;
  onChange(next: Range[]): void;
}) {
  const change = (index: number, end: 0 | 1, to: number) =>
    onChange(value.map((r, i) => (i === index ? ((end === 0 ? [to, r[1]] : [r[0], to]) as Range) : r)));
  return (
    <span className="ranges">
      {value.map((range, i) => (
        <span key={i} className="range">
          <InputNumber
            aria-label={`From, range ${i + 1}`}
            value={range[0]}
            onChange={(v) => v !== null && change(i, 0, v)}
          />
          <span>to</span>
          <InputNumber
            aria-label={`To, range ${i + 1}`}
            value={range[1]}
            onChange={(v) => v !== null && change(i, 1, v)}
          />
          <span className="soft">{printUnit(unit)}</span>
          {value.length > 1 && (
            <button
              className="quiet"
              aria-label={`Remove range ${i + 1}`}
              onClick={() => onChange(value.filter((_, k) => k !== i))}
            >
              ×
            </button>
          )}
        </span>
      ))}
      <button className="quiet" onClick={() => onChange([...value, value.at(-1) ?? [0, 0]])}>
        + Range
      </button>
    </span>
  );
}
