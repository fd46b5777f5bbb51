import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { LookupItem } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { lookupWords } from '../../words-set-up';
import { placeText } from './place-form';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 0 16px 8px;
`;

const Failed = styled.p`
  margin: 0 16px 8px;
  color: var(--bad);
`;

/** Where a table is read from, how old its copy is, and what is in the way. */
export function FollowedFrom({ table: { name, source, fetched, trouble } }: { table: LookupItem }) {
  const say = lookupWords;
  const may = useMay('author');
  const queries = useQueryClient();
  const anew = { onSuccess: () => queries.invalidateQueries({ queryKey: ['lookups'] }) };
  const params = { name };
  const read = useMutation({ mutationFn: () => service.lookups.fetch({ params }), ...anew });
  const end = useMutation({ mutationFn: () => service.lookups.unfollow({ params }), ...anew });
  const error = read.error ?? end.error;
  if (!source) return null;
  return (
    <>
      <Line>
        <Muted>
          {fill(say.read, { place: placeText(source) })}
          {fetched && (
            <>
              {say.readAt} <When at={fetched} />
            </>
          )}
        </Muted>
        {may && (
          <Button isPending={read.isPending} onPress={() => read.mutate()}>
            {say.readNow}
          </Button>
        )}
        {may && <Button onPress={() => end.mutate()}>{say.readNoMore}</Button>}
      </Line>
      {trouble && <Failed role="status">{fill(say.readTrouble, { trouble })}</Failed>}
      {error && <Trouble error={error} />}
    </>
  );
}
