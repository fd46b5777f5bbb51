import type { MailboxItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { DropZone, type FileDropItem, FileTrigger } from 'react-aria-components';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { RemoveButton } from '../../parts/RemoveButton';
import { StateMark } from '../../parts/StateMark';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { mailboxWords } from '../../words-set-up';
import { PasteText } from './PasteText';
import { useUpload } from './use-upload';

const Box = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr) minmax(240px, 340px);
  gap: 10px 28px;
  padding: 16px 0;
  border-bottom: 1px solid var(--strong-rule);
  @media (max-width: 860px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Address = styled.code`
  display: block;
  font: 400 0.8125rem/1.6 var(--mono);
  overflow-wrap: anywhere;
`;

const Waiting = styled.p`
  padding: 8px 12px;
  border-left: 3px solid var(--strong-rule);
  background: var(--sheet);
`;

const States = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 4px 0 6px;
`;

const Drop = styled(DropZone)`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  align-content: start;
  align-self: start;
  padding: 12px 14px;
  border: 1px dashed var(--strong-rule);
  border-radius: var(--round);
  &[data-drop-target] {
    border-style: solid;
    border-color: var(--ink);
    background: var(--sheet);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
  }
`;

/** One mailbox: its addresses, what came, and ways to put something in. */
export function MailboxBox({ mailbox }: { mailbox: MailboxItem }) {
  const { name, title, addresses, sieves, sorts, messages, states, last } = mailbox;
  const may = useMay('author');
  return (
    <Box aria-label={title}>
      <div>
        <h2>
          <Link to={`/mailboxes/${name}`}>{title}</Link>
        </h2>
        {addresses.map((address) => (
          <Address key={address}>{address}</Address>
        ))}
        <Muted>
          {sieves.length > 0
            ? `${mailboxWords.sieves}: ${sieves.join(', ')}`
            : sorts
              ? mailboxWords.onlySorts
              : mailboxWords.noSieves}
          {sieves.length === 0 && !sorts && messages > 0 && (
            <>
              {' · '}
              <Link to="/workbench">{mailboxWords.suggestedSieve}</Link>
            </>
          )}
          {sorts && (
            <>
              {' · '}
              <Link to={`/mailboxes/${name}/sorter`}>{mailboxWords.sorter}</Link>
            </>
          )}
        </Muted>
        {may && (
          <div>
            <RemoveButton
              title={title}
              remove={(dry) => service.mailboxes.remove({ params: { name }, query: { dry } })}
              lists={['mailboxes']}
            />
          </div>
        )}
      </div>
      {messages === 0 ? (
        <Waiting>
          <strong>{mailboxWords.waitingFirst}</strong>
          <br />
          {fill(mailboxWords.waitingHelp, { address: addresses[0] ?? '' })}
        </Waiting>
      ) : (
        <div>
          {fill(mailboxWords.messages, { count: messages })}
          {last && (
            <Muted>
              {' · '}
              {fill(mailboxWords.last, { when: '' })}
              <When at={last} />
            </Muted>
          )}
          <States>
            {Object.entries(states).map(([state, count]) => (
              <Link key={state} to={`/messages?mailbox=${name}&state=${state}`}>
                <StateMark state={state} /> {count}
              </Link>
            ))}
          </States>
          <Link to={`/messages?mailbox=${name}`}>{mailboxWords.see}</Link>
        </div>
      )}
      {may && <PutIn mailbox={mailbox} />}
    </Box>
  );
}

export function PutIn({ mailbox }: { mailbox: MailboxItem }) {
  const [pasting, setPasting] = useState(false);
  const { taking, taken, trouble, upload } = useUpload(mailbox.name);
  return (
    <Drop
      aria-label={`${mailbox.title}: ${mailboxWords.upload}`}
      getDropOperation={() => 'copy'}
      onDrop={async ({ items }) => {
        const files = items.filter((item): item is FileDropItem => item.kind === 'file');
        upload(await Promise.all(files.map((item) => item.getFile())));
      }}
    >
      <FileTrigger
        acceptedFileTypes={['.eml', '.zip', 'message/rfc822', 'application/zip']}
        allowsMultiple
        onSelect={(files) => upload([...(files ?? [])])}
      >
        <Button isPending={taking > 0}>{mailboxWords.upload}</Button>
      </FileTrigger>
      <Button onPress={() => setPasting(true)}>{mailboxWords.paste}</Button>
      <Muted>{mailboxWords.drop}</Muted>
      <span role="status">
        {taking > 0 && fill(mailboxWords.uploading, { count: taking, taken })}
        {taking === 0 && taken > 0 && fill(mailboxWords.uploaded, { count: taken })}
      </span>
      {trouble !== null && <Trouble error={trouble} />}
      <PasteText mailbox={mailbox} isOpen={pasting} onClose={() => setPasting(false)} />
    </Drop>
  );
}
