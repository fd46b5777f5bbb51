// Readings a second and peak memory, against bare MIME libraries that give the decoded parts and nothing else, in the same run.
import { fork } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { readMessage } from '@yellow-sieve/core';
import mailsplit from 'mailsplit';
import PostalMime from 'postal-mime';
import { tell } from './tell.mjs';

const words = 'The skipper asks for a berth at the north pier and draws two metres on the evening tide '.repeat(40);
const head = (type) =>
  `From: Ann Quill <a@skerry.example>\r\nTo: berths@gannetbay.example\r\nSubject: Berth request: Tern\r\nDate: Mon, 3 May 2027 09:12:00 +0100\r\nMessage-ID: <1@skerry.example>\r\nMIME-Version: 1.0\r\nContent-Type: ${type}\r\n`;
const form = 'Vessel: Tern\r\nLength over all: 9.2 m\r\nSkipper: Ann Quill\r\nE-mail: a@skerry.example\r\n\r\n';
const paragraphs = (count) =>
  Array.from({ length: count }, (_, i) => `${i}. ${words.slice(i % 60, (i % 60) + 72)}\r\n`).join('');

const htmlRows = Array.from(
  { length: 190 },
  (_, i) =>
    `<tr><td style="padding:4px 8px;font:14px/1.4 sans-serif;color:#211d16"><b>Line ${i}</b></td><td style="padding:4px 8px;font:14px/1.4 sans-serif;color:#211d16">${words.slice(i, i + 60)} &amp; <a href="https://gannetbay.example/${i}">more</a></td></tr>\r\n`,
).join('');
const base64 = `${Buffer.alloc(57, 'gannet bay ').toString('base64')}\r\n`;

const cases = {
  '2 KB text': `${head('text/plain; charset=utf-8')}\r\n${form}${paragraphs(20)}\r\nOn 2 May 2027 Nils wrote:\r\n> Which vessel?\r\n`,
  '60 KB HTML': `${head('text/html; charset=utf-8')}\r\n<html><body><p>Dear harbour,</p><table>${htmlRows}</table></body></html>`,
  '5 MB with attachments': `${head('multipart/mixed; boundary=b')}\r\n--b\r\nContent-Type: text/plain\r\n\r\n${form}${Array.from({ length: 5 }, (_, i) => `--b\r\nContent-Type: image/png; name=plan-${i}.png\r\nContent-Disposition: attachment\r\nContent-Transfer-Encoding: base64\r\n\r\n${base64.repeat(13_400)}`).join('')}--b--\r\n`,
};

/** Splits and decodes by mailsplit, weighing every part. */
function bySplitter(raw) {
  return new Promise((resolve, reject) => {
    const splitter = new mailsplit.Splitter();
    let decoder = null;
    let bytes = 0;
    splitter.on('data', (item) => {
      if (item.type === 'node') {
        decoder?.end();
        decoder = item.multipart ? null : item.getDecoder();
        decoder?.on('data', (piece) => {
          bytes += piece.length;
        });
      } else if (item.type === 'body') decoder?.write(item.value);
    });
    splitter.on('end', () => {
      decoder?.end();
      resolve(bytes);
    });
    splitter.on('error', reject);
    splitter.end(raw);
  });
}

const readers = {
  ours: readMessage,
  'postal-mime': (raw) => PostalMime.parse(raw, { rfc822Attachments: true }),
  mailsplit: bySplitter,
};

async function rate(read, raw, seconds) {
  let count = 0;
  const from = performance.now();
  while (performance.now() - from < seconds * 1000) {
    await read(raw);
    count++;
  }
  return (count * 1000) / (performance.now() - from);
}

/** Peak of a process of its own that reads one message a few times. */
async function peakMegabytes(reader, name) {
  const child = fork(fileURLToPath(import.meta.url), [reader, name]);
  const [peak] = await once(child, 'message');
  return peak;
}

const [reader, only] = process.argv.slice(2);
if (reader) {
  const raw = Buffer.from(cases[only]);
  for (let i = 0; i < 5; i++) await readers[reader](raw);
  process.send(process.resourceUsage().maxRSS / 1024);
} else {
  for (const [name, text] of Object.entries(cases)) {
    const raw = Buffer.from(text);
    for (const read of Object.values(readers)) await rate(read, raw, 1);
    const rounds = [];
    for (let round = 0; round < 3; round++) {
      const found = {};
      for (const [key, read] of Object.entries(readers)) found[key] = await rate(read, raw, 1.5);
      rounds.push(found);
    }
    rounds.sort((a, b) => a.ours / a['postal-mime'] - b.ours / b['postal-mime']);
    const median = rounds[1];
    console.log(`${name} (${(raw.length / 1024).toFixed(0)} KB)`);
    for (const key of Object.keys(readers)) {
      if (key !== 'ours') tell(`read ${name}, of ${key}`, median.ours / median[key]);
      const ratio = key === 'ours' ? '' : `, ratio ${(median.ours / median[key]).toFixed(2)}`;
      console.log(
        `  ${key.padEnd(12)} ${median[key].toFixed(0).padStart(6)} a second${ratio}; peak ${(await peakMegabytes(key, name)).toFixed(0)} MB`,
      );
    }
  }
}
