import { formatValue, printUnit } from '@undameter/core';
import { SmallTrace } from '../../../board/SmallTrace';
import type { LiveCourse } from './taking';

interface LiveValuesProps {
  live: LiveCourse | undefined;
  units: ReadonlyMap<string, string>;
}

/** What the instruments show now, with the course of the last seconds; what cannot be read says why. */
export function LiveValues({ live, units }: LiveValuesProps) {
  if (!live) return <p className="soft panel-pad">Asking the instruments …</p>;
  return (
    <table className="live-values" aria-label="Live values">
      <tbody>
        {live.now.values.map(({ symbol, value, problem }) => (
          <tr key={symbol}>
            <td>
              <b>{symbol}</b>
            </td>
            {value === null ? (
              <td colSpan={3} className="refusal">
                {problem ?? 'no value yet'}
              </td>
            ) : (
              <>
                <td>
                  <SmallTrace values={(live.values[symbol] ?? []).map((v) => (Number.isNaN(v) ? null : v))} />
                </td>
                <td className="live-number">{formatValue(value, 5)}</td>
                <td className="soft">{printUnit(units.get(symbol) ?? '')}</td>
              </>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
