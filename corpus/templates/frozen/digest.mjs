import { createHash } from 'node:crypto';
import { rawMessage } from '../kit/raw-message.mjs';
import { casesOf, families, sieveOf } from './cases.mjs';

/** SHA-256 over every message, sieve and expected record of the frozen set. */
export function digestOfFrozen() {
  const hash = createHash('sha256');
  for (const family of families) {
    hash.update(JSON.stringify(sieveOf(family)));
    for (const { letter, expected } of casesOf(family))
      hash.update(rawMessage(letter)).update(JSON.stringify(expected));
  }
  return hash.digest('hex');
}
