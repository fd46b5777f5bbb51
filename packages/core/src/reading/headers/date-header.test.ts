import { expect, test } from '@jest/globals';
import { readDateHeader } from './date-header.js';

test.each([
  ['Fri, 14 May 2027 09:12:00 +0100', '2027-05-14T09:12:00+01:00'],
  ['14 May 2027 09:12 GMT', '2027-05-14T09:12:00Z'],
  ['Fri,  14 May 2027 09:12:00 -0000 (nowhere)', '2027-05-14T09:12:00Z'],
  ['Fri, 14 May 2027 09:12:00 EST', '2027-05-14T09:12:00-05:00'],
  ['2027-05-14T09:12:00+01:00', '2027-05-14T09:12:00+01:00'],
  ['Fri, 31 Feb 2027 09:12:00 +0100', null],
  ['Fri, 14 May 2027 25:12:00 +0100', null],
  ['yesterday', null],
  ['', null],
  [null, null],
])('%s is %s', (header, iso) => {
  expect(readDateHeader(header)).toBe(iso);
});
