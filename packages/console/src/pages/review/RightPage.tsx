import { useQueries, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Empty, Muted, Page } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { service } from '../../service';
import { fill, words } from '../../words';
import { reviewWords } from '../../words-review';
import { sievesQuery } from '../messages/use-set-up-names';
import { type FieldRight, fieldsRight } from './fields-right';

const Body = styled.div`
  overflow: auto;
  padding: 8px 16px 24px;
  h2 {
    margin: 16px 0 4px;
  }
`;

const Weeks = styled.span`
  display: inline-flex;
  gap: 2px;
  align-items: end;
  height: 18px;
  i {
    display: block;
    width: 7px;
    background: var(--second);
  }
  i[data-wrong='true'] {
    background: var(--bad);
  }
`;

/** How often people found each field right, by sieve and week, from what they confirmed, corrected and judged. */
export default function RightPage() {
  const say = reviewWords.right;
  const sieves = useQuery(sievesQuery).data?.items ?? [];
  const found = useQueries({
    queries: sieves.map(({ name }) => ({
      queryKey: ['records', 'accuracy', name],
      queryFn: () => service.sieves.accuracy({ params: { name } }),
    })),
  });
  const judged = sieves.flatMap((sieve, i) => {
    const fields = fieldsRight(found[i]?.data?.items ?? []);
    return fields.length > 0 ? [{ sieve, fields }] : [];
  });
  const loading = found.some(({ isPending }) => isPending);
  return (
    <Page title={say.title} acts={<Link to="/review">{reviewWords.desk.causes}</Link>}>
      <Body>
        <Muted>{say.about}</Muted>
        {judged.length === 0 && <Empty>{loading ? words.common.loading : say.none}</Empty>}
        {judged.map(({ sieve: { name, title }, fields }) => (
          <section key={name} aria-label={title}>
            <h2>{title}</h2>
            <RuledTable>
              <thead>
                <tr>
                  <th scope="col">{say.field}</th>
                  <th scope="col" className="end">
                    {say.judged}
                  </th>
                  <th scope="col" className="end">
                    {say.right}
                  </th>
                  <th scope="col" className="end">
                    {say.spot}
                  </th>
                  <th scope="col">{say.weeks}</th>
                </tr>
              </thead>
              <tbody>
                {fields.map((one) => (
                  <OneField key={one.field} {...one} />
                ))}
              </tbody>
            </RuledTable>
          </section>
        ))}
      </Body>
    </Page>
  );
}

const share = (right: number, judged: number) => (judged === 0 ? '–' : `${Math.round((right / judged) * 100)} %`);

function OneField({ field, judged, right, spotJudged, spotRight, weeks }: FieldRight) {
  const say = reviewWords.right;
  const most = Math.max(...weeks.map((week) => week.judged));
  const spoken = weeks.map((week) => fill(say.week, { ...week })).join('; ');
  return (
    <tr>
      <th scope="row">{field}</th>
      <td className="end">{judged}</td>
      <td className="end">{share(right, judged)}</td>
      <td className="end">{spotJudged === 0 ? '–' : fill(say.ofSpot, { right: spotRight, judged: spotJudged })}</td>
      <td>
        <Weeks role="img" aria-label={spoken} title={spoken}>
          {weeks.map((week) => (
            <i
              key={week.week}
              data-wrong={week.right < week.judged}
              style={{ height: `${Math.max(3, Math.round((week.judged / most) * 18))}px` }}
            />
          ))}
        </Weeks>
      </td>
    </tr>
  );
}
