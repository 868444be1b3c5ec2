import { Select } from 'antd';

interface PickerProps<Value extends string | number> {
  label: string;
  placeholder: string;
  value: Value | undefined;
  options: readonly { value: Value; label: string }[];
  onChange(value: Value): void;
}

/** Chooses what is in hand, above the work. */
export function Picker<Value extends string | number>({
  label,
  placeholder,
  value,
  options,
  onChange,
}: PickerProps<Value>) {
  return (
    <Select<Value>
      className="picker"
      variant="borderless"
      aria-label={label}
      popupMatchSelectWidth={false}
      value={options.some((o) => o.value === value) ? value : undefined}
      placeholder={placeholder}
      onChange={onChange}
      options={[...options]}
    />
  );
}
