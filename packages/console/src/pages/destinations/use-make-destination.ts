import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { destinationEndpoints, ResponseOf } from '@yellow-sieve/contract';
import { service } from '../../service';
import { fill } from '../../words';
import { destinationWords } from '../../words-set-up';
import { connectionOf, destinationOf } from './destination-form';
import type { Making, Plan } from './making';

export type AskedFor = ResponseOf<typeof destinationEndpoints.form>;

/** What the kind asks for, and its connection, as far as that is known from what was written of it. */
export function useDestinationForm({ kind, needs, connection, isNew }: Plan, { connecting }: Making) {
  return useQuery({
    queryKey: ['destination form', kind, connection, isNew ? connecting : null],
    enabled: kind !== '',
    placeholderData: (before) => before,
    queryFn: () =>
      service.destinations.form({ params: { kind }, body: needs && !isNew ? { connection } : { connecting } }),
  });
}

/** Makes the destination, and the connection where a new one is wanted, and tests it at once. */
export function useMakeDestination(
  { kind, name, needs, connection, isNew }: Plan,
  { title, options, connecting }: Making,
  asked: AskedFor | undefined,
  onMade: (name: string) => void,
) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      const there = await service.destinations.list();
      if (there.items.some((one) => one.name === name)) throw new Error(fill(destinationWords.make.taken, { name }));
      if (isNew && needs !== null)
        await service.connections.put({
          params: { name },
          body: connectionOf(needs, asked?.connection ?? [], connecting),
        });
      const using = needs === null ? null : isNew ? name : connection;
      const made = { name, title, kind, options: asked?.options ?? [], written: options };
      await service.destinations.put({ params: { name }, body: destinationOf(made, using) });
      return service.destinations.test({ params: { name } });
    },
    onSettled: () => queries.invalidateQueries({ queryKey: ['connections'] }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['destinations'] });
      onMade(name);
    },
  });
}
