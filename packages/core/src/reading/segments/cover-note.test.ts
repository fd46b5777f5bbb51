import { describe, expect, test } from '@jest/globals';
import type { TextForm } from '../reading.js';
import { stubReason } from '../stub.js';
import { plainLinks } from '../text/plain-links.js';
import { isCoverNote } from './cover-note.js';
import { isKeyed } from './own-tail.js';

describe('a cover note', () => {
  test.each([
    '',
    'FYI',
    'Hi Nils,\n\ncan you take this one? It came to me at 10:30 by mistake.\n\nThanks, Jo',
    'See https://gannetbay.example/berths: it is all there.',
    'Please deal with it by Friday: I am away.\nPS: call me',
  ])('%j is one', (text) => {
    expect(isCoverNote(text)).toBe(true);
  });

  test.each([
    ['a line of label and value', 'Pier: North'],
    ['one with an equals sign', 'pier = North'],
    ['cells', 'Pier\tNorth'],
    ['bars', 'Tern | 9 m | North'],
    ['a list', '- Tern\n- Auk'],
    ['a letter', Array.from({ length: 12 }, () => 'We would like to come in on the evening tide.').join('\n')],
    ['many words', 'word '.repeat(90)],
  ])('%s is more than that', (_, text) => {
    expect(isCoverNote(text)).toBe(false);
  });
});

test.each([
  ['Vessel: Tern', true],
  ['- Length over all: 9 m', true],
  ['Vessel\tTern', true],
  ['Vessel:', false],
  ['Hello: Ann', false],
  ['https://x.example', false],
  ['It is as I said, my friend: no', false],
  ['We come in on the late evening tide of Monday: yes', false],
])('“%s” has a label and a value: %s', (line, keyed) => {
  expect(isKeyed(line)).toBe(keyed);
});

test.each([
  ['See https://x.example/a.', ['https://x.example/a']],
  ['(https://x.example/a_(b)) and www.y.example, too', ['https://x.example/a_(b)', 'http://www.y.example']],
  ['<https://x.example/?a=1&b=2>', ['https://x.example/?a=1&b=2']],
  ['mailto:a@x.example!', ['mailto:a@x.example']],
  ['no link at all: x.example', []],
])('links of %j', (text, hrefs) => {
  const links = plainLinks(text);
  expect(links.map(({ href }) => href)).toEqual(hrefs);
  for (const { start, end, href } of links) expect(href.endsWith(text.slice(start, end))).toBe(true);
});

describe('a stub beside HTML', () => {
  const html = { text: 'Vessel: Tern\nPier: North\n'.repeat(40) } as TextForm;

  test.each([
    ['', 'the plain part is empty'],
    ['To view this message, use an HTML compatible email client', 'the plain part only points to the HTML'],
    [
      'Ihr Programm zeigt HTML nicht an. Im Browser ansehen: https://x.example',
      'the plain part only points to the HTML',
    ],
    ['Vessel: Tern, Pier: North', null],
  ])('%j', (text, reason) => {
    expect(stubReason(text, html)).toBe(reason);
  });

  test('without HTML, or with HTML that says no more, it stands for itself', () => {
    expect(stubReason('View this in your browser', null)).toBeNull();
    expect(stubReason('View this in your browser', { text: 'View this' } as TextForm)).toBeNull();
  });
});
