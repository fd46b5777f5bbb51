import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { Button, InkButton } from '../../parts/Button';
import { Dialog, FootActs } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill, words } from '../../words';
import { destinationWords } from '../../words-set-up';
import { connectionOf, type Written } from './destination-form';
import { Entries } from './MakeDestination';

/** Prompt rules ask the connection of this name. */
const name = 'model';
const kind = 'model';

/** Sets up the model that prompt rules ask, and tries it with a few words. What is secret in it never comes back out. */
export function ModelConnection({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  return (
    <Dialog title={destinationWords.model.title} isOpen={isOpen} onClose={onClose} wide>
      {isOpen && <Connecting onClose={onClose} />}
    </Dialog>
  );
}

function Connecting({ onClose }: { onClose(): void }) {
  const say = destinationWords.model;
  const queries = useQueryClient();
  const [written, setWritten] = useState<Written>({});
  const form = useQuery({
    queryKey: ['connection form', kind],
    queryFn: () => service.connections.form({ params: { kind } }),
  });
  const connections = useQuery({ queryKey: ['connections'], queryFn: () => service.connections.list() });
  const isThere = connections.data?.items.some((one) => one.name === name) ?? false;
  // What it was made with stands there to be changed; whoever may not see it begins anew.
  const made = useQuery({
    queryKey: ['connections', name],
    queryFn: () => service.connections.get({ params: { name } }),
    enabled: isThere,
    retry: false,
  });
  const before = made.data?.entries ?? {};
  const test = useMutation({ mutationFn: () => service.connections.test({ params: { name } }) });
  const put = useMutation({
    mutationFn: () =>
      service.connections.put({
        params: { name },
        query: { keep_secrets: 'true' },
        body: connectionOf(kind, form.data?.entries ?? [], { ...before, ...written }),
      }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['connections'] });
      test.mutate();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    put.mutate();
  };
  const error = put.error ?? test.error ?? form.error;
  return (
    <Form onSubmit={submit}>
      <FormStack>
        <Muted>{isThere ? say.there : say.help}</Muted>
        <Entries entries={form.data?.entries ?? []} written={{ ...before, ...written }} onChange={setWritten} />
        {test.data && <p role="status">{fill(test.data.ok ? say.works : say.fails, { detail: test.data.detail })}</p>}
        {error && <Trouble error={error} />}
        <FootActs>
          <InkButton type="submit" isPending={put.isPending || test.isPending}>
            {say.submit}
          </InkButton>
          {isThere && (
            <Button onPress={() => test.mutate()} isPending={test.isPending}>
              {say.test}
            </Button>
          )}
          <Button onPress={onClose}>{words.common.close}</Button>
        </FootActs>
      </FormStack>
    </Form>
  );
}
