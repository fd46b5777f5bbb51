import { describe, expect, test } from '@jest/globals';
import { readMessage } from '@yellow-sieve/core';
import { originalHtml } from './original-html.js';
import { sanitise } from './sanitise.js';

const clean = (html: string) => sanitise(html, 'data-ours');

describe('sanitised HTML', () => {
  test.each([
    ['a script', '<script>alert(1)</script>x'],
    ['a script in SVG', '<svg><script>alert(1)</script></svg>x'],
    ['a handler', '<p onclick="alert(1)" onmouseover=alert(1)>x</p>'],
    ['a link that runs', '<a href="javascript:alert(1)">x</a>'],
    ['a remote picture', '<img src="https://pixel.example/a.png" srcset="https://pixel.example/b.png 2x">x'],
    ['a style that fetches', '<p style="background:url(https://pixel.example/)">x</p>'],
    ['a style element', '<style>@import "https://pixel.example/a.css"; body{display:none}</style>x'],
    ['a style that closes itself', '<style></style><img src=x onerror=alert(1)></style>x'],
    ['a frame', '<iframe src="https://pixel.example"></iframe>x'],
    ['a form', '<form action="https://pixel.example"><input name=a><button>Send</button></form>x'],
    ['a base', '<base href="https://pixel.example/">x'],
    ['a refresh', '<meta http-equiv="refresh" content="0;url=https://pixel.example">x'],
    ['an object', '<object data="https://pixel.example"></object><embed src="https://pixel.example">x'],
    ['a template', '<template><img src="https://pixel.example"></template>x'],
    ['MathML that becomes markup', '<math><mtext><table><mglyph><style><img src=x onerror=alert(1)>x'],
    ['a comment that ends early', '<!--><img src=x onerror=alert(1)>-->x'],
    ['an attribute that breaks out', '<p title="x&quot; onmouseover=&quot;alert(1)">x</p>'],
  ])('%s is harmless', (_, html) => {
    const out = clean(html);
    expect(out).not.toMatch(/<(script|style|iframe|form|input|base|meta|object|embed|svg|math|template|img|a)\b/i);
    // What stands between quotes is no markup any more.
    expect(out.replace(/"[^"]*"/g, '""')).not.toMatch(/<[^>]*\s(on\w+|src|srcset|href|action)\s*=/i);
    expect(out).not.toMatch(/url\(|@import/i);
  });

  test('a style cannot leave its place', () => {
    const out = clean('<div style="position:fixed;inset:0;z-index:99;color:red;margin:4px 2px">x</div>');
    expect(out).toBe('<div style="color:red;margin:4px 2px">x</div>');
  });

  test('words, tables and looks stay; a link says where it would lead', () => {
    expect(clean('<table><tr><td colspan="2"><b>Pier</b> &amp; <i>place</i></td></tr></table>')).toBe(
      '<table><tr><td colspan="2"><b>Pier</b> &amp; <i>place</i></td></tr></table>',
    );
    expect(clean('<a href="https://berth.example/x">see</a>')).toContain('title="https://berth.example/x"');
    expect(clean('<img src="cid:1" alt="A map">')).toContain('[A map]');
  });

  test('marks of the sender are not ours', () => {
    expect(clean('<mark data-ours2="0" class="a">x</mark>')).toBe('<mark>x</mark>');
  });

  test('50,000 nested divs are no trouble', () => {
    const out = clean(`${'<div>'.repeat(50_000)}deep${'</div>'.repeat(50_000)}`);
    expect(out).toContain('deep');
    expect(out.match(/<div>/g)?.length).toBeLessThan(300);
  });
});

describe('marks in the original', () => {
  const shown = async (html: string, values: Record<string, string>) => {
    const raw = `Content-Type: text/html; charset=utf-8\r\n\r\n${html}`;
    const { html: form } = await readMessage(Buffer.from(raw));
    if (!form) throw new Error('the message has no HTML');
    const marks = Object.entries(values).map(([field, words], place) => {
      const start = form.text.indexOf(words);
      if (start < 0) throw new Error(`“${words}” does not stand in the text`);
      return { field, place, start, end: start + words.length };
    });
    return originalHtml(form.html, form.source, marks);
  };
  const marked = (page: string) =>
    [...page.matchAll(/<mark data-[0-9a-f]+="(\d+)">([\s\S]*?)<\/mark>/g)].map(
      ([, field, words]) => `${field} ${words}`,
    );

  test('stand around the words a value was read from, whatever tags and entities they hold', async () => {
    const page = await shown(
      '<table><tr><td>Vessel</td><td>Blue <b>Puf</b>fin</td></tr><tr><td>Crew &amp; dog</td></tr></table>',
      {
        vessel: 'Blue Puffin',
        crew: 'Crew & dog',
      },
    );
    expect(marked(page)).toEqual(['0 Blue', '0 Puf', '0 fin', '1 Crew &amp; dog']);
  });

  test('words with only space between them are one mark', async () => {
    expect(marked(await shown('<p>We come\n  in late</p>', { remarks: 'We come in late' }))).toEqual([
      '0 We come\n  in late',
    ]);
  });

  test('a field’s name cannot become markup', async () => {
    const page = await shown('<p>x1</p>', { '"><script>': 'x1' });
    expect(page).not.toContain('<script');
  });
});
