import { useQuery } from '@tanstack/react-query';
import type { Overview } from '@yellow-sieve/contract';
import { service } from '../service';

/** The overview of some days; the top bar and the first page share it. */
export const overviewQuery = (days: number) => ({
  queryKey: ['overview', days],
  queryFn: () => service.overview.get({ query: { days: String(days) } }),
});

/** How many things want a person's hand now. */
export const wantsHand = ({ wants, drift }: Overview): number =>
  wants.review + wants.failed + wants.deliveries.stopped + drift.length;

export function useWantsHand(): { all: number; review: number } {
  const { data } = useQuery(overviewQuery(30));
  return data ? { all: wantsHand(data), review: data.wants.review } : { all: 0, review: 0 };
}
