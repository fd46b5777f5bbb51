import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { type MailServer, startDovecot } from './dovecot.js';
import { startWorld, until, type World } from './harness.js';

describe('a mailbox from nothing to a folder of old mail', () => {
  let world: World;
  let server: MailServer;
  let browsing: Browsing;
  let page: Page;
  beforeAll(async () => {
    [world, server] = await Promise.all([startWorld(), startDovecot()]);
    await makeOwner(world);
    await server.as(async (client) => {
      for (let n = 1; n <= 30; n++)
        await client.append('INBOX', `Subject: Mail ${n}\r\nMessage-ID: <${n}@x>\r\n\r\nHello ${n}\r\n`);
      await client.mailboxCreate('Forms');
    });
    browsing = await browse();
    page = browsing.page;
    await logIn(page, world.url, '/mailboxes');
  });
  afterAll(async () => {
    await browsing.close();
    await Promise.all([world.end(), server.end()]);
  });
  const press = (name: string) => page.getByRole('button', { name, exact: true }).click();
  const choose = async (label: RegExp, option: string) => {
    await page.getByRole('button', { name: label }).click();
    await page.getByRole('option', { name: option, exact: true }).click();
  };

  test('is made with a title; name and address follow from it, and what is wrong with them is said while typing', async () => {
    await press('Make a mailbox');
    await page.getByLabel('Title', { exact: true }).fill('Lost Gear');
    const name = page.getByLabel('Name', { exact: true });
    expect(await name.inputValue()).toBe('lost-gear');
    await name.fill('lost gear');
    await page.getByText('“a space” cannot be in a name').waitFor();
    expect(await page.getByRole('button', { name: 'Make it' }).isDisabled()).toBe(true);
    await name.fill('gear');
    await page.getByLabel('Addresses, one a line').fill('gear@gannetbay.example');
    await expectCalm(browsing);
    await press('Make it');
    await page.getByRole('heading', { name: 'Waiting for the first message' }).waitFor();
    await expectCalm(browsing);
  });

  test('its first message shows by itself', async () => {
    await world.client.messages.feed({
      params: { mailbox: 'gear' },
      body: Buffer.from('From: a@moss.example\nSubject: A glove\n\nIt is red.\n'),
    });
    await page.getByRole('link', { name: 'A glove' }).waitFor();
  });

  test('a mail server is connected to; a wrong password is said before anything is kept waiting', async () => {
    await press('Add a folder …');
    const dialog = page.getByRole('dialog', { name: 'A folder of a mail server' });
    const field = (name: string) => dialog.getByRole('textbox', { name, exact: true });
    await field('Name').fill('gear mail');
    await field('Mail server').fill('127.0.0.1');
    await field('User').fill('desk');
    await dialog.getByLabel('Password', { exact: true }).fill('wrong');
    await dialog.getByText('Another encryption, port or certificate').click();
    await dialog.getByLabel('Port', { exact: true }).fill(String(server.port));
    await choose(/Encryption$/, 'none');
    await press('Connect');
    await dialog.getByText('The mail server refuses the login').waitFor();
    expect(browsing.errors.splice(0)).toEqual([expect.stringContaining('422')]);
    await expectCalm(browsing);
    await dialog.getByLabel('Password', { exact: true }).fill('sesame');
    await press('Connect');
    await dialog.getByText('What lies there already is not touched.').waitFor();
    await choose(/Folder$/, 'INBOX (30 messages, 30 unread)');
    await choose(/Then$/, 'marks it read');
    await expectCalm(browsing);
    await press('Watch it from now on');
    await page.getByText('is watched', { exact: true }).waitFor();
    expect((await world.client.mailboxes.get({ params: { name: 'gear' } })).source).toContain('after: mark read');
  });

  test('what lies there is looked at, and taken as a job that says how far it is', async () => {
    await press('Take what lies there …');
    const dialog = page.getByRole('dialog', { name: 'Take what lies in INBOX' });
    await dialog.getByText('30 messages, 30 unread').waitFor();
    await choose(/Which$/, 'the newest');
    await dialog.getByLabel('How many').fill('12');
    await dialog.getByText('12 are meant, 0 of them were taken before.').waitFor();
    await expectCalm(browsing);
    await press('Take 12 messages');
    await page.getByText('12 taken, 12 looked at').waitFor();
    await page.getByRole('link', { name: 'Mail 30', exact: true }).waitFor();
    await until('all are handled', async () => {
      const { items } = await world.client.messages.list({ query: { mailbox: 'gear', state: 'review' } });
      return items.length === 13;
    });
    await expectCalm(browsing);
  });

  test('it is watched no longer once that is said', async () => {
    await press('Watch no longer');
    await page.getByRole('alertdialog').getByRole('button', { name: 'Watch no longer' }).click();
    await page.getByText('None yet. A folder is watched').waitFor();
  });
});
