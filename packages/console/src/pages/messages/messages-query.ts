import { keepPreviousData } from '@tanstack/react-query';
import type { Message } from '@yellow-sieve/contract';
import { service } from '../../service';

const filterNames = ['find', 'mailbox', 'state', 'sieve', 'category', 'cause', 'from', 'to'] as const;
type FilterName = (typeof filterNames)[number];

/** What narrows the list; kept in the address. An empty text narrows nothing. */
export type MessageFilter = Record<FilterName | 'cursor', string>;

export const filterOf = (get: (name: string) => string): MessageFilter =>
  Object.fromEntries([...filterNames, 'cursor'].map((name) => [name, get(name)])) as MessageFilter;

/** The filters that narrow, as a saved view keeps them. */
export const narrowing = (filter: MessageFilter): Partial<Record<FilterName, string>> =>
  Object.fromEntries(filterNames.flatMap((name) => (filter[name] ? [[name, filter[name]]] : [])));

/** Every filter emptied, so that others can be put over them. */
export const noFilters: Record<string, null> = Object.fromEntries(
  [...filterNames, 'cursor'].map((name) => [name, null]),
);

/** The list's address, so that a message leads back to where it was opened. */
export function searchOf(filter: MessageFilter): string {
  const search = new URLSearchParams({ ...narrowing(filter), ...(filter.cursor ? { cursor: filter.cursor } : {}) });
  return search.size > 0 ? `?${search}` : '';
}

type Query = NonNullable<Parameters<typeof service.messages.list>[0]>['query'];

/** The filter as the API takes it. The last day counts in whole. */
function queryOf(filter: MessageFilter): Omit<NonNullable<Query>, 'find' | 'limit' | 'cursor'> {
  const { find: _, state, to, ...rest } = narrowing(filter);
  return {
    ...rest,
    ...(state ? { state: state as Message['state'] } : {}),
    ...(to ? { to: dayAfter(to) } : {}),
  };
}

const dayAfter = (day: string): string => {
  const moment = new Date(`${day}T00:00:00Z`);
  return Number.isNaN(moment.getTime()) ? day : new Date(moment.getTime() + 86_400_000).toISOString();
};

/** A page of the list; the message page looks up its neighbours in the same one. */
export const messagesQuery = (filter: MessageFilter) => ({
  queryKey: ['messages', searchOf(filter)],
  queryFn: () =>
    service.messages.list({
      query: { ...queryOf(filter), find: filter.find || undefined, cursor: filter.cursor || undefined },
    }),
  placeholderData: keepPreviousData,
});

/** Messages with the words in their text: a stretch of them at a time, newest first. */
export const withinQuery = (filter: MessageFilter) => ({
  queryKey: ['within', searchOf({ ...filter, cursor: '' })],
  queryFn: ({ pageParam }: { pageParam: string | undefined }) =>
    service.messages.within({ query: { ...queryOf(filter), words: filter.find, cursor: pageParam } }),
  initialPageParam: undefined as string | undefined,
  getNextPageParam: ({ next }: { next: string | null }) => next ?? undefined,
});
