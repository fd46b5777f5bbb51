import { describe, expect, test } from '@jest/globals';
import { annotatedLines, subjectLine } from './annotated-lines';
import type { Evidence } from './outcome';

const text = 'Vessel: Selkie\nArrives 3 June for four nights\nRemarks: late,\nby night\n\n-- \nForm 7';
const at = (words: string, where = 'message.text'): Evidence => {
  const start = text.indexOf(words);
  return { how: 'read', in: where, start, end: start + words.length, raw: words, rule: 'form' };
};
const signature = text.indexOf('-- ');
const reading = {
  text,
  outline: [
    { kind: 'own' as const, start: 0, end: signature, reason: '', level: 0 },
    { kind: 'signature' as const, start: signature, end: text.length, reason: '', level: 0 },
  ],
  body: [{ start: 0, end: signature }],
};

describe('the galley proof', () => {
  const lines = annotatedLines(reading, {
    vessel: [at('Selkie')],
    arrival: [at('3 June')],
    nights: [at('four')],
    remarks: [at('late,\nby night')],
    fee: [{ how: 'default', in: null, start: null, end: null, raw: null, rule: null }],
  });

  test('rules lines that no field took, and no others', () => {
    const left = { start: text.indexOf('Arrives'), end: text.indexOf('\nRemarks') };
    expect(annotatedLines(reading, {}, [left]).map((line) => line.left)).toEqual([
      false,
      true,
      false,
      false,
      false,
      false,
      false,
    ]);
    expect(lines.some((line) => line.left)).toBe(false);
  });

  test('puts the text together again, line by line', () => {
    expect(lines.map(({ pieces }) => pieces.map((piece) => piece.text).join('')).join('\n')).toBe(text);
  });

  test('marks exactly the words a value was read from', () => {
    expect(lines[0]?.pieces).toEqual([
      { text: 'Vessel: ', field: null },
      { text: 'Selkie', field: 'vessel' },
    ]);
  });

  test('names the values of a line in their order, and one of several lines only where it begins', () => {
    expect(lines.map(({ fields }) => fields)).toEqual([['vessel'], ['arrival', 'nights'], ['remarks'], [], [], [], []]);
    expect(lines[3]?.pieces).toEqual([{ text: 'by night', field: 'remarks' }]);
  });

  test('names a segment where it begins, and greys what rules do not look at', () => {
    expect(lines.map(({ segment }) => segment)).toEqual([null, null, null, null, null, 'signature', null]);
    expect(lines.map(({ muted }) => muted)).toEqual([false, false, false, false, false, true, true]);
  });

  test('draws the first of two values that share words', () => {
    const [line] = annotatedLines(reading, { vessel: [at('Selkie')], name: [at('elkie')] });
    expect(line?.pieces.map(({ field }) => field)).toEqual([null, 'vessel']);
  });
});

test('a value read in the subject is marked there, and not in the text', () => {
  const evidence = { vessel: [at('Vessel', 'message.subject')] };
  expect(subjectLine('Vessel: x', evidence)).toMatchObject({ fields: ['vessel'], muted: false });
  expect(annotatedLines(reading, evidence).every(({ fields }) => fields.length === 0)).toBe(true);
});

test('where a line ends within a cell is known in the piece it stands in, and no other', () => {
  const words = 'Qty\tDish\n2\tFish pie no peas\tx';
  const cell = { start: words.indexOf('Fish'), end: words.indexOf('\tx'), header: false, text: 'Fish pie no peas' };
  const brk = words.indexOf(' no');
  const lines = [
    { start: cell.start, end: brk },
    { start: brk + 1, end: cell.end },
  ];
  const tables = [{ start: 0, end: words.length, rows: [[{ ...cell, lines }]] }];
  const dish: Evidence = { ...at('Selkie'), start: cell.start, end: cell.end };
  const drawn = annotatedLines({ text: words, outline: [], body: [], tables }, { dish: [dish] });
  expect(drawn[1]?.pieces.map(({ text: said, breaks }) => [said, breaks])).toEqual([
    ['2\t', undefined],
    ['Fish pie no peas', [8]],
    ['\tx', undefined],
  ]);
});
