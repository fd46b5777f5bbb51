import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { FolderItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { mailboxPageWords as say } from '../../words-mailbox';
import { FolderDialog } from './FolderDialog';
import { JobLine } from './JobLine';
import { TakeDialog } from './TakeDialog';

const List = styled.ul`
  display: grid;
  gap: 0;
  margin: 0 0 10px;
  padding: 0;
  list-style: none;
  li {
    display: grid;
    gap: 4px;
    padding: 10px 0;
    border-bottom: 1px solid var(--rule);
  }
  .bad {
    color: var(--bad);
  }
`;

/** The folders a mailbox takes messages from: how each is, and what one can do with it. */
export function Folders({ mailbox }: { mailbox: string }) {
  const may = useMay('author');
  const [adding, setAdding] = useState(false);
  const { data, error, refetch } = useQuery({
    queryKey: ['mailboxes', mailbox, 'folders'],
    queryFn: () => service.folders.list({ params: { name: mailbox } }),
    // Watching begins a moment after a folder was added.
    refetchInterval: ({ state }) => (state.data?.items.every((one) => one.state === 'watched') ? false : 2000),
  });
  return (
    <section aria-label={say.folders}>
      <h2>{say.folders}</h2>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data?.items.length === 0 && <Muted as="p">{say.noFolders}</Muted>}
      <List>
        {data?.items.map((item) => (
          <Folder key={`${item.connection} ${item.folder}`} mailbox={mailbox} item={item} may={may} />
        ))}
      </List>
      {may && <Button onPress={() => setAdding(true)}>{say.add}</Button>}
      {adding && <FolderDialog mailbox={mailbox} onClose={() => setAdding(false)} />}
    </section>
  );
}

function Folder({ mailbox, item, may }: { mailbox: string; item: FolderItem; may: boolean }) {
  const { connection, folder, unread, after, state, detail, remark, taken, failed, troubles, last_taken: last } = item;
  const [open, setOpen] = useState<'take' | 'stop' | null>(null);
  return (
    <li>
      <div>
        <strong>{folder}</strong> <Muted>{connection}</Muted>{' '}
        <span className={state === 'trouble' ? 'bad' : undefined}>{say.states[state]}</span>
        <Muted>
          {' · '}
          {unread ? say.takes.unread : say.takes.all}, {after ?? say.leaves}
          {' · '}
          {fill(say.taken, { count: taken })}
          {last && (
            <>
              , {say.lastTaken} <When at={last} />
            </>
          )}
        </Muted>
      </div>
      {detail && (
        <div className="bad">
          {detail}{' '}
          {item.next_try && (
            <Muted>
              {say.nextTry} <When at={item.next_try} />
            </Muted>
          )}
        </div>
      )}
      {remark && <Muted>{remark}</Muted>}
      {failed > 0 && (
        <Muted>
          {fill(say.failed, { count: failed })} {troubles.join(' ')}
        </Muted>
      )}
      {item.job && <JobLine job={item.job} />}
      {may && (
        <Acts>
          <Button onPress={() => setOpen('take')}>{say.take}</Button>
          <Button onPress={() => setOpen('stop')}>{say.stop}</Button>
        </Acts>
      )}
      {open === 'take' && <TakeDialog mailbox={mailbox} item={item} onClose={() => setOpen(null)} />}
      {open === 'stop' && <StopDialog mailbox={mailbox} item={item} onClose={() => setOpen(null)} />}
    </li>
  );
}

interface OfFolder {
  mailbox: string;
  item: FolderItem;
  onClose(): void;
}

function StopDialog({ mailbox, item: { connection, folder }, onClose }: OfFolder) {
  const queries = useQueryClient();
  const remove = useMutation({
    mutationFn: () => service.folders.remove({ params: { name: mailbox }, body: { connection, folder } }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['mailboxes', mailbox] });
      onClose();
    },
  });
  return (
    <Dialog title={fill(say.stopTitle, { folder })} isOpen onClose={onClose} alert>
      <p>{say.stopHelp}</p>
      {remove.error && <Trouble error={remove.error} />}
      <Acts>
        <Button onPress={() => remove.mutate()} isPending={remove.isPending}>
          {say.stop}
        </Button>
        <Button onPress={onClose}>{words.common.cancel}</Button>
      </Acts>
    </Dialog>
  );
}
