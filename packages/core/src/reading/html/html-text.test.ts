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
    ['numbered items count', '<ol start="3"><li><p>a</p><li>b</ol>', '3. a\n4. b'],
    ['lists in lists', '<ul><li>a<ul><li>b</ul></ul>', '- a\n  - b'],
    [
      'inline elements that their style sets on lines',
      '<span style="display:block">a</span><a style="display: inline-block">b</a>',
      'a\nb',
    ],
    ['a ruling is a line', 'a<hr>b', 'a\n----------\nb'],
    [
      'what floats to the other side',
      '<div><span>Rope</span><span style="float:right">£4</span></div>x',
      'Rope\t£4\nx',
    ],
    ['what floats and stands alone', '<div style="float:left">a</div><div><i style="float: left">b</i></div>', 'a\nb'],
    ['a gap that only the style leaves', '<span style="display:inline-block">Name</span><span>Ada</span>', 'Name Ada'],
    ['a gap at the sides of a box', '<b style="padding:2px 6px">NEW</b>Rope<i style="margin:2px 0">!</i>', 'NEW Rope!'],
    [
      'a row whose first cell is empty is a line of its own',
      '<table><tr><th>Date</th><th>For</th><th>Sum</th></tr><tr><td></td><td>Dues</td><td>£4</td></tr><tr><td>1 May</td><td>Oil</td><td>£5</td></tr></table>',
      'Date\tFor\tSum\n\tDues\t£4\n1 May\tOil\t£5',
    ],
    ['space that the style keeps', '<div style="white-space: pre-wrap">a\n  b</div>c', 'a\n  b\nc'],
    ['conditional comments', '<!--[if mso]>a<![endif]--><![if !mso]>b<![endif]>', 'b'],
    ['padding of a preview line', 'a<span>&zwnj;</span>&shy;b', 'ab'],
  ])('%s', (_, html, text) => {
    expect(htmlToText(html).text).toBe(text);
  });

  test('a cell over several rows stands in each of them, at its place of the text', () => {
    const { tables, text } = htmlToText(
      '<table><tr><th>Day</th><th>Shift</th><th>Who</th></tr><tr><td rowspan="2">3 May</td><td>early</td><td>Ada</td></tr><tr><td>late</td><td>Dag</td></tr></table>',
    );
    const cells = tables[0]?.rows.map((row) => row.map((cell) => [cell.text, text.slice(cell.start, cell.end)]));
    expect(cells?.[2]).toEqual([
      ['3 May', '3 May'],
      ['late', 'late'],
      ['Dag', 'Dag'],
    ]);
  });

  test('cells over very many rows cannot fill the memory', () => {
    const row = `<tr>${'<td rowspan="40">x</td>'.repeat(30)}<td>y</td></tr>`;
    const { tables } = htmlToText(`<table><tr><th>a</th><th>b</th></tr>${row.repeat(2000)}</table>`);
    expect(tables.flatMap(({ rows }) => rows.flat()).length).toBeLessThan(90_000);
    // However many tables they are spread over.
    const small = `<table><tr>${'<th rowspan="40">x</th>'.repeat(20)}</tr>${'<tr><td>y</td></tr>'.repeat(39)}</table>`;
    const many = htmlToText(small.repeat(200)).tables.flatMap(({ rows }) => rows.flat());
    expect(many.length).toBeLessThan(30_000);
  });

  test.each([
    [
      'a sentence over two cells',
      '<tr><td>Thank you for your booking of</td><td>the north berth.</td></tr>',
      'Thank you for your booking of the north berth.',
    ],
    [
      'columns of paragraphs',
      '<tr><td><p>Dear Ann,</p><p>we are glad.</p></td><td><p>Open</p><p>9 to 5</p></td></tr>',
      'Dear Ann,\n\nwe are glad.\n\nOpen\n\n9 to 5',
    ],
    [
      'labels above their values',
      '<tr><td>Vessel<br><b>Tern</b></td><td>Length<br>9 m</td></tr>',
      'Vessel\nTern\nLength\n9 m',
    ],
    ['one cell a line', '<tr><td>Vessel: Tern</td></tr><tr><td>Pier: North</td></tr>', 'Vessel: Tern\nPier: North'],
    [
      'a table for each field',
      '<tr><td><table><tr><td>Vessel:</td><td>Tern</td></tr></table></td></tr><tr><td><table><tr><td>Pier:</td><td>North</td></tr></table></td></tr>',
      'Vessel:\tTern\n\nPier:\tNorth',
    ],
    [
      'a box around one text',
      '<tr><td>Vessel:</td><td><table><tr><td>Tern</td></tr></table></td></tr>',
      'Vessel:\tTern',
    ],
    [
      'a label and a long value',
      '<tr><td>Remarks</td><td>the bigger dog barks at the harbour bell whenever it rings, and at the crane, and at gulls</td></tr>',
      'Remarks\tthe bigger dog barks at the harbour bell whenever it rings, and at the crane, and at gulls',
    ],
  ])('layout tables: %s', (_, rows, text) => {
    const found = htmlToText(`<table>${rows}</table>`);
    expect(found.text).toBe(text);
    expect(found.tables).toEqual([]);
  });

  test.each([
    [
      'with a header, an empty cell and a line inside a cell',
      '<tr><th>Product<th>Litres<th>Price</tr><tr><td>Diesel<br>marine<td>20<td>£30</tr><tr><td>Oil<td><td>£3</tr>',
      [
        ['Product', 'Litres', 'Price'],
        ['Diesel marine', '20', '£30'],
        ['Oil', '', '£3'],
      ],
    ],
    [
      'of label and value, with spacers',
      '<tr><td>Vessel<td>&nbsp;<td>Tern</tr><tr><td>Remarks<td>&nbsp;<td>one<br>two</tr>',
      [
        ['Vessel', 'Tern'],
        ['Remarks', 'one\ntwo'],
      ],
    ],
    [
      'with a paragraph in every cell',
      '<tr><td><p>Pier<td><p>North</tr><tr><td><p>Nights<td><p>3</tr>',
      [
        ['Pier', 'North'],
        ['Nights', '3'],
      ],
    ],
    [
      'of two pairs a row',
      '<tr><td>Vessel<td>Tern<td>Pier<td>North</tr><tr><td>Nights<td>3<td>Crew<td>2</tr>',
      [
        ['Vessel', 'Tern', 'Pier', 'North'],
        ['Nights', '3', 'Crew', '2'],
      ],
    ],
  ])('data tables: %s', (_, rows, cells) => {
    const { text, tables } = htmlToText(`<p>a</p><table>${rows}</table><p>b</p>`);
    expect(tables.map((table) => table.rows.map((row) => row.map((cell) => cell.text)))).toEqual([cells]);
    expect(text).toBe(`a\n\n${cells.map((row) => row.join('\t')).join('\n')}\n\nb`);
    for (const { start, end, text: said } of tables.flatMap((table) => table.rows.flat()))
      expect(text.slice(start, end)).toBe(said);
  });

  test('cells over many columns do not fill the memory', () => {
    const rows = '<tr><td colspan="40">a<td>b</tr>'.repeat(5000);
    const [table] = htmlToText(`<table><tr><th>A<th>B</tr>${rows}</table>`).tables;
    expect(table?.rows.flat().filter(({ text }) => text === '').length).toBeLessThanOrEqual(10_000);
    expect(table?.rows.at(-1)?.map(({ text }) => text)).toEqual(['a', 'b']);
  });

  test('a cell over several columns has empty ones behind it, that stand nowhere in the text', () => {
    const cells =
      '<tr><td>Oil<td>2<td>£3</tr><tr><td colspan="2">Total<td>£3</tr><tr><td colspan="9999">Bye<td>now</tr>';
    const { text, tables } = htmlToText(`<table><tr><th>Product<th>Litres<th>Price</tr>${cells}</table>`);
    expect(text).toBe('Product\tLitres\tPrice\nOil\t2\t£3\nTotal\t£3\nBye\tnow');
    expect(tables[0]?.rows.slice(2).map((row) => row.map((cell) => cell.text))).toEqual([
      ['Total', '', '£3'],
      ['Bye', 'now'],
    ]);
  });

  test.each([
    ['display', 'style="display: none !important"', false],
    ['no height and nothing over it', 'style="max-height:0; overflow:hidden"', false],
    ['no height, and all over it', 'style="height:0"', true],
    ['no opacity', 'style="opacity:0"', false],
    ['half opacity', 'style="opacity:0.5"', true],
    ['off the page', 'style="position:absolute; left:-9999px"', false],
    ['letters of no size', 'style="font-size:0px"', false],
    ['small letters', 'style="font-size:0.8em"', true],
    ['a rule of the style sheet', 'class="a pre"', false],
    ['a rule for small screens only', 'class="small"', true],
    ['an id', 'id="gone"', false],
  ])('hidden by %s', (_, attributes, seen) => {
    const style =
      '<style>/* x */ .pre, #gone{display:none} @media (max-width:9px){.small{display:none}} .a{color:red}</style>';
    expect(htmlToText(`${style}<div ${attributes}>secret</div>shown`).text.includes('secret')).toBe(seen);
  });

  test('letters of no size come back where they are given one', () => {
    expect(
      htmlToText('<table><tr><td style="font-size:0">no<div style="font-size:14px">Tern</div></td></tr></table>').text,
    ).toBe('Tern');
  });

  test('what the markup sets apart', () => {
    const { text, cues } = htmlToText(
      '<blockquote>q</blockquote><div class="x_quote">w</div><div id="Signature">s</div>',
    );
    expect(cues.map(({ kind, start, end }) => [kind, text.slice(start, end)])).toEqual([
      ['quote', 'q'],
      ['wrap', 'w'],
      ['signature', 's'],
    ]);
  });

  test('an alternative text comes from its element', () => {
    const html = '<p>a <img src="x" alt="map of the bay"></p>';
    const run = htmlToText(html).source.at(-1);
    expect(html.slice(run?.source, (run?.source ?? 0) + (run?.sourceLength ?? 0))).toBe(
      '<img src="x" alt="map of the bay">',
    );
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
      '<table>',
      '</table>',
      '<th>',
      '<img alt="pier">',
      '<hr>',
      '<blockquote>',
      '<div style="font-size:0">',
      '<a href="x">',
      '</a>',
      '<pre>',
      '</pre>',
      '\n',
      '<',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 60 }), (pieces) => {
        const html = pieces.join('');
        const { text, source } = htmlToText(html);
        let last = 0;
        for (const run of source) {
          expect(run.start).toBeGreaterThanOrEqual(last);
          last = run.end;
          expect(run.source + run.sourceLength).toBeLessThanOrEqual(html.length);
          if (run.sourceLength === run.end - run.start)
            expect(html.slice(run.source, run.source + run.sourceLength)).toBe(text.slice(run.start, run.end));
        }
        expect(last).toBeLessThanOrEqual(text.length);
        // What no run covers was put there by us: breaks, cells, bullets and rulings.
        const ours = source.reduceRight((rest, { start, end }) => rest.slice(0, start) + rest.slice(end), text);
        expect(ours).toMatch(/^[-\d. \t\n]*$/);
      }),
      { numRuns: 500 },
    );
  });
});
