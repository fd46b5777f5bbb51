import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, test } from '@jest/globals';
import { formOf, type Reading, readMessage } from '@yellow-sieve/core';
import { projectFolder } from './harness.js';

interface Fixture {
  suite: string;
  name: string;
  file: string;
}

/** What the page about fixtures says is not read as it stands: file name and code. */
const documented = new Map(
  [
    ...readFileSync(join(projectFolder, 'docs', 'reference', 'mail-fixtures.md'), 'utf8').matchAll(
      /^\| `([^`]+)` \| `(YS-[A-Z-]+)`/gm,
    ),
  ].map(([, name = '', code = '']) => [name, code]),
);

let readings: { fixture: Fixture; raw: Buffer; reading: Reading }[];
beforeAll(async () => {
  const { mailFixtures } = (await import(join(projectFolder, 'corpus', 'fixtures', 'fetch.mjs'))) as {
    mailFixtures(): Fixture[];
  };
  readings = await Promise.all(
    mailFixtures().map(async (fixture) => {
      const raw = readFileSync(fixture.file);
      return { fixture, raw, reading: await readMessage(raw) };
    }),
  );
}, 120_000);

const byName = (name: string) => {
  const found = readings.find(({ fixture }) => fixture.name === name)?.reading;
  if (!found) throw new Error(`no fixture is called ${name}`);
  return found;
};

describe('the mail of public test suites', () => {
  test('is all read, byte for byte, and cut into segments that cover its text', () => {
    expect(readings.length).toBeGreaterThan(200);
    for (const { fixture, raw, reading } of readings) {
      const { text, segments } = formOf(reading);
      expect([fixture.name, reading.size]).toEqual([fixture.name, raw.length]);
      expect([fixture.name, segments.map(({ start, end }) => text.slice(start, end)).join('')]).toEqual([
        fixture.name,
        text,
      ]);
    }
  });

  test('what is not read as it stands is what the page about it says', () => {
    const found = readings.flatMap(({ fixture, reading }) =>
      reading.problems.map(({ code }) => [fixture.name, code] as const),
    );
    expect(found.filter(([name, code]) => documented.get(name) !== code)).toEqual([]);
    expect([...documented.keys()].filter((name) => !found.some(([known]) => known === name))).toEqual([]);
  });

  test('returned messages are known as such, whatever server wrote them', () => {
    const bounces = readings.filter(({ fixture }) => fixture.suite.includes('bounce'));
    const known = bounces.filter(({ reading }) => reading.automaticKind === 'bounce');
    expect(known.length / bounces.length).toBeGreaterThan(0.9);
    for (const { reading } of known) expect(formOf(reading).forwarded).toBeNull();
  });

  test('some of them in detail', () => {
    // A digest of five messages, each with its own sender.
    expect(formOf(byName('msg_02.txt')).segments.filter(({ kind }) => kind === 'forwarded')).toHaveLength(5);
    // A message that only forwards another, attached.
    expect(formOf(byName('msg_46.txt'))).toMatchObject({ forwarded: { attached: true } });
    // A name in RFC 2231 pieces, a GIF, and a text.
    expect(byName('msg_07.txt').attachments.map(({ type, name }) => [type, name])).toEqual([
      ['image/gif', 'dingusfish.gif'],
    ]);
    expect(byName('msg_16.txt').report?.recipients).toEqual([
      { address: 'jangel1@cougar.noc.ucla.edu', action: 'failed', status: '5.0.0 (recipient reached disk quota)' },
    ]);
    // Raw bytes in the subject are of the charset that the message names.
    expect(byName('sina_01.txt').subject).toBe('邮件传输失败！');
  });
});
