import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formOf, readMessage } from '../reading/index.js';
import { noFacts, sift, tryCompileSieve } from '../sieve/index.js';
import { editSieve, type ShownMessage, type SieveAct } from './index.js';

const source = `# Kept by the desk.
sieve: berths
locale: en-GB
fields:
  vessel: { type: text }   # her name
rules:
  # what the form says
  - kind: template
    name: form
    layouts:
      - name: plain
        text: |
          Vessel: [[vessel]]

  - kind: pattern
    name: any number   # wherever it stands
    find: '(?<vessel>zzz)'
`;
const text = `Hello,

Vessel: Selkie of Skerry
Length over all: 21.5 m
Arrives 3 June 2027 for 4 nights
Skipper: Ottoline Marsh   Phone: 07700 900412

Remarks:
We come in late,
and draw 2.4 m.

Stores:
- Water, 2 tonnes
- Rope, 40 metres
`;
const shown: ShownMessage = {
  name: 'samples/1.eml',
  reading: await readMessage(
    Buffer.from(`Subject: Berth: Selkie\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}`),
  ),
};
const comments = (written: string) => [...written.matchAll(/#.*$/gm)].map(([comment]) => comment).sort();

const at = fc.integer({ min: 0, max: formOf(shown.reading).text.length });
const name = fc.constantFrom('vessel', 'length', 'arrival', 'nights', 'skipper', 'remarks', 'other');
const rule = fc.integer({ min: 0, max: 3 });
const act: fc.Arbitrary<SieveAct> = fc.oneof(
  fc.record({
    act: fc.constant('mark' as const),
    in: fc.constant('message.text' as const),
    start: at,
    end: at,
    field: name,
  }),
  fc.record({
    act: fc.constant('mark' as const),
    in: fc.constant('message.subject' as const),
    start: fc.integer({ min: 0, max: 6 }),
    end: fc.integer({ min: 0, max: 13 }),
    field: name,
  }),
  fc.record({ act: fc.constant('mark rows' as const), start: at, end: at }),
  fc.record({ act: fc.constant('take header' as const), header: fc.constantFrom('From', 'Subject', 'X-Desk') }),
  fc.record({ act: fc.constant('unmark' as const), field: name }),
  fc.constant({ act: 'new layout' as const }),
  fc.record({ act: fc.constant('rename field' as const), field: name, to: name }),
  fc.record({ act: fc.constant('remove field' as const), field: name }),
  fc.record({ act: fc.constant('move rule' as const), rule, to: rule }),
  fc.record({ act: fc.constant('switch rule' as const), rule, off: fc.boolean() }),
  fc.record({ act: fc.constant('copy rule' as const), rule }),
);

describe('acts on a sieve, one after the other', () => {
  test('leave a sieve that compiles, or nothing changed; comments that stood around stay', async () => {
    await fc.assert(
      fc.property(fc.array(act, { maxLength: 8 }), (acts) => {
        let now = source;
        for (const one of acts) {
          const edited = editSieve(now, one, shown);
          if (!edited.ok) {
            expect(edited.problems.length).toBeGreaterThan(0);
            continue;
          }
          expect(tryCompileSieve(edited.source).ok).toBe(true);
          now = edited.source;
        }
        // A comment goes only with the line it stands on: those of the head never do.
        expect(comments(now)).toEqual(expect.arrayContaining(['# Kept by the desk.']));
      }),
      { numRuns: 60 },
    );
  });

  test('what is marked as a whole value is what the sieve reads there', () => {
    const values = [
      '21.5 m',
      '3 June 2027',
      '4',
      'Ottoline Marsh',
      '07700 900412',
      'We come in late,\nand draw 2.4 m.',
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray(values, { minLength: 1 }), (marked) => {
        let now = source;
        for (const [i, value] of marked.entries()) {
          const start = text.indexOf(value === '4' ? '4 nights' : value);
          const stretch = { in: 'message.text' as const, start, end: start + value.length };
          const edited = editSieve(now, { act: 'mark', ...stretch, field: `f${i}`, options: { type: 'text' } }, shown);
          if (!edited.ok) throw new Error(JSON.stringify(edited.problems));
          now = edited.source;
        }
        const compiled = tryCompileSieve(now);
        const result = compiled.ok ? sift(shown.reading, compiled.sieve, noFacts) : null;
        const fields = result?.kind === 'outcome' ? result.outcome.fields : {};
        expect(marked.map((_, i) => fields[`f${i}`])).toEqual(marked);
      }),
      { numRuns: 40 },
    );
  });
});
