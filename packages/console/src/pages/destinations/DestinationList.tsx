import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { DestinationItem } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Button, PlainButton } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { RemoveButton } from '../../parts/RemoveButton';
import { RuledTable } from '../../parts/RuledTable';
import { titleOf, useKinds } from '../../parts/use-kinds';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { destinationWords } from '../../words-set-up';
import { SheetLinks } from './SheetLinks';

const Frame = styled.div`
  max-height: 46%;
  padding: 4px 16px 12px;
  overflow: auto;
  flex: none;
  @media (max-height: 560px) {
    max-height: none;
  }
`;

const Name = styled.strong`
  font-weight: 600;
`;

const Bad = styled.span`
  color: var(--bad);
`;

const Links = styled.span`
  display: inline-flex;
  align-items: baseline;
  gap: 10px;
`;

const Named = styled.section`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  padding: 10px 0 0;
`;

export interface DestinationListProps {
  items: readonly DestinationItem[];
  onShow(name: string): void;
}

export function DestinationList({ items, onShow }: DestinationListProps) {
  return (
    <Frame>
      <RuledTable aria-label={destinationWords.list}>
        <thead>
          <tr>
            <th scope="col">{destinationWords.name}</th>
            <th scope="col">{destinationWords.kind}</th>
            <th scope="col" className="end">
              {destinationWords.delivered}
            </th>
            <th scope="col" className="end">
              {destinationWords.underWay}
            </th>
            <th scope="col" className="end">
              {destinationWords.keptBack}
            </th>
            <th scope="col" className="end">
              {destinationWords.stopped}
            </th>
            <th scope="col">{destinationWords.link}</th>
            <th scope="col">{destinationWords.tested}</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {items.map((item) => (
            <OneDestination key={item.name} item={item} onShow={onShow} />
          ))}
        </tbody>
      </RuledTable>
      <Connections />
    </Frame>
  );
}

/** Connections by name; what is secret in them nobody sees, and owners remove those that nothing needs. */
function Connections() {
  const owner = useMay('owner');
  const connections = useQuery({
    queryKey: ['connections'],
    queryFn: () => service.connections.list(),
    enabled: owner,
  });
  const items = connections.data?.items ?? [];
  if (items.length === 0) return null;
  return (
    <Named aria-label={words.removal.connections}>
      <Muted>{words.removal.connections}:</Muted>
      {items.map(({ name, kind }) => (
        <span key={name}>
          {name} <Muted>{kind}</Muted>{' '}
          <RemoveButton
            title={name}
            remove={(dry) => service.connections.remove({ params: { name }, query: { dry } })}
            lists={['connections']}
          />
        </span>
      ))}
    </Named>
  );
}

function OneDestination({ item, onShow }: { item: DestinationItem; onShow(name: string): void }) {
  const { name, title, kind, states } = item;
  const may = useMay('author');
  const { destinations } = useKinds();
  const underWay = ['waiting', 'retrying', 'uncertain'].reduce((sum, state) => sum + (states[state] ?? 0), 0);
  const stopped = states.stopped ?? 0;
  return (
    <tr>
      <th scope="row">
        <PlainButton onPress={() => onShow(name)} aria-label={`${title}: ${destinationWords.show}`}>
          <Name>{title}</Name>
        </PlainButton>
      </th>
      <td>
        {titleOf(destinations, kind)}
        {item.paused && (
          <Muted>
            {' '}
            {fill(destinationWords.paused, { by: item.paused.by })} <When at={item.paused.at} />
          </Muted>
        )}
      </td>
      <td className="end">{states.delivered ?? 0}</td>
      <td className="end">{underWay}</td>
      <td className="end">{states['kept back'] ?? 0}</td>
      <td className="end">{stopped > 0 ? <Bad>{stopped}</Bad> : 0}</td>
      <td>
        <SheetLinks item={item} />
      </td>
      <td>
        <Test item={item} />
      </td>
      <td className="end">
        {may && <Flow item={item} stopped={stopped} />}
        {may && (
          <RemoveButton
            title={title}
            remove={(dry) => service.destinations.remove({ params: { name }, query: { dry } })}
            lists={['destinations', 'deliveries']}
          />
        )}
      </td>
    </tr>
  );
}

/** Whether what goes there flows: paused, going on, and what stopped tried again. */
function Flow({ item: { name, title, paused }, stopped }: { item: DestinationItem; stopped: number }) {
  const queries = useQueryClient();
  const onSettled = () => queries.invalidateQueries({ queryKey: ['destinations'] });
  const params = { name };
  const pause = useMutation({
    mutationFn: () => service.destinations.pause({ params, body: { paused: paused === null } }),
    onSettled,
  });
  const retry = useMutation({ mutationFn: () => service.destinations.retry({ params }), onSettled });
  const act = paused ? destinationWords.goOn : destinationWords.pause;
  return (
    <>
      {stopped > 0 && (
        <PlainButton
          onPress={() => retry.mutate()}
          isPending={retry.isPending}
          aria-label={`${fill(destinationWords.retryAll, { count: stopped })}: ${title}`}
        >
          {fill(destinationWords.retryAll, { count: stopped })}
        </PlainButton>
      )}{' '}
      <PlainButton onPress={() => pause.mutate()} isPending={pause.isPending} aria-label={`${act}: ${title}`}>
        {act}
      </PlainButton>{' '}
    </>
  );
}

/** A test writes no record anywhere. */
function Test({ item: { name, title, tested } }: { item: DestinationItem }) {
  const queries = useQueryClient();
  const may = useMay('author');
  const test = useMutation({
    mutationFn: () => service.destinations.test({ params: { name } }),
    onSettled: () => queries.invalidateQueries({ queryKey: ['destinations'] }),
  });
  return (
    <Links>
      {may && (
        <Button
          onPress={() => test.mutate()}
          isPending={test.isPending}
          aria-label={`${destinationWords.test}: ${title}`}
        >
          {test.isPending ? destinationWords.testing : destinationWords.test}
        </Button>
      )}
      <span role="status">
        {tested ? (
          <>
            {tested.ok ? tested.detail : <Bad>{tested.detail}</Bad>}{' '}
            <Muted>
              <When at={tested.at} />
            </Muted>
          </>
        ) : (
          <Muted>{destinationWords.notTested}</Muted>
        )}
      </span>
    </Links>
  );
}
