import { useQuery } from '@tanstack/react-query';
import type { SieveOutline } from '@yellow-sieve/contract';
import { useState } from 'react';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { Button } from '../../parts/Button';
import { Empty, Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { valueText } from '../message/outcome';
import { Column, Head, Line, Slot, Value } from './column-looks';
import { DeliverForReal } from './DeliverForReal';
import { RouteColumn } from './RouteColumn';
import { RouteDialog } from './RouteDialog';
import type { Draft, SieveStates } from './use-draft';
import { useEdits } from './use-edits';
import type { ShownMessageState } from './use-shown-message';
import { useTrialActs } from './use-trial';

const Frame = styled.div`
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
`;

const Sheet = styled.div`
  display: flex;
  flex: 1;
  min-height: 0;
  overflow: auto;
`;

const Foot = styled.footer`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  min-height: 48px;
  padding: 8px 16px;
  border-top: 1px solid var(--strong-rule);
  background: var(--sheet);
  > :last-child {
    margin-left: auto;
  }
`;

export interface RoutingViewProps {
  name: string;
  draft: Draft;
  outline: SieveOutline;
  message: ShownMessageState;
  live: SieveStates['live'];
}

/** Where a record goes: its values beside a column for each route, row for row where a field is passed on as it is. */
export function RoutingView({ name, draft, outline, message, live }: RoutingViewProps) {
  const say = workbenchWords;
  const { column, ref, shown, at, columns, go } = message;
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const may = useMay('author');
  const trial = useTrialActs(name, () => undefined);
  const edits = useEdits(name, draft, ref, () => setOpen(null));
  const targets = useQuery({ queryKey: ['destinations'], queryFn: () => service.destinations.list() });
  const fields = outline.fields.map((field) => field.name);
  const outcome = shown?.outcome ?? null;
  if (!column) return <Empty>{say.noMessages}</Empty>;
  return (
    <Frame>
      <Sheet>
        <Column $record aria-label={column.subject ?? column.name}>
          <Head>
            <h2>{column.subject || column.name}</h2>
            <Line>
              <Muted>{fill(say.position, { at: at + 1, all: columns.length })}</Muted>
              <Button aria-label={say.next} isDisabled={at + 1 >= columns.length} onPress={() => go(at + 1)}>
                J
              </Button>
              <Button aria-label={say.previous} isDisabled={at === 0} onPress={() => go(at - 1)}>
                K
              </Button>
            </Line>
            <Muted>{shown?.reasons.map(({ text }) => text).join(' ')}</Muted>
          </Head>
          {fields.map((field, i) => (
            <Slot key={field}>
              <strong style={{ color: fieldColour(i) }}>{field}</strong>
              <Value>{valueText(outcome?.fields[field] ?? null) ?? words.common.noValue}</Value>
            </Slot>
          ))}
        </Column>
        {outline.routes.map((route, i) => (
          <RouteColumn
            // biome-ignore lint/suspicious/noArrayIndexKey: several routes may go to one place
            key={i}
            route={route}
            hit={shown?.hits[i + (shown.hits.length - outline.routes.length)] ?? null}
            target={targets.data?.items.find((one) => one.name === route.to) ?? null}
            inReview={shown?.verdict === 'review'}
            fields={fields}
            onChange={() => setOpen(i)}
            onRemove={() => edits.act({ act: 'remove route', route: i })}
          />
        ))}
        {outline.routes.length === 0 && <Empty>{say.noRoutes}</Empty>}
      </Sheet>
      {edits.error && <Trouble error={edits.error} />}
      <Foot>
        <Muted>{live?.trial ? say.goesHelpTrial : say.goesHelp}</Muted>
        {may && ref && 'message' in ref && <DeliverForReal key={ref.message} message={ref.message} />}
        {may && live && !live.trial && (
          <Button isPending={trial.begin.isPending} onPress={() => trial.begin.mutate()}>
            {say.beginTrial}
          </Button>
        )}
        <Button onPress={() => setOpen('new')}>{say.addRoute}</Button>
      </Foot>
      <RouteDialog
        route={typeof open === 'number' ? (outline.routes[open] ?? null) : null}
        fields={fields}
        columns={outline.columns.map((one) => one.name)}
        problems={edits.problems}
        isOpen={open !== null}
        onClose={() => {
          setOpen(null);
          edits.forget();
        }}
        onKeep={(value) => edits.act({ act: 'set route', route: open === 'new' ? null : open, value })}
      />
    </Frame>
  );
}
