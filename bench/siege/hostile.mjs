// Mail and texts made to hold a service up: kinds of trouble, each in variants drawn from a seed, so that what is mended for one text
// only is found out.

/** Numbers from 0 to 1 that follow from a seed (mulberry32). */
export function randomFrom(seed) {
  let at = seed >>> 0;
  return () => {
    at = (at + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(at ^ (at >>> 15), at | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

const pick = (random, list) => list[Math.floor(random() * list.length)];
const filled = (piece, bytes) => piece.repeat(Math.max(1, Math.floor(bytes / Buffer.byteLength(piece))));

const tags = [
  'div',
  'table',
  'tr',
  'td',
  'b',
  'span',
  'font',
  'ul',
  'li',
  'ol',
  'dl',
  'blockquote',
  'form',
  'p',
  'svg',
  'constructor',
];
const attributes = ['', ' class=quote', ' style="color:red"', ' id=signature', ' title="&amp;&amp;"', ' hidden=no'];
const unseen = ['\ufeff', '\u200b', '\u00ad', '\u2060', '\u034f'];
const headers = ['Importance', 'X-Priority', 'Reply-To', 'Organization', 'Cc', 'Bcc'];
const openers = ['(', '((', '"', '<', '=?utf-8?q?', '=?', ';a=', '\\'];

/** Kinds of hostile mail: each gives header lines and a body of about so many bytes. */
const kinds = {
  'tags in each other': (random, bytes) => {
    const [one, two] = [pick(random, tags), pick(random, tags)];
    const begin = `<${one}${pick(random, attributes)}>${random() < 0.5 ? 'x' : ''}<${two}>`;
    const count = Math.floor(bytes / (begin.length * (random() < 0.5 ? 1 : 2)));
    const close = random() < 0.5 ? `</${two}></${one}>`.repeat(count) : '';
    return { head: 'Content-Type: text/html', body: begin.repeat(count) + close };
  },
  'characters of no width': (random, bytes) => ({
    head: 'Content-Type: text/html; charset=utf-8',
    body: `<p>${filled(pick(random, unseen) + (random() < 0.3 ? pick(random, unseen) : ''), bytes / 4)}x</p>`,
  }),
  'styles nobody closed': (random, bytes) => ({
    head: 'Content-Type: text/html',
    body: `<style>${filled(pick(random, ['/*', '/* /', 'a{/*', '@media{', '<!--']), bytes)}`,
  }),
  'headers in the text': (random, bytes) => {
    const name = pick(random, headers);
    return { head: 'Content-Type: text/plain', body: filled(`${name}: x${pick(random, ['\r\n', '\r\n\r\n'])}`, bytes) };
  },
  'brackets below a closing': (random, bytes) => ({
    head: 'Content-Type: text/plain',
    body: `${pick(random, ['Regards,', 'Mit freundlichen Grüßen', 'Cordialement'])}\r\n${filled(pick(random, ['(', '+ ', '/. ', '- ']), bytes / 8)}x`,
  }),
  'blank lines and rulings': (random, bytes) => ({
    head: 'Content-Type: text/plain',
    body: `${filled(pick(random, ['\r\n', '>\r\n', '-----\r\n', '-- \r\n', '\t\r\n']), bytes / 2)}x`,
  }),
  'addresses with brackets': (random, bytes) => ({
    head: 'Content-Type: text/plain',
    body: filled(
      `http://a${pick(random, [')', '.', '];', '!'])}`.padEnd(1900, pick(random, [')', '.', ']', '!'])),
      bytes,
    ),
  }),
  'a header of openers': (random) => ({
    head: `${pick(random, ['Date', 'Content-Transfer-Encoding', 'To', 'X-Long'])}: ${filled(pick(random, openers), 200_000)}`,
    body: 'x',
  }),
  'parts in each other': (random) => {
    const count = 100 + Math.floor(random() * 400);
    const lines = Array.from(
      { length: count },
      (_, i) => `Content-Type: multipart/mixed; boundary=b${i}\r\n\r\n--b${i}\r\n`,
    );
    return { head: lines[0].trimEnd(), body: lines.slice(1).join('') };
  },
};

/** Hostile mails, as raw messages with a subject each. `bytes`: about how long the longest are. */
export function hostileMails(seed, count, bytes = 1_000_000) {
  const random = randomFrom(seed);
  return Array.from({ length: count }, (_, i) => {
    // Each kind comes round, in an order of its own.
    const [name, make] = Object.entries(kinds)[i % Object.keys(kinds).length];
    const { head, body } = make(random, bytes * (0.5 + random() / 2));
    const subject = `hostile ${seed}-${i} ${name}`;
    return { subject, raw: `From: form@gannetbay.example\r\nSubject: ${subject}\r\n${head}\r\n\r\n${body}` };
  });
}

const texts = {
  'many keys': (random, bytes) => lines(bytes, (i) => `k${i}${random() < 0.5 ? 'x' : ''}: 1\n`),
  'many fields': (_random, bytes) => `sieve: x\nfields:\n${lines(bytes, (i) => `  f${i}: { type: text }\n`)}`,
  'lists in each other': (random, bytes) => filled(pick(random, ['[', '- ', '{a: ', '? ', '[{a: ']), bytes),
  anchors: (_random, bytes) => lines(bytes, (i) => `k${i}: &a${i} *a${Math.max(0, i - 1)}\n`),
  'tags and directives': (random, bytes) => filled(pick(random, ['!a ', '%a\n', '---\n', '# x\n', ': ']), bytes),
  'slots nobody closed': (random, bytes) =>
    `sieve: x\nfields: { a: { type: text } }\nrules:\n  - kind: template\n    layouts:\n      - name: a\n        text: |\n          ${filled(pick(random, ['[[', '[[a', '[[rows:]]', '[[*]]']), bytes)}`,
  'many rules': (_random, bytes) =>
    `sieve: x\nfields: { a: { type: text } }\nrules:\n${lines(bytes, (i) => `  - { kind: pattern, find: '(?<a>x${i})' }\n`)}`,
  'many conditions': (random, bytes) =>
    `sieve: x\nfields: { a: { type: text } }\naccept:\n  all:\n${lines(bytes, (i) => `    - [${random() < 0.5 ? 'a' : `b${i}`}, is, x${i}]\n`)}`,
  'tokens nobody closed': (random, bytes) =>
    `sieve: x\nfields: { a: { type: text } }\nrules:\n  - kind: derive\n    fills: a\n    from: "${filled(pick(random, ['{{ a }}', '{{', '{% if a %}', '{{ a | ']), bytes)}"\n`,
};

function lines(bytes, line) {
  let text = '';
  for (let i = 0; text.length < bytes; i++) text += line(i);
  return text;
}

/** Texts sent as sieves. */
export function hostileTexts(seed, count, bytes = 170_000) {
  const random = randomFrom(seed);
  return Array.from({ length: count }, (_, i) => {
    const [name, make] = Object.entries(texts)[i % Object.keys(texts).length];
    return { name, text: make(random, bytes * (0.5 + random())) };
  });
}
