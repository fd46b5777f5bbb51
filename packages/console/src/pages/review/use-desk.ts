import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { ReviewItem } from '@yellow-sieve/contract';
import { reviewEndpoints } from '@yellow-sieve/contract';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSearch } from '../../parts/use-search';
import { service } from '../../service';

/** Which of what waits; kept in the address. */
export interface Selection {
  sieve: string | undefined;
  mailbox: string | undefined;
  cause: string | undefined;
}

export function useSelection(): Selection {
  const [get] = useSearch();
  const [sieve, mailbox, cause] = [get('sieve') || undefined, get('mailbox') || undefined, get('cause') || undefined];
  return useMemo(() => ({ sieve, mailbox, cause }), [sieve, mailbox, cause]);
}

/** How often a page says that it still has its message open; well within the time it is held for. */
const beatMs = 15_000;

/** One message after the other, each held for this page while it is open here. */
export function useDesk(selection: Selection) {
  const desk = useRef(crypto.randomUUID()).current;
  const [item, setItem] = useState<ReviewItem | null | undefined>(undefined);
  const [others, setOthers] = useState(0);
  /** Keys that were before this page, the last one first. */
  const [past, setPast] = useState<readonly string[]>([]);
  const queries = useQueryClient();
  const next = useMutation({
    mutationFn: (after: string | undefined) =>
      service.review.next({ body: { desk, ...selection, ...(after === undefined ? {} : { after }) } }),
    onSuccess: (found) => {
      setItem(found.item);
      setOthers(found.others);
      void queries.invalidateQueries({ queryKey: ['overview'] });
    },
  });
  const hold = useMutation({
    mutationFn: (key: string) => service.review.hold({ params: { key }, body: { desk, ...selection } }),
    onSuccess: setItem,
  });
  const key = item?.key;
  const begin = next.mutate;
  /** Says that it is still open here, and counts anew what waits. */
  const renew = useCallback(() => {
    if (key === undefined) return;
    const shown = (found: ReviewItem) => setItem((now) => (now?.key === key ? found : now));
    service.review.hold({ params: { key }, body: { desk, ...selection } }).then(shown, () => undefined);
  }, [key, desk, selection]);
  useEffect(() => begin(undefined), [begin]);
  useEffect(() => {
    if (key === undefined) return;
    const timer = setInterval(renew, beatMs);
    return () => clearInterval(timer);
  }, [key, renew]);
  useEffect(() => releasedOnLeaving(desk), [desk]);
  const goOn = useCallback(() => {
    if (key !== undefined) setPast((before) => [key, ...before.filter((one) => one !== key)]);
    begin(key);
  }, [begin, key]);
  const { mutate: holdOne } = hold;
  const goBack = useCallback(() => {
    const [last, ...rest] = past;
    if (last === undefined) return;
    setPast(rest);
    holdOne(last);
  }, [past, holdOne]);
  return {
    item,
    others,
    goOn,
    goBack: past.length > 0 ? goBack : null,
    /** Opens one that is in review again. */
    goTo: holdOne,
    renew,
    /** Whether another one is on its way: what is shown is not to be acted on any more. */
    isMoving: next.isPending || hold.isPending,
    afresh: () => begin(undefined),
    error: next.error ?? hold.error,
  };
}

/** Frees what the page holds when it is left, also by closing it. */
function releasedOnLeaving(desk: string): () => void {
  const release = () =>
    void fetch(reviewEndpoints.release.path.replace(':desk', desk), { method: 'DELETE', keepalive: true }).catch(
      () => undefined,
    );
  window.addEventListener('pagehide', release);
  return () => {
    window.removeEventListener('pagehide', release);
    release();
  };
}
