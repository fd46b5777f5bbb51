import { useQuery, useQueryClient } from '@tanstack/react-query';
import { ClientError } from '@yellow-sieve/client';
import { useCallback, useEffect, useReducer, useRef } from 'react';
import { service } from '../../service';
import { draftAfter, draftOf, keptAs, type Theirs, toSave } from './kept-draft';

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

/**
 * The text that is worked on: kept as the draft with every change, undone and redone. Another editor’s draft is never written
 * over unseen: each save says which draft it was begun from. What follows from what stands in `kept-draft.ts`.
 */
export function useDraft(name: string, states: SieveStates) {
  const begun = states.draft ?? states.live ?? { digest: undefined, source: '' };
  const [state, tell] = useReducer(draftAfter, begun, draftOf);
  const save = useSave(name);
  const next = toSave(state);
  const { digest: match, source } = next ?? {};
  useEffect(() => {
    if (source === undefined) return;
    tell({ type: 'saving' });
    save(source, match).then(
      (kept) => tell({ type: 'saved', kept }),
      async (error: unknown) => tell({ type: 'refused', source, error, theirs: await theirsOf(name, error) }),
    );
  }, [name, save, source, match]);
  // What another editor kept is told at once, not only when one’s own is refused.
  useEffect(() => {
    if (states.draft && !state.saving) tell({ type: 'heard', theirs: states.draft });
  }, [states.draft, state.saving]);
  const { history, other, refused, known } = state;
  const digest = useRef(known.digest);
  digest.current = known.digest;
  const kept = keptAs(state);
  return {
    source: history.present,
    change: useCallback((text: string) => tell({ type: 'step', step: { do: 'change', text } }), []),
    undo: history.past.length > 0 ? () => tell({ type: 'step', step: { do: 'undo' } }) : null,
    redo: history.future.length > 0 ? () => tell({ type: 'step', step: { do: 'redo' } }) : null,
    kept,
    error: kept === 'not kept' ? (refused?.error ?? null) : null,
    other: other && { by: other.by },
    settle: useCallback((mine: boolean) => tell({ type: 'settled', mine }), []),
    digest: () => digest.current,
  };
}

/** Keeps a text as the draft, and tells whoever shows it. */
function useSave(name: string) {
  const queries = useQueryClient();
  return useCallback(
    async (source: string, match: string | undefined) => {
      const body = new TextEncoder().encode(source);
      const draft = await service.sieves.putDraft({ params: { name }, body, ...(match ? { match } : {}) });
      queries.setQueryData(['sieves', name, 'states'], (now: SieveStates | undefined) => now && { ...now, draft });
      return { digest: draft.digest, source };
    },
    [name, queries],
  );
}

/** What somebody else kept, where that is why one’s own was refused; null where it is not, or cannot be asked just now. */
async function theirsOf(name: string, error: unknown): Promise<Theirs | null> {
  if (!(error instanceof ClientError) || error.problem.status !== 412) return null;
  const states = await service.workbench.states({ params: { name } }).catch(() => null);
  return states?.draft ?? null;
}

export type Draft = ReturnType<typeof useDraft>;
