import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { service } from '../../service';

/** Whether the sieve is on trial, what is kept back, and what is open before it is turned on. */
export function useTrial(name: string, enabled: boolean) {
  return useQuery({
    queryKey: ['sieves', name, 'trial'],
    enabled,
    queryFn: () => service.trial.get({ params: { name } }),
  });
}

export type Kept = 'release' | 'drop';

/** The acts on a trial. */
export function useTrialActs(name: string, onDone: () => void) {
  const queries = useQueryClient();
  const after = () => queries.invalidateQueries();
  return {
    begin: useMutation({ mutationFn: () => service.trial.begin({ params: { name } }), onSuccess: after }),
    turnOn: useMutation({
      mutationFn: (body: { kept: Kept; anyway: boolean }) => service.trial.turnOn({ params: { name }, body }),
      onSuccess: async () => {
        onDone();
        await after();
      },
    }),
    settle: useMutation({
      mutationFn: (doing: Kept) => service.trial.settle({ params: { name }, body: { do: doing } }),
      onSuccess: after,
    }),
    test: useMutation({
      mutationFn: (destination: string) => service.destinations.test({ params: { name: destination } }),
      onSettled: after,
    }),
  };
}
