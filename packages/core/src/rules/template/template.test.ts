import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readMessage } from '../../reading/index.js';
import { compileSieve, sift } from '../../sieve/index.js';

const fields = {
  vessel: { type: 'text' },
  length: { type: 'number', unit: 'm' },
  arrival: { type: 'date' },
  nights: { type: 'integer' },
  email: { type: 'email' },
  remarks: { type: 'text' },
};

const form = `Vessel: [[vessel]]
Length over all: [[length]] m
Arrives [[arrival]] for [[nights]] nights
E-mail: [[email]]

Remarks from the skipper:
[[remarks]]`;

const lines = {
  vessel: 'Vessel: Kittiwake',
  length: 'Length over all: 9.2 m',
  arrives: 'Arrives 3 June 2027 for four nights',
  email: 'E-mail: o.marsh@skerry.example',
};
const expected = {
  vessel: 'Kittiwake',
  length: 9.2,
  arrival: '2027-06-03',
  nights: 4,
  email: 'o.marsh@skerry.example',
  remarks: null,
};

async function fill(text: string, layouts: { name: string; text: string }[] = [{ name: 'form', text: form }]) {
  const sieve = compileSieve({
    sieve: 's',
    locale: 'en-GB',
    fields,
    rules: [{ kind: 'template', name: 'form', layouts }],
  });
  const reading = await readMessage(
    Buffer.from(`Date: Fri, 14 May 2027 09:12:00 +0100\nContent-Type: text/plain; charset=utf-8\n\n${text}`),
  );
  const result = sift(reading, sieve);
  if (result.kind !== 'outcome') throw new Error('nothing is wanted here');
  return { reading, ...result.outcome };
}

const message = (...parts: string[]) => parts.join('\n');
const all = message(...Object.values(lines));

test.each([
  ['Vessel *Ada Quist*', 'Ada Quist'],
  ['Vessel: **Ada Quist**', 'Ada Quist'],
  ['*Vessel:* Ada', 'Ada'],
  ['*Vessel* *Ada*', 'Ada'],
  ['Vessel ****3582', '****3582'],
  ['Vessel: ****3582', '****3582'],
  ['Vessel: 4 stars *', '4 stars *'],
])('stars make a value bold, or keep figures back: %s', async (line, vessel) => {
  for (const text of ['Vessel [[vessel]]', 'Vessel: [[vessel]]'])
    expect((await fill(line, [{ name: 'l', text }])).fields.vessel).toBe(vessel);
});

test('a count is its figures: the word behind it belongs to the text that follows', async () => {
  const layouts = [{ name: 'l', text: 'Fault #[[nights]] [[vessel]] ([[remarks]])' }];
  const { fields } = await fill('Fault #2127 Map does not load (Ada)', layouts);
  expect(fields).toMatchObject({ nights: 2127, vessel: 'Map does not load', remarks: 'Ada' });
});

describe('what stands above a ruling over the first words', () => {
  const below = '____________\nVessel : Tern\n';
  test.each([
    ['a line', 'We are late.\n\n', '[[remarks]]', 'We are late.'],
    [
      'paragraphs, where it runs on',
      'We are late.\nAlso wet.\n\nBye\n',
      '[[remarks...]]',
      'We are late.\nAlso wet.\n\nBye',
    ],
    ['without a greeting', 'Hello Ada,\n\nWe are late.\nBye\n', '[[remarks...]]', 'We are late.\nBye'],
    ['nothing', '', '[[remarks...]]', null],
  ])('%s', async (_, above, slot, remarks) => {
    for (const layout of [`${slot}\n____\nVessel : [[vessel]]`, `${slot}\nVessel : [[vessel]]`])
      expect((await fill(above + below, [{ name: 'l', text: layout }])).fields).toMatchObject({
        vessel: 'Tern',
        remarks,
      });
  });
});

test('labelled values that dots part are found each by its own label', async () => {
  const layouts = [{ name: 'l', text: 'Vessel: [[vessel]] · Length: [[length]] m · Stay: [[nights]]' }];
  const lines = ['Vessel: Tern · Length: 9 m · Stay: 4', 'Stay: 4 · Vessel: Tern', 'Vessel: Tern · Stay: 4'];
  const read = await Promise.all(lines.map(async (text) => (await fill(text, layouts)).fields));
  expect(read.map(({ vessel, length, nights }) => [vessel, length, nights])).toEqual([
    ['Tern', 9, 4],
    ['Tern', null, 4],
    ['Tern', null, 4],
  ]);
});

test('a minus right behind a label without a mark is the figure’s own', async () => {
  const layouts = [{ name: 'l', text: 'Low [[length]] · Stay [[nights]]' }];
  const lengths = ['Low 3.5 m · Stay 4', 'Low -3.5 m · Stay 4', 'Low −3.5 m · Stay 4', 'Low - 3.5 m · Stay 4'];
  const read = await Promise.all(lengths.map(async (text) => (await fill(text, layouts)).fields.length));
  expect(read).toEqual([3.5, -3.5, -3.5, 3.5]);
});

test.each([
  ['Stay of [[nights]]x in berth A[[remarks]] today', 'Stay of 4x in berth A43 today', { nights: 4, remarks: '43' }],
  ['[[nights]]x [[vessel]]', '12x Kittiwake', { nights: 12, vessel: 'Kittiwake' }],
  ['took [[nights]]d on [[vessel]].', 'It all took 3d on Kittiwake.', { nights: 3, vessel: 'Kittiwake' }],
])('a value that touches a letter of the layout: %s', async (text, line, found) => {
  expect((await fill(line, [{ name: 'l', text }])).fields).toMatchObject(found);
});

test('signs around a value on a line of its own are none of it, and it is one line', async () => {
  const layouts = [{ name: 'l', text: 'Card\n•••• [[vessel]]\nSeal\n# [[remarks]] #\nNights\n[[nights]]' }];
  const text = 'Card\n•• 9661\nSeal\n# red wax #\nNights\n4';
  expect((await fill(text, layouts)).fields).toMatchObject({ vessel: '9661', remarks: 'red wax', nights: 4 });
  // The sign of a currency is a part of its amount.
  expect((await fill('Card\n€ 9661', [{ name: 'l', text: 'Card\n€ [[vessel]]' }])).fields.vessel).toBe('€ 9661');
});

describe('a label behind a sentence', () => {
  const layouts = [{ name: 'form', text: 'Vessel: [[vessel]]\nNights: [[nights]]' }];
  const nights = async (text: string) => (await fill(text, layouts)).fields.nights;

  test('is one where a mark closes it, and what stands before ends there', async () => {
    const { fields: got } = await fill('Vessel: Kittiwake. Nights: 4', layouts);
    expect(got).toMatchObject({ vessel: 'Kittiwake.', nights: 4 });
    expect(await nights('We come soon. Nights: 4\nVessel: Tern')).toBe(4);
    expect(await nights('We come with nights: 4\nVessel: Tern')).toBeNull();
  });

  test('is looked for as far as a line of a letter goes', async () => {
    expect(await nights(`${'Well. '.repeat(40)}Nights: 4\nVessel: Tern`)).toBe(4);
    expect(await nights(`${'Well. '.repeat(400)}Nights: 4\nVessel: Tern`)).toBeNull();
  });
});

describe('one marked sample, and messages that are not quite like it', () => {
  test.each([
    ['as marked', all],
    ['in another order', message(lines.email, lines.arrives, lines.length, lines.vessel)],
    [
      'with lines between',
      message(lines.vessel, 'Draught: 2 m', lines.length, '', lines.arrives, 'Mast: 12 m', lines.email),
    ],
    [
      'in capitals',
      message('VESSEL: Kittiwake', 'LENGTH OVER ALL: 9.2 M', 'ARRIVES 3 June 2027 FOR four NIGHTS', lines.email),
    ],
    [
      'spaced otherwise',
      message('Vessel :  Kittiwake', 'Length over all:9.2 m', 'Arrives  3 June 2027  for four nights', lines.email),
    ],
    [
      'with other separators',
      message('Vessel = Kittiwake', 'Length over all\t9.2 m', lines.arrives, 'E-mail - o.marsh@skerry.example'),
    ],
    [
      'with a letter wrong',
      message('Vesel: Kittiwake', 'Lenght over all: 9.2 m'.replace('Lenght', 'Length'), lines.arrives, lines.email),
    ],
    ['with a signature', message(all, '-- ', 'Vessel: of the sender')],
    ['with a quoted message', message(all, '', '> Vessel: Tern', '> Length over all: 3 m')],
    ['after a greeting', message('Dear harbour,', '', 'a visitor has filled in the form.', '', all)],
  ])('%s', async (_, text) => {
    expect((await fill(text)).fields).toEqual(expected);
  });

  test.each(Object.keys(lines))('a missing line “%s” shifts nothing', async (gone) => {
    const rest = Object.entries(lines).filter(([name]) => name !== gone);
    const { fields: got } = await fill(message(...rest.map(([, line]) => line)));
    const without =
      { vessel: ['vessel'], length: ['length'], arrives: ['arrival', 'nights'], email: ['email'] }[gone] ?? [];
    expect(got).toEqual({ ...expected, ...Object.fromEntries(without.map((field) => [field, null])) });
  });

  test('an empty place is null, and the line below is not taken for it', async () => {
    expect((await fill(message('Vessel:', lines.length, lines.arrives, lines.email))).fields).toEqual({
      ...expected,
      vessel: null,
    });
  });

  test('a section runs over blank lines to the signature', async () => {
    const { fields: got } = await fill(
      message(all, '', 'Remarks from the skipper:', 'Two dogs.', '', 'Both friendly.', '-- ', 'Form 7'),
    );
    expect(got.remarks).toBe('Two dogs.\n\nBoth friendly.');
  });

  test('a label’s words inside another value mislead nobody', async () => {
    const { fields: got } = await fill(
      message(all, '', 'Remarks from the skipper:', 'our last vessel: the Tern, was length over all: 7 m'),
    );
    expect(got).toEqual({ ...expected, remarks: 'our last vessel: the Tern, was length over all: 7 m' });
  });

  test('another label that begins alike is not this one', async () => {
    expect(
      (await fill(message('Vessel type: ketch', lines.length, lines.arrives, lines.email))).fields.vessel,
    ).toBeNull();
  });

  test('two places that fit equally well are a problem, not a guess', async () => {
    const { fields: got, problems } = await fill(
      message('Vessel: Kittiwake', 'Vessel: Tern', lines.length, lines.arrives, lines.email),
    );
    expect(got.vessel).toBeNull();
    expect(problems).toEqual([expect.objectContaining({ code: 'YS-TEMPLATE-TWO-PLACES', path: 'vessel' })]);
  });

  test('a label in its row of labels is meant, not the same word at the end of a list', async () => {
    const layout = 'No\tIssued\tTotal\n[[no]]\t[[issued]]\t[[total]]\n';
    const sieve = compileSieve({
      sieve: 'invoices',
      fields: { no: { type: 'text' }, issued: { type: 'date' }, total: { type: 'amount' } },
      rules: [{ kind: 'template', layouts: [{ name: 'row', text: layout }] }],
    });
    const reading = await readMessage(
      Buffer.from('Subject: x\r\n\r\nNo\tIssued\tTotal\nA2\t3 May 2027\tEUR 7.00\n\nRope\tEUR 2.00\nTotal\tEUR 7.00\n'),
    );
    const result = sift(reading, sieve);
    expect(result.kind === 'outcome' && result.outcome.fields).toEqual({
      no: 'A2',
      issued: '2027-05-03',
      total: { value: 7, currency: 'EUR' },
    });
  });

  test('the same label twice with the same value is no problem', async () => {
    const text = message('Vessel: Kittiwake', 'Vessel: Kittiwake', lines.length, lines.arrives, lines.email);
    expect((await fill(text)).fields).toEqual(expected);
  });

  test('a value may begin with a mark', async () => {
    expect((await fill(message('Vessel: =SUM(A1)', lines.length, lines.arrives, lines.email))).fields.vessel).toBe(
      '=SUM(A1)',
    );
  });
});

describe('a text that runs on', () => {
  const layouts = [{ name: 'form', text: 'Vessel: [[vessel]]\nRemarks: [[remarks...]]\nE-mail: [[email]]' }];
  const remarksIn = async (between: string, layout = layouts) =>
    (await fill(`Vessel: Tern\nRemarks: We come late.${between}`, layout)).fields.remarks;

  test('goes over blank lines to the next words of the layout', async () => {
    const end = '\nE-mail: o.marsh@skerry.example\n';
    expect(await remarksIn(end)).toBe('We come late.');
    expect(await remarksIn(`\n\nIs there a crane?\n\n\nNote: none${end}`)).toBe(
      'We come late.\n\nIs there a crane?\n\n\nNote: none',
    );
  });

  test('ends at a ruling, and where those words are missing as any other', async () => {
    expect(await remarksIn('\n\nNow then.\n-----\nAn advert.\nE-mail: o.marsh@skerry.example\n')).toBe(
      'We come late.\n\nNow then.',
    );
    expect(await remarksIn('\n\nSent by our page.\n')).toBe('We come late.');
  });

  test('does so below its label too', async () => {
    const below = [{ name: 'form', text: 'Vessel: [[vessel]]\nRemarks\n[[remarks...]]\nE-mail: [[email]]' }];
    const { fields } = await fill(
      'Vessel: Tern\n\nRemarks\n\nWe come late.\n\nPort: Moss\n\nE-mail: o.marsh@skerry.example\n',
      below,
    );
    expect(fields.remarks).toBe('We come late.\n\nPort: Moss');
  });

  test('and below a line with values', async () => {
    const below = [{ name: 'form', text: '[[vessel]] has written:\n[[remarks...]]\nAnswer within a week.' }];
    const text = 'Tern has written:\n\nWe come late.\n\nIs there a crane?\n\nAnswer within a week.\n';
    const { fields } = await fill(text, below);
    expect(fields).toMatchObject({ vessel: 'Tern', remarks: 'We come late.\n\nIs there a crane?' });
  });
});

test('a value above the first words stands above them also where these begin with words to ignore', async () => {
  const layouts = [{ name: 'form', text: '[[vessel]]\n[[*]] guests have written to you.\nRemarks: [[remarks]]' }];
  const { fields } = await fill('The Old Customs\n\n5 guests have written to you.\n\nRemarks: none\n', layouts);
  expect(fields).toMatchObject({ vessel: 'The Old Customs', remarks: 'none' });
});

test('a value ends with its sentence where another follows on its line in the sample', async () => {
  const layouts = [{ name: 'form', text: 'Vessel: [[vessel]]\nBooking [[remarks]]. Show this at the door.' }];
  const said = async (line: string) => (await fill(`Vessel: Tern\n\n${line}\n`, layouts)).fields.remarks;
  expect(await said('Booking T978988. Show this at the door.')).toBe('T978988');
  expect(await said('Booking T978988.')).toBe('T978988');
  const alone = [{ name: 'form', text: 'Vessel: [[vessel]]\nBooking [[remarks]].' }];
  const { fields } = await fill('Vessel: Tern\n\nBooking of two. They come late.\n', alone);
  expect(fields.remarks).toBe('of two. They come late');
});

test('quotes around a value below its label are none of it, whichever they are', async () => {
  const layouts = [{ name: 'form', text: 'Vessel: [[vessel]]\nRemarks:\n"[[remarks]]"' }];
  for (const said of ['"We come late."', '“We come late.”', 'We come late.']) {
    const { fields } = await fill(`Vessel: Tern\nRemarks:\n${said}\n`, layouts);
    expect(fields.remarks).toBe('We come late.');
  }
});

describe('several layouts', () => {
  const other = {
    name: 'short form',
    text: 'Boat name: [[vessel]]\nYour address: [[email]]\nHow long do you stay? [[nights]]',
  };

  test('the best one fills, alone', async () => {
    const { layout, fields: got } = await fill('Boat name: Tern\nYour address: a@b.example\nHow long do you stay? 3', [
      { name: 'form', text: form },
      other,
    ]);
    expect(layout).toBe('short form');
    expect(got).toMatchObject({ vessel: 'Tern', email: 'a@b.example', nights: 3 });
  });

  test('one that is not recognised says how near it came', async () => {
    const {
      layout,
      score,
      fields: got,
      trace,
    } = await fill('Good morning, we would like to come at the weekend.\nVessel: Tern', [
      { name: 'form', text: form },
      other,
    ]);
    expect(layout).toBeNull();
    expect(score).toBeLessThan(0.5);
    expect(got.vessel).toBeNull();
    expect(trace[0]).toMatchObject({ nearest: 'form' });
  });
});

test('the trace says how each slot was read', async () => {
  const { trace } = await fill(all);
  const [entry] = trace;
  const slots = entry?.kind === 'template' ? entry.slots : [];
  const reads = slots?.map(({ field, reads: words }) => `${field}: ${words}`);
  expect(reads).toEqual([
    'vessel: what follows “Vessel:” on its line',
    'length: what stands between “Length over all:” and “m”',
    'arrival: what stands between “Arrives” and “for”',
    'nights: what stands between “for” and “nights”',
    'email: what follows “E-mail:” on its line',
  ]);
});

describe('a value alone on its line', () => {
  const one = (text: string) => [{ name: 'l', text }];

  test('behind a bullet, where the layout has one there', async () => {
    const layout = 'VESSEL\n- [[vessel]]\nNIGHTS\n- [[nights]]';
    const { fields: got } = await fill('VESSEL\n- Kittiwake\n\nNIGHTS\n• 4\n', one(layout));
    expect(got).toMatchObject({ vessel: 'Kittiwake', nights: 4 });
    const { fields: plain } = await fill('VESSEL\n- 4\n', one('VESSEL\n[[vessel]]'));
    expect(plain.vessel).toBe('- 4');
  });

  test('above the first words of a layout, for nothing else says where it is', async () => {
    const layout = one('[[vessel]]\nArrival\n[[arrival]]');
    const { fields: got } = await fill('Good morning\n\nStorm Petrel\n\nArrival\n3 June 2027\n', layout);
    expect(got).toMatchObject({ vessel: 'Storm Petrel', arrival: '2027-06-03' });
    const { fields: none } = await fill('Arrival\n3 June 2027\n', layout);
    expect(none.vessel).toBeNull();
  });

  test('is none of two where the words below it stand twice', async () => {
    const { fields: got, problems } = await fill(
      'Storm Petrel\nArrival of\n\nKittiwake\nArrival of\n',
      one('[[vessel]]\nArrival of'),
    );
    expect([got.vessel, problems.map(({ code }) => code)]).toEqual([null, ['YS-TEMPLATE-TWO-PLACES']]);
  });

  test('between marks that only dress it', async () => {
    const { fields: got } = await fill('=== Tern ===\n\nNights: 3\n', one('*** [[vessel]] ***\nNights: [[nights]]'));
    expect(got).toMatchObject({ vessel: 'Tern', nights: 3 });
  });

  test('what is in brackets behind a greeting is no remark that may be left out', async () => {
    const { fields: got } = await fill('Estimado(a) Ada Quist,\n', one('Estimado(a) [[vessel]],'));
    expect(got.vessel).toBe('Ada Quist');
  });

  test('of the words behind a value a telling first one is enough, where the next are another message’s', async () => {
    const { fields: got } = await fill(
      'Pick list Tern, warehouse North shed',
      one('Pick list [[vessel]], warehouse Quay'),
    );
    expect(got.vessel).toBe('Tern');
  });

  test('two in a row with a blank between, where a type tells the one from the other', async () => {
    const { fields: got } = await fill('Due: Saturday 5 June 2027 Tern\n', one('Due: [[arrival]] [[vessel]]'));
    expect(got).toMatchObject({ arrival: '2027-06-05', vessel: 'Tern' });
  });
});

describe('several values in the line below one label', () => {
  const one = (text: string) => [{ name: 'l', text }];
  const layout = one('SKIPPER\n[[vessel]] ([[email]])\nSTAY\n[[arrival]] – [[nights]]');

  test('are cut at the marks between them, where they read best as their types', async () => {
    const { fields: got, trace } = await fill(
      'SKIPPER\nAda Quist-Hall (ada@skerry.example)\n\nSTAY\n3 June 2027 - 4\n',
      layout,
    );
    expect(got).toMatchObject({
      vessel: 'Ada Quist-Hall',
      email: 'ada@skerry.example',
      arrival: '2027-06-03',
      nights: 4,
    });
    expect(JSON.stringify(trace)).toContain('a part of the line under “SKIPPER”');
  });

  test('below a value the same, and how they were read is said so', async () => {
    const { fields: got, trace } = await fill('SKIPPER\nQuay House\nAda Quist-Hall (ada@skerry.example)\n', [
      { name: 'l', text: 'SKIPPER\n[[*]]\n[[vessel]] ([[email]])\n' },
    ]);
    expect(got).toMatchObject({ vessel: 'Ada Quist-Hall', email: 'ada@skerry.example' });
    expect(JSON.stringify(trace)).toContain('a part of a line under the value of “SKIPPER”');
  });

  test('beside the label as well, and what is not there leaves its field empty', async () => {
    const { fields: got } = await fill('SKIPPER: Ada Quist\n\nSTAY\n\n3 June 2027\n', layout);
    expect(got).toMatchObject({ vessel: 'Ada Quist', email: null, arrival: '2027-06-03', nights: null });
    const { fields: none } = await fill('SKIPPER\n\nSTAY\n', layout);
    expect([none.vessel, none.email, none.arrival]).toEqual([null, null, null]);
  });

  test('stand below none where nothing but marks stands above', () => {
    expect(() =>
      compileSieve({
        sieve: 's',
        locale: 'en',
        fields,
        rules: [{ kind: 'template', name: 'l', layouts: one('[[vessel]] ([[email]])') }],
      }),
    ).toThrow('Nothing constant stands before');
  });
});

describe('whatever the text', () => {
  const words = fc.constantFrom(
    'Vessel',
    ':',
    'Kittiwake',
    'Length',
    'over',
    'all',
    'm',
    '\n',
    ' ',
    'Arrives',
    'for',
    'nights',
    '9',
    '> ',
    '[[',
    '\t',
    '-- ',
    'Remarks from the skipper:',
    '=',
    '£',
  );

  test('sifting never throws, and no value comes from outside its evidence', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(words, { maxLength: 60 }), async (parts) => {
        const { reading, evidence } = await fill(parts.join(''));
        for (const { start, end, raw } of Object.values(evidence).flat()) {
          expect(reading.plain?.text.slice(start ?? 0, end ?? 0)).toBe(raw);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('a record that is written is read back', async () => {
    const word = fc.stringMatching(/^[A-Z][a-z]{2,9}( [A-Z][a-z]{2,9})?$/);
    await fc.assert(
      fc.asyncProperty(
        word,
        fc.integer({ min: 3, max: 90 }),
        fc.integer({ min: 1, max: 60 }),
        fc.shuffledSubarray([0, 1, 2, 3], { minLength: 4 }),
        async (vessel, length, nights, order) => {
          const written = [
            `Vessel: ${vessel}`,
            `Length over all: ${length} m`,
            `Arrives 3 June 2027 for ${nights} nights`,
            lines.email,
          ];
          const { fields: got } = await fill(order.map((i) => written[i]).join('\n'));
          expect(got).toEqual({ ...expected, vessel, length, nights });
        },
      ),
      { numRuns: 200 },
    );
  });
});
