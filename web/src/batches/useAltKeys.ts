import { useEffect, useLayoutEffect, useRef } from 'react';
import { isDialogOpen } from '../shared/useKeys';

/** Keys with Alt, for what one does while typing. They rest while a dialog is open. */
export function useAltKeys(keys: Record<string, () => void>) {
  const latest = useRef(keys);
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const action = latest.current[event.code.replace('Key', '').toLowerCase()];
      if (event.altKey && !event.ctrlKey && !event.metaKey && action !== undefined && !isDialogOpen()) {
        event.preventDefault();
        action();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
