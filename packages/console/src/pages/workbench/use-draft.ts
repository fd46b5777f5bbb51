import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ClientError } from '@yellow-sieve/client';
import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { service } from '../../service';
import { historyOf, stepped } from './text-history';

/** What is there of a sieve: what is live, and the draft. */
export interface SieveStates {
  live: {
    version: number;
    digest: string;
    source: string;
    title: string;
    trial: { since: string; by: string } | null;
  } | null;
  draft: { digest: string; source: string; base: number | null; by: string } | null;
}

/** What is live and the draft of a sieve, as the service has them. */
export function useSieveStates(name: string) {
  return useQuery({
    queryKey: ['sieves', name, 'states'],
    queryFn: (): Promise<SieveStates> => service.workbench.states({ params: { name } }),
  });
}

export type Kept = 'kept' | 'keeping' | 'not kept' | 'changed by another';

/**
 * The text that is worked on: kept as the draft with every change, undone and redone. Another editor’s draft is never written
 * over unseen: each save says which draft it was begun from.
 */
export function useDraft(name: string, states: SieveStates) {
  const queries = useQueryClient();
  const begun = states.draft?.source ?? states.live?.source ?? '';
  const [history, step] = useReducer(stepped, begun, historyOf);
  // Digest and text of what the service has, as far as this page knows.
  const known = useRef({ digest: states.draft?.digest ?? states.live?.digest, source: begun });
  const [other, setOther] = useState<{ by: string; source: string; digest: string } | null>(null);
  const latest = useRef(begun);
  latest.current = history.present;
  // What this page kept itself: an answer that was on its way meanwhile is no other editor's.
  const own = useRef(new Set([known.current.digest]));
  // A text that could not be kept is not tried again by itself.
  const refused = useRef<string | null>(null);
  const save = useMutation({
    // One after the other, each saying which text it follows, until the service has what is on the page.
    mutationFn: async () => {
      while (latest.current !== known.current.source) {
        const source = latest.current;
        const match = known.current.digest;
        const body = new TextEncoder().encode(source);
        const kept = await service.sieves.putDraft({ params: { name }, body, ...(match ? { match } : {}) });
        known.current = { digest: kept.digest, source };
        own.current.add(kept.digest);
        refused.current = null;
        queries.setQueryData(
          ['sieves', name, 'states'],
          (now: SieveStates | undefined) => now && { ...now, draft: kept },
        );
      }
    },
    onError: async (error) => {
      refused.current = latest.current;
      if (!(error instanceof ClientError) || error.problem.status !== 412) return;
      const { draft: theirs } = await service.workbench.states({ params: { name } });
      if (theirs) setOther(theirs);
    },
  });
  const { mutate, isPending } = save;
  useEffect(() => {
    const { present } = history;
    if (present !== known.current.source && present !== refused.current && other === null && !isPending) mutate();
  }, [history, mutate, other, isPending]);
  // What another editor kept is told at once, not only when one’s own is refused.
  useEffect(() => {
    const { draft } = states;
    if (!draft || own.current.has(draft.digest) || isPending) return;
    if (history.present === known.current.source) {
      known.current = { digest: draft.digest, source: draft.source };
      own.current.add(draft.digest);
      step({ do: 'change', text: draft.source });
    } else setOther(draft);
  }, [states, history.present, isPending]);
  const settle = useCallback(
    (mine: boolean) => {
      if (!other) return;
      known.current = { digest: other.digest, source: other.source };
      own.current.add(other.digest);
      refused.current = null;
      if (!mine) step({ do: 'change', text: other.source });
      setOther(null);
      if (mine) mutate();
    },
    [other, mutate],
  );
  const kept: Kept = other ? 'changed by another' : save.isPending ? 'keeping' : save.isError ? 'not kept' : 'kept';
  return {
    source: history.present,
    change: useCallback((text: string) => step({ do: 'change', text }), []),
    undo: history.past.length > 0 ? () => step({ do: 'undo' }) : null,
    redo: history.future.length > 0 ? () => step({ do: 'redo' }) : null,
    kept,
    error: save.error && kept === 'not kept' ? save.error : null,
    other: other && { by: other.by },
    settle,
    digest: () => known.current.digest,
  };
}

export type Draft = ReturnType<typeof useDraft>;
