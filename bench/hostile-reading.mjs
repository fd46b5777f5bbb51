// Milliseconds to read 1 and 2 MB of what is made to be slow: anything nested, never closed, or nearly something else. Ends with 1 when
// 2 MB of something nested take longer than a second, or when twice as much of anything takes more than thrice as long: reading may
// cost no more than what grows with a message's length. The best of three runs counts.
import { readMessage } from '@yellow-sieve/core';

const megabyte = 1024 * 1024;
const nestedMs = 1000;
const maxGrowth = 3;
/** Below this the clock tells more of the machine than of the reading. */
const tooShortMs = 200;

let bytes = megabyte;
const filled = (piece) => piece.repeat(Math.floor(bytes / Buffer.byteLength(piece)));
const closed = (begin, end) => {
  const count = Math.floor(bytes / (begin.length + end.length));
  return begin.repeat(count) + end.repeat(count);
};

const nested = ['div', 'table', 'b', 'span', 'font', 'ul', 'ol', 'blockquote', 'dl', 'form', 'svg', 'p', 'a href=x'];
const nests = () => ({
  ...Object.fromEntries(nested.map((tag) => [`<${tag}> in each other`, filled(`<${tag}>`)])),
  ...Object.fromEntries(
    nested.map((tag) => [`<${tag}> in each other, closed`, closed(`<${tag}>`, `</${tag.split(' ')[0]}>`)]),
  ),
  'tables in cells': filled('<table><tr><td>'),
  'tables in cells, filled': filled('<table><tr><td>a</td><td>'),
  'lists in items': filled('<ul><li>a'),
});
const html = () => ({
  'cells of one row': `<table><tr>${filled('<td></td>')}`,
  'rows of one table': `<table>${filled('<tr><td>a<td>b')}`,
  'breaks alone': filled('<br>'),
  'breaks and letters': filled('a<br>'),
  'marks of no width': `${filled('\ufeff')}x`,
  'soft hyphens in cells': filled('<td>\u00ad'),
  'comments in styles': `<style>${filled('/*')}`,
  'rules in styles': `<style>${filled('a{b')}`,
  'comments nobody closed': filled('<!--'),
  'tags nobody closed': filled('<a x="'),
  'attributes of one tag': `<p ${filled('a=b ')}>`,
  entities: filled('&amp;'),
  'boxes of quotations': filled('<div class=quote>a'),
  'boxes of signatures': filled('<div id=signature>a'),
});
const plain = () => ({
  'line ends': `${filled('\n')}x`,
  'quotation marks': filled('>'),
  'quoted lines': filled('> a\n'),
  introductions: filled('On 3 May 2027, Ann wrote:\n'),
  'headers of forwards': filled('Importance: x\n'),
  'headers with gaps': filled('Importance: x\n\n'),
  'spaces, then a word': `Remarks:\n${filled(' ')}x`,
  closings: filled('Regards,\n'),
  'brackets below a closing': `Regards,\n${filled('(')}x`,
  'addresses with brackets': filled(`http://a${')'.repeat(1900)} `),
  'signature marks': filled('-- \n'),
  rulings: filled('-----\n'),
  disclaimers: filled('This message is confidential and only for the one it is sent to.\n\n'),
});
const header = {
  'a comment in the date': `Date: ${'('.repeat(250_000)}`,
  'a comment in the encoding': `Content-Transfer-Encoding: ${'('.repeat(250_000)}`,
  'encoded words': `Subject: ${'=?utf-8?q?a?= '.repeat(17_000)}`,
  'begun words': `Subject: ${'=?'.repeat(120_000)}`,
  recipients: `To: ${'"a, b" <x@y.example>, '.repeat(11_000)}`,
  parameters: `Content-Type: text/plain${';a=b'.repeat(60_000)}`,
};

const head = 'From: form@gannetbay.example\r\nSubject: Berth request\r\n';
const raws = () =>
  Object.fromEntries(
    [
      ...Object.entries(nests()).map(([name, text]) => [`nested: ${name}`, `Content-Type: text/html\r\n\r\n${text}`]),
      ...Object.entries(html()).map(([name, text]) => [`html: ${name}`, `Content-Type: text/html\r\n\r\n${text}`]),
      ...Object.entries(plain()).map(([name, text]) => [`text: ${name}`, `\r\n${text}`]),
      ...Object.entries(header).map(([name, line]) => [`header: ${name}`, `${line}\r\n\r\nx`]),
    ].map(([name, rest]) => [name, Buffer.from(`${head}${rest}`)]),
  );

async function bestOf(runs, raw) {
  let best = Number.POSITIVE_INFINITY;
  for (let run = 0; run < runs; run++) {
    const from = performance.now();
    await readMessage(raw);
    best = Math.min(best, performance.now() - from);
  }
  return best;
}

const only = process.argv[2] ?? '';
const single = raws();
bytes = 2 * megabyte;
const double = raws();
let slow = 0;
console.log(`${'milliseconds'.padEnd(46)}    1 MB    2 MB`);
for (const name of Object.keys(single).filter((one) => one.includes(only))) {
  const [once, twice] = [await bestOf(3, single[name]), await bestOf(3, double[name])];
  const tooSlow = name.startsWith('nested') && twice > nestedMs;
  const grows = twice > tooShortMs && twice > once * maxGrowth;
  if (tooSlow || grows) slow++;
  const verdict = tooSlow ? '  too slow' : grows ? '  grows faster than its length' : '';
  console.log(`${name.padEnd(46)} ${[once, twice].map((ms) => ms.toFixed(0).padStart(7)).join(' ')}${verdict}`);
}
console.log(slow === 0 ? 'all within bounds' : `${slow} out of bounds`);
process.exitCode = slow === 0 ? 0 : 1;
