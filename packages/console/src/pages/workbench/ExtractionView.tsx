import type { ShownRef, SieveActInput, SieveOutline } from '@yellow-sieve/contract';
import { useMemo, useReducer, useRef, useState } from 'react';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Empty, Muted } from '../../parts/Page';
import { Side, Sides } from '../../parts/Sides';
import { useShortcuts } from '../../parts/use-shortcuts';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { RowsTable } from '../message/RowsTable';
import { columnOf } from '../message/row-path';
import { ColumnLedger } from './ColumnLedger';
import { extractingAfter, rowsField, untouched } from './extracting';
import { FieldLedger } from './FieldLedger';
import { WrongDialog } from './FieldPanel';
import { MessageSide } from './MessageSide';
import { Panels, type PanelsProps } from './Panels';
import { wordsOf } from './text-selection';
import { useCoverageGrid } from './use-coverage-grid';
import type { Draft } from './use-draft';
import { useEdits } from './use-edits';
import { useExpected } from './use-expected';
import { useMarking } from './use-marking';
import { refOf, useShownReading } from './use-shown';
import type { ShownMessageState } from './use-shown-message';
import type { RuleDrawing } from './use-tried-rule';

const Right = styled(Side)`
  overflow: auto;
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 4px 16px 16px;
`;

const noProblems: never[] = [];
/** Messages that two wordings are tried on together; more would cost more than they tell. */
const maxTogether = 40;

export interface ExtractionViewProps {
  name: string;
  draft: Draft;
  outline: SieveOutline;
  message: ShownMessageState;
  compiles: boolean;
  /** What is live of the sieve. */
  live: { version: number; source: string } | null;
}

/** What a sieve takes out of messages: the text beside the ledger, the grid, and the rules. */
export function ExtractionView(props: ExtractionViewProps) {
  const { name, draft, message, compiles } = props;
  const { selection, columns, column, ref } = message;
  const expected = useExpected(name, selection);
  const grid = useCoverageGrid(name, draft.source, selection, compiles && columns.length > 0, expected.count);
  // What is chosen stays while other messages are fetched.
  const [state, tell] = useReducer(extractingAfter, untouched);
  const marking = useMarking();
  if (!column || !ref) return <NoMessages {...message} />;
  const shared = { expected, grid, state, tell, marking };
  return <Extraction {...props} {...shared} column={column} messageRef={ref} />;
}

function NoMessages({ selection, select }: Pick<ShownMessageState, 'selection' | 'select'>) {
  const say = workbenchWords;
  return (
    <Empty>
      {say.noMessages}
      {selection.of === 'samples' && <Button onPress={() => select('stored')}>{say.mesh.stored}</Button>}
    </Empty>
  );
}

interface ExtractionProps
  extends ExtractionViewProps,
    Pick<PanelsProps, 'column' | 'expected' | 'grid' | 'state' | 'tell' | 'marking'> {
  messageRef: ShownRef;
}

function Extraction(props: ExtractionProps) {
  const { name, draft, outline, message, live, column, messageRef, expected, grid, state, tell, marking } = props;
  const { columns, shown } = message;
  const reading = useShownReading(name, messageRef).data ?? null;
  const edits = useEdits(name, draft, messageRef, (act, field) => {
    const { stretch } = marking;
    const marks = act.act === 'mark' || act.act === 'mark rows';
    if (marks && !stretch) return;
    if (marks && stretch) marking.leave(saidOf(act.act, wordsOf(stretch, reading), field));
    if (act.act === 'new layout') marking.say(workbenchWords.newLayoutMade);
    tell({ type: 'done', act: act.act, field });
  });
  const go = useSteps(message, marking.drop);
  const { all, rows, units } = useNames(outline);
  const [drawing, setDrawing] = useState<RuleDrawing | null>(null);
  const triedTogether = useMemo(
    () => columns.slice(0, maxTogether).map((one) => ({ ...one, ref: refOf(one, message.selection) })),
    [columns, message.selection],
  );
  const marked = useMemo(() => [...outline.fields, ...outline.columns], [outline]);
  const outcome = shown?.outcome ?? null;
  const point = (field: string | null) => tell({ type: 'pointed', field });
  const judge = (to: number, field: string, right: boolean) => {
    const one = columns[to];
    if (!one || field === rowsField) return;
    if (right) expected.say({ column: one, field, value: undefined });
    else tell({ type: 'judging', of: { column: to, field } });
  };
  return (
    <Sides>
      <MessageSide
        name={name}
        source={draft.source}
        message={message}
        reading={reading}
        fields={marked}
        names={all}
        chosen={state.chosen}
        drawing={drawing}
        marking={marking}
        edits={edits}
        problems={state.rule === null ? edits.problems : noProblems}
        error={edits.error ?? expected.error}
        onChoose={point}
        onGo={go}
      />
      <Right>
        <FieldLedger
          fields={rows}
          units={units}
          shown={shown}
          columns={columns}
          at={message.at}
          grid={grid}
          selection={message.selection}
          chosen={state.chosen}
          onChoose={(field) => tell({ type: 'chose', field })}
          onShow={go}
          onSelect={message.select}
          onJudge={judge}
        />
        <LedgerFoot column={column} expected={expected} onLayout={() => edits.act({ act: 'new layout' })} />
        {outline.columns.length > 0 && (
          <ColumnLedger
            columns={outline.columns}
            names={all}
            shown={shown}
            reading={reading}
            chosen={state.chosen === null ? null : columnOf(state.chosen)}
            onChoose={(column) => tell({ type: 'chose', field: column })}
          />
        )}
        {outcome && state.chosen === rowsField && (
          <RowsTable outcome={outcome} names={all} chosen={state.chosen} onChoose={point} />
        )}
        <Panels
          sieve={name}
          source={draft.source}
          message={messageRef}
          mailbox={message.selection.mailbox ?? null}
          messages={triedTogether}
          live={live}
          onDraw={setDrawing}
          state={state}
          tell={tell}
          outline={outline}
          names={all}
          outcome={outcome}
          edits={edits}
          marking={marking}
          column={column}
          expected={expected}
          grid={grid}
        />
      </Right>
      <WrongDialog
        field={state.judging?.field ?? ''}
        value={null}
        isOpen={state.judging !== null}
        onClose={() => tell({ type: 'judging', of: null })}
        onExpect={(field, value) => {
          const one = state.judging && columns[state.judging.column];
          if (one) expected.say({ column: one, field, value });
        }}
      />
    </Sides>
  );
}

function saidOf(act: SieveActInput['act'], marked: string, field: string | null): string {
  const { mark } = workbenchWords;
  return act === 'mark' ? fill(mark.marked, { words: marked, field: field ?? '' }) : mark.itemsDone;
}

/** Goes to another message, by the keys J and K too; what was about to be marked is dropped. */
function useSteps({ columns, at, go }: ShownMessageState, drop: () => void): (to: number) => void {
  const step = (to: number) => {
    if (!columns[to]) return;
    drop();
    go(to);
  };
  const latest = useRef({ step, at });
  latest.current = { step, at };
  useShortcuts(
    useMemo(() => {
      const by = (count: number) => () => latest.current.step(latest.current.at + count);
      return { j: by(1), k: by(-1) };
    }, []),
  );
  return step;
}

/** Names of all that has a colour, and of the rows of the grid; and the units of figures. */
function useNames({ fields, columns }: SieveOutline) {
  return useMemo(() => {
    const names = fields.map((field) => field.name);
    return {
      all: [...names, ...columns.map((one) => one.name)],
      rows: columns.length > 0 ? [...names, rowsField] : names,
      units: new Map(fields.flatMap((one) => (one.unit ? [[one.name, one.unit] as const] : []))),
    };
  }, [fields, columns]);
}

interface LedgerFootProps extends Pick<ExtractionProps, 'column' | 'expected'> {
  onLayout(): void;
}

function LedgerFoot({ column, expected, onLayout }: LedgerFootProps) {
  const say = workbenchWords;
  return (
    <Foot>
      <Button onPress={() => expected.confirm(column)}>{say.confirmAll}</Button>
      <Button onPress={onLayout}>{say.newLayout}</Button>
      <span role="status">{expected.isDone && <Muted>{say.confirmed}</Muted>}</span>
    </Foot>
  );
}
