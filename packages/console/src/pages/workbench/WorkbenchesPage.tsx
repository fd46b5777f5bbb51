import { useQuery } from '@tanstack/react-query';
import type { MailboxItem, SieveItem } from '@yellow-sieve/contract';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Empty, Muted, Page } from '../../parts/Page';
import { RemoveButton } from '../../parts/RemoveButton';
import { TrialTag } from '../../parts/TrialTag';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { NewSieve } from './NewSieve';

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
  const say = workbenchWords;
  const sieves = useQuery({ queryKey: ['sieves'], queryFn: () => service.sieves.list() });
  const mailboxes = useQuery({ queryKey: ['mailboxes'], queryFn: () => service.mailboxes.list() });
  const drafts = useQuery({ queryKey: ['sieves', 'drafts'], queryFn: () => service.sieves.drafts() });
  const begun = new Map(drafts.data?.items.map((one) => [one.name, one]));
  // What somebody began already is gone on with, never begun anew over it.
  const untaken = (drafts.data && mailboxes.data?.items.filter((one) => isUntaken(one) && !begun.has(one.name))) ?? [];
  const live = new Set(sieves.data?.items.map((one) => one.name));
  const unborn = drafts.data?.items.filter((one) => !live.has(one.name)) ?? [];
  const error = sieves.error ?? mailboxes.error ?? drafts.error;
  return (
    <Page title={say.title} about={say.choose}>
      {error && <Trouble error={error} />}
      <Lists>
        {untaken.length > 0 && (
          <section>
            <h2>{say.untaken}</h2>
            <Muted>{say.untakenHelp}</Muted>
            {untaken.map((mailbox) => (
              <NewSieve key={mailbox.name} mailbox={mailbox} />
            ))}
          </section>
        )}
        <section>
          <h2>{say.sieves}</h2>
          {sieves.data?.items.length === 0 && unborn.length === 0 ? (
            <Empty>{say.noSieves}</Empty>
          ) : (
            <List>
              {sieves.data?.items.map((sieve) => (
                <OneSieve key={sieve.name} sieve={sieve} draft={begun.get(sieve.name)} />
              ))}
              {unborn.map(({ name, by, updated }) => (
                <li key={name}>
                  <Link to={`/workbench/${name}${query(name, mailboxes.data?.items)}`}>
                    <strong>{name}</strong>
                  </Link>
                  <Muted>
                    {say.draftNew} · {by} · <When at={updated} />
                  </Muted>
                  <span>
                    <Link
                      to={`/workbench/${name}${query(name, mailboxes.data?.items)}`}
                      aria-label={`${say.open}: ${name}`}
                    >
                      {say.open}
                    </Link>
                    <RemoveSieve name={name} title={name} />
                  </span>
                </li>
              ))}
            </List>
          )}
        </section>
      </Lists>
    </Page>
  );
}

const isUntaken = ({ sieves, messages }: MailboxItem) => sieves.length === 0 && messages > 0;

/** A sieve of a mailbox's own name was begun for it: its messages are what to try it on. */
const query = (name: string, mailboxes: readonly MailboxItem[] = []) =>
  mailboxes.some((one) => one.name === name && isUntaken(one)) ? `?mailbox=${name}&of=stored` : '';

interface OneSieveProps {
  sieve: SieveItem;
  draft: { by: string; updated: string } | undefined;
}

function OneSieve({ sieve: { name, title, version, by, updated, trial }, draft }: OneSieveProps) {
  const say = workbenchWords;
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
      {draft && (
        <Muted>
          {fill(say.draftBy, { by: draft.by })} · <When at={draft.updated} />
        </Muted>
      )}
      <span>
        <Link to={`/workbench/${name}`} aria-label={`${say.open}: ${title}`}>
          {say.open}
        </Link>
        <RemoveSieve name={name} title={title} />
      </span>
    </li>
  );
}

function RemoveSieve({ name, title }: { name: string; title: string }) {
  if (!useMay('author')) return null;
  return (
    <RemoveButton
      title={title}
      remove={(dry) => service.sieves.remove({ params: { name }, query: { dry } })}
      lists={['sieves']}
    />
  );
}
