import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { RuledTable } from '../../parts/RuledTable';
import { fill, words } from '../../words';
import { FieldName } from './FieldName';
import { type MessageOutcome, type Problem, valueText } from './outcome';

const Wide = styled.div`
  overflow-x: auto;
  padding: 0 16px 4px;
  td {
    max-width: 220px;
    font: 400 0.8125rem/1.45 var(--mono);
    overflow-wrap: break-word;
  }
  th span {
    overflow-wrap: normal;
    white-space: nowrap;
  }
  td[data-chosen='true'] {
    background: var(--wash);
  }
`;

const Wrong = styled.span`
  color: var(--bad);
  font-family: var(--text);
`;

export interface RowsTableProps {
  outcome: Pick<MessageOutcome, 'rows' | 'problems'>;
  /** Fields, then columns, in the order that gives them their colours. */
  names: readonly string[];
  chosen: string | null;
  onChoose(path: string): void;
}

/** The rows of a record, a line each; a cell that is not fine says why. */
export function RowsTable({ outcome: { rows, problems }, names, chosen, onChoose }: RowsTableProps) {
  const columns = Object.keys(rows[0] ?? {});
  return (
    // What is scrolled sideways must be reached by keys.
    <Wide tabIndex={0} role="group" aria-label={words.message.rows}>
      <RuledTable aria-label={words.message.rows}>
        <thead>
          <tr>
            <th scope="col">{words.message.rowNumber}</th>
            {columns.map((column) => (
              <th key={column} scope="col">
                <FieldName $colour={fieldColour(Math.max(0, names.indexOf(column)))}>{column}</FieldName>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            // A row has no other name than its number.
            // biome-ignore lint/suspicious/noArrayIndexKey: rows never change their order
            <tr key={i}>
              <th scope="row">{i + 1}</th>
              {columns.map((column) => {
                const path = `rows[${i}].${column}`;
                return (
                  // biome-ignore lint/a11y/useKeyWithClickEvents: a shortcut for the eye; the value stands here already
                  <td key={column} data-chosen={path === chosen} onClick={() => onChoose(path)}>
                    {valueText(row[column] ?? null) ?? <Missing problem={problems.find((one) => one.path === path)} />}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </RuledTable>
    </Wide>
  );
}

function Missing({ problem }: { problem: Problem | undefined }) {
  return problem ? <Wrong>{problem.text}</Wrong> : words.common.noValue;
}

/** How many rows there are, in words. */
export const rowsText = (count: number): string => fill(words.message.rowCount, { count });
