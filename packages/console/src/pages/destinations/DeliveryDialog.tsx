import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { StateMark } from '../../parts/StateMark';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { linesOf } from './payload-lines';

const Payload = styled.dl`
  display: grid;
  grid-template-columns: minmax(90px, max-content) minmax(0, 1fr);
  gap: 2px 14px;
  max-height: 38vh;
  margin: 0;
  padding: 8px 12px;
  overflow: auto;
  border: 1px solid var(--rule);
  background: var(--paper);
  dt {
    color: var(--second);
  }
  dd {
    margin: 0;
    font: 400 0.8125rem/1.5 var(--mono);
    overflow-wrap: anywhere;
    white-space: pre-wrap;
  }
`;

const Tries = styled.ol`
  margin: 0;
  padding-left: 22px;
`;

const retryable = new Set(['stopped', 'retrying', 'uncertain']);

/** One delivery: what is written, what came of each try, and another try. */
export function DeliveryDialog({ deliveryKey, onClose }: { deliveryKey: string | null; onClose(): void }) {
  const queries = useQueryClient();
  const may = useMay('author');
  const key = deliveryKey ?? '';
  const { data, error } = useQuery({
    queryKey: ['deliveries', 'one', key],
    enabled: deliveryKey !== null,
    queryFn: () => service.deliveries.get({ params: { key } }),
  });
  const retry = useMutation({
    mutationFn: () => service.deliveries.retry({ params: { key } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['deliveries'] }),
  });
  return (
    <Dialog
      wide
      title={fill(words.destinations.detailsTitle, { destination: data?.destination ?? '…' })}
      isOpen={deliveryKey !== null}
      onClose={onClose}
    >
      {error && <Trouble error={error} />}
      {data && (
        <>
          <p>
            <StateMark state={data.state} /> <Muted>{data.answer}</Muted>
          </p>
          <h3>{words.destinations.payload}</h3>
          <Payload>
            {linesOf(data.payload).map(([name, value]) => (
              <div key={name} style={{ display: 'contents' }}>
                <dt>{name}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </Payload>
          {data.tries.length > 0 && (
            <>
              <h3>{words.destinations.tries}</h3>
              <Tries>
                {data.tries.map(({ at, result, answer }) => (
                  <li key={at}>
                    <When at={at} /> · {result} · <Muted>{answer}</Muted>
                  </li>
                ))}
              </Tries>
            </>
          )}
          {retry.error && <Trouble error={retry.error} />}
          <Acts>
            {may && retryable.has(data.state) && (
              <InkButton onPress={() => retry.mutate()} isPending={retry.isPending}>
                {words.destinations.retry}
              </InkButton>
            )}
            <Link to={`/messages/${data.message}`}>{words.destinations.openMessage}</Link>
            <Button onPress={onClose}>{words.common.close}</Button>
          </Acts>
        </>
      )}
    </Dialog>
  );
}
