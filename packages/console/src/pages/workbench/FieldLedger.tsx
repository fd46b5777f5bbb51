import type { CellState } from '@yellow-sieve/core';
import { useState } from 'react';
import { GridList, GridListItem } from 'react-aria-components';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { PlainButton } from '../../parts/Button';
import { selectedKey } from '../../parts/chosen';
import { OneOf } from '../../parts/OneOf';
import { Trouble } from '../../parts/Trouble';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { FieldName } from '../message/FieldName';
import { valueText } from '../message/outcome';
import { CoverageGrid } from './CoverageGrid';
import { CoverageTable } from './CoverageTable';
import { rowsField } from './extracting';
import { meshSizes } from './grid-drawing';
import { Legend } from './Legend';
import type { Column, Selection } from './use-columns';
import type { GridState } from './use-coverage-grid';
import type { Shown } from './use-shown';

const Frame = styled.section`
  border-bottom: 1px solid var(--strong-rule);
`;

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  min-height: 38px;
  padding: 4px 16px;
  border-bottom: 1px solid var(--rule);
  color: var(--second);
`;

const Pair = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(60px, 44%);
  padding-right: 12px;
  @media (max-width: 620px) {
    grid-template-columns: minmax(0, 1fr) 40%;
  }
`;

const List = styled(GridList<LedgerField>)`
  min-width: 0;
  outline: none;
`;

const Row = styled(GridListItem<LedgerField>)`
  display: grid;
  grid-template-columns: minmax(80px, 150px) minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  height: ${meshSizes.row}px;
  padding: 0 8px 0 13px;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--rule);
  outline: none;
  cursor: pointer;
  white-space: nowrap;
  span {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
  }
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

interface LedgerField {
  name: string;
  state: CellState;
  text: string | null;
}

export interface FieldLedgerProps {
  /** Fields, and the group of rows where the sieve has one. */
  fields: readonly string[];
  /** Units of numbers, by field. */
  units: ReadonlyMap<string, string>;
  shown: Shown | null;
  columns: readonly Column[];
  at: number;
  grid: GridState;
  selection: Selection;
  chosen: string | null;
  onChoose(field: string | null): void;
  onShow(column: number): void;
  onSelect(of: Selection['of']): void;
  onJudge(column: number, field: string, right: boolean): void;
}

/** One row a field: its value in the shown message, and a square for every message. */
export function FieldLedger(props: FieldLedgerProps) {
  const { fields, units, shown, columns, at, grid, selection, chosen, onChoose, onShow, onSelect, onJudge } = props;
  const [asTable, setTable] = useState(false);
  const say = workbenchWords;
  const message = columns[at]?.name ?? '';
  const rows = fields.map(
    (name): LedgerField => ({ name, state: grid.cell(message, name), text: textOf(name, units.get(name), shown) }),
  );
  const about = fill(say.mesh.tried, { tried: Math.min(grid.tried, columns.length), all: columns.length });
  return (
    <Frame aria-label={say.ledger}>
      <Head>
        <OneOf
          label={say.mesh.of}
          value={selection.of}
          options={[
            { key: 'samples', text: say.mesh.samples },
            { key: 'stored', text: say.mesh.stored },
          ]}
          onChange={onSelect}
        />
        <span>{about}</span>
        <Legend />
        {grid.failed ? <Trouble error={grid.failed} onRetry={grid.retry} /> : null}
        <PlainButton onPress={() => setTable(!asTable)}>{asTable ? say.mesh.canvas : say.mesh.table}</PlainButton>
      </Head>
      {asTable ? (
        <CoverageTable fields={fields} columns={columns} coverage={grid.coverage} shown={at} onShow={onShow} />
      ) : (
        <Pair>
          <List
            aria-label={say.ledger}
            items={rows.map((row) => ({ ...row, id: row.name }))}
            selectionMode="single"
            selectionBehavior="replace"
            selectedKeys={chosen ? [chosen] : []}
            onSelectionChange={(keys) => onChoose(selectedKey(keys))}
          >
            {(row) => (
              <Row id={row.name} textValue={row.name}>
                <FieldName $colour={fieldColour(fields.indexOf(row.name))}>{row.name}</FieldName>
                {row.text === null ? (
                  <Muted>{row.state === 'not tried' ? '…' : words.common.noValue}</Muted>
                ) : (
                  <Value $bad={row.state === 'wrong' || row.state === 'problem'} title={row.text}>
                    {row.text}
                  </Value>
                )}
              </Row>
            )}
          </List>
          <CoverageGrid
            fields={fields}
            columns={columns}
            cell={grid.cell}
            shown={at}
            chosen={chosen}
            onShow={(column, field) => {
              onShow(column);
              onChoose(field);
            }}
            onJudge={onJudge}
          />
        </Pair>
      )}
    </Frame>
  );
}

function textOf(name: string, unit: string | undefined, shown: Shown | null): string | null {
  const { outcome } = shown ?? {};
  if (!outcome) return null;
  if (name === rowsField) return fill(workbenchWords.rowsFound, { found: outcome.rows.length });
  const problem = outcome.problems.find(({ path }) => path === name);
  const value = valueText(outcome.fields[name] ?? null);
  return value === null ? (problem?.text ?? null) : unit ? `${value} ${unit}` : value;
}
