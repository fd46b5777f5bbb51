import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { DestinationItem, RouteItem } from '@yellow-sieve/contract';
import type { Cell, RouteHit } from '@yellow-sieve/core';
import { partsText } from '@yellow-sieve/core/shapes';
import { useState } from 'react';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { service } from '../../service';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { columnsQuery } from '../destinations/destinations-query';
import { Column, Head, Line, Slot, Value } from './column-looks';
import { fieldOfText, lackingColumns } from './route-form';

/** What is put together out of several fields, in full. */
const Text = styled(Slot)`
  height: auto;
  span {
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
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

export interface RouteColumnProps {
  route: RouteItem;
  hit: RouteHit | null;
  target: DestinationItem | null;
  inReview: boolean;
  fields: readonly string[];
  onChange(): void;
  onRemove(): void;
}

/** A route’s column: why it would go or not, and what it writes, row for row beside the record’s fields. */
export function RouteColumn({ route, hit, target, inReview, fields, onChange, onRemove }: RouteColumnProps) {
  const say = workbenchWords;
  const queries = useQueryClient();
  const tested = useMutation({
    mutationFn: () => service.destinations.test({ params: { name: route.to } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['destinations'] }),
  });
  const [row, setRow] = useState(0);
  const lines = hit?.lines ?? [];
  const at = Math.min(row, Math.max(0, lines.length - 1));
  const cells = lines[at]?.cells ?? [];
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
        {route.each === 'row' && hit && (
          <Line>
            <Muted>{fill(say.eachRow, { at: lines.length === 0 ? 0 : at + 1, count: lines.length })}</Muted>
            {lines.length > 1 && (
              <>
                <Button aria-label={say.previousRow} isDisabled={at === 0} onPress={() => setRow(at - 1)}>
                  ‹
                </Button>
                <Button aria-label={say.nextRow} isDisabled={at + 1 >= lines.length} onPress={() => setRow(at + 1)}>
                  ›
                </Button>
              </>
            )}
          </Line>
        )}
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
  const say = workbenchWords;
  if (!hit.fires) return <Going $goes={false}>{fill(say.wouldNot, { why: hit.why })}</Going>;
  return <Going $goes={!waits}>{waits ? say.waits : fill(say.wouldGo, { why: hit.why })}</Going>;
}

function Written({ name, value, full = false }: { name: string; value: Cell['value']; full?: boolean }) {
  const Box = full ? Text : Slot;
  const text = partsText(value) || null;
  return (
    <Box>
      <strong>{name}</strong>
      {text === null ? <Muted>{words.common.noValue}</Muted> : <Value title={full ? undefined : text}>{text}</Value>}
    </Box>
  );
}
