import { useQuery } from '@tanstack/react-query';
import { deliveryStates } from '@yellow-sieve/contract';
import { useState } from 'react';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Filters } from '../../parts/Filters';
import { Empty, Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { Trouble } from '../../parts/Trouble';
import { useSearch } from '../../parts/use-search';
import { useMay } from '../../session/use-session';
import { words } from '../../words';
import { destinationWords } from '../../words-set-up';
import { DeliveryDialog } from './DeliveryDialog';
import { DeliveryTable } from './DeliveryTable';
import { DestinationList } from './DestinationList';
import { deliveriesQuery, destinationsQuery } from './destinations-query';
import { MakeDestination } from './MakeDestination';
import { ModelConnection } from './ModelConnection';

const Strip = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
  padding: 14px 16px 8px;
  border-top: 1px solid var(--strong-rule);
`;

/** Where records go: each destination with its test and figures, and below what was delivered, or was not. */
export default function DestinationsPage() {
  const [get, set] = useSearch();
  const [opened, setOpened] = useState<string | null>(null);
  const [making, setMaking] = useState(false);
  const [connecting, setConnecting] = useState(false);
  const may = useMay('author');
  const mayConnect = useMay('owner');
  const filter = { destination: get('destination'), state: get('state'), cursor: get('cursor') };
  const destinations = useQuery(destinationsQuery);
  const deliveries = useQuery(deliveriesQuery(filter));
  const items = destinations.data?.items ?? [];
  const error = destinations.error ?? deliveries.error;
  return (
    <Page
      title={destinationWords.title}
      acts={
        <>
          {mayConnect && <Button onPress={() => setConnecting(true)}>{destinationWords.model.act}</Button>}
          {may && <Button onPress={() => setMaking(true)}>{destinationWords.make.act}</Button>}
        </>
      }
    >
      {error && (
        <Trouble error={error} onRetry={() => void Promise.all([destinations.refetch(), deliveries.refetch()])} />
      )}
      {destinations.data && items.length === 0 ? (
        <Empty>{destinationWords.none}</Empty>
      ) : (
        <DestinationList items={items} onShow={(destination) => set({ destination, cursor: null })} />
      )}
      <Strip>
        <h2>{destinationWords.deliveries}</h2>
        <Filters label={words.messages.filters}>
          <Choice
            inline
            label={destinationWords.name}
            value={filter.destination}
            options={[
              { key: '', text: words.common.all },
              ...items.map(({ name, title }) => ({ key: name, text: title })),
            ]}
            onChange={(destination) => set({ destination, cursor: null })}
          />
          <Choice
            inline
            label={destinationWords.state}
            value={filter.state}
            options={[
              { key: '', text: words.common.all },
              ...deliveryStates.map((key) => ({ key, text: words.states[key] })),
            ]}
            onChange={(state) => set({ state, cursor: null })}
          />
        </Filters>
      </Strip>
      {deliveries.data && <DeliveryTable items={deliveries.data.items} onOpen={setOpened} />}
      <Pager
        label={destinationWords.deliveries}
        cursor={filter.cursor || null}
        next={deliveries.data?.next ?? null}
        onOlder={(cursor) => set({ cursor })}
        onNewest={() => set({ cursor: null })}
      />
      <MakeDestination isOpen={making} onClose={() => setMaking(false)} onMade={() => setMaking(false)} />
      <ModelConnection isOpen={connecting} onClose={() => setConnecting(false)} />
      <DeliveryDialog deliveryKey={opened} onClose={() => setOpened(null)} />
    </Page>
  );
}
