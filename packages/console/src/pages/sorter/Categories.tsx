import type { Sorter } from '@yellow-sieve/contract';
import { Key } from '../../parts/Key';
import { Muted } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { fill } from '../../words';
import { sorterWords as say } from '../../words-sorter';
import { keyOf } from './label-keys';

/** The categories of a sorter with the key that gives each, and how many messages have it. */
export function Categories({ sorter: { categories, unsorted } }: { sorter: Sorter }) {
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
            {say.month}
          </th>
        </tr>
      </thead>
      <tbody>
        {categories.map(({ category, about, owner, by_condition: byCondition, labelled, sorted }, i) => (
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
            <td className="end">{sorted}</td>
          </tr>
        ))}
        <tr>
          <td>{say.unsorted}</td>
          <td />
          <td />
          <td className="end">{unsorted}</td>
        </tr>
      </tbody>
    </RuledTable>
  );
}
