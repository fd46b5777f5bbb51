import { distance } from 'fastest-levenshtein';

/** Words shorter than this must be the same to the letter. */
const forgivingLength = 5;
/** A letter may be missing of a word of this length; short ones must begin alike: “there” is not “where”. */
const shortWord = 5;

/** One letter wrong, missing, too many, or two changed over, in words long enough that this says something; never in figures. */
export function isNearWord(a: string, b: string): boolean {
  const longer = Math.max(a.length, b.length);
  if (longer < forgivingLength || Math.abs(a.length - b.length) > 1) return false;
  // One edit leaves either the beginning or the end as it was.
  if (a[0] !== b[0] && (longer <= shortWord || a.at(-1) !== b.at(-1))) return false;
  if (a === b || /\d/.test(a) || /\d/.test(b)) return false;
  return distance(a, b) === 1 || swapped(a, b);
}

/** Two neighbouring letters changed over: `lenght`. */
function swapped(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  let at = 0;
  while (a[at] === b[at]) at++;
  return a[at] === b[at + 1] && a[at + 1] === b[at] && a.slice(at + 2) === b.slice(at + 2);
}
