import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { unmasked } from '@yellow-sieve/core/shapes';
import { useState } from 'react';
import { Button, InkButton } from '../../parts/Button';
import { Dialog, FootActs } from '../../parts/Dialog';
import { MayTell } from '../../parts/MayTell';
import { Muted } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill, words } from '../../words';
import { sorterWords as say } from '../../words-sorter';

/** What another sorter would change, and then its use. */
export function UseDialog({ mailbox, onClose }: { mailbox: string; onClose(): void }) {
  const queries = useQueryClient();
  const params = { name: mailbox };
  const [again, setAgain] = useState(true);
  const [tells, setTells] = useState<readonly string[]>([]);
  const look = useQuery({
    queryKey: ['sorter-effect', mailbox],
    gcTime: 0,
    queryFn: () => service.sorting.use({ params, query: { dry: 'true' } }),
  });
  const use = useMutation({
    mutationFn: async () => {
      const used = await service.sorting.use({ params });
      const keys = (look.data?.changes ?? []).map(({ message }) => message);
      if (again && keys.length > 0)
        await service.messages.againMany({ query: { tells: tells.join() }, body: { keys } });
      return used;
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ['mailboxes', mailbox] }),
  });
  const changes = look.data?.changes ?? [];
  const left = changes.filter((one) => one.left).length;
  const error = look.error ?? use.error;
  return (
    <Dialog title={say.useTitle} isOpen onClose={onClose} wide>
      {error && <Trouble error={error} />}
      {look.data && <Muted>{fill(say.useHelp, { looked: look.data.looked, count: changes.length, left })}</Muted>}
      {look.data && look.data.asks > 0 && <Muted>{fill(say.useAsks, { count: look.data.asks })}</Muted>}
      {changes.length > 0 && (
        <RuledTable aria-label={say.useTitle}>
          <thead>
            <tr>
              <th scope="col">{say.subject}</th>
              <th scope="col">{say.was}</th>
              <th scope="col">{say.will}</th>
              <td />
            </tr>
          </thead>
          <tbody>
            {changes.map((one) => (
              <tr key={one.message}>
                <td>{unmasked(one.subject ?? '')}</td>
                <td>{one.was ?? say.unsorted}</td>
                <td>{one.will ?? say.unsorted}</td>
                <td>{one.left && <Muted>{say.left}</Muted>}</td>
              </tr>
            ))}
          </tbody>
        </RuledTable>
      )}
      {again && changes.length > 0 && !use.data && <MayTell tells={tells} onChange={setTells} />}
      <FootActs>
        {use.data ? (
          <Muted role="status">{fill(say.used, { number: use.data.number ?? '' })}</Muted>
        ) : (
          <>
            <InkButton onPress={() => use.mutate()} isDisabled={!look.data} isPending={use.isPending}>
              {say.useSubmit}
            </InkButton>
            {changes.length > 0 && (
              <Tick isSelected={again} onChange={setAgain}>
                {say.useAgain}
              </Tick>
            )}
          </>
        )}
        <Button onPress={onClose}>{words.common.close}</Button>
      </FootActs>
    </Dialog>
  );
}
