import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { useNavigate } from 'react-router';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { words } from '../../words';
import { mailboxWords } from '../../words-set-up';
import { mailboxesQuery } from '../messages/use-set-up-names';
import { fileOf, type NewMailbox, proposed, wrongWith } from './new-mailbox';

const empty: NewMailbox = { title: '', name: null, addresses: null };

/** Makes a mailbox without sieves: name and address follow from the title, until they are written otherwise. */
export function MakeMailbox({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const others = useQuery(mailboxesQuery).data?.items ?? [];
  const [written, setWritten] = useState(empty);
  const mailbox = proposed(written, others);
  const wrong = wrongWith(mailbox, others);
  const make = useMutation({
    mutationFn: () => service.mailboxes.put({ params: { name: mailbox.name }, body: fileOf(mailbox) }),
    onSuccess: async ({ name }) => {
      setWritten(empty);
      onClose();
      await navigate(`/mailboxes/${name}`);
      await queries.invalidateQueries({ queryKey: ['mailboxes'] });
    },
  });
  const isReady = mailbox.title.trim() !== '' && wrong.name === null && wrong.addresses === null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (isReady) make.mutate();
  };
  return (
    <Dialog title={mailboxWords.makeTitle} isOpen={isOpen} onClose={onClose}>
      <Form onSubmit={submit}>
        <FormStack>
          <TextField
            label={mailboxWords.titleField}
            help={mailboxWords.titleHelp}
            isRequired
            autoFocus
            maxLength={200}
            value={written.title}
            onChange={(title) => setWritten({ ...written, title })}
          />
          <TextField
            label={mailboxWords.addressesField}
            lines={2}
            wrong={wrong.addresses}
            value={mailbox.addresses}
            onChange={(addresses) => setWritten({ ...written, addresses })}
          />
          <TextField
            label={mailboxWords.name}
            help={mailboxWords.nameHelp}
            wrong={wrong.name}
            value={mailbox.name}
            onChange={(name) => setWritten({ ...written, name })}
          />
          {make.error && <Trouble error={make.error} />}
          <Acts>
            <InkButton type="submit" isPending={make.isPending} isDisabled={!isReady}>
              {mailboxWords.makeSubmit}
            </InkButton>
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </Acts>
        </FormStack>
      </Form>
    </Dialog>
  );
}
