import { useMutation, useQuery } from '@tanstack/react-query';
import type { MailboxItem, SieveItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Empty, Muted, Page } from '../../parts/Page';
import { TrialTag } from '../../parts/TrialTag';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';

const Lists = styled.div`
  display: grid;
  gap: 22px;
  max-width: 860px;
  padding: 16px 20px 28px;
`;

const List = styled.ul`
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
  border-top: 1px solid var(--strong-rule);
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    align-items: center;
    min-height: 42px;
    padding: 5px 0;
    border-bottom: 1px solid var(--rule);
  }
  li > :last-child {
    display: flex;
    gap: 8px;
    margin-left: auto;
  }
`;

/** What there is to work on: sieves, and mailboxes whose messages no sieve takes yet. */
export default function WorkbenchesPage() {
  const say = words.workbench;
  const sieves = useQuery({ queryKey: ['sieves'], queryFn: () => service.sieves.list() });
  const mailboxes = useQuery({ queryKey: ['mailboxes'], queryFn: () => service.mailboxes.list() });
  const untaken = mailboxes.data?.items.filter((one) => one.sieves.length === 0 && one.messages > 0) ?? [];
  const error = sieves.error ?? mailboxes.error;
  return (
    <Page title={say.title} about={say.choose}>
      {error && <Trouble error={error} />}
      <Lists>
        {untaken.length > 0 && (
          <section>
            <h2>{say.untaken}</h2>
            <Muted>{say.untakenHelp}</Muted>
            <List>
              {untaken.map((mailbox) => (
                <NewSieve key={mailbox.name} mailbox={mailbox} />
              ))}
            </List>
          </section>
        )}
        <section>
          <h2>{say.sieves}</h2>
          {sieves.data?.items.length === 0 ? (
            <Empty>{say.noSieves}</Empty>
          ) : (
            <List>
              {sieves.data?.items.map((sieve) => (
                <OneSieve key={sieve.name} sieve={sieve} />
              ))}
            </List>
          )}
        </section>
      </Lists>
    </Page>
  );
}

function OneSieve({ sieve: { name, title, version, by, updated, trial } }: { sieve: SieveItem }) {
  const say = words.workbench;
  return (
    <li>
      <Link to={`/workbench/${name}`}>
        <strong>{title}</strong>
      </Link>
      <Muted>{name}</Muted>
      {trial && <TrialTag>{say.onTrial}</TrialTag>}
      <Muted>
        {fill(say.version, { version })}
        {by && ` · ${by}`} · <When at={updated} />
      </Muted>
      <Link to={`/workbench/${name}`} aria-label={`${say.open}: ${title}`}>
        {say.open}
      </Link>
    </li>
  );
}

/** Messages a sieve is suggested from: a kind of mail shows its shape in far fewer. */
const mostLooked = 20;

function NewSieve({ mailbox: { name, title, messages } }: { mailbox: MailboxItem }) {
  const say = words.workbench;
  const may = useMay('author');
  const navigate = useNavigate();
  const [nothing, setNothing] = useState(false);
  const begin = useMutation({
    mutationFn: async (suggest: boolean) => {
      const listed = await service.messages.list({ query: { mailbox: name, limit: String(mostLooked) } });
      const keys = listed.items.map(({ key }) => key);
      const found = suggest
        ? await service.sieves.suggest({ body: { messages: keys, sieve: name, samples: false } }).catch(() => null)
        : null;
      setNothing(suggest && found === null);
      const source = found?.source ?? `sieve: ${name}\nfields: {}\nrules: []\n`;
      await service.sieves.putDraft({ params: { name }, body: new TextEncoder().encode(source) });
      return found;
    },
    onSuccess: () => navigate(`/workbench/${name}?mailbox=${name}&of=stored`),
  });
  return (
    <li>
      <strong>{title || name}</strong>
      <Muted>{fill(words.mailboxes.messages, { count: messages })}</Muted>
      {begin.error && <Trouble error={begin.error} />}
      {nothing && <Muted role="status">{say.nothingFound}</Muted>}
      <span>
        {may && (
          <>
            <InkButton isPending={begin.isPending} onPress={() => begin.mutate(true)}>
              {say.suggest}
            </InkButton>
            <Button isPending={begin.isPending} onPress={() => begin.mutate(false)}>
              {say.beginEmpty}
            </Button>
          </>
        )}
      </span>
    </li>
  );
}
