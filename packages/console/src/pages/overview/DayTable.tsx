import type { Overview } from '@yellow-sieve/contract';
import { messageStates } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { words } from '../../words';
import { dayName } from './day-words';

export const RuledTable = styled.table`
  width: 100%;
  border-collapse: collapse;
  th,
  td {
    padding: 6px 14px 6px 0;
    border-bottom: 1px solid var(--rule);
    text-align: left;
    font-weight: 400;
  }
  thead th {
    border-bottom-color: var(--strong-rule);
    color: var(--second);
  }
  .end {
    font-variant-numeric: tabular-nums;
    text-align: right;
  }
`;

/** The same as the chart in figures, newest first. */
export function DayTable({ days }: { days: Overview['days'] }) {
  return (
    <RuledTable aria-label={words.overview.chart}>
      <thead>
        <tr>
          <th scope="col">{words.overview.day}</th>
          {messageStates.map((state) => (
            <th key={state} scope="col" className="end">
              {words.states[state]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {[...days].reverse().map(({ day, counts }) => (
          <tr key={day}>
            <th scope="row">{dayName(day)}</th>
            {messageStates.map((state) => (
              <td key={state} className="end">
                {counts[state]}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </RuledTable>
  );
}
