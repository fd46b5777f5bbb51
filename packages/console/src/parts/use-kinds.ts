import { useQuery } from '@tanstack/react-query';
import type { Kinds } from '@yellow-sieve/contract';
import { service } from '../service';

const none: Kinds = { types: [], rules: [], destinations: [], intakes: [], parts: [], texts: [] };

/** What the service knows: types of values, kinds of rules, destinations and intakes. It does not change while it runs. */
export function useKinds(): Kinds {
  const { data } = useQuery({
    queryKey: ['kinds'],
    queryFn: () => service.kinds.list(),
    staleTime: Number.POSITIVE_INFINITY,
  });
  return data ?? none;
}

/** What people call a kind; one that is no longer known by its own name. */
export const titleOf = (kinds: readonly { kind: string; title: string }[], wanted: string): string =>
  kinds.find(({ kind }) => kind === wanted)?.title ?? wanted;
