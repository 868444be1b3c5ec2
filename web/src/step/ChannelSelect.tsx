import { Select } from 'antd';
import type { FormChannel } from './stepFields';

interface ChannelSelectProps {
  label: string;
  channels: readonly FormChannel[];
  value: string | undefined;
  onChange(symbol: string): void;
  allowNone?: boolean;
}

/** Chooses a channel by symbol, with its name beside it. */
export function ChannelSelect({ label, channels, value, onChange, allowNone }: ChannelSelectProps) {
  return (
    <Select
      showSearch={{ optionFilterProp: 'label' }}
      aria-label={label}
      popupMatchSelectWidth={false}
      value={value === '' ? undefined : value}
      allowClear={allowNone === true}
      placeholder={allowNone ? 'none' : 'Choose a channel'}
      onChange={(symbol) => onChange(symbol ?? '')}
      options={channels.map((c) => ({ value: c.symbol, label: `${c.symbol}  ${c.name}` }))}
    />
  );
}
