import type { AskedItem, ShownRef } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { Button } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import type { MessageOutcome } from '../message/outcome';
import type { useAsking, WordedMessage } from './use-asking';
import { pathText, type WordedValue, type Wording, wordedValue } from './wordings';

const Frame = styled.div`
  display: grid;
  gap: 8px;
  min-width: 0;
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: baseline;
`;

const Wrong = styled.span`
  color: var(--bad);
`;

const Values = styled.dl`
  display: grid;
  grid-template-columns: minmax(90px, max-content) minmax(0, 1fr);
  gap: 2px 12px;
  margin: 0;
  dt {
    font-weight: 600;
  }
  dd {
    margin: 0;
    overflow-wrap: anywhere;
  }
`;

const Both = styled.table`
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
  th {
    padding: 5px 8px;
    border-bottom: 1px solid var(--strong-rule);
    color: var(--second);
    font-weight: 400;
    text-align: left;
  }
  td {
    padding: 6px 8px;
    border-bottom: 1px solid var(--rule);
    vertical-align: top;
    overflow-wrap: anywhere;
  }
`;

const Value = styled.span`
  font-family: var(--mono);
  font-size: 0.8125rem;
  &[data-changed='true'] {
    border-bottom: 2px solid var(--yellow);
  }
`;

const Dot = styled.span`
  display: inline-block;
  width: 8px;
  height: 8px;
  margin-right: 6px;
  border-radius: 50%;
  background: ${({ color }) => color};
`;

export interface AskingProps {
  asking: ReturnType<typeof useAsking>;
  /** What is live; null where nothing is. */
  version: number | null;
  /** Fields, then columns: their order gives them their colours. */
  names: readonly string[];
  messages: readonly { ref: ShownRef }[];
  examples: number;
  /** Adds the shown message with these values to the worked examples. */
  onExample(outcome: MessageOutcome): void;
  onPropose(): void;
}

/** A rule that asks a model, tried on the shown message and on all, the price told first. */
export function Asking({ asking, version, names, messages, examples, onExample, onPropose }: AskingProps) {
  const say = workbenchWords.asking;
  const { here, everywhere, outcome, tryHere, tryAll } = asking;
  const isOpen = here !== null && here.answered < here.questions;
  return (
    <Frame>
      <Line>
        <Button
          onPress={() => tryHere.mutate()}
          isPending={tryHere.isPending}
          isDisabled={asking.text === null || !isOpen}
        >
          {isOpen ? fill(say.tryHere, { price: priceOf(here) }) : say.triedHere}
        </Button>
        <Button
          onPress={() => tryAll.mutate()}
          isPending={tryAll.isPending}
          isDisabled={asking.text === null || everywhere === null}
        >
          {everywhere && everywhere.answered === everywhere.questions
            ? fill(say.tryAllKept, { count: messages.length })
            : fill(say.tryAll, { count: messages.length, price: priceOf(everywhere) })}
        </Button>
        <Button onPress={onPropose}>{say.propose}</Button>
        {outcome && <Button onPress={() => onExample(outcome)}>{say.example}</Button>}
      </Line>
      <Muted>
        {[fill(say.examples, { count: examples }), here ? todayText(here) : ''].filter(Boolean).join(' · ')}
      </Muted>
      <Status asked={here} isPending={tryHere.isPending || tryAll.isPending} />
      {tryHere.error || tryAll.error ? <Trouble error={tryHere.error ?? tryAll.error} /> : null}
      {outcome && <Answer outcome={outcome} names={names} />}
      {tryAll.data && <Wordings worded={tryAll.data} version={version} names={names} asked={everywhere} />}
    </Frame>
  );
}

const priceText = ({ value, currency }: { value: number; currency: string }) => `${value.toFixed(4)} ${currency}`;

/** What was spent today, and what may be. */
function todayText({ today: { spent, ceiling } }: AskedItem): string {
  const say = workbenchWords.asking;
  if (!spent) return '';
  const used = priceText(spent);
  return ceiling === null ? fill(say.spent, { used }) : fill(say.ofCeiling, { used, ceiling: ceiling.toFixed(2) });
}

/** What the open questions would take: a price where there is one, else tokens. */
function priceOf(asked: AskedItem | null): string {
  const say = workbenchWords.asking;
  if (!asked) return '…';
  const { questions, answered, estimate } = asked;
  if (answered === questions) return say.nothing;
  return estimate.price ? priceText(estimate.price) : fill(say.tokens, { count: estimate.tokens });
}

/** How the asking goes, or what it took. */
function Status({ asked, isPending }: { asked: AskedItem | null; isPending: boolean }) {
  const say = workbenchWords.asking;
  if (isPending) return <Muted role="status">{say.waiting}</Muted>;
  if (!asked) return null;
  const { questions, answered, used, detail } = asked;
  if (answered < questions) return detail === null ? null : <Wrong role="alert">{fill(say.trouble, { detail })}</Wrong>;
  if (questions === 0) return <Muted role="status">{say.asksNothing}</Muted>;
  const seconds = (used.ms / 1000).toFixed(1);
  const price = used.price ? priceText(used.price) : say.noPrice;
  return <Muted role="status">{fill(say.took, { seconds, tokens: used.tokens, price })}</Muted>;
}

/** What came back for the shown message: each value with its words, and what does not count. */
function Answer({ outcome, names }: { outcome: MessageOutcome; names: readonly string[] }) {
  const say = workbenchWords.asking;
  const paths = [
    ...Object.keys(outcome.fields),
    ...outcome.rows.flatMap((row, i) => Object.keys(row).map((column) => `rows[${i}].${column}`)),
  ];
  const told = paths.map((path) => ({ path, ...wordedValue(outcome, path) }));
  const orders = outcome.trace.flatMap((entry) =>
    'orders' in entry && Array.isArray(entry.orders) ? entry.orders : [],
  );
  return (
    <>
      <Values>
        {told
          .filter(({ value, problem }) => value !== null || problem !== null)
          .map(({ path, ...value }) => (
            <Told key={path} path={path} value={value} names={names} how={outcome.evidence[path]?.[0]?.how ?? null} />
          ))}
      </Values>
      {orders.length > 0 && <Muted>{fill(say.orders, { words: String(orders[0]) })}</Muted>}
    </>
  );
}

function Told({
  path,
  value,
  names,
  how,
}: {
  path: string;
  value: WordedValue;
  names: readonly string[];
  how: keyof typeof words.message.hows | null;
}) {
  return (
    <>
      <dt>
        <PathName path={path} names={names} />
      </dt>
      <dd>
        <Worded value={value} changed={false} /> <Muted>{how === null ? '' : words.message.hows[how]}</Muted>
      </dd>
    </>
  );
}

function PathName({ path, names }: { path: string; names: readonly string[] }) {
  const name = path.replace(/^rows\[\d+\]\./, '');
  return (
    <>
      <Dot color={fieldColour(names.indexOf(name))} aria-hidden="true" />
      {pathText(path, (column, row) => fill(workbenchWords.asking.row, { column, row }))}
    </>
  );
}

function Worded({ value: { value, quote, problem }, changed }: { value: WordedValue; changed: boolean }) {
  return (
    <>
      {value === null ? <Muted>{workbenchWords.asking.none}</Muted> : <Value data-changed={changed}>{value}</Value>}
      {quote !== null && <Muted> “{quote}”</Muted>}
      {problem !== null && <Wrong> {problem}</Wrong>}
    </>
  );
}

interface WordingsProps {
  worded: readonly WordedMessage[];
  version: number | null;
  names: readonly string[];
  asked: AskedItem | null;
}

/** What both wordings make of all messages: only what differs, message by message. */
function Wordings({ worded, version, names, asked }: WordingsProps) {
  const say = workbenchWords.asking;
  const differing = worded.filter(({ lines }) => lines.length > 0);
  const same = worded.length - differing.length;
  const before = version === null ? say.before : fill(workbenchWords.version, { version });
  const took =
    asked && asked.questions > 0
      ? fill(say.tookAll, {
          tokens: asked.used.tokens,
          price: asked.used.price ? priceText(asked.used.price) : say.noPrice,
        })
      : '';
  return (
    <>
      <h3>{fill(say.both, { count: worded.length })}</h3>
      {took && <Muted>{took}</Muted>}
      <Both aria-label={fill(say.both, { count: worded.length })}>
        <thead>
          <tr>
            <th>{say.message}</th>
            <th>{workbenchWords.field}</th>
            <th>{before}</th>
            <th>{say.draft}</th>
          </tr>
        </thead>
        <tbody>
          {differing.map((message) =>
            message.lines.map((line, i) => (
              <WordingRow
                key={`${message.name} ${line.path}`}
                message={message}
                line={line}
                isFirst={i === 0}
                names={names}
              />
            )),
          )}
          {same > 0 && (
            <tr>
              <td colSpan={4}>
                <Muted>{fill(say.same, { count: same })}</Muted>
              </td>
            </tr>
          )}
        </tbody>
      </Both>
    </>
  );
}

function WordingRow({
  message: { name, subject, lines, cells },
  line,
  isFirst,
  names,
}: {
  message: WordedMessage;
  line: Wording;
  isFirst: boolean;
  names: readonly string[];
}) {
  return (
    <tr>
      {isFirst && (
        <td rowSpan={lines.length}>
          {subject || name}
          <br />
          <Muted>{fill(workbenchWords.asking.changed, { changed: lines.length, of: cells })}</Muted>
        </td>
      )}
      <td>
        <PathName path={line.path} names={names} />
      </td>
      <td>
        <Worded value={line.before} changed={false} />
      </td>
      <td>
        <Worded value={line.after} changed />
      </td>
    </tr>
  );
}
