import { describe, expect, test } from '@jest/globals';
import { piecesOf, piecesOfAddress, unmasked, unmaskedInPlace } from './index.js';

const hiddenIn = (text: string) => piecesOf(text).flatMap(({ hidden }) => hidden?.short ?? []);
const foreignIn = (address: string) => piecesOfAddress(address).flatMap(({ hidden }) => hidden?.short ?? []);

describe('what is hidden in a sender’s words', () => {
  test.each([
    ['an override that writes the rest backwards', 'invoice\u202Efdp.exe', ['RLO']],
    ['an isolate that is never closed', '\u2067berth request', ['RLI']],
    ['a letter without a width', 'Sk\u200Bua', ['U+200B']],
    ['a joiner among Latin letters', 'Sk\u200Dua', ['U+200D']],
    ['a tag that nobody sees', `Tern${String.fromCodePoint(0xe0041)}`, ['U+E0041']],
    ['a control character', 'bell\u0007', ['U+0007']],
    ['a soft hyphen', 'har\u00ADbour', ['U+00AD']],
    ['a null', 'a\u0000b', ['U+0000']],
  ])('%s', (_, text, found) => {
    expect(hiddenIn(text)).toEqual(found);
    expect(unmasked(text)).not.toMatch(/\u202e|\u2067|\u200b|\u200d|\u0007|\u00ad/);
    expect(unmaskedInPlace(text)).toHaveLength(text.length);
  });

  test.each([
    'Brådræt – ønsker om plads',
    'Müller & Söhne: „Anfrage“',
    'می\u200Cخواهم', // a joiner that belongs to the script
    'family \u{1F468}\u200D\u{1F469}\u200D\u{1F467}', // and to a picture
    'קטמרן, 12 מ׳',
    'two\nlines\tand a tab',
  ])('nothing in “%s”', (text) => expect(piecesOf(text)).toEqual([{ text, hidden: null }]));
});

describe('letters that look like others in an address', () => {
  test.each([
    ['h\u0430rbour@gannetbay.example', ['\u0430 Cyrillic']],
    ['office@g\u0430nnetb\u0430y.example', ['\u0430 Cyrillic', '\u0430 Cyrillic']],
    ['office@\u0430\u0440\u0440\u04cf\u0435.example', 5],
    ['off\u200Bice@gannetbay.example', ['U+200B']],
  ])('%s', (address, found) => {
    if (typeof found === 'number') expect(foreignIn(address)).toHaveLength(found);
    else expect(foreignIn(address)).toEqual(found);
  });

  test.each(['o.marsh@skerry.example', 'Грета@почта.example', 'søren@brisling.example', 'γραφείο@λιμάνι.example'])(
    'not in %s',
    (address) => expect(foreignIn(address)).toEqual([]),
  );
});
