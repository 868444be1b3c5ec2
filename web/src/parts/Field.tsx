import type { ReactNode } from 'react';

interface FieldProps {
  label: string;
  hint?: ReactNode;
  /** Several controls under one label: a click beside them must not reach the first of them. */
  group?: boolean;
  children: ReactNode;
}

/** A label, its control, and a line of explanation. */
export function Field({ label, hint, group = false, children }: FieldProps) {
  const content = (
    <>
      <span className="field-label">{label}</span>
      <span className="field-control">{children}</span>
      {hint && <span className="field-hint">{hint}</span>}
    </>
  );
  if (!group) return <label className="field">{content}</label>;
  return (
    <div className="field" role="group" aria-label={label}>
      {content}
    </div>
  );
}
