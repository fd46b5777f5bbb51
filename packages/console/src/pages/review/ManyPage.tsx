import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { MessageDetail } from '@yellow-sieve/contract';
import { reasonText } from '@yellow-sieve/core/shapes';
import { useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { InkButton } from '../../parts/Button';
import { Empty, Muted, Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { RuledTable } from '../../parts/RuledTable';
import { Said } from '../../parts/Said';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { useSearch } from '../../parts/use-search';
import { When } from '../../parts/When';
import { service } from '../../service';
import { fill, words } from '../../words';
import { reviewWords } from '../../words-review';
import { FieldName } from '../message/FieldName';
import { valueText } from '../message/outcome';
import { useSelection } from './use-desk';

const Body = styled.div`
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 0 16px 24px;
  th {
    vertical-align: top;
  }
  td {
    max-width: 260px;
    font-size: 0.8125rem;
    overflow-wrap: anywhere;
    vertical-align: top;
  }
  code {
    font: 400 0.8125rem/1.4 var(--mono);
  }
  td[data-wrong='true'] {
    box-shadow: inset 0 -2px var(--yellow);
  }
`;

const perPage = 25;

/** Records that wait for the same reason, in one table: looked over, and confirmed together. */
export default function ManyPage() {
  const say = reviewWords.many;
  const selection = useSelection();
  const [get, set] = useSearch();
  const queries = useQueryClient();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const cursor = get('cursor') || undefined;
  const { data, error, refetch } = useQuery({
    queryKey: ['review', 'table', selection, cursor],
    queryFn: async () => {
      const page = await service.messages.list({
        query: { ...selection, cursor, state: 'review', limit: String(perPage) },
      });
      const details = await Promise.all(page.items.map(({ key }) => service.messages.get({ params: { key } })));
      return { details, next: page.next };
    },
  });
  const details = data?.details ?? [];
  const chosen = details.flatMap(({ key, revision }) =>
    revision === null || left.has(key) ? [] : [{ key, revision }],
  );
  const confirm = useMutation({
    mutationFn: () => service.review.confirmMany({ body: { items: chosen } }),
    onSettled: () => queries.invalidateQueries({ queryKey: ['review'] }),
  });
  const done = confirm.data?.items ?? [];
  const refused = done.filter(({ text }) => text !== null);
  const reasons = new Set(details.map((one) => reasonText(one.reasons[0]?.text ?? '')));
  return (
    <Page
      title={say.title}
      about={<Muted>{reasons.size === 1 ? [...reasons][0] : fill(say.reasons, { count: reasons.size })}</Muted>}
      acts={
        <>
          <span role="status">
            {done.length > 0 && fill(say.done, { count: done.length - refused.length })}{' '}
            {refused[0] && fill(say.refused, { count: refused.length, why: refused[0].text ?? '' })}
          </span>
          <Link to="/review">{reviewWords.desk.causes}</Link>
          <InkButton onPress={() => confirm.mutate()} isDisabled={chosen.length === 0} isPending={confirm.isPending}>
            {fill(say.confirm, { count: chosen.length })}
          </InkButton>
        </>
      }
    >
      {(error ?? confirm.error) && <Trouble error={(error ?? confirm.error) as Error} onRetry={() => void refetch()} />}
      {data && details.length === 0 && <Empty>{say.none}</Empty>}
      {details.length > 0 && (
        <Body>
          <Alike
            details={details}
            left={left}
            onPick={(key, picked) => {
              const after = new Set(left);
              if (picked) after.delete(key);
              else after.add(key);
              setLeft(after);
            }}
          />
        </Body>
      )}
      <Pager
        label={say.title}
        cursor={cursor ?? null}
        next={data?.next ?? null}
        onOlder={(next) => set({ cursor: next })}
        onNewest={() => set({ cursor: null })}
      />
    </Page>
  );
}

interface AlikeProps {
  details: readonly MessageDetail[];
  left: ReadonlySet<string>;
  onPick(key: string, picked: boolean): void;
}

function Alike({ details, left, onPick }: AlikeProps) {
  const say = reviewWords.many;
  const fields = [...new Set(details.flatMap(({ outcome }) => Object.keys(outcome?.fields ?? {})))];
  return (
    <RuledTable aria-label={say.title}>
      <thead>
        <tr>
          <td />
          <th scope="col">{say.subject}</th>
          <th scope="col">{words.messages.received}</th>
          {fields.map((field, i) => (
            <th key={field} scope="col">
              <FieldName $colour={fieldColour(i)}>{field}</FieldName>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {details.map(({ key, subject, received, outcome }) => {
          const wrong = new Set(outcome?.problems.map(({ path }) => path));
          return (
            <tr key={key}>
              <td>
                <Tick
                  aria-label={fill(say.pick, { subject: subject || words.messages.noSubject })}
                  isSelected={outcome !== null && !left.has(key)}
                  isDisabled={outcome === null}
                  onChange={(picked) => onPick(key, picked)}
                />
              </td>
              <th scope="row">
                <Link to={`/messages/${key}`}>
                  <Said text={subject || words.messages.noSubject} />
                </Link>
              </th>
              <td>
                <When at={received} />
              </td>
              {fields.map((field) => (
                <td key={field} data-wrong={wrong.has(field)}>
                  <code>{valueText(outcome?.fields[field] ?? null) ?? words.common.noValue}</code>
                </td>
              ))}
            </tr>
          );
        })}
      </tbody>
    </RuledTable>
  );
}
