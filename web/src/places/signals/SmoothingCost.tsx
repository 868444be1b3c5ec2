import type { BenchReply } from '@undameter/contract';
import { formatValue, printUnit } from '@undameter/core';

/** What the smoothing in hand costs: the extremes before and after, and the size of what it removes. */
export function SmoothingCost({ bench, channel, made, removed }: { bench: BenchReply; channel: string; made: string; removed: string }) {
  const find = (symbol: string) => bench.channels.find((c) => c.symbol === symbol);
  const [before, after, part] = [find(channel), find(made), find(removed)];
  if (!before || !after || !part) return null;
  const unit = printUnit(before.unit);
  const rows = [
    ['Highest', before.highest, after.highest],
    ['Lowest', before.lowest, after.lowest],
    ['Standard deviation', before.standardDeviation, after.standardDeviation],
  ] as const;
  const say = (v: number | null) => (v === null ? '–' : formatValue(v, 4));
  return (
    <table className="cost">
      <thead>
        <tr>
          <th />
          <th>before</th>
          <th>after</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, a, b]) => (
          <tr key={name}>
            <td>
              {name} {unit && `(${unit})`}
            </td>
            <td>{say(a)}</td>
            <td>{say(b)}</td>
          </tr>
        ))}
        <tr>
          <td>Removed, std. dev. {unit && `(${unit})`}</td>
          <td />
          <td>{say(part.standardDeviation)}</td>
        </tr>
      </tbody>
    </table>
  );
} // prettier-ignore
