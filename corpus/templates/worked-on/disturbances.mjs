// What happens to forms on their way. Each returns the changed message, or null where it makes no sense for the family.
import { aroundSlots, escaped, quoted, recordOf, slotsOf, without, wrapped } from '../kit/words.mjs';

const rowsOf = ({ blocks }) => blocks.filter(({ row }) => row);
const loose = (message) => rowsOf(message).filter(({ sentence }) => !sentence);
const eachRow = (message, change) => ({
  ...message,
  blocks: message.blocks.map((block) => (block.row ? { ...block, text: change(block.text, block) } : block)),
});
const inSubject = ({ subject }, field) => subject.includes(`[[${field}]]`);
const setField = (message, field, value) => ({ ...message, record: { ...message.record, [field]: [value, value] } });
const textFields = ({ family, record }) =>
  Object.keys(family.fields).filter((field) => family.fields[field][0].type === 'text' && record[field][1] !== null);

export const inMessage = {
  'as marked': (message) => message,
  'a line left out': (message, r) => {
    const gone = r.pick(rowsOf(message));
    if (!gone) return null;
    const fields = slotsOf(gone.text).filter((field) => !inSubject(message, field));
    return {
      ...message,
      blocks: message.blocks.filter((block) => block !== gone),
      record: without(message.record, fields),
    };
  },
  'half of the lines left out': (message, r) => {
    const rows = rowsOf(message);
    const gone = r.some(rows, Math.floor(rows.length / 2));
    if (gone.length === 0) return null;
    const fields = gone.flatMap(({ text }) => slotsOf(text)).filter((field) => !inSubject(message, field));
    return {
      ...message,
      blocks: message.blocks.filter((block) => !gone.includes(block)),
      record: without(message.record, fields),
    };
  },
  'strange lines between': (message, r) => {
    const blocks = [...message.blocks];
    for (const text of message.family.strangers) blocks.splice(r.below(blocks.length), 0, { text, row: false });
    return { ...message, blocks };
  },
  'other order': (message, r) => {
    const rows = loose(message);
    if (rows.length < 2) return null;
    const order = r.shuffled(rows);
    return { ...message, blocks: message.blocks.map((block) => (rows.includes(block) ? order.shift() : block)) };
  },
  'values emptied': (message, r) => {
    const able = message.family.delimited
      ? message.blocks.flatMap(({ text }) => slotsOf(text))
      : loose(message).flatMap(({ text }) => slotsOf(text));
    const fields = r.some(able, 1 + r.below(2)).filter((field) => !inSubject(message, field));
    return fields.length === 0 ? null : { ...message, record: without(message.record, fields) };
  },
  capitals: (message) => eachRow(message, (text) => aroundSlots(text, (part) => part.toUpperCase())),
  'small letters': (message) => eachRow(message, (text) => aroundSlots(text, (part) => part.toLowerCase())),
  'spaced otherwise': (message, r) => {
    const gap = r.pick(['  ', '\u00a0', ' \u00a0']);
    return eachRow(message, (text) =>
      aroundSlots(text, (part) => part.replace(/(\S) (?=\S)/g, `$1${gap}`)).replace(/^/gm, r.pick(['', '  '])),
    );
  },
  'other separators': (message, r) => {
    const mark = r.pick([': ', ' - ', ' = ', '\t', ' – ', '：']);
    return eachRow(message, (text) =>
      message.family.delimited ? text : aroundSlots(text, (part) => part.replace(/ ?(?::+|=)\*? $/, mark)),
    );
  },
  'a letter wrong': (message, r) => {
    const rows = rowsOf(message).filter(({ text }) => /\p{L}{5,}/u.test(text.replace(/\[\[\w+\]\]/g, '')));
    const chosen = r.pick(rows);
    if (!chosen) return null;
    const [word] = /\p{L}{5,}/u.exec(chosen.text.replace(/\[\[\w+\]\]/g, ' '));
    const at = 1 + r.below(word.length - 2);
    const wrong = r.pick([
      word.slice(0, at) + word.slice(at + 1),
      `${word.slice(0, at)}q${word.slice(at)}`,
      word.slice(0, at) + word[at + 1] + word[at] + word.slice(at + 2),
    ]);
    return {
      ...message,
      blocks: message.blocks.map((block) =>
        block === chosen ? { ...block, text: block.text.replace(word, wrong) } : block,
      ),
    };
  },
  'label words in a value': (message, r) => {
    const { free, label } = message.family;
    if (!free || message.record[free][1] === null) return null;
    return setField(
      message,
      free,
      r.pick([`about the ${label}: we do not know`, `${label} as before`, `no ${label} so far, sorry`]),
    );
  },
  'a value with marks in it': (message, r) => {
    const field = r.pick(textFields(message));
    if (field === undefined || inSubject(message, field)) return null;
    const mark = message.family.delimited === ';' ? '|' : r.pick([':', '=', ' - ', ';']);
    return setField(message, field, `Tern${mark}2, or so`);
  },
  'a line twice': (message, r) => {
    const rows = loose(message).filter(({ text }) => !text.includes('\n['));
    const chosen = r.pick(rows);
    return chosen
      ? { ...message, blocks: message.blocks.flatMap((block) => (block === chosen ? [block, block] : [block])) }
      : null;
  },
  'blank lines between': (message) => eachRow(message, (text) => `${text}\n`),
  'no blank lines': (message) =>
    message.family.free
      ? null
      : {
          ...message,
          blocks: message.blocks.map((block) => ({
            ...block,
            text: block.text.replace(/^\n+|\n+$/g, '').replace(/\n\n/g, '\n'),
          })),
        },
  'a preface that names labels': (message) => ({
    ...message,
    blocks: [
      { text: `Below you find the ${message.family.label} and the rest, as agreed: please check them.\n`, row: false },
      ...message.blocks,
    ],
  }),
  'labels with a remark': (message, r) => {
    const remark = r.pick([' (required)', '*', ' (as known)']);
    return eachRow(message, (text, { sentence }) =>
      sentence ? text : aroundSlots(text, (part) => part.replace(/(\p{L})(\*? ?(?::+|=|\?)\*?\s*)$/u, `$1${remark}$2`)),
    );
  },
  'a value goes on below, indented': (message, r) => {
    const rows = loose(message).filter(({ text }) => /[:=] ?\[\[\w+\]\]$/.test(text));
    const able = rows.flatMap(({ text }) => slotsOf(text)).filter((field) => textFields(message).includes(field));
    const field = r.pick(able.filter((name) => !inSubject(message, name)));
    return field === undefined ? null : setField(message, field, 'Petrel of the\n    northern isles');
  },
  'one label with two values': (message, r) => {
    const rows = loose(message).filter(
      ({ text, pair }) => !pair && !text.includes('\n[') && slotsOf(text).length === 1,
    );
    const chosen = r.pick(rows);
    if (!chosen || message.family.free) return null;
    const [field] = slotsOf(chosen.text);
    if (inSubject(message, field)) return null;
    const other = recordOf(message.family, r)[field];
    if (other[0] === message.record[field][0]) return null;
    const [first] = message.record[field];
    const blocks = message.blocks.flatMap((block) =>
      block === chosen
        ? [chosen.text.replace(`[[${field}]]`, first), chosen.text.replace(`[[${field}]]`, other[0])].map((text) => ({
            text,
            row: false,
          }))
        : [block],
    );
    return { ...message, blocks, record: without(message.record, [field]) };
  },
  'values below their labels': (message) => {
    if (
      loose(message).some(({ text }) => !/^[^[\n]*[:=]+\*? ?\[\[\w+\]\][^[]*$/.test(text)) ||
      loose(message).length < 4
    )
      return null;
    return eachRow(message, (text, { sentence }) => (sentence ? text : text.replace(/ ?\[\[/, '\n[[')));
  },
  'a greeting before': (message) => ({
    ...message,
    blocks: [{ text: 'Dear all,\n\nthe next one has come in. Who takes it?\n', row: false }, ...message.blocks],
  }),
};

const heads = (subject) =>
  [
    'From: Booking forms <forms@gannetbay.example>',
    'Date: Thu, 13 May 2027 at 17:40',
    `Subject: ${subject}`,
    'To: <nils@gannetbay.example>',
  ].join('\n');
const note = 'Yours, I think.\n\nNils\n-- \nNils Aldous\nTel: +44 7700 900999\n';
/** As programs that turn text into HTML write it: wide gaps and tabs are kept. */
const asHtml = (text) => escaped(text).replace(/\t/g, '&nbsp; &nbsp; ').replace(/ {2}/g, '&nbsp; ');
const page = (body) => `<html><head><style>p { margin: 0 }</style></head><body>${body}</body></html>`;

export const onTheWay = {
  'as sent': (letter) => letter,
  forwarded: (letter) => ({
    ...letter,
    subject: `Fwd: ${letter.subject}`,
    text: `${note}\n---------- Forwarded message ---------\n${heads(letter.subject)}\n\n${letter.text}`,
  }),
  'forwarded by a desktop program': (letter) => ({
    ...letter,
    subject: `FW: ${letter.subject}`,
    text: `${note}\n-----Original Message-----\n${heads(letter.subject).replace('Date:', 'Sent:')}\n\n${letter.text}`,
  }),
  'forwarded and quoted': (letter) => ({
    ...letter,
    subject: `Fwd: ${letter.subject}`,
    text: `${note}\n---------- Forwarded message ---------\n${quoted(`${heads(letter.subject)}\n\n${letter.text}`)}`,
  }),
  'older form quoted': (letter) => ({
    ...letter,
    subject: `Re: ${letter.subject}`,
    reply: true,
    text: `${letter.text}\n\nOn Mon, 3 May 2027 at 09:12, Booking forms <forms@gannetbay.example> wrote:\n\n${quoted(letter.older)}`,
  }),
  signed: (letter) => ({
    ...letter,
    text: `${letter.text}\n\n-- \nBooking forms\n${letter.family.label}: see our page\nTel: +44 7700 900998`,
  }),
  'signed without a mark': (letter) => ({
    ...letter,
    text: `${letter.text}\n\nKind regards,\n\nNils Aldous\nGannet Bay harbour office\nTel: +44 7700 900997\nnils@gannetbay.example`,
  }),
  'forwarded twice': (letter) => ({
    ...letter,
    subject: `Fwd: FW: ${letter.subject}`,
    text: `See below.\n\n---------- Forwarded message ---------\n${heads(`FW: ${letter.subject}`)}\n\n${note}\n-----Original Message-----\n${heads(letter.subject).replace('Date:', 'Sent:')}\n\n${letter.text}`,
  }),
  'all of it quoted': (letter) => ({
    ...letter,
    subject: `Fwd: ${letter.subject}`,
    text: `${note}\n${quoted(letter.text)}`,
  }),
  'an advert below': (letter) => ({
    ...letter,
    text: `${letter.text}\n\n* * * * *\nYour ${letter.family.label} at half the price: brisling.example\nOffer: until June`,
  }),
  wrapped: (letter) => ({ ...letter, text: wrapped(letter.text, 64, '') }),
  flowed: (letter) => ({ ...letter, flowed: true, text: wrapped(letter.text, 60, ' ') }),
  'HTML with breaks': (letter) => ({
    ...letter,
    html: page(`<p>${asHtml(letter.text).replace(/\n\n+/g, '</p><p>').replace(/\n/g, '<br>\n')}</p>`),
  }),
  'HTML, a block a line': (letter) => ({
    ...letter,
    html: page(
      letter.text
        .split('\n')
        .map((line) => `<div>${asHtml(line) || '<br>'}</div>`)
        .join('\n'),
    ),
  }),
  'HTML table': (letter) => (letter.family.delimited ? null : { ...letter, html: page(tableOf(letter, 'td')) }),
  'HTML table with header cells': (letter) =>
    letter.family.delimited ? null : { ...letter, html: page(tableOf(letter, 'th')) },
};

/** Labels and values of loose rows as cells, in runs of rows; everything else as paragraphs between. */
function tableOf({ written }, labelTag) {
  const lines = (text) => escaped(text.trim()).replace(/\n/g, '<br>');
  const html = written.map(({ block, pieces }) => {
    const [label, value, unit] = pieces;
    const simple = block.row && !block.sentence && pieces.length <= 3;
    if (!simple) return `<p>${lines(pieces.map(({ text }) => text).join(''))}</p>`;
    const name = label.text.replace(/^[\s*]+|[\s:=*–-]+$/g, '');
    return `<tr><${labelTag}>${lines(name)}</${labelTag}><td>${lines(`${value.text}${unit?.text ?? ''}`)}</td></tr>`;
  });
  return html.join('\n').replace(/(?:<tr>.*?<\/tr>\n?)+/gs, (rows) => `<table border="1">${rows}</table>`);
}
