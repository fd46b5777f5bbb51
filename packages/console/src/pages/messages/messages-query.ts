import { keepPreviousData } from '@tanstack/react-query';
import type { Message } from '@yellow-sieve/contract';
import { service } from '../../service';

/** What narrows the list; kept in the address. */
export interface MessageFilter {
  mailbox: string;
  state: string;
  sieve: string;
  cursor: string;
}

const filterNames = ['mailbox', 'state', 'sieve', 'cursor'] as const;

export const filterOf = (get: (name: string) => string): MessageFilter => ({
  mailbox: get('mailbox'),
  state: get('state'),
  sieve: get('sieve'),
  cursor: get('cursor'),
});

/** The list's address, so that a message leads back to where it was opened. */
export function searchOf(filter: MessageFilter): string {
  const search = new URLSearchParams(filterNames.flatMap((name) => (filter[name] ? [[name, filter[name]]] : [])));
  return search.size > 0 ? `?${search}` : '';
}

/** A page of the list; the message page looks up its neighbours in the same one. */
export const messagesQuery = ({ mailbox, state, sieve, cursor }: MessageFilter) => ({
  queryKey: ['messages', mailbox, state, sieve, cursor],
  queryFn: () =>
    service.messages.list({
      query: {
        mailbox: mailbox || undefined,
        state: (state || undefined) as Message['state'] | undefined,
        sieve: sieve || undefined,
        cursor: cursor || undefined,
      },
    }),
  placeholderData: keepPreviousData,
});
