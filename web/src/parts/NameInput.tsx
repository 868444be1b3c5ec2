import { Input } from 'antd';
import { useState } from 'react';

/** A name that is changed in place: Enter or leaving the field says it, Escape takes it back. */
export function NameInput({ value, label, onSay }: { value: string; label: string; onSay(name: string): void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const say = () => {
    if (draft !== null && draft.trim() !== '' && draft.trim() !== value) onSay(draft.trim());
    setDraft(null);
  };
  return (
    <Input
      variant="borderless"
      className="name-input"
      aria-label={label}
      value={draft ?? value}
      maxLength={120}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={say}
      onPressEnter={(e) => e.currentTarget.blur()}
      onKeyDown={(e) => e.key === 'Escape' && setDraft(null)}
    />
  );
}
