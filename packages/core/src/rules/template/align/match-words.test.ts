import { describe, expect, test } from '@jest/globals';
import { compileLayout } from '../layout/landmarks.js';
import { tokenise } from '../text/tokens.js';
import { sameWord } from '../text/words.js';
import { closeLabel, matchConstants } from './match-words.js';

/** What is left of a line behind a label of a layout, and whether it is closed as in the sample; null when it is no such label. */
const behind = (label: string, line: string, collapsed = false) => {
  const layout = compileLayout('form', `${label}[[value]]`, { value: { type: 'text' } });
  const landmark = 'code' in layout ? undefined : layout.landmarks[0];
  if (!landmark) throw new Error('the label cannot be compiled');
  const tokens = tokenise(line, 0);
  const match = matchConstants(landmark.before, tokens, 0);
  const closed = match && closeLabel(landmark.closing, landmark.before, tokens, match, collapsed);
  const rest = tokens.slice(closed?.to ?? 0).map(({ norm }) => norm);
  return closed && { rest: rest.join(' '), same: closed.sameSeparator };
};

describe('the same word', () => {
  test.each([
    ['vessel', 'vessel', true],
    ['vessel', 'vesel', true],
    ['vessel', 'vassel', true],
    ['vessel', 'vessle', true],
    ['vessel', 'vss', false],
    ['phone', 'phne', true],
    ['phone', 'xhone', false],
    ['where', 'there', false],
    ['mail', 'mall', false],
    ['berth1', 'berth2', false],
    ['arrival', 'arrivals', true],
    ['arrival', 'departure', false],
  ])('%s and %s: %s', (a, b, same) => {
    expect(sameWord(a, b)).toBe(same);
  });
});

test('columns that collapsed into single spaces, as in HTML', () => {
  expect(behind('Vessel     ', 'Vessel Tern', true)).toEqual({ rest: 'tern', same: false });
  expect(behind('Vessel\t', 'Vessel Tern', true)).toEqual({ rest: 'tern', same: false });
  expect(behind('Vessel     ', 'Vessel type: ketch', true)).toBeNull();
});

describe('a label and what closes it', () => {
  test.each([
    ['Vessel: ', 'Vessel: Tern', { rest: 'tern', same: true }],
    ['Vessel: ', 'VESSEL = Tern', { rest: 'tern', same: false }],
    ['Vessel: ', 'Vessel\tTern', { rest: 'tern', same: false }],
    ['Vessel: ', 'Vessel     Tern', { rest: 'tern', same: false }],
    ['Vessel: ', 'Vessel (required): Tern', { rest: 'tern', same: true }],
    ['Vessel: ', 'Vessel*: Tern', { rest: 'tern', same: true }],
    ['Vessel: ', 'Vessel (ketch) Tern', null],
    ['Vessel: ', 'Vessel Tern', null],
    ['Vessel: ', 'Vessel type: ketch', null],
    ['Vessel: ', 'Vessel', { rest: '', same: false }],
    ['*Vessel:* ', '*Vessel:* Tern', { rest: 'tern', same: true }],
    ['*Vessel:* ', 'Vessel: Tern', { rest: 'tern', same: true }],
    ['Vessel     ', 'Vessel         Tern', { rest: 'tern', same: true }],
    ['Vessel     ', 'Vessel Tern', null],
    ['Vessel     ', 'Vessel type    ketch', null],
    ['VESSEL ', 'Vessel Tern', { rest: 'tern', same: null }],
    ['Length over all ', 'Length, over all 9', { rest: '9', same: null }],
    ['Length over all ', 'Length all over', null],
    ['Low ', 'Low -13.4', { rest: '- 13 . 4', same: null }],
    ['Low: ', 'Low -13.4', { rest: '- 13 . 4', same: false }],
    ['Low: ', 'Low - 13.4', { rest: '13 . 4', same: false }],
    ['E-mail: ', 'E mail: x', { rest: 'x', same: true }],
    ['E-mail: ', 'Email: x', { rest: 'x', same: true }],
    ['Email: ', 'E-mail: x', { rest: 'x', same: true }],
  ])('%j on %j', (label, line, expected) => {
    expect(behind(label, line)).toEqual(expected);
  });
});
