import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { KeptTarget } from '@yellow-sieve/contract';
import { useState } from 'react';
import { Button, InkButton } from '../../parts/Button';
import { Dialog, FootActs } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { titleOf, useKinds } from '../../parts/use-kinds';
import { service } from '../../service';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { Payload } from '../destinations/Payload';

/** Delivers what is kept back of one message for real: each target is named, with what would be written there. */
export function DeliverForReal({ message }: { message: string }) {
  const say = workbenchWords.deliver;
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const kept = useQuery({
    queryKey: ['message', message, 'kept back'],
    queryFn: async () => (await service.trial.targets({ params: { key: message } })).items,
  });
  const items = kept.data ?? [];
  const targets = [...new Map(items.map(({ destination, title }) => [destination, title]))];
  const deliver = useMutation({
    mutationFn: () =>
      service.trial.deliver({ params: { key: message }, body: { targets: targets.map(([name]) => name) } }),
    onSuccess: async () => {
      setOpen(false);
      await queries.invalidateQueries();
    },
  });
  const tryOut = useMutation({ mutationFn: () => service.trial.tryOut({ params: { key: message } }) });
  const { destinations } = useKinds();
  const canTry = new Set(destinations.flatMap((kind) => (kind.tried_out ? [kind.kind] : [])));
  const named = targets.map(([, title]) => title).join(', ');
  if (kept.error) return <Trouble error={kept.error} />;
  if (deliver.isSuccess && items.length === 0) return <Muted role="status">{say.done}</Muted>;
  if (items.length === 0) return null;
  return (
    <>
      <Button onPress={() => setOpen(true)}>{say.act}</Button>
      <Dialog title={say.title} isOpen={open} onClose={() => setOpen(false)} alert wide>
        <FormStack>
          <p>{fill(say.help, { targets: named })}</p>
          {targets.map(([name, title]) => (
            <Target key={name} title={title} items={items.filter((one) => one.destination === name)} />
          ))}
          {deliver.error && <Trouble error={deliver.error} />}
          <FootActs>
            <InkButton isPending={deliver.isPending} onPress={() => deliver.mutate()}>
              {fill(say.submit, { targets: named })}
            </InkButton>
            {items.some(({ kind }) => canTry.has(kind)) && (
              <Button isPending={tryOut.isPending} onPress={() => tryOut.mutate()}>
                {say.tryOut}
              </Button>
            )}
            <Button autoFocus onPress={() => setOpen(false)}>
              {words.common.cancel}
            </Button>
            {tryOut.error && <Trouble error={tryOut.error} />}
            <Muted role="status">
              {tryOut.data && fill(say.triedOut, { to: tryOut.data.to, answers: tryOut.data.answers.join('; ') })}
            </Muted>
          </FootActs>
        </FormStack>
      </Dialog>
    </>
  );
}

const maxShown = 20;

function Target({ title, items }: { title: string; items: readonly KeptTarget[] }) {
  const say = workbenchWords.deliver;
  const kind = items[0]?.kind ?? '';
  const { destinations } = useKinds();
  return (
    <section aria-label={title}>
      <h3>
        {title}{' '}
        <Muted>
          {titleOf(destinations, kind)}
          {items.length > 1 && ` · ${fill(say.lines, { count: items.length })}`}
        </Muted>
      </h3>
      {items.slice(0, maxShown).map(({ delivery, payload }) => (
        <Payload key={delivery} of={payload} />
      ))}
      {items.length > maxShown && <Muted>{fill(say.more, { count: items.length - maxShown })}</Muted>}
    </section>
  );
}
