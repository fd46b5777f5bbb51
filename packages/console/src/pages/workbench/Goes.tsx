import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { DestinationItem, RouteItem, SieveOutline } from '@yellow-sieve/contract';
import type { Cell, JsonValue, RouteHit } from '@yellow-sieve/core';
import { useState } from 'react';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { Button } from '../../parts/Button';
import { Empty, Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { columnsQuery } from '../destinations/destinations-query';
import { valueText } from '../message/outcome';
import { DeliverForReal } from './DeliverForReal';
import { RouteDialog } from './RouteDialog';
import { fieldOfText, lackingColumns } from './route-form';
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

const Column = styled.section<{ $record?: boolean }>`
  flex: 1 0 258px;
  max-width: 420px;
  min-width: 0;
  min-height: max-content;
  border-right: 1px solid var(--strong-rule);
  background: ${({ $record }) => ($record ? 'var(--sheet)' : 'transparent')};
`;

/** Of one height in all columns, so that what stands below is row for row. */
const Head = styled.div`
  display: flex;
  flex-direction: column;
  gap: 3px;
  height: 9.6rem;
  padding: 10px 14px;
  overflow: auto;
  border-bottom: 1px solid var(--strong-rule);
  > :last-child {
    margin-top: auto;
  }
`;

const Slot = styled.div`
  height: 2.75rem;
  padding: 3px 14px;
  border-bottom: 1px solid var(--rule);
  strong,
  span {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
`;

/** What is put together out of several fields, in full. */
const Text = styled(Slot)`
  height: auto;
  span {
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
`;

const Value = styled.span`
  font: 400 0.8125rem/1.45 var(--mono);
`;

const Lacking = styled.p`
  color: var(--bad);
  font-weight: 600;
`;

const Going = styled.p<{ $goes: boolean }>`
  font-weight: 600;
  &::before {
    content: '';
    display: inline-block;
    width: 9px;
    height: 9px;
    margin-right: 7px;
    border: 1.5px solid var(--ink);
    border-radius: 50%;
    background: ${({ $goes }) => ($goes ? 'var(--ink)' : 'transparent')};
  }
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
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

export interface GoesProps {
  name: string;
  draft: Draft;
  outline: SieveOutline;
  message: ShownMessageState;
  live: SieveStates['live'];
}

/** Where a record goes: its values beside a column for each route, row for row where a field is passed on as it is. */
export function Goes({ name, draft, outline, message, live }: GoesProps) {
  const say = words.workbench;
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

interface RouteColumnProps {
  route: RouteItem;
  hit: RouteHit | null;
  target: DestinationItem | null;
  inReview: boolean;
  fields: readonly string[];
  onChange(): void;
  onRemove(): void;
}

function RouteColumn({ route, hit, target, inReview, fields, onChange, onRemove }: RouteColumnProps) {
  const say = words.workbench;
  const queries = useQueryClient();
  const tested = useMutation({
    mutationFn: () => service.destinations.test({ params: { name: route.to } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['destinations'] }),
  });
  const cells = hit?.lines[0]?.cells ?? [];
  const passed = new Map(
    Object.entries(route.with ?? Object.fromEntries(fields.map((field) => [field, `{{ ${field} }}`]))).flatMap(
      ([outside, text]) => {
        const field = fieldOfText(text);
        return field !== null && fields.includes(field) ? [[field, outside] as const] : [];
      },
    ),
  );
  const own = useQuery(columnsQuery(route.to)).data?.columns ?? [];
  const lacking = lackingColumns(route, own, fields);
  const beside = new Set(passed.values());
  const others = cells.filter(({ name }) => !beside.has(name));
  const test = tested.data ?? target?.tested;
  return (
    <Column aria-label={target?.title ?? route.to}>
      <Head>
        <h2>{target?.title ?? route.to}</h2>
        <Muted>
          {target?.kind} · {test ? fill(say.tested, { detail: test.detail }) : say.notTested}
        </Muted>
        {lacking.length > 0 && <Lacking>{fill(say.lacking, { columns: lacking.join(', ') })}</Lacking>}
        {hit && <Fires hit={hit} waits={inReview && hit.inReview === 'wait'} />}
        {route.each === 'row' && hit && <Muted>{fill(say.eachRow, { count: hit.lines.length })}</Muted>}
        <Line>
          <Button onPress={onChange}>{say.changeRoute}</Button>
          <Button isPending={tested.isPending} onPress={() => tested.mutate()}>
            {say.testRoute}
          </Button>
          <Button onPress={onRemove}>{say.removeRoute}</Button>
        </Line>
      </Head>
      {(passed.size > 0 ? fields : []).map((field) => {
        const outside = passed.get(field);
        return outside === undefined ? (
          <Slot key={field}>
            <Muted>{say.notSent}</Muted>
          </Slot>
        ) : (
          <Written key={field} name={outside} value={cells.find(({ name }) => name === outside)?.value ?? null} />
        );
      })}
      {others.map(({ name, value }) => (
        <Written key={name} name={name} value={value} full />
      ))}
    </Column>
  );
}

function Fires({ hit, waits }: { hit: RouteHit; waits: boolean }) {
  const say = words.workbench;
  if (!hit.fires) return <Going $goes={false}>{fill(say.wouldNot, { why: hit.why })}</Going>;
  return <Going $goes={!waits}>{waits ? say.waits : fill(say.wouldGo, { why: hit.why })}</Going>;
}

function Written({ name, value, full = false }: { name: string; value: Cell['value']; full?: boolean }) {
  const Place = full ? Text : Slot;
  const text = cellText(value);
  return (
    <Place>
      <strong>{name}</strong>
      {text === null ? <Muted>{words.common.noValue}</Muted> : <Value title={full ? undefined : text}>{text}</Value>}
    </Place>
  );
}

/** A cell as people read it; values keep their parts. */
function cellText(value: Cell['value']): string | null {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return valueText(value as JsonValue);
  if (value.kind === 'amount') return `${value.decimal} ${value.currency}`;
  const [, first] = Object.entries(value).find(([key, one]) => key !== 'kind' && typeof one === 'string') ?? [];
  return typeof first === 'string' ? first : 'yes' in value ? (value.yes ? 'yes' : 'no') : null;
}
