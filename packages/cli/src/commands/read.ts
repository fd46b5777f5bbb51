import { breaksIn, breaksShown, type PublicReading, publicReading, readMessage } from '@yellow-sieve/core';
import type { Command } from '../command.js';
import { readBytes } from '../offline/files.js';

export const read: Command = {
  args: '<message>',
  options: [
    {
      flags: '--part <part>',
      about: 'which part of an alternative to show',
      choices: ['html', 'text'],
      default: 'html',
    },
  ],
  examples: ['yellow-sieve read inbox/001.eml', 'yellow-sieve read inbox/001.eml --json'],
  async run({ args: [file = ''], options, stdin }) {
    const raw = file === '-' ? await stdin() : readBytes(file);
    const reading = publicReading(await readMessage(raw), options.part === 'text' ? 'text' : 'html');
    return { kind: 'text', text: proof(reading), json: reading };
  },
};

const marginWidth = 12;
const row = (name: string, value: string) => `${name.padStart(marginWidth)}  ${value}`;
const person = (one: { name: string; address: string } | null) =>
  one ? [one.name, one.address && `<${one.address}>`].filter(Boolean).join(' ') : 'nobody';

/** The text with the name of each stretch in the margin, and what explains why rules see what they see. */
function proof(reading: PublicReading): string {
  return [...head(reading), '', ...text(reading), '', ...below(reading)].join('\n').trimEnd();
}

function head(reading: PublicReading): string[] {
  const { forwarded } = reading;
  return [
    row('subject', reading.subject),
    row('from', person(reading.from)),
    row('to', reading.to.map(({ address }) => address).join(', ')),
    row('date', reading.date ?? 'none that can be read'),
    row('thread', `${reading.thread}, because ${reading.thread_why}`),
    ...(reading.automatic ? [row('automatic', `${reading.automatic_kind}, because ${reading.automatic_why}`)] : []),
    ...(reading.report?.recipients ?? []).map(({ address, action, status }) =>
      row('report', `${address} ${action} ${status}`),
    ),
    row('body', reading.body_why),
    ...(forwarded
      ? [
          row(
            'forwarded',
            `from ${person(forwarded.from)}, ${forwarded.date ?? 'no date'}, “${forwarded.subject ?? ''}”`,
          ),
        ]
      : []),
  ];
}

/** A full line in the margin is what rules look at by default, a broken one is not. */
function text({ text: own, outline, body, tables }: PublicReading): string[] {
  const whole = breaksShown(own, breaksIn(tables), lineInCell);
  return outline.flatMap(({ kind, start, end, level }) => {
    let at = start;
    return whole
      .slice(start, end)
      .replace(/\n$/, '')
      .split('\n')
      .map((line, i) => {
        const looked = body.some((range) => range.start < at + Math.max(line.length, 1) && range.end > at);
        at += line.length + 1;
        const name = i === 0 ? `${'·'.repeat(level)}${kind}` : '';
        return `${name.padStart(marginWidth)} ${looked ? '│' : '┊'} ${line.replace(/\t/g, ' ⇥ ').replaceAll(lineInCell, ' ⏎ ')}`;
      });
  });
}

/** What stands where a line ends within its cell. */
const lineInCell = '⏎';

const madeOf = { elements: 'the markup', bullets: 'its bullets', blocks: 'its blocks', lines: 'its lines' };
/** Words of each spot that are shown of the first item. */
const shownOfSpot = 28;

/** How many items a list has, what tells them, and what the first of them has at each spot. */
function listOf({ made_of, items }: PublicReading['lists'][number], text: string): string[] {
  const [first] = items;
  const spots = (first?.spots ?? []).map((spot) =>
    spot === null ? '–' : text.slice(spot.start, spot.end).trim().replace(/\s+/g, ' ').slice(0, shownOfSpot),
  );
  return [
    row('list', `${items.length} items by ${madeOf[made_of]}, each with up to ${spots.length} lines:`),
    row('', spots.join(' ╎ ')),
  ];
}

/** Characters of an attachment's text that are shown; `--json` has all. */
const shownOfAttachment = 4000;

/** An attached file, what it says, and why it says nothing where it should. */
function attachmentRows({ name, type, size, text, tables, unread }: PublicReading['attachments'][number], at: number) {
  const named = `[${at}] ${name || 'without a name'}, ${type}, ${size} bytes`;
  const grids = tables.map(({ rows }) => `a table of ${rows.length} rows`);
  const lines = (type.startsWith('message/') ? '' : (text ?? '')).slice(0, shownOfAttachment).trimEnd();
  return [
    row('attached', [named, ...grids].join(', ')),
    ...(unread ? [row('', unread.text)] : []),
    ...(lines === '' ? [] : lines.split('\n').map((line) => row('', `│ ${line.replace(/\t/g, ' ⇥ ')}`))),
    ...(text !== null && text.length > shownOfAttachment ? [row('', '│ …')] : []),
  ];
}

function below(reading: PublicReading): string[] {
  const { text: whole } = reading;
  const told = reading.outline
    .filter(({ kind }) => kind !== 'own')
    .map(({ kind, reason }) => row(kind, `because ${reason}`));
  return [
    ...new Set(told),
    ...reading.tables.map(({ rows }) =>
      row('table', `${rows.length} rows of ${Math.max(0, ...rows.map((cells) => cells.length))} cells`),
    ),
    ...reading.lists.flatMap((list) => listOf(list, whole)),
    ...reading.links.map(({ start, end, href }) => row('link', `${whole.slice(start, end) || 'a picture'} → ${href}`)),
    ...reading.attachments.flatMap(attachmentRows),
    ...reading.parts.map(({ path, type, charset, charset_why, role }) =>
      row(
        'part',
        [path || 'message', type, charset && (charset_why ? `${charset} (${charset_why})` : charset), role]
          .filter(Boolean)
          .join(', '),
      ),
    ),
    ...reading.problems.map(({ text: sentence }) => row('problem', sentence)),
  ];
}
