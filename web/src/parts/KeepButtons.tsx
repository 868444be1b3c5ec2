import { Button } from 'antd';
import type { ReactNode } from 'react';
import type { Keeping } from '../data/useKeeping';
import { Sentence } from './Sentence';

interface KeepButtonsProps {
  keeping: Keeping;
  /** What the main button says; `Save` unless told otherwise. */
  label?: string;
  disabled?: boolean;
  onSave(): void;
  /** There is something to delete. */
  deletable: boolean;
  /** What hinders saving, found before the server is asked. */
  problem?: string | null;
  children?: ReactNode;
}

/** The foot of the form of whatever is in hand: what hinders, Save, Delete. */
export function KeepButtons({
  keeping,
  label = 'Save',
  disabled,
  onSave,
  deletable,
  problem,
  children,
}: KeepButtonsProps) {
  return (
    <>
      <Sentence error={problem ? { message: problem } : keeping.error} />
      <div className="buttons">
        <Button type="primary" disabled={disabled || keeping.busy} onClick={onSave}>
          {label}
        </Button>
        {children}
        <span className="grow" />
        {deletable && (
          <button className="quiet" disabled={keeping.busy} onClick={keeping.remove}>
            Delete
          </button>
        )}
      </div>
    </>
  );
}
