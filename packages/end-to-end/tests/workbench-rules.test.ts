import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { type Hands, KeyHands, MouseHands } from './hands.js';
import { startWorld, until, type World } from './harness.js';

const letter = (number: number, calls: string) =>
  `From: watch@skerry.example\r\nTo: log@gannetbay.example\r\nSubject: Log ${number}\r\nDate: Fri, 27 Nov 2026 09:0${number}:00 +0000\r\n` +
  `Message-ID: <l${number}@skerry.example>\r\nContent-Type: text/plain; charset=utf-8\r\n\r\nHello office,\r\n\r\n${calls}\r\n\r\n` +
  `REMARKS\r\n  Wind   from the north,\r\n  see [chart] 7\r\n\r\nBoat of 9.${number} m\r\n\r\n` +
  `Part          Price\r\nRope          £4.00\r\nOil           £5.50\r\n\r\nThe watch\r\n`;

const sieveOf = (name: string) => `sieve: ${name}
locale: en-GB
fields:
  remarks: { type: text }
  length: { type: number, unit: m }
  class: { type: text }
  said: { type: text }
rows:
  columns:
    part: { type: text }
    price: { type: amount }
rules:
  - { kind: pattern, name: her length, find: 'Boat of (?<length>~number~)' }
`;

let world: World;
let browsing: Browsing;
beforeAll(async () => {
  world = await startWorld();
  await makeOwner(world);
  browsing = await browse();
  const { client } = world;
  const body = Buffer.from('min,max,fee_class\n,8,A\n8.01,12,B\n12.01,,C\n');
  await client.lookups.put({ params: { name: 'fee-classes' }, body });
  for (const name of ['by-mouse', 'by-keys'])
    await client.sieves.put({ params: { name }, body: Buffer.from(sieveOf(name)) });
  for (const [i, calls] of ['Called 07700 900412 and 07700 900413.', 'Called 07700 900414, at 04:10.'].entries()) {
    const raw = Buffer.from(letter(i + 1, calls));
    await client.samples.put({ params: { name: 'by-keys', sample: `samples/${i + 1}.eml` }, body: raw });
    await client.samples.put({ params: { name: 'by-mouse', sample: `samples/${i + 1}.eml` }, body: raw });
  }
  await logIn(browsing.page, world.url, '/workbench');
});
afterAll(async () => {
  await browsing.close();
  await world.end();
});

describe.each([
  ['the mouse', 'by-mouse', (page: Page) => new MouseHands(page)],
  ['keys alone', 'by-keys', (page: Page) => new KeyHands(page)],
])('rules by their forms, with %s', (way, sieve, handsOf) => {
  let page: Page;
  let hands: Hands;
  beforeAll(async () => {
    page = browsing.page;
    hands = handsOf(page);
    await page.goto(`${world.url}/workbench/${sieve}?of=samples`);
    await page.getByText('2 of 2 tried').waitFor();
    // The newest one comes last among samples.
    await hands.press(page.getByRole('button', { name: 'Next message (J)' }));
  });

  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
  const choice = (name: string) =>
    page.getByRole('button', { name: new RegExp(name) }).and(page.locator('[aria-haspopup="listbox"]'));
  const ledgerRow = (field: string) => page.getByRole('row', { name: field, exact: true });
  const step = (number: number) => page.getByRole('listitem', { name: `Step ${number}` });
  const proof = () => page.getByRole('group', { name: 'The message, to mark values in' });
  const option = async (label: string, wanted: RegExp) => {
    const { rules } = await world.client.kinds.list();
    return rules.map(({ kind, about }) => `${kind}: ${about}`).find((one) => wanted.test(one)) ?? label;
  };
  const draft = async () => (await world.client.sieves.draft({ params: { name: sieve } })).source;

  test('a pattern finds all matches while it is typed, and its group becomes a field', async () => {
    await hands.press(button('Write a rule'));
    await hands.choose(choice('Kind$'), await option('pattern', /^pattern/));
    await hands.write(page.getByLabel('Name of the rule'), 'calls');
    await hands.write(page.getByLabel('Pattern', { exact: true }), '(?<called>~phone~');
    await page
      .getByRole('alert')
      .getByText(/at character \d+.*not closed/)
      .waitFor();
    await hands.write(page.getByLabel('Pattern', { exact: true }), '(?<called>~phone~)');
    await hands.press(button('Make “called” a field'));
    await page.getByRole('status').getByText('called: +447700900414').waitFor();
    await proof().locator('mark', { hasText: '07700 900414' }).waitFor();
    await hands.write(page.getByLabel('Tried on a typed text'), 'ring 07700 900999');
    await page.getByRole('status').getByText('called: +447700900999').waitFor();
    if (way === 'the mouse') await expectCalm(browsing);
    await hands.press(button('Use this rule'));
    await ledgerRow('called').getByText('+447700900414').waitFor();
  });

  test('a cut of four steps shows what is left after each, and strikes what is cut away', async () => {
    await hands.press(button('Write a rule'));
    await hands.choose(choice('Kind$'), await option('cut', /^cut/));
    await hands.choose(choice('Fills$'), 'remarks');
    for (const [i, text] of ['REMARKS', 'chart', '[', ''].entries()) {
      await hands.press(button('Add a step'));
      const own = step(i + 1);
      if (i === 1) await hands.choose(own.getByRole('button', { name: /Step$/ }), 'before');
      if (i === 2) await hands.choose(own.getByRole('button', { name: /Step$/ }), 'drop');
      if (i === 3) await hands.choose(own.getByRole('button', { name: /Step$/ }), 'tidy');
      else await hands.write(own.getByRole('textbox', { name: 'Text', exact: true }), text);
    }
    await step(2)
      .getByText(/see \[$/)
      .waitFor();
    await step(4).getByText('Wind from the north,\nsee', { exact: false }).waitFor();
    await proof().locator('s', { hasText: 'Hello office' }).waitFor();
    await until(
      'what is left is not struck',
      async () => (await proof().locator('s', { hasText: 'Wind' }).count()) === 0,
    );
    if (way === 'the mouse') await expectCalm(browsing);
    await hands.press(button('Use this rule'));
    await ledgerRow('remarks').getByText('Wind from the north,').waitFor();
    await until('the draft has both rules', async () => {
      const source = await draft();
      return (
        source.includes('find: (?<called>~phone~)') && source.includes('- tidy') && source.includes('- before: chart')
      );
    });
    await page.getByText('2 of 2 tried').waitFor();
    expect(browsing.errors.splice(0)).toEqual([]);
  });

  test('a lookup by a range, its columns chosen from those of the table', async () => {
    await hands.press(button('Write a rule'));
    await hands.choose(choice('Kind$'), await option('lookup', /^lookup/));
    await hands.choose(choice('Table$'), 'fee-classes');
    const where = page.getByRole('group', { name: 'Where', exact: true });
    await hands.choose(where.getByRole('button', { name: /Where: add$/ }), 'length');
    await hands.choose(where.getByRole('button', { name: /length$/ }), 'lies between');
    await hands.choose(where.getByRole('button', { name: /from the column$/ }), 'min');
    await hands.choose(where.getByRole('button', { name: /to the column$/ }), 'max');
    const fills = page.getByRole('group', { name: 'Fills', exact: true });
    await hands.choose(fills.getByRole('button', { name: /Fills: add$/ }), 'class');
    await hands.choose(fills.getByRole('button', { name: /class$/ }), 'fee_class');
    await page.getByRole('status').getByText('class: B').waitFor();
    if (way === 'the mouse') await expectCalm(browsing);
    await hands.press(button('Use this rule'));
    await ledgerRow('class').getByText('B', { exact: true }).waitFor();
    await until('the draft has the range', async () =>
      /length: *\{? *\n? *from: min,? *\n? *to: max/.test(await draft()),
    );
  });

  test('a text made of what the others found', async () => {
    await hands.press(button('Write a rule'));
    await hands.choose(choice('Kind$'), await option('derive', /^derive/));
    await hands.choose(choice('Fills$'), 'said');
    await hands.write(page.getByLabel('Text', { exact: true }), 'class {{ class }} at {{ length }} m');
    await page.getByRole('status').getByText('said: class B at 9.2 m').waitFor();
    await hands.press(button('Use this rule'));
    await ledgerRow('said').getByText('class B at 9.2 m').waitFor();
  });

  test('a table by the words over its columns', async () => {
    await hands.press(button('Write a rule'));
    await hands.choose(choice('Kind$'), await option('table', /^table/));
    await hands.write(page.getByRole('textbox', { name: 'part', exact: true }), 'Part');
    await hands.write(page.getByRole('textbox', { name: 'price', exact: true }), 'Price');
    await page
      .getByRole('status')
      .getByText(/Oil.*5\.5/)
      .waitFor();
    await hands.press(button('Use this rule'));
    await until('the draft has the table', async () => (await draft()).includes('price: Price'));
    await page.getByText('2 of 2 tried').waitFor();
    expect(browsing.errors.splice(0)).toEqual([]);
  });
});
