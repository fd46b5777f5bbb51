import { useQuery } from '@tanstack/react-query';
import type { ReviewCause } from '@yellow-sieve/contract';
import { reasonText } from '@yellow-sieve/core/shapes';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { InkButton, PlainButton } from '../../parts/Button';
import { Key } from '../../parts/Key';
import { Empty, Muted, Page } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { Trouble } from '../../parts/Trouble';
import { useShortcuts } from '../../parts/use-shortcuts';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { reviewWords } from '../../words-review';
import { AgainDialog } from './AgainDialog';

const Body = styled.div`
  overflow: auto;
  padding: 8px 16px 24px;
  td {
    vertical-align: top;
  }
  td:nth-child(n + 3) {
    white-space: nowrap;
  }
`;

const Ways = styled.td`
  white-space: nowrap;
  a,
  button {
    margin-left: 14px;
  }
  @media (max-width: 900px) {
    a,
    button {
      display: block;
      margin: 0 0 4px auto;
    }
  }
`;

const Below = styled.p`
  margin: 14px 0 0;
  color: var(--second);
`;

const beginKey = 'Enter';

/** What waits for a person, by its cause: the cause is mended in the workbench, or the messages are gone through. */
export default function ReviewPage() {
  const say = reviewWords;
  const { data, error, refetch } = useQuery({ queryKey: ['review'], queryFn: () => service.review.causes() });
  const count = data?.items.reduce((sum, one) => sum + one.count, 0) ?? 0;
  const navigate = useNavigate();
  const may = useMay('reviewer') && count > 0;
  // Of the page, not of the list: once all are through, the list is gone, and what was said of them is still to be read.
  const [again, setAgain] = useState<ReviewCause | null>(null);
  useShortcuts(useMemo(() => ({ [beginKey]: () => may && void navigate('/review/desk') }), [may, navigate]));
  return (
    <Page
      title={say.title}
      about={data && <Muted>{fill(say.count, { count })}</Muted>}
      acts={
        <>
          <Link to="/review/right">{say.accuracy}</Link>
          {may && (
            <InkButton onPress={() => void navigate('/review/desk')}>
              {say.begin} <Key>⏎</Key>
            </InkButton>
          )}
        </>
      }
    >
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data?.items.length === 0 && data.held_rows.length === 0 && <Empty>{say.none}</Empty>}
      {data && (data.items.length > 0 || data.held_rows.length > 0) && (
        <Body>
          {data.items.length > 0 && <Causes causes={data.items} onAgain={setAgain} />}
          {data.held_rows.map(({ sieve, count: rows }) => (
            <Below key={sieve}>
              {fill(say.heldRows, { count: rows, sieve })}{' '}
              <Link to={`/records?held=true&sieve=${sieve}`}>{say.heldLook}</Link>
            </Below>
          ))}
        </Body>
      )}
      {again && <AgainDialog cause={again} onClose={() => setAgain(null)} />}
    </Page>
  );
}

function Causes({ causes, onAgain }: { causes: readonly ReviewCause[]; onAgain(cause: ReviewCause): void }) {
  const say = reviewWords;
  return (
    <RuledTable aria-label={say.title}>
      <thead>
        <tr>
          <th scope="col" className="end">
            {say.waiting}
          </th>
          <th scope="col">{say.cause}</th>
          <th scope="col">{say.sieve}</th>
          <th scope="col">{say.mailbox}</th>
          <th scope="col">{say.since}</th>
          <td />
        </tr>
      </thead>
      <tbody>
        {causes.map((cause) => (
          <Cause key={`${cause.cause} ${cause.mailbox} ${cause.sieve}`} cause={cause} onAgain={() => onAgain(cause)} />
        ))}
      </tbody>
    </RuledTable>
  );
}

function Cause({ cause, onAgain }: { cause: ReviewCause; onAgain(): void }) {
  const { count, text, code, cause: name, sieve, mailbox, since } = cause;
  const say = reviewWords;
  const may = { author: useMay('author'), reviewer: useMay('reviewer') };
  const search = new URLSearchParams({ cause: name, mailbox, ...(sieve === null ? {} : { sieve }) });
  const about = { count, cause: text };
  return (
    <tr>
      <td className="end">{count}</td>
      <td>
        {reasonText(text)} <Muted>{code}</Muted>
      </td>
      <td>{sieve ?? <Muted>{words.common.none}</Muted>}</td>
      <td>{mailbox}</td>
      <td>
        <When at={since} />
      </td>
      <Ways className="end">
        {may.reviewer && (
          <Link to={`/review/desk?${search}`} aria-label={fill(say.oneOf, about)}>
            {say.one}
          </Link>
        )}
        {sieve !== null && (
          <Link to={`/review/table?${search}`} aria-label={fill(say.tableOf, about)}>
            {say.table}
          </Link>
        )}
        {may.author && (
          <>
            <Link
              to={sieve === null ? '/workbench' : `/workbench/${sieve}?of=stored`}
              aria-label={fill(say.mendOf, about)}
            >
              {say.mend}
            </Link>
            <PlainButton aria-label={fill(say.againOf, about)} onPress={onAgain}>
              {say.again}
            </PlainButton>
          </>
        )}
      </Ways>
    </tr>
  );
}
