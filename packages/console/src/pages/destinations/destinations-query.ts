import { keepPreviousData } from '@tanstack/react-query';
import type { Delivery } from '@yellow-sieve/contract';
import { service } from '../../service';

export const destinationsQuery = { queryKey: ['destinations'], queryFn: () => service.destinations.list() };

export interface DeliveriesFilter {
  destination: string;
  state: string;
  cursor: string;
}

export const deliveriesQuery = ({ destination, state, cursor }: DeliveriesFilter) => ({
  queryKey: ['deliveries', destination, state, cursor],
  queryFn: () =>
    service.deliveries.list({
      query: {
        destination: destination || undefined,
        state: (state || undefined) as Delivery['state'] | undefined,
        cursor: cursor || undefined,
      },
    }),
  placeholderData: keepPreviousData,
});

/** The columns a destination has of its own. */
export const columnsQuery = (name: string) => ({
  queryKey: ['destinations', name, 'columns'],
  staleTime: 60_000,
  queryFn: () => service.destinations.columns({ params: { name } }),
});
