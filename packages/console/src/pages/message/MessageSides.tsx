import type { MessageDetail } from '@yellow-sieve/contract';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { Button } from '../../parts/Button';
import { Empty, Muted } from '../../parts/Page';
import { SaidAddress } from '../../parts/Said';
import { Head, Left, Scroll, Segment, Segments, Side, Sides, View, Views } from '../../parts/Sides';
import { When } from '../../parts/When';
import { fill, words } from '../../words';
import { recordWords } from '../../words-review';
import { AnnotatedText } from './AnnotatedText';
import { Headers } from './Headers';
import { Ledger } from './Ledger';
import { MessageDeliveries } from './MessageDeliveries';
import { Original } from './Original';
import { ledgerOf, type MessageReading } from './outcome';
import { RowsTable, rowsText } from './RowsTable';
import { readingNotes } from './reading-notes';
import { columnOf } from './row-path';
import { Section } from './Section';
import { SortedAs } from './SortedAs';
import { Trace } from './Trace';
import type { Go } from './use-go';

export interface MessageSidesProps {
  message: MessageDetail;
  reading: MessageReading | null;
  chosen: string | null;
  onChoose(field: string | null): void;
  go: Go;
}

/** The message on the left as it came, and on the right what was made of it. */
export function MessageSides(props: MessageSidesProps) {
  return (
    <Sides>
      <Came {...props} />
      <Became {...props} />
    </Sides>
  );
}

const nothing = {};
const noLeftovers: never[] = [];

/** Fields, then columns of the rows: their order gives them their colours. */
const namesOf = ({ fields, rows }: NonNullable<MessageDetail['outcome']>): string[] => [
  ...Object.keys(fields),
  ...Object.keys(rows[0] ?? {}),
];

function Came({ message, reading, chosen, onChoose, go }: MessageSidesProps) {
  const evidence = message.outcome?.evidence ?? nothing;
  const fields = useMemo(() => (message.outcome ? namesOf(message.outcome) : []), [message.outcome]);
  return (
    <Left>
      <Views>
        <Head>
          <Link to={go.back}>{words.message.back}</Link>
          <span>
            <SaidAddress address={message.from ?? ''} /> · {message.mailbox} · <When at={message.received} />
          </span>
          <Segments aria-label={words.message.views}>
            <Segment id="proof">{words.message.proof}</Segment>
            <Segment id="original">{words.message.original}</Segment>
            <Segment id="headers">{words.message.headers}</Segment>
          </Segments>
          <Button aria-label={words.message.next} isDisabled={!go.older} onPress={() => go.older?.()}>
            J
          </Button>
          <Button aria-label={words.message.previous} isDisabled={!go.newer} onPress={() => go.newer?.()}>
            K
          </Button>
        </Head>
        <View id="proof">
          {reading ? (
            <AnnotatedText
              reading={reading}
              evidence={evidence}
              leftovers={message.outcome?.leftovers ?? noLeftovers}
              fields={fields}
              chosen={chosen}
              onChoose={onChoose}
            />
          ) : (
            <Empty>{words.common.loading}</Empty>
          )}
        </View>
        <View id="original">
          <Original messageKey={message.key} revision={message.revision} hasHtml={reading?.html != null} />
        </View>
        <View id="headers">{reading && <Headers reading={reading} />}</View>
      </Views>
    </Left>
  );
}

function Became({ message, reading, chosen, onChoose }: MessageSidesProps) {
  const { outcome } = message;
  const rows = useMemo(() => (outcome ? ledgerOf(outcome) : []), [outcome]);
  const others = outcome?.problems.filter(({ path }) => !(path in outcome.fields) && columnOf(path) === path) ?? [];
  return (
    <Side>
      <Scroll>
        <SortedAs message={message} />
        <Section title={words.message.fields} about={<MadeFrom message={message} />}>
          {rows.length > 0 ? (
            <Ledger rows={rows} chosen={chosen} onChoose={onChoose} />
          ) : (
            <Empty>{message.state === 'waiting' ? words.message.waiting : words.message.noRecord}</Empty>
          )}
        </Section>
        {outcome && outcome.rows.length > 0 && (
          <Section title={words.message.rows} about={<span>{rowsText(outcome.rows.length)}</span>}>
            <RowsTable outcome={outcome} names={namesOf(outcome)} chosen={chosen} onChoose={onChoose} />
          </Section>
        )}
        {others.length > 0 && (
          <Section
            title={words.message.problems}
            items={others.map(({ text, path }) => (path ? `${path}: ${text}` : text))}
          />
        )}
        <Section title={words.message.deliveries}>
          <MessageDeliveries message={message} />
        </Section>
        {outcome && outcome.trace.length > 0 && (
          <Section title={words.message.trace} about={words.message.traceHelp}>
            <Trace trace={outcome.trace} />
          </Section>
        )}
        {reading && <Section title={words.message.reading} items={readingNotes(reading, message.sender_checks)} />}
        {reading && reading.attachments.length > 0 && (
          <Section
            title={words.message.attachments}
            items={reading.attachments.map(
              ({ name, type, size, unread }) =>
                `${name || '–'} · ${type} · ${Math.ceil(size / 1024)} kB${unread ? `. ${unread.text}` : ''}`,
            )}
          />
        )}
        {reading && reading.problems.length > 0 && (
          <Section title={words.message.readingTrouble} items={reading.problems.map(({ text }) => text)} />
        )}
      </Scroll>
    </Side>
  );
}

function MadeFrom({ message: { outcome, record, revision, made, made_from } }: Pick<MessageSidesProps, 'message'>) {
  if (!outcome?.sieve || revision === null || made === null) return null;
  const { sieveVersion } = made_from as { sieveVersion: number | null };
  const layout = outcome.layout
    ? ` · ${fill(words.message.layout, { layout: outcome.layout, score: `${Math.round((outcome.score ?? 0) * 100)} %` })}`
    : '';
  const said = fill(words.message.revision, {
    number: revision,
    version: sieveVersion ?? '–',
    sieve: outcome.sieve,
    when: '',
  }).replace(/, $/, '');
  return (
    <Muted>
      {said}, <When at={made} />
      {layout}
      {record && (
        <>
          {' '}
          · <Link to={`/records/${record}`}>{recordWords.history}</Link>
        </>
      )}
    </Muted>
  );
}
