import { describe, expect, test } from '@jest/globals';
import { formOf, type Reading, readMessage } from '../reading/index.js';
import { compileSieve, noFacts, sift } from '../sieve/index.js';
import { type Edited, editSieve } from './index.js';

// Whatever stands where a value was marked is that value, to the letter, in however many ways people write a label beside it.

/** Ways to write a value with words beside it, `@` in its place. */
const lines = {
  colon: 'Gauge: @',
  equals: 'Gauge = @',
  blank: 'Gauge @',
  tab: 'Gauge\t@',
  dash: 'Gauge - @',
  dots: 'Gauge ..... @',
  capitals: 'GAUGE @',
  below: 'Gauge\n@',
  'in brackets': '[Gauge] @',
  'with a remark': 'Gauge (old): @',
  'closed by a semicolon': 'Gauge: @;',
  sentence: 'The gauge reads @ today.',
  'end of a sentence': 'The gauge now stands at @.',
  behind: '@ is on the gauge',
  bullet: '- Gauge: @',
  bold: '**Gauge:** @',
  bars: '| Gauge | @ |',
  quotes: 'Gauge: "@"',
  brackets: 'Gauge (@)',
  arrow: 'Gauge → @',
  'with a unit': 'Gauge: @ kg',
  pair: 'Gauge: @, Pump: 4',
  'pair with a bar': 'Gauge: @ | Pump: 4',
};
const html = {
  cells: '<table><tr><td>Yard</td><td>Mole</td></tr><tr><td>Gauge</td><td>@</td></tr></table>',
  'two pairs': '<table><tr><td>Yard</td><td>Mole</td><td>Gauge</td><td>@</td></tr></table>',
  'below headings': '<table><tr><th>Yard</th><th>Gauge</th></tr><tr><td>Mole</td><td>@</td></tr></table>',
  terms: '<dl><dt>Yard</dt><dd>Mole</dd><dt>Gauge</dt><dd>@</dd></dl>',
  'bold labels': '<p><b>Yard:</b> Mole<br><b>Gauge:</b> @</p>',
  items: '<ul><li>Yard: Mole</li><li>Gauge: @</li></ul>',
  boxes: '<table><tr><td>Yard<br><b>Mole</b></td><td>Gauge<br><b>@</b></td></tr></table>',
  'a sentence': '<p>The gauge of <b>Mole</b> reads <b>@</b> today.</p>',
};

/** What may stand there. */
const values = `Tern|Blue Heron|-12.5|+12|#4711|-3|€12.50|-€12.50|0042|AB-17|a/b|N/A|1-2|10:30|3rd|12x|x12|1,234|me@x.example|O'Hara|Mr. Ross|U.S. Navy|v1.2.3|C++|R&D|~5|<5|>10|100%|2026-05-04|4 May 2027|K.|No. 7|"sic"|well, yes|é|50 %|5/5`.split('|'); // biome-ignore format: a list of words

const done = (edited: Edited): string => {
  if (!edited.ok) throw new Error(edited.problems.map(({ text }) => text).join(' '));
  return edited.source;
};
const escaped = (value: string) => value.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
const mail = (type: 'plain' | 'html', body: string): Promise<Reading> =>
  readMessage(Buffer.from(`Subject: x\r\nContent-Type: text/${type}; charset=utf-8\r\n\r\n${body}`));
const none = 'sieve: a\nlocale: en-GB\nfields:\n  gauge: { type: text }\nrules: []\n';

/** What a field marked in one message reads in others, where it is neither the value nor nothing. */
async function wrongOf(
  write: (value: string) => Promise<Reading>,
  marked: string,
  among: readonly string[] = values,
): Promise<string[]> {
  const reading = await write(marked);
  const start = formOf(reading).text.indexOf(marked);
  const act = { act: 'mark', in: 'message.text', start, end: start + marked.length, field: 'gauge' } as const;
  const sieve = compileSieve(done(editSieve(none, act, { name: 'a.eml', reading })));
  const wrong: string[] = [];
  for (const value of [marked, ...among]) {
    const result = sift(await write(value), sieve, noFacts);
    const read = result.kind === 'outcome' ? result.outcome.fields.gauge : undefined;
    if (read !== value) wrong.push(`${value} → ${JSON.stringify(read)}`);
  }
  return wrong;
}

describe.each(['Tern', '-3'])('a value marked where %s stood', (marked) => {
  test.each(Object.entries(lines))('in a text: %s', async (_, line) => {
    const write = (value: string) =>
      mail('plain', `Hello,\n\nhere it is.\n\nYard: Mole\n${line.replace('@', () => value)}\nPier: North\n\nBye\n`);
    // A sentence that begins with `>` is a quotation to everybody.
    const among = line.startsWith('@') ? values.filter((value) => !value.startsWith('>')) : values;
    expect(await wrongOf(write, marked, among)).toEqual([]);
  });

  test.each(Object.entries(html))('in HTML: %s', async (_, body) => {
    const write = (value: string) =>
      mail('html', `<p>Hello,</p><p>here it is.</p>${body.replace('@', () => escaped(value))}<p>Bye</p>`);
    expect(await wrongOf(write, marked)).toEqual([]);
  });
});
