import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { MessageDetail, ReviewItem } from '@yellow-sieve/contract';
import { useEffect, useState } from 'react';
import { service } from '../../service';
import { changeOf, type Draft, isChanged, noDraft, wantsEye } from './correction';

/** Milliseconds after the last key before what is written is tried. */
const restMs = 350;

type Confirmed = Parameters<typeof service.review.confirm>[0]['body'];

/**
 * What a person writes over a record: what would become of it, where it would go, and what would be confirmed. Who confirms before what
 * they wrote has been tried need not press again: it is confirmed once it has been, unless they should see first what came of it.
 */
export function useWriting(
  { key, form }: ReviewItem,
  { state, revision, outcome }: MessageDetail,
  onConfirm: (body: Confirmed) => void,
) {
  const [draft, setDraft] = useState<Draft>(noDraft);
  const [seen, setSeen] = useState(revision);
  const changed = isChanged(draft);
  const isNewer = revision !== seen;
  // Without anything written there is nothing to lose: the newer one is shown at once.
  useEffect(() => {
    if (isNewer && !changed) setSeen(revision);
  }, [isNewer, changed, revision]);
  const [rested, restNow] = useRested(draft);
  const query = useQuery({
    queryKey: ['tried', key, revision, rested],
    enabled: isChanged(rested) && form !== null,
    queryFn: () => service.review.try({ params: { key }, body: changeOf(rested, form ?? { fields: [], columns: [] }) }),
    placeholderData: keepPreviousData,
  });
  const tried = changed && isChanged(rested) ? (query.data ?? null) : null;
  const refused = new Map((tried?.refused ?? []).map(({ path, text }) => [path, text]));
  const isShown = !changed || (rested === draft && tried !== null && !query.isPlaceholderData);
  const mayConfirm = state === 'review' && form !== null && revision !== null && !isNewer;
  const body = mayConfirm && isShown && refused.size === 0 ? { revision, ...changeOf(draft, form) } : null;
  const [wanted, setWanted] = useState<Draft | null>(null);
  const isWanted = wanted === draft && changed;
  useEffect(() => {
    if (!isWanted || !(isShown || query.isError || isNewer)) return;
    setWanted(null);
    if (body && tried && !wantsEye(tried.outcome.problems, outcome?.problems ?? [], draft)) onConfirm(body);
  });
  return {
    draft,
    setDraft,
    tried,
    refused,
    isNewer,
    look: () => setSeen(revision),
    error: changed ? query.error : null,
    /** Confirms it as it is shown, or as it will be; null where it cannot be. */
    confirm: confirming(),
    isWaiting: isWanted && !isShown,
  };

  function confirming(): (() => void) | null {
    if (body) return () => onConfirm(body);
    if (!mayConfirm || isShown) return null;
    return () => {
      restNow();
      setWanted(draft);
    };
  }
}

/** A value once it has rested, and a way not to wait for that. */
function useRested<T>(value: T): [rested: T, restNow: () => void] {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), restMs);
    return () => clearTimeout(timer);
  }, [value]);
  return [rested, () => setRested(value)];
}
