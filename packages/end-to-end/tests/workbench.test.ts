import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { MessageCoverage } from '@yellow-sieve/core';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { sendRaw, settled, startWorld, until, type World } from './harness.js';

let world: World;
let browsing: Browsing;

const letter = (name: string, gate: number, day: number, closing = 'Until when: 20 December 2026') =>
  `From: ${name.toLowerCase().replace(' ', '.')}@skerry.example\r\nTo: gates@gannetbay.example\r\nSubject: Key for gate ${gate}\r\n` +
  `Date: Fri, 27 Nov 2026 09:0${gate}:00 +0000\r\nMessage-ID: <k${gate}@skerry.example>\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n` +
  `Hello office,\r\n\r\nName: ${name}\r\nGate: ${gate}\r\nWanted from: ${day} December 2026\r\n${closing}\r\n\r\nIt is for the boat Tern at berth B12.\r\n`;

beforeAll(async () => {
  world = await startWorld();
  await makeOwner(world);
  browsing = await browse();
  const { client } = world;
  const file = 'mailbox: gates\ntitle: Gate keys\naddresses: [gates@gannetbay.example]\nsieves: []\n';
  await client.mailboxes.put({ params: { name: 'gates' }, body: Buffer.from(file) });
  for (const raw of [letter('Ottoline Marsh', 1, 1), letter('Teodor Lunde', 2, 3), letter('Nell Fairweather', 3, 4)])
    await client.messages.feed({ params: { mailbox: 'gates' }, body: Buffer.from(raw) });
  await settled(client, 'Key for gate 3');
});
afterAll(async () => {
  await browsing.close();
  await world.end();
});

const ledgerRow = (field: string) => browsing.page.getByRole('row', { name: field, exact: true });
/** What is kept of a sieve's draft, once a wanted part is in it: what is done on the page is kept a moment later. */
const keptDraft = async (name: string, wanted: string | RegExp): Promise<string> => {
  let source = '';
  const look = async () => {
    source = (await world.client.sieves.draft({ params: { name } })).source;
    return typeof wanted === 'string' ? source.includes(wanted) : wanted.test(source);
  };
  await until(`the draft of ${name} has “${wanted}”`, look);
  return source;
};
/** What the sheet of keys holds. */
const sheet = async () => {
  const { links } = await world.client.destinations.get({ params: { name: 'key-book' } });
  return (await fetch(world.url + links[0])).text();
};
const proof = () => browsing.page.getByRole('group', { name: 'The message, to mark values in' });

/** Selects words in the proof as the mouse does. */
const select = (words: string) =>
  proof()
    .locator('[data-in="message.text"]', { hasText: words })
    .first()
    .evaluate((line, wanted) => {
      const text = [...line.childNodes].find((node) => node.textContent?.includes(wanted));
      const node = text?.nodeType === Node.TEXT_NODE ? text : (text?.firstChild as Node);
      const start = node.textContent?.indexOf(wanted) ?? 0;
      getSelection()?.setBaseAndExtent(node, start, node, start + wanted.length);
      line.dispatchEvent(new MouseEvent('mouseup', { bubbles: true }));
    }, words);

describe('a sieve from nothing, on the workbench', () => {
  test('is suggested from a mailbox’s first messages, and shows what it finds in them', async () => {
    const { page } = browsing;
    await logIn(page, world.url, '/workbench');
    await page.getByRole('heading', { name: 'Mailboxes without a sieve' }).waitFor();
    await expectCalm(browsing);
    await page.getByRole('button', { name: 'Begin with all of these' }).click();
    await ledgerRow('gate').getByText('3', { exact: true }).waitFor();
    await ledgerRow('wanted_from').getByText('2026-12-04').waitFor();
    await page.getByText('3 of 3 tried').waitFor();
    await expectCalm(browsing);
  });

  test('words that are selected get a guessed name and type, and are read in every message', async () => {
    const { page } = browsing;
    await select('B12');
    const name = page.getByRole('combobox', { name: 'Name' });
    await name.waitFor();
    await until('a name is guessed', async () => (await name.inputValue()) === 'berth');
    await expectCalm(browsing);
    await page.getByRole('button', { name: 'Mark', exact: true }).click();
    await page.getByText('“B12” is berth now.').waitFor();
    await ledgerRow('berth').getByText('B12').waitFor();
    await page.getByText('3 of 3 tried').waitFor();
    await keptDraft('gates', 'It is for the boat Tern at berth [[berth]]');
  });

  test('the same by keys alone: to the words, Enter, a name, Enter', async () => {
    const { page } = browsing;
    await proof().focus();
    // The last line but for its full stop: from its end back to the boat's name.
    await page.keyboard.press('End');
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('Enter');
    await page.keyboard.type('vessel');
    await page.keyboard.press('Enter');
    await ledgerRow('vessel').getByText('Tern').waitFor();
    expect(await proof().evaluate((element) => element === document.activeElement)).toBe(true);
  });

  test('is undone and redone', async () => {
    const { page } = browsing;
    await page.getByRole('button', { name: 'Undo' }).click();
    await ledgerRow('vessel').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Redo' }).click();
    await ledgerRow('vessel').getByText('Tern').waitFor();
    await page.keyboard.press('Control+z');
    await ledgerRow('vessel').waitFor({ state: 'detached' });
    await page.keyboard.press('Control+Shift+z');
    await ledgerRow('vessel').getByText('Tern').waitFor();
  });

  test('survives a reload; another editor is told before anything is written over', async () => {
    const { page, errors } = browsing;
    const draft = async () => (await world.client.sieves.draft({ params: { name: 'gates' } })).source;
    await until('the draft is kept', async () => (await draft()).includes('[[vessel]]'));
    await page.reload();
    await ledgerRow('vessel').getByText('Tern').waitFor();
    const theirs = (await draft()).replace('sieve: gates', 'sieve: gates\ntitle: Keys of the gates');
    await world.client.sieves.putDraft({ params: { name: 'gates' }, body: Buffer.from(theirs) });
    // Nothing of one's own is open: what they did is simply there.
    await page.getByRole('heading', { name: 'Keys of the gates' }).waitFor();
    expect(errors.splice(0)).toEqual([]);
  });

  test('the mesh moves by keys, and says right and wrong of a cell', async () => {
    const { page } = browsing;
    await ledgerRow('gate').click();
    const mesh = page.getByRole('application', { name: /Mesh of fields and messages/ });
    await mesh.focus();
    await page.keyboard.press('ArrowRight');
    await page.getByText('gate in Key for gate 2: found').waitFor({ state: 'attached' });
    await page.keyboard.press('Enter');
    await ledgerRow('gate').getByText('2', { exact: true }).waitFor();
    await mesh.focus();
    await page.keyboard.press('r');
    const samples = () => world.client.samples.list({ params: { name: 'gates' } });
    await until('it is expected', async () => (await samples()).items[0]?.expect?.gate === 2);
    await mesh.focus();
    await page.keyboard.press('w');
    await page.getByRole('dialog').getByRole('textbox').fill('7');
    await page.keyboard.press('Enter');
    await until('another one is expected', async () => String((await samples()).items[0]?.expect?.gate) === '7');
    await page.getByRole('radio', { name: 'Samples' }).click();
    await page.getByText('1 of 1 tried').waitFor();
    await page.getByText('Expected: 7.').waitFor();
    await expectCalm(browsing);
  });

  test('all that is right of a message becomes expected in one act', async () => {
    const { page } = browsing;
    await page.getByRole('button', { name: 'All of this is right' }).click();
    await page.getByText('Expected from now on.').waitFor();
    const { items } = await world.client.samples.list({ params: { name: 'gates' } });
    expect(items[0]?.expect).toMatchObject({ gate: 2, vessel: 'Tern', berth: 'B12', name: 'Teodor Lunde' });
  });

  test('is published, and the mailbox takes its next message with it', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/workbench/gates?mailbox=gates&of=stored`);
    await page.getByRole('button', { name: 'Publish …' }).click();
    await page.getByRole('button', { name: 'Publish version 1' }).click();
    await page.getByText('Version 1 is live, on trial: what it would deliver is kept back.').waitFor();
    await expectCalm(browsing);
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    await sendRaw(world.smtpPort, letter('Rasmus Holm', 4, 9), 'gates@gannetbay.example');
    const detail = await settled(world.client, 'Key for gate 4');
    expect([detail.state, detail.outcome]).toMatchObject(['done', { fields: { name: 'Rasmus Holm', gate: 4 } }]);
  });

  test('a message of another shape gets a layout of its own', async () => {
    const { page } = browsing;
    const other =
      'From: a@b.example\r\nSubject: A key, please\r\nMessage-ID: <other@b.example>\r\n\r\nPerson ..... Ada Thorne\r\nNumber ..... 6\r\n';
    await world.client.messages.feed({ params: { mailbox: 'gates' }, body: Buffer.from(other) });
    await settled(world.client, 'A key, please');
    await page.goto(`${world.url}/workbench/gates?of=stored`);
    await page.getByText('A key, please').first().waitFor();
    for (const [words, field] of [
      ['Ada Thorne', 'name'],
      ['6', 'gate'],
    ] as const) {
      await select(words);
      await page.getByRole('combobox', { name: 'Name' }).fill(field);
      await page.getByRole('button', { name: 'Mark', exact: true }).click();
      await ledgerRow(field).getByText(words, { exact: true }).waitFor();
    }
    await page.getByText('template').first().waitFor();
    await keptDraft('gates', /name: layout 2[\s\S]*Person \.+ \[\[name\]\]\n\s*Number \.+ \[\[gate\]\]/);
  });

  test('what publishing would do is told first: what was not read before is gained', async () => {
    const { page } = browsing;
    await page.getByRole('button', { name: 'Effect', exact: true }).click();
    await page.getByRole('heading', { name: 'If you publish this now' }).waitFor();
    await page.getByRole('row', { name: /gained.*Ada Thorne/ }).waitFor();
    await expectCalm(browsing);
    await page.getByRole('button', { name: 'Back to the workbench' }).click();
  });

  test('rules are moved, switched off, and written by hand', async () => {
    const { page } = browsing;
    await page.getByRole('button', { name: 'Write a rule' }).click();
    await page.getByRole('radio', { name: 'Lines' }).click();
    const lines = page.getByRole('textbox', { name: 'Its lines of the file' });
    await lines.fill("kind: pattern\nname: any berth\nfind: '(?<berht>B[0-9]+)'");
    await page.getByRole('button', { name: 'Use these lines' }).click();
    await page.getByRole('alert').getByText('berht').waitFor();
    await lines.fill("kind: pattern\nname: any berth\nfind: '(?<berth>B[0-9]+)'");
    await page.getByRole('button', { name: 'Use these lines' }).click();
    await page.getByRole('row', { name: 'any berth' }).waitFor();
    await page.getByRole('button', { name: 'Acts on the rule “any berth”' }).click();
    await page.getByRole('menuitem', { name: 'Switch off' }).click();
    await page.getByRole('row', { name: 'any berth' }).getByText('off').waitFor();
    // By keys: to its handle, taken with Enter, up to the top, and let go.
    await page.getByRole('row', { name: 'any berth' }).focus();
    for (const key of ['ArrowRight', 'Enter', 'ArrowUp', 'ArrowUp', 'Enter']) await page.keyboard.press(key);
    await until('it comes first', async () => {
      const { source } = await world.client.sieves.draft({ params: { name: 'gates' } });
      return source.indexOf('any berth') < source.indexOf('kind: template');
    });
    await expectCalm(browsing);
  });

  test('a rule is copied for another field in one act', async () => {
    const { page } = browsing;
    await page.getByRole('button', { name: 'Acts on the rule “any berth”' }).click();
    await page.getByRole('menuitem', { name: /Copy for another field/ }).hover();
    await page.getByRole('menuitem', { name: 'name', exact: true }).click();
    await page.getByRole('row', { name: 'any berth, name' }).waitFor();
    await until('the copy finds it', async () => {
      const { source } = await world.client.sieves.draft({ params: { name: 'gates' } });
      return source.includes('(?<name>B[0-9]+)');
    });
    await page.getByRole('button', { name: 'Acts on the rule “any berth, name”' }).click();
    await page.getByRole('menuitem', { name: 'Remove' }).click();
    await page.getByRole('row', { name: 'any berth, name' }).waitFor({ state: 'detached' });
  });

  test('a check is put together by a form, and says what is wrong in its words', async () => {
    const { page } = browsing;
    const dialog = page.getByRole('dialog');
    const choose = async (label: RegExp, option: string) => {
      await dialog.getByRole('button', { name: label }).click();
      await page.getByRole('option', { name: option, exact: true }).click();
    };
    await page.getByRole('button', { name: 'Add a check' }).click();
    await choose(/Field/, 'gate');
    await choose(/Test/, 'contains');
    await dialog.getByRole('textbox', { name: 'Value' }).fill('9');
    await dialog.getByLabel(/What to say/).fill('There is no such gate');
    await dialog.getByRole('button', { name: 'Keep the check' }).click();
    // A test that does not fit the field is told where the check is.
    await dialog.getByRole('alert').getByText('contains').waitFor();
    await choose(/Test/, 'over');
    await expectCalm(browsing);
    await dialog.getByRole('button', { name: 'Keep the check' }).click();
    await page.getByRole('button', { name: 'gate over 9', exact: true }).waitFor();
    // The page shows an act before the draft is kept.
    await until('the draft has the check', async () => {
      const { source } = await world.client.sieves.draft({ params: { name: 'gates' } });
      return source.includes('There is no such gate');
    });
    await page.getByRole('button', { name: 'Remove the check gate over 9' }).click();
    await page.getByRole('button', { name: 'gate over 9', exact: true }).waitFor({ state: 'detached' });
  });

  test('the source is in step with the page; what is wrong stands at its line', async () => {
    const { page } = browsing;
    await page.getByRole('button', { name: 'Source' }).click();
    const text = page.getByRole('textbox', { name: 'The source of “gates”' });
    const source = await text.inputValue();
    await text.fill(source.replace('type: integer', 'type: integr'));
    await page.getByRole('button', { name: /^Line \d+: .*integr/ }).waitFor();
    await text.fill(source.replace('title: Keys of the gates', 'title: Keys'));
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    await page.getByRole('heading', { name: 'Keys', exact: true }).waitFor();
  });

  test('an earlier version becomes the draft again', async () => {
    const { page } = browsing;
    await keptDraft('gates', 'title: Keys\n');
    await page.getByRole('button', { name: 'Publish …' }).click();
    await page.getByRole('button', { name: 'Publish version 2' }).click();
    await page.getByText('Version 2 is live, on trial').waitFor();
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    await page.getByRole('button', { name: 'Versions' }).click();
    await page.getByRole('button', { name: 'Go back to it' }).click();
    await page.getByRole('heading', { name: 'Keys of the gates' }).waitFor();
  });
});

describe('where it goes', () => {
  const face = async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/workbench/gates?of=stored&face=goes`);
    // The newest one is in review, for this draft has no layout for it: what it would write waits. The next one is fine.
    await page.getByRole('heading', { name: 'A key, please' }).waitFor();
    await page.getByRole('button', { name: 'Next message (J)' }).click();
    await page.getByRole('heading', { name: 'Key for gate 4' }).waitFor();
  };

  test('a route is added, tested, and shows what this message would become there', async () => {
    const { page } = browsing;
    const file = 'destination: key-book\ntitle: Key book\nkind: sheet\n';
    await world.client.destinations.put({ params: { name: 'key-book' }, body: Buffer.from(file) });
    await face();
    await page.getByText('Nothing goes anywhere yet.').waitFor();
    await page.getByRole('button', { name: 'Add a route' }).click();
    await expectCalm(browsing);
    await page.getByRole('button', { name: 'Keep the route' }).click();
    const book = page.getByRole('region', { name: 'Key book' });
    await book.getByText('would go: no condition').waitFor();
    await book.getByText('Rasmus Holm').waitFor();
    await book.getByRole('button', { name: 'Test' }).click();
    await book.getByText('tested: a sheet is kept in the service itself').waitFor();
    await expectCalm(browsing);
  });

  test('a condition is put together by controls, and says why it does not fire', async () => {
    const { page } = browsing;
    const book = page.getByRole('region', { name: 'Key book' });
    await book.getByRole('button', { name: 'Change' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: /When/ }).click();
    await page.getByRole('option', { name: 'gate', exact: true }).click();
    await dialog.getByRole('button', { name: /Test/ }).click();
    await page.getByRole('option', { name: 'over', exact: true }).click();
    await dialog.getByRole('textbox', { name: 'Value' }).fill('100');
    await dialog.getByRole('button', { name: 'Change' }).click();
    await dialog.getByRole('textbox', { name: 'Name there' }).first().fill('Who');
    await dialog.getByRole('combobox', { name: 'What' }).first().fill('{{ nmae }}');
    await dialog.getByRole('button', { name: 'Keep the route' }).click();
    await dialog.getByRole('alert').getByText('“nmae”').waitFor();
    await dialog.getByRole('combobox', { name: 'What' }).first().fill('{{ name }}');
    await dialog.getByRole('button', { name: 'Keep the route' }).click();
    await book.getByText(/would not go: gate is “4”/).waitFor();
    const source = await keptDraft('gates', 'when: [gate, over, 100]');
    expect(source).toContain('Who: "{{ name }}"');
  });

  test('once published, what it would deliver is kept back; one is delivered for real where its targets are named', async () => {
    const { page } = browsing;
    const book = page.getByRole('region', { name: 'Key book' });
    await book.getByRole('button', { name: 'Change' }).click();
    await page.getByRole('dialog').getByRole('button', { name: /When/ }).click();
    await page.getByRole('option', { name: 'always' }).click();
    await page.getByRole('button', { name: 'Keep the route' }).click();
    await book.getByText('would go: no condition').waitFor();
    await page.getByRole('button', { name: 'Publish …' }).click();
    await page.getByRole('button', { name: /Publish version/ }).click();
    await page.getByText(/Version \d+ is live, on trial/).waitFor();
    await sendRaw(world.smtpPort, letter('Inga Holm', 5, 11), 'gates@gannetbay.example');
    const { deliveries } = await settled(world.client, 'Key for gate 5');
    expect(deliveries.map(({ state }) => state)).toEqual(['kept back']);
    await page.goto(`${world.url}/workbench/gates?of=stored&face=goes`);
    await page.getByRole('heading', { name: 'Key for gate 5' }).waitFor();
    await page.getByRole('button', { name: 'Deliver this one for real …' }).click();
    const dialog = page.getByRole('alertdialog');
    await dialog.getByRole('region', { name: 'Key book' }).getByText('Inga Holm').waitFor();
    await expectCalm(browsing);
    await dialog.getByRole('button', { name: 'Deliver to Key book' }).click();
    await page.getByText('It is on its way.').waitFor();
    await until('the sheet has it', async () => (await sheet()).includes('Inga Holm'));
  });

  test('what is open before it is turned on is named, and can be tested there', async () => {
    const { page } = browsing;
    await world.client.destinations.put({
      params: { name: 'key-book' },
      body: Buffer.from('destination: key-book\ntitle: Book of keys\nkind: sheet\n'),
    });
    await page.reload();
    await page.getByRole('button', { name: 'Turn on …' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByText('“Book of keys” was not tested as it is now. Test it.').waitFor();
    await expectCalm(browsing);
    expect(await dialog.getByRole('button', { name: 'Turn on', exact: true }).isDisabled()).toBe(true);
    await dialog.getByRole('button', { name: 'Test key-book' }).click();
    await dialog.getByRole('heading', { name: 'Everything was looked at' }).waitFor();
    await dialog.getByRole('button', { name: 'Turn on', exact: true }).click();
    await dialog.waitFor({ state: 'detached' });
    await sendRaw(world.smtpPort, letter('Hedda Roe', 6, 12), 'gates@gannetbay.example');
    await settled(world.client, 'Key for gate 6');
    expect(await sheet()).toContain('Hedda Roe');
  });
});

describe('other ways to mark', () => {
  const page = () => browsing.page;
  const html = (vessel: string) =>
    `From: Ottoline Marsh <o.marsh@skerry.example>\r\nSubject: Stores for ${vessel}\r\nX-Desk: North\r\nMessage-ID: <${vessel}@skerry.example>\r\nMIME-Version: 1.0\r\nContent-Type: text/html; charset=utf-8\r\n\r\n` +
    `<p>For the <b>${vessel}</b> of ${vessel} Ltd, please:</p><ul><li>Water, 2 tonnes</li><li>Rope, 40 metres</li></ul><p>Berth:&nbsp;B7</p>`;
  beforeAll(async () => {
    const { client } = world;
    const file = 'mailbox: stores\naddresses: [stores@gannetbay.example]\nsieves: []\n';
    await client.mailboxes.put({ params: { name: 'stores' }, body: Buffer.from(file) });
    for (const vessel of ['Kelpie', 'Tern'])
      await client.messages.feed({ params: { mailbox: 'stores' }, body: Buffer.from(html(vessel)) });
    await settled(client, 'Stores for Tern');
  });

  test('a suggestion is taken in part', async () => {
    await page().goto(`${world.url}/workbench`);
    const stores = page().getByRole('article', { name: 'stores' });
    await stores.getByRole('checkbox', { name: /berth/ }).waitFor();
    await expectCalm(browsing);
    for (const box of await stores.getByRole('listitem').all())
      if (!(await box.textContent())?.includes('berth')) await box.locator('label').click();
    await stores.getByRole('button', { name: 'Begin with these 1' }).click();
    await ledgerRow('berth').getByText('B7').waitFor();
    expect(await page().getByRole('row', { name: 'rows', exact: true }).count()).toBe(0);
  });

  test('words of the original are marked as those of the proof are, and shown in the colour of their field', async () => {
    await page().getByRole('tab', { name: 'Original' }).click();
    const original = page().frameLocator('iframe');
    await original.locator('mark', { hasText: 'B7' }).waitFor();
    await original.locator('b', { hasText: 'Tern' }).dblclick();
    const name = page().getByRole('combobox', { name: 'Name' });
    await page().getByRole('form', { name: 'Mark “Tern”' }).waitFor();
    await name.fill('vessel');
    await page().getByRole('button', { name: 'Mark', exact: true }).click();
    await ledgerRow('vessel').getByText('Tern').waitFor();
    await original.locator('mark', { hasText: 'Tern' }).first().waitFor();
  });

  test('a header becomes a field', async () => {
    await page().getByRole('tab', { name: 'Headers' }).click();
    await page().getByRole('button', { name: 'Make the header from a field' }).click();
    await ledgerRow('sender').getByText('o.marsh@skerry.example').waitFor();
    await page().getByRole('button', { name: 'Make the header x-desk a field' }).click();
    await ledgerRow('desk').getByText('North').waitFor();
    await expectCalm(browsing);
  });

  test('by keys, lines that repeat become rows', async () => {
    await page().getByRole('tab', { name: 'Proof' }).click();
    await proof().focus();
    // From the end up to the list, and over both of its lines.
    await page().keyboard.press('End');
    const selected = () => page().evaluate(() => getSelection()?.toString() ?? '');
    await until('the last item is reached', async () => {
      if ((await selected()).startsWith('metres')) return true;
      await page().keyboard.press('ArrowLeft');
      return false;
    });
    await until('both are selected', async () => {
      if ((await selected()).startsWith('Water')) return true;
      await page().keyboard.press('Shift+ArrowLeft');
      return false;
    });
    await page().getByRole('button', { name: 'These lines are items' }).press('Enter');
    await page().getByText('The items are rows now.').waitFor();
    await page().getByRole('row', { name: 'rows', exact: true }).getByText('2 found').waitFor();
    await expectCalm(browsing);
  });

  test('what a marked word could be otherwise is shown: as which types it reads', async () => {
    await ledgerRow('berth').click();
    await page().getByRole('button', { name: 'Something else …' }).click();
    await page().getByRole('form', { name: 'Mark “B7”' }).waitFor();
    await page().getByRole('combobox', { name: 'Name' }).fill('place');
    await page().getByRole('button', { name: 'Mark', exact: true }).click();
    await ledgerRow('place').getByText('B7').waitFor();
    expect(await keptDraft('stores', '[[place]]')).not.toContain('[[berth]]');
  });
});

describe('the calls behind it', () => {
  test('try a text that nobody kept, page by page, against what is live', async () => {
    const { client } = world;
    const params = { name: 'gates' };
    const { source } = await client.sieves.get({ params });
    const states = async (text: string) => {
      const first = await client.workbench.tried({
        params,
        query: { limit: '1' },
        body: { source: text, of: 'stored' },
      });
      const items = first.items as MessageCoverage[];
      expect([items.length, first.next]).toEqual([1, expect.any(String)]);
      return items.map(({ cells }) => cells.gate?.state);
    };
    expect(await states(source)).toEqual(['found']);
    expect(await states(source.replace('Gate: [[gate]]', 'Digit: [[gate]]'))).toEqual(['problem']);
  });

  test('count what a rule finds in stored messages', async () => {
    const { client } = world;
    const params = { name: 'gates' };
    const { source } = await client.sieves.get({ params });
    const counted = (find: string) =>
      client.workbench.count({ params, body: { source, rule: { kind: 'pattern', name: 'n', find } } });
    const { count } = await counted('Gate: *(?<gate>\\d)');
    expect(count?.messages).toBeGreaterThan(1);
    expect(count?.found).toBeGreaterThan(0);
    expect((await counted('(?<gate>nowhere at all)')).count).toEqual({
      messages: count?.messages,
      found: 0,
      matches: 0,
    });
    expect((await counted('(')).count).toBeNull();
  });

  test('name the fields of all live sieves, the most used first', async () => {
    const { client } = world;
    const other = 'sieve: other\nfields: { gate: { type: integer }, zone: { type: text } }\n';
    await client.sieves.put({ params: { name: 'other' }, body: Buffer.from(other) });
    const { items } = await client.workbench.names();
    expect(items[0]).toEqual({ name: 'gate', type: 'integer', sieves: ['gates', 'other'] });
    expect(items.map(({ name }) => name)).toContain('zone');
  });

  test('an act that cannot be done changes nothing, and says why', async () => {
    const { client } = world;
    const { source } = await client.sieves.get({ params: { name: 'gates' } });
    const edited = await client.workbench.edit({
      params: { name: 'gates' },
      body: { source, act: { act: 'rename field', field: 'gate', to: 'name' } },
    });
    expect(edited).toMatchObject({ source: null, problems: [{ code: 'YS-RENAME-TAKEN' }] });
    const outline = await client.workbench.outline({ body: { source: 'sieve: x\nfelds: {}\n' } });
    expect(outline.problems).toContainEqual(expect.objectContaining({ line: 2, code: 'YS-FILE-UNKNOWN-KEY' }));
  });
});
