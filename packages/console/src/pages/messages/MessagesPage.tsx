import { useQuery } from '@tanstack/react-query';
import type { Message } from '@yellow-sieve/contract';
import { reasonText } from '@yellow-sieve/core/shapes';
import { styled } from 'styled-components';
import { Empty, Muted, Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { Said, SaidAddress } from '../../parts/Said';
import { StateMark } from '../../parts/StateMark';
import { Cell, Column, Row, Table, TableBody, TableFrame, TableHeader } from '../../parts/Table';
import { Trouble } from '../../parts/Trouble';
import { useSearch } from '../../parts/use-search';
import { When } from '../../parts/When';
import { fill, words } from '../../words';
import { MessageFilters } from './MessageFilters';
import { filterOf, messagesQuery, noFilters, searchOf } from './messages-query';
import { useCounts } from './use-counts';
import { Views } from './Views';
import { Within } from './Within';

const Strip = styled.div`
  padding: 8px 16px;
  border-bottom: 1px solid var(--rule);
`;

const Reason = styled.span`
  color: var(--second);
`;

const Subject = styled.span`
  font-weight: 600;
`;

/** What came in, newest first; new messages appear by themselves. */
export default function MessagesPage() {
  const [get, set] = useSearch();
  const filter = filterOf(get);
  const { data, error, refetch } = useQuery(messagesQuery(filter));
  const count = useCounts(filter);
  return (
    <Page
      title={words.messages.title}
      about={count !== null && <span>{fill(words.messages.count, { count: count.toLocaleString('en-GB') })}</span>}
      acts={<Views filter={filter} />}
    >
      <Strip>
        <MessageFilters
          filter={filter}
          onChange={(changes) => set({ ...changes, cursor: null })}
          onClear={() => set(noFilters)}
        />
      </Strip>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data && <MessageTable items={data.items} search={searchOf(filter)} grows={filter.find === ''} />}
      {data && filter.find !== '' && (
        <Within key={searchOf(filter)} filter={filter} known={new Set(data.items.map(({ key }) => key))} />
      )}
      <Pager
        label={words.messages.list}
        cursor={filter.cursor || null}
        next={data?.next ?? null}
        onOlder={(cursor) => set({ cursor })}
        onNewest={() => set({ cursor: null })}
      />
    </Page>
  );
}

function MessageTable({ items, search, grows }: { items: readonly Message[]; search: string; grows: boolean }) {
  const none = grows ? (search === '' ? words.messages.noneAtAll : words.messages.none) : words.messages.noneFound;
  return (
    <TableFrame style={grows ? {} : { flex: '0 1 auto' }}>
      <Table aria-label={words.messages.list}>
        <TableHeader>
          <Column>{words.messages.received}</Column>
          <Column isRowHeader>{words.messages.subject}</Column>
          <Column>{words.messages.from}</Column>
          <Column>{words.messages.mailbox}</Column>
          <Column>{words.messages.became}</Column>
        </TableHeader>
        <TableBody
          items={items.map((item) => ({ ...item, id: item.key }))}
          renderEmptyState={() => <Empty>{none}</Empty>}
        >
          {(item) => (
            <Row href={`/messages/${item.key}${search}`} textValue={item.subject ?? words.messages.noSubject}>
              <Cell>
                <When at={item.received} />
              </Cell>
              <Cell>
                <Subject>
                  <Said text={subjectOf(item)} />
                </Subject>
              </Cell>
              <Cell>
                <Muted>
                  <SaidAddress address={item.from ?? ''} />
                </Muted>
              </Cell>
              <Cell>{item.mailbox}</Cell>
              <Cell>
                <StateMark state={item.state} />
                {item.reasons[0] && <Reason> · {reasonText(item.reasons[0].text)}</Reason>}
              </Cell>
            </Row>
          )}
        </TableBody>
      </Table>
    </TableFrame>
  );
}

/** A message that nobody has read yet has no subject to show. */
const subjectOf = ({ subject, state }: Message): string =>
  subject || (subject === null && state === 'waiting' ? words.messages.unread : words.messages.noSubject);
