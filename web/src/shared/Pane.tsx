import type { CSSProperties, ReactNode } from 'react';

interface PaneProps {
  title?: ReactNode;
  note?: ReactNode;
  right?: ReactNode;
  children: ReactNode;
  style?: CSSProperties;
  label?: string;
}

/** A pane with its own heading; its body scrolls, the page never does. */
export function Pane({ title, note, right, children, style, label }: PaneProps) {
  return (
    <section className="pane" style={style} aria-label={label}>
      {title !== undefined && (
        <header>
          <h2>{title}</h2>
          {note !== undefined && (
            <span className="quiet" aria-live="polite">
              {note}
            </span>
          )}
          {right !== undefined && <span className="push">{right}</span>}
        </header>
      )}
      {children}
    </section>
  );
}
