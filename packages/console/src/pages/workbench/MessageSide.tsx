import type { ColumnItem, FileProblemItem, ShownRef } from '@yellow-sieve/contract';
import { useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Empty, Muted } from '../../parts/Page';
import { Head, Left, Segment, Segments, View, Views } from '../../parts/Sides';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import type { Item } from '../message/annotated-lines';
import { Headers } from '../message/Headers';
import type { MessageReading } from '../message/outcome';
import { MarkableText } from './MarkableText';
import { MarkBar } from './MarkBar';
import { MarkingOriginal } from './MarkingOriginal';
import { isOfLines, wordsOf } from './text-selection';
import type { Column } from './use-columns';
import type { useEdits } from './use-edits';
import type { Marking } from './use-marking';
import type { Shown } from './use-shown';
import type { ShownMessageState } from './use-shown-message';
import type { RuleDrawing } from './use-tried-rule';

const Subject = styled.strong`
  color: var(--ink);
  overflow: hidden;
  flex: 1 1 12ch;
  min-width: 8ch;
  text-overflow: ellipsis;
  white-space: nowrap;
`;

const Said = styled.div`
  padding: 8px 16px;
  border-bottom: 1px solid var(--rule);
`;

const Wrong = styled(Said)`
  color: var(--bad);
`;

const noEvidence = {};
const noLeftovers: never[] = [];

export interface MessageSideProps {
  name: string;
  source: string;
  message: ShownMessageState;
  reading: MessageReading | null;
  fields: readonly ColumnItem[];
  /** Fields, then columns of the rows: their order gives them their colours. */
  names: readonly string[];
  chosen: string | null;
  /** What a rule that is being written does to the message. */
  drawing: RuleDrawing | null;
  marking: Marking;
  edits: ReturnType<typeof useEdits>;
  problems: readonly FileProblemItem[];
  error: unknown;
  onChoose(field: string | null): void;
  onGo(to: number): void;
}

/** The shown message: its text, its original and its headers, all to mark values in. */
export function MessageSide(props: MessageSideProps) {
  const { problems, error, marking, message, reading } = props;
  const { column, ref } = message;
  const [withLists, setLists] = useState(false);
  const items = useMemo(
    () => (withLists ? reading?.lists.flatMap((list) => list.items) : undefined),
    [withLists, reading],
  );
  if (!column || !ref) return null;
  return (
    <Left>
      <Views>
        <Heading {...props} column={column} withLists={withLists} onLists={setLists} />
        <Marks {...props} messageRef={ref} />
        <ShownNote shown={message.shown} />
        {problems.map(({ text, code }) => (
          <Wrong key={code + text} role="alert">
            {text}
          </Wrong>
        ))}
        {error ? <Trouble error={error} /> : null}
        <Said role="status" hidden={marking.done === ''}>
          {marking.done}
        </Said>
        <Forms {...props} messageRef={ref} items={items} />
      </Views>
    </Left>
  );
}

/** Which message it is, in which of its forms, and the way to the next. */
function Heading(props: MessageSideProps & { column: Column; withLists: boolean; onLists(on: boolean): void }) {
  const { reading, column, withLists, onLists, onGo } = props;
  const { columns, at } = props.message;
  const say = workbenchWords;
  return (
    <Head>
      <Subject title={column.subject ?? column.name}>{column.subject || column.name}</Subject>
      <Segments aria-label={words.message.views}>
        <Segment id="proof">{words.message.proof}</Segment>
        <Segment id="original">{words.message.original}</Segment>
        <Segment id="headers">{words.message.headers}</Segment>
      </Segments>
      {reading && reading.lists.length > 0 && (
        <Tick isSelected={withLists} onChange={onLists}>
          {say.lists}
        </Tick>
      )}
      <Muted>{fill(say.position, { at: at + 1, all: columns.length })}</Muted>
      <Button aria-label={say.next} isDisabled={at + 1 >= columns.length} onPress={() => onGo(at + 1)}>
        J
      </Button>
      <Button aria-label={say.previous} isDisabled={at === 0} onPress={() => onGo(at - 1)}>
        K
      </Button>
    </Head>
  );
}

/** Asks what the words are that somebody selected. */
function Marks({
  name,
  source,
  messageRef,
  reading,
  fields,
  marking,
  edits,
}: MessageSideProps & { messageRef: ShownRef }) {
  const { stretch } = marking;
  if (!stretch || !reading) return null;
  const items = () => edits.act({ act: 'mark rows', start: stretch.start, end: stretch.end });
  return (
    <MarkBar
      key={`${stretch.in} ${stretch.start} ${stretch.end}`}
      name={name}
      source={source}
      message={messageRef}
      stretch={stretch}
      words={wordsOf(stretch, reading)}
      fields={fields}
      input={marking.input}
      onMark={(to, options) => edits.act({ act: 'mark', ...stretch, field: to, ...(options ? { options } : {}) })}
      onItems={isOfLines(stretch, reading) ? items : undefined}
      onCancel={() => marking.leave()}
    />
  );
}

/** The message in the form that is chosen. */
function Forms(props: MessageSideProps & { messageRef: ShownRef; items: readonly Item[] | undefined }) {
  const { items, name, message, messageRef, reading, names, chosen, drawing, marking, edits, onChoose } = props;
  const { outcome } = message.shown ?? {};
  const evidence = drawing?.evidence ?? outcome?.evidence ?? noEvidence;
  const leftovers = drawing ? noLeftovers : (outcome?.leftovers ?? noLeftovers);
  if (!reading)
    return (
      <View id="proof">
        <Empty>{words.common.loading}</Empty>
      </View>
    );
  return (
    <>
      <View id="proof">
        <MarkableText
          reading={reading}
          evidence={evidence}
          leftovers={leftovers}
          items={items}
          drawn={drawing?.drawn}
          fields={names}
          chosen={chosen}
          onChoose={onChoose}
          onSelect={marking.select}
          onMark={() => marking.input.current?.focus()}
          frame={marking.proof}
        />
      </View>
      <View id="original">
        <MarkingOriginal
          sieve={name}
          message={messageRef}
          reading={reading}
          evidence={evidence}
          fields={names}
          onSelect={marking.select}
        />
      </View>
      <View id="headers">
        <Headers reading={reading} onTake={(header) => edits.act({ act: 'take header', header })} />
      </View>
    </>
  );
}

/** Why there is nothing to see of the shown message. */
function ShownNote({ shown }: { shown: Shown | null }) {
  const say = workbenchWords;
  if (!shown) return null;
  if (!shown.tried) return <Said>{say.notTried}</Said>;
  if (shown.outcome) return null;
  return <Said>{fill(say.notTaken, { why: shown.reasons.map(({ text }) => text).join(' ') })}</Said>;
}
