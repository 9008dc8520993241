import { type ReactNode, useEffect } from 'react';
import { Finder } from './Finder';

/** The line above every page: what this is, a few words about it, and the quick search. */
export function TitleLine({ title, children }: { title: string; children?: ReactNode }) {
  useEffect(() => {
    document.title = `${title} · Pine Sieve`;
  }, [title]);
  return (
    <div className="title-line">
      <h1 className="cut" title={title}>
        {title}
      </h1>
      <span className="quiet cut" aria-live="polite">
        {children}
      </span>
      <Finder />
    </div>
  );
}
