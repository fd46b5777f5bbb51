import { useMutation } from '@tanstack/react-query';
import type { FileProblemItem, ShownRef, SieveActInput } from '@yellow-sieve/contract';
import { useState } from 'react';
import { service } from '../../service';
import type { Draft } from './use-draft';

/** Does acts to the text by the service; one that is refused leaves it as it is, and says why. */
export function useEdits(
  name: string,
  draft: Draft,
  shown: ShownRef | null,
  onDone: (act: SieveActInput, field: string | null) => void,
) {
  const [problems, setProblems] = useState<readonly FileProblemItem[]>([]);
  const edit = useMutation({
    scope: { id: `edit ${name}` },
    mutationFn: async (act: SieveActInput) => {
      const body = { source: draft.source, act, ...(shown ? { message: shown } : {}) };
      return { act, reply: await service.workbench.edit({ params: { name }, body }) };
    },
    onSuccess: ({ act, reply }) => {
      setProblems(reply.problems);
      if (reply.source === null) return;
      draft.change(reply.source);
      onDone(act, reply.field);
    },
  });
  /** Does an act; true when it was done, so that what asked for it may close. */
  const done = (act: SieveActInput): Promise<boolean> =>
    edit.mutateAsync(act).then(
      ({ reply }) => reply.source !== null,
      // What went wrong with the call is in `error`.
      () => false,
    );
  /** Adds the fields that instructions speak of, and gives their names; none where that cannot be done. */
  const propose = (ask: string): Promise<readonly string[]> =>
    edit.mutateAsync({ act: 'propose fields', ask }).then(
      ({ reply }) => reply.names,
      () => [],
    );
  return { act: edit.mutate, done, propose, problems, error: edit.error, forget: () => setProblems([]) };
}
