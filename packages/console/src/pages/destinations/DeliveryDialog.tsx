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
import { destinationWords } from '../../words-set-up';
import { actsOn, type DeliveryAct } from './delivery-acts';
import { Payload } from './Payload';

const Tries = styled.ol`
  margin: 0;
  padding-left: 22px;
`;

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
  const act = useMutation({
    mutationFn: (doing: DeliveryAct) => service.deliveries[doing]({ params: { key } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['deliveries'] }),
  });
  return (
    <Dialog
      wide
      title={fill(destinationWords.detailsTitle, { destination: data?.destination ?? '…' })}
      isOpen={deliveryKey !== null}
      onClose={onClose}
    >
      {error && <Trouble error={error} />}
      {data && (
        <>
          <p>
            <StateMark state={data.state} /> <Muted>{data.answer}</Muted>
          </p>
          <h3>{destinationWords.payload}</h3>
          <Payload of={data.payload} />
          {data.tries.length > 0 && (
            <>
              <h3>{destinationWords.tries}</h3>
              <Tries>
                {data.tries.map(({ at, result, answer }) => (
                  <li key={at}>
                    <When at={at} /> · {result} · <Muted>{answer}</Muted>
                  </li>
                ))}
              </Tries>
            </>
          )}
          {act.error && <Trouble error={act.error} />}
          <Acts>
            {(may ? actsOn(data.state) : []).map((doing) => (
              <InkButton key={doing} onPress={() => act.mutate(doing)} isPending={act.isPending}>
                {destinationWords.acts[doing]}
              </InkButton>
            ))}
            <Link to={`/messages/${data.message}`}>{destinationWords.openMessage}</Link>
            <Button onPress={onClose}>{words.common.close}</Button>
          </Acts>
        </>
      )}
    </Dialog>
  );
}
