import { createHash } from 'node:crypto';
import { casesOf, families, sieveOf } from './cases.mjs';

/** SHA-256 over every message, sieve and expected row of the frozen set. */
export async function digestOfFrozenRows() {
  const hash = createHash('sha256');
  for (const family of families) {
    hash.update(JSON.stringify(await sieveOf(family)));
    for (const { raw, head, rows } of casesOf(family)) hash.update(raw).update(JSON.stringify([head, rows]));
  }
  return hash.digest('hex');
}
