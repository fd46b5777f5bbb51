import { createHash } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@jest/globals';
import axe from 'axe-core';
import { type BrowserContextOptions, chromium, type Page } from 'playwright-core';
import { chromiumOptions } from './chromium.mjs';
import { startWorld, type World } from './harness.js';

export const person = {
  name: 'Nils Aldous',
  email: 'n.aldous@gannetbay.example',
  password: 'four grey gannets',
};

/** A browser with everything it complained of and every address it asked for. */
export interface Browsing {
  page: Page;
  /** Errors of the console and of scripts. */
  errors: string[];
  asked: string[];
  close(): Promise<void>;
}

/** A context of headless Chromium. The viewport is that of a small laptop unless said otherwise. */
export async function browse(options: BrowserContextOptions = {}): Promise<Browsing> {
  const server = process.env.TEST_BROWSER;
  // Files that are not of the browser’s project start one of their own.
  const browser = await (server ? chromium.connect(server) : chromium.launch(chromiumOptions));
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, ...options });
  // Long enough for a busy machine; waiting longer only hides that something never comes.
  context.setDefaultTimeout(20_000);
  const page = await context.newPage();
  const errors: string[] = [];
  const asked: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') errors.push(`${message.text()} ${message.location().url}`);
  });
  page.on('pageerror', (error) => errors.push(error.message));
  page.on('dialog', (dialog) => {
    errors.push(`a dialog: ${dialog.message()}`);
    void dialog.dismiss();
  });
  context.on('request', (request) => asked.push(request.url()));
  return { page, errors, asked, close: () => browser.close() };
}

/** Makes the owner through the one-time link, without the browser. */
export async function makeOwner({ ownerLink, client }: World): Promise<void> {
  const secret = ownerLink?.split('/').at(-1) ?? '';
  await client.invitations.take({ params: { secret }, body: person });
}

export async function logIn(page: Page, url: string, path = '/'): Promise<void> {
  await page.goto(url + path);
  await page.getByLabel('E-mail address').fill(person.email);
  await page.getByLabel('Password').fill(person.password);
  await page.getByRole('button', { name: 'Log in' }).click();
  await page.getByRole('navigation', { name: 'Places' }).waitFor();
}

/** A new service whose owner has logged in and stands on a page. */
export async function ownersPage(path: string) {
  const world = await startWorld();
  await makeOwner(world);
  const browsing = await browse();
  const { page } = browsing;
  await logIn(page, world.url, path);
  const end = async () => {
    await browsing.close();
    await world.end();
  };
  return { world, browsing, page, end };
}

/** What is looked at: all that axe knows, or all but colours. Finding out what stands on which colour takes four fifths of its time. */
type Look = 'all' | 'all but colours';

/**
 * Findings of axe that are serious or worse, as sentences. What is only spoken for a moment is left out. Only these leave the browser:
 * all that axe has to tell of a page is megabytes.
 */
async function seriousFindings(page: Page, look: Look): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(async (colours) => {
    const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(
      { exclude: ['[data-live-announcer]'] },
      { resultTypes: ['violations'], iframes: false, rules: { 'color-contrast': { enabled: colours } } },
    );
    return violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`);
  }, look === 'all');
}

/** Whether something sticks out to the right, so that the page itself would have to be scrolled sideways. */
export const sticksOut = (page: Page): Promise<boolean> =>
  page.evaluate(() => document.documentElement.scrollWidth > document.documentElement.clientWidth);

/** Holds a file for each thing that was looked at in this run, by whichever test. */
const lookedFolder = process.env.TEST_LOOKED ?? mkdtempSync(join(tmpdir(), 'yellow-sieve-looked-'));

/** Whether nobody looked at something before. */
function isFirstLook(what: string): boolean {
  try {
    writeFileSync(join(lookedFolder, createHash('sha256').update(what).digest('hex')), what, { flag: 'wx' });
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    return false;
  }
}

/** What page it is: its address without keys, light or dark, what is open on it and whether it warns; beyond that, what is chosen on it. */
async function stateOf(page: Page): Promise<{ place: string; state: string }> {
  const { place, chosen } = await page.evaluate(() => {
    const texts = (selector: string) => [...document.querySelectorAll(selector)].map((one) => one.textContent).join();
    const withoutKeys = (text: string) => text.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, 'KEY');
    return {
      place: [
        withoutKeys(location.pathname),
        texts('h1, [role=dialog] h2, [role=alertdialog] h2'),
        getComputedStyle(document.body).backgroundColor,
        document.querySelector('[role=alert]') !== null,
      ].join(' | '),
      chosen: `${withoutKeys(location.search)} | ${texts('[aria-selected=true]')}`,
    };
  });
  return { place, state: `${place} | ${chosen}` };
}

/**
 * Nothing serious is wrong with the page, nothing sticks out, and nothing was complained of. Each state of a page is gone through once
 * in a run, and the colours of a page once.
 */
export async function expectCalm({ page, errors }: Browsing): Promise<void> {
  const { place, state } = await stateOf(page);
  const look = isFirstLook(place) ? 'all' : 'all but colours';
  if (isFirstLook(state)) expect(await seriousFindings(page, look)).toEqual([]);
  expect(await sticksOut(page)).toBe(false);
  // Each is told once, so that one fault fails one test.
  expect(errors.splice(0)).toEqual([]);
}
