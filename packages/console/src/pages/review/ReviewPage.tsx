import { useQuery } from '@tanstack/react-query';
import type { ReviewCause } from '@yellow-sieve/contract';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Empty, Muted, Page } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { fill, words } from '../../words';
import { searchOf } from '../messages/messages-query';

const Body = styled.div`
  overflow: auto;
  padding: 8px 16px 24px;
  td a {
    white-space: nowrap;
  }
`;

/** What waits for a person, by its cause: the cause is mended in the workbench, or the messages are gone through one by one. */
export default function ReviewPage() {
  const say = words.review;
  const { data, error, refetch } = useQuery({ queryKey: ['review'], queryFn: () => service.review.causes() });
  const count = data?.items.reduce((sum, one) => sum + one.count, 0) ?? 0;
  return (
    <Page title={say.title} about={data && <Muted>{fill(say.count, { count })}</Muted>}>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data && (data.items.length === 0 ? <Empty>{say.none}</Empty> : <Causes causes={data.items} />)}
    </Page>
  );
}

function Causes({ causes }: { causes: readonly ReviewCause[] }) {
  const say = words.review;
  return (
    <Body>
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
            <Cause key={`${cause.code} ${cause.mailbox} ${cause.sieve}`} cause={cause} />
          ))}
        </tbody>
      </RuledTable>
    </Body>
  );
}

function Cause({ cause: { count, text, code, sieve, mailbox, since } }: { cause: ReviewCause }) {
  const say = words.review;
  const search = searchOf({ mailbox, state: 'review', sieve: sieve ?? '', cursor: '' });
  return (
    <tr>
      <td className="end">{count}</td>
      <td>
        {text} <Muted>{code}</Muted>
      </td>
      <td>
        {sieve === null ? (
          <Muted>{words.common.none}</Muted>
        ) : (
          <Link to={`/workbench/${sieve}?of=stored`}>{sieve}</Link>
        )}
      </td>
      <td>{mailbox}</td>
      <td>
        <When at={since} />
      </td>
      <td className="end">
        <Link to={`/messages${search}`} aria-label={fill(say.lookAt, { count, cause: text })}>
          {say.look}
        </Link>
      </td>
    </tr>
  );
}
