import { useQuery } from '@tanstack/react-query';
import { effectOf } from '@yellow-sieve/contract';
import type { EffectSummary, MessageEffect } from '@yellow-sieve/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { Muted } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { type EffectLine, effectLines } from './effect-lines';

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

export interface EffectOfJobProps {
  /** The job that looks for it; undefined until it is begun. */
  job: string | undefined;
  title: string;
  /** Words over the values as they are, and as they would be. */
  before: string;
  after: string;
  /** In the order of their colours. */
  fields: readonly string[];
  /** Beside the title. */
  children?: ReactNode;
}

/** What a job finds that a change would do: losses first, both values side by side. */
export function EffectOfJob({ job: key, title, before, after, fields, children }: EffectOfJobProps) {
  const say = workbenchWords;
  const { job, found, error } = useEffectJob(key);
  const summary = job && effectOf(job);
  const lines = effectLines(found);
  const running = !job || job.finished === null;
  return (
    <>
      <Head>
        <h2>{title}</h2>
        <Muted role="status">
          {running
            ? fill(say.effectRun, { done: job?.done ?? 0, all: job?.total ?? '…' })
            : fill(say.effectAbout, { count: summary?.messages ?? 0 })}
        </Muted>
        {children}
      </Head>
      {error && <Trouble error={error} />}
      {summary && <Sums summary={summary} />}
      {!running && lines.length === 0 && <Muted>{say.effectNothing}</Muted>}
      {lines.length > 0 && (
        <RuledTable>
          <thead>
            <tr>
              {[say.effectColumns.field, say.effectColumns.change, before, after, say.effectColumns.message].map(
                (words) => (
                  <th key={words} scope="col">
                    {words}
                  </th>
                ),
              )}
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
    </>
  );
}

function Line({ line, colour }: { line: EffectLine; colour: string }) {
  const say = workbenchWords;
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
          {workbenchWords.effectCounts[kind as 'gained']}
        </li>
      ))}
    </Counts>
  );
}

const pageSize = '200';
/** Findings looked at; a change that alters more than these has shown what it does. */
const maxFindings = 2000;

/** Follows a job that compares. */
function useEffectJob(key: string | undefined) {
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
  return { job: job.data ?? null, found: found.data ?? [], error: job.error ?? found.error };
}
