import type { ConditionRow, FurtherSource } from '@undameter/contract';
import { Select } from 'antd';

type Of = NonNullable<FurtherSource['oneSeriesOf']>;

interface OneSeriesOfProps {
  label: string;
  /** Those that were chosen. */
  chosen: readonly ConditionRow[];
  value: Of | undefined;
  onChange(of: Of): void;
}

/** What one series is made of, where several conditions were chosen. */
export function OneSeriesOf({ label, chosen, value = 'condition', onChange }: OneSeriesOfProps) {
  const hasGroups = chosen.some((c) => c.groupId !== null);
  return (
    <Select<Of>
      aria-label={label}
      value={value}
      onChange={onChange}
      options={[
        { value: 'condition', label: 'each condition' },
        {
          value: 'group',
          label: hasGroups ? 'each group' : 'each group (none of them is in one)',
          disabled: !hasGroups,
        },
        { value: 'all', label: 'all of them together' },
      ]}
    />
  );
}
