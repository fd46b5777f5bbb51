// Messages with known segments: every frame in every language, plain and HTML, at several depths. Deterministic.
import { languages } from './languages.mjs';

const sender = { who: 'Nils Aldous', address: 'n.aldous@gannetbay.example' };
const other = { who: 'Ottoline Marsh', address: 'o.marsh@skerry.example' };
const third = { who: 'Barnaby Quill', address: 'b.quill@brisling.example' };
const form = [
  'Vessel: Kittiwake',
  'Length over all: 9.2 m',
  'Skipper: Ottoline Marsh',
  '',
  'Remarks:',
  'Shore power if you have it.',
];
const contact = (name) => [name, 'Gannet Bay harbour office', 'Tel: +44 7700 900123', 'www.gannetbay.example'];

/** A stretch of lines of one kind. @typedef {{kind: string, lines: string[]}} Stretch */
const stretch = (kind, lines) => ({ kind, lines });
const quote = (lines) => lines.map((line) => (line.startsWith('>') ? `>${line}` : line === '' ? '>' : `> ${line}`));
const fill = (text, { who, address }) => text.replace('{who}', who).replace('{address}', address);

/** Header lines as web programs and desktop programs write them. */
function headers(language, style, from, subject) {
  const values =
    style === 'web'
      ? [`${from.who} <${from.address}>`, language.date, subject, 'berths@gannetbay.example']
      : [`${from.who} <${from.address}>`, language.date, 'Harbour office <berths@gannetbay.example>', subject];
  return language.labels[style].map((label, i) => `${label}: ${values[i]}`);
}

/** The frames: each gives the stretches below the sender’s own words, and the subject it goes with. */
function* frames(language) {
  const { introductions, announces, dashed, originals, prefixReply, prefixForward } = language;
  for (const [i, introduction] of introductions.entries()) {
    const line = fill(introduction, other).split('\n');
    yield {
      name: `introduction ${i + 1}`,
      subject: `${prefixReply}: Berth`,
      kind: 'quoted',
      lines: [...line, ...quote(form)],
    };
    yield {
      name: `introduction ${i + 1}, blank line below`,
      subject: `${prefixReply}: Berth`,
      kind: 'quoted',
      lines: [...line, '', ...quote(form)],
    };
    yield {
      name: `introduction ${i + 1}, two deep`,
      subject: `${prefixReply}: Berth`,
      kind: 'quoted',
      lines: [...line, ...quote(['Agreed.', '', ...fill(introduction, third).split('\n'), ...quote(form)])],
    };
  }
  yield {
    name: 'marks alone, three deep',
    subject: `${prefixReply}: Berth`,
    kind: 'quoted',
    lines: quote(['one', ...quote(['two', ...quote(form)])]),
  };
  yield {
    name: 'desktop headers of a reply',
    subject: `${prefixReply}: Berth`,
    kind: 'quoted',
    lines: [...headers(language, 'desktop', other, 'Berth'), '', ...form],
  };
  for (const word of originals)
    yield {
      name: `“${word}” of a reply`,
      subject: `${prefixReply}: Berth`,
      kind: 'quoted',
      lines: [`-----${word}-----`, ...headers(language, 'desktop', other, 'Berth'), '', ...form],
    };
  const forwardSubject = `${prefixForward}: Berth`;
  for (const word of dashed) {
    const lines = [`---------- ${word} ---------`, ...headers(language, 'web', other, 'Berth'), '', '', ...form];
    yield { name: `“${word}” between dashes`, subject: forwardSubject, kind: 'forwarded', lines };
    yield { name: `“${word}” between dashes, quoted`, subject: forwardSubject, kind: 'forwarded', lines: quote(lines) };
    yield { name: `“${word}” without a prefix`, subject: 'Berth', kind: 'forwarded', lines };
    yield {
      name: `“${word}” twice`,
      subject: forwardSubject,
      kind: 'forwarded',
      lines: [
        `-------- ${word} --------`,
        ...headers(language, 'web', third, forwardSubject),
        '',
        language.note,
        '',
        ...lines,
      ],
      deep: true,
    };
  }
  for (const [i, announce] of announces.entries()) {
    const head = headers(language, 'web', other, 'Berth');
    yield {
      name: `announced ${i + 1}`,
      subject: forwardSubject,
      kind: 'forwarded',
      lines: [announce, '', ...head, '', ...form],
    };
    yield {
      name: `announced ${i + 1}, quoted`,
      subject: forwardSubject,
      kind: 'forwarded',
      lines: [announce, '', ...quote([...head, '', ...form])],
    };
    yield {
      name: `announced ${i + 1}, all quoted`,
      subject: forwardSubject,
      kind: 'forwarded',
      lines: quote([announce, '', ...head, '', ...form]),
    };
  }
  for (const word of originals)
    yield {
      name: `“${word}” of a forward`,
      subject: forwardSubject,
      kind: 'forwarded',
      lines: [`-----${word}-----`, ...headers(language, 'desktop', other, 'Berth'), '', ...form],
    };
  const desktop = headers(language, 'desktop', other, 'Berth');
  yield {
    name: 'desktop headers of a forward',
    subject: forwardSubject,
    kind: 'forwarded',
    lines: [...desktop, '', ...form],
  };
  yield {
    name: 'desktop headers below a line',
    subject: forwardSubject,
    kind: 'forwarded',
    lines: ['________________________________', ...desktop, '', ...form],
  };
  yield {
    name: 'desktop headers, recipients wrapped',
    subject: forwardSubject,
    kind: 'forwarded',
    lines: [...desktop.slice(0, 2), `${desktop[2]};`, 'Jetty crew <jetty@gannetbay.example>', desktop[3], '', ...form],
  };
  yield {
    name: 'desktop headers in bold',
    subject: forwardSubject,
    kind: 'forwarded',
    lines: [...desktop.map((line) => line.replace(/^([^:]+):/, '*$1:*')), '', ...form],
  };
}

/** What stands around a frame. */
const surroundings = [
  { name: 'bare', above: (l) => [stretch('own', [l.own, ''])] },
  { name: 'nothing above', above: () => [] },
  {
    name: 'signature mark',
    above: (l) => [stretch('own', [l.own, '']), stretch('signature', ['-- ', ...contact(sender.who), ''])],
  },
  {
    name: 'closing',
    above: (l) => [stretch('own', [l.own, '']), stretch('signature', [l.closing, '', ...contact(sender.who), ''])],
  },
  {
    name: 'closing and disclaimer',
    above: (l) => [
      stretch('own', [l.own, '']),
      stretch('signature', [l.closing, ...contact(sender.who), '']),
      stretch('disclaimer', [l.disclaimer, '']),
    ],
  },
  { name: 'keyed lines above', above: () => [stretch('own', ['Pier: North', 'Fee class: B', ''])] },
];

/** @returns every message of the corpus: its text, and the stretches it is made of */
export function* segmentCorpus() {
  for (const [code, language] of Object.entries(languages))
    for (const frame of frames(language))
      for (const around of surroundings) {
        const stretches = [...around.above(language), stretch(frame.kind, frame.lines)];
        yield {
          name: `${code}, ${frame.name}, ${around.name}`,
          language: code,
          frame: frame.name,
          subject: frame.subject,
          stretches,
          deep: frame.deep ?? false,
        };
      }
}

const escaped = (text) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

/** One message as raw bytes. `html` gives lines as `div`s and quoted lines as block quotations. */
export function rawMessage({ subject, stretches }, shape) {
  const lines = stretches.flatMap((one) => one.lines);
  const body = shape === 'plain' ? lines.join('\r\n') : htmlOf(lines);
  return Buffer.from(
    [
      `From: ${sender.who} <${sender.address}>`,
      'To: berths@gannetbay.example',
      `Subject: ${/^[\x20-\x7e]*$/.test(subject) ? subject : `=?utf-8?B?${Buffer.from(subject).toString('base64')}?=`}`,
      'MIME-Version: 1.0',
      `Content-Type: text/${shape}; charset=utf-8`,
      'Content-Transfer-Encoding: 8bit',
      '',
      body,
    ].join('\r\n'),
  );
}

function htmlOf(lines) {
  let depth = 0;
  let html = '<html><body>';
  for (const line of lines) {
    const marks = /^>*/.exec(line)[0].length;
    while (depth < marks) {
      html += '<blockquote type="cite">';
      depth++;
    }
    while (depth > marks) {
      html += '</blockquote>';
      depth--;
    }
    const text = line.slice(marks).replace(/^ (?=\S)/, '');
    html += `<div>${text.trim() === '' ? '<br>' : escaped(text)}</div>`;
  }
  return `${html}${'</blockquote>'.repeat(depth)}</body></html>`;
}

/** Bodies that hold something like a frame, and none: everything in them is the sender’s own. */
export const decoys = [
  ['a travel form', ['From: Gannet Bay', 'To: Skerry', 'Date: 3 May 2027', 'Vessel: Kittiwake']],
  [
    'a contact form',
    ['From: Ottoline Marsh <o.marsh@skerry.example>', 'Subject: A berth', '', 'Message:', 'Is there room?'],
  ],
  ['a line of dashes', ['Vessel: Kittiwake', '-----', 'Length: 9 m']],
  ['words about a forwarded message', ['Please see the forwarded message of Monday.', 'Vessel: Kittiwake']],
  ['somebody wrote', ['In May the skipper wrote to us about the crane.', 'Vessel: Kittiwake']],
  ['confidential words', ['Please treat the arrival of Kittiwake as confidential.', 'Vessel: Kittiwake']],
  [
    'thanks in a sentence',
    ['Thanks for the quick answer. We come on Monday.', 'Vessel: Kittiwake', 'Skipper: Ottoline Marsh'],
  ],
  [
    'contact fields',
    ['Vessel: Kittiwake', 'Name: Ottoline Marsh', 'Phone: 07700 900412', 'E-mail: o.marsh@skerry.example'],
  ],
  ['thanks above a form', ['Thanks', 'Vessel: Kittiwake', 'Length: 9 m', 'Pier: North']],
  [
    'a form below a mark',
    ['A new request', '--', 'Vessel: Kittiwake', 'Length: 9 m', 'Pier: North', 'Skipper: Ottoline Marsh'],
  ],
];
