import type { ColumnItem, RuleItem, ShownRef, SieveActInput, SieveOutline } from '@yellow-sieve/contract';
import { useMemo } from 'react';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { Empty } from '../../parts/Page';
import { useKinds } from '../../parts/use-kinds';
import { workbenchWords } from '../../words-workbench';
import { ledgerRow } from '../message/outcome';
import { columnOf, rowOf } from '../message/row-path';
import { Checks } from './Checks';
import { type Extracting, type ExtractingEvent, rowsField } from './extracting';
import { FieldPanel } from './FieldPanel';
import { RuleList } from './RuleList';
import { RulePanel, type RulePanelProps } from './RulePanel';
import type { Column } from './use-columns';
import type { GridState } from './use-coverage-grid';
import type { useEdits } from './use-edits';
import type { useExpected } from './use-expected';
import type { Marking } from './use-marking';
import type { Shown } from './use-shown';
import type { RuleDrawing } from './use-tried-rule';

const Pair = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(200px, 38%);
  &[data-wide='true'] {
    grid-template-columns: minmax(0, 1fr);
  }
  @media (max-width: 620px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

export interface PanelsProps {
  outline: SieveOutline;
  /** Of the grid: the message that is shown. */
  column: Column;
  expected: ReturnType<typeof useExpected>;
  grid: GridState;
  state: Extracting;
  tell(event: ExtractingEvent): void;
  marking: Marking;
  sieve: string;
  source: string;
  message: ShownRef;
  mailbox: string | null;
  messages: RulePanelProps['messages'];
  live: RulePanelProps['live'];
  onDraw(drawing: RuleDrawing | null): void;
  names: readonly string[];
  outcome: Shown['outcome'];
  edits: ReturnType<typeof useEdits>;
}

/** The field or rule that is open, beside the list of rules. */
export function Panels({
  sieve,
  source,
  message,
  mailbox,
  messages,
  live,
  onDraw,
  state,
  tell,
  outline,
  outcome,
  edits,
  ...rest
}: PanelsProps) {
  const { chosen, rule } = state;
  const kinds = useKinds();
  const isAsking = (kind: string | null) => kinds.rules.some((one) => one.kind === kind && one.asks);
  const name = chosen === null ? null : columnOf(chosen);
  const column = outline.columns.find((one) => one.name === name);
  const field = column ?? outline.fields.find((one) => one.name === name) ?? null;
  const open = (next: number | null) => {
    tell({ type: 'opened rule', rule: next });
    edits.forget();
  };
  return (
    <Pair data-wide={rule !== null && isAsking(rule === 'new' ? null : (outline.rules[rule]?.kind ?? null))}>
      {rule !== null ? (
        <RulePanel
          key={rule}
          sieve={sieve}
          source={source}
          message={message}
          mailbox={mailbox}
          messages={messages}
          live={live}
          outline={outline}
          onAct={edits.act}
          onPropose={edits.propose}
          onDraw={onDraw}
          place={rule === 'new' ? null : rule}
          rule={rule === 'new' ? null : (outline.rules[rule] ?? null)}
          problems={edits.problems}
          onWrite={(source) => edits.act({ act: 'write rule', rule: rule === 'new' ? null : rule, source })}
          onClose={() => open(null)}
        />
      ) : field ? (
        <ChosenField
          field={field}
          asked={outline.rules.some((one) => isAsking(one.kind) && isFilledBy(one, field.name, column !== undefined))}
          path={column && chosen === name ? firstCell(outcome, field.name) : (chosen ?? '')}
          inRows={column !== undefined}
          outcome={outcome}
          edits={edits}
          {...rest}
        />
      ) : (
        <Empty>{workbenchWords.noField}</Empty>
      )}
      <div>
        <RuleList
          fields={outline.fields.map(({ name }) => name)}
          rules={outline.rules}
          filled={filledBy(outcome)}
          chosen={rule === 'new' ? null : rule}
          onChoose={open}
          onAct={(act: SieveActInput) => edits.act(act)}
          onAdd={() => tell({ type: 'opened rule', rule: 'new' })}
        />
        <Checks outline={outline} problems={edits.problems} onForget={edits.forget} onAct={edits.done} />
      </div>
    </Pair>
  );
}

interface ChosenFieldProps
  extends Omit<
    PanelsProps,
    'state' | 'tell' | 'outline' | 'sieve' | 'source' | 'message' | 'mailbox' | 'messages' | 'live' | 'onDraw'
  > {
  field: ColumnItem;
  asked: boolean;
  /** Its own name, or that of one cell of it. */
  path: string;
  inRows: boolean;
}

/** Whether a rule fills a field; `rows` stands for all columns. */
const isFilledBy = ({ entries: { fills } }: RuleItem, name: string, inRows: boolean): boolean =>
  Array.isArray(fills) && (fills.includes(name) || (inRows && fills.includes(rowsField)));

/** The first cell that a column has in a message. */
const firstCell = (outcome: Shown['outcome'], column: string): string =>
  Object.keys(outcome?.evidence ?? {}).find((path) => path !== column && columnOf(path) === column) ?? column;

function ChosenField(props: ChosenFieldProps) {
  const { field, asked, path, inRows, names, outcome, edits, marking, column, expected, grid } = props;
  const row = useMemo(() => (outcome ? ledgerRow(path, outcome) : null), [path, outcome]);
  return (
    <FieldPanel
      asked={asked}
      field={field}
      inRows={inRows}
      colour={fieldColour(names.indexOf(field.name))}
      row={row}
      cell={grid.coverage(column.name)?.cells[field.name] ?? null}
      onAct={edits.act}
      onRemark={marking.ask}
      onExpect={(about, value) => expected.say({ column, field: about, value })}
    />
  );
}

function filledBy(outcome: Shown['outcome']): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  const cells = Object.entries(outcome?.evidence ?? {}).filter(([path]) => rowOf(path) !== null);
  const columnsBy = (rule: string) =>
    new Set(cells.flatMap(([path, [place]]) => (place?.rule === rule ? [columnOf(path)] : [])));
  for (const { rule, filled } of outcome?.trace ?? []) counts.set(rule, filled.length + columnsBy(rule).size);
  return counts;
}
