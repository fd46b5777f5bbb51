import { dictionary } from '../dictionary.js';

/** The letters of a format of days and times, as luxon reads them: what each run of them stands for, and an example. */
export const formatLetters: Readonly<Record<string, string>> = dictionary({
  d: '5',
  dd: '05',
  ccc: 'Fri',
  cccc: 'Friday',
  EEE: 'Fri',
  EEEE: 'Friday',
  c: '5',
  E: '5',
  M: '5',
  MM: '05',
  MMM: 'May',
  MMMM: 'May',
  L: '5',
  LL: '05',
  LLL: 'May',
  LLLL: 'May',
  yy: '27',
  y: '2027',
  yyyy: '2027',
  H: '9',
  HH: '09',
  h: '9',
  hh: '09',
  m: '7',
  mm: '07',
  s: '3',
  ss: '03',
  SSS: '040',
  a: 'AM',
  Z: '+1',
  ZZ: '+01:00',
  ZZZ: '+0100',
  ZZZZ: 'GMT+1',
  z: 'Europe/London',
  W: '19',
  WW: '19',
  kkkk: '2027',
  o: '134',
  ooo: '134',
  q: '2',
  X: '1810195200',
  x: '1810195200000',
});

/** Letters that other tools write, and the ones meant. */
const meant: Readonly<Record<string, string>> = dictionary({
  YYYY: 'yyyy',
  YY: 'yy',
  Y: 'yyyy',
  DD: 'dd',
  D: 'd',
  DDDD: 'cccc',
  hhmm: 'HHmm',
  ii: 'mm',
  A: 'a',
  '%d': 'dd',
  '%m': 'MM',
  '%Y': 'yyyy',
  '%y': 'yy',
  '%H': 'HH',
  '%M': 'mm',
  '%S': 'ss',
  '%B': 'MMMM',
  '%b': 'MMM',
  '%A': 'cccc',
  '%a': 'ccc',
  '%e': 'd',
  '%I': 'hh',
  '%p': 'a',
});

/** The first run of letters in a format that stands for nothing, and the one that is probably meant; null where all stand for something. */
export function wrongLetters(format: string): { letters: string; instead: string | null } | null {
  const plain = format.replace(/'[^']*'/g, '');
  for (const [run] of plain.matchAll(/%.|([A-Za-z])\1*/g)) {
    if (Object.hasOwn(formatLetters, run)) continue;
    return { letters: run, instead: meant[run] ?? null };
  }
  return null;
}
