import type { Sorter } from '@yellow-sieve/contract';
import { Button } from 'react-aria-components';
import { styled } from 'styled-components';
import { Muted } from '../../parts/Page';
import { fill } from '../../words';
import { sorterWords as say } from '../../words-sorter';

/** A cell of the table; `judged` is null for unsorted. */
export interface Chosen {
  labelled: string;
  judged: string | null;
}

const Grid = styled.table`
  border-collapse: collapse;
  thead th {
    vertical-align: bottom;
    height: 92px;
    padding: 0;
    font-weight: 400;
    text-align: left;
    color: var(--second);
  }
  thead th span {
    display: block;
    width: 40px;
    white-space: nowrap;
    transform: translate(16px, -4px) rotate(-62deg);
    transform-origin: left bottom;
  }
  thead th:first-child span {
    width: auto;
    transform: none;
  }
  tbody th {
    padding: 0 12px 0 0;
    font-weight: 400;
    text-align: left;
    white-space: nowrap;
  }
  tbody td {
    width: 40px;
    padding: 0;
    border: 1px solid var(--rule);
    text-align: center;
    font: 600 0.8125rem/1 var(--mono);
    font-variant-numeric: tabular-nums;
  }
  td.right {
    background: var(--rule);
  }
`;

const Cell = styled(Button)`
  width: 100%;
  height: 32px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
  outline: none;
  &[data-focus-visible] {
    box-shadow: inset 0 0 0 2px var(--ink);
  }
  &[aria-pressed='true'] {
    background: var(--wash);
    box-shadow: inset 0 0 0 2px var(--ink);
  }
`;

/** Labels down, what a sorter says across that has not seen them. What is off the diagonal is where to look. */
export function Confusion({
  sorter: { table },
  chosen,
  onChoose,
}: {
  sorter: Sorter;
  chosen: Chosen | null;
  onChoose(chosen: Chosen | null): void;
}) {
  const names = table.map(({ category }) => category);
  const labelled = table.reduce((sum, line) => sum + line.labelled, 0);
  const right = table.reduce((sum, { given }, i) => sum + (given[i] ?? 0), 0);
  const unsorted = table.reduce((sum, line) => sum + line.unsorted, 0);
  const isChosen = (one: Chosen) => chosen?.labelled === one.labelled && chosen.judged === one.judged;
  return (
    <section aria-label={say.crossTitle}>
      <h2>{say.crossTitle}</h2>
      <Muted>{fill(say.crossHelp, { right, labelled, unsorted, wrong: labelled - right - unsorted })}</Muted>
      <Grid>
        <thead>
          <tr>
            <th scope="col">
              <span>{say.labelledAs}</span>
            </th>
            {[...names, say.unsorted].map((name) => (
              <th key={name} scope="col">
                <span>{name}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.map(({ category, given, unsorted: left }, row) => (
            <tr key={category}>
              <th scope="row">{category}</th>
              {[...given, left].map((count, column) => {
                const one = { labelled: category, judged: names[column] ?? null };
                const about = { count, labelled: category, judged: one.judged ?? say.unsorted };
                return (
                  <td key={one.judged ?? ''} className={row === column ? 'right' : undefined}>
                    {count === 0 ? (
                      <Muted aria-hidden>·</Muted>
                    ) : (
                      <Cell
                        aria-label={fill(say.cell, about)}
                        aria-pressed={isChosen(one)}
                        onPress={() => onChoose(isChosen(one) ? null : one)}
                      >
                        {count}
                      </Cell>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Grid>
    </section>
  );
}
