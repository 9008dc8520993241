import { useEffect } from 'react';

const ancestors = (element: HTMLElement): HTMLElement[] =>
  element.parentElement === null ? [] : [element.parentElement, ...ancestors(element.parentElement)];
/** What can have it in the place of something within. */
const PLACES = '.pane, [role=dialog], main';
const isUsable = (element: HTMLElement): boolean => element.isConnected && !element.matches(':disabled, [data-disabled]');

/**
 * Focus stays where work is. When what had it goes (a row that was decided on, a dialog whose opener went too) the nearest place around it
 * takes it; when a button can't be pressed while it works, it gets focus back as soon as it can.
 */
export function useFocusStays(): void {
  useEffect(() => {
    let last: HTMLElement | null = null;
    let around: HTMLElement[] = [];
    let held: HTMLElement | null = null;
    let opener: HTMLElement | null = null;
    const enter = ({ target }: FocusEvent) => {
      if (!(target instanceof HTMLElement) || target === held) {
        return;
      }
      // What opened a dialog is still there when the dialog is gone.
      const isInDialog = target.closest('[role=dialog]') !== null;
      opener = !isInDialog ? null : last?.closest('[role=dialog]') === null ? last : opener;
      around = [...ancestors(target), ...(isInDialog ? around : [])];
      [last, held] = [target, null];
    };
    // Whoever clicks beside everything wants focus nowhere.
    const leave = ({ target, relatedTarget }: FocusEvent) => {
      if (relatedTarget === null && target === last) {
        setTimeout(() => (last !== null && document.activeElement === document.body && isUsable(last) ? (last = null) : undefined));
      }
    };
    const hold = () => {
      const active = document.activeElement;
      if (last === null || (active !== document.body && active !== held)) {
        return;
      }
      if (held !== null && isUsable(last)) {
        last.focus({ preventScroll: true });
      } else if (active === document.body && !isUsable(last)) {
        const place = around.find((element) => element.isConnected && element.matches(PLACES)) ?? null;
        if (opener !== null && isUsable(opener) && place?.closest('[role=dialog]') === null) {
          opener.focus({ preventScroll: true });
          return;
        }
        held = place;
        held?.setAttribute('tabindex', held.getAttribute('tabindex') ?? '-1');
        held?.focus({ preventScroll: true });
      }
    };
    const watch = new MutationObserver(hold);
    document.addEventListener('focusin', enter);
    document.addEventListener('focusout', leave);
    watch.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled', 'data-disabled'] });
    return () => {
      watch.disconnect();
      document.removeEventListener('focusin', enter);
      document.removeEventListener('focusout', leave);
    };
  }, []);
}
