// What somebody would write by hand for the demo's berth mails: the same MIME library, and a few regular expressions.

import iconv from 'iconv-lite';
import libmime from 'libmime';
import { parsePhoneNumberFromString } from 'libphonenumber-js';
import { DateTime } from 'luxon';
import mailsplit from 'mailsplit';

/** Decoded text parts and the subject of a raw message. */
function decode(raw) {
  return new Promise((resolve, reject) => {
    const splitter = new mailsplit.Splitter();
    const parts = [];
    let subject = '';
    splitter.on('data', (item) => {
      if (item.type === 'node') {
        if (item.root) subject = libmime.decodeWords(item.headers.getFirst('subject'));
        if (!item.multipart) {
          const decoder = item.getDecoder();
          const part = { type: item.contentType, charset: item.charset || 'utf-8', decoder, chunks: [] };
          decoder.on('data', (chunk) => part.chunks.push(chunk));
          part.ended = new Promise((done) => decoder.on('end', done));
          parts.push(part);
        }
      } else if (item.type === 'body') parts.at(-1)?.decoder.write(item.value);
    });
    splitter.on('error', reject);
    splitter.on('end', async () => {
      for (const part of parts) part.decoder.end();
      await Promise.all(parts.map((part) => part.ended));
      resolve({
        subject,
        parts: parts.map((part) => ({ type: part.type, text: iconv.decode(Buffer.concat(part.chunks), part.charset) })),
      });
    });
    splitter.end(raw);
  });
}

const entities = { '&amp;': '&', '&lt;': '<', '&gt;': '>', '&nbsp;': ' ', '&quot;': '"', '&#39;': "'" };
const plainOf = (html) =>
  html
    .replace(/<style[\s\S]*?<\/style>/gi, '')
    .replace(/<\/td>\s*<td[^>]*>/gi, '\t')
    .replace(/<(br|\/p|\/tr|\/h\d|\/div)[^>]*>/gi, '\n')
    .replace(/<[^>]+>/g, '')
    .replace(/&\w+;|&#39;/g, (entity) => entities[entity] ?? entity);

const words = 'zero one two three four five six seven eight nine ten'.split(' ');
const line = (text, ...labels) => {
  for (const label of labels) {
    const match = new RegExp(`^${label}[:\\t][ \\t]*(.*)$`, 'im').exec(text);
    if (match) return match[1].trim() || null;
  }
  return null;
};

function dateOf(raw, reference) {
  if (!raw) return null;
  const text = raw.replace(/^[A-Za-z]+ (?=\d)/, '');
  for (const format of ['d MMMM yyyy', 'd MMMM', 'dd/MM/yyyy']) {
    const date = DateTime.fromFormat(text, format, { zone: 'utc', locale: 'en-GB' });
    if (date.isValid)
      return (
        format === 'd MMMM' && date.set({ year: reference.year }) < reference
          ? date.set({ year: reference.year + 1 })
          : format === 'd MMMM'
            ? date.set({ year: reference.year })
            : date
      ).toISODate();
  }
  return null;
}

/** Fee classes by length. */
const classes = [
  [8, 'A'],
  [12, 'B'],
  [20, 'C'],
  [Number.POSITIVE_INFINITY, 'D'],
];

/** The same fields as the sieve gives. */
export async function byHand(raw) {
  const { subject, parts } = await decode(raw);
  const html = parts.find((part) => part.type === 'text/html');
  const whole = html
    ? plainOf(html.text)
    : (parts.find((part) => part.type === 'text/plain')?.text ?? '').replace(/\r\n/g, '\n');
  const text = whole.split(/^-- ?$|^On .* wrote:$/m)[0].replace(/^>.*$/gm, '');
  if (!/berth/i.test(subject) && !/berth/i.test(text)) return null;
  const reference = DateTime.fromISO('2026-11-01', { zone: 'utc' });
  const stay = /^Arrives (.+?)(?: for (\S+) nights)?$/im.exec(text);
  const nightsRaw = stay?.[2] ?? line(text, 'Number of nights');
  const nights = nightsRaw === null ? null : words.includes(nightsRaw) ? words.indexOf(nightsRaw) : Number(nightsRaw);
  const arrival = dateOf(stay?.[1] ?? line(text, 'First night'), reference);
  const phone = line(text, 'Phone', 'Telephone') ?? /(\+44|0)7[\d ]{9,12}/.exec(text)?.[0] ?? null;
  const deposit = /(£)?([\d.,]+) ?(EUR|€)?/.exec(line(text, 'Deposit paid') ?? '');
  const length =
    Number.parseFloat((line(text, 'Length over all', 'Length \\(m\\)') ?? 'NaN').replace(',', '.')) || null;
  return {
    vessel: line(text, 'Vessel', 'Name of vessel'),
    length,
    fee_class: length === null ? null : (classes.find(([most]) => length <= most)?.[1] ?? null),
    arrival,
    departure: arrival && nights ? DateTime.fromISO(arrival, { zone: 'utc' }).plus({ days: nights }).toISODate() : null,
    nights,
    pier: /north|south|visitor/i.exec(line(text, 'Wanted pier', 'Pier') ?? '')?.[0].toLowerCase() ?? null,
    skipper: line(text, 'Skipper', 'Your name'),
    email: line(text, 'E-mail', 'Your e-mail address'),
    phone: phone ? (parsePhoneNumberFromString(phone, 'GB')?.number ?? null) : null,
    deposit: deposit ? { value: Number(deposit[2].replace(',', '.')), currency: deposit[1] ? 'GBP' : 'EUR' } : null,
    remarks: /^Remarks from the skipper:\n([\s\S]*)$/m.exec(text)?.[1].trim() ?? line(text, 'Anything else') ?? '',
  };
}
