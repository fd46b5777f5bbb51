import { describe, expect, test } from '@jest/globals';
import { limits } from '../limits.js';
import { htmlToText } from './html/html-text.js';
import { type HtmlElement, parseHtml } from './html/tree.js';
import { readMessage } from './index.js';

/** Half a megabyte: what costs the square of its length takes minutes with it, and the test never ends. */
const bytes = 512 * 1024;
const filled = (piece: string) => piece.repeat(Math.floor(bytes / Buffer.byteLength(piece)));

const read = (head: string, body: string) =>
  readMessage(Buffer.from(`From: form@gannetbay.example\r\nSubject: x\r\n${head}\r\n\r\n${body}`));

function depthOf(root: HtmlElement): number {
  let level = [root];
  for (let depth = 0; ; depth++) {
    level = level.flatMap(({ children }) => children.filter((child) => child.kind === 'element'));
    if (level.length === 0) return depth;
  }
}

describe('elements in each other', () => {
  test('are kept down to a depth; of what lies deeper the text is kept, and its breaks', () => {
    const nested = (count: number) => `${'<div>'.repeat(count)}a<div>b</div>c${'</div>'.repeat(count)}<p>d</p>`;
    expect(htmlToText(nested(5))).toMatchObject({ text: 'a\nb\nc\n\nd', flattened: false });
    expect(htmlToText(nested(50), 20)).toMatchObject({ text: 'a\nb\nc\n\nd', flattened: true });
    expect(depthOf(parseHtml(nested(50), 20).root)).toBeLessThanOrEqual(21);
  });

  test('inline ones do not part words, and what follows the deep ones is read as ever', () => {
    const deep = `${'<b>'.repeat(50)}Kit<i>ti</i>wake${'</b>'.repeat(50)}`;
    const { text, tables } = htmlToText(`${deep}<table><tr><th>Pier<th>Nights<tr><td>North<td>3</table>`, 20);
    expect(text).toBe('Kittiwake\n\nPier\tNights\nNorth\t3');
    expect(tables).toHaveLength(1);
  });

  test('that nobody closed do not swallow the ends of what was there before them', () => {
    const { text } = htmlToText(`<div>${'<b>'.repeat(50)}x</div>y<div>z</div>`, 20);
    expect(text).toBe('x\ny\nz');
  });

  test('are told of, with the depth', async () => {
    const { problems } = await read('Content-Type: text/html', '<div>'.repeat(limits.htmlDepth + 10));
    expect(problems).toEqual([
      { code: 'YS-READING-NESTING', text: expect.stringContaining(`more than ${limits.htmlDepth} deep`) },
    ]);
    expect((await read('Content-Type: text/html', '<div>'.repeat(100))).problems).toEqual([]);
  });
});

describe('what is made to be slow is read to its end', () => {
  test.each([
    ['divs', filled('<div>')],
    ['tables in cells', filled('<table><tr><td>')],
    ['paragraphs', filled('<p>')],
    ['breaks', filled('<br>')],
    ['empty cells of one row', `<table><tr>${filled('<td></td>')}`],
    ['marks of no width before a letter', `${filled('\ufeff')}x`],
    ['comments in a style', `<style>${filled('/*')}`],
    ['comments in the styles of elements', filled(`<p style="${'/*'.repeat(1000)}">`)],
  ])('HTML: %s', async (_, html) => {
    const { html: form } = await read('Content-Type: text/html; charset=utf-8', html);
    expect(form?.text).not.toBeNull();
  });

  test.each([
    ['line ends', `${filled('\r\n')}x`],
    ['headers of forwards', filled('Importance: x\r\n')],
    ['headers with gaps between', filled('Importance: x\r\n\r\n')],
    ['brackets below a closing', `Regards,\r\n${filled('(')}x`],
    ['addresses with brackets', filled(`http://a${')'.repeat(1900)} `)],
    ['dates and addresses alone', filled(`2027-05-03 ${'<a@'.repeat(100)}:\r\n`)],
  ])('text: %s', async (_, text) => {
    expect((await read('Content-Type: text/plain', text)).plain?.text.length).toBeGreaterThan(100_000);
  });

  test.each([
    ['Date', '('],
    ['Content-Transfer-Encoding', '('],
    ['To', '"a, b" <x@y.example>, '],
    ['Subject', '=?utf-8?q?a?= '],
  ])('a header: %s of %s', async (name, piece) => {
    const { plain } = await read(`${name}: ${piece.repeat(Math.floor(250_000 / piece.length))}`, 'Tern');
    expect(plain?.text).toContain('Tern');
  });
});
