import type { Editable } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { Button, PlainButton } from '../../parts/Button';
import { RuledTable } from '../../parts/RuledTable';
import { fill, words } from '../../words';
import { reviewWords } from '../../words-review';
import { FieldName } from '../message/FieldName';
import type { MessageOutcome } from '../message/outcome';
import { type Draft, rowTexts } from './correction';
import { TextEditor } from './ValueEditors';

const Wide = styled.div`
  overflow-x: auto;
  padding: 0 16px 8px;
  td {
    min-width: 92px;
    padding: 2px 4px 2px 0;
    vertical-align: top;
  }
  tr[data-held='true'] td {
    opacity: 0.65;
  }
`;

const Foot = styled.div`
  padding: 4px 16px 10px;
`;

const Wrong = styled.li`
  color: var(--bad);
  font-size: 0.78125rem;
`;

export interface RowsGridProps {
  columns: readonly Editable[];
  /** Fields come before columns in the order that gives them their colours. */
  fieldCount: number;
  outcome: MessageOutcome;
  tried: MessageOutcome | null;
  refused: ReadonlyMap<string, string>;
  draft: Draft;
  onDraft(draft: Draft): void;
  onChoose(path: string | null): void;
  onLeave(): void;
}

/** The rows of a record as a grid: cells are written over, rows added, removed and held back. */
export function RowsGrid({
  columns,
  fieldCount,
  outcome,
  tried,
  refused,
  draft,
  onDraft,
  onChoose,
  onLeave,
}: RowsGridProps) {
  const say = reviewWords.desk;
  const rows = rowTexts(draft, outcome.rows, columns);
  const held = new Set(draft.held ?? outcome.held_rows ?? []);
  const shown = draft.rows === null ? outcome : (tried ?? outcome);
  const wrong = new Set([...shown.problems.map(({ path }) => path), ...refused.keys()]);
  const change = (at: number, column: string, text: string) =>
    onDraft({ ...draft, rows: rows.map((row, i) => (i === at ? { ...row, [column]: text } : row)) });
  const hold = (at: number) => {
    const after = held.has(at) ? [...held].filter((one) => one !== at) : [...held, at].sort((a, b) => a - b);
    onDraft({ ...draft, held: after });
  };
  const remove = (at: number) => {
    const places = [...held].filter((one) => one !== at).map((one) => (one > at ? one - 1 : one));
    onDraft({ ...draft, rows: rows.filter((_, i) => i !== at), held: held.size > 0 ? places : draft.held });
  };
  const problems = shown.problems.filter(({ path }) => path.startsWith('rows'));
  return (
    <>
      {/* What is scrolled sideways must be reached by keys. */}
      <Wide tabIndex={0} role="group" aria-label={say.rowsTitle}>
        <RuledTable aria-label={say.rowsTitle}>
          <thead>
            <tr>
              <th scope="col">{words.message.rowNumber}</th>
              {columns.map(({ name }, i) => (
                <th key={name} scope="col">
                  <FieldName $colour={fieldColour(fieldCount + i)}>{name}</FieldName>
                </th>
              ))}
              <td />
            </tr>
          </thead>
          <tbody>
            {rows.map((row, at) => (
              // A row has no other name than its number.
              // biome-ignore lint/suspicious/noArrayIndexKey: cells are told apart by their place
              <tr key={at} data-held={held.has(at)}>
                <th scope="row">{at + 1}</th>
                {columns.map((column) => (
                  <td key={column.name}>
                    <TextEditor
                      label={fill(say.cell, { column: column.name, row: at + 1 })}
                      field={column}
                      text={row[column.name] ?? ''}
                      isWanted={wrong.has(`rows[${at}].${column.name}`)}
                      onText={(text) => change(at, column.name, text)}
                      onFocus={() => onChoose(`rows[${at}].${column.name}`)}
                      onLeave={onLeave}
                    />
                  </td>
                ))}
                <td>
                  <PlainButton
                    aria-label={fill(say.hold, { row: at + 1 })}
                    aria-pressed={held.has(at)}
                    onPress={() => hold(at)}
                  >
                    {held.has(at) ? say.held : say.holdBack}
                  </PlainButton>{' '}
                  <PlainButton aria-label={fill(say.removeRow, { row: at + 1 })} onPress={() => remove(at)}>
                    ×
                  </PlainButton>
                </td>
              </tr>
            ))}
          </tbody>
        </RuledTable>
        <ul>
          {problems.map(({ path, text }) => (
            <Wrong key={path + text}>{`${numbered(path)}${text}`}</Wrong>
          ))}
        </ul>
      </Wide>
      <Foot>
        <Button onPress={() => onDraft({ ...draft, rows: [...rows, {}] })}>{say.addRow}</Button>
      </Foot>
    </>
  );
}

/** “row 3, amount: ” of `rows[2].amount`: rows are counted as people see them. */
function numbered(path: string): string {
  const [, at, column] = /^rows\[(\d+)\]\.(.+)$/.exec(path) ?? [];
  return at === undefined ? '' : `${fill(reviewWords.desk.cell, { column: column ?? '', row: Number(at) + 1 })}: `;
}
