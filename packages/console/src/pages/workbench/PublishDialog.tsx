import { useMutation, useQueryClient } from '@tanstack/react-query';
import { ClientError } from '@yellow-sieve/client';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { MayTell } from '../../parts/MayTell';
import { TextField } from '../../parts/TextField';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';

export interface PublishDialogProps {
  name: string;
  /** The version it would be. */
  version: number;
  /** The mailbox that is to try the sieve from now on, where it does not yet. */
  mailbox: string | null;
  digest(): string | undefined;
  isOpen: boolean;
  onClose(): void;
}

/** Publishes the draft; where expected values break, a reason is wanted. */
export function PublishDialog({ name, version, mailbox, digest, isOpen, onClose }: PublishDialogProps) {
  const say = workbenchWords;
  const queries = useQueryClient();
  const [why, setWhy] = useState('');
  const [trial, setTrial] = useState(true);
  const [tells, setTells] = useState<readonly string[]>([]);
  const first = version === 1;
  const publish = useMutation({
    mutationFn: async () => {
      const match = digest();
      const body = { ...(why.trim() ? { why: why.trim() } : {}), trial: first && trial };
      const live = await service.sieves.publish({ params: { name }, body, ...(match ? { match } : {}) });
      if (mailbox) await service.mailboxes.addSieve({ params: { name: mailbox }, body: { sieve: name } });
      return live;
    },
    onSuccess: () => queries.invalidateQueries(),
  });
  const again = useMutation({
    mutationFn: () =>
      service.messages.againMany({ query: { tells: tells.join() }, body: mailbox ? { mailbox } : { sieve: name } }),
    onSuccess: onClose,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    publish.mutate();
  };
  const breaks = publish.error instanceof ClientError && publish.error.code === 'YS-PUBLISH-BREAKS';
  return (
    <Dialog title={fill(say.publishTitle, { sieve: name })} isOpen={isOpen} onClose={onClose}>
      {publish.data ? (
        <FormStack>
          <p role="status">
            {fill(publish.data.trial ? say.publishedTrial : say.published, { version: publish.data.version })}
          </p>
          {!publish.data.trial && <MayTell tells={tells} onChange={setTells} />}
          {again.error && <Trouble error={again.error} />}
          <Acts>
            <InkButton onPress={onClose}>{words.common.close}</InkButton>
            <Button isPending={again.isPending} onPress={() => again.mutate()}>
              {say.again}
            </Button>
          </Acts>
        </FormStack>
      ) : (
        <Form onSubmit={submit}>
          <FormStack>
            <p>
              {say.publishHelp} {mailbox && fill(say.publishMailbox, { mailbox })}
            </p>
            <TextField label={say.why} help={say.whyHelp} value={why} onChange={setWhy} isRequired={breaks} autoFocus />
            {first && (
              <Tick isSelected={trial} onChange={setTrial}>
                {say.publishTrial}
              </Tick>
            )}
            {publish.error && <Trouble error={publish.error} />}
            <Acts>
              <InkButton type="submit" isPending={publish.isPending}>
                {fill(say.publishSubmit, { version })}
              </InkButton>
              <Button onPress={onClose}>{words.common.cancel}</Button>
            </Acts>
          </FormStack>
        </Form>
      )}
    </Dialog>
  );
}
