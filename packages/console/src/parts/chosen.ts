import type { Selection } from 'react-aria-components';

/** The one of the options that was chosen, as the list knows it; null for none, and for all of them. */
export function chosenOf<O extends { key: string }>(keys: Selection, options: readonly O[]): O['key'] | null {
  if (keys === 'all') return null;
  return options.find(({ key }) => keys.has(key))?.key ?? null;
}

/** The key that is selected in a list of keys; null for none. */
export const selectedKey = (keys: Selection): string | null => {
  const [first] = keys === 'all' ? [] : keys;
  return first === undefined ? null : String(first);
};
