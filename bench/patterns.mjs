// Patterns and cuts against the same work by hand, on the same text; and what patterns that run away cost the others.
import { compileSieve, readMessage, sift } from '@yellow-sieve/core';
import { median, tell } from './tell.mjs';

const lines = 400;
const text = Array.from(
  { length: lines },
  (_, i) =>
    `Buoy B${i % 9}: wind ${10 + (i % 30)} kn from the north, battery 12.${i % 10} V, call 07700 900${100 + (i % 900)}`,
).join('\n');
const reading = await readMessage(
  Buffer.from(`Subject: x\r\n\r\n${text}\nRemarks: the mast stands, all is well\n\nEnd\n`),
);
const whole = `${text}\nRemarks: the mast stands, all is well\n\nEnd\n`;

const sieveOf = (rule, fields) => compileSieve({ sieve: 's', locale: 'en-GB', fields, rules: [rule] });
const texts = { winds: { type: 'text', many: true } };

const cases = {
  'pattern, 400 matches': {
    ours: sieveOf({ kind: 'pattern', find: 'wind (?<winds>\\d{2}) kn' }, texts),
    // The rule gives each match its place and its trace, so the script keeps the indices as well.
    byHand: () =>
      [...whole.matchAll(/wind (?<winds>\d{2}) kn/dgimu)].map((match) => [
        match.groups.winds,
        match.indices.groups.winds,
      ]).length,
    found: ({ fields }) => fields.winds.length,
  },
  'pattern, one match': {
    ours: sieveOf({ kind: 'pattern', find: 'Remarks: (?<remarks>[^\\n]{1,80})' }, { remarks: { type: 'text' } }),
    byHand: () => /Remarks: (?<remarks>[^\n]{1,80})/imu.exec(whole).groups.remarks.length,
    found: ({ fields }) => fields.remarks.length,
  },
  'cut of four steps': {
    ours: sieveOf(
      {
        kind: 'cut',
        fills: 'remarks',
        steps: [{ after: 'Remarks:' }, { before: { edge: 'blank line' } }, { before: ',' }, 'tidy'],
      },
      { remarks: { type: 'text' } },
    ),
    byHand: () => {
      const after = whole.slice(whole.indexOf('Remarks:') + 8);
      const before = after.slice(0, after.search(/\n(?:[^\S\n]*\n)+/));
      return before.slice(0, before.indexOf(',')).replace(/\s+/g, ' ').trim().length;
    },
    found: ({ fields }) => fields.remarks.length,
  },
};

const took = (work) => {
  const from = performance.now();
  work();
  return (performance.now() - from) * 1000;
};

/** What each of some works takes in microseconds, measured in turns: a machine that slows down slows all of them. */
const inTurns = (works, rounds = 400) => {
  for (let i = 0; i < 30; i++) for (const work of works) work();
  return Array.from({ length: rounds }, () => works.map(took));
};

// What a sift costs without any rule is no matter of the rule.
const nothing = sieveOf({ kind: 'derive', fills: 'x', from: 'y' }, { x: { type: 'text' } });
for (const [name, { ours, byHand, found }] of Object.entries(cases)) {
  const { outcome } = sift(reading, ours);
  if (found(outcome) !== byHand()) throw new Error(`${name}: ${found(outcome)} is not ${byHand()}`);
  const turns = inTurns([() => sift(reading, nothing), () => sift(reading, ours), byHand]);
  const rule = Math.max(0.1, median(turns.map(([bare, whole]) => whole - bare)));
  const all = median(turns.map(([, whole]) => whole));
  const hand = median(turns.map(([, , one]) => one));
  tell(name, hand / rule);
  console.log(
    `${name}: ${rule.toFixed(0)} µs for the rule (${all.toFixed(0)} µs the sift), ${hand.toFixed(0)} µs by hand, ratio ${(hand / rule).toFixed(2)}`,
  );
}
