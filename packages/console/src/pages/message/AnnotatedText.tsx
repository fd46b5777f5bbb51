import { unmaskedInPlace } from '@yellow-sieve/core/shapes';
import { Fragment, useEffect, useMemo, useRef, useState } from 'react';
import { css, styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { Button } from '../../parts/Button';
import { Empty } from '../../parts/Page';
import { fill, words } from '../../words';
import {
  type AnnotatedLine,
  annotatedLines,
  attachmentPlace,
  type DrawnRule,
  type Item,
  subjectLine,
} from './annotated-lines';
import type { Evidence, MessageReading } from './outcome';
import { columnOf, marginNames } from './row-path';

/** Lines drawn at once; the rest of a very long message is a press away. */
const maxLines = 1500;

const Sheet = styled.div`
  padding: 10px 16px 24px 0;
  font: 400 0.8125rem/1.7692 var(--mono);
`;

const Line = styled.div<{ $muted: boolean }>`
  display: grid;
  grid-template-columns: minmax(92px, 132px) 1fr;
  color: ${({ $muted }) => ($muted ? 'var(--second)' : 'var(--ink)')};
  content-visibility: auto;
  contain-intrinsic-size: auto 23px;
`;

const Margin = styled.div<{ $item: boolean }>`
  position: relative;
  display: flex;
  justify-content: flex-end;
  gap: 8px;
  padding: 0 ${({ $item }) => ($item ? 11 : 13)}px 0 8px;
  border-right: ${({ $item }) => ($item ? '3px solid var(--strong-rule)' : '1px solid var(--rule)')};
  font: 400 0.75rem/1.9167 var(--text);
  text-align: right;
  overflow-wrap: anywhere;
`;

/** The number of an item, beside its first line. */
const ItemNumber = styled.span`
  flex: 0 0 2ch;
  color: var(--second);
  font-variant-numeric: tabular-nums;
`;

const Name = styled.span<{ $colour: string }>`
  color: ${({ $colour }) => $colour};
  font-weight: 600;
`;

const Leader = styled.span`
  position: absolute;
  right: -1px;
  top: 11px;
  width: 9px;
  height: 1.5px;
  background: currentColor;
`;

const ruled = css`
  text-decoration: underline dotted color-mix(in srgb, var(--second) 50%, transparent) 1px;
  text-underline-offset: 4px;
`;

const Words = styled.div<{ $left: boolean }>`
  padding-left: 14px;
  min-height: 23px;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  tab-size: 8;
  ${({ $left }) => $left && ruled}
`;

const washed = css`
  background: var(--wash);
`;

const Value = styled.mark<{ $colour: string; $chosen: boolean }>`
  font-weight: 600;
  border-bottom: 2px solid ${({ $colour }) => $colour};
  cursor: pointer;
  ${({ $chosen }) => $chosen && washed}
`;

const Struck = styled.s`
  color: var(--second);
  text-decoration-thickness: 1px;
`;

const Boxed = styled.span`
  outline: 1px solid var(--ink);
  outline-offset: 1px;
  border-radius: 2px;
`;

/** A line that ends within its cell: the sign is drawn behind the blank, and is no part of the words. */
const Break = styled.span`
  &::after {
    content: '⏎ ' / '';
    color: var(--second);
    font-weight: 400;
  }
`;

const drawings = { struck: Struck, boxed: Boxed };

export interface AnnotatedTextProps {
  reading: MessageReading;
  evidence: Readonly<Record<string, readonly Evidence[]>>;
  /** Lines no field took; they are ruled faintly. */
  leftovers: readonly { start: number; end: number }[];
  /** Fields in their order, which gives them their colours. */
  fields: readonly string[];
  /** A field, one cell of a row by its path, or a column: all of its cells. */
  chosen: string | null;
  onChoose(field: string): void;
  /** Lists to draw instead of the items of the record. */
  items?: readonly Item[] | undefined;
  /** What a rule that is being written does to the text. */
  drawn?: DrawnRule | null | undefined;
}

/** The message as a galley proof: its text as it is, each value underlined where it was read and named in the margin. */
export function AnnotatedText(props: AnnotatedTextProps) {
  const { reading, evidence, leftovers, fields, chosen, onChoose, items, drawn } = props;
  const lines = useMemo(
    () => annotatedLines(reading, evidence, leftovers, items, drawn),
    [reading, evidence, leftovers, items, drawn],
  );
  const subject = useMemo(() => subjectLine(reading.subject, evidence), [reading, evidence]);
  const [all, setAll] = useState(false);
  const frame = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (chosen)
      frame.current
        ?.querySelector(`mark[data-field="${CSS.escape(chosen)}"], mark[data-column="${CSS.escape(chosen)}"]`)
        ?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  if (reading.text === '' && reading.subject === '') return <Empty>{words.message.noText}</Empty>;
  const colourOf = (field: string) => fieldColour(Math.max(0, fields.indexOf(columnOf(field))));
  const shown = all ? lines : lines.slice(0, maxLines);
  const draw = { colourOf, chosen, onChoose };
  return (
    <Sheet ref={frame}>
      <LineRow line={subject} label={words.message.subjectLine} place="message.subject" {...draw} />
      <Line $muted>
        <Margin $item={false} />
        <Words $left={false} />
      </Line>
      {shown.map((line, i) => (
        // A line has no other name than its number.
        // biome-ignore lint/suspicious/noArrayIndexKey: lines never change their order
        <LineRow key={i} line={line} place="message.text" {...draw} />
      ))}
      {shown.length < lines.length && (
        <Button onPress={() => setAll(true)}>{fill(words.message.cutOff, { count: lines.length })}</Button>
      )}
      {reading.attachments.map((attachment, at) => (
        <AttachedText key={attachment.part} at={at} attachment={attachment} evidence={evidence} {...draw} />
      ))}
    </Sheet>
  );
}

/** Columns of a page stand under each other, so its lines are not broken. */
const Attached = styled.details`
  margin-top: 18px;
  overflow-x: auto;
  [data-start] {
    white-space: pre;
    overflow-wrap: normal;
  }
  > summary {
    padding: 2px 14px;
    border-top: 1px solid var(--rule);
    font: 600 0.8125rem/1.9 var(--text);
    cursor: pointer;
  }
`;

interface AttachedTextProps extends Pick<LineRowProps, 'colourOf' | 'chosen' | 'onChoose'> {
  at: number;
  attachment: MessageReading['attachments'][number];
  evidence: AnnotatedTextProps['evidence'];
}

/** What an attached file says: open where a value was read from it, else a press away. */
function AttachedText({ at, attachment, evidence, ...draw }: AttachedTextProps) {
  const { text, name, type } = attachment;
  const place = attachmentPlace(at);
  const isRead = useMemo(
    () => Object.values(evidence).some((places) => places.some((one) => one.in === place)),
    [evidence, place],
  );
  const [open, setOpen] = useState(isRead);
  const lines = useMemo(() => {
    const body = [{ start: 0, end: text?.length ?? 0 }];
    return text === null || !open
      ? []
      : annotatedLines({ text, outline: [], body }, evidence, [], undefined, null, place);
  }, [text, open, evidence, place]);
  // An attached message stands in the text above, as what was passed on.
  if (text === null || (type.startsWith('message/') && !isRead)) return null;
  return (
    <Attached open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>{name === '' ? type : name}</summary>
      {lines.slice(0, maxLines).map((line, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines never change their order
        <LineRow key={i} line={line} place={place} {...draw} />
      ))}
    </Attached>
  );
}

interface LineRowProps {
  line: AnnotatedLine;
  /** The text it is a line of. */
  place: string;
  label?: string;
  colourOf(field: string): string;
  chosen: string | null;
  onChoose(field: string): void;
}

function LineRow({ line, place, label, colourOf, chosen, onChoose }: LineRowProps) {
  const first = line.fields[0];
  const named =
    first === undefined ? (line.segment ? words.message.segments[line.segment as 'own'] : label) : undefined;
  return (
    <Line $muted={line.muted}>
      <Margin $item={line.item !== null}>
        <span>
          {marginNames(line.fields).map(({ name, path }, i) => (
            <Fragment key={name}>
              {i > 0 && ' · '}
              <Name $colour={colourOf(path)}>{name}</Name>
            </Fragment>
          ))}
          {named}
        </span>
        {line.item && <ItemNumber>{line.item.begins && line.item.number}</ItemNumber>}
        {first !== undefined && !line.item && <Leader style={{ color: colourOf(first) }} />}
      </Margin>
      <Words
        $left={line.left}
        title={line.left ? words.message.leftover : undefined}
        data-in={place}
        data-start={line.start}
      >
        {line.pieces.map(({ text, field, drawn, breaks }, i) =>
          field === null ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: pieces never change their order
            <Plain key={i} text={text} drawn={drawn} breaks={breaks} />
          ) : (
            <Value
              // biome-ignore lint/suspicious/noArrayIndexKey: pieces never change their order
              key={i}
              data-field={field}
              data-column={columnOf(field)}
              title={field}
              $colour={colourOf(field)}
              $chosen={field === chosen || columnOf(field) === chosen}
              onClick={() => onChoose(field)}
            >
              <Plain text={text} drawn={drawn} breaks={breaks} />
            </Value>
          ),
        )}
      </Words>
    </Line>
  );
}

interface PlainProps {
  text: string;
  drawn: 'struck' | 'boxed' | undefined;
  breaks: readonly number[] | undefined;
}

/** What is hidden in the words is shown, character for character, so that places in them stay what they are. */
function Plain({ text, drawn, breaks = [] }: PlainProps) {
  const Drawn = drawn && drawings[drawn];
  const edges = [0, ...breaks, text.length];
  const shown = edges.slice(1).map((to, i) => (
    <Fragment key={to}>
      {i > 0 && <Break>{text.slice(edges[i], (edges[i] ?? 0) + 1)}</Break>}
      {unmaskedInPlace(text.slice((edges[i] ?? 0) + Number(i > 0), to))}
    </Fragment>
  ));
  return Drawn ? <Drawn>{shown}</Drawn> : shown;
}
