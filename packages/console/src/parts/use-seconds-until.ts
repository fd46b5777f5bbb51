import { useEffect, useState } from 'react';

/** Whole seconds until a moment, counted down; 0 when it is over or there is none. */
export function useSecondsUntil(moment: string | null): number {
  const secondsLeft = () => (moment === null ? 0 : Math.max(0, Math.ceil((Date.parse(moment) - Date.now()) / 1000)));
  const [, tick] = useState(0);
  const left = secondsLeft();
  useEffect(() => {
    if (left === 0) return;
    const timer = setTimeout(() => tick((count) => count + 1), 250);
    return () => clearTimeout(timer);
  });
  return left;
}
