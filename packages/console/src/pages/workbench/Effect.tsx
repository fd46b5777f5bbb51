import { useMutation, useQuery } from '@tanstack/react-query';
import { effectOf } from '@yellow-sieve/contract';
import type { EffectSummary, MessageEffect } from '@yellow-sieve/core';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { OneOf } from '../../parts/OneOf';
import { Empty, Muted } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill, words } from '../../words';
import { type EffectLine, effectLines } from './effect-lines';

const Frame = styled.section`
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 12px 20px 24px;
`;

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding-bottom: 10px;
  border-bottom: 2px solid var(--ink);
  > :last-child {
    margin-left: auto;
  }
`;

const Counts = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 26px;
  margin: 0 0 10px;
  padding: 8px 0;
  border-bottom: 1px solid var(--strong-rule);
  list-style: none;
  strong {
    margin-right: 6px;
    font: 600 1.5rem/1.2 var(--heading);
  }
  .bad {
    color: var(--bad);
  }
`;

const Value = styled.span`
  font: 400 0.8125rem/1.5 var(--mono);
  overflow-wrap: anywhere;
  mark {
    border-bottom: 2px solid var(--yellow);
  }
`;

const Name = styled.span`
  font-weight: 600;
`;

const Broken = styled.div`
  color: var(--bad);
`;

const stored = { some: 200, all: 'all' } as const;
type Reach = keyof typeof stored;

export interface EffectProps {
  name: string;
  source: string;
  version: number | null;
  fields: readonly string[];
}

/** What publishing would do, over samples and stored messages: losses first, both values side by side. */
export function Effect({ name, source, version, fields }: EffectProps) {
  const say = words.workbench;
  const [reach, setReach] = useState<Reach>('some');
  const { job, found, error } = useEffectJob(name, source, reach, version !== null);
  if (version === null) return <Empty>{say.effectNew}</Empty>;
  const summary = job && effectOf(job);
  const lines = effectLines(found);
  const running = job && job.finished === null;
  return (
    <Frame aria-label={say.effectTitle}>
      <Head>
        <h2>{say.effectTitle}</h2>
        <Muted role="status">
          {running
            ? fill(say.effectRun, { done: job.done, all: job.total ?? '…' })
            : fill(say.effectAbout, { version, count: summary?.messages ?? 0 })}
        </Muted>
        <OneOf<Reach>
          label={say.mesh.of}
          value={reach}
          options={[
            { key: 'some', text: say.effectSome },
            { key: 'all', text: say.effectAll },
          ]}
          onChange={setReach}
        />
      </Head>
      {error && <Trouble error={error} />}
      {summary && <Sums summary={summary} />}
      {job && !running && lines.length === 0 && <Muted>{say.effectNothing}</Muted>}
      {lines.length > 0 && (
        <RuledTable>
          <thead>
            <tr>
              <th scope="col">{say.effectColumns.field}</th>
              <th scope="col">{say.effectColumns.change}</th>
              <th scope="col">{fill(say.effectColumns.before, { version })}</th>
              <th scope="col">{say.effectColumns.after}</th>
              <th scope="col">{say.effectColumns.message}</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a line has no other name than its place
              <Line key={i} line={line} colour={fieldColour(Math.max(0, fields.indexOf(line.field)))} />
            ))}
          </tbody>
        </RuledTable>
      )}
    </Frame>
  );
}

function Line({ line, colour }: { line: EffectLine; colour: string }) {
  const say = words.workbench;
  const { field, kind, before, after, same, message, subject, breaks, more } = line;
  const isKey = /^[0-9a-f-]{36}$/.test(message);
  return (
    <tr>
      <td>
        <Name style={{ color: colour }}>{field}</Name>
      </td>
      <td>
        {kind}
        {breaks && <Broken>{say.effectBreaks}</Broken>}
      </td>
      <td>
        <Value>{before ?? '–'}</Value>
      </td>
      <td>
        <Value>
          {after === null ? (
            '–'
          ) : (
            <>
              {after.slice(0, same.start)}
              <mark>{after.slice(same.start, after.length - same.end)}</mark>
              {after.slice(after.length - same.end)}
            </>
          )}
        </Value>
      </td>
      <td>
        {isKey ? <Link to={`/messages/${message}`}>{subject ?? message}</Link> : (subject ?? message)}
        {more > 0 && <Muted> · {fill(say.effectMore, { count: more })}</Muted>}
      </td>
    </tr>
  );
}

function Sums({ summary }: { summary: EffectSummary }) {
  const of = (kind: 'gained' | 'altered' | 'lost') =>
    Object.values(summary.fields).reduce((sum, counts) => sum + counts[kind], 0) + summary.rows[kind];
  const routes = Object.values(summary.routes).reduce(
    (sum, { fires, stops, alters }) => sum + fires + stops + alters,
    0,
  );
  const verdicts = Object.values(summary.verdicts).reduce<number>((sum, count) => sum + Number(count), 0);
  const all = {
    gained: of('gained'),
    altered: of('altered'),
    lost: of('lost'),
    breaks: summary.breaks,
    verdicts,
    routes,
  };
  return (
    <Counts>
      {Object.entries(all).map(([kind, count]) => (
        <li key={kind} className={count > 0 && (kind === 'lost' || kind === 'breaks') ? 'bad' : undefined}>
          <strong>{count}</strong>
          {words.workbench.effectCounts[kind as 'gained']}
        </li>
      ))}
    </Counts>
  );
}

const pageSize = '200';
/** Findings looked at; a change that alters more than these has shown what it does. */
const maxFindings = 2000;

/** Starts the job for a text, and follows it. */
function useEffectJob(name: string, source: string, reach: Reach, enabled: boolean) {
  const start = useMutation({
    mutationFn: () => service.sieves.effect({ params: { name }, body: { source, stored: stored[reach] } }),
  });
  const { mutate } = start;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another text or reach is another job
  useEffect(() => {
    if (enabled) mutate();
  }, [mutate, name, source, reach, enabled]);
  const key = start.data?.job;
  const job = useQuery({
    queryKey: ['job', key],
    enabled: key !== undefined,
    queryFn: () => service.jobs.get({ params: { key: key ?? '' } }),
    refetchInterval: ({ state }) => (state.data?.finished ? false : 400),
  });
  const found = useQuery({
    queryKey: ['job', key, 'findings', job.data?.done],
    enabled: key !== undefined && job.data !== undefined,
    placeholderData: (before: MessageEffect[] | undefined) => before,
    queryFn: async () => {
      const all: MessageEffect[] = [];
      let cursor: string | undefined;
      do {
        const query = { limit: pageSize, ...(cursor ? { cursor } : {}) };
        const page = await service.jobs.findings({ params: { key: key ?? '' }, query });
        all.push(...page.items.map(({ detail }) => detail));
        cursor = page.next ?? undefined;
      } while (cursor && all.length < maxFindings);
      return all;
    },
  });
  return { job: job.data ?? null, found: found.data ?? [], error: start.error ?? job.error ?? found.error };
}
