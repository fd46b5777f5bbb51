import { useQuery } from '@tanstack/react-query';
import type { LookupSource } from '@yellow-sieve/contract';
import { useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Empty, Muted } from '../../parts/Page';
import { RemoveButton } from '../../parts/RemoveButton';
import { RuledTable } from '../../parts/RuledTable';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { lookupWords } from '../../words-set-up';
import { csvText } from './csv-text';
import { FollowedFrom } from './FollowedFrom';
import type { ToPut } from './PutLookup';

const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 8px 16px;
`;

const Body = styled.div`
  overflow: auto;
  padding: 0 16px 24px;
  td {
    font: 400 0.8125rem/1.45 var(--mono);
  }
`;

export interface LookupTableProps {
  name: string;
  onEdit(toPut: ToPut): void;
  onFollow(followed: { name: string; source: LookupSource | null }): void;
}

/** One table: its lines, and what can be done with it. */
export function LookupTable({ name, onEdit, onFollow }: LookupTableProps) {
  const say = lookupWords;
  const may = useMay('author');
  const navigate = useNavigate();
  const { data, error, refetch } = useQuery({
    queryKey: ['lookups', name],
    queryFn: () => service.lookups.get({ params: { name } }),
    retry: false,
  });
  if (error) return <Trouble error={error} onRetry={() => void refetch()} />;
  if (!data) return <Empty>{words.common.loading}</Empty>;
  const { title, columns, lines, count, revision, by, used_by: users, source } = data;
  const whole = lines.length === count;
  const remove = async (dry: 'true' | 'false') => {
    const removal = await service.lookups.remove({ params: { name }, query: { dry } });
    if (dry === 'false') await navigate('/lookups');
    return removal;
  };
  return (
    <>
      <Acts>
        <Muted>{fill(say.about, { count, revision, by, used: users.join(', ') || words.common.none })}</Muted>
        {may && whole && !source && (
          <Button onPress={() => onEdit({ name, text: csvText([columns, ...lines]) })}>{say.edit}</Button>
        )}
        {may && !source && <Button onPress={() => onEdit({ name, text: '' })}>{say.replace}</Button>}
        {may && (
          <Button onPress={() => onFollow({ name, source })}>{source ? say.readElsewhere : say.follow.act}</Button>
        )}
        <a href={`/api/v1/lookups/${name}/file`}>{say.download}</a>
        {may && <RemoveButton title={title} lists={['lookups']} remove={remove} />}
      </Acts>
      {source && <FollowedFrom table={data} />}
      <Body>
        <RuledTable aria-label={title}>
          <thead>
            <tr>
              {columns.map((column) => (
                <th key={column} scope="col">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lines.map((line, i) => (
              // A line has no other name than its number.
              // biome-ignore lint/suspicious/noArrayIndexKey: lines never change their order
              <tr key={i}>
                {columns.map((column, at) => (
                  <td key={column}>{line[at]}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </RuledTable>
        {!whole && <Muted>{fill(say.firstLines, { shown: lines.length, all: count })}</Muted>}
      </Body>
    </>
  );
}
