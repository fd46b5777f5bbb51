import { useEffect } from 'react';
import { usePreferences } from './use-preferences';

/** Single keys, while nothing is being typed, no dialog is open, and the person wants them. */
export function useShortcuts(keys: Readonly<Record<string, () => void>>): void {
  const [{ shortcuts }] = usePreferences();
  useEffect(() => {
    if (!shortcuts) return;
    const pressed = (event: KeyboardEvent) => {
      const act = keys[event.key];
      if (!act || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isPressing(event)) return;
      event.preventDefault();
      act();
    };
    document.addEventListener('keydown', pressed);
    return () => document.removeEventListener('keydown', pressed);
  }, [keys, shortcuts]);
}

/** Enter on a button or link presses that. */
const isPressing = ({ key, target }: KeyboardEvent): boolean =>
  key === 'Enter' && target instanceof HTMLElement && target.closest('button, a, [role="tab"], summary') !== null;

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest(
    'input:not([type=checkbox]), textarea, select, [contenteditable], [role="dialog"], [role="alertdialog"], [role="listbox"], [role="menu"]',
  ) !== null;
