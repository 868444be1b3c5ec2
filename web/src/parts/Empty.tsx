import type { ReactNode } from 'react';

/** An empty place says what to do first. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="empty">
      <h2>{title}</h2>
      {children}
    </div>
  );
}

/** What an address names is not there. */
export const NotThere = ({ what, id }: { what: string; id: number }) => (
  <Empty title={`There is no ${what} "${id}" here`}>
    <p>It may have been deleted. The place in the rail shows what there is.</p>
  </Empty>
);
