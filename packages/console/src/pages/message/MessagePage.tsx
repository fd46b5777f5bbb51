import { useMutation, useQueryClient } from '@tanstack/react-query';
import { messageEndpoints } from '@yellow-sieve/contract';
import { useState } from 'react';
import { useParams } from 'react-router';
import { Button, ButtonLink } from '../../parts/Button';
import { Muted, Page } from '../../parts/Page';
import { StateMark } from '../../parts/StateMark';
import { Trouble } from '../../parts/Trouble';
import { useSearch } from '../../parts/use-search';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { words } from '../../words';
import { filterOf } from '../messages/messages-query';
import { MessageSides } from './MessageSides';
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
  return (
    <Page
      title={message?.subject || words.messages.noSubject}
      about={
        message && (
          <>
            <StateMark state={message.state} />
            {message.reasons.map(({ code, text }) => (
              <span key={code + text}>{text}</span>
            ))}
          </>
        )
      }
      acts={message && <Acts messageKey={key} />}
    >
      {trouble && <Trouble error={trouble} onRetry={() => void refetch()} />}
      {message && (
        <MessageSides message={message} reading={reading.data ?? null} chosen={chosen} onChoose={setChosen} go={go} />
      )}
    </Page>
  );
}

function Acts({ messageKey }: { messageKey: string }) {
  const queries = useQueryClient();
  const may = useMay('author');
  const again = useMutation({
    mutationFn: () => service.messages.again({ params: { key: messageKey } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['message', messageKey] }),
  });
  return (
    <>
      {again.error && <Trouble error={again.error} />}
      {again.isSuccess && <Muted role="status">{words.message.againDone}</Muted>}
      <ButtonLink href={messageEndpoints.raw.path.replace(':key', messageKey)} download>
        {words.message.raw}
      </ButtonLink>
      {may && (
        <Button onPress={() => again.mutate()} isPending={again.isPending}>
          {words.message.again}
        </Button>
      )}
    </>
  );
}
