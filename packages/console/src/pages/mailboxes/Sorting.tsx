import { useQuery } from '@tanstack/react-query';
import type { DestinationItem, MailboxDetail } from '@yellow-sieve/contract';
import { useCallback, useMemo, useState } from 'react';
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
      <SorterDialog mailbox={mailbox} isOpen={open} onClose={() => setOpen(false)} />
    </section>
  );
}

/** Where a mailbox’s mail goes, whether a sieve takes it or not. */
export function MailboxRoutes({ mailbox, may }: PartProps) {
  const { routes, sorter } = mailbox;
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const [removing, setRemoving] = useState<number | null>(null);
  const edit = useMailboxEdit(mailbox, () => {
    setOpen(null);
    setRemoving(null);
  });
  const targets = useQuery(destinationsQuery);
  const titleOf = (to: string) => targets.data?.items.find((one) => one.name === to)?.title ?? to;
  const begins = useCallback((target: DestinationItem) => beginsAs({ sorter }, target), [sorter]);
  const values = useMemo(
    () => ({ 'message.category': sorter?.categories.map(({ category }) => category) ?? [] }),
    [sorter],
  );
  const problems = open === null ? [] : problemsOf(edit.error);
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
                <Button aria-label={fill(say.changeOf, { to: titleOf(to) })} onPress={() => setOpen(at)}>
                  {say.change}
                </Button>
                <Button aria-label={fill(say.removeOf, { to: titleOf(to) })} onPress={() => setRemoving(at)}>
                  {say.remove}
                </Button>
              </>
            )}
          </Line>
        ))}
      </List>
      {may && (
        <Act>
          <Button onPress={() => setOpen('new')}>{say.addRoute}</Button>
        </Act>
      )}
      <Otherwise mailbox={mailbox} may={may} />
      {open === null && removing === null && edit.error && <Trouble error={edit.error} />}
      <Dialog
        title={fill(say.removeTitle, { to: titleOf(routes[removing ?? 0]?.to ?? '') })}
        isOpen={removing !== null}
        onClose={() => setRemoving(null)}
      >
        <Muted>{say.removeHelp}</Muted>
        {removing !== null && edit.error && <Trouble error={edit.error} />}
        <FootActs>
          <InkButton
            isPending={edit.isPending}
            onPress={() => removing !== null && edit.mutate({ act: 'remove route', route: removing })}
          >
            {say.removeIt}
          </InkButton>
          <Button onPress={() => setRemoving(null)}>{words.common.cancel}</Button>
        </FootActs>
      </Dialog>
      <RouteDialog
        route={typeof open === 'number' ? (routes[open] ?? null) : null}
        fields={namesFor(mailbox)}
        columns={[]}
        problems={problems}
        begins={begins}
        values={values}
        isOpen={open !== null}
        onClose={() => {
          setOpen(null);
          edit.reset();
        }}
        onKeep={(value) => edit.mutate({ act: 'set route', route: open === 'new' ? null : open, value })}
      />
    </section>
  );
}

const problemsOf = (error: Error | null) => (error ? [{ text: error.message }] : []);

const ends = ['review', 'done', 'skip'] as const;

/** What becomes of a message that no sieve takes. */
function Otherwise({ mailbox, may }: PartProps) {
  const { otherwise } = mailbox;
  const edit = useMailboxEdit(mailbox, () => undefined);
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
        onChange={(next) => edit.mutate({ act: 'set otherwise', otherwise: next })}
      />
      {edit.error && <Trouble error={edit.error} />}
    </>
  );
}
