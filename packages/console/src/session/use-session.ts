import { useQuery, useQueryClient } from '@tanstack/react-query';
import { ClientError } from '@yellow-sieve/client';
import type { Caller } from '@yellow-sieve/contract';
import { service } from '../service';

/** Who is logged in: a person, null for nobody, undefined while that is not known. */
export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: async (): Promise<Caller | null> => (await service.session.get()).caller,
    staleTime: 60_000,
  });
}

export const isLoggedOut = (error: unknown): boolean => error instanceof ClientError && error.problem.status === 401;

/** Takes in that somebody has logged in, or out; what another person saw is forgotten. */
export function useSetSession(): (caller: Caller | null) => void {
  const queries = useQueryClient();
  return (caller) => {
    queries.setQueryData(['session'], caller);
    // Once the pages are gone: what is still looked at would be asked for again.
    setTimeout(() =>
      queries.removeQueries({ type: 'inactive', predicate: ({ queryKey }) => queryKey[0] !== 'session' }),
    );
  };
}

/** Whether the person may do what needs a role. The service decides; this only spares a refusal. */
export function useMay(role: 'owner' | 'author' | 'reviewer'): boolean {
  const { data } = useSession();
  const order = ['owner', 'author', 'reviewer', 'viewer'];
  return data ? order.indexOf(data.role) <= order.indexOf(role) : false;
}
