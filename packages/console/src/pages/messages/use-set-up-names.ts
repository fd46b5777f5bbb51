import { useQuery } from '@tanstack/react-query';
import { service } from '../../service';

export const mailboxesQuery = { queryKey: ['mailboxes'], queryFn: () => service.mailboxes.list() };
export const sievesQuery = { queryKey: ['sieves'], queryFn: () => service.sieves.list() };

/** Names and titles of mailboxes and sieves, for filters. */
export function useSetUpNames() {
  const mailboxes = useQuery(mailboxesQuery).data?.items ?? [];
  const sieves = useQuery(sievesQuery).data?.items ?? [];
  return { mailboxes, sieves };
}
