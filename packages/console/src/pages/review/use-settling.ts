import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { service } from '../../service';
import type { useDesk } from './use-desk';

/** What a person settled last, as far as it can be taken back. */
export interface Settled {
  key: string;
  subject: string;
  act: 'confirmed' | 'aside';
  /** When it leaves; of what is laid aside nothing does. */
  leaves: string | null;
}

type Confirm = Parameters<typeof service.review.confirm>[0]['body'];

/** The acts that settle a message, and taking the last of them back. */
export function useSettling(desk: ReturnType<typeof useDesk>) {
  const queries = useQueryClient();
  const [last, setLast] = useState<Settled | null>(null);
  const [undone, setUndone] = useState<string | null>(null);
  const [taught, setTaught] = useState<string | null>(null);
  const settled = (one: Settled) => {
    setLast(one);
    setUndone(null);
    void queries.invalidateQueries({ queryKey: ['message', one.key] });
    desk.goOn();
  };
  const confirm = useMutation({
    mutationFn: ({ key, body }: { key: string; subject: string; body: Confirm }) =>
      service.review.confirm({ params: { key }, body }),
    onSuccess: ({ leaves }, { key, subject }) => settled({ key, subject, act: 'confirmed', leaves }),
    // A newer revision may have come: it is shown, not confirmed unseen.
    onError: (_, { key }) => queries.invalidateQueries({ queryKey: ['message', key] }),
  });
  const aside = useMutation({
    mutationFn: ({ key, reason }: { key: string; subject: string; reason: string }) =>
      service.review.notForUs({ params: { key }, body: { reason } }),
    onSuccess: (_, { key, subject }) => settled({ key, subject, act: 'aside', leaves: null }),
  });
  const undo = useMutation({
    mutationFn: ({ key, act }: Settled) =>
      act === 'confirmed' ? service.review.undo({ params: { key } }) : service.review.forUs({ params: { key } }),
    onSuccess: (_, { key, subject }) => {
      setUndone(subject);
      setLast(null);
      // As it was before it is another state of it: not to be acted on for a moment.
      queries.removeQueries({ queryKey: ['message', key] });
      desk.goTo(key);
    },
  });
  return { last, undone, taught, setTaught, confirm, aside, undo, error: confirm.error ?? aside.error ?? undo.error };
}

export type Settling = ReturnType<typeof useSettling>;
