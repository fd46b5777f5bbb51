import { type PublicReading, publicReading, readMessage } from '@yellow-sieve/core';
import type { Command } from '../command.js';
import { readBytes } from '../offline/files.js';

export const read: Command = {
  words: 'read',
  about: 'Show the reading of a message: what rules see of it',
  args: '<message>',
  options: [
    {
      flags: '--part <part>',
      about: 'which part of an alternative to show',
      choices: ['html', 'text'],
      default: 'html',
    },
  ],
  examples: ['yellow-sieve read inbox/001.eml', 'yellow-sieve read inbox/001.eml --json'],
  async run({ args: [file = ''], options, stdin }) {
    const raw = file === '-' ? await stdin() : readBytes(file);
    const reading = publicReading(await readMessage(raw), options.part === 'text' ? 'text' : 'html');
    return { kind: 'text', text: proof(reading), json: reading };
  },
};

const marginWidth = 12;

/** The text with the segment's name in the margin where each begins, and what stands around it. */
function proof(reading: PublicReading): string {
  const head = [
    ['subject', reading.subject],
    ['from', reading.from ? `${reading.from.name} <${reading.from.address}>`.trim() : ''],
    ['to', reading.to.map(({ address }) => address).join(', ')],
    ['date', reading.date ?? 'none that can be read'],
    ['thread', reading.thread],
    ...(reading.automatic ? [['automatic', 'yes']] : []),
  ].map(([name = '', value = '']) => `${name.padStart(marginWidth)}  ${value}`);
  const body = reading.segments.flatMap(({ kind, start, end }) =>
    reading.text
      .slice(start, end)
      .replace(/\n$/, '')
      .split('\n')
      .map((line, i) => `${(i === 0 ? kind : '').padStart(marginWidth)} │ ${line}`),
  );
  const reasons = reading.segments
    .filter(({ kind }) => kind !== 'own')
    .map(({ kind, reason }) => `${kind.padStart(marginWidth)}  because ${reason}`);
  const attached = reading.attachments.map(
    ({ name, type, size }) =>
      `${'attached'.padStart(marginWidth)}  ${name || 'without a name'}, ${type}, ${size} bytes`,
  );
  const links = reading.links.map(
    ({ start, end, href }) => `${'link'.padStart(marginWidth)}  ${reading.text.slice(start, end)} → ${href}`,
  );
  const problems = reading.problems.map(({ text }) => `${'problem'.padStart(marginWidth)}  ${text}`);
  return [...head, '', ...body, '', ...reasons, ...links, ...attached, ...problems].join('\n').trimEnd();
}
