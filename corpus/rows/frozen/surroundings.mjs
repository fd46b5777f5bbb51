// What happens to such mail: to its items, and on its way.
const adverts = [
  'Need a hand with your lines? Ask at the office.',
  'New: winter storage from £12.00 a metre',
  'All paint is 10 % off until 3 June',
  'Have you heard of our knot evenings?',
];

const optional = (family) =>
  Object.keys(family.columns).filter(
    (name) => !family.columns[name][0].required && !Object.values(family.pairs ?? {}).includes(name),
  );
const requiredOf = (family) => Object.keys(family.columns).filter((name) => family.columns[name][0].required);
const textOf = (family) =>
  Object.keys(family.columns).filter((name) => {
    const [{ type }, make] = family.columns[name];
    return type === 'text' && make.length === 1;
  });
const emptied = (item, name) => ({ ...item, [name]: [null, null] });

/** Each changes `{ items, between }`, or gives null where it makes no sense. */
export const contents = {
  'as they are': (_, list) => list,
  'optional ones left out': (family, { items, between }, r) => {
    const able = optional(family);
    if (able.length === 0) return null;
    return { items: items.map((item) => (r.below(3) > 0 ? emptied(item, r.pick(able)) : item)), between };
  },
  'adverts between': (_, { items }, r) =>
    items.length < 3
      ? null
      : { items, between: { [r.below(items.length - 1)]: r.pick(adverts), [items.length - 2]: r.pick(adverts) } },
  'a required one missing': (family, { items, between }, r) => {
    if (items.length < 2) return null;
    const name = requiredOf(family).at(-1);
    const at = r.below(items.length);
    return { items: items.map((item, i) => (i === at ? emptied(item, name) : item)), between, incomplete: true };
  },
  'words of labels in values': (family, { items, between }, r) => {
    const able = textOf(family);
    if (able.length === 0) return null;
    const spoilt = ([written, expected]) => {
      const word = r.pick(family.labels).toLowerCase();
      return [`${written} and ${word}`, `${expected} and ${word}`];
    };
    return {
      items: items.map((item) => {
        const name = r.pick(able);
        return r.below(2) > 0 && item[name][0] !== null ? { ...item, [name]: spoilt(item[name]) } : item;
      }),
      between,
    };
  },
};

const headers =
  'From: Quay shop <shop@quayshop.example>\nDate: Mon, 3 May 2027 10:00\nSubject: What you asked for\nTo: office@gannetbay.example';
/** Each changes the body on its way. */
export const carriages = {
  'as sent': (body) => body,
  forwarded: (body, html) =>
    html
      ? `<div>For the book, please.</div><div>---------- Forwarded message ----------<br>${headers.replace(/</g, '&lt;').replaceAll('\n', '<br>')}</div><div>${body}</div>`
      : `For the book, please.\n\n---------- Forwarded message ----------\n${headers}\n\n${body}`,
  signed: (body, html) =>
    html
      ? `${body}<div>-- <br>Quay shop<br>9 Harbour Row<br>+44 7700 900118</div>`
      : `${body}\n\n-- \nQuay shop\n9 Harbour Row\n+44 7700 900118`,
  restyled: (body, html) =>
    html
      ? body
          .replace(/<td([^>]*)>/g, '<td$1>\n   <span style="font-family:Arial">')
          .replace(/<\/td>/g, '</span>&nbsp;\n</td>')
          .replace(/<p([^>]*)>/g, '<p class="x"$1><font color="#222">')
          .replace(/<\/p>/g, '</font></p>\n\n')
      : body.replace(/\n/g, '  \n').replace(/^(\S+) /gm, '$1\u00a0'),
};
