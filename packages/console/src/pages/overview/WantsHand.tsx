import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { DriftItem, Overview } from '@yellow-sieve/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { PlainButton } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';

const Box = styled.section`
  align-self: start;
  border: 1px solid var(--strong-rule);
  background: var(--sheet);
  &[data-wants='true'] {
    border-top: 5px solid var(--yellow);
  }
  h2 {
    padding: 12px 14px;
  }
`;

const Item = styled.div`
  display: grid;
  grid-template-columns: 46px minmax(0, 1fr) auto;
  gap: 4px 12px;
  align-items: start;
  margin: 0 14px;
  padding: 9px 0;
  border-top: 1px solid var(--rule);
`;

const Figure = styled.span`
  font: 600 1.1875rem/1.2 var(--heading);
  text-align: right;
`;

const More = styled(Link)`
  float: right;
  font: 400 0.8125rem/1.6 var(--text);
`;

const Look = styled(Link)`
  padding: 3px 11px;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  background: var(--sheet);
  font-weight: 600;
  text-decoration: none;
  &:hover {
    border-color: var(--ink);
  }
`;

/** What a person should do something about, first things first. */
export function WantsHand({ overview }: { overview: Overview }) {
  const { wants, stopped, troubled, messages, drift, asking } = overview;
  const trying = wants.deliveries.retrying + wants.deliveries.uncertain;
  const any = wants.review + wants.failed + wants.deliveries.stopped + drift.length > 0;
  return (
    <Box data-wants={any}>
      <h2>
        {words.overview.wants} <More to="/notices">{words.overview.notices}</More>
      </h2>
      {wants.review > 0 && <Row count={wants.review} text={words.overview.toReview} to="/messages?state=review" />}
      {wants.failed > 0 && <Row count={wants.failed} text={words.overview.failed} to="/messages?state=failed" />}
      {wants.deliveries.stopped > 0 && (
        <Row count={wants.deliveries.stopped} text={words.overview.deliveryStopped} to="/destinations?state=stopped">
          {stopped.map(({ delivery, destination, answer, message, subject, updated }) => (
            <div key={delivery}>
              <Link to={`/messages/${message}`}>{subject || words.messages.noSubject}</Link>{' '}
              <Muted>
                {fill(words.overview.stoppedOne, { destination, answer: answer ?? '' })} · <When at={updated} />
              </Muted>
            </div>
          ))}
        </Row>
      )}
      {drift.map((one) => (
        <DriftRow key={one.key} drift={one} />
      ))}
      {asking.length > 0 && (
        <Row
          count={asking.reduce((sum, one) => sum + one.messages, 0)}
          text={words.overview.asksNow}
          to="/messages?state=waiting"
        >
          {asking.map(({ sieve, detail }) => (
            <div key={sieve + detail}>
              <Muted>{fill(words.overview.asksOne, { sieve, detail })}</Muted>
            </div>
          ))}
        </Row>
      )}
      {trying > 0 && (
        <Row count={trying} text={words.overview.retryingNow} to="/destinations?state=retrying">
          {troubled.map(({ destination, count, answer, since }) => (
            <div key={destination}>
              {fill(words.overview.troubledOne, { destination, count: String(count), answer: answer ?? '' })}{' '}
              <Muted>
                <When at={since} />
              </Muted>
            </div>
          ))}
        </Row>
      )}
      {!any && trying === 0 && asking.length === 0 && (
        <Item>
          <Figure>0</Figure>
          <Muted>
            {fill(words.overview.nothingWants, {
              count: Object.values(messages).reduce((sum, count) => sum + count, 0),
            })}
          </Muted>
        </Item>
      )}
    </Box>
  );
}

/** Something in the mail of a mailbox that is no longer as it was. */
function DriftRow({ drift }: { drift: DriftItem }) {
  const { key, mailbox, sieve, text, message, now, found } = drift;
  const queries = useQueryClient();
  const may = useMay('reviewer');
  const seen = useMutation({
    mutationFn: () => service.drift.seen({ params: { key } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['overview'] }),
  });
  const count = drift.kind === 'leftover' ? now.count : now.of - now.count;
  return (
    <Row count={count} text={text} to={`/messages/${message}`}>
      <div>
        <Muted>
          {sieve ? fill(words.overview.driftOf, { mailbox, sieve }) : mailbox} · <When at={found} />
        </Muted>{' '}
        {may && (
          <PlainButton
            isPending={seen.isPending}
            onPress={() => seen.mutate()}
            aria-label={`${words.overview.driftSeen}: ${text}`}
          >
            {words.overview.driftSeen}
          </PlainButton>
        )}
      </div>
    </Row>
  );
}

interface RowProps {
  count: number;
  text: string;
  to: string;
  children?: ReactNode;
}

function Row({ count, text, to, children }: RowProps) {
  return (
    <Item>
      <Figure>{count}</Figure>
      <div>
        {text}
        {children}
      </div>
      <Look to={to} aria-label={`${words.overview.look}: ${count} ${text}`}>
        {words.overview.look}
      </Look>
    </Item>
  );
}
