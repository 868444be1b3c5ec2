import type { RunRow } from '@undameter/contract';
import { Select } from 'antd';

/** Chooses among the runs of a campaign, above the work. */
export function RunPicker({ runs, value, onChange }: { runs: readonly RunRow[]; value: number | undefined; onChange(id: number): void }) {
  return (
    <Select
      className="run-picker"
      variant="borderless"
      aria-label="Run"
      popupMatchSelectWidth={false}
      value={runs.some((r) => r.id === value) ? value : undefined}
      placeholder="Choose a run"
      onChange={onChange}
      options={runs.map((r) => ({ value: r.id, label: r.kind === 'simulated' ? `${r.name} (simulated)` : r.name }))}
    />
  );
} // prettier-ignore
