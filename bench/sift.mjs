// Decode and sift the demo's berth messages on one core, against a script by hand in the same run.
import { readdirSync, readFileSync } from 'node:fs';
import { compileMailbox, compileSieve, handleMessage, noFacts, readMessage, tableFromLines } from '@yellow-sieve/core';
import { median, tell } from './tell.mjs';
import { byHand } from './yardstick-script.mjs';

const folder = new URL('../demo/berths/', import.meta.url);
const sieve = compileSieve(readFileSync(new URL('berth-request.sieve.yaml', folder), 'utf8'));
const mailbox = compileMailbox(
  readFileSync(new URL('berths.mailbox.yaml', folder), 'utf8'),
  new Map([[sieve.name, sieve]]),
);
const messages = readdirSync(new URL('messages/', folder)).map((name) => ({
  name,
  raw: readFileSync(new URL(`messages/${name}`, folder)),
}));

const classes = readFileSync(new URL('lookups/fee-classes.csv', folder), 'utf8').trim().split('\n');
const table = tableFromLines(classes.map((line) => line.split(',')));
const facts = { ...noFacts, lookups: { 'fee-classes': { name: 'fee-classes', revision: 1, ...table } } };
const bySieve = async (raw) => {
  const result = handleMessage(await readMessage(raw), mailbox, facts);
  return result.kind === 'handled' ? (result.outcome?.fields ?? null) : null;
};

/** Only messages both read to the same vessel, arrival and nights are compared: the script has no model. */
async function comparable() {
  const found = [];
  for (const message of messages) {
    const [ours, theirs] = [await bySieve(message.raw), await byHand(message.raw)];
    if (
      ours &&
      theirs &&
      ['vessel', 'arrival', 'departure', 'nights', 'skipper', 'email', 'phone', 'length', 'fee_class'].every(
        (field) => ours[field] === theirs[field],
      )
    )
      found.push(message);
  }
  return found;
}

async function rate(work, mails, seconds) {
  let count = 0;
  const until = performance.now() + seconds * 1000;
  const from = performance.now();
  while (performance.now() < until) {
    for (const { raw } of mails) await work(raw);
    count += mails.length;
  }
  return count / ((performance.now() - from) / 1000);
}

const mails = await comparable();
console.log(
  `same fields from both for ${mails.length} of ${messages.length} messages: ${mails.map(({ name }) => name).join(', ')}`,
);
for (const work of [bySieve, byHand]) await rate(work, mails, 1.5);
const ratios = [];
for (let round = 1; round <= 5; round++) {
  const [ours, theirs] = [await rate(bySieve, mails, 1.5), await rate(byHand, mails, 1.5)];
  ratios.push(ours / theirs);
  console.log(
    `round ${round}: sieve ${ours.toFixed(0)}/s, script ${theirs.toFixed(0)}/s, ratio ${(ours / theirs).toFixed(2)}`,
  );
}
tell('sift', median(ratios));
console.log(`ratio (median of 5): ${median(ratios).toFixed(2)}   wanted: 0.70`);
