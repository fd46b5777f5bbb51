import { useQuery } from '@tanstack/react-query';
import type { LookupItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Empty, Muted, Page } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { lookupWords } from '../../words-set-up';
import { FollowLookup, type FollowLookupProps } from './FollowLookup';
import { LookupTable } from './LookupTable';
import { PutLookup, type ToPut } from './PutLookup';

const Body = styled.div`
  overflow: auto;
  padding: 8px 16px 24px;
`;

const Failed = styled.div`
  color: var(--bad);
`;

/** The tables that rules look values up in, or one of them. */
export default function LookupsPage() {
  const { name } = useParams();
  const say = lookupWords;
  const may = useMay('author');
  const [putting, setPutting] = useState<ToPut | null>(null);
  const [following, setFollowing] = useState<Pick<FollowLookupProps, 'name' | 'source'> | null>(null);
  const { data, error, refetch } = useQuery({ queryKey: ['lookups'], queryFn: () => service.lookups.list() });
  const back = name && <Link to="/lookups">{say.all}</Link>;
  return (
    <Page
      title={name ? (data?.items.find((one) => one.name === name)?.title ?? name) : say.title}
      about={back}
      acts={
        may &&
        !name && (
          <>
            <Button onPress={() => setFollowing({ name: null, source: null })}>{say.follow.act}</Button>
            <Button onPress={() => setPutting({ name: null, text: '' })}>{say.put}</Button>
          </>
        )
      }
    >
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {name ? (
        <LookupTable name={name} onEdit={setPutting} onFollow={setFollowing} />
      ) : (
        data && <All items={data.items} />
      )}
      {following && <FollowLookup {...following} onClose={() => setFollowing(null)} />}
      {putting && <PutLookup toPut={putting} onClose={() => setPutting(null)} />}
    </Page>
  );
}

function All({ items }: { items: readonly LookupItem[] }) {
  const say = lookupWords;
  if (items.length === 0)
    return (
      <Empty>
        <h2>{say.none}</h2>
        <p>{say.noneHelp}</p>
      </Empty>
    );
  return (
    <Body>
      <RuledTable aria-label={say.title}>
        <thead>
          <tr>
            {[say.name, say.lines, say.columns, say.usedBy, say.revision].map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {items.map(
            ({ name, title, count, columns, used_by: users, revision, by, updated, source, fetched, trouble }) => (
              <tr key={name}>
                <th scope="row">
                  <Link to={`/lookups/${name}`}>{title}</Link> {title !== name && <Muted>{name}</Muted>}
                </th>
                <td>{count}</td>
                <td>{columns.join(', ')}</td>
                <td>{users.join(', ') || words.common.none}</td>
                <td>
                  {fill(say.revisionBy, { revision, by })} <When at={updated} />
                  {source && fetched && (
                    <div>
                      <Muted>{say.lastRead}</Muted> <When at={fetched} />
                    </div>
                  )}
                  {trouble && <Failed>{trouble}</Failed>}
                </td>
              </tr>
            ),
          )}
        </tbody>
      </RuledTable>
    </Body>
  );
}
