import { useMutation, useQuery } from '@tanstack/react-query';
import type { Job } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { service } from '../../service';
import { fill } from '../../words';
import { mailboxPageWords as say } from '../../words-mailbox';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
`;

const Bar = styled.progress`
  width: 180px;
  height: 8px;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  background: var(--sheet);
  appearance: none;
  &::-webkit-progress-bar {
    background: var(--sheet);
  }
  &::-webkit-progress-value {
    background: var(--yellow);
  }
  &::-moz-progress-bar {
    background: var(--yellow);
  }
`;

/** How far a job is that takes messages, and a way to stop it. */
export function JobLine({ job: key }: { job: string }) {
  const { data: job } = useQuery({
    queryKey: ['jobs', key],
    queryFn: () => service.jobs.get({ params: { key } }),
    refetchInterval: ({ state }) => (state.data?.finished ? false : 1000),
  });
  const stop = useMutation({ mutationFn: () => service.jobs.stop({ params: { key } }) });
  if (!job) return null;
  if (job.finished !== null) return <Muted role="status">{endOf(job)}</Muted>;
  const { done, total } = job;
  return (
    <Line role="status">
      <Bar value={done} max={total ?? 1} aria-label={job.title} />
      <span>{total === null ? say.jobUnknown : fill(say.job, { done, total })}</span>
      <Muted>
        {paceOf(job)}
        {job.detail && ` ${job.detail}`}
      </Muted>
      <Button onPress={() => stop.mutate()} isDisabled={stop.isSuccess}>
        {say.jobStop}
      </Button>
    </Line>
  );
}

function paceOf({ rate, left }: Job): string {
  if (rate === null || left === null) return '';
  const time = left < 90 ? `${left} s` : `${Math.round(left / 60)} min`;
  return fill(say.jobPace, { rate, left: time });
}

function endOf({ state, detail, done, total, result }: Job): string {
  if (state === 'failed') return detail ?? '';
  if (state === 'stopped') return fill(say.jobStopped, { done, total: total ?? done });
  return fill(say.jobDone, { done, taken: result && 'taken' in result ? result.taken : 0 });
}
