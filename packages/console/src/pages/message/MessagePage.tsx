import { useMutation, useQueryClient } from '@tanstack/react-query';
import { messageEndpoints } from '@yellow-sieve/contract';
import { reasonText } from '@yellow-sieve/core/shapes';
import { useState } from 'react';
import { useParams } from 'react-router';
import { Button, ButtonLink } from '../../parts/Button';
import { Muted, Page } from '../../parts/Page';
import { Said } from '../../parts/Said';
import { StateMark } from '../../parts/StateMark';
import { Trouble } from '../../parts/Trouble';
import { useSearch } from '../../parts/use-search';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { words } from '../../words';
import { filterOf } from '../messages/messages-query';
import { MessageSides } from './MessageSides';
import { ReviewActs } from './ReviewActs';
import { useGo } from './use-go';
import { useMessage, useReading } from './use-message';

/** One message: what came, what was read from where in it, and what went where. */
export default function MessagePage() {
  const { key = '' } = useParams();
  const [get] = useSearch();
  const filter = filterOf(get);
  const { data: message, error, refetch } = useMessage(key);
  const reading = useReading(key, message?.revision);
  const [chosen, setChosen] = useState<string | null>(null);
  const trouble = error ?? reading.error;
  const go = useGo(key, filter);
  const mayReview = useMay('reviewer');
  return (
    <Page
      title={message?.subject || words.messages.noSubject}
      heading={<Said text={message?.subject || words.messages.noSubject} />}
      about={
        message && (
          <>
            <StateMark state={message.state} />
            {message.reasons.map(({ code, text }) => (
              <span key={code + text}>{reasonText(text)}</span>
            ))}
          </>
        )
      }
      acts={
        message && (
          <>
            <Acts messageKey={key} skipped={message.state === 'skipped'} />
            {mayReview && <ReviewActs key={key} message={message} />}
          </>
        )
      }
    >
      {trouble && <Trouble error={trouble} onRetry={() => void refetch()} />}
      {message && (
        <MessageSides message={message} reading={reading.data ?? null} chosen={chosen} onChoose={setChosen} go={go} />
      )}
    </Page>
  );
}

function Acts({ messageKey, skipped }: { messageKey: string; skipped: boolean }) {
  const queries = useQueryClient();
  const may = { again: useMay('author'), takeIn: useMay('reviewer') };
  const onSuccess = () => queries.invalidateQueries({ queryKey: ['message', messageKey] });
  const params = { key: messageKey };
  const again = useMutation({ mutationFn: () => service.messages.again({ params }), onSuccess });
  const takeIn = useMutation({ mutationFn: () => service.messages.takeIn({ params }), onSuccess });
  const error = again.error ?? takeIn.error;
  return (
    <>
      {error && <Trouble error={error} />}
      {(again.isSuccess || takeIn.isSuccess) && <Muted role="status">{words.message.againDone}</Muted>}
      <ButtonLink href={messageEndpoints.raw.path.replace(':key', messageKey)} download>
        {words.message.raw}
      </ButtonLink>
      {may.takeIn && skipped && (
        <Button onPress={() => takeIn.mutate()} isPending={takeIn.isPending}>
          {words.message.takeIn}
        </Button>
      )}
      {may.again && (
        <Button onPress={() => again.mutate()} isPending={again.isPending}>
          {words.message.again}
        </Button>
      )}
    </>
  );
}
