import { describe, expect, test } from '@jest/globals';
import { dictionary } from './dictionary.js';
import { readMessage } from './reading/index.js';
import { compileSieve, sift, tryCompileSieve } from './sieve/index.js';

/** What every object has, and a message or a file may name. */
const namesOfAll = Object.getOwnPropertyNames(Object.prototype);

test('a dictionary has what was put in, and nothing else', () => {
  const words = dictionary<Record<string, number>>({ one: 1 });
  expect(words.one).toBe(1);
  for (const name of namesOfAll) expect([name in words, words[name]]).toEqual([false, undefined]);
});

describe.each(namesOfAll)('%s', (name) => {
  test.each([
    ['an element', `Content-Type: text/html\r\n\r\n<${name}>Tern</${name}>`],
    ['a charset', `Content-Type: text/plain; charset=${name}\r\n\r\nTern \xe9`],
    ['the ending of a file', `Content-Disposition: attachment; filename="Tern.${name}"\r\n\r\nx`],
    ['an encoding', `Content-Transfer-Encoding: ${name}\r\n\r\nTern`],
    ['a header', `${name}: x\r\nContent-Type: ${name}\r\n\r\nTern`],
    ['a language', `Content-Language: ${name}\r\nSubject: =?${name}?q?a?=\r\n\r\nTern`],
  ])('as %s of a message is read as any other', async (_, raw) => {
    const { html, plain, attachments } = await readMessage(Buffer.from(raw, 'latin1'));
    expect(`${html?.text}${plain?.text}${attachments.map((one) => one.name)}`).toContain('Tern');
  });

  const field = 'fields: { a: { type: text } }';
  test.each([
    ['a field', `fields: { ${name}: { type: text } }`],
    ['a column', `fields: {}\nrows: { columns: { ${name}: { type: text } } }`],
    ['a field type', `fields: { a: { type: ${name} } }`],
    ['a kind of rule', `${field}\nrules: [{ kind: ${name} }]`],
    ['a test', `${field}\naccept: { all: [[a, ${name}, x]] }`],
    ['a name in a condition', `${field}\naccept: { all: [[${name}, is, x]] }`],
    ['a name of the message', `${field}\naccept: { all: [[message.${name}, is, x]] }`],
    ['a slot', `${field}\nrules: [{ kind: template, layouts: [{ name: x, text: "A: [[${name}]]" }] }]`],
    ['a token', `${field}\nrules: [{ kind: derive, fills: a, from: "{{ ${name} }}" }]`],
    ['a filter', `${field}\nrules: [{ kind: derive, fills: a, from: "{{ a | ${name} }}" }]`],
    ['what a rule fills', `${field}\nrules: [{ kind: derive, fills: ${name}, from: x }]`],
    ['a group of a pattern', `${field}\nrules: [{ kind: pattern, find: "(?<${name}>x)" }]`],
    ['an expected value', `${field}\nsamples: [{ message: x, expect: { ${name}: x } }]`],
    ['a column over there', `${field}\nroutes: [{ to: book, with: { ${name}: x } }]`],
  ])('as %s of a sieve is a located problem', (_, text) => {
    const compiled = tryCompileSieve(`sieve: s\n${text}`);
    expect(compiled.ok ? [] : compiled.problems.map(({ line }) => line > 0)).toContain(true);
  });

  test('as a value is read by its type, or not at all', async () => {
    const types = ['text', 'choice', 'number', 'amount', 'date', 'time', 'duration', 'yes-no', 'phone', 'url'];
    const sieve = compileSieve({
      sieve: 's',
      locale: 'en-GB',
      fields: Object.fromEntries(
        types.map((type, i) => [`f${i}`, { type, ...(type === 'choice' ? { choices: ['North'] } : {}) }]),
      ),
      rules: [{ kind: 'template', layouts: [{ name: 'x', text: types.map((_, i) => `L${i}: [[f${i}]]`).join('\n') }] }],
    });
    const raw = `Subject: x\r\n\r\n${types.map((_, i) => `L${i}: ${name}`).join('\r\n')}\r\n`;
    const result = sift(await readMessage(Buffer.from(raw)), sieve);
    const fields = result.kind === 'outcome' ? Object.entries(result.outcome.fields) : [];
    expect(fields.filter(([, value]) => value !== null)).toEqual([['f0', name]]);
  });
});
