import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../../reading/index.js';
import { compileSieve, type Outcome, sift } from '../../sieve/index.js';

const types: Record<string, Record<string, unknown>> = {
  vessel: { type: 'text' },
  owner: { type: 'text' },
  length: { type: 'number', unit: 'm' },
  arrival: { type: 'date' },
  departure: { type: 'date' },
  at: { type: 'time' },
  nights: { type: 'integer' },
  fee: { type: 'amount', currency: 'GBP' },
  email: { type: 'email' },
  phone: { type: 'phone' },
  web: { type: 'url' },
  dog: { type: 'yes-no' },
  remarks: { type: 'text' },
};

interface Mail {
  text?: string;
  html?: string;
  subject?: string;
}

/** What a layout with these slots makes of a message. */
async function outcomeOf(layout: string | { subject?: string; text?: string }, mail: Mail | string): Promise<Outcome> {
  const { text = '', html, subject = 'x' } = typeof mail === 'string' ? { text: mail } : mail;
  const source = typeof layout === 'string' ? { text: layout } : layout;
  const named = [...JSON.stringify(source).matchAll(/\[\[(\w+)\]\]/g)].map((match) => match[1] ?? '');
  const fields = Object.fromEntries(Object.entries(types).filter(([name]) => named.includes(name)));
  const rules = [{ kind: 'template', layouts: [{ name: 'form', ...source }] }];
  const sieve = compileSieve({ sieve: 's', locale: 'en-GB', timezone: 'Europe/London', fields, rules });
  const head = `Date: Fri, 14 May 2027 09:12:00 +0100\nSubject: ${subject}\nContent-Type: text/${html === undefined ? 'plain' : 'html'}; charset=utf-8`;
  const result = sift(await readMessage(Buffer.from(`${head}\n\n${html ?? text}`)), sieve);
  if (result.kind !== 'outcome') throw new Error('nothing is wanted here');
  return result.outcome;
}
const read = async (...args: Parameters<typeof outcomeOf>) => (await outcomeOf(...args)).fields;

const sentence =
  'Dear [[owner]],\n\nthank you for your order of a berth for [[vessel]] on [[arrival]].\nShe will be expected by [[at]] at the pier.';

describe('values within sentences', () => {
  const expected = { owner: 'Ann Lee', vessel: 'Red Tern', arrival: '2027-06-03', at: '14:30' };
  test.each([
    [
      'as marked',
      'Dear Ann Lee,\n\nthank you for your order of a berth for Red Tern on 3 June 2027.\nShe will be expected by 14:30 at the pier.',
    ],
    [
      'wrapped elsewhere',
      'Dear Ann Lee,\n\nthank you for your order of\na berth for Red Tern on 3\nJune 2027. She will be\nexpected by 14:30 at the pier.',
    ],
    [
      'on one line',
      'Dear Ann Lee,\n\nthank you for your order of a berth for Red Tern on 3 June 2027. She will be expected by 14:30 at the pier.',
    ],
    [
      'with other words before',
      'Dear Ann Lee,\n\nthank you so much for your kind order of a berth for Red Tern on 3 June 2027.\nShe will be expected by 14:30 at the pier.',
    ],
    [
      'greeted otherwise',
      'Hello Ann Lee,\n\nthank you for your order of a berth for Red Tern on 3 June 2027.\nShe will be expected by 14:30 at the pier.',
    ],
    [
      'in another order',
      'Dear Ann Lee,\n\nShe will be expected by 14:30 at the pier.\n\nthank you for your order of a berth for Red Tern on 3 June 2027.',
    ],
  ])('%s', async (_, text) => {
    expect(await read(sentence, text)).toEqual(expected);
  });

  test('words of the sentence may stand in a value; the type decides where it ends', async () => {
    const text =
      'Dear Ann,\n\nthank you for your order of a berth for Tern on Tuesday on 3 June 2027.\nShe will be expected by noon at the pier.';
    expect(await read(sentence, text)).toMatchObject({ vessel: 'Tern on Tuesday', arrival: '2027-06-03', at: '12:00' });
  });

  test.each([
    ['Stay from 3 to 7 June 2027', '2027-06-03', '2027-06-07'],
    ['Stay from 28 June to 3 July 2027', '2027-06-28', '2027-07-03'],
    ['Stay from June 3 to 7', '2027-06-03', '2027-06-07'],
    ['Stay from 3 June 2027 to 7 June 2027', '2027-06-03', '2027-06-07'],
  ])('two dates lend each other what is not written: %s', async (text, arrival, departure) => {
    expect(await read('Stay from [[arrival]] to [[departure]]', text)).toEqual({ arrival, departure });
  });
});

describe('several labelled values on a line', () => {
  const bars = 'Vessel: [[vessel]] | Length: [[length]] m | Owner: [[owner]]';
  test.each([
    ['Vessel: Tern | Length: 9 m | Owner: Ann', { vessel: 'Tern', length: 9, owner: 'Ann' }],
    ['Owner: Ann | Vessel: Tern | Length: 9 m', { vessel: 'Tern', length: 9, owner: 'Ann' }],
    ['Vessel: Tern | Owner: Ann', { vessel: 'Tern', length: null, owner: 'Ann' }],
    ['Vessel: Tern | Flag: GB | Owner: Ann', { vessel: 'Tern', length: null, owner: 'Ann' }],
    ['Vessel: Tern\nLength: 9 m\nOwner: Ann', { vessel: 'Tern', length: 9, owner: 'Ann' }],
  ])('between bars: %s', async (text, expected) => {
    expect(await read(bars, text)).toEqual(expected);
  });

  test.each([
    ['vessel=Tern, nights=3, length=9 m', { vessel: 'Tern', nights: 3, length: 9 }],
    ['nights=3, vessel=Tern, length=9 m', { vessel: 'Tern', nights: 3, length: 9 }],
    ['vessel=Tern, of Skerry, length=9 m', { vessel: 'Tern, of Skerry', nights: null, length: 9 }],
  ])('between commas: %s', async (text, expected) => {
    expect(await read('vessel=[[vessel]], nights=[[nights]], length=[[length]] m', text)).toEqual(expected);
  });
});

describe('delimited lines', () => {
  const line = 'BEAT|[[vessel]]|[[owner]]|[[length]]|[[arrival]]';
  const nothing = { vessel: null, owner: null, length: null, arrival: null };
  test.each([
    ['BEAT|Tern|Ann|9|2027-06-03', { vessel: 'Tern', owner: 'Ann', length: 9, arrival: '2027-06-03' }],
    ['BEAT | Tern | Ann | 9 | 2027-06-03', { vessel: 'Tern', owner: 'Ann', length: 9, arrival: '2027-06-03' }],
    ['BEAT||Ann|9|', { vessel: null, owner: 'Ann', length: 9, arrival: null }],
    ['BEAT|Tern|Ann|Lee|9|2027-06-03', nothing],
    ['BEAT|Tern|9|2027-06-03', nothing],
  ])('%s', async (text, expected) => {
    expect(await read(line, text)).toEqual(expected);
  });

  test('a wrong number of values is a problem on all of them', async () => {
    const { problems } = await outcomeOf(line, 'BEAT|Tern|9|2027-06-03');
    expect(problems.map(({ code, path }) => [code, path])).toEqual(
      ['vessel', 'owner', 'length', 'arrival'].map((field) => ['YS-TEMPLATE-CUT', field]),
    );
  });
});

describe('labels above their values, and blocks', () => {
  const form = 'Vessel\n[[vessel]]\n\nWhat is broken?\n[[remarks]]\n\nPhone\n[[phone]]';
  test.each([
    [
      'Vessel\nTern\n\nWhat is broken?\nThe mast.\n\nAnd the boom.\n\nPhone\n07700 900412',
      'The mast.\n\nAnd the boom.',
    ],
    ['Vessel\nTern\n\nWhat is broken?\n\nPhone\n07700 900412', null],
    ['Vessel\nTern\n\nWhat is broken?\nThe mast.\n\nWho broke it?\nI did.\n\nPhone\n07700 900412', 'The mast.'],
    ['Vessel: Tern\nWhat is broken? The mast.\nPhone: 07700 900412', 'The mast.'],
  ])('%j', async (text, remarks) => {
    expect(await read(form, text)).toEqual({ vessel: 'Tern', remarks, phone: '+447700900412' });
  });

  test('lines in a block that look like labels of the form are part of it, when these stand elsewhere', async () => {
    const text = 'Vessel: Tern\nRemarks:\nHello,\nVessel: none of yours\nwe come.';
    expect(await read('Vessel: [[vessel]]\nRemarks:\n[[remarks]]', text)).toEqual({
      vessel: 'Tern',
      remarks: 'Hello,\nVessel: none of yours\nwe come.',
    });
  });

  test('a value beside its label goes on over plain lines, and stops at what is none of its business', async () => {
    const layout = 'Owner: [[owner]]\nPhone: [[phone]]';
    expect((await read(layout, 'Owner: Marsh House\n3 Quay Lane\nSkerry\nPhone: 07700 900412')).owner).toBe(
      'Marsh House\n3 Quay Lane\nSkerry',
    );
    expect((await read(layout, 'Owner: Ann\nThis form was sent by a machine.\nPhone: 07700 900412')).owner).toBe('Ann');
    expect((await read(layout, 'Owner: Ann\nFlag .... GB\nPhone: 07700 900412')).owner).toBe('Ann');
  });
});

describe('the same form as HTML', () => {
  const form = 'Vessel: [[vessel]]\nOwner: [[owner]]\nNights: [[nights]]\nRemarks:\n[[remarks]]';
  const expected = { vessel: 'Tern', owner: 'Ann', nights: 3, remarks: 'Two dogs.\nBoth friendly.' };
  test.each([
    ['breaks', '<p>Vessel: Tern<br>Owner: Ann<br>Nights: 3<br>Remarks:<br>Two dogs.<br>Both friendly.</p>'],
    [
      'bold labels',
      '<div><b>Vessel:</b> Tern</div><div><b>Owner:</b> Ann</div><div><b>Nights:</b> 3</div><div><b>Remarks:</b></div><div>Two dogs.</div><div>Both friendly.</div>',
    ],
    [
      'table',
      '<table><tr><td>Vessel</td><td>Tern</td></tr><tr><td>Owner</td><td>Ann</td></tr><tr><td>Nights</td><td>3</td></tr><tr><td>Remarks</td><td>Two dogs.<br>Both friendly.</td></tr></table>',
    ],
    [
      'definition list',
      '<dl><dt>Vessel</dt><dd>Tern</dd><dt>Owner</dt><dd>Ann</dd><dt>Nights</dt><dd>3</dd><dt>Remarks</dt><dd>Two dogs.<br>Both friendly.</dd></dl>',
    ],
  ])('%s', async (_, html) => {
    expect(await read(form, { html })).toEqual(expected);
  });

  test('two pairs of cells a row', async () => {
    const html =
      '<table><tr><td>Vessel</td><td>Tern</td><td>Owner</td><td>Ann</td></tr><tr><td>Nights</td><td>3</td><td>Remarks</td><td>none</td></tr></table>';
    expect(await read(form, { html })).toEqual({ ...expected, remarks: 'none' });
  });

  test('an empty cell is an empty place', async () => {
    const html =
      '<table><tr><td>Vessel</td><td></td></tr><tr><td>Owner</td><td>Ann</td></tr><tr><td>Nights</td><td>3</td></tr></table>';
    expect(await read(form, { html })).toEqual({ vessel: null, owner: 'Ann', nights: 3, remarks: null });
  });

  test('a web address is the target of the link that stands there', async () => {
    const { fields, evidence } = await outcomeOf('See: [[web]]\nOwner: [[owner]]', {
      html: 'See: <a href="https://skerry.example/tern?a=b">a picture</a><br>Owner: Ann',
    });
    expect(fields).toEqual({ web: 'https://skerry.example/tern?a=b', owner: 'Ann' });
    expect(evidence.web?.map(({ in: where, raw }) => [where, raw])).toEqual([
      ['message.text', 'a picture'],
      ['link:0', 'https://skerry.example/tern?a=b'],
    ]);
  });
});

describe('the subject', () => {
  test.each(['Berth 12 for Red Tern', 'Re: Berth 12 for Red Tern', '[office] Fwd: AW: Berth 12 for Red Tern'])(
    '%s',
    async (subject) => {
      const layout = { subject: 'Berth [[nights]] for [[vessel]]', text: 'Owner: [[owner]]' };
      expect(await read(layout, { subject, text: 'Owner: Ann' })).toEqual({
        nights: 12,
        vessel: 'Red Tern',
        owner: 'Ann',
      });
    },
  );
});

describe('what is refused', () => {
  test('a label a letter away is none, where the exact one stands too', async () => {
    expect(await read('Owner: [[owner]]\nOwners: [[vessel]]', 'Owners: Ann and Bo\nOwner: Cy')).toEqual({
      owner: 'Cy',
      vessel: 'Ann and Bo',
    });
  });

  test('the form twice, with different values', async () => {
    const form = (vessel: string, nights: number) => `Vessel: ${vessel}\nNights: ${nights}\nOwner: Ann`;
    const { fields, problems } = await outcomeOf(
      'Vessel: [[vessel]]\nNights: [[nights]]\nOwner: [[owner]]',
      `${form('Tern', 3)}\n\n${form('Fulmar', 4)}`,
    );
    expect(fields).toEqual({ vessel: null, nights: null, owner: 'Ann' });
    expect(problems.map(({ code, path }) => [code, path])).toEqual([
      ['YS-TEMPLATE-TWO-PLACES', 'vessel'],
      ['YS-TEMPLATE-TWO-PLACES', 'nights'],
    ]);
  });

  test('a value of the wrong kind stays as it is written, with the reason', async () => {
    const { fields, problems, evidence } = await outcomeOf(
      'Arrival: [[arrival]]\nVessel: [[vessel]]',
      'Arrival: as soon as we can\nVessel: Tern',
    );
    expect(fields.arrival).toBeNull();
    expect(problems).toMatchObject([{ code: 'YS-VALUE-DATE', path: 'arrival' }]);
    expect(evidence.arrival?.[0]?.raw).toBe('as soon as we can');
  });
});

describe('what the outcome says', () => {
  test('lines that no field took and no label explains', async () => {
    const text = 'Good morning,\n\nVessel: Tern\nDraught: 2 m\n-----\nRemarks:\nnone';
    const { leftovers } = await outcomeOf('Vessel: [[vessel]]\nRemarks:\n[[remarks]]', text);
    expect(leftovers.map((left) => [left.text, text.slice(left.start, left.end)])).toEqual([
      ['Good morning,', 'Good morning,'],
      ['Draught: 2 m', 'Draught: 2 m'],
    ]);
  });

  test('the day that dates count from: that of the forwarded message they stand in', async () => {
    const forwarded =
      'FYI\n\n---------- Forwarded message ---------\nFrom: Ann <a@skerry.example>\nDate: Mon, 3 May 2027 at 09:12\nSubject: Berth\nTo: <n@gannetbay.example>\n\nArrival: next Friday\nVessel: Tern';
    const { fields, evidence } = await outcomeOf('Arrival: [[arrival]]\nVessel: [[vessel]]', {
      text: forwarded,
      subject: 'Fwd: Berth',
    });
    expect(fields.arrival).toBe('2027-05-07');
    expect(evidence.arrival?.[0]).toMatchObject({ raw: 'next Friday', counted_from: '2027-05-03' });
    expect((await read('Arrival: [[arrival]]', 'Arrival: next Friday')).arrival).toBe('2027-05-21');
  });

  test('how each slot was read, what was taken, and what was passed over and why', async () => {
    const { trace } = await outcomeOf(
      'Vessel: [[vessel]]\nNights: [[nights]]',
      'Vesel: Tern\nNights: three\nNights: some',
    );
    const [entry] = trace;
    const slots = entry?.kind === 'template' ? (entry.slots ?? []) : [];
    expect(slots.find(({ field }) => field === 'vessel')).toMatchObject({
      took: 'Tern',
      notes: ['a letter of the label is wrong'],
    });
    expect(slots.find(({ field }) => field === 'nights')).toMatchObject({
      took: 'three',
      passed_over: [{ line: 3, why: '“nights” does not read as integer' }],
    });
  });

  test('that no layout is recognised, and which came nearest, where it cost a required field', async () => {
    const layouts = [
      { name: 'website form', text: 'Vessel: [[vessel]]\nNights: [[nights]]\nOwner: [[owner]]\nPhone: [[phone]]' },
    ];
    const fields = {
      vessel: { type: 'text', required: true },
      nights: types.nights,
      owner: types.owner,
      phone: types.phone,
    };
    const sieve = compileSieve({ sieve: 's', fields, rules: [{ kind: 'template', layouts }] });
    const result = sift(await readMessage(Buffer.from('\nGood morning, have you a berth?\nNights: 3')), sieve);
    const { reasons, layout } = result.kind === 'outcome' ? result.outcome : { reasons: [], layout: 'none' };
    expect(layout).toBeNull();
    expect(reasons[0]).toMatchObject({ code: 'YS-LAYOUT-NOT-RECOGNISED' });
    expect(reasons[0]?.text).toMatch(/^The layout is not recognised \(nearest: website form, \d+ %\)\.$/);
  });

  test('the language of each message, where the locale is by message', async () => {
    const sieve = compileSieve({
      sieve: 's',
      locale: 'by message',
      fields: { nights: { type: 'integer' }, fee: { type: 'number' } },
      rules: [{ kind: 'template', layouts: [{ name: 'a', text: 'Nächte: [[nights]]\nPreis: [[fee]]' }] }],
    });
    const sifted = async (head: string) => {
      const result = sift(
        await readMessage(Buffer.from(`${head}Content-Type: text/plain; charset=utf-8\n\nNächte: zwei\nPreis: 1.234`)),
        sieve,
      );
      return result.kind === 'outcome' ? result.outcome.fields : {};
    };
    expect(await sifted('Content-Language: de-AT\n')).toEqual({ nights: 2, fee: 1234 });
    expect(await sifted('Content-Language: en\n')).toEqual({ nights: null, fee: 1.234 });
  });
});

describe('a field with a slot in the text and one in the subject', () => {
  const layout = { subject: 'Fee [[fee]]', text: 'Vessel: [[vessel]]\nFee: [[fee]]' };
  const feeOf = async (text: string, subject: string) => {
    const { fields, problems } = await outcomeOf(layout, { text, subject });
    return [fields.fee, problems.map(({ path }) => path)];
  };

  test('has the one of the text', async () => {
    expect(await feeOf('Vessel: Tern\nFee: £4', 'Fee £5')).toEqual([{ value: 4, currency: 'GBP' }, []]);
  });

  test('has that of the subject where the text has none, or none that can be read', async () => {
    expect(await feeOf('Vessel: Tern\nFee:', 'Fee £5')).toEqual([{ value: 5, currency: 'GBP' }, []]);
    expect(await feeOf('Vessel: Tern\nFee: a lot', 'Fee £5')).toEqual([{ value: 5, currency: 'GBP' }, []]);
  });

  test('says why where neither can be read', async () => {
    expect(await feeOf('Vessel: Tern\nFee: a lot', 'Fee unknown')).toEqual([null, ['fee']]);
  });
});
