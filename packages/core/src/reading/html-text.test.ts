import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { htmlToText } from './html-text.js';

describe('text from HTML', () => {
  test.each([
    ['inline elements do not part words', '<p>Kit<b>ti</b>wake</p>', 'Kittiwake'],
    ['white space folds', '<p>a \n\t b</p>', 'a b'],
    ['paragraphs stand apart', '<p>a</p><p>b</p>', 'a\n\nb'],
    ['divs are lines', '<div>a</div><div>b</div>', 'a\nb'],
    ['breaks are kept', 'a<br>b<br><br>c', 'a\nb\n\nc'],
    [
      'cells keep apart, rows are lines',
      '<table><tr><td>a</td><td>b</td></tr><tr><td>c</td><td>d</td></tr></table>',
      'a\tb\nc\td',
    ],
    ['a paragraph in a cell does not break its row', '<table><tr><td>a</td><td><p>b</p></td></tr></table>', 'a\tb'],
    ['list items have a mark', '<ul><li>a<li>b</ul>', '- a\n- b'],
    ['preformatted text is kept', '<pre>a  b\n  c</pre>', 'a  b\n  c'],
    ['entities', '&lt;a&gt; &amp; &euro;5 &#8217;', '<a> & €5 ’'],
    ['a hard space is kept as it is', 'a&nbsp;b', 'a\u00a0b'],
    ['scripts and styles are not text', '<style>x</style><script>y</script>z', 'z'],
    ['what is hidden is not text', '<div style="display:none">x</div><span hidden>y</span>z', 'z'],
    ['alternative texts of images', '<img alt="Gannet Bay">', 'Gannet Bay'],
    ['unclosed elements', '<p>a<p>b<table><tr><td>c', 'a\n\nb\n\nc'],
    ['nothing', '', ''],
  ])('%s', (_, html, text) => {
    expect(htmlToText(html).text).toBe(text);
  });

  test('links keep their target and place', () => {
    const { text, links } = htmlToText('<p>See <a href="https://a.example/x">the <b>list</b></a>.</p>');
    expect(links.map(({ start, end, href }) => [text.slice(start, end), href])).toEqual([
      ['the list', 'https://a.example/x'],
    ]);
  });

  test('fifty thousand nested elements are read', () => {
    expect(htmlToText(`${'<div>'.repeat(50_000)}deep`).text).toBe('deep');
  });

  test('every character of the text comes from its place in the source', () => {
    const piece = fc.constantFrom(
      '<p>',
      '</p>',
      '<b>',
      '</b>',
      '<td>',
      '<tr>',
      '<br>',
      '&amp;',
      '&nbsp;',
      ' ',
      'word',
      'ß',
      '🚤',
      '<li>',
      '<a href="x">',
      '</a>',
      '<pre>',
      '</pre>',
      '\n',
      '<',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
        const html = pieces.join('');
        const { text, source } = htmlToText(html);
        let last = 0;
        for (const run of source) {
          expect(run.start).toBeGreaterThanOrEqual(last);
          last = run.end;
          if (run.sourceLength === run.end - run.start)
            expect(html.slice(run.source, run.source + run.sourceLength)).toBe(text.slice(run.start, run.end));
        }
        expect(last).toBeLessThanOrEqual(text.length);
      }),
      { numRuns: 500 },
    );
  });
});
