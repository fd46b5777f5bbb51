import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { MailboxDetail } from '@yellow-sieve/contract';
import { service } from '../../service';

type Act = Parameters<typeof service.mailboxes.edit>[0]['body']['act'];

/** Changes a mailbox by an act of a form, as far as its file is the one that is shown. */
export function useMailboxEdit({ name, digest }: Pick<MailboxDetail, 'name' | 'digest'>, onDone: () => void) {
  const queries = useQueryClient();
  const anew = () => queries.invalidateQueries({ queryKey: ['mailboxes'] });
  return useMutation({
    mutationFn: (act: Act) => service.mailboxes.edit({ params: { name }, body: { seen: digest, act } }),
    onSuccess: async () => {
      await anew();
      onDone();
    },
    // Somebody else may have changed it: what is there now is shown.
    onError: anew,
  });
}
