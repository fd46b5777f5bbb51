// Sifting with a template, by size of message and number of layouts, against a script by hand in the same run.
import { compileSieve, readMessage, sift } from '@yellow-sieve/core';
import { tell } from './tell.mjs';

const labels = ['Vessel', 'Length over all', 'Arrival', 'Nights', 'Skipper', 'E-mail', 'Phone', 'Berth fee'];
const types = ['text', 'number', 'date', 'integer', 'text', 'email', 'phone', 'amount'];
const values = [
  'Kittiwake',
  '9.2',
  '3 June 2027',
  '4',
  'Ottoline Marsh',
  'o.marsh@skerry.example',
  '+44 7700 900412',
  '£65.00',
];
const fields = Object.fromEntries(types.map((type, i) => [`field_${i}`, { type }]));
const layout = (words, number) => ({
  name: `layout ${number}`,
  text: `${labels.map((label, i) => `${label}${words}: [[field_${i}]]`).join('\n')}\n\nRemarks:\n[[remarks]]`,
});

/** The form with as many paragraphs of remarks as make it so long; labels stand in them, as decoys do. */
function message(bytes) {
  const form = `${labels.map((label, i) => `${label}: ${values[i]}`).join('\n')}\n\nRemarks:\n`;
  let text = form;
  for (let i = 0; text.length < bytes; i++)
    text += `We came to the harbour of Skerry on day ${i}, the skipper and the vessel in good order.\nHer phone: none; our length of stay is ${i} nights, as agreed.\n\n`;
  return Buffer.from(`Date: Fri, 14 May 2027 09:12:00 +0100\nContent-Type: text/plain; charset=utf-8\n\n${text}`);
}

/** What a developer would write for this form: one expression a label, over the text. */
function byHand(text) {
  const found = {};
  for (const [i, label] of labels.entries())
    found[`field_${i}`] = new RegExp(`^${label}:[ \\t]*(.*)$`, 'mi').exec(text)?.[1]?.trim() ?? null;
  found.remarks = /^Remarks:\s*([\s\S]*)$/m.exec(text)?.[1]?.trim() ?? null;
  found.field_1 = Number(found.field_1);
  found.field_3 = Number(found.field_3);
  found.field_2 = new Date(`${found.field_2} UTC`).toISOString().slice(0, 10);
  return found;
}

/** Median milliseconds of one call, when it is warm. */
function time(work) {
  const warm = performance.now() + 400;
  while (performance.now() < warm) work();
  const times = [];
  const until = performance.now() + 1000;
  while (performance.now() < until) {
    const from = performance.now();
    work();
    times.push(performance.now() - from);
  }
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)];
}

console.log('   size  layouts  sieve ms  script ms   ratio  ms per KB');
for (const kilobytes of [1, 4, 16, 64]) {
  const reading = await readMessage(message(kilobytes * 1024));
  for (const count of [1, 5, 20]) {
    const layouts = [layout('', 0), ...Array.from({ length: count - 1 }, (_, i) => layout(` of part ${i}`, i + 1))];
    const sieve = compileSieve({
      sieve: 'bench',
      locale: 'en-GB',
      fields: { ...fields, field_7: { type: 'amount', currency: 'GBP' }, remarks: { type: 'text' } },
      rules: [{ kind: 'template', layouts }],
    });
    const { outcome } = sift(reading, sieve);
    if (outcome.layout !== 'layout 0' || outcome.fields.field_0 !== 'Kittiwake')
      throw new Error('the sieve reads something else');
    const ours = time(() => sift(reading, sieve));
    const theirs = time(() => byHand(reading.plain.text));
    tell(`templates ${kilobytes} KB, ${count} layouts`, theirs / ours);
    console.log(
      `${String(kilobytes).padStart(4)} KB  ${String(count).padStart(7)}  ${ours.toFixed(2).padStart(8)}  ${theirs.toFixed(3).padStart(9)}  ${(theirs / ours).toFixed(3).padStart(6)}  ${(ours / kilobytes).toFixed(3).padStart(9)}`,
    );
  }
}
