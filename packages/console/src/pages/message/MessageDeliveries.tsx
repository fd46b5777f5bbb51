import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { MessageDetail } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { StateMark } from '../../parts/StateMark';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';

const List = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;
`;

const Item = styled.li`
  display: grid;
  grid-template-columns: minmax(96px, 150px) minmax(0, 1fr) auto;
  gap: 2px 12px;
  align-items: start;
  padding: 6px 16px;
  border-bottom: 1px solid var(--rule);
`;

const Strong = styled.span`
  font-weight: 600;
  overflow-wrap: anywhere;
`;

type Delivery = MessageDetail['deliveries'][number];

/** Where the message went, or would go once somebody confirms it, and why not elsewhere. */
export function MessageDeliveries({ message }: { message: MessageDetail }) {
  const { deliveries, routes } = message;
  const sent = new Set(deliveries.map(({ route }) => route));
  const would = routes.filter(({ route, fires }) => fires && !sent.has(route));
  const quiet = routes.filter(({ fires }) => !fires);
  return (
    <List>
      {deliveries.length + would.length + quiet.length === 0 && (
        <Item>
          <Muted>{words.message.noDeliveries}</Muted>
        </Item>
      )}
      {deliveries.map((delivery) => (
        <OneDelivery key={delivery.key} delivery={delivery} message={message.key} />
      ))}
      {would.map(({ route, destination, why }) => (
        <Item key={route}>
          <Strong>{destination}</Strong>
          <Muted>
            {fill(words.message.wouldGo, { destination })}: {why}
          </Muted>
        </Item>
      ))}
      {quiet.map(({ route, destination, why }) => (
        <Item key={route}>
          <Muted>{destination}</Muted>
          <Muted>{why}</Muted>
        </Item>
      ))}
    </List>
  );
}

const retryable = new Set(['stopped', 'retrying', 'uncertain']);

function OneDelivery({ delivery, message }: { delivery: Delivery; message: string }) {
  const queries = useQueryClient();
  const may = useMay('author');
  const retry = useMutation({
    mutationFn: () => service.deliveries.retry({ params: { key: delivery.key } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['message', message] }),
  });
  return (
    <Item>
      <Strong>{delivery.destination}</Strong>
      <div>
        <StateMark state={delivery.state} />
        {delivery.answer && <Muted> · {delivery.answer}</Muted>}{' '}
        <Muted>
          <When at={delivery.updated} />
          {delivery.next_try && delivery.state !== 'waiting' && (
            <>
              , {words.destinations.nextTry.replace('{when}', '')}
              <When at={delivery.next_try} />
            </>
          )}
        </Muted>
        {retry.error && <Trouble error={retry.error} />}
      </div>
      {may && retryable.has(delivery.state) && (
        <Button onPress={() => retry.mutate()} isPending={retry.isPending}>
          {words.message.retry}
        </Button>
      )}
    </Item>
  );
}
