import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { MessageDetail } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Acts } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { StateMark } from '../../parts/StateMark';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { destinationWords } from '../../words-set-up';
import { actsOn, type DeliveryAct } from '../destinations/delivery-acts';

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

function OneDelivery({ delivery, message }: { delivery: Delivery; message: string }) {
  const queries = useQueryClient();
  const may = useMay('author');
  const act = useMutation({
    mutationFn: (doing: DeliveryAct) => service.deliveries[doing]({ params: { key: delivery.key } }),
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
              , {destinationWords.nextTry.replace('{when}', '')}
              <When at={delivery.next_try} />
            </>
          )}
        </Muted>
        {act.error && <Trouble error={act.error} />}
      </div>
      {may && (
        <Acts>
          {actsOn(delivery.state).map((doing) => (
            <Button key={doing} onPress={() => act.mutate(doing)} isPending={act.isPending}>
              {destinationWords.acts[doing]}
            </Button>
          ))}
        </Acts>
      )}
    </Item>
  );
}
