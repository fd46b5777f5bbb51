import { fill, words } from '../../words';
import type { MessageReading } from './outcome';

/** Why the reading is as it is, one sentence each: what a person asks when a rule did not see what they expected. */
export function readingNotes(reading: MessageReading, senderChecks: string | null): string[] {
  const { forwarded, outline, parts } = reading;
  const said = words.message.readingNotes;
  const kinds = outline.filter(({ kind }) => kind !== 'own' && kind !== 'forwarded');
  return [
    fill(said.body, { why: reading.body_why }),
    ...(forwarded
      ? [
          fill(said.forwarded, {
            from: forwarded.from?.name || forwarded.from?.address || said.nobody,
            subject: forwarded.subject ?? '',
          }),
        ]
      : []),
    fill(said.thread, { thread: reading.thread, why: reading.thread_why }),
    ...(reading.automatic
      ? [fill(said.automatic, { kind: reading.automatic_kind ?? '', why: reading.automatic_why ?? '' })]
      : []),
    ...(senderChecks === null ? [] : [fill(said.sender, { results: senderChecks })]),
    ...new Set(
      kinds.map(({ kind, reason }) => fill(said.segment, { kind: words.message.segments[kind], why: reason })),
    ),
    ...parts
      .filter(({ role }) => role !== 'holds other parts')
      .map(({ type, charset, charset_why, role }) =>
        [type, charset && (charset_why ? `${charset} (${charset_why})` : charset), role].filter(Boolean).join(', '),
      ),
  ];
}
