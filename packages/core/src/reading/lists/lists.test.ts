import { describe, expect, test } from '@jest/globals';
import { formOf, readMessage } from '../index.js';
import { makeOf } from './label.js';
import { listsOf } from './lists.js';

async function listsIn(body: string, type = 'html') {
  const raw = `Subject: x\r\nContent-Type: text/${type}; charset=utf-8\r\n\r\n${body}`;
  const form = formOf(await readMessage(Buffer.from(raw)));
  return listsOf(form).map(({ made_of, items }) => ({
    made_of,
    // The bullet of a list item stands nowhere in its markup.
    items: items.map(({ spots }) =>
      spots.map((spot) => spot && form.text.slice(spot.start, spot.end).trim().replace(/^- /, '')),
    ),
  }));
}

const posts = [
  ['Deckhand', 'Storm Petrel', 'Pay: £210'],
  ['Mate', 'Kittiwake', 'Pay: £340'],
  ['Engineer', 'Blue Puffin', 'Pay: £360'],
] as const;

describe('the markup tells where items begin', () => {
  const inside = ([title, ship, pay]: readonly string[]) =>
    `<div class="t">${title}</div><div class="s">${ship}</div><div class="p">${pay}</div>`;
  const cards: [string, string][] = [
    ['in divs', posts.map((post) => `<div class="card">${inside(post)}</div>`).join('')],
    ['in list items', `<ul>${posts.map((post) => `<li>${inside(post)}</li>`).join('')}</ul>`],
    [
      'in cells, two side by side',
      `<table><tr>${posts
        .slice(0, 2)
        .map((post) => `<td>${inside(post)}</td>`)
        .join('')}</tr><tr><td>${inside(posts[2])}</td></tr></table>`,
    ],
    [
      'in tables inside a table',
      `<table><tr><td>${posts.map((post) => `<table><tr><td>${inside(post)}</td></tr></table>`).join('')}</td></tr></table>`,
    ],
    [
      'in no element of their own, each begun by its title',
      `<div>${posts.map(([title, ship, pay]) => `<h3>${title}</h3><p class="s">${ship}</p><p class="p">${pay}</p>`).join('')}</div>`,
    ],
  ];
  test.each(cards)('%s', async (_, body) => {
    const [list, ...more] = await listsIn(`<h1>New posts</h1>${body}<p>Stop these mails</p>`);
    expect(more).toEqual([]);
    expect(list?.items).toEqual(posts.map((post) => [...post]));
  });

  test('a spot may be empty, and a renamed class or another order of lines moves nothing', async () => {
    const body = `<div class="card"><div>Deckhand</div><p>Pay: £210</p><p>Where: Quay</p></div><div class="card odd"><div>Mate</div><p>Where: Bay</p><p>Pay: £340</p></div><div class="card"><div>Cook</div><p>Pay: £200</p></div>`;
    const [list] = await listsIn(body);
    expect(list?.items.map((item) => [...item].sort())).toEqual([
      ['Deckhand', 'Pay: £210', 'Where: Quay'],
      ['Mate', 'Pay: £340', 'Where: Bay'],
      ['Cook', 'Pay: £200', null].sort(),
    ]);
  });

  test('an advert of another shape between the items is none of them', async () => {
    const body = posts
      .map((post) => `<div class="card">${inside(post)}</div>`)
      .join('<div class="card"><em>Sail with us</em> <b>this</b><hr>summer<br>and<br>winter<br>too</div>');
    const [list] = await listsIn(body);
    expect(list?.items).toEqual(posts.map((post) => [...post]));
  });

  test('a title that begins like a label, twice, stays at its spot', async () => {
    const titles = ['Flare pack: coastal', 'Oil filter', 'Flare pack: coastal', 'Teak oil'];
    const body = titles.map((one, i) => `<div class="c"><p class="t">${one}</p><p class="p">£${i}</p></div>`).join('');
    const [list] = await listsIn(body);
    expect(list?.items.map(([title]) => title)).toEqual(titles);
  });

  test('the rows of a table of data are no list, nor are the paragraphs of a letter', async () => {
    const table = `<table border="1"><tr><th>Ware</th><th>Price</th></tr><tr><td>Rope</td><td>£5</td></tr><tr><td>Oil</td><td>£9</td></tr></table>`;
    expect(await listsIn(table)).toEqual([]);
    expect(await listsIn('<p>Dear Nell,</p><p>we sail on Monday.</p><p>Yours, Jo</p>')).toEqual([]);
    expect(await listsIn('<p>Dear Nell,</p><p>we sail on Monday.</p><p>Yours<br>Jo</p>')).toEqual([]);
    const around = `<p>Hello,</p><p>the posts:</p><h3>Quay</h3><ul><li>Deckhand – £210</li><li>Mate – £340</li></ul><p>See you<br>Jo</p>`;
    expect((await listsIn(around)).flatMap(({ items }) => items)).toEqual([['Deckhand – £210'], ['Mate – £340']]);
  });

  test('cells of another table are no items, however alike their place', async () => {
    const cell = ([title, ...more]: readonly string[]) =>
      `<td><b>${title}</b>${more.map((line) => `<div>${line}</div>`).join('')}</td>`;
    const grid = (...all: (readonly string[])[][]) =>
      `<table>${all.map((cells) => `<tr>${cells.map(cell).join('')}</tr>`).join('')}</table>`;
    const post = (title: string) => [title, 'Ship: Tern', 'Pay: £210', 'From: Monday'];
    const goods = [
      ['Lamp', '£4'],
      ['Stool', '£5'],
      ['Rug', '£6'],
    ];
    const page = `${grid([post('Deckhand'), post('Mate')], [post('Cook'), post('Engineer')])}<p>More</p>${grid(goods)}`;
    const [first, second] = await listsIn(page);
    expect(first?.items.map(([title]) => title)).toEqual(['Deckhand', 'Mate', 'Cook', 'Engineer']);
    expect(second?.items.map(([title]) => title)).toEqual(['Lamp', 'Stool', 'Rug']);
  });

  test('where headings come round again, paragraphs above and below are no items', async () => {
    const asked = ['Where did you stay?', 'How was it?', 'Would you come again?'];
    const html = `<div><p>Hello,</p><p>a guest has answered.</p>${asked.map((words, i) => `<h3>${words}</h3><p>${i + 3}</p>`).join('')}<p>See you</p><p>Jo</p></div>`;
    const [list] = await listsIn(html);
    expect(list?.items.map(([first]) => first)).toEqual(asked);
  });

  test('a heading like theirs with nothing below it heads something else', async () => {
    const post = ([title, ship, pay]: readonly string[]) =>
      `<h3>${title}</h3><p class="s">${ship}</p><p class="p">${pay}</p>`;
    const [list] = await listsIn(
      `<div>${posts.map(post).join('')}<h3>You may also like</h3><table><tr><td>Lamp</td></tr></table></div>`,
    );
    expect(list?.items).toEqual(posts.map((one) => [...one]));
  });
});

describe('a text tells it, too', () => {
  test.each([
    ['bullets', '-'],
    ['stars', '*'],
    ['numbers', '#'],
    ['numbers in brackets', '(#)'],
    ['numbers with a word', 'No. #'],
  ])('by %s, with indented lines', async (_, mark) => {
    const bullet = (i: number) => (mark.includes('#') ? mark.replace('#', `${i + 1}`) : mark);
    const text = posts
      .map(([title, ship, pay], i) => `${bullet(i)}${mark === '#' ? ')' : ''} ${title}\n   Ship: ${ship}\n   ${pay}`)
      .join('\n---------\n');
    const [list] = await listsIn(`New posts\n\n${text}\n\nBye\n`, 'plain');
    expect(list).toMatchObject({ made_of: 'bullets' });
    expect(list?.items.map(([, ship, pay]) => [ship, pay])).toEqual(posts.map(([, s, p]) => [`Ship: ${s}`, p]));
  });

  test('by blocks that blank lines part', async () => {
    const text = posts.map((post) => post.join('\n')).join('\n\n');
    const [list] = await listsIn(`${text}\n`, 'plain');
    expect(list).toEqual({ made_of: 'blocks', items: posts.map((post) => [...post]) });
  });

  test('by lines of one make', async () => {
    const lines = ['15 pieces of rope at £40.70', '4 pieces of oil at £5.30', '9 pieces of tar at £1.10'];
    const [list] = await listsIn(`Your order\n\n${lines.join('\n')}\n\nThanks\n`, 'plain');
    expect(list).toEqual({ made_of: 'lines', items: lines.map((line) => [line]) });
  });

  test('rows of a table of data are no items of what stands beside it in cells of the same make', async () => {
    const facts = [['Site', 'Kirkholm'], ['Sensor', 'TMP-4'], ['Since', '3 May']]; // biome-ignore format: pairs
    const html = `<table><tr>${facts.map(([label, value]) => `<td><small>${label}</small><br>${value}</td>`).join('')}</tr></table><table>${[['Time', 'Value'], ['09:10', '4'], ['09:20', '5'], ['09:30', '6'], ['09:40', '4'], ['09:50', '3']].map((row) => `<tr>${row.map((cell) => `<td>${cell}</td>`).join('')}</tr>`).join('')}</table>`; // biome-ignore format: tables
    const [list] = await listsIn(`<table><tr><td>${html}</td></tr></table>`);
    expect(list?.items).toEqual(facts);
  });

  test('a value that two of three items have by chance is no title of what stands below', async () => {
    const regions = [['Kirkholm', 'red', 'Fog'], ['Marsh End', 'orange', 'Fog'], ['Tarn', 'orange', 'High water']]; // biome-ignore format: items
    const html = regions.map(([region, level, what]) => `<h3>${region}</h3><p>${level}</p><p>${what}</p>`).join('');
    const [list] = await listsIn(`<div><h1>Warnings</h1><p>Issued today</p>${html}</div>`);
    expect(list?.items.slice(-3)).toEqual(regions);
  });

  test('bullets below other words are of the same list where they are made alike', async () => {
    const days = (second: string) => `* 4 May: Tern\n* 5 May: Gull\n\nWe are sorry.\n\nAnd then\n\n${second}`;
    const counts = async (second: string) => (await listsIn(days(second), 'plain')).map(({ items }) => items.length);
    expect(await counts('* 6 May: Skua\n* 7 May: Auk\n')).toEqual([4]);
    expect(await counts('* Lamp, £4.00\n* Stool, £5.00\n* Rug, £6.00\n')).toEqual([2, 3]);
  });

  test('what stands above a form is no block of a list below it', async () => {
    const crew = ['Ada Quist\nMate, born 1990', 'Jo Marsh\nCook, born 1988', 'Bo Dunn\nDeckhand, born 2001'];
    const [list] = await listsIn(
      `STORES\nShop and help\n\nBoat: Tern\nBerth: 14\n\n${crew.join('\n\n')}\n\nEnd\n`,
      'plain',
    );
    expect(list?.items.map(([name]) => name)).toEqual(['Ada Quist', 'Jo Marsh', 'Bo Dunn']);
  });

  test('items are whole: a question and its answer are one', async () => {
    const asked = [['All well?', 'Yes'], ['How many nights?', '4'], ['Anything else?', 'No']]; // biome-ignore format: pairs
    const html = asked.map(([question, answer]) => `<div><div><b>${question}</b></div><div>${answer}</div></div>`);
    const [list] = await listsIn(`<div><p>Thanks!</p>${html.join('')}</div>`);
    expect(list?.items).toEqual(asked);
  });

  test.each([
    ['12 x £0.30 = £3.60', '9 a £9 = £9'],
    ['Bilge cleaner & rope', 'a'],
    ['18 April 2027', '9 a 9'],
  ])('the make of %s is %s', (line, make) => expect(makeOf(line)).toBe(make));

  test('hostile text takes bounded work', async () => {
    for (const text of [
      '- a\n'.repeat(20_000),
      'a: b\n\n'.repeat(8000),
      `${'<div>'.repeat(400)}x`,
      '<li><p>x</p>'.repeat(5000),
    ])
      expect((await listsIn(text, text.startsWith('<') ? 'html' : 'plain')).length).toBeLessThan(10);
  }, 60_000);
});
