import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/** Filters live in the address, so that they survive a reload and can be sent to somebody. */
export function useSearch(): [(name: string) => string, (changes: Record<string, string | null>) => void] {
  const [params, setParams] = useSearchParams();
  const get = useCallback((name: string) => params.get(name) ?? '', [params]);
  const set = useCallback(
    (changes: Record<string, string | null>) => {
      // From the address itself: two changes in quick succession must not undo each other.
      const after = new URLSearchParams(window.location.search);
      for (const [name, value] of Object.entries(changes)) {
        if (value === null || value === '') after.delete(name);
        else after.set(name, value);
      }
      setParams(after);
    },
    [setParams],
  );
  return [get, set];
}
