import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Notice } from '@yellow-sieve/contract';
import { unmasked } from '@yellow-sieve/core/shapes';
import { useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { PlainButton } from '../../parts/Button';
import { Empty, Muted, Page } from '../../parts/Page';
import { Head, Left, Scroll, Side, Sides } from '../../parts/Sides';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { noticeWords as say } from '../../words-notices';
import { Plans } from './Plans';

const List = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;
`;

const Row = styled.li<{ $holds: boolean }>`
  padding: 10px 16px;
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid ${({ $holds }) => ($holds ? 'var(--yellow)' : 'transparent')};
  overflow-wrap: anywhere;
`;

/** What people should hear of, and who is told. */
export default function NoticesPage() {
  const [past, setPast] = useState(false);
  const { data, error, refetch } = useQuery({
    queryKey: ['notices', past],
    queryFn: () => service.notices.list({ query: { past: past ? 'true' : 'false' } }),
    refetchInterval: 30_000,
  });
  return (
    <Page title={say.title} about={<Muted>{say.about}</Muted>}>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      <Sides>
        <Left>
          <Scroll>
            <Head>
              <h2>{say.now}</h2>
              <Tick isSelected={past} onChange={setPast}>
                {say.past}
              </Tick>
            </Head>
            {data?.items.length === 0 && (
              <Empty>
                <h2>{say.none}</h2>
                <p>{say.noneHelp}</p>
              </Empty>
            )}
            <List>
              {data?.items.map((notice) => (
                <OneNotice key={notice.key} notice={notice} />
              ))}
            </List>
          </Scroll>
        </Left>
        <Side>
          <Scroll>
            <Plans />
          </Scroll>
        </Side>
      </Sides>
    </Page>
  );
}

function OneNotice({ notice: { kind, about, text, path, began, ended, muted } }: { notice: Notice }) {
  const queries = useQueryClient();
  const mute = useMutation({
    mutationFn: () => (muted ? service.notices.unmute : service.notices.mute)({ body: { kind, about } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['notices'] }),
  });
  return (
    <Row $holds={ended === null && !muted}>
      <Link to={path}>{unmasked(text)}</Link>
      <br />
      <Muted>
        {say.kinds[kind]} · {say.since} <When at={began} />
        {ended !== null && (
          <>
            {' '}
            {say.until} <When at={ended} />
          </>
        )}
        {muted && ` · ${say.mutedHelp}`}
      </Muted>{' '}
      <PlainButton
        isPending={mute.isPending}
        onPress={() => mute.mutate()}
        aria-label={`${muted ? say.unmute : say.mute}: ${text}`}
      >
        {muted ? say.unmute : say.mute}
      </PlainButton>
      {mute.error && <Trouble error={mute.error} />}
    </Row>
  );
}
