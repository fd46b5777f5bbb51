import { GridList, GridListItem } from 'react-aria-components';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { selectedKey } from '../../parts/chosen';
import { Muted } from '../../parts/Page';
import { fill, words } from '../../words';
import { FieldName } from './FieldName';
import { type LedgerRow, valueText } from './outcome';

const List = styled(GridList<LedgerRow>)`
  outline: none;
`;

const Row = styled(GridListItem<LedgerRow>)`
  display: grid;
  grid-template-columns: minmax(96px, 150px) minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 2px 12px;
  padding: 5px 16px 5px 13px;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--rule);
  outline: none;
  cursor: pointer;
  &[data-hovered] {
    background: var(--sheet);
  }
  &[data-selected] {
    border-left-color: var(--ink);
    background: var(--sheet);
  }
  &[data-focus-visible] {
    box-shadow: inset 0 0 0 2px var(--ink);
  }
  @media (max-width: 620px) {
    grid-template-columns: minmax(80px, 1fr) 2fr;
  }
`;

const Value = styled.span`
  font: 400 0.8125rem/1.45 var(--mono);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
`;

const Problem = styled.span`
  display: block;
  grid-column: 2 / -1;
  color: var(--bad);
`;

const Reads = styled.span`
  display: block;
  color: var(--ink);
`;

export interface LedgerProps {
  rows: readonly LedgerRow[];
  chosen: string | null;
  onChoose(field: string | null): void;
}

/** One row a field: its value, how it came about and by which rule, and what is wrong with it. */
export function Ledger({ rows, chosen, onChoose }: LedgerProps) {
  return (
    <List
      aria-label={words.message.fields}
      items={rows.map((row) => ({ ...row, id: row.field }))}
      selectionMode="single"
      selectionBehavior="replace"
      selectedKeys={chosen ? [chosen] : []}
      onSelectionChange={(keys) => onChoose(selectedKey(keys))}
    >
      {(row) => (
        <Row id={row.field} textValue={row.field}>
          <FieldName $colour={fieldColour(rows.findIndex(({ field }) => field === row.field))}>{row.field}</FieldName>
          <FieldValue row={row} />
          <How row={row} isChosen={row.field === chosen} />
          {row.problems.map(({ code, text }) => (
            <Problem key={code + text}>{text}</Problem>
          ))}
        </Row>
      )}
    </List>
  );
}

function FieldValue({ row }: { row: LedgerRow }) {
  const text = valueText(row.value);
  const raw = row.evidence.map((one) => one.raw ?? '').join('');
  if (text !== null) return <Value>{text}</Value>;
  if (row.problems.length > 0 && raw !== '') return <Value>“{raw}”</Value>;
  return <Muted>{words.common.noValue}</Muted>;
}

/** How the value came about and by which rule; of the chosen one, also what the rule looked for, and what a date counts from. */
function How({ row: { evidence, reads }, isChosen }: { row: LedgerRow; isChosen: boolean }) {
  const [first] = evidence;
  if (!first) return <span />;
  const counted = first.counted_from && fill(words.message.countedFrom, { day: first.counted_from });
  const said = [words.message.hows[first.how], first.rule, first.in === 'message.subject' && words.message.inSubject];
  const more = [reads, counted].filter(Boolean).join(', ');
  return (
    <Muted title={more || undefined}>
      {said.filter(Boolean).join(' · ')}
      {isChosen && more && <Reads>{more}</Reads>}
    </Muted>
  );
}
