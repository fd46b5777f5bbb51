import { useQuery } from '@tanstack/react-query';
import type { MessageCounts, Overview } from '@yellow-sieve/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { PlainButton } from '../../parts/Button';
import { OneOf } from '../../parts/OneOf';
import { Empty, Page } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { useSearch } from '../../parts/use-search';
import { overviewQuery, wantsHand } from '../../parts/use-wants-hand';
import { words } from '../../words';
import { DayChart } from './DayChart';
import { DayTable } from './DayTable';
import { MailboxDays } from './MailboxDays';
import { WantsHand } from './WantsHand';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 26px;
  padding: 16px 20px 24px;
  overflow: auto;
  @media (max-width: 980px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Left = styled.div`
  min-width: 0;
`;

const Figures = styled.dl`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
  margin: 0 0 14px;
  border-top: 2px solid var(--ink);
  border-bottom: 1px solid var(--strong-rule);
  div {
    display: flex;
    flex-direction: column-reverse;
    justify-content: flex-end;
    padding: 8px 12px 10px;
    border-left: 1px solid var(--strong-rule);
  }
  div:first-child {
    padding-left: 0;
    border-left: 0;
  }
  dt {
    color: var(--second);
  }
  dd {
    margin: 0;
    font: 600 1.5625rem/1.3 var(--heading);
  }
`;

const Under = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 6px 0 16px;
  color: var(--second);
`;

const ranges = ['1', '7', '30', '90'] as const;

/** What came in over some days, what became of it, and what wants a hand now. */
export default function OverviewPage() {
  const [get, set] = useSearch();
  const days = ranges.find((range) => range === get('days')) ?? '30';
  const { data, error, refetch } = useQuery(overviewQuery(Number(days)));
  return (
    <Page
      title={words.overview.title}
      acts={
        <OneOf
          label={words.overview.days}
          value={days}
          options={ranges.map((key) => ({ key, text: words.overview.range[key] }))}
          onChange={(key) => set({ days: key === '30' ? null : key })}
        />
      }
    >
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data && (data.mailboxes.length === 0 ? <NoMailbox /> : <Inside overview={data} />)}
    </Page>
  );
}

function NoMailbox() {
  return (
    <Empty>
      <h2>{words.overview.none}</h2>
      <p>{words.overview.noneHelp}</p>
      <Link to="/mailboxes">{words.overview.makeMailbox}</Link>
    </Empty>
  );
}

function Inside({ overview }: { overview: Overview }) {
  const [asTable, setAsTable] = useState(false);
  return (
    <Columns>
      <Left>
        <FigureRow overview={overview} />
        {asTable ? <DayTable days={overview.days} /> : <DayChart days={overview.days} />}
        <Under>
          <span>{words.overview.utc}</span>
          <PlainButton onPress={() => setAsTable(!asTable)}>
            {asTable ? words.overview.asChart : words.overview.asTable}
          </PlainButton>
        </Under>
        <MailboxDays mailboxes={overview.mailboxes} days={overview.days.map(({ day }) => day)} />
      </Left>
      <WantsHand overview={overview} />
    </Columns>
  );
}

const arrived = (counts: MessageCounts): number => Object.values(counts).reduce((sum, count) => sum + count, 0);

function FigureRow({ overview }: { overview: Overview }) {
  const { messages, wants } = overview;
  const all = arrived(messages);
  const settled = all - messages.waiting;
  const untouched = settled === 0 ? '–' : `${Math.round((100 * (messages.done + messages.skipped)) / settled)} %`;
  const { waiting, retrying, uncertain } = wants.deliveries;
  const figures: [string, string | number][] = [
    [words.overview.arrived, all.toLocaleString('en-GB')],
    [words.overview.untouched, untouched],
    [words.overview.wantHand, wantsHand(overview)],
    [words.overview.deliveryStopped, wants.deliveries.stopped],
    [words.overview.onTheWay, messages.waiting + waiting + retrying + uncertain],
  ];
  return (
    <Figures>
      {figures.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </Figures>
  );
}
