import { readMessage } from '../reading/index.js';
import { compileSieve, noFacts, sift } from '../sieve/index.js';
import { suggestSieve } from './index.js';

export interface Mail {
  subject?: string;
  text?: string;
  html?: string;
}

/** What is suggested from some messages, and what the suggestion makes of the last one that it was not shown. */
export async function madeOf(mails: readonly Mail[], shown = mails.length) {
  const messages = await Promise.all(
    mails.map(async ({ subject = 'A notice', text, html }, i) => ({
      name: `${i + 1}.eml`,
      reading: await readMessage(
        Buffer.from(
          `Subject: ${subject}\r\nContent-Type: text/${html ? 'html' : 'plain'}; charset=utf-8\r\n\r\n${html ?? text}`,
        ),
      ),
    })),
  );
  const suggestion = suggestSieve(messages.slice(0, shown), { locale: 'en-GB' });
  const last = messages.at(-1);
  if (!suggestion || !last) throw new Error('something is to be suggested here');
  const result = sift(last.reading, compileSieve(suggestion.source), noFacts);
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return { ...result.outcome, suggestion };
}

export const around = (inner: string) =>
  `<table width="100%"><tr><td><table width="600">${inner}<tr><td>You get this mail because you have an account with us. <a href="https://x.example/p">Preferences</a></td></tr></table></td></tr></table>`;
export const row = (cells: readonly string[], tag = 'td') =>
  `<tr>${cells.map((cell) => `<${tag}>${cell}</${tag}>`).join('')}</tr>`;
