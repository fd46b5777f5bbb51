import { useQuery } from '@tanstack/react-query';
import type { MailboxDetail, MailboxItem } from '@yellow-sieve/contract';
import { unmasked } from '@yellow-sieve/core/shapes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Empty, Muted, Page } from '../../parts/Page';
import { RemoveButton } from '../../parts/RemoveButton';
import { Head, Left, Scroll, Side, Sides } from '../../parts/Sides';
import { StateMark } from '../../parts/StateMark';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { mailboxPageWords as say } from '../../words-mailbox';
import { mailboxWords } from '../../words-set-up';
import { Folders } from './Folders';
import { PutIn } from './MailboxBox';
import { Categories, MailboxRoutes } from './Sorting';

const Pad = styled.div`
  display: grid;
  gap: 22px;
  align-content: start;
  padding: 16px 16px 24px;
  h2 {
    margin-bottom: 4px;
  }
`;

const Address = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  code {
    font: 400 0.8125rem/1.6 var(--mono);
    overflow-wrap: anywhere;
  }
`;

const Row = styled.li`
  padding: 9px 16px;
  border-bottom: 1px solid var(--rule);
  overflow-wrap: anywhere;
`;

const List = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;
`;

/** A mailbox: the ways in, what they brought last, and what is made of it. */
export default function MailboxPage() {
  const { name = '' } = useParams();
  const navigate = useNavigate();
  const may = useMay('author');
  const { data, error, refetch } = useQuery({
    queryKey: ['mailboxes', name],
    queryFn: () => service.mailboxes.get({ params: { name } }),
  });
  const remove = async (dry: 'true' | 'false') => {
    const removal = await service.mailboxes.remove({ params: { name }, query: { dry } });
    if (dry === 'false') void navigate('/mailboxes');
    return removal;
  };
  return (
    <Page
      title={data?.title ?? name}
      about={<Link to="/mailboxes">{say.all}</Link>}
      acts={
        data && (
          <>
            {data.sorts && <Link to={`/mailboxes/${name}/sorter`}>{mailboxWords.sorter}</Link>}
            <Link to={`/messages?mailbox=${name}`}>{mailboxWords.see}</Link>
            {may && <RemoveButton title={data.title} remove={remove} lists={['mailboxes']} />}
          </>
        )
      }
    >
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data && <Both mailbox={data} may={may} />}
    </Page>
  );
}

function Both({ mailbox, may }: { mailbox: MailboxDetail; may: boolean }) {
  const { name, addresses, sieves } = mailbox;
  return (
    <Sides>
      <Left>
        <Scroll>
          <Pad>
            <section aria-label={say.addresses}>
              <h2>{say.addresses}</h2>
              {addresses.map((address) => (
                <CopyAddress key={address} address={address} />
              ))}
              <Muted>{say.smtp}</Muted>
            </section>
            <Confirmations mailbox={name} />
            {may && <PutIn mailbox={mailbox} />}
            <Folders mailbox={name} />
            <Categories mailbox={mailbox} may={may} />
            <MailboxRoutes mailbox={mailbox} may={may} />
            <section aria-label={say.sieves}>
              <h2>{say.sieves}</h2>
              {sieves.length === 0 ? (
                <Muted>
                  {mailbox.sorts ? words.common.none : mailboxWords.noSieves}
                  {mailbox.messages > 0 && !mailbox.sorts && (
                    <>
                      {' · '}
                      <Link to="/workbench">{mailboxWords.suggestedSieve}</Link>
                    </>
                  )}
                </Muted>
              ) : (
                sieves.map((sieve) => (
                  <div key={sieve}>
                    <Link to={`/workbench/${sieve}`}>{sieve}</Link>
                  </div>
                ))
              )}
            </section>
          </Pad>
        </Scroll>
      </Left>
      <Side>
        <Came mailbox={mailbox} />
      </Side>
    </Sides>
  );
}

/** Messages by which other mail services ask whether they may forward mail here. */
function Confirmations({ mailbox }: { mailbox: string }) {
  const { data } = useQuery({
    queryKey: ['messages', 'that ask to confirm', mailbox],
    queryFn: () =>
      service.messages.list({ query: { mailbox, state: 'review', cause: 'YS-MESSAGE-CONFIRMATION', limit: '5' } }),
  });
  if (!data || data.items.length === 0) return null;
  return (
    <section aria-label={say.confirmations}>
      <h2>{say.confirmations}</h2>
      {data.items.map(({ key, subject, from, received, reasons }) => (
        <p key={key}>
          <Link to={`/messages/${key}`}>{unmasked(subject || say.noSubject)}</Link>{' '}
          <Muted>
            {from} · <When at={received} />
          </Muted>
          <br />
          {reasons[0] && unmasked(reasons[0].text)}
        </p>
      ))}
    </section>
  );
}

function CopyAddress({ address }: { address: string }) {
  const [copied, setCopied] = useState(false);
  const copy = () => void navigator.clipboard?.writeText(address).then(() => setCopied(true));
  return (
    <Address>
      <code>{address}</code>
      {!address.startsWith('@') && (
        <Button onPress={copy} aria-label={fill(say.copyOf, { address })}>
          {copied ? say.copied : say.copy}
        </Button>
      )}
    </Address>
  );
}

const shown = 30;

/** The last messages, as they come. */
function Came({ mailbox: { name, addresses, messages } }: { mailbox: MailboxItem }) {
  const { data, error, refetch } = useQuery({
    queryKey: ['messages', 'of mailbox', name],
    queryFn: () => service.messages.list({ query: { mailbox: name, limit: String(shown) } }),
  });
  return (
    <Scroll>
      <Head>
        <h2>{say.came}</h2>
        <Muted>{messages}</Muted>
      </Head>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data?.items.length === 0 && (
        <Empty>
          <h2>{say.nothing}</h2>
          <p>{fill(say.nothingHelp, { address: addresses[0] ?? '' })}</p>
        </Empty>
      )}
      <List>
        {data?.items.map(({ key, subject, from, received, state, sieve, category }) => (
          <Row key={key}>
            <StateMark state={state} />{' '}
            <Link to={`/messages/${key}`}>{subject === null ? say.notRead : unmasked(subject || say.noSubject)}</Link>
            <br />
            <Muted>
              {[from, category, sieve && fill(say.sieveOf, { sieve })].map((part) => part && `${part} · `)}
              <When at={received} />
            </Muted>
          </Row>
        ))}
      </List>
    </Scroll>
  );
}
