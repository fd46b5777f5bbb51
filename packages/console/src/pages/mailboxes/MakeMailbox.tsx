import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { words } from '../../words';
import { mailboxWords } from '../../words-set-up';

const empty = { name: '', title: '', addresses: '' };

/** Makes a mailbox without sieves: what comes in waits for review. */
export function MakeMailbox({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  const queries = useQueryClient();
  const [mailbox, setMailbox] = useState(empty);
  const make = useMutation({
    mutationFn: () => service.mailboxes.put({ params: { name: mailbox.name }, body: fileOf(mailbox) }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['mailboxes'] });
      setMailbox(empty);
      onClose();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate();
  };
  return (
    <Dialog title={mailboxWords.makeTitle} isOpen={isOpen} onClose={onClose}>
      <Form onSubmit={submit}>
        <FormStack>
          <TextField
            label={mailboxWords.name}
            help={mailboxWords.nameHelp}
            isRequired
            autoFocus
            pattern="[a-z0-9][a-z0-9\-]{0,62}"
            value={mailbox.name}
            onChange={(name) => setMailbox({ ...mailbox, name })}
          />
          <TextField
            label={mailboxWords.titleField}
            maxLength={200}
            value={mailbox.title}
            onChange={(title) => setMailbox({ ...mailbox, title })}
          />
          <TextField
            label={mailboxWords.addressesField}
            lines={3}
            isRequired
            value={mailbox.addresses}
            onChange={(addresses) => setMailbox({ ...mailbox, addresses })}
          />
          {make.error && <Trouble error={make.error} />}
          <Acts>
            <InkButton type="submit" isPending={make.isPending}>
              {mailboxWords.makeSubmit}
            </InkButton>
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </Acts>
        </FormStack>
      </Form>
    </Dialog>
  );
}

/** The mailbox file; JSON is YAML, too. */
function fileOf({ name, title, addresses }: typeof empty): Uint8Array {
  const file = {
    mailbox: name,
    ...(title.trim() ? { title: title.trim() } : {}),
    addresses: addresses.split(/[\s,;]+/).filter(Boolean),
    sieves: [],
  };
  return new TextEncoder().encode(`${JSON.stringify(file, null, 2)}\n`);
}
