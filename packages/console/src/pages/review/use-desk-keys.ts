import { useMemo, useRef } from 'react';
import { useShortcuts } from '../../parts/use-shortcuts';

/** The acts of the desk that single keys do; null where one cannot be done now. */
export interface DeskActs {
  confirm: (() => void) | null;
  edit: (() => void) | null;
  aside: (() => void) | null;
  later: (() => void) | null;
  back: (() => void) | null;
}

const keyOf = { confirm: 'Enter', edit: 'e', aside: 'x', later: 'l', back: 'b' } as const;

/** Enter, E, X, L and B, while nothing is being written. */
export function useDeskKeys(acts: DeskActs): void {
  const latest = useRef(acts);
  latest.current = acts;
  const keys = useMemo(() => {
    const names = Object.keys(keyOf) as (keyof DeskActs)[];
    return Object.fromEntries(names.map((name) => [keyOf[name], () => latest.current[name]?.()]));
  }, []);
  useShortcuts(keys);
}
