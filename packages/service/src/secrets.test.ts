import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import { Secrets } from './secrets.js';

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-secrets-'));
afterAll(() => rmSync(folder, { recursive: true }));

describe('secrets', () => {
  const file = join(folder, 'deep', 'key');
  const secrets = Secrets.fromFile(file);

  test('come back as they were, and are never sealed alike twice', () => {
    const data = { password: 'quay' };
    expect(secrets.open(secrets.seal(data))).toEqual(data);
    expect(secrets.seal(data)).not.toBe(secrets.seal(data));
    expect(secrets.seal(data)).not.toContain('quay');
  });

  test('the key file is its owner’s alone, and is used again', () => {
    expect(statSync(file).mode & 0o077).toBe(0);
    expect(Secrets.fromFile(file).open(secrets.seal('x'))).toBe('x');
  });

  test('what was changed, or sealed with another key, does not open', () => {
    const sealed = secrets.seal('x');
    expect(() => secrets.open(`${sealed.slice(0, -4)}AAA=`)).toThrow();
    expect(() => Secrets.fromFile(join(folder, 'other')).open(sealed)).toThrow('sealed with the key');
  });

  test('a file that holds no key is refused with a sentence', () => {
    const broken = join(folder, 'broken');
    writeFileSync(broken, 'short');
    expect(() => Secrets.fromFile(broken)).toThrow('does not hold 32 bytes');
    expect(readFileSync(broken, 'utf8')).toBe('short');
  });
});
