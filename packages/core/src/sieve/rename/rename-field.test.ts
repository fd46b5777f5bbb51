import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { type Reading, readMessage } from '../../reading/index.js';
import { type CompiledSieve, compileSieve } from '../compile-sieve.js';
import { noFacts, sift } from '../sift.js';
import { type Renamed, renameField } from './rename-field.js';

const demo = new URL('../../../../../demo/berths/', import.meta.url);
const demoSieve = readFileSync(new URL('berth-request.sieve.yaml', demo), 'utf8');

function done(renamed: Renamed) {
  if (!renamed.ok) throw new Error(renamed.problems.map(({ text }) => text).join('; '));
  return renamed;
}

const every = `# at the top
sieve: s
fields:
  vessel: { type: text, required: true }   # vessel, the field
  length: { type: number }
  remarks: { type: text }
rows:
  columns: { extra: { type: text }, count: { type: integer } }
accept: { all: [[message.subject, contains, vessel], { none: [[vessel, is, "vessel"]] }] }
rules:
  - kind: template
    layouts:
      - name: form
        subject: "vessel [[vessel]]"
        text: |
          vessel: [[ vessel ]], [[[[vessel]] [[*]]
          Length: [[length]]
  - { kind: pattern, find: '(?<vessel>\\w+) vessel \\k<vessel>', off: true }
  - { kind: pattern, find: "- (?<extra>\\\\w+) x(?<count>\\\\d)" }
  - kind: prompt
    ask: Which vessel is it?
    fills: [vessel, length]
    examples:
      - { text: The vessel Tern, gives: { vessel: Tern } }
    when: [rows.extra, contains, vessel]
  - kind: derive
    fills: length
    from: '{{ vessel | default: ''vessel'' }} {{ message.vessel }}{{ "vessel" }} {% if vessel %}{{vessel}}{% endif %} vessel'
checks:
  - { that: [remarks, is, { field: vessel }], say: vessel is odd }
routes:
  - { to: book, each: row }
  - to: table   # the vessel's table
    when: [vessel, present]
  - to: chat
    with: { vessel: "{{ vessel }}", extras: "{{ rows.extra }}" }
samples:
  - message: vessel.eml
    expect:
      vessel: vessel
      rows:
        - { extra: vessel, count: 1 }
`.replace(/ \{\{ message\.vessel \}\}/, '');

describe('renaming a field in a sieve file', () => {
  test('names change wherever they name the field, and nowhere else', () => {
    const { source, spelledOut } = done(renameField(every, 'vessel', 'boat'));
    const changed = source.split('\n');
    expect(changed).toContain('  boat: { type: text, required: true }   # vessel, the field');
    expect(source).toContain('[message.subject, contains, vessel], { none: [[boat, is, "vessel"]] }');
    expect(changed).toContain('        subject: "vessel [[boat]]"');
    expect(changed).toContain('          vessel: [[ boat ]], [[[[vessel]] [[*]]');
    expect(source).toContain("find: '(?<boat>\\w+) vessel \\k<boat>', off: true");
    expect(changed).toContain('    ask: Which vessel is it?');
    expect(changed).toContain('    fills: [boat, length]');
    expect(changed).toContain('      - { text: The vessel Tern, gives: { boat: Tern } }');
    expect(source).toContain(
      `from: '{{ boat | default: ''vessel'' }}{{ "vessel" }} {% if boat %}{{boat}}{% endif %} vessel'`,
    );
    expect(changed).toContain('  - { that: [remarks, is, { field: boat }], say: vessel is odd }');
    expect(changed).toContain('    with: { vessel: "{{ boat }}", extras: "{{ rows.extra }}" }');
    expect(changed).toContain('      boat: vessel');
    expect(spelledOut).toEqual(['book', 'table']);
    expect(compileSieve(source).routes.map(({ mapping }) => mapping.map(({ name }) => name))).toEqual(
      compileSieve(every).routes.map(({ mapping }) => mapping.map(({ name }) => name)),
    );
  });

  test('a mapping is written out in the way the route is written', () => {
    const { source } = done(renameField(every, 'vessel', 'boat'));
    expect(source).toContain(
      '{ to: book, "with": { "vessel": "{{ boat }}", "length": "{{ length }}", "remarks": "{{ remarks }}", "extra":',
    );
    expect(source).toContain(
      `  - to: table   # the vessel's table\n    with:\n      vessel: "{{ boat }}"\n      length: "{{ length }}"\n      remarks: "{{ remarks }}"\n    when: [boat, present]\n`,
    );
  });

  test('a column, also where it is named through the rows', () => {
    const { source, spelledOut } = done(renameField(every, 'extra', 'item'));
    expect(source).toContain('columns: { item: { type: text }, count');
    expect(source).toContain('- (?<item>');
    expect(source).toContain('when: [rows.item, contains, vessel]');
    expect(source).toContain('extras: "{{ rows.item }}"');
    expect(source).toContain('- { item: vessel, count: 1 }');
    expect(spelledOut).toEqual(['book']);
  });

  test('back again: the same text, where no mapping was written out', () => {
    const plain = every.replace('  - { to: book, each: row }\n', '').replace(/ {2}- to: table[\s\S]*?present\]\n/, '');
    const there = done(renameField(plain, 'vessel', 'boat')).source;
    expect(there).not.toBe(plain);
    expect(done(renameField(there, 'boat', 'vessel')).source).toBe(plain);
  });

  test('a sieve in JSON stays JSON', () => {
    const json = JSON.stringify(
      {
        sieve: 's',
        fields: { a: { type: 'text' } },
        rules: [{ kind: 'derive', fills: 'a', from: '{{ a }}' }],
        routes: [{ to: 'x' }],
      },
      null,
      1,
    );
    const { source } = done(renameField(json, 'a', 'b'));
    expect(JSON.parse(source)).toMatchObject({
      fields: { b: {} },
      rules: [{ fills: 'b', from: '{{ b }}' }],
      routes: [{ to: 'x', with: { a: '{{ b }}' } }],
    });
  });

  test.each([
    ['berth', 'boat', 'YS-SIEVE-UNKNOWN-FIELD'],
    ['vessel', 'length', 'YS-RENAME-TAKEN'],
    ['vessel', 'extra', 'YS-RENAME-TAKEN'],
    ['vessel', 'two words', 'YS-RENAME-NAME'],
    ['vessel', 'rows', 'YS-SIEVE-RESERVED-NAME'],
  ])('%s to %s is refused', (from, to, code) => {
    const renamed = renameField(every, from, to);
    expect(renamed.ok ? null : renamed.problems[0]?.code).toBe(code);
  });

  test('a name that is written so that it cannot be changed safely: nothing is changed, and its line is told', () => {
    const hidden = every.replace('"vessel [[vessel]]"', '"vessel [[ves\\x73el]]"');
    const renamed = renameField(hidden, 'vessel', 'boat');
    expect(renamed).toMatchObject({ ok: false, problems: [{ code: 'YS-RENAME-BY-HAND', line: 14 }] });
  });

  test('names that YAML would take for something else are put in quotes', () => {
    const { source } = done(renameField(every, 'vessel', 'null'));
    expect(compileSieve(source).fields).toHaveProperty('null');
    expect(source).toContain('fills: ["null", length]');
  });
});

describe('a sieve with a renamed field', () => {
  const unchanged = compileSieve(demoSieve);
  const readings = readdirSync(new URL('messages/', demo)).map((file) =>
    readMessage(readFileSync(new URL(`messages/${file}`, demo))),
  );

  /** Sifts without a model: what it is asked was never answered. */
  function sifted(sieve: CompiledSieve, reading: Reading) {
    const first = sift(reading, sieve);
    const wanted = first.kind === 'wants' ? first.wants : [];
    const answers = Object.fromEntries(wanted.map(({ digest }) => [digest, { kind: 'not tried' } as const]));
    const result = wanted.length > 0 ? sift(reading, sieve, { ...noFacts, answers }) : first;
    if (result.kind === 'wants') throw new Error('it wants more answers than it wanted at first');
    return result;
  }

  test.each(Object.keys(unchanged.fields))('gives what it gave before, under the new name: %s', async (field) => {
    const { source } = done(renameField(demoSieve, field, 'zz_new'));
    const renamed = (text: unknown) => JSON.parse(JSON.stringify(text).replaceAll(`"${field}"`, '"zz_new"'));
    const sieve = compileSieve(source);
    for (const reading of await Promise.all(readings)) {
      const [before, after] = [sifted(unchanged, reading), sifted(sieve, reading)];
      expect(after.outcome.verdict).toBe(before.outcome.verdict);
      expect(after.outcome.fields).toEqual(renamed(before.outcome.fields));
      expect(after.outcome.evidence).toEqual(renamed(before.outcome.evidence));
      const lines = (hits: typeof before.hits) => hits.map(({ lines, fires }) => [fires, lines]);
      expect(lines(after.hits)).toEqual(lines(before.hits));
    }
  });
});
