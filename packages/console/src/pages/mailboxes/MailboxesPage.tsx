import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Empty, Page } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { useMay } from '../../session/use-session';
import { mailboxWords } from '../../words-set-up';
import { mailboxesQuery } from '../messages/use-set-up-names';
import { MailboxBox } from './MailboxBox';
import { MakeMailbox } from './MakeMailbox';

const List = styled.div`
  overflow: auto;
  padding: 0 16px 24px;
`;

/** Where messages come in. */
export default function MailboxesPage() {
  const { data, error, refetch } = useQuery(mailboxesQuery);
  const [making, setMaking] = useState(false);
  const may = useMay('author');
  const make = may && <Button onPress={() => setMaking(true)}>{mailboxWords.make}</Button>;
  return (
    <Page title={mailboxWords.title} acts={data && data.items.length > 0 && make}>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data?.items.length === 0 && (
        <Empty>
          <h2>{mailboxWords.none}</h2>
          <p>{mailboxWords.noneHelp}</p>
          {make}
        </Empty>
      )}
      <List>
        {data?.items.map((mailbox) => (
          <MailboxBox key={mailbox.name} mailbox={mailbox} />
        ))}
      </List>
      <MakeMailbox isOpen={making} onClose={() => setMaking(false)} />
    </Page>
  );
}
