import { useSyncExternalStore } from 'react';

export type Look = 'system' | 'light' | 'dark';

export interface Preferences {
  look: Look;
  /** Shortcuts of a single key; they can be switched off (WCAG 2.1.4). */
  shortcuts: boolean;
}

const place = 'yellow-sieve-preferences';
const usual: Preferences = { look: 'system', shortcuts: true };
const listeners = new Set<() => void>();
let current = read();

function read(): Preferences {
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(place) ?? '{}') as Partial<Preferences>) };
  } catch {
    return usual;
  }
}

/** Puts the chosen look on the page; called once before anything is drawn, and at each change. */
export function applyLook(): void {
  if (current.look === 'system') delete document.documentElement.dataset.theme;
  else document.documentElement.dataset.theme = current.look;
}

function change(changes: Partial<Preferences>): void {
  current = { ...current, ...changes };
  localStorage.setItem(place, JSON.stringify(current));
  applyLook();
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** What this browser's person prefers. */
export function usePreferences(): [Preferences, (changes: Partial<Preferences>) => void] {
  return [useSyncExternalStore(subscribe, () => current), change];
}
