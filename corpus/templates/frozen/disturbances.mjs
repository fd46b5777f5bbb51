// What happens to forms on their way: three things at once, one of the content, one of the labels, one of the carriage.
// Each returns the changed message, or null where it makes no sense for the family.
import { aroundSlots, escaped, quoted, slotsOf, without, wrapped } from '../kit/words.mjs';

const slot = /\[\[(\w+)\]\]/g;
const eachRow = (message, change) => ({
  ...message,
  blocks: message.blocks.map((block) => (block.row ? { ...block, text: change(block.text) } : block)),
});
const rowsOf = ({ blocks }) => blocks.filter(({ row }) => row);
export const content = {
  'lines left out': (message, r) => {
    const gone = r.some(rowsOf(message), 1 + r.below(2));
    if (gone.length === 0 || rowsOf(message).length < 3) return null;
    const fields = gone
      .flatMap(({ text }) => slotsOf(text))
      .filter((field) => !message.subject.includes(`[[${field}]]`));
    return {
      ...message,
      blocks: message.blocks.filter((block) => !gone.includes(block)),
      record: without(message.record, fields),
    };
  },
  'lines added': (message, r) => {
    const blocks = [...message.blocks];
    const places = blocks.flatMap((block, i) => (block.row || blocks.length === 1 ? [i] : []));
    for (const text of r.some(message.family.strangers, 2)) blocks.splice(r.pick(places), 0, { text, row: false });
    return { ...message, blocks };
  },
  'lines reordered': (message, r) => {
    const rows = rowsOf(message).filter(({ sentence }) => !sentence);
    if (rows.length < 2) return null;
    const order = r.shuffled(rows);
    return { ...message, blocks: message.blocks.map((block) => (rows.includes(block) ? order.shift() : block)) };
  },
  'values emptied': (message, r) => {
    const able = message.family.delimited
      ? slotsOf(message.blocks[0].text)
      : rowsOf(message)
          .filter(({ sentence }) => !sentence)
          .flatMap(({ text }) => slotsOf(text));
    const fields = r.some(able, 1 + r.below(2));
    return {
      ...message,
      record: without(
        message.record,
        fields.filter((field) => !message.subject.includes(`[[${field}]]`)),
      ),
    };
  },
};

export const labels = {
  'labels in another case': (message, r) => {
    const change = r.pick([(text) => text.toUpperCase(), (text) => text.toLowerCase()]);
    return eachRow(message, (text) => aroundSlots(text, change));
  },
  'labels spaced otherwise': (message, r) => {
    const [dots, gap, colon, indent] = [
      r.pick(['...', '..............']),
      r.pick(['   ', '              ']),
      r.pick([':', ':  ', ' : ', ':\u00a0']),
      r.pick(['', '  ', '    ']),
    ];
    return eachRow(message, (text) =>
      aroundSlots(text, (part) =>
        part
          .replace(/\.{4,}/g, dots)
          .replace(/ {3,}/g, gap)
          .replace(/: /g, colon),
      ).replace(/^(?=\S)/gm, indent),
    );
  },
  'a letter of a label wrong': (message, r) => {
    const rows = rowsOf(message).filter(({ text }) => /\p{L}{6,}/u.test(text.replace(slot, '')));
    const chosen = r.some(rows, 2);
    if (chosen.length === 0) return null;
    const wrong = (word) => {
      const at = 1 + r.below(word.length - 2);
      return r.pick([
        word.slice(0, at) + word.slice(at + 1),
        word.slice(0, at) + word[at] + word.slice(at),
        `${word.slice(0, at)}x${word.slice(at + 1)}`,
      ]);
    };
    const spell = (text) => {
      const [word] = /\p{L}{6,}/u.exec(text.replace(slot, ' ')) ?? [];
      return text.replace(word, wrong);
    };
    return {
      ...message,
      blocks: message.blocks.map((block) => (chosen.includes(block) ? { ...block, text: spell(block.text) } : block)),
    };
  },
  'label words in a value': (message, r) => {
    const field = r.pick(message.family.free ?? []);
    if (field === undefined || message.record[field][1] === null) return null;
    const text = r.pick([
      `We asked for the ${message.family.label}: nobody could say`,
      `see under ${message.family.label}, all of it`,
    ]);
    return { ...message, record: { ...message.record, [field]: [text, text] } };
  },
  'a line twice': (message, r) => {
    const rows = rowsOf(message).filter(({ text, sentence }) => !sentence && !text.includes('\n['));
    if (rows.length === 0) return null;
    const chosen = r.pick(rows);
    return { ...message, blocks: message.blocks.flatMap((block) => (block === chosen ? [block, block] : [block])) };
  },
};

const heads = (subject) =>
  [
    'From: Booking forms <forms@gannetbay.example>',
    'Date: Thu, 13 May 2027 at 17:40',
    `Subject: ${subject}`,
    'To: <nils@gannetbay.example>',
  ].join('\n');
const note =
  'Please see below, this one is yours.\n\nNils\n-- \nNils Aldous\nGannet Bay harbour office\nTel: +44 7700 900999\n';

export const carriage = {
  forwarded: (letter) => ({
    ...letter,
    subject: `Fwd: ${letter.subject}`,
    text: `${note}\n---------- Forwarded message ---------\n${heads(letter.subject)}\n\n${letter.text}`,
  }),
  'forwarded and quoted': (letter) => ({
    ...letter,
    subject: `Fwd: ${letter.subject}`,
    text: `${note}\n---------- Forwarded message ---------\n${quoted(`${heads(letter.subject)}\n\n${letter.text}`)}`,
  }),
  'old form quoted below': (letter) => ({
    ...letter,
    subject: `Re: ${letter.subject}`,
    reply: true,
    text: `${letter.text}\n\nOn Mon, 3 May 2027 at 09:12, Booking forms <forms@gannetbay.example> wrote:\n${quoted(letter.older)}`,
  }),
  signed: (letter) => ({
    ...letter,
    text: `${letter.text}\n\n-- \nBooking forms of Gannet Bay\n${letter.family.label[0].toUpperCase()}${letter.family.label.slice(1)}: ask the office\nTel: +44 7700 900998\nwww.gannetbay.example`,
  }),
  'advert below': (letter) => ({
    ...letter,
    text: `${letter.text}\n\n________________________________\nIs the ${letter.family.label} a worry to you? Brisling Marine takes care of it.\nOffer: ten per cent off until June`,
  }),
  'HTML lines': (letter, r) => {
    const line = r.pick([(text) => `<div>${text || '<br>'}</div>`, (text) => `${text}<br>\n`]);
    return {
      ...letter,
      html: `<html><body>${letter.text
        .split('\n')
        .map((text) => line(escaped(text).replace(/ {2}/g, ' &nbsp;')))
        .join('')}</body></html>`,
    };
  },
  'HTML table': (letter) => (letter.family.delimited ? null : { ...letter, html: tableOf(letter) }),
  'format=flowed': (letter) => ({ ...letter, text: wrapped(letter.text, 66, ' '), flowed: true }),
  'wrapped by the mail program': (letter) => ({ ...letter, text: wrapped(letter.text, 72, '') }),
};

/** Rows with one label and one value a cell become rows of a table, the rest paragraphs. */
function tableOf({ written }) {
  let html = '';
  let open = false;
  for (const { block, pieces } of written) {
    const cells = block.row && !block.sentence ? cellsOf(pieces) : null;
    if (cells && !open) html += '<table>';
    if (!cells && open) html += '</table>';
    open = cells !== null;
    const lines = (text) => escaped(text).replace(/\n/g, '<br>');
    html += cells
      ? `<tr>${cells.map((cell) => `<td>${lines(cell)}</td>`).join('')}</tr>`
      : `<p>${lines(
          pieces
            .map(({ text }) => text)
            .join('')
            .trim(),
        )}</p>`;
  }
  return `<html><body>${html}${open ? '</table>' : ''}</body></html>`;
}

function cellsOf(pieces) {
  const cells = [];
  for (const { text, value } of pieces) {
    if (value) cells.push(text);
    else if (cells.length === 0 || / {3,}\S/.test(text)) {
      const [unit, label] = cells.length === 0 ? ['', text] : text.split(/ {3,}/);
      if (cells.length > 0) cells[cells.length - 1] += unit;
      cells.push(
        label
          .replace(/^\s*- /, '')
          .replace(/[\s.:-]+$/, '')
          .trim(),
      );
    } else cells[cells.length - 1] += text.trimEnd();
  }
  return cells;
}
