import { expect, test } from '@jest/globals';
import { foldEmail } from './fold-email.js';

test.each([
  ['N.Aldous@GannetBay.example', 'n.aldous@gannetbay.example'],
  [' n.aldous@gannetbay.example\u0000', 'n.aldous@gannetbay.example'],
  ['n.ald\u200bous@gannet\ufeffbay.example', 'n.aldous@gannetbay.example'],
  ['\uff4e.aldous@gannetbay.example', 'n.aldous@gannetbay.example'],
  // An accent makes another letter, and another person.
  ['n.áldous@gannetbay.example', 'n.áldous@gannetbay.example'],
])('%j is kept as %s', (written, kept) => {
  expect(foldEmail(written)).toBe(kept);
});
