import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { digestsOfMade } from '../../../corpus/kept/made.mjs';
import { compileSieve, publicReading, readMessage, sift, suggestSieve, tryCompileSieve } from './index.js';
import { fitOfValue, localeOf, readValue, valueTypes } from './values/index.js';

const core = {
  ...{ compileSieve, publicReading, readMessage, sift, suggestSieve, tryCompileSieve },
  ...{ fitOfValue, localeOf, readValue, valueTypes },
};

// To see what changed: npm run corpus:kept -- --print GROUP, here and before. To keep it: npm run corpus:kept -- --write.
test('everything in the corpora becomes what it became, value for value and word for word', async () => {
  const kept = JSON.parse(
    readFileSync(new URL('../../../corpus/kept/digests.json', import.meta.url), 'utf8'),
  ) as object;
  expect(await digestsOfMade(core)).toEqual(kept);
});
