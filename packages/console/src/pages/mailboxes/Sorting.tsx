import { useQuery } from '@tanstack/react-query';
import type { MailboxDetail, RouteItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Dialog, FootActs } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { fill, words } from '../../words';
import { mailboxPageWords as say } from '../../words-mailbox';
import { destinationsQuery } from '../destinations/destinations-query';
import { RouteDialog } from '../workbench/RouteDialog';
import { beginsAs, namesFor, whenText } from './mailbox-form';
import { SorterDialog } from './SorterDialog';
import { useMailboxEdit } from './use-mailbox-edit';

const List = styled.ul`
  margin: 0 0 8px;
  padding: 0;
  list-style: none;
`;

const Line = styled.li`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
  > span:first-child {
    flex: 1 1 200px;
    overflow-wrap: anywhere;
  }
`;

const Act = styled.p`
  margin: 6px 0;
`;

interface PartProps {
  mailbox: MailboxDetail;
  /** Whether it may be changed. */
  may: boolean;
}

/** The categories a mailbox gives its messages. */
export function Categories({ mailbox, may }: PartProps) {
  const [open, setOpen] = useState(false);
  const { name, sorter } = mailbox;
  return (
    <section aria-label={say.sorting}>
      <h2>{say.sorting}</h2>
      {sorter ? (
        <p>
          {sorter.categories.map(({ category }) => category).join(', ')}
          {' · '}
          <Link to={`/mailboxes/${name}/sorter`}>{say.toSorter}</Link>
        </p>
      ) : (
        <Muted>{say.sortsNothing}</Muted>
      )}
      {may && (
        <Act>
          <Button onPress={() => setOpen(true)}>{sorter ? say.changeCategories : say.giveCategories}</Button>
        </Act>
      )}
      {open && <SorterDialog mailbox={mailbox} onClose={() => setOpen(false)} />}
    </section>
  );
}

/** What is being done to a route, and to which file: places are those of that one. */
interface Doing {
  what: 'change' | 'remove';
  /** Null for a new one. */
  at: number | null;
  route: RouteItem | null;
  seen: string;
}

/** Where a mailbox’s mail goes, whether a sieve takes it or not. */
export function MailboxRoutes({ mailbox, may }: PartProps) {
  const { name, digest, routes, sorter } = mailbox;
  const [doing, setDoing] = useState<Doing | null>(null);
  const done = () => setDoing(null);
  const edit = useMailboxEdit(name, done);
  const begin = (what: Doing['what'], at: number | null) => {
    edit.reset();
    setDoing({ what, at, route: at === null ? null : (routes[at] ?? null), seen: digest });
  };
  const targets = useQuery(destinationsQuery);
  const titleOf = (to: string) => targets.data?.items.find((one) => one.name === to)?.title ?? to;
  const keep = (value: RouteItem) =>
    doing && edit.mutate({ seen: doing.seen, act: { act: 'set route', route: doing.at, value } });
  return (
    <section aria-label={say.routes}>
      <h2>{say.routes}</h2>
      {routes.length === 0 && <Muted>{say.routesNone}</Muted>}
      <List>
        {routes.map(({ to, when }, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: several routes may go to one place
          <Line key={at}>
            <span>
              {titleOf(to)} <Muted>{whenText(when) === '' ? say.always : (whenText(when) ?? say.whenLonger)}</Muted>
            </span>
            {may && (
              <>
                <Button aria-label={fill(say.changeOf, { to: titleOf(to) })} onPress={() => begin('change', at)}>
                  {say.change}
                </Button>
                <Button aria-label={fill(say.removeOf, { to: titleOf(to) })} onPress={() => begin('remove', at)}>
                  {say.remove}
                </Button>
              </>
            )}
          </Line>
        ))}
      </List>
      {may && (
        <Act>
          <Button onPress={() => begin('change', null)}>{say.addRoute}</Button>
        </Act>
      )}
      <Otherwise mailbox={mailbox} may={may} />
      <Dialog
        title={fill(say.removeTitle, { to: titleOf(doing?.route?.to ?? '') })}
        isOpen={doing?.what === 'remove'}
        onClose={done}
      >
        <Muted>{say.removeHelp}</Muted>
        {edit.error && <Trouble error={edit.error} />}
        <FootActs>
          <InkButton
            isPending={edit.isPending}
            onPress={() =>
              doing?.at != null && edit.mutate({ seen: doing.seen, act: { act: 'remove route', route: doing.at } })
            }
          >
            {say.removeIt}
          </InkButton>
          <Button onPress={done}>{words.common.cancel}</Button>
        </FootActs>
      </Dialog>
      <RouteDialog
        route={doing?.route ?? null}
        fields={namesFor(mailbox)}
        columns={[]}
        problems={edit.error ? [{ text: edit.error.message }] : []}
        begins={(target) => beginsAs({ sorter }, target)}
        values={{ 'message.category': sorter?.categories.map(({ category }) => category) ?? [] }}
        isOpen={doing?.what === 'change'}
        onClose={done}
        onKeep={keep}
      />
    </section>
  );
}

const ends = ['review', 'done', 'skip'] as const;

/** What becomes of a message that no sieve takes. */
function Otherwise({ mailbox, may }: PartProps) {
  const { otherwise } = mailbox;
  const edit = useMailboxEdit(mailbox.name, () => undefined);
  const isEnd = ends.some((end) => end === otherwise);
  const options = [
    ...ends.map((key) => ({ key: key as string, text: say.ends[key] })),
    ...(isEnd ? [] : [{ key: otherwise, text: fill(say.endSieve, { sieve: otherwise }) }]),
  ];
  const text = options.find(({ key }) => key === otherwise)?.text ?? '';
  if (!may) return <Muted>{`${say.otherwise}: ${text}`}</Muted>;
  return (
    <>
      <Choice
        label={say.otherwise}
        value={otherwise}
        options={options}
        onChange={(next) => edit.mutate({ seen: mailbox.digest, act: { act: 'set otherwise', otherwise: next } })}
      />
      {edit.error && <Trouble error={edit.error} />}
    </>
  );
}
