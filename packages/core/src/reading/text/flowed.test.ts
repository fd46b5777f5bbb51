import { describe, expect, test } from '@jest/globals';
import { unflow } from './flowed.js';

describe('format=flowed', () => {
  test.each([
    [
      'lines that end in a space go on',
      'We come in on \nthe evening tide.\nBye',
      'We come in on the evening tide.\nBye',
    ],
    [
      'quotations join within their own depth',
      '> We come \n> in late\n>> Which \n>> vessel?\nTern',
      '> We come in late\n>> Which vessel?\nTern',
    ],
    ['a quotation that flows does not swallow what is deeper', '> one \n>> two', '> one\n>> two'],
    ['a quotation that flows ends where own words begin', '> one \ntwo', '> one\ntwo'],
    ['a space that stuffs a line is taken off', ' From here\n > no quotation', 'From here\n> no quotation'],
    ['the signature mark never flows', 'Bye \n-- \nNils', 'Bye \n-- \nNils'],
  ])('%s', (_, written, text) => {
    expect(unflow(written, false)).toBe(text);
  });

  test('with DelSp the space goes', () => {
    expect(unflow('Kitti \nwake', true)).toBe('Kittiwake');
  });
});
