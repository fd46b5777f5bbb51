import { useQuery } from '@tanstack/react-query';
import type { Message } from '@yellow-sieve/contract';
import { messageStates } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Choice } from '../../parts/Choice';
import { Filters } from '../../parts/Filters';
import { Empty, Muted, Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { StateMark } from '../../parts/StateMark';
import { Cell, Column, Row, Table, TableBody, TableFrame, TableHeader } from '../../parts/Table';
import { Trouble } from '../../parts/Trouble';
import { useSearch } from '../../parts/use-search';
import { When } from '../../parts/When';
import { fill, words } from '../../words';
import { filterOf, type MessageFilter, messagesQuery, searchOf } from './messages-query';
import { useCounts } from './use-counts';
import { useSetUpNames } from './use-set-up-names';

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
      acts={<MessageFilters filter={filter} onChange={(changes) => set({ ...changes, cursor: null })} />}
    >
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data && <MessageTable items={data.items} search={searchOf(filter)} />}
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

const anyOf = (names: readonly { name: string; title: string }[]) => [
  { key: '', text: words.common.all },
  ...names.map(({ name, title }) => ({ key: name, text: title })),
];

function MessageFilters({
  filter,
  onChange,
}: {
  filter: MessageFilter;
  onChange(changes: Record<string, string>): void;
}) {
  const { mailboxes, sieves } = useSetUpNames();
  const states = messageStates.map((state) => ({ name: state, title: words.states[state] }));
  return (
    <Filters label={words.messages.filters}>
      <Choice
        inline
        label={words.messages.mailbox}
        value={filter.mailbox}
        options={anyOf(mailboxes)}
        onChange={(mailbox) => onChange({ mailbox })}
      />
      <Choice
        inline
        label={words.messages.state}
        value={filter.state}
        options={anyOf(states)}
        onChange={(state) => onChange({ state })}
      />
      <Choice
        inline
        label={words.messages.sieve}
        value={filter.sieve}
        options={anyOf(sieves)}
        onChange={(sieve) => onChange({ sieve })}
      />
    </Filters>
  );
}

function MessageTable({ items, search }: { items: readonly Message[]; search: string }) {
  const none = search === '' ? words.messages.noneAtAll : words.messages.none;
  return (
    <TableFrame>
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
                <Subject>{subjectOf(item)}</Subject>
              </Cell>
              <Cell>
                <Muted>{item.from ?? ''}</Muted>
              </Cell>
              <Cell>{item.mailbox}</Cell>
              <Cell>
                <StateMark state={item.state} />
                {item.reasons[0] && <Reason> · {item.reasons[0].text}</Reason>}
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
