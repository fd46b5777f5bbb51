import type { Editable } from '@yellow-sieve/contract';
import { type KeyboardEvent, useId } from 'react';
import { css, styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { boxLook } from '../../parts/TextField';
import { fill, words } from '../../words';
import { reviewWords } from '../../words-review';
import { FieldName } from '../message/FieldName';
import { type LedgerRow, ledgerRow, type MessageOutcome, type MessageReading, valueText } from '../message/outcome';
import { type Draft, shownText, withField } from './correction';

const Line = styled.div`
  display: grid;
  grid-template-columns: minmax(104px, 150px) minmax(0, 1fr);
  gap: 1px 12px;
  padding: 5px 16px 4px;
  align-items: baseline;
  @media (max-width: 620px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const wanted = css`
  border-color: var(--yellow);
  box-shadow: 0 0 0 1px var(--yellow);
`;

const Box = styled.span<{ $wanted: boolean }>`
  display: block;
  input,
  textarea,
  select {
    ${boxLook}
    padding: 4px 8px;
    font: 400 0.8125rem/1.45 var(--mono);
    ${({ $wanted }) => $wanted && wanted}
    &:focus {
      border-color: var(--ink);
      outline: 1px solid var(--ink);
      outline-offset: 0;
    }
  }
  textarea {
    display: block;
    resize: vertical;
  }
`;

const Note = styled.div`
  grid-column: 2;
  color: var(--second);
  font-size: 0.78125rem;
  overflow-wrap: anywhere;
  @media (max-width: 620px) {
    grid-column: 1;
  }
`;

const Wrong = styled(Note)`
  color: var(--bad);
`;

export interface ValueEditorsProps {
  fields: readonly Editable[];
  /** The record as it stands. */
  outcome: MessageOutcome;
  /** The record as it would be with what is written. */
  tried: MessageOutcome | null;
  refused: ReadonlyMap<string, string>;
  reading: MessageReading | null;
  draft: Draft;
  onDraft(draft: Draft): void;
  chosen: string | null;
  onChoose(field: string | null): void;
  onLeave(): void;
}

/** One editor a field: what stands there, where it came from, what is wrong with it, and what is read from what one writes. */
export function ValueEditors({ fields, outcome, tried, refused, reading, draft, onDraft, ...more }: ValueEditorsProps) {
  const { chosen, onChoose, onLeave } = more;
  return fields.map((field, i) => {
    const stood = outcome.fields[field.name] ?? null;
    const written = draft.fields[field.name];
    const row = ledgerRow(field.name, written === undefined ? outcome : (tried ?? outcome));
    return (
      <ValueEditor
        key={field.name}
        field={field}
        colour={fieldColour(i)}
        text={written ?? shownText(stood, field)}
        note={noteOf(row, { written, stood: valueText(stood), reading })}
        wrong={wrongOf(row, { field, written, refused: refused.has(field.name) })}
        isChosen={chosen === field.name}
        onText={(text) => onDraft(withField(draft, field, text, stood))}
        onChoose={() => onChoose(field.name)}
        onLeave={onLeave}
      />
    );
  });
}

interface ValueEditorProps {
  field: Editable;
  colour: string;
  text: string;
  note: string;
  wrong: readonly string[];
  isChosen: boolean;
  onText(text: string): void;
  onChoose(): void;
  onLeave(): void;
}

function ValueEditor({ field, colour, text, note, wrong, isChosen, onText, onChoose, onLeave }: ValueEditorProps) {
  const id = useId();
  const described = `${id}-note`;
  return (
    <Line data-chosen={isChosen} data-wanted={wrong.length > 0}>
      <label htmlFor={id}>
        <FieldName $colour={colour}>{field.name}</FieldName>
      </label>
      <TextEditor
        id={id}
        field={field}
        text={text}
        isWanted={wrong.length > 0}
        describedBy={described}
        onText={onText}
        onFocus={onChoose}
        onLeave={onLeave}
      />
      <div id={described} style={{ display: 'contents' }}>
        {note && <Note>{note}</Note>}
        {wrong.map((one) => (
          <Wrong key={one}>{one}</Wrong>
        ))}
      </div>
    </Line>
  );
}

interface TextEditorProps {
  id?: string;
  label?: string;
  field: Editable;
  text: string;
  isWanted: boolean;
  describedBy?: string;
  onText(text: string): void;
  onFocus(): void;
  onLeave(): void;
}

/** A value being written: one of some choices, several below each other, or a text. Escape leaves it. */
export function TextEditor({
  id,
  label,
  field,
  text,
  isWanted,
  describedBy,
  onText,
  onFocus,
  onLeave,
}: TextEditorProps) {
  const leave = (event: KeyboardEvent<HTMLElement>) => {
    if (event.key !== 'Escape') return;
    event.preventDefault();
    event.currentTarget.blur();
    onLeave();
  };
  const common = {
    id,
    'aria-label': label,
    'aria-describedby': describedBy,
    'aria-invalid': isWanted,
    onFocus,
    onKeyDown: leave,
  };
  const lines = text.split('\n').length;
  return (
    <Box $wanted={isWanted}>
      {field.choices.length > 0 && field.options.many !== true ? (
        <select
          {...common}
          value={field.choices.includes(text) ? text : ''}
          onChange={(event) => onText(event.target.value)}
        >
          <option value="">{reviewWords.desk.nothing}</option>
          {field.choices.map((choice) => (
            <option key={choice}>{choice}</option>
          ))}
        </select>
      ) : field.options.many === true || lines > 1 || text.length > 56 ? (
        <textarea
          {...common}
          rows={Math.min(8, Math.max(2, lines, Math.ceil(text.length / 70)))}
          value={text}
          onChange={(event) => onText(event.target.value)}
        />
      ) : (
        <input {...common} value={text} onChange={(event) => onText(event.target.value)} autoComplete="off" />
      )}
    </Box>
  );
}

interface Noted {
  written: string | undefined;
  stood: string | null;
  reading: MessageReading | null;
}

/** Where a value came from; of one that is being written, what is read of it, and what stood there. */
function noteOf({ value, evidence }: LedgerRow, { written, stood, reading }: Noted): string {
  const say = reviewWords.desk;
  if (written !== undefined) {
    const read = valueText(value);
    const said = [
      say.yours,
      read !== null && read !== written ? fill(say.readAs, { value: read }) : null,
      weekdayOf(read),
      stood === null ? say.wasMissing : fill(say.wasThere, { value: stood }),
    ];
    return said.filter(Boolean).join(' · ');
  }
  const [first] = evidence;
  if (!first) return '';
  if (first.how === 'entered') return say.enteredBy;
  const how = words.message.hows[first.how];
  const line =
    reading && first.in === 'message.text' && first.start !== null ? lineOf(reading.text, first.start) : null;
  const raw = evidence.map((one) => one.raw ?? '').join(' … ');
  const from =
    raw !== '' && raw !== valueText(value)
      ? fill(say.from, { how, raw })
      : line
        ? fill(say.fromLine, { how: raw === '' ? words.message.openHere : how, line })
        : how;
  const counted = first.counted_from && fill(words.message.countedFrom, { day: first.counted_from });
  return [from, counted, weekdayOf(valueText(value))].filter(Boolean).join(' · ');
}

const lineOf = (text: string, at: number) => text.slice(0, at).split('\n').length;

/** The weekday of a day that stands there as such. */
function weekdayOf(text: string | null): string | null {
  if (text === null || !/^\d{4}-\d{2}-\d{2}$/.test(text)) return null;
  return new Intl.DateTimeFormat('en-GB', { weekday: 'long', timeZone: 'UTC' }).format(new Date(`${text}T00:00:00Z`));
}

interface Judged {
  field: Editable;
  written: string | undefined;
  refused: boolean;
}

function wrongOf({ problems }: LedgerRow, { field, written, refused }: Judged): string[] {
  if (refused) return [fill(reviewWords.desk.refused, { value: written ?? '', type: field.options.type })];
  return problems.map(({ text }) => text);
}
