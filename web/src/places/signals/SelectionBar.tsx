import type { WhyReply } from '@undameter/contract';
import { formatCount, formatValue, printUnit } from '@undameter/core';

export interface SelectionDeed {
  label: string;
  keys: string;
  run(): void;
}

interface SelectionBarProps {
  range: readonly [number, number];
  unit: string;
  actions: readonly SelectionDeed[];
  /** Of a single sample: why it is or is not in the result. */
  why: WhyReply | undefined;
}

/** What can be done with the stretch that was selected on the chart. */
export function SelectionBar({ range, unit, actions, why }: SelectionBarProps) {
  const single = range[0] === range[1];
  const said = single ? `at ${formatValue(range[0], 7)}` : `${formatValue(range[0], 7)} to ${formatValue(range[1], 7)}`;
  return (
    <div className="selection-bar" role="toolbar" aria-label="Selection">
      <span className="number">
        {said} {printUnit(unit)}
      </span>
      {single && why && (
        <span className="soft clip" title={inWords(why)}>
          {inWords(why)}
        </span>
      )}
      {actions.map((d) => (
        <button key={d.label} className="quiet" onClick={d.run}>
          {d.label} <kbd>{d.keys}</kbd>
        </button>
      ))}
    </div>
  );
}

function inWords({ number, setAsideBy, conditions }: WhyReply): string {
  const state = setAsideBy
    ? `set aside by step ${setAsideBy.place}: ${setAsideBy.title}`
    : conditions.length > 0
      ? `kept, in ${conditions.join('; ')}`
      : 'kept, in no condition';
  return `sample ${formatCount(number)}: ${state}`;
}
