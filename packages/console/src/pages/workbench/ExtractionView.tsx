import type { SieveActInput, SieveOutline } from '@yellow-sieve/contract';
import { useMemo, useRef, useState } from 'react';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { Button } from '../../parts/Button';
import { Empty, Muted } from '../../parts/Page';
import { Side, Sides } from '../../parts/Sides';
import { useShortcuts } from '../../parts/use-shortcuts';
import { fill, words } from '../../words';
import { ledgerOf } from '../message/outcome';
import { RowsTable } from '../message/RowsTable';
import { FieldLedger } from './FieldLedger';
import { FieldPanel, WrongDialog } from './FieldPanel';
import { MessageSide } from './MessageSide';
import { RuleList } from './RuleList';
import { RulePanel } from './RulePanel';
import { wordsOf } from './text-selection';
import { rowsField, useCoverageGrid } from './use-coverage-grid';
import type { Draft } from './use-draft';
import { useEdits } from './use-edits';
import { useExpected } from './use-expected';
import { useMarking } from './use-marking';
import { type Shown, useShownReading } from './use-shown';
import type { ShownMessageState } from './use-shown-message';

const Right = styled(Side)`
  overflow: auto;
`;

const Pair = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(200px, 38%);
  @media (max-width: 620px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 4px 16px 16px;
`;

const noProblems: never[] = [];

export interface ExtractionViewProps {
  name: string;
  draft: Draft;
  outline: SieveOutline;
  message: ShownMessageState;
  compiles: boolean;
}

/** What a sieve takes out of messages: the proof beside the ledger, the mesh, and the rules. */
export function ExtractionView({ name, draft, outline, message, compiles }: ExtractionViewProps) {
  const say = words.workbench;
  const { selection, columns, at, column, ref, shown } = message;
  const expected = useExpected(name, selection);
  const reading = useShownReading(name, ref).data ?? null;
  const grid = useCoverageGrid(name, draft.source, selection, compiles && columns.length > 0, expected.count);
  const [chosen, setChosen] = useState<string | null>(null);
  const [rule, setRule] = useState<number | 'new' | null>(null);
  const [judging, setJudging] = useState<{ column: number; field: string } | null>(null);
  const marking = useMarking();
  const { stretch } = marking;
  const edits = useEdits(name, draft, ref, (act, field) => {
    if (act.act === 'take header') setChosen(field);
    if ((act.act !== 'mark' && act.act !== 'mark rows') || !stretch) return;
    const marked = fill(say.mark.marked, { words: wordsOf(stretch, reading), field: field ?? '' });
    marking.leave(act.act === 'mark' ? marked : say.mark.itemsDone);
    setChosen(act.act === 'mark' ? field : rowsField);
  });
  const go = (to: number) => {
    if (!columns[to]) return;
    marking.drop();
    message.go(to);
  };
  const steps = useRef({ go, at });
  steps.current = { go, at };
  useShortcuts(
    useMemo(
      () => ({ j: () => steps.current.go(steps.current.at + 1), k: () => steps.current.go(steps.current.at - 1) }),
      [],
    ),
  );
  const outcome = shown?.outcome ?? null;
  const names = useMemo(() => outline.fields.map((field) => field.name), [outline.fields]);
  const rows = useMemo(() => (outline.columns.length > 0 ? [...names, rowsField] : names), [names, outline.columns]);
  const all = useMemo(() => [...names, ...outline.columns.map((one) => one.name)], [names, outline.columns]);
  const units = useMemo(
    () => new Map(outline.fields.flatMap((one) => (one.unit ? [[one.name, one.unit] as const] : []))),
    [outline.fields],
  );
  const field = outline.fields.find((one) => one.name === chosen) ?? null;
  const ledger = useMemo(() => (outcome ? ledgerOf(outcome) : []), [outcome]);
  if (!column || !ref)
    return (
      <Empty>
        {say.noMessages}
        {selection.of === 'samples' && <Button onPress={() => message.select('stored')}>{say.mesh.stored}</Button>}
      </Empty>
    );
  const chooseRule = (next: number | null) => {
    setRule(next);
    edits.forget();
  };
  return (
    <Sides>
      <MessageSide
        name={name}
        source={draft.source}
        message={message}
        reading={reading}
        fields={outline.fields}
        names={all}
        chosen={chosen}
        marking={marking}
        edits={edits}
        problems={rule === null ? edits.problems : noProblems}
        error={edits.error ?? expected.error}
        onChoose={setChosen}
        onGo={go}
      />
      <Right>
        <FieldLedger
          fields={rows}
          units={units}
          shown={shown}
          columns={columns}
          at={at}
          grid={grid}
          selection={selection}
          chosen={chosen}
          onChoose={(next) => {
            setChosen(next);
            setRule(null);
          }}
          onShow={go}
          onSelect={message.select}
          onJudge={(to, judged, right) => {
            const one = columns[to];
            if (!one || judged === rowsField) return;
            if (right) expected.say({ column: one, field: judged, value: undefined });
            else setJudging({ column: to, field: judged });
          }}
        />
        <Foot>
          <Button onPress={() => expected.confirm(column)}>{say.confirmAll}</Button>
          <Button onPress={() => edits.act({ act: 'new layout' })}>{say.newLayout}</Button>
          <span role="status">{expected.isDone && <Muted>{say.confirmed}</Muted>}</span>
        </Foot>
        {outcome && chosen === rowsField && (
          <RowsTable outcome={outcome} names={all} chosen={chosen} onChoose={setChosen} />
        )}
        <Pair>
          {rule !== null ? (
            <RulePanel
              rule={rule === 'new' ? null : (outline.rules[rule] ?? null)}
              problems={edits.problems}
              onWrite={(source) => edits.act({ act: 'write rule', rule: rule === 'new' ? null : rule, source })}
              onClose={() => chooseRule(null)}
            />
          ) : field ? (
            <FieldPanel
              field={field}
              colour={fieldColour(names.indexOf(field.name))}
              row={ledger.find((row) => row.field === field.name) ?? null}
              cell={grid.coverage(column.name)?.cells[field.name] ?? null}
              onAct={edits.act}
              onRemark={marking.ask}
              onExpect={(about, value) => expected.say({ column, field: about, value })}
            />
          ) : (
            <Empty>{say.noField}</Empty>
          )}
          <RuleList
            rules={outline.rules}
            filled={filledBy(outcome)}
            chosen={rule === 'new' ? null : rule}
            onChoose={chooseRule}
            onAct={(act: SieveActInput) => edits.act(act)}
            onAdd={() => setRule('new')}
          />
        </Pair>
      </Right>
      <WrongDialog
        field={judging?.field ?? ''}
        value={null}
        isOpen={judging !== null}
        onClose={() => setJudging(null)}
        onExpect={(about, value) => {
          const one = judging && columns[judging.column];
          if (one) expected.say({ column: one, field: about, value });
        }}
      />
    </Sides>
  );
}

function filledBy(outcome: Shown['outcome']): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const { rule, filled } of outcome?.trace ?? []) counts.set(rule, filled.length);
  return counts;
}
