import type { Sorter } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Key } from '../../parts/Key';
import { Muted } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { fill } from '../../words';
import { sorterWords as say } from '../../words-sorter';
import { keyOf } from './label-keys';

/** The categories of a sorter with the key that gives each, and how many messages have it. */
export function Categories({ sorter: { categories, unsorted } }: { sorter: Sorter }) {
  const most = Math.max(4, ...unsorted, ...categories.flatMap(({ weeks }) => weeks));
  return (
    <RuledTable aria-label={say.category}>
      <thead>
        <tr>
          <th scope="col">{say.category}</th>
          <th scope="col">{say.goes}</th>
          <th scope="col" className="end">
            {say.labels}
          </th>
          <th scope="col" className="end">
            {fill(say.weeks, { count: unsorted.length })}
          </th>
        </tr>
      </thead>
      <tbody>
        {categories.map(({ category, about, owner, by_condition: byCondition, labelled, weeks }, i) => (
          <tr key={category}>
            <td style={{ whiteSpace: 'nowrap' }}>
              <Key>{keyOf(categories, i)}</Key> {category}
            </td>
            <td>
              <Muted>
                {[about, owner && fill(say.owner, { owner }), byCondition && say.byCondition]
                  .filter((part) => typeof part === 'string' && part !== '')
                  .join(' · ')}
              </Muted>
            </td>
            <td className="end">{labelled}</td>
            <td className="end">
              <Weeks counts={weeks} most={most} />
            </td>
          </tr>
        ))}
        <tr>
          <td>{say.unsorted}</td>
          <td />
          <td />
          <td className="end">
            <Weeks counts={unsorted} most={most} />
          </td>
        </tr>
      </tbody>
    </RuledTable>
  );
}

const Bars = styled.svg`
  margin-right: 8px;
  fill: var(--second);
  vertical-align: -2px;
`;

const bar = { width: 4, gap: 1, height: 18 };

/** How many came by week, in figures and as bars; all categories have one scale. */
function Weeks({ counts, most }: { counts: readonly number[]; most: number }) {
  const total = counts.reduce((sum, count) => sum + count, 0);
  const step = bar.width + bar.gap;
  const heightOf = (count: number) => (count === 0 ? 0 : Math.max(1, (bar.height * count) / most));
  return (
    <span style={{ whiteSpace: 'nowrap' }}>
      <Bars
        width={counts.length * step}
        height={bar.height}
        role="img"
        aria-label={fill(say.byWeek, { total, counts: counts.join(', ') })}
      >
        {counts.map((count, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a week is its place
          <rect key={i} x={i * step} y={bar.height - heightOf(count)} width={bar.width} height={heightOf(count)} />
        ))}
        <rect x={0} y={bar.height - 1} width={counts.length * step} height={1} opacity={0.4} />
      </Bars>
      {total}
    </span>
  );
}
