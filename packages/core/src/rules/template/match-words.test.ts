import { describe, expect, test } from '@jest/globals';
import { matchConstants, sameWord } from './match-words.js';
import { tokenise } from './normalise.js';

const match = (constants: string, line: string, from = 0) => {
  const tokens = tokenise(line, 0);
  const found = matchConstants(tokenise(constants, 0), tokens, from);
  return (
    found && {
      rest: tokens
        .slice(found.to)
        .map(({ norm }) => norm)
        .join(' '),
      same: found.sameSeparator,
    }
  );
};

describe('the same word', () => {
  test.each([
    ['vessel', 'vessel', true],
    ['vessel', 'vesel', true],
    ['vessel', 'vassel', true],
    ['vessel', 'vss', false],
    ['mail', 'mall', false],
    ['berth1', 'berth2', false],
    ['arrival', 'arrivals', true],
    ['arrival', 'departure', false],
  ])('%s and %s: %s', (a, b, same) => {
    expect(sameWord(a, b)).toBe(same);
  });
});

describe('constants on a line', () => {
  test.each([
    ['Vessel:', 'Vessel: Tern', { rest: 'tern', same: true }],
    ['Vessel:', 'VESSEL = Tern', { rest: 'tern', same: false }],
    ['Vessel:', 'Vessel\tTern', { rest: 'tern', same: false }],
    ['Vessel:', 'Vessel Tern', null],
    ['Vessel:', 'Vessel type: ketch', null],
    ['Vessel:', 'Vessel', { rest: '', same: false }],
    ['Length over all', 'Length, over all 9', { rest: '9', same: null }],
    ['Length over all', 'Length all over', null],
    ['E-mail:', 'E mail: x', { rest: 'x', same: true }],
  ])('%j on %j', (constants, line, expected) => {
    expect(match(constants, line)).toEqual(expected);
  });
});
