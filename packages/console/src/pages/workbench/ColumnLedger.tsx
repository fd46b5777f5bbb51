import type { ColumnItem } from '@yellow-sieve/contract';
import { useMemo } from 'react';
import { GridList, GridListItem } from 'react-aria-components';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { selectedKey } from '../../parts/chosen';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { FieldName } from '../message/FieldName';
import type { MessageReading } from '../message/outcome';
import { type ColumnState, columnStates } from './column-states';
import type { Shown } from './use-shown';

const Frame = styled.section`
  border-bottom: 1px solid var(--strong-rule);
`;

const line = `
  display: grid;
  grid-template-columns: minmax(80px, 150px) minmax(0, 1.2fr) minmax(0, 1fr) 4.5em;
  gap: 10px;
  align-items: center;
  min-height: 30px;
  padding: 0 16px 0 13px;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
  span {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .end {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
`;

const Head = styled.div`
  ${line}
  color: var(--second);
`;

const List = styled(GridList<ColumnState>)`
  outline: none;
  > :last-child {
    border-bottom: 0;
  }
`;

const Row = styled(GridListItem<ColumnState>)`
  ${line}
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
`;

const Value = styled.span<{ $bad: boolean }>`
  color: ${({ $bad }) => ($bad ? 'var(--bad)' : 'inherit')};
  font: 400 0.8125rem/1.4 var(--mono);
`;

const Muted = styled.span`
  color: var(--second);
`;

export interface ColumnLedgerProps {
  columns: readonly ColumnItem[];
  /** Fields, then columns, in the order that gives them their colours. */
  names: readonly string[];
  shown: Shown | null;
  reading: MessageReading | null;
  chosen: string | null;
  onChoose(column: string | null): void;
}

/** The columns of the rows: what the first item of the shown message has, where that stands in it, and how many items have it. */
export function ColumnLedger({ columns, names, shown, reading, chosen, onChoose }: ColumnLedgerProps) {
  const say = workbenchWords.columns;
  const outcome = shown?.outcome ?? null;
  const states = useMemo(() => columnStates(columns, outcome, reading), [columns, outcome, reading]);
  return (
    <Frame aria-label={say.title}>
      <Head aria-hidden>
        <span>{say.column}</span>
        <span>{say.first}</span>
        <span>{say.where}</span>
        <span className="end">{fill(say.of, { all: outcome?.rows.length ?? 0 })}</span>
      </Head>
      <List
        aria-label={say.title}
        items={states.map((state) => ({ ...state, id: state.name }))}
        selectionMode="single"
        selectionBehavior="replace"
        disallowEmptySelection
        selectedKeys={chosen ? [chosen] : []}
        onSelectionChange={(keys) => onChoose(selectedKey(keys))}
      >
        {({ name, value, problem, where, found }) => (
          <Row id={name} textValue={name}>
            <FieldName $colour={fieldColour(names.indexOf(name))}>{name}</FieldName>
            {value === null && problem === null ? (
              <Muted>{words.common.noValue}</Muted>
            ) : (
              <Value $bad={value === null} title={value ?? problem ?? ''}>
                {value ?? problem}
              </Value>
            )}
            <Muted title={where}>{where}</Muted>
            <span className="end">{found}</span>
          </Row>
        )}
      </List>
    </Frame>
  );
}
