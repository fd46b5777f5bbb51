import { describe, expect, test } from '@jest/globals';
import { parse } from 'yaml';
import { formOf, readMessage } from '../reading/index.js';
import { compileSieve, noFacts, sift } from '../sieve/index.js';
import { editSieve, guessField, ruleSources, type ShownMessage, type SieveAct } from './index.js';

const mail = `A visitor has filled in the form.

Vessel: Selkie of Skerry
Length over all: 21.5 m
Arrives Thursday 3 June 2027 for 4 nights
E-mail: o.marsh@skerry.example

Remarks:
Shore power if you have it.
We come in late.

-- 
Sent by the web site
`;
const source = `# berths
sieve: berths
locale: en-GB
fields:
  vessel: { type: text, required: true } # her name
rules:
  - kind: template
    name: form
    layouts:
      - name: plain
        text: |
          Vessel: [[vessel]]
          E-mail:
  - kind: pattern   # numbers anywhere
    name: any number
    find: '(?<vessel>zzz)'
`;

const shownOf = async (
  text: string,
  subject = 'Berth request: Selkie',
  type = text.startsWith('<') ? 'html' : 'plain',
): Promise<ShownMessage> => ({
  name: 'samples/1.eml',
  reading: await readMessage(
    Buffer.from(`Subject: ${subject}\r\nContent-Type: text/${type}; charset=utf-8\r\n\r\n${text}`),
  ),
});

/** Where some words stand in the message's text. */
const at = ({ reading }: ShownMessage, words: string) => {
  const start = formOf(reading).text.indexOf(words);
  if (start < 0) throw new Error(`“${words}” stands nowhere`);
  return { start, end: start + words.length };
};

function done(text: string, act: SieveAct, shown: ShownMessage | null = null) {
  const edited = editSieve(text, act, shown);
  if (!edited.ok) throw new Error(JSON.stringify(edited.problems));
  return edited;
}

const fieldsOf = (text: string, { reading }: ShownMessage) => {
  const result = sift(reading, compileSieve(text), noFacts);
  return result.kind === 'outcome' ? result.outcome.fields : {};
};
const layoutText = (text: string, i = 0): string => parse(text).rules[0].layouts[i].text;

describe('marking a value', () => {
  test('declares its field, names and types it, and puts its slot in the right place', async () => {
    const shown = await shownOf(mail);
    const { source: next, field } = done(source, { act: 'mark', in: 'message.text', ...at(shown, '21.5 m') }, shown);
    expect(field).toBe('length_over_all');
    expect(next).toContain(
      '  vessel: { type: text, required: true } # her name\n  length_over_all: { type: number, unit: m }\n',
    );
    expect(layoutText(next)).toBe('Vessel: [[vessel]]\nLength over all: [[length_over_all]]\nE-mail:\n');
    expect(fieldsOf(next, shown)).toEqual({ vessel: 'Selkie of Skerry', length_over_all: 21.5 });
    expect(next).toContain('# numbers anywhere');
  });

  test('several on a line, in any order, share the line', async () => {
    const shown = await shownOf(mail);
    const nights = done(source, { act: 'mark', in: 'message.text', ...at(shown, '4') }, shown);
    const both = done(
      nights.source,
      { act: 'mark', in: 'message.text', ...at(shown, 'Thursday 3 June 2027'), field: 'arrival' },
      shown,
    );
    expect(layoutText(both.source)).toContain('Arrives [[arrival]] for [[nights]] nights');
    expect(fieldsOf(both.source, shown)).toMatchObject({ arrival: '2027-06-03', nights: 4 });
  });

  test('what stands beside it and is told by its looks, or by a label, is words to ignore from the start', async () => {
    const shown = await shownOf(
      'Name: Ada Quist | Phone: +44 20 5622 0608 | Day: Friday 23 October 2026 | Town: Kirkholm\n\nWhen: 3 June 2027, 09:10 4 June 2027, 16:30\n',
    );
    const empty = 'sieve: calls\nlocale: en-GB\nfields: {}\n';
    const name = done(empty, { act: 'mark', in: 'message.text', ...at(shown, 'Ada Quist') }, shown);
    expect(layoutText(name.source)).toBe('Name: [[name]] | Phone: [[*]] | Day: [[*]] | Town: [[*]]\n');
    expect(fieldsOf(name.source, shown).name).toBe('Ada Quist');
    const when = done(empty, { act: 'mark', in: 'message.text', ...at(shown, '4 June 2027, 16:30') }, shown);
    expect(layoutText(when.source)).toBe('When: [[*]] [[when]]\n');
    expect(fieldsOf(when.source, shown).when).toContain('2027-06-04T16:30');
  });

  test('below its label, over several lines, takes the label along', async () => {
    const shown = await shownOf(mail);
    const words = 'Shore power if you have it.\nWe come in late.';
    const { source: next } = done(source, { act: 'mark', in: 'message.text', ...at(shown, words) }, shown);
    expect(layoutText(next)).toContain('Remarks:\n[[remarks]]');
    expect(fieldsOf(next, shown).remarks).toBe(words);
  });

  test.each<[string, string, [string, string][], string]>([
    [
      'above a line that has its slot already is found by that one',
      '*** CRITICAL ***\n\nHost=mail9.x.example\nCheck=disk\n',
      [
        ['host', 'mail9.x.example'],
        ['state', 'CRITICAL'],
      ],
      '*** [[state]] ***\nHost=[[host]]\n',
    ],
    [
      'below a question with figures, below another value, has the question once',
      'Where did you stay?\n\nPitch 13\n\nHow was it, from 1 to 5?\n\n4\n\nWhat did you like best?\n\nThe quiet\n',
      [
        ['stay', 'Pitch 13'],
        ['rating', '4'],
        ['best', 'The quiet'],
      ],
      'Where did you stay?\n[[stay]]\nHow was it, from 1 to 5?\n[[rating]]\nWhat did you like best?\n[[best]]\n',
    ],
    [
      'with a short form in it does not end there',
      'You see dr. Jansen-Wolf at noon. Bring your papers.\n',
      [['who', 'dr. Jansen-Wolf']],
      'You see [[who]] at noon. Bring your papers.\n',
    ],
    [
      'that ends a sentence with a short form in it',
      'Your visit is with dr. Jansen-Wolf. Bring your papers.\n',
      [['who', 'dr. Jansen-Wolf']],
      'Your visit is with [[who]]. Bring your papers.\n',
    ],
  ])('%s', async (_, text, marks, layout) => {
    const shown = await shownOf(text);
    let made = 'sieve: s\nlocale: en-GB\nfields: {}\nrules: []\n';
    for (const [field, words] of marks)
      made = done(made, { act: 'mark', in: 'message.text', ...at(shown, words), field }, shown).source;
    expect(layoutText(made)).toBe(layout);
    expect(Object.values(fieldsOf(made, shown)).map(String)).toEqual(marks.map(([, words]) => words));
  });

  test('with its label selected leaves the label alone', async () => {
    const shown = await shownOf(mail);
    const { source: next } = done(
      source,
      { act: 'mark', in: 'message.text', ...at(shown, '\nE-mail: o.marsh@skerry.example\n') },
      shown,
    );
    expect(layoutText(next)).toBe('Vessel: [[vessel]]\nE-mail: [[email]]\n');
    expect(fieldsOf(next, shown).email).toBe('o.marsh@skerry.example');
  });

  test('elsewhere moves the mark; over another value takes its place', async () => {
    const shown = await shownOf(mail);
    const shorter = done(source, { act: 'mark', in: 'message.text', ...at(shown, 'Selkie'), field: 'vessel' }, shown);
    expect(layoutText(shorter.source)).toContain('Vessel: [[vessel]] of Skerry');
    const other = done(
      source,
      { act: 'mark', in: 'message.text', ...at(shown, 'Selkie of Skerry'), field: 'ship' },
      shown,
    );
    expect(layoutText(other.source)).toBe('Vessel: [[ship]]\nE-mail:\n');
  });

  test('in the subject, beside the text', async () => {
    const shown = await shownOf(mail);
    const [start, end] = ['Berth request: '.length, 'Berth request: Selkie'.length];
    const { source: next } = done(source, { act: 'mark', in: 'message.subject', start, end, field: 'vessel' }, shown);
    expect(parse(next).rules[0].layouts[0].subject).toBe('Berth request: [[vessel]]');
  });

  test('in a message of another shape makes a layout of it, with what was found there', async () => {
    const shown = await shownOf('Name of the ship .. Tern\nDays ....... 3\n');
    const first = done(source, { act: 'mark', in: 'message.text', ...at(shown, 'Tern'), field: 'vessel' }, shown);
    expect(parse(first.source).rules[0].layouts[1]).toMatchObject({ name: 'layout 2', sample: 'samples/1.eml' });
    // The name ends where the next line begins, though nothing is marked there yet.
    expect(fieldsOf(first.source, shown).vessel).toBe('Tern');
    const second = done(first.source, { act: 'mark', in: 'message.text', ...at(shown, '3'), field: 'days' }, shown);
    expect(layoutText(second.source, 1)).toBe('Name of the ship .. [[vessel]]\nDays ....... [[days]]\n');
    expect(fieldsOf(second.source, shown)).toMatchObject({ vessel: 'Tern', days: 3 });
    expect(fieldsOf(second.source, await shownOf(mail)).vessel).toBe('Selkie of Skerry');
  });

  test('of an empty sieve makes its first rule', async () => {
    const shown = await shownOf(mail);
    const { source: next } = done(
      'sieve: new\nfields: {}\n',
      { act: 'mark', in: 'message.text', ...at(shown, '21.5 m') },
      shown,
    );
    expect(fieldsOf(next, shown)).toEqual({ length_over_all: 21.5 });
  });

  test('inside another value takes its place; below its first line ends it there', async () => {
    const shown = await shownOf('Code: AB12\nVessel: Tern\n');
    const first = done(source, { act: 'mark', in: 'message.text', ...at(shown, 'AB12'), field: 'code' }, shown);
    const part = done(first.source, { act: 'mark', in: 'message.text', ...at(shown, '12'), field: 'part' }, shown);
    expect(layoutText(part.source)).toBe('Code: AB[[part]]\nVessel: [[vessel]]\nE-mail:\n');
    const long = await shownOf('Berth for\nTern and crew\nDays ....... 3\n');
    const two = done(source, { act: 'mark', in: 'message.text', ...at(long, 'Tern and crew'), field: 'vessel' }, long);
    const three = done(two.source, { act: 'mark', in: 'message.text', ...at(long, '3'), field: 'days' }, long);
    expect(fieldsOf(three.source, long)).toMatchObject({ vessel: 'Tern and crew', days: 3 });
  });

  test('that leaves a sieve that does not compile is not done', async () => {
    const shown = await shownOf(mail);
    const edited = editSieve(source, { act: 'mark', in: 'message.text', ...at(shown, '4'), field: 'record' }, shown);
    expect(edited.ok ? null : edited.problems[0]?.code).toBe('YS-SIEVE-RESERVED-NAME');
  });

  test('can be taken back', async () => {
    const shown = await shownOf(mail);
    const marked = done(source, { act: 'mark', in: 'message.text', ...at(shown, '21.5 m') }, shown);
    const { source: next } = done(marked.source, { act: 'unmark', field: 'length_over_all' }, shown);
    expect(layoutText(next)).toBe(layoutText(source));
    const gone = done(next, { act: 'remove field', field: 'length_over_all' });
    expect(gone.source).toBe(source);
  });
});

describe('a new layout from a message', () => {
  test('has marked what any rule found in it', async () => {
    const found = source.replace("'(?<vessel>zzz)'", "'ship (?<vessel>Tern)'");
    const shown = await shownOf('We come with the ship Tern for three nights.\n');
    const { source: next } = done(found, { act: 'new layout' }, shown);
    expect(layoutText(next, 1)).toBe('We come with the ship [[vessel]] for three nights.\n');
  });
});

describe('what lines of other layouts find', () => {
  const two = source
    .replace('          E-mail:\n', '          E-mail: [[email]]\n          Arrives [[day]] for [[nights]] nights\n')
    .replace(
      '  vessel: {',
      '  email: { type: email }\n  day: { type: date }\n  nights: { type: integer }\n  vessel: {',
    );
  const letter =
    'Dear office,\nmay the Tern stay for some nights, from 3 June 2027 on?\nE-mail: o.marsh@skerry.example\nOttoline\n';

  test('is carried into a new layout, though no layout fits as a whole', async () => {
    const shown = await shownOf(letter);
    expect(fieldsOf(two, shown)).toMatchObject({ email: null });
    const { source: next } = done(two, { act: 'new layout' }, shown);
    expect(layoutText(next, 1)).toBe('E-mail: [[email]]\n');
    expect(fieldsOf(next, shown)).toMatchObject({ email: 'o.marsh@skerry.example' });
  });

  test('a new layout of a message in which nothing is found is not made, and what to do is said', async () => {
    const edited = editSieve(two, { act: 'new layout' }, await shownOf('Nothing of the kind.\n'));
    expect(edited.ok ? null : edited.problems).toMatchObject([{ code: 'YS-EDIT-NOTHING-FOUND' }]);
  });

  test('a value below another value hangs on it, whatever that is', async () => {
    const shown = await shownOf(letter);
    const { source: next } = done(two, { act: 'new layout' }, shown);
    const mark = { act: 'mark', in: 'message.text', ...at(shown, 'Ottoline'), field: 'who' } as const;
    const { source: marked } = done(next, mark, shown);
    const other = await shownOf(letter.replace('Ottoline', 'Barnaby').replace(/\S+@\S+/, 'b@quill.example'));
    expect([fieldsOf(marked, shown).who, fieldsOf(marked, other).who]).toEqual(['Ottoline', 'Barnaby']);
  });
});

describe('the last column', () => {
  test('of a column that a blank alone parts from the next, nothing is left in the block', () => {
    const text =
      'sieve: stores\nfields: {}\nrows:\n  columns:\n    item: { type: text }\n    count: { type: integer }\n    unit: { type: text }\nrules:\n  - kind: template\n    layouts:\n      - name: plain\n        text: |\n          [[rows:]]\n          - [[item]], [[count]] [[unit]]\n          [[:rows]]\n';
    const { source: left } = done(text, { act: 'remove field', field: 'count' });
    expect(layoutText(left)).toContain('- [[item]], [[unit]]\n');
    const { source: last } = done(left, { act: 'remove field', field: 'item' });
    expect(layoutText(last)).toContain('- [[*]], [[unit]]\n');
  });

  test('goes with the rows, their blocks and their table', () => {
    const text = `sieve: x\nfields:\n  who: { type: text }\nrows:\n  columns:\n    item: { type: text }\n    price: { type: amount }\nrules:\n  - kind: template\n    layouts:\n      - name: a\n        text: |\n          Who: [[who]]\n          [[rows:]]\n          - [[item]], [[price]]\n          [[:rows]]\n  - kind: table\n    columns:\n      item: Item\n      price: Price\n`;
    const one = editSieve(text, { act: 'remove field', field: 'item' }, null);
    expect(one.ok && one.source).toContain('- [[*]], [[price]]');
    const none = editSieve(one.ok ? one.source : '', { act: 'remove field', field: 'price' }, null);
    expect(none.ok ? none.source : none.problems).not.toMatch(/rows|price|table/);
    expect(none.ok && none.source).toContain('Who: [[who]]');
  });
});

describe('what is marked is meant as it is', () => {
  const reads = async (text: string, value: string, other: string) => {
    const [shown, next] = [await shownOf(text), await shownOf(other)];
    const { source: marked } = done(
      source,
      { act: 'mark', in: 'message.text', ...at(shown, value), field: 'x' },
      shown,
    );
    return [fieldsOf(marked, shown).x, fieldsOf(marked, next).x];
  };

  test.each([
    ['a part of a code', 'Order: AB-17-0042\n', '0042', 'Order: AB-18-0117\n', '0117'],
    ['all of a code', 'Order: AB-17-0042\n', 'AB-17-0042', 'Order: AB-18-0117\n', 'AB-18-0117'],
    ['a value with figures in it', 'Note\nHose 40 m\n', 'Hose 40 m', 'Note\nDog at the gate\n', 'Dog at the gate'],
    ['a line below a value', 'Who: Marta\nMill Row 4\nOtterby\n', 'Mill Row 4', 'Who: Jo\nQuay 5\nWexley\n', 'Quay 5'],
    [
      'the third line of an address',
      'Deliver to:\nMarta Quell\nMill Row 4\nOtterby\n',
      'Otterby',
      'Deliver to:\nJo Holm\nQuay 5\nWexley\n',
      'Wexley',
    ],
    [
      'a cell below its heading',
      'Name\tDay\tPlace\nTern\tMonday\tQuay\n',
      'Monday',
      'Place\tName\tDay\nBay\tGull\tFriday\n',
      'Friday',
    ],
    ['a value between marks', 'A7|Dairy aisle|-14.2 C|HIGH\n', '-14.2', 'B9|Berry store|3.1 C|LOW\n', '3.1'],
    ['a label with its value', 'Vessel: Tern\n', 'Vessel: Tern', 'Vessel: Gull\n', 'Gull'],
    [
      'a day, whatever its weekday',
      'Roster for Monday 9 November 2026\n',
      '9 November 2026',
      'Roster for Sunday 6 December 2026\n',
      '2026-12-06',
    ],
    [
      'all lines of a value, and none of what is said to everybody',
      'To:\nMarta Quell\nMill Row 4\nYou get this mail from us.\n',
      'Marta Quell\nMill Row 4',
      'To:\nJo Holm\nQuay 5\nYou get this mail from us.\n',
      'Jo Holm\nQuay 5',
    ],
    [
      'a name beside an address that has it once more',
      'Attendee: Jo Holm (jo.holm@mail.example)\n',
      'Jo Holm',
      'Attendee: Ada Quist (quist@x.example)\n',
      'Ada Quist',
    ],
    ['a number in brackets', 'Ticket [4093] is open\n', '4093', 'Ticket [512] is open\n', '512'],
    [
      'a value under one of several labels, one of which stands elsewhere too',
      'No\tDay\tTotal\nA1\tMonday\t£9\n\nRope\t£4\nTotal\t£9\n',
      'Monday',
      'No\tDay\tTotal\nA2\tFriday\t£7\n\nRope\t£2\nDay\tat noon\n',
      'Friday',
    ],
  ])('%s', async (_, text, value, other, found) => {
    const [own, next] = await reads(text, value, other);
    expect(String(next)).toBe(found);
    // What is read as a day or a sum is its own.
    if (typeof own === 'string' && !/^\d{4}-/.test(own)) expect(own).toBe(value.replace('Vessel: ', ''));
    else expect(own).not.toBeNull();
  });
});

describe('a header', () => {
  test.each([
    ['From', { sender: 'o.marsh@skerry.example' }],
    ['Date', { sent: '2027-06-01T09:00:00+01:00' }],
    ['X-Berth-Pier', { berth_pier: 'North' }],
  ])('%s becomes a field', async (header, fields) => {
    const raw =
      'From: Ottoline Marsh <o.marsh@skerry.example>\r\nDate: Tue, 1 Jun 2027 09:00:00 +0100\r\nX-Berth-Pier: North\r\nSubject: x\r\n\r\nHello\r\n';
    const shown = { name: 'samples/1.eml', reading: await readMessage(Buffer.from(raw)) };
    const { source: next } = done(source, { act: 'take header', header }, shown);
    expect(fieldsOf(next, shown)).toMatchObject(fields);
  });
});

describe('marking rows', () => {
  const order = `Vessel: Tern
E-mail: x@y.example

You asked for
- Water, 2 tonnes
- Shore power, 3 days
- Fuel, 40 litres

Thank you.
`;
  const cards = `Vessel: Tern

Part: Rope
Price: £5.00

Part: Oil
Price: £6.50

Part: Sail
Price: £120.00
`;
  const rowsOf = (text: string, { reading }: ShownMessage) => {
    const result = sift(reading, compileSieve(text), noFacts);
    return result.kind === 'outcome' ? result.outcome.rows : [];
  };
  const over = (shown: ShownMessage, from: string, to: string) => ({
    start: at(shown, from).start,
    end: at(shown, to).end,
  });

  test('finds all items of the shape of those selected, and leaves the fields alone', async () => {
    const shown = await shownOf(cards);
    const act = { act: 'mark rows', ...over(shown, 'Part: Rope', 'Price: £6.50') } as const;
    const { source: next } = done(source, act, shown);
    expect(rowsOf(next, shown)).toEqual([
      { part: 'Rope', price: { value: 5, currency: 'GBP' } },
      { part: 'Oil', price: { value: 6.5, currency: 'GBP' } },
      { part: 'Sail', price: { value: 120, currency: 'GBP' } },
    ]);
    expect(fieldsOf(next, shown)).toMatchObject({ vessel: 'Tern' });
    expect(parse(next).rows.columns.price).toMatchObject({ type: 'amount' });
  });

  test('of a list; done once more, the block takes the place of the first', async () => {
    const shown = await shownOf(order);
    const act = { act: 'mark rows', ...over(shown, '- Water', '40 litres') } as const;
    const first = done(source, act, shown);
    expect(rowsOf(first.source, shown)).toHaveLength(3);
    const second = done(first.source, act, shown);
    expect(layoutText(second.source).match(/\[\[rows:\]\]/g)).toHaveLength(1);
    expect(rowsOf(second.source, shown)).toEqual(rowsOf(first.source, shown));
  });

  test('stay where they are when a value below them is marked', async () => {
    const shown = await shownOf(order);
    const block = done(source, { act: 'mark rows', ...over(shown, '- Water', '40 litres') } as const, shown);
    const below = { act: 'mark', in: 'message.text', ...at(shown, 'you.'), field: 'whom' } as const;
    const { source: next } = done(block.source, below, shown);
    expect(layoutText(next)).toMatch(/\[\[:rows\]\]\nThank \[\[whom\]\]/);
    expect(rowsOf(next, shown)).toHaveLength(3);
  });

  test('leave the last row of their table out where that is a value already', async () => {
    const table = ['Paint\t£5.00', 'Rope\t£6.50', 'You earn\t£11.50'].map(
      (line) =>
        `<tr>${line
          .split('\t')
          .map((cell) => `<td>${cell}</td>`)
          .join('')}</tr>`,
    );
    const shown = await shownOf(`<p>For you</p><table>${table.join('')}</table>`);
    const total = { act: 'mark', in: 'message.text', ...at(shown, '£11.50'), field: 'total' } as const;
    const marked = done('sieve: new\nlocale: en-GB\nfields: {}\n', total, shown);
    const act = { act: 'mark rows', ...over(shown, 'Paint', '£6.50') } as const;
    const { source: next } = done(marked.source, act, shown);
    expect(rowsOf(next, shown).map((row) => Object.values(row)[0])).toEqual(['Paint', 'Rope']);
    expect(fieldsOf(next, shown)).toEqual({ total: { value: 11.5, currency: 'GBP' } });
  });

  test('of a list of single values', async () => {
    const shown = await shownOf('Vessel: Tern\nOn board:\n* Ottoline\n* Teodor\n\nThank you.\n');
    const { source: next } = done(source, { act: 'mark rows', ...over(shown, '* Ottoline', 'Teodor') }, shown);
    expect(rowsOf(next, shown)).toEqual([{ item: 'Ottoline' }, { item: 'Teodor' }]);
  });

  test('in a message without a layout begins one, with what else is found there', async () => {
    const shown = await shownOf(cards.replace('Vessel: Tern', 'Dear all,'));
    const act = { act: 'mark rows', ...over(shown, 'Part: Rope', '£120.00') } as const;
    const { source: next } = done('sieve: new\nfields: {}\n', act, shown);
    expect(rowsOf(next, shown)).toHaveLength(3);
  });

  test('of lines that are not alike is refused', async () => {
    const shown = await shownOf(order);
    const edited = editSieve(source, { act: 'mark rows', ...over(shown, 'Thank', 'you.') }, shown);
    expect(edited.ok ? null : edited.problems).toMatchObject([{ code: 'YS-EDIT-NO-ROWS' }]);
  });
});

describe('a guess', () => {
  const two = source.replace('  vessel: {', '  arrival: { type: date }\n  nights: { type: integer }\n  vessel: {');
  const guessed = async (text: string, words: string) => {
    const shown = await shownOf(text);
    return guessField(compileSieve(two), shown.reading, { in: 'message.text', ...at(shown, words) });
  };

  test('names the field of the sieve that has no value in the message', async () => {
    expect(await guessed('Nights: 4\n', '4')).toMatchObject({ name: 'nights', options: { type: 'integer' } });
    expect(await guessed('Your arrival .. 3 June 2027\n', '3 June 2027')).toMatchObject({ name: 'arrival' });
  });

  test('names a new one where that field has its value already', async () => {
    expect((await guessed('Vessel: Tern\nE-mail: x@y.example\nother vessel is Kelpie\n', 'Kelpie')).name).not.toBe(
      'vessel',
    );
  });

  test('goes by the subject, too', async () => {
    const { reading } = await shownOf('Hello\n', 'Nights: 4');
    const guess = guessField(compileSieve(two), reading, { in: 'message.subject', start: 8, end: 9 });
    expect(guess).toMatchObject({ name: 'nights', start: 8, end: 9 });
  });

  test('tells each type that reads the words, and as what', async () => {
    const { types, fields } = await guessed('When .. 3 June 2027\n', '3 June 2027');
    expect(types).toContainEqual({ type: 'date', value: '2027-06-03' });
    expect(types.map(({ type }) => type)).not.toContain('email');
    expect(fields).toContain('arrival');
    expect(fields).not.toContain('nights');
  });
});

describe('rules', () => {
  test('are moved, switched off, copied and removed, comments and all', () => {
    const moved = done(source, { act: 'move rule', rule: 1, to: 0 }).source;
    expect(parse(moved).rules.map(({ name }: { name: string }) => name)).toEqual(['any number', 'form']);
    expect(moved).toContain('- kind: pattern   # numbers anywhere');
    expect(done(moved, { act: 'move rule', rule: 0, to: 1 }).source).toBe(source);
    const off = done(source, { act: 'switch rule', rule: 1, off: true }).source;
    expect(parse(off).rules[1].off).toBe(true);
    expect(done(off, { act: 'switch rule', rule: 1, off: false }).source).toBe(source);
    const copied = done(source, { act: 'copy rule', rule: 1 }).source;
    expect(parse(copied).rules.map(({ name }: { name: string }) => name)).toEqual([
      'form',
      'any number',
      'any number, copy',
    ]);
    expect(done(copied, { act: 'remove rule', rule: 2 }).source).toBe(source);
  });

  test('are copied for another field in one act, which is declared where there is none', () => {
    const { rules, fields } = parse(done(source, { act: 'copy rule', rule: 1, field: 'ship' }).source);
    expect(fields.ship).toEqual(fields.vessel);
    expect(rules[2]).toEqual({ kind: 'pattern', name: 'any number, ship', find: '(?<ship>zzz)' });
    const nights = done(source, { act: 'set field', field: 'nights', options: { type: 'integer' } });
    const several = done(nights.source, {
      act: 'write rule',
      rule: 1,
      source: "kind: pattern\nfind: '(?<vessel>a)(?<nights>b)'",
    });
    const two = editSieve(several.source, { act: 'copy rule', rule: 1, field: 'ship' }, null);
    expect(two.ok ? null : two.problems[0]?.code).toBe('YS-EDIT-COPY');
    const refusal = editSieve(source, { act: 'copy rule', rule: 0, field: 'ship' }, null);
    expect(refusal.ok ? null : refusal.problems[0]?.code).toBe('YS-EDIT-COPY');
  });

  test('are written by hand, in their place', () => {
    expect(ruleSources(source)[1]).toBe("kind: pattern   # numbers anywhere\nname: any number\nfind: '(?<vessel>zzz)'");
    const next = done(source, {
      act: 'write rule',
      rule: 1,
      source: "kind: pattern\nname: another\nfind: '(?<vessel>yyy)'",
    }).source;
    expect(parse(next).rules.map(({ name }: { name: string }) => name)).toEqual(['form', 'another']);
    const wrong = editSieve(source, { act: 'write rule', rule: null, source: 'kind: patern\nfind: x' }, null);
    expect(wrong.ok ? null : wrong.problems[0]?.code).toBe('YS-RULE-KIND');
  });
});

test('checks are set in their place, and taken away', () => {
  const value = { that: ['vessel', 'present'], say: 'No vessel' };
  const one = done(source, { act: 'set check', check: null, value }).source;
  expect(parse(one).checks).toEqual([value]);
  const two = done(one, { act: 'set check', check: null, value: { ...value, say: 'Again' } }).source;
  const changed = done(two, { act: 'set check', check: 0, value: { ...value, say: 'None at all' } }).source;
  expect(parse(changed).checks.map(({ say }: { say: string }) => say)).toEqual(['None at all', 'Again']);
  expect(parse(done(changed, { act: 'remove check', check: 1 }).source).checks).toHaveLength(1);
  const wrong = editSieve(
    source,
    { act: 'set check', check: null, value: { that: ['vesel', 'present'], say: 'x' } },
    null,
  );
  expect(wrong.ok ? null : wrong.problems[0]?.code).toBe('YS-CONDITION-NAME');
});

test('a field is set and renamed', () => {
  const set = done(source, { act: 'set field', field: 'vessel', options: { type: 'text' } }).source;
  expect(set).toContain('  vessel: { type: text }\n');
  expect(done(source, { act: 'rename field', field: 'vessel', to: 'ship' }).source).toContain('Vessel: [[ship]]');
});

describe('routes', () => {
  const routed = `${source}routes:
  - to: book   # the desk's book
    with:
      Vessel: "{{ vessel }}"   # as painted
  - to: chat
    when: [vessel, is, Tern]
`;

  test('are added, and changed where they differ: the rest keeps its lines', () => {
    const added = done(source, { act: 'set route', route: null, value: { to: 'book', each: 'record' } }).source;
    expect(parse(added).routes).toEqual([{ to: 'book', each: 'record' }]);
    const value = { to: 'book', when: ['vessel', 'present'], with: { Vessel: '{{ vessel }}' } } as never;
    const changed = done(routed, { act: 'set route', route: 0, value }).source;
    expect(changed).toContain(`      Vessel: "{{ vessel }}"   # as painted\n`);
    expect(changed).toContain('    when: [vessel, present]\n');
    const open = done(routed, { act: 'set route', route: 1, value: { to: 'chat' } }).source;
    expect(parse(open).routes[1]).toEqual({ to: 'chat' });
  });

  test('are removed', () => {
    expect(done(routed, { act: 'remove route', route: 1 }).source).not.toContain('chat');
    const wrong = editSieve(
      routed,
      { act: 'set route', route: 0, value: { to: 'book', with: { A: '{{ vesel }}' } } },
      null,
    );
    expect(wrong.ok ? null : wrong.problems[0]?.code).toBe('YS-TEXT-NAME');
  });
});
