// Small changes of texts that both sets make.
const slot = /\[\[(\w+)\]\]/g;

export const slotsOf = (text) => [...text.matchAll(slot)].map((match) => match[1]);

/** Changes the words around the slots, and leaves the slots as they are. */
export const aroundSlots = (text, change) =>
  text
    .split(/(\[\[\w+\]\])/)
    .map((part, i) => (i % 2 ? part : change(part)))
    .join('');

/** A record in which some fields are not written at all. */
export const without = (record, fields) => ({
  ...record,
  ...Object.fromEntries(fields.map((field) => [field, ['', null]])),
});

/** Hard breaks where a mail program makes them; `mark` stands before each. */
export const wrapped = (text, width, mark) =>
  text
    .split('\n')
    .map((line) => {
      const lines = [];
      let left = line;
      while (left.length > width && left.lastIndexOf(' ', width) > 0) {
        const at = left.lastIndexOf(' ', width);
        lines.push(left.slice(0, at));
        left = left.slice(at + 1);
      }
      return [...lines, left].join(`${mark}\n`);
    })
    .join('\n');

export const quoted = (text) =>
  text
    .split('\n')
    .map((line) => (line === '' ? '>' : `> ${line}`))
    .join('\n');

export const escaped = (text) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** A text with slots as pieces: constants and written values in turn. */
export const piecesOf = (text, record) =>
  text
    .split(/\[\[(\w+)\]\]/)
    .map((part, i) => (i % 2 ? { text: record[part][0], value: true } : { text: part, value: false }));

export const fill = (text, record) =>
  piecesOf(text, record)
    .map((piece) => piece.text)
    .join('');

export const recordOf = (family, r) =>
  Object.fromEntries(Object.entries(family.fields).map(([field, [, write]]) => [field, write(r)]));

/** A sieve with one layout: the family's blocks, marked in one message. */
export const sieveOf = (family) => ({
  sieve: 'frozen',
  locale: family.locale,
  timezone: 'Europe/London',
  fields: Object.fromEntries(Object.entries(family.fields).map(([field, [options]]) => [field, options])),
  rules: [
    {
      kind: 'template',
      layouts: [
        {
          name: family.name,
          ...(family.subject.includes('[[') ? { subject: family.subject } : {}),
          text: family.blocks.map(({ text }) => text).join('\n'),
        },
      ],
    },
  ],
});
