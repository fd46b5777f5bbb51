import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { references } from './references.mjs';

test.each(Object.entries(await references()))(
  '%s follows from the code; if not, run: npm run generate',
  (name, text) => {
    expect(readFileSync(new URL(`../docs/reference/${name}`, import.meta.url), 'utf8')).toBe(text);
  },
);
