import { useMutation } from '@tanstack/react-query';
import type { MailboxItem } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { useNavigate } from 'react-router';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill, words } from '../../words';
import { mailboxWords } from '../../words-set-up';

export interface PasteTextProps {
  mailbox: MailboxItem;
  isOpen: boolean;
  onClose(): void;
}

/** A text becomes a message of its own. */
export function PasteText({ mailbox, isOpen, onClose }: PasteTextProps) {
  const navigate = useNavigate();
  const [message, setMessage] = useState({ from: '', subject: '', text: '' });
  const paste = useMutation({
    mutationFn: () => service.messages.paste({ params: { mailbox: mailbox.name }, body: message }),
    onSuccess: ({ key }) => navigate(`/messages/${key}?mailbox=${mailbox.name}`),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    paste.mutate();
  };
  return (
    <Dialog wide title={fill(mailboxWords.pasteTitle, { mailbox: mailbox.title })} isOpen={isOpen} onClose={onClose}>
      <Form onSubmit={submit}>
        <FormStack>
          <TextField
            label={mailboxWords.pasteFrom}
            type="email"
            isRequired
            autoFocus
            value={message.from}
            onChange={(from) => setMessage({ ...message, from })}
          />
          <TextField
            label={mailboxWords.pasteSubject}
            maxLength={500}
            value={message.subject}
            onChange={(subject) => setMessage({ ...message, subject })}
          />
          <TextField
            label={mailboxWords.pasteText}
            lines={10}
            isRequired
            value={message.text}
            onChange={(text) => setMessage({ ...message, text })}
          />
          {paste.error && <Trouble error={paste.error} />}
          <Acts>
            <InkButton type="submit" isPending={paste.isPending}>
              {mailboxWords.pasteSubmit}
            </InkButton>
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </Acts>
        </FormStack>
      </Form>
    </Dialog>
  );
}
