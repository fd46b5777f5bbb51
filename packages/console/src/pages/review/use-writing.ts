import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { MessageDetail, ReviewItem } from '@yellow-sieve/contract';
import { useEffect, useState } from 'react';
import { service } from '../../service';
import { changeOf, type Draft, isChanged, noDraft } from './correction';

/** Milliseconds after the last key before what is written is tried. */
const restMs = 350;

/** What a person writes over a record: what would become of it, where it would go, and what would be confirmed. */
export function useWriting({ key, form }: ReviewItem, { state, revision }: MessageDetail) {
  const [draft, setDraft] = useState<Draft>(noDraft);
  const [seen, setSeen] = useState(revision);
  const changed = isChanged(draft);
  const isNewer = revision !== seen;
  // Without anything written there is nothing to lose: the newer one is shown at once.
  useEffect(() => {
    if (isNewer && !changed) setSeen(revision);
  }, [isNewer, changed, revision]);
  const rested = useRested(draft);
  const query = useQuery({
    queryKey: ['tried', key, revision, rested],
    enabled: isChanged(rested) && form !== null,
    queryFn: () => service.review.try({ params: { key }, body: changeOf(rested, form ?? { fields: [], columns: [] }) }),
    placeholderData: keepPreviousData,
  });
  const tried = changed && isChanged(rested) ? (query.data ?? null) : null;
  const refused = new Map((tried?.refused ?? []).map(({ path, text }) => [path, text]));
  const isShown = !changed || (rested === draft && tried !== null && !query.isPlaceholderData);
  const mayConfirm = state === 'review' && form !== null && revision !== null && !isNewer && isShown;
  return {
    draft,
    setDraft,
    tried,
    refused,
    isNewer,
    look: () => setSeen(revision),
    error: changed ? query.error : null,
    /** What is confirmed as it is shown; null where it cannot be yet. */
    body: mayConfirm && refused.size === 0 ? { revision, ...changeOf(draft, form) } : null,
  };
}

function useRested<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), restMs);
    return () => clearTimeout(timer);
  }, [value]);
  return rested;
}
