import { useInfiniteQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { Said } from '../../parts/Said';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { fill, words } from '../../words';
import { type MessageFilter, searchOf, withinQuery } from './messages-query';

const Frame = styled.section`
  flex: 1;
  min-height: 120px;
  overflow: auto;
  padding: 10px 16px 24px;
  border-top: 1px solid var(--strong-rule);
  ul {
    margin: 6px 0 10px;
    padding: 0;
    list-style: none;
  }
  li {
    padding: 5px 0;
    border-bottom: 1px solid var(--rule);
  }
`;

const Excerpt = styled.div`
  font: 400 0.8125rem/1.45 var(--mono);
  overflow-wrap: anywhere;
  mark {
    background: var(--wash);
    font-weight: 600;
  }
`;

/** Messages with the words in their text, newest first: looked through a stretch at a time, as far back as one likes. What the list has already is left out. */
export function Within({ filter, known }: { filter: MessageFilter; known: ReadonlySet<string> }) {
  const say = words.messages.within;
  const { data, error, fetchNextPage, hasNextPage, isFetching } = useInfiniteQuery(withinQuery(filter));
  const pages = data?.pages ?? [];
  const items = pages.flatMap((page) => page.items).filter(({ key }) => !known.has(key));
  const back = pages.at(-1)?.back_to ?? null;
  const searched = pages.reduce((sum, page) => sum + page.searched, 0);
  return (
    <Frame aria-label={say.title}>
      <h2>{say.title}</h2>
      {error && <Trouble error={error} onRetry={() => void fetchNextPage()} />}
      <ul>
        {items.map(({ key, subject, received, excerpt, mailbox }) => (
          <li key={key}>
            <Link to={`/messages/${key}${searchOf(filter)}`}>
              <Said text={subject || words.messages.noSubject} />
            </Link>{' '}
            <Muted>
              {mailbox} · <When at={received} />
            </Muted>
            <Excerpt>
              <Marked text={excerpt} find={filter.find} />
            </Excerpt>
          </li>
        ))}
      </ul>
      <Muted role="status">
        {isFetching && say.looking}
        {!isFetching && searched > 0 && items.length === 0 && `${say.noMore} `}
        {!isFetching && back && (
          <>
            {hasNextPage
              ? fill(say.searched, { count: searched.toLocaleString('en-GB') })
              : fill(say.all, { count: searched.toLocaleString('en-GB') })}{' '}
            {hasNextPage && <When at={back} />}{' '}
          </>
        )}
        {!isFetching && searched === 0 && say.none}
      </Muted>{' '}
      {hasNextPage && !isFetching && <Button onPress={() => void fetchNextPage()}>{say.goOn}</Button>}
    </Frame>
  );
}

/** The words of the search where they stand in a line, whatever their case. */
function Marked({ text, find }: { text: string; find: string }) {
  const wanted = (find.match(/["“„][^"“”„]+["”“]|\S+/g) ?? [])
    .map((word) => word.replace(/^["“„]|["”“]$/g, ''))
    .filter(Boolean)
    .map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  if (wanted.length === 0) return <Said text={text} />;
  return text.split(new RegExp(`(${wanted.join('|')})`, 'giu')).map((piece, i) =>
    i % 2 === 1 ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: pieces never change their order
      <mark key={i}>{piece}</mark>
    ) : (
      // biome-ignore lint/suspicious/noArrayIndexKey: pieces never change their order
      <Said key={i} text={piece} />
    ),
  );
}
