import { useEffect, useLayoutEffect, useRef } from 'react';

/** One may be made ready before it is shown. */
export const isDialogOpen = () => [...document.querySelectorAll('[role="dialog"]')].some((dialog) => dialog.checkVisibility());

/** Single keys for repeated decisions. They rest while someone types or a dialog is open. */
export function useKeys(keys: Record<string, () => void>) {
  const latest = useRef(keys);
  // As soon as a page shows what can be done, its keys do it.
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : null;
      const typing = target?.closest('input, textarea, select, [contenteditable], [role="listbox"]') !== null && target !== null;
      const pressing =
        event.key === 'Enter' || event.key === ' ' ? target?.closest('button, a, [role="option"]') !== null && target !== null : false;
      if (typing || pressing || event.ctrlKey || event.metaKey || event.altKey || isDialogOpen()) {
        return;
      }
      const action = latest.current[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (action !== undefined) {
        event.preventDefault();
        action();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
