import type { LivingAttrs, LivingNow } from '@undameter/contract';
import { Button, Input, Popover } from 'antd';
import { useState } from 'react';
import type { ChangeAttrs } from './livingContext';

interface SettleProps {
  now: LivingNow;
  onChange: ChangeAttrs;
}

/** What moved: the new one is taken, or the old one kept with a reason. */
export function Settle({ now, onChange }: SettleProps) {
  const [reason, setReason] = useState('');
  const [isOpen, setOpen] = useState(false);
  const keep = (): void => {
    if (reason.trim() === '' || !now.hash) return;
    onChange({ kept: { over: now.hash, reason: reason.trim() } });
    setOpen(false);
  };
  return (
    <span className="settle" contentEditable={false}>
      <Button size="small" type="primary" onClick={() => onChange({ taken: now.hash, kept: null })}>
        take
      </Button>
      <Popover
        open={isOpen}
        onOpenChange={setOpen}
        trigger="click"
        content={
          <div className="settle-reason">
            <Input
              size="small"
              autoFocus
              aria-label="Why the old one is kept"
              placeholder="why the old one is kept"
              maxLength={500}
              value={reason}
              onChange={(e) => setReason(e.target.value)}
              onPressEnter={keep}
            />
            <Button size="small" disabled={reason.trim() === ''} onClick={keep}>
              Keep the old one
            </Button>
          </div>
        }
      >
        <Button size="small">keep</Button>
      </Popover>
    </span>
  );
}

/** Why an old one stands here though the data say something else. */
export const KeptWords = ({ kept }: { kept: NonNullable<LivingAttrs['kept']> }) => (
  <span className="kept-words">kept on purpose: {kept.reason}</span>
);
