import { formatValue, printUnit } from '@undameter/core';

export interface SelectionDeed {
  label: string;
  keys: string;
  run(): void;
}

/** What can be done with the stretch that was selected on the chart. */
export function SelectionBar({ range, unit, deeds }: { range: readonly [number, number]; unit: string; deeds: readonly SelectionDeed[] }) {
  const single = range[0] === range[1];
  const said = single ? `at ${formatValue(range[0], 7)}` : `${formatValue(range[0], 7)} to ${formatValue(range[1], 7)}`;
  return (
    <div className="selection-bar" role="toolbar" aria-label="Selection">
      <span className="number">
        {said} {printUnit(unit)}
      </span>
      {deeds.map((d) => (
        <button key={d.label} className="quiet" onClick={d.run}>
          {d.label} <kbd>{d.keys}</kbd>
        </button>
      ))}
    </div>
  );
} // prettier-ignore
