import { describe, expect, test } from '@jest/globals';
import type { Named } from '../suggest/write-layout.js';
import { slotsIn, withBlock, withEnd, withoutSlot, withSlot } from './layout-text.js';

const message = `Dear desk,

Vessel: Tern
Skipper: Ottoline Marsh
Crew:
- Ann, 2
- Bo, 3

Thank you.
`;
const mark = (field: string, words: string): Named => {
  const start = message.indexOf(words);
  return { label: field, field, start, end: start + words.length, by: 'label' };
};
const vessel = mark('vessel', 'Tern');

describe('slots of a line', () => {
  test.each([
    ['Vessel: [[vessel]]', ['vessel']],
    ['[[a, b]] and [[c]]', ['a', 'b', 'c']],
    ['Enquiry: [[enquiry...]]', ['enquiry']],
    ['[[*]] is no field', []],
    ['nothing', []],
  ])('“%s”', (line, names) => {
    expect(slotsIn(line)).toEqual(names);
  });
});

describe('one more slot', () => {
  const put = (layout: string, one: Named, known: Named[] = [vessel], cells: Named[] = []) =>
    withSlot(layout, { message, mark: one, known, cells });

  test('comes behind the lines that stand before it in the message', () => {
    expect(put('Vessel: [[vessel]]\n', mark('skipper', 'Ottoline Marsh'))).toBe(
      'Vessel: [[vessel]]\nSkipper: [[skipper]]\n',
    );
  });

  test('comes before the lines that stand behind it', () => {
    expect(put('Thank you.\n', vessel, [])).toBe('Vessel: [[vessel]]\nThank you.\n');
  });

  test('shares the line of another value, which is written anew from the message', () => {
    const skipper = mark('skipper', 'Ottoline Marsh');
    const first = mark('first', 'Ottoline');
    const last = { ...mark('last', 'Marsh'), start: skipper.start + 9, end: skipper.end };
    expect(put('Skipper: [[first]] x\n', last, [first])).toBe('Skipper: [[first]] [[last]]\n');
  });

  test('begins an empty layout', () => {
    expect(put('\n', vessel, [])).toBe('Vessel: [[vessel]]\n');
  });

  test('below a block stays below it, and within comes to its first item', () => {
    const block = 'Vessel: [[vessel]]\n[[rows:]]\n- [[who]], [[age]]\n[[:rows]]\n';
    const cells = [mark('who', 'Ann'), mark('who', 'Bo')];
    expect(put(block, mark('whom', 'you'), [vessel], cells)).toBe(`${block}Thank [[whom]].\n`);
  });
});

describe('a block', () => {
  const start = message.indexOf('- Ann');
  const over = { start, end: message.indexOf('Thank') };
  const block = '[[rows:]]\n- [[who]], [[age]]\n[[:rows]]';

  test('stands where its items do, between the lines around them', () => {
    const layout = 'Vessel: [[vessel]]\nThank you.\n';
    expect(withBlock(layout, { message, known: [vessel], over, block })).toBe(
      `Vessel: [[vessel]]\n${block}\nThank you.\n`,
    );
  });

  test('takes the place of another one, and of lines among its items', () => {
    const layout = 'Vessel: [[vessel]]\n- Ann, 2\n[[rows:]]\n[[x]]\n[[:rows]]\n';
    expect(withBlock(layout, { message, known: [vessel], over, block })).toBe(`Vessel: [[vessel]]\n${block}\n`);
  });
});

describe('a slot taken out', () => {
  test.each([
    ['goes with its line', 'Vessel: [[vessel]]\nOther: [[b]]\n', 'Other: [[b]]\n'],
    ['goes with the label above it', 'Vessel\n[[vessel]]\nOther: [[b]]\n', 'Other: [[b]]\n'],
    ['leaves its place where others share the line', 'A: [[vessel]] B: [[b]]\n', 'A: [[*]] B: [[b]]\n'],
    ['leaves the other of a link', '[[vessel, url]] and [[b]]\n', '[[url]] and [[b]]\n'],
    ['that is not there changes nothing', 'Other: [[b]]\n', 'Other: [[b]]\n'],
  ])('%s', (_, layout, left) => {
    expect(withoutSlot(layout, 'vessel')).toBe(left);
  });
});

test('where its line says the value of another field once more, these words are ignored', () => {
  const alarm = 'WARNING: disk /var on db-3 is full\nHost: db-3\n';
  const at = (field: string, words: string, from = 0): Named => {
    const start = alarm.indexOf(words, from);
    return { label: field, field, start, end: start + words.length, by: 'label' };
  };
  const host = at('host', 'db-3', alarm.indexOf('Host'));
  const all = { message: alarm, mark: at('disk', '/var'), known: [host], cells: [] };
  expect(withSlot('Host: [[host]]\n', all)).toBe('WARNING: disk [[disk]] on [[*]] is full\nHost: [[host]]\n');
});

describe('a value of sentences', () => {
  const letter = 'Name: Ada\nEnquiry: Is the hall free in May?\nDay: 4 May\n\nOffice: North\n';
  const at = (field: string, words: string): Named => {
    const start = letter.indexOf(words);
    return { label: field, field, start, end: start + words.length, by: 'label' };
  };
  const [name, enquiry, day, office] = [at('name', 'Ada'), at('enquiry', 'Is the hall free in May?'), at('day', '4 May'), at('office', 'North')]; // biome-ignore format: one line
  const put = (layout: string, one: Named, known: Named[]) =>
    withSlot(layout, { message: letter, mark: one, known, cells: [] });

  test('runs on to the next line of the layout, whichever of the two was marked first', () => {
    const both = 'Enquiry: [[enquiry...]]\nDay: [[day]]\n';
    expect(put('Enquiry: [[enquiry]]\n', day, [enquiry])).toBe(both);
    expect(put('Day: [[day]]\n', enquiry, [day])).toBe(both);
  });

  test('does not where something else stands between, or where it is but a name', () => {
    expect(put('Enquiry: [[enquiry]]\n', office, [enquiry])).toBe('Enquiry: [[enquiry]]\nOffice: [[office]]\n');
    expect(put('Name: [[name]]\n', enquiry, [name])).toBe('Name: [[name]]\nEnquiry: [[enquiry]]\n');
  });

  test('goes with its label as any other', () => {
    expect(withoutSlot('Enquiry\n[[enquiry...]]\nDay: [[day]]\n', 'enquiry')).toBe('Day: [[day]]\n');
  });
});

test('a line that ends the value above it has its label alone, or all its words', () => {
  expect(withEnd('Vessel: [[vessel]]\n', 'vessel', message, message.indexOf('Skipper'), 1)).toBe(
    'Vessel: [[vessel]]\nSkipper: [[*]]\n',
  );
  expect(withEnd('Vessel: [[vessel]]\n', 'vessel', message, message.indexOf('Thank'), 1)).toBe(
    'Vessel: [[vessel]]\nThank you.\n',
  );
  // Right below a value alone on its line stands another, but not what frames it.
  const framed = '--- Words ---\nPlease call.\n--- end ---\n';
  expect(withEnd('--- Words ---\n[[words]]\n', 'words', framed, framed.indexOf('--- end'), 1)).toBe(
    '--- Words ---\n[[words]]\n--- end ---\n',
  );
});
