import { describe, expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import { type Archived, messagesOf, TooMuch, zipBounds } from './zip-messages';

async function all(bytes: Uint8Array, bounds = zipBounds): Promise<Archived[]> {
  const found: Archived[] = [];
  for await (const one of messagesOf(new Blob([bytes as Uint8Array<ArrayBuffer>]), bounds)) found.push(one);
  return found;
}

describe('messages of a .zip', () => {
  test('the .eml files, wherever they lie; others are passed over', async () => {
    const bytes = zipSync({ 'a.eml': strToU8('one'), 'old/B.EML': strToU8('two'), 'notes.txt': strToU8('x') });
    const found = await all(bytes);
    expect(found.map(({ name, raw }) => [name, new TextDecoder().decode(raw ?? new Uint8Array())])).toEqual([
      ['a.eml', 'one'],
      ['old/B.EML', 'two'],
    ]);
  });

  test('one that is too long is named, and the others come', async () => {
    const bytes = zipSync({ 'long.eml': new Uint8Array(2000), 'b.eml': strToU8('two') });
    const found = await all(bytes, { ...zipBounds, message: 1000 });
    expect(found.map(({ name, raw }) => [name, raw?.length ?? null])).toEqual([
      ['long.eml', null],
      ['b.eml', 3],
    ]);
  });

  test('one that unpacks to far more than it is, or has too many entries, is refused', async () => {
    const swollen = zipSync({ 'a.eml': new Uint8Array(20_000_000) });
    expect(swollen.length).toBeLessThan(100_000);
    await expect(all(swollen, { ...zipBounds, unpacked: 1_000_000 })).rejects.toBeInstanceOf(TooMuch);
    const many = zipSync(Object.fromEntries(Array.from({ length: 30 }, (_, i) => [`${i}.eml`, strToU8('x')])));
    await expect(all(many, { ...zipBounds, entries: 20 })).rejects.toBeInstanceOf(TooMuch);
  });

  test('what is no archive gives nothing', async () => {
    expect(await all(strToU8('this is no archive'))).toEqual([]);
  });
});
