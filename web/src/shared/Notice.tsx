import type { ReactNode } from 'react';

/** What an empty screen says: what is so, and what to do next. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="empty">
      <h3>{title}</h3>
      {children}
    </div>
  );
}

/** What happened, what was kept, what to do. */
export function Trouble({ error }: { error: Error | null | undefined }) {
  return error ? (
    <div className="trouble" role="alert">
      {error.message}
    </div>
  ) : null;
}
