// A sieve suggested from twenty newsletters of 60 KB of HTML each, cards in them; against the time it takes to read the same messages.
import { readMessage, suggestSieve } from '@yellow-sieve/core';
import { median, tell } from './tell.mjs';

const messages = 20;
const bytes = 60_000;
const rounds = 7;

const style =
  'font-family:Georgia,serif;font-size:15px;line-height:22px;color:#2b2b2b;padding:0 12px;mso-line-height-rule:exactly';
const line = (text) => `<tr><td style="${style}">${text}</td></tr>`;
const card = (n) =>
  `<table role="presentation" width="100%" class="card">${line(`<b>Mooring ${n}, pier ${'ABC'[n % 3]}</b>`)}${line(
    `Length: ${6 + (n % 9)}.5 m`,
  )}${line(`&pound;${40 + n}.00 a week`)}${line(`Free from ${1 + (n % 28)} March 2027`)}</table>`;

function letter(of) {
  let cards = '';
  for (let n = of; cards.length < bytes; n++) cards += card(n);
  return Buffer.from(
    `Subject: Moorings, week ${of}\r\nDate: Mon, 2 Nov 2026 08:00:00 +0000\r\nContent-Type: text/html; charset=utf-8\r\n\r\n` +
      `<h1>Moorings that are free</h1><p>Week: ${of}</p>${cards}<p>Gannet Bay Harbour</p>`,
  );
}

const raw = Array.from({ length: messages }, (_, of) => letter(of + 1));
const took = { read: [], suggest: [] };
for (let round = 0; round < rounds; round++) {
  const start = performance.now();
  const samples = [];
  for (const [i, bytes] of raw.entries()) samples.push({ name: `week ${i}`, reading: await readMessage(bytes) });
  const between = performance.now();
  const suggestion = suggestSieve(samples);
  const columns = suggestion?.columns.length ?? 0;
  if (columns < 4) throw new Error(`${columns} columns of 4`);
  took.read.push(between - start);
  took.suggest.push(performance.now() - between);
}
// The first round is what somebody waits for who has just started the service.
const [first] = took.suggest;
const [read, suggest] = [median(took.read), median(took.suggest)];
tell('suggest', read / suggest);
console.log(
  `${messages} letters of ${Math.round(raw[0].length / 1000)} KB: ${suggest.toFixed(0)} ms to suggest (${first.toFixed(0)} ms at first), ${read.toFixed(0)} ms to read, ratio ${(read / suggest).toFixed(2)}`,
);
