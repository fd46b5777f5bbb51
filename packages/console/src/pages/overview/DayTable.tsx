import type { Overview } from '@yellow-sieve/contract';
import { messageStates } from '@yellow-sieve/contract';
import { RuledTable } from '../../parts/RuledTable';
import { words } from '../../words';
import { dayName } from './day-words';

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
