import { useQuery } from '@tanstack/react-query';
import type { CrossItem, Sorter } from '@yellow-sieve/contract';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { styled } from 'styled-components';
import { InkButton } from '../../parts/Button';
import { Empty, Muted, Page } from '../../parts/Page';
import { Left, Scroll, Side, Sides } from '../../parts/Sides';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { sorterWords as say } from '../../words-sorter';
import { Categories } from './Categories';
import { type Chosen, Confusion } from './Confusion';
import { LabelList } from './LabelList';
import { UseDialog } from './UseDialog';

const Pad = styled.div`
  display: grid;
  gap: 14px;
  align-content: start;
  padding: 16px 16px 24px;
  h2 {
    margin-bottom: 4px;
  }
`;

/** A mailbox’s sorter: what its labels teach, checked against themselves, and what is to be labelled next. */
export default function SorterPage() {
  const { name = '' } = useParams();
  const params = { name };
  const { data, error, refetch } = useQuery({
    queryKey: ['mailboxes', name, 'sorter'],
    queryFn: () => service.sorting.get({ params }),
  });
  const mailbox = useQuery({ queryKey: ['mailboxes', name], queryFn: () => service.mailboxes.get({ params }) }).data;
  const [using, setUsing] = useState(false);
  const may = useMay('author');
  const title = fill(say.title, { mailbox: mailbox?.title ?? name });
  return (
    <Page
      title={title}
      about={data && <InUse sorter={data} />}
      acts={
        <>
          <Link to={`/messages?mailbox=${name}`}>{say.messages}</Link>
          {may && data && data.table.length > 0 && <InkButton onPress={() => setUsing(true)}>{say.use}</InkButton>}
        </>
      }
    >
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data && <Both sorter={data} />}
      {using && <UseDialog mailbox={name} onClose={() => setUsing(false)} />}
    </Page>
  );
}

function InUse({ sorter: { in_use: inUse, current, asks } }: { sorter: Sorter }) {
  const asked = asks !== null && ` · ${fill(say.asks, { model: asks })}`;
  if (!inUse)
    return (
      <Muted>
        {say.notInUse}
        {asked}
      </Muted>
    );
  return (
    <Muted>
      {fill(say.inUse, inUse)}
      {!current && ` · ${say.others}`}
      {asked}
    </Muted>
  );
}

function Both({ sorter }: { sorter: Sorter }) {
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const within = chosen ? sorter.judged.filter((one) => isIn(one, chosen)) : [];
  return (
    <Sides>
      <Left>
        <Scroll>
          <Pad>
            {sorter.table.length > 0 ? (
              <Confusion sorter={sorter} chosen={chosen} onChoose={setChosen} />
            ) : (
              <Empty>
                <h2>{say.crossTitle}</h2>
                <p>{say.crossNone}</p>
              </Empty>
            )}
            <Categories sorter={sorter} />
          </Pad>
        </Scroll>
      </Left>
      <Side>
        <LabelList sorter={sorter} chosen={chosen} within={within} />
      </Side>
    </Sides>
  );
}

const isIn = (one: CrossItem, { labelled, judged }: Chosen) =>
  one.labelled === labelled && (one.sure ? one.judged === judged : judged === null);
