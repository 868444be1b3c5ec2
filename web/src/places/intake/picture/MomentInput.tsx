import { momentWords, typedMoment } from '@undameter/core';
import { Input } from 'antd';
import { useState } from 'react';

interface MomentInputProps {
  label: string;
  /** Seconds since 1970. */
  value: number;
  onFocus(): void;
  onChange(value: number): void;
}

/** A date, on wish with a time of day, as it is typed; what is none yet is marked and changes nothing. */
export function MomentInput({ label, value, onFocus, onChange }: MomentInputProps) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <Input
      size="small"
      aria-label={label}
      placeholder="2026-03-01 08:15"
      value={typed ?? momentWords(value)}
      status={typed !== null && typedMoment(typed) === undefined ? 'error' : ''}
      onFocus={onFocus}
      onBlur={() => setTyped(null)}
      onChange={(e) => {
        setTyped(e.target.value);
        const moment = typedMoment(e.target.value);
        if (moment !== undefined) onChange(moment);
      }}
    />
  );
}
