import { plain } from '../text/plain-words.js';
import { subjectKind } from './phrases.js';

const prefix = /^\s*(?:\[[^\]]{1,40}\]\s*)*[\p{L}.]{1,16}(?:\[\d{1,3}\])?\s?:\s*/u;
const maxPrefixes = 10;

/** Where a subject begins behind `Re:`, `Fwd:` and their like in other languages, however many. */
export function bareSubjectStart(subject: string): number {
  let at = 0;
  for (let i = 0; i < maxPrefixes; i++) {
    const found = prefix.exec(subject.slice(at))?.[0];
    if (found === undefined || subjectKind(plain(found)) === null) break;
    at += found.length;
  }
  return at;
}
