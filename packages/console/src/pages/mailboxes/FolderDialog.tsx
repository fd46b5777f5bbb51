import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Dialog, FootActs } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { mailboxPageWords as say } from '../../words-mailbox';
import { connectionOf, nameOf, type Written } from '../destinations/destination-form';
import { Entries } from '../destinations/MakeDestination';

const kind = 'imap';
const anew = ' new';

export interface FolderDialogProps {
  mailbox: string;
  onClose(): void;
}

/** Has a mailbox watch a folder: the server is connected to first, and says which folders it has. */
export function FolderDialog({ mailbox, onClose }: FolderDialogProps) {
  const connections = useQuery({ queryKey: ['connections'], queryFn: () => service.connections.list() });
  const fitting = connections.data?.items.filter((one) => one.kind === kind).map(({ name }) => name) ?? [];
  const [chosen, setChosen] = useState('');
  const connection = chosen || (fitting[0] ?? anew);
  return (
    <Dialog title={say.addTitle} isOpen onClose={onClose} wide>
      {connections.data && fitting.length > 0 && (
        <Choice
          beside
          label={say.connection}
          value={connection}
          options={[...fitting.map((key) => ({ key, text: key })), { key: anew, text: say.newConnection }]}
          onChange={setChosen}
        />
      )}
      {connections.data && connection === anew && <Connect onConnected={setChosen} onClose={onClose} />}
      {connections.data && connection !== anew && (
        <PickFolder key={connection} mailbox={mailbox} connection={connection} onClose={onClose} />
      )}
    </Dialog>
  );
}

const More = styled.details`
  summary {
    padding: 4px 0 10px;
    cursor: pointer;
  }
`;

/** Makes a connection, and looks whether it leads anywhere before it is kept. */
function Connect({ onConnected, onClose }: { onConnected(name: string): void; onClose(): void }) {
  const queries = useQueryClient();
  const may = useMay('owner');
  const [title, setTitle] = useState('');
  const [written, setWritten] = useState<Written>({});
  const form = useQuery({
    queryKey: ['connection form', kind],
    enabled: may,
    queryFn: () => service.connections.form({ params: { kind } }),
  });
  const connect = useMutation({
    mutationFn: async () => {
      const name = nameOf(title);
      await service.connections.put({ params: { name }, body: connectionOf(kind, form.data?.entries ?? [], written) });
      await service.folders.offered({ params: { name } });
      return name;
    },
    onSuccess: async (name) => {
      await queries.invalidateQueries({ queryKey: ['connections'] });
      onConnected(name);
    },
  });
  if (!may) return <Muted>{say.ownersConnect}</Muted>;
  // What most servers need comes first, and ends with the password.
  const entries = form.data?.entries ?? [];
  const until = entries.findIndex(({ as }) => as === 'secret') + 1;
  const [first, rest] = [entries.slice(0, until), entries.slice(until)];
  const submit = (event: FormEvent) => {
    event.preventDefault();
    connect.mutate();
  };
  return (
    <Form onSubmit={submit}>
      <FormStack>
        <TextField
          beside
          label={say.connectionName}
          help={say.connectionHelp}
          value={title}
          onChange={setTitle}
          isRequired
          autoFocus
          maxLength={60}
        />
        <Entries entries={first} written={written} onChange={setWritten} />
        {(connect.error ?? form.error) && <Trouble error={connect.error ?? form.error} />}
        <More>
          <summary>{say.more}</summary>
          <FormStack>
            <Entries entries={rest} written={written} onChange={setWritten} />
          </FormStack>
        </More>
        <FootActs>
          <InkButton type="submit" isPending={connect.isPending}>
            {say.connect}
          </InkButton>
          <Button onPress={onClose}>{words.common.cancel}</Button>
        </FootActs>
      </FormStack>
    </Form>
  );
}

type After = keyof typeof say.afters;

function PickFolder({ mailbox, connection, onClose }: FolderDialogProps & { connection: string }) {
  const queries = useQueryClient();
  const offered = useQuery({
    queryKey: ['connections', connection, 'folders'],
    queryFn: () => service.folders.offered({ params: { name: connection } }),
    retry: false,
  });
  const [chosen, setChosen] = useState('');
  const [what, setWhat] = useState<keyof typeof say.whats>('all');
  const [after, setAfter] = useState<After>('leave');
  const [target, setTarget] = useState('');
  const folder = chosen || (offered.data?.items[0]?.folder ?? '');
  const put = useMutation({
    mutationFn: () =>
      service.folders.put({
        params: { name: mailbox },
        body: { connection, folder, ...(what === 'unread' ? { unread: true } : {}), ...afterOf(after, target) },
      }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['mailboxes', mailbox] });
      onClose();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    put.mutate();
  };
  if (offered.error) return <Trouble error={offered.error} onRetry={() => void offered.refetch()} />;
  if (!offered.data) return <Muted role="status">{say.connecting}</Muted>;
  return (
    <Form onSubmit={submit}>
      <FormStack>
        <Choice
          beside
          label={say.folder}
          value={folder}
          options={offered.data.items.map((one) => ({ key: one.folder, text: fill(say.folderCount, one) }))}
          onChange={setChosen}
        />
        <Choice beside label={say.what} value={what} options={optionsOf(say.whats)} onChange={(key) => setWhat(key)} />
        <Choice
          beside
          label={say.after}
          value={after}
          options={optionsOf(say.afters)}
          onChange={(key) => setAfter(key)}
        />
        {after === 'move' && (
          <TextField beside label={say.moveTo} help={say.moveHelp} value={target} onChange={setTarget} isRequired />
        )}
        <Muted>{say.watchHelp}</Muted>
        {put.error && <Trouble error={put.error} />}
        <FootActs>
          <InkButton type="submit" isPending={put.isPending}>
            {say.watch}
          </InkButton>
          <Button onPress={onClose}>{words.common.cancel}</Button>
        </FootActs>
      </FormStack>
    </Form>
  );
}

const optionsOf = <K extends string>(texts: Readonly<Record<K, string>>): { key: K; text: string }[] =>
  (Object.entries(texts) as [K, string][]).map(([key, text]) => ({ key, text }));

const afterOf = (after: After, target: string) =>
  after === 'leave' ? {} : { after: after === 'move' ? { move: target.trim() } : after };
