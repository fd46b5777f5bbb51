import { useMutation, useQueryClient } from '@tanstack/react-query';
import { service } from '../../service';

type Edit = Parameters<typeof service.mailboxes.edit>[0]['body'];

/** Changes a mailbox by an act of a form, as far as its file is still the one that the form was begun with. */
export function useMailboxEdit(name: string, onDone: () => void) {
  const queries = useQueryClient();
  const anew = () => queries.invalidateQueries({ queryKey: ['mailboxes'] });
  return useMutation({
    mutationFn: (body: Edit) => service.mailboxes.edit({ params: { name }, body }),
    onSuccess: async () => {
      await anew();
      onDone();
    },
    // Somebody else may have changed it: what is there now is shown behind the form.
    onError: anew,
  });
}
