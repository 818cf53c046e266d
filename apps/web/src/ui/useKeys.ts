import { useEffect, useEffectEvent } from 'react';

/** Keys of a screen, each with what it does in words; `?` lists them. */
export interface KeyAction {
  readonly key: string;
  readonly does: string;
  readonly act: (event: KeyboardEvent) => void;
  /** Also while a field has the cursor; a letter only in an empty field of figures, where it can be nothing that somebody types. */
  readonly inFields?: boolean;
}

const FIELDS = new Set(['INPUT', 'TEXTAREA', 'SELECT']);
export const isInField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (FIELDS.has(target.tagName) || target.isContentEditable);

/** Whether a field gives a key away: a letter is typed wherever words are, or something stands already. */
const takesKey = ({ key, target }: KeyboardEvent): boolean =>
  key.length > 1 ||
  target instanceof HTMLSelectElement ||
  (target instanceof HTMLInputElement && target.getAttribute('inputmode') === 'decimal' && target.value === '');

/**
 * Listens for a screen's keys while it is shown; a dialog on top keeps its keys to itself. A key does what the screen
 * last drawn says: a scale that settles ten times a second must not be answered with the state before.
 */
export function useKeys(actions: readonly KeyAction[]): void {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || document.querySelector('[role="dialog"]')) return;
    const action = actions.find(({ key, inFields }) => key === event.key && (!isInField(event.target) || (inFields === true && takesKey(event))));
    if (!action) return;
    event.preventDefault();
    action.act(event);
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => onKey(event);
    window.addEventListener('keydown', listen);
    return () => {
      window.removeEventListener('keydown', listen);
    };
  }, []);
}
