import { useQuery } from '@tanstack/react-query';
import type { CrossItem, Sorter, Unlabelled } from '@yellow-sieve/contract';
import { unmasked } from '@yellow-sieve/core/shapes';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Key } from '../../parts/Key';
import { Muted } from '../../parts/Page';
import { Head, Scroll } from '../../parts/Sides';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { useShortcuts } from '../../parts/use-shortcuts';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { sorterWords as say } from '../../words-sorter';
import type { Chosen } from './Confusion';
import { keyOf, labelKeys } from './label-keys';
import { useLabelling } from './use-labelling';

const Row = styled.li`
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 2px 12px;
  padding: 9px 16px;
  border-bottom: 1px solid var(--rule);
  &[aria-current] {
    background: var(--wash);
  }
  p {
    margin: 0;
    overflow-wrap: anywhere;
  }
  strong {
    font-weight: 600;
  }
`;

const Labels = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: 6px;
  &[data-all] {
    grid-column: 2 / -1;
    padding: 4px 0 2px;
  }
`;

const List = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;
`;

/** A message that can be labelled, with what is said of it. */
interface Labellable {
  message: string;
  subject: string | null;
  from: string | null;
  received: string;
  said: string;
  /** What it probably is: the first label offered. */
  likely: string | null;
}

const percentOf = (confidence: number) => Math.round(confidence * 100);

function ofCross({ message, subject, from, received, judged, confidence, words }: CrossItem): Labellable {
  const parts = [
    `${judged}, ${fill(say.sure, { percent: percentOf(confidence) })}`,
    words.for.length > 0 && fill(say.for, { words: words.for.join(', ') }),
    words.against.length > 0 && fill(say.against, { words: words.against.join(', ') }),
  ];
  return { message, subject, from, received, said: parts.filter(Boolean).join(' · '), likely: judged };
}

const ofUnlabelled = ({ message, subject, from, received, why, likely }: Unlabelled): Labellable => ({
  message,
  subject,
  from,
  received,
  said: why,
  likely,
});

interface LabelListProps {
  sorter: Sorter;
  /** The cell that was chosen, and the labelled messages in it. */
  chosen: Chosen | null;
  within: readonly CrossItem[];
}

/** Messages to label: those of the chosen cell, then those nobody labelled. One is current; keys label it. */
export function LabelList({ sorter, chosen, within }: LabelListProps) {
  const { mailbox, categories } = sorter;
  const { data, error, refetch } = useQuery({
    queryKey: ['mailboxes', mailbox, 'unlabelled'],
    queryFn: () => service.sorting.unlabelled({ params: { name: mailbox } }),
  });
  const open = useMemo(() => [...within.map(ofCross), ...(data?.items ?? []).map(ofUnlabelled)], [within, data]);
  const [at, setAt] = useState(0);
  const current = Math.min(at, open.length - 1);
  const may = useMay('reviewer');
  const labelling = useLabelling(mailbox);
  const { give, tick, ticked } = labelling;
  const shortcuts = useMemo(() => {
    const one = open[current];
    const move = (by: number) => () => setAt(Math.max(0, Math.min(open.length - 1, current + by)));
    const label = (category: string | null) => () => one && may && give(one.message, category);
    return {
      ArrowDown: move(1),
      ArrowUp: move(-1),
      x: () => one && may && tick(one.message),
      ...Object.fromEntries(labelKeys(categories).map(([key, category]) => [key, label(category)])),
    };
  }, [open, current, may, give, tick, categories]);
  useShortcuts(shortcuts);
  const row = (one: Labellable, i: number) => (
    <Message
      key={one.message}
      one={one}
      sorter={sorter}
      isCurrent={i === current}
      may={may}
      isTicked={ticked.has(one.message)}
      onTick={() => tick(one.message)}
      onGive={(category) => give(one.message, category)}
    />
  );
  return (
    <Scroll>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {labelling.error && <Trouble error={labelling.error} />}
      {chosen && (
        <>
          <Head>
            <h2>{fill(say.cellTitle, { labelled: chosen.labelled, judged: chosen.judged ?? say.unsorted })}</h2>
            <Muted>{within.length}</Muted>
          </Head>
          <List>{open.slice(0, within.length).map((one, i) => row(one, i))}</List>
        </>
      )}
      <Head>
        <h2>{say.unlabelledTitle}</h2>
        <Muted>{data?.items.length ?? ''}</Muted>
        {ticked.size > 0 && <Muted>{fill(say.ticked, { count: ticked.size })}</Muted>}
        {may && <Muted>{fill(say.keys, { last: Math.min(9, categories.length - 1) })}</Muted>}
      </Head>
      {data?.items.length === 0 && (
        <Row as="p">
          <Muted>{say.unlabelledNone}</Muted>
        </Row>
      )}
      <List>{open.slice(within.length).map((one, i) => row(one, i + within.length))}</List>
    </Scroll>
  );
}

interface MessageProps {
  one: Labellable;
  sorter: Sorter;
  isCurrent: boolean;
  may: boolean;
  isTicked: boolean;
  onTick(): void;
  onGive(category: string | null): void;
}

function Message({ one, sorter: { categories }, isCurrent, may, isTicked, onTick, onGive }: MessageProps) {
  const { message, subject, from, received, said, likely } = one;
  const place = categories.findIndex(({ category }) => category === likely);
  const offered = isCurrent ? categories.map((_, i) => i) : place < 0 ? [] : [place];
  return (
    <Row aria-current={isCurrent || undefined}>
      {may && (
        <Tick
          isSelected={isTicked}
          onChange={onTick}
          aria-label={fill(say.tick, { subject: unmasked(subject ?? '') })}
        />
      )}
      <p>
        <strong>
          <Link to={`/messages/${message}`}>{unmasked(subject ?? '')}</Link>
        </strong>{' '}
        <Muted>
          {from} · <When at={received} />
        </Muted>
        <br />
        <Muted>{said}</Muted>
      </p>
      {may && offered.length > 0 && (
        <Labels data-all={isCurrent || undefined}>
          {offered.map((i) => {
            const name = categories[i]?.category ?? '';
            const key = keyOf(categories, i);
            return (
              <Button
                key={name}
                aria-label={fill(say.give, { subject: unmasked(subject ?? ''), category: name })}
                onPress={() => onGive(key === '0' ? null : name)}
              >
                {name} <Key>{key}</Key>
              </Button>
            );
          })}
        </Labels>
      )}
    </Row>
  );
}
