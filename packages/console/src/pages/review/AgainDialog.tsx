import { useMutation, useQuery } from '@tanstack/react-query';
import type { ReviewCause } from '@yellow-sieve/contract';
import { effectOf } from '@yellow-sieve/contract';
import { useEffect, useState } from 'react';
import { Button, InkButton } from '../../parts/Button';
import { Dialog, FootActs } from '../../parts/Dialog';
import { MayTell } from '../../parts/MayTell';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill, words } from '../../words';
import { reviewWords } from '../../words-review';
import { workbenchWords } from '../../words-workbench';
import { EffectOfJob } from '../effect/EffectOfJob';

/** All that waits for one cause, put through by what is live: first what would come of it. */
export function AgainDialog({ cause, onClose }: { cause: ReviewCause; onClose(): void }) {
  const say = reviewWords;
  const { count, cause: name, mailbox, sieve } = cause;
  const body = { state: 'review' as const, cause: name, mailbox, ...(sieve === null ? {} : { sieve }) };
  const look = useMutation({ mutationFn: () => service.messages.againMany({ query: { dry: 'true' }, body }) });
  const [tells, setTells] = useState<readonly string[]>([]);
  const again = useMutation({ mutationFn: () => service.messages.againMany({ query: { tells: tells.join() }, body }) });
  const begin = look.mutate;
  useEffect(() => begin(), [begin]);
  const key = look.data?.job;
  const job = useQuery({
    queryKey: ['jobs', key],
    enabled: key !== undefined,
    queryFn: () => service.jobs.get({ params: { key: key ?? '' } }),
  }).data;
  const found = job?.finished ? effectOf(job) : null;
  const error = look.error ?? again.error;
  return (
    <Dialog title={say.againTitle} isOpen onClose={onClose} wide>
      <Muted>{say.againHelp}</Muted>
      {error && <Trouble error={error} />}
      <EffectOfJob
        job={key}
        title={cause.text}
        before={workbenchWords.effectColumns.before.replace('{version}', '')}
        after={workbenchWords.effectColumns.after}
        fields={[]}
      />
      {found && (
        <ul>
          {Object.entries(found.verdicts).map(([turn, how]) => (
            <li key={turn}>
              {how}: {turn}
            </li>
          ))}
        </ul>
      )}
      {found?.affected === 0 && <Muted>{say.againNone}</Muted>}
      {job?.finished && !again.isSuccess && <MayTell tells={tells} onChange={setTells} />}
      <FootActs>
        {again.isSuccess ? (
          <Muted role="status">{say.againBegun}</Muted>
        ) : (
          <InkButton onPress={() => again.mutate()} isDisabled={!job?.finished} isPending={again.isPending}>
            {fill(say.againSubmit, { count })}
          </InkButton>
        )}
        <Button onPress={onClose}>{words.common.close}</Button>
      </FootActs>
    </Dialog>
  );
}
