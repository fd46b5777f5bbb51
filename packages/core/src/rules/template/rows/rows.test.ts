import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../../../reading/index.js';
import { compileSieve, sift, tryCompileSieve } from '../../../sieve/index.js';

type Body = { text: string } | { html: string };

const columns = {
  item: { type: 'text', required: true },
  litres: { type: 'number', unit: 'l' },
  amount: { type: 'amount', currency: 'GBP' },
};
const sourceOf = (text: string, more: object = {}) => ({
  sieve: 's',
  locale: 'en-GB',
  fields: { docket: { type: 'integer' }, sum: { type: 'amount', currency: 'GBP' }, remarks: { type: 'text' } },
  rows: { columns: { ...columns, ...more } },
  rules: [{ kind: 'template', name: 'docket', layouts: [{ name: 'l', text }] }],
});

async function outcomeOf(layout: string, body: Body, more: object = {}) {
  const [type, content] = 'html' in body ? ['html', body.html] : ['plain', body.text];
  const raw = `From: pump@gannetbay.example\r\nSubject: Docket\r\nContent-Type: text/${type}; charset=utf-8\r\n\r\n${content}`;
  const result = sift(await readMessage(Buffer.from(raw)), compileSieve(sourceOf(layout, more)));
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return result.outcome;
}

const plain = (value: unknown) =>
  value !== null && typeof value === 'object' && 'value' in value ? (value as { value: unknown }).value : value;
const rowsOf = async (layout: string, body: Body, more: object = {}) =>
  (await outcomeOf(layout, body, more)).rows.map((row) => Object.values(row).map(plain));

test('words of an item whose value is not there are the layout’s own, and no line that nobody took', async () => {
  const layout = 'Docket: [[docket]]\n[[rows:]]\nItem: [[item]]\nLitres: [[litres]]\n[[:rows]]';
  const text = 'Docket: 4711\nItem: Diesel\nLitres:\nItem: Rope\nLitres: 3 l\nMind the step';
  const { rows, leftovers } = await outcomeOf(layout, { text });
  expect(rows.map(({ item, litres }) => [item, litres])).toEqual([
    ['Diesel', null],
    ['Rope', 3],
  ]);
  expect(leftovers.map((left) => left.text)).toEqual(['Mind the step']);
});

describe('an item of one line without words', () => {
  const bullets =
    'Docket: [[docket]]\n[[rows:]]\n- [[item]], [[amount]]\n[[:rows]]\nTotal: [[sum]]\nRemarks:\n[[remarks]]';

  test('bullets, with the values around them', async () => {
    const text =
      'Docket: 4711\n\n- Diesel, £168.70\n- Two-stroke oil, £19.00\n\nTotal: £187.70\nRemarks:\n- none, really';
    const { rows, fields, evidence, leftovers } = await outcomeOf(bullets, { text });
    expect(rows).toMatchObject([
      { item: 'Diesel', litres: null, amount: { value: 168.7 } },
      { item: 'Two-stroke oil', amount: { value: 19 } },
    ]);
    expect(fields).toMatchObject({ docket: 4711, sum: { value: 187.7 }, remarks: '- none, really' });
    expect(evidence['rows[1].item']).toMatchObject([{ raw: 'Two-stroke oil', in: 'message.text', how: 'read' }]);
    expect(leftovers).toEqual([]);
  });

  test.each([
    ['none', 'Docket: 4711\n\nTotal: £0.00', []],
    ['one', 'Docket: 4711\n* Diesel, £5\nTotal: £5', [['Diesel', null, 5]]],
    [
      'numbered ones',
      'Docket: 4711\n1. Diesel, £5\n2. Oil, £6\n',
      [
        ['Diesel', null, 5],
        ['Oil', null, 6],
      ],
    ],
  ])('as many as there are: %s', async (_, text, expected) => {
    expect(await rowsOf(bullets, { text })).toEqual(expected);
  });

  test('a mark inside a value belongs to it where the types say so', async () => {
    const text = 'Docket: 1\n- Rope, white, 12 mm, £5\n- Oil, £6\nTotal: £11';
    expect(await rowsOf(bullets, { text })).toEqual([
      ['Rope, white, 12 mm', null, 5],
      ['Oil', null, 6],
    ]);
  });

  test('an item without a required value is a row all the same, and sent to review', async () => {
    const { rows, problems, verdict } = await outcomeOf(bullets, { text: 'Docket: 1\n- Oil, £6\n- £7\nTotal: £13' });
    expect(rows).toHaveLength(2);
    expect([verdict, problems.map(({ path }) => path)]).toEqual(['review', ['rows[1].item']]);
  });

  test('list items of HTML', async () => {
    const html = '<p>Docket: 7</p><ul><li>Diesel, <b>£5</b></li><li>Oil, £6</li></ul><p>Total: £11</p>';
    expect(await rowsOf(bullets, { html })).toEqual([
      ['Diesel', null, 5],
      ['Oil', null, 6],
    ]);
  });

  const aligned =
    'Docket: [[docket]]\nProduct       Litres    Amount\n[[rows:]]\n[[item]]      [[litres]]      [[amount]]\n[[:rows]]\nTotal: [[sum]]';

  test.each([
    [
      'aligned by spaces',
      {
        text: 'Docket: 9\nProduct       Litres    Amount\nDiesel         120.5    168.70\nTwo-stroke oil     2     19.00\nTotal: £187.70',
      },
    ],
    [
      'moved, with a ruling and a sub-total between',
      {
        text: 'Docket: 9\nProduct   Litres   Amount\n-----------\nDiesel   120.5   168.70\nSub-total          168.70\nTwo-stroke oil   2   19.00\n-----------\nTotal: £187.70',
      },
    ],
    [
      'the rows of a table',
      {
        html: '<p>Docket: 9</p><table><tr><th>Product</th><th>Litres</th><th>Amount</th></tr><tr><td>Diesel</td><td>120.5</td><td>168.70</td></tr><tr><td>Two-stroke oil</td><td>2</td><td>19.00</td></tr></table><p>Total: £187.70</p>',
      },
    ],
  ])('columns: %s', async (_, body) => {
    expect(await rowsOf(aligned, body)).toEqual([
      ['Diesel', 120.5, 168.7],
      ['Two-stroke oil', 2, 19],
    ]);
  });

  test('an empty cell does not shift its neighbours where their types tell them apart', async () => {
    const text =
      'Docket: 9\nProduct       Litres    Amount\nMooring                  £12.00\nDiesel         120.5    £168.70\nTotal: £1';
    expect(await rowsOf(aligned, { text }, { litres: { type: 'integer' }, mass: { type: 'text' } })).toHaveLength(2);
    expect((await rowsOf(aligned, { text }))[1]).toEqual(['Diesel', 120.5, 168.7]);
  });

  test('prose behind the last item ends the list', async () => {
    const text =
      'Docket: 9\nProduct       Litres    Amount\nDiesel         120.5    168.70\n\nThank you for your custom.\nWe hope to see you again.\nOld stock   5   6.00';
    expect(await rowsOf(aligned, { text })).toEqual([['Diesel', 120.5, 168.7]]);
  });
});

describe('an item of several lines with words of its own', () => {
  const cards =
    'Notices of the week\n[[rows:]]\n[[title, link]]\nArea: [[area]]\nObject: [[object]]\nValid from [[from]]\n[[:rows]]\nHarbour office';
  const more = {
    item: { type: 'text' },
    title: { type: 'text', required: true },
    link: { type: 'url' },
    area: { type: 'text', required: true },
    object: { type: 'text' },
    from: { type: 'date' },
  };
  const picked = async (body: Body) =>
    (await outcomeOf(cards, body, more)).rows.map(({ title, link, area, object, from }) => [
      title,
      link,
      area,
      object,
      from,
    ]);

  const html = `<h1>Notices of the week</h1>
    <table width="100%"><tr><td>
      <table style="border:1px solid"><tr><td><a href="https://notices.example/31">Wreck off the north pier</a></td></tr>
        <tr><td><b>Area:</b> Outer roads</td></tr><tr><td><b>Object:</b> Wreck, marked</td></tr><tr><td>Valid from 4 May 2027</td></tr></table>
      <div>Winter storage: ask at the yard!</div>
      <table style="border:1px solid"><tr><td><a href="https://notices.example/32">Buoy adrift</a></td></tr>
        <tr><td><b>Area:</b> Skerry sound</td></tr><tr><td>Valid from 5 May 2027</td></tr></table>
    </td></tr></table><p>Harbour office</p>`;

  test('cards of HTML, with the targets of their links; a line that is left out is missing', async () => {
    expect(await picked({ html })).toEqual([
      ['Wreck off the north pier', 'https://notices.example/31', 'Outer roads', 'Wreck, marked', '2027-05-04'],
      ['Buoy adrift', 'https://notices.example/32', 'Skerry sound', null, '2027-05-05'],
    ]);
  });

  test('blocks of lines in a text, in any order inside', async () => {
    const text = `Notices of the week

Wreck off the north pier
Area: Outer roads
Object: Wreck, marked
Valid from 4 May 2027

Buoy adrift
Area: Skerry sound
Valid from 5 May 2027
Object: Buoy 7

Harbour office`;
    expect(await picked({ text })).toEqual([
      ['Wreck off the north pier', null, 'Outer roads', 'Wreck, marked', '2027-05-04'],
      ['Buoy adrift', null, 'Skerry sound', 'Buoy 7', '2027-05-05'],
    ]);
  });

  test('a definition list', async () => {
    const layout = '[[rows:]]\nProduct: [[item]]\nLitres: [[litres]]\nPrice: [[amount]]\n[[:rows]]';
    const list = (...pairs: string[][]) =>
      `<dl>${pairs.map(([name, value]) => `<dt>${name}:</dt><dd>${value}</dd>`).join('')}</dl>`;
    const body = {
      html: `${list(['Product', 'Diesel'], ['Litres', '120.5'], ['Price', '£168.70'])}<hr>${list(['Product', 'Oil'], ['Price', '£19'])}`,
    };
    expect(await rowsOf(layout, body)).toEqual([
      ['Diesel', 120.5, 168.7],
      ['Oil', null, 19],
    ]);
  });

  test('three hundred of them', async () => {
    const text = Array.from({ length: 300 }, (_, i) => `Product: Item ${i}\nLitres: ${i}\nPrice: £${i}.50\n`).join(
      '\n',
    );
    const rows = await rowsOf('[[rows:]]\nProduct: [[item]]\nLitres: [[litres]]\nPrice: [[amount]]\n[[:rows]]', {
      text,
    });
    expect(rows).toHaveLength(300);
    expect(rows[299]).toEqual(['Item 299', 299, 299.5]);
  });
});

describe('what parts the values of an item', () => {
  test('a line without a bullet is none of a list of bullets', async () => {
    const list = { text: 'Docket: 1\n\n- Rope, £4.00\nNext week, £5.00\n- Oil, £19.00\n' };
    expect(await rowsOf('[[rows:]]\n- [[item]], [[amount]]\n[[:rows]]', list)).toEqual([
      ['Rope', null, 4],
      ['Oil', null, 19],
    ]);
  });

  test('a number before it is any number, also where a word parts its values', async () => {
    const list = { text: 'Docket: 1\n\n1. 5 x Rope ..... £4.00\n2. 16 x Oil ........... £19.00\n' };
    expect(await rowsOf('[[rows:]]\n1. [[litres]] x [[item]] ... [[amount]]\n[[:rows]]', list)).toEqual([
      ['Rope', 5, 4],
      ['Oil', 16, 19],
    ]);
  });

  const text = { text: 'Docket: 1\n\n• AB-12 — Rope, 10 mm: 5 l left (£4.00)\n• CD-7 – Oil: 16 l left (£19.00)\n' };

  test('a dash that stands apart is none within a code, and may be of another length', async () => {
    const layout = '[[rows:]]\n• [[code]] — [[item]]: [[litres]] left ([[amount]])\n[[:rows]]';
    expect(await rowsOf(layout, text, { code: { type: 'text' } })).toEqual([
      ['Rope, 10 mm', 5, 4, 'AB-12'],
      ['Oil', 16, 19, 'CD-7'],
    ]);
  });

  test('without a word, a bracket that opens a value needs a blank before it alone', async () => {
    const list = 'Crew\n\n* Ada Holloway <12 l>\n* Dag Quist <7 l>\n';
    expect(await rowsOf('[[rows:]]\n* [[item]] <[[litres]]>\n[[:rows]]', { text: list })).toEqual([
      ['Ada Holloway', 12, null],
      ['Dag Quist', 7, null],
    ]);
  });

  test('a blank alone, where one of two has a type', async () => {
    const list = 'Sold\n\n- Mooring rope £4.00\n- Two-stroke oil £19.00\n- £5.00\n';
    expect(await rowsOf('[[rows:]]\n- [[item]] [[amount]]\n[[:rows]]', { text: list })).toEqual([
      ['Mooring rope', null, 4],
      ['Two-stroke oil', null, 19],
      [null, null, 5],
    ]);
  });

  test('a count is its figures, and the word behind it begins the text', async () => {
    const list = 'Faults\n\n* #2127 Map does not load (Ada Quist)\n* #68 Wrong sum on bill (Dag Holm)\n';
    const layout = '[[rows:]]\n* #[[number]] [[item]] ([[who]])\n[[:rows]]';
    const columns = { number: { type: 'integer' }, who: { type: 'text' } };
    expect(await rowsOf(layout, { text: list }, columns)).toEqual([
      ['Map does not load', null, null, 2127, 'Ada Quist'],
      ['Wrong sum on bill', null, null, 68, 'Dag Holm'],
    ]);
  });

  test('a link at the foot of the message is no item of which three lines are wanted', async () => {
    const posts = ['Crane driver\nMole Works\n£24 a year\n', 'Sailmaker\nTarn Sails\n£30 a year\n']
      .map((post, i) => `${post}https://posts.example/v/${i}\n`)
      .join('\n');
    const layout = '[[rows:]]\n[[item]]\n[[company]]\n[[amount]] a year\n[[link]]\n[[:rows]]';
    const columns = { item: { type: 'text' }, company: { type: 'text' }, link: { type: 'url' } };
    const rows = await rowsOf(layout, { text: `${posts}\nSettings: https://posts.example/settings\n` }, columns);
    expect(rows.map(([item]) => item)).toEqual(['Crane driver', 'Sailmaker']);
  });

  test('a sign alone on its line is no text where words stand beside it', async () => {
    const legs = 'Flight 168\nMOL\n→\nGBY\n\nFlight 157\nKHM\n→\nNEA\n';
    const layout = '[[rows:]]\nFlight [[number]]\n[[item]]\n→\n[[to]]\n[[:rows]]';
    const columns = { number: { type: 'integer' }, to: { type: 'text' } };
    expect(await rowsOf(layout, { text: legs }, columns)).toEqual([
      ['MOL', null, null, 168, 'GBY'],
      ['KHM', null, null, 157, 'NEA'],
    ]);
  });

  test('where one part is told by a mark, a blank parts nothing there', async () => {
    const list = 'Today\n\n- 4 l Ada Eskildsen – new rope (£2.00)\n- 16 l Dag Quist – oil change (£3.50)\n';
    const layout = '[[rows:]]\n- [[litres]] [[item]] – [[what]] ([[amount]])\n[[:rows]]';
    expect(await rowsOf(layout, { text: list }, { what: { type: 'text' } })).toEqual([
      ['Ada Eskildsen', 4, 2, 'new rope'],
      ['Dag Quist', 16, 3.5, 'oil change'],
    ]);
  });

  test('signs in a cell to ignore do not make the others doubtful', async () => {
    const cells = [['✔', 'check out', 'ok'], ['✖', 'lint', 'failed'], ['–', 'pack', 'skipped']]; // biome-ignore format: a table
    const html = `<table>${cells.map((row) => `<tr>${row.map((cell) => `<td>${cell}</td>`).join('')}</tr>`).join('')}</table>`;
    const layout = '[[rows:]]\n[[*]]\t[[item]]\t[[state]]\n[[:rows]]';
    expect(await rowsOf(layout, { html }, { state: { type: 'text' } })).toEqual([
      ['check out', null, null, 'ok'],
      ['lint', null, null, 'failed'],
      ['pack', null, null, 'skipped'],
    ]);
  });
});

describe('a repeated block that cannot be read', () => {
  test.each([
    ['[[rows:]]\n- [[item]]', 'YS-TEMPLATE-BLOCK'],
    ['[[rows:]]\n[[:rows]]', 'YS-TEMPLATE-BLOCK'],
    ['a [[rows:]] b\n[[item]]\n[[:rows]]', 'YS-TEMPLATE-BLOCK'],
    ['[[:rows]]\n[[item]]\n[[rows:]]', 'YS-TEMPLATE-BLOCK'],
    ['[[rows:]]\nno slot\n[[:rows]]', 'YS-TEMPLATE-BLOCK'],
    ['[[rows:]]\n[[item]] [[*]]\n[[:rows]]', 'YS-TEMPLATE-TOUCHING-SLOTS'],
    ['[[rows:]]\n[[*]] [[item]] sold\n[[:rows]]', 'YS-TEMPLATE-TOUCHING-SLOTS'],
    ['[[rows:]]\n[[item]][[amount]]\n[[:rows]]', 'YS-TEMPLATE-TOUCHING-SLOTS'],
    ['[[rows:]]\nProduct: [[itme]]\n[[:rows]]', 'YS-SIEVE-UNKNOWN-FIELD'],
    ['Docket: [[docket]]\n[[rows:]]\nProduct: [[docket]]\n[[:rows]]', 'YS-SIEVE-UNKNOWN-FIELD'],
  ])('%j is told: %s', (text, code) => {
    const compiled = tryCompileSieve(sourceOf(text));
    expect(compiled.ok ? null : compiled.problems[0]?.code).toBe(code);
  });
});

test('a mark within a value parts nothing, where another is the layout’s; what could be cut either way is said to', async () => {
  const more = { from: { type: 'time' }, to: { type: 'time' }, post: { type: 'text' } };
  const layout = '[[rows:]]\n[[from]]-[[to]] [[item]] ([[post]])\n[[:rows]]';
  const { rows, problems } = await outcomeOf(
    layout,
    { text: '06:00-14:00 Ada Jansen-Wolf (desk)\n07:00-15:00 Tam Ferrier (gate)\n' },
    more,
  );
  expect(rows.map(({ from, to, item, post }) => [from, to, item, post])).toEqual([
    ['06:00', '14:00', 'Ada Jansen-Wolf', 'desk'],
    ['07:00', '15:00', 'Tam Ferrier', 'gate'],
  ]);
  expect(problems).toEqual([]);
  const unsure = await outcomeOf(
    '[[rows:]]\n[[item]] - [[post]]\n[[:rows]]',
    { text: 'Oil - tinned - red\nRope - new\n' },
    more,
  );
  expect(unsure.problems.map(({ code }) => code)).toContain('YS-TEMPLATE-CUT');
});

test('a gap before a sign is a part of it, and signs of one family part as one', async () => {
  const more = { change: { type: 'number', unit: '%' }, post: { type: 'text' } };
  const rows = await rowsOf(
    '[[rows:]]\n[[item]]  [[amount]]  ([[change]])\n[[:rows]]',
    { text: 'Rope   £6.90  (+0.57 %)\nOil   £11.37  (-0.41 %)\n' },
    more,
  );
  expect(rows.map(([item, , amount, change]) => [item, amount, change])).toEqual([
    ['Rope', 6.9, 0.57],
    ['Oil', 11.37, -0.41],
  ]);
  const ticked = await outcomeOf(
    '[[rows:]]\n1. [[item]], [[amount]] ✓ [[post]]\n[[:rows]]',
    { text: '1. Rope, £6.90 ✓ paid\n2. Oil, £11.37 ✗ not paid\n' },
    more,
  );
  expect(ticked.rows.map(({ item, post }) => [item, post])).toEqual([
    ['Rope', 'paid'],
    ['Oil', 'not paid'],
  ]);
});
