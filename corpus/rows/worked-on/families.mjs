// Kinds of mail with many items: how each is written, what its layout or table rule is, and what must come of it.
const pounds = (value) => `£${value.toFixed(2)}`;
const products = [
  'Marine diesel',
  'Two-stroke oil',
  'Fresh water',
  'Rope, white, 12 mm',
  'Shackle',
  'Bilge cleaner',
  'Filter: fine',
  'Grease',
  'Anchor chain',
  'Fender (large)',
  'Total loss cover',
  'Gas 907',
  'Ice - 5 kg',
  'Charts of the bay',
];
const areas = ['Outer roads', 'North pier', 'Skerry sound', 'The narrows, east', 'Gannet Bay', 'Old harbour'];
const objects = ['Wreck, marked', 'Buoy 7 adrift', 'Dredger at work', 'Light: out of order', 'Nets', 'Floating crane'];

const amount = (value) => ({ value: Math.round(value * 100) / 100, currency: 'GBP' });

/** An order line. */
export function orderItem(r) {
  const quantity = 1 + r.below(20);
  const price = (1 + r.below(900)) / 10;
  return {
    item: r.pick(products),
    quantity,
    price: amount(price),
    total: amount(quantity * price),
  };
}

/** A notice. */
export function noticeItem(r) {
  return {
    number: 100 + r.below(800),
    area: r.pick(areas),
    object: r.pick(objects),
    from: `2027-0${1 + r.below(9)}-1${r.below(10)}`,
  };
}

const orderColumns = {
  item: { type: 'text', required: true },
  quantity: { type: 'integer' },
  price: { type: 'amount', currency: 'GBP' },
  total: { type: 'amount', currency: 'GBP', required: true },
};
const noticeColumns = {
  number: { type: 'integer', required: true },
  area: { type: 'text', required: true },
  object: { type: 'text' },
  from: { type: 'date' },
};
const months = 'January February March April May June July August September'.split(' ');
const day = (iso) => `${Number(iso.slice(8))} ${months[Number(iso.slice(5, 7)) - 1]} ${iso.slice(0, 4)}`;
const sumOf = (items) => items.reduce((sum, { total }) => sum + total.value, 0);
const escaped = (text) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

const sieveOf = (columns, rule) => ({
  sieve: 'rows',
  locale: 'en-GB',
  fields: { number_of: { type: 'integer' } },
  rows: { columns },
  rules: [rule],
});
const template = (text) => ({ kind: 'template', layouts: [{ name: 'l', text }] });
const table = {
  kind: 'table',
  columns: {
    item: ['Item', 'Description'],
    quantity: ['Qty', 'Number'],
    price: ['Unit price', 'Each'],
    total: ['Total', 'Amount'],
  },
};

const orderTable = (
  items,
  { heads = ['Item', 'Qty', 'Unit price', 'Total'], order = [0, 1, 2, 3], between = () => '', foot = true } = {},
) => {
  const cells = (one) => [escaped(one.item), String(one.quantity), pounds(one.price.value), pounds(one.total.value)];
  const row = (values, tag) => `<tr>${order.map((i) => `<${tag}>${values[i]}</${tag}>`).join('')}</tr>`;
  const body = items.map((one, i) => row(cells(one), 'td') + between(i, items)).join('\n');
  const end = foot ? `<tr><td colspan="3">Total</td><td>${pounds(sumOf(items))}</td></tr>` : '';
  return `<table border="1">${row(heads, 'th')}\n${body}${end}</table>`;
};
const page = (inside) =>
  `<html><body><table width="600"><tr><td><h2>Your order</h2><p>Thank you for your order at the quay shop.</p>${inside}<p>Fair winds,<br>the quay shop</p></td></tr></table></body></html>`;

const pad = (text, width) => text.padEnd(width);
const aligned = (items, { gap = 2, wrap = false, subtotal = false } = {}) => {
  const widths = [wrap ? 14 : 24, 8, 12];
  const line = ([item, ...rest]) =>
    pad(item, widths[0] + gap) + rest.map((cell, i) => cell.padStart(widths[1] + (i > 0 ? gap : 0))).join('  ');
  const lines = items.flatMap((one, i) => {
    const words = one.item.split(' ');
    const short = wrap && one.item.length > 12 && i < items.length - 1;
    const first = short ? words.slice(0, 1).join(' ') : one.item;
    const text = line([first, String(one.quantity), one.price.value.toFixed(2), one.total.value.toFixed(2)]);
    const more = short ? [words.slice(1).join(' ')] : [];
    const sub = subtotal && i === 1 ? [line(['Sub-total', '', '', sumOf(items.slice(0, 2)).toFixed(2)])] : [];
    return [text, ...more, ...sub];
  });
  const head = line(['Item', 'Qty', 'Unit price', 'Total']);
  return `Your order\n\n${head}\n${'-'.repeat(head.length)}\n${lines.join('\n')}\n${'-'.repeat(head.length)}\n${line(['Total', '', '', sumOf(items).toFixed(2)])}\n\nThank you.`;
};

const card = (one, { object = true, link = true } = {}) =>
  `<table style="border:1px solid #ccc;margin:8px"><tr><td style="padding:4px"><b>Notice ${one.number}</b></td></tr><tr><td>Area: <i>${escaped(one.area)}</i></td></tr>${
    object ? `<tr><td>Object: ${escaped(one.object)}</td></tr>` : ''
  }<tr><td>Valid from ${day(one.from)}</td></tr>${link ? '<tr><td><a href="https://n.example/x">More</a></td></tr>' : ''}</table>`;
const noticeText = (one, { object = true, swapped = false } = {}) => {
  const lines = [`Area: ${one.area}`, ...(object ? [`Object: ${one.object}`] : []), `Valid from ${day(one.from)}`];
  return `Notice ${one.number}\n${(swapped ? lines.reverse() : lines).join('\n')}`;
};
const noticeLayout = 'Notice [[number]]\nArea: [[area]]\nObject: [[object]]\nValid from [[from]]';
const without = (items, left) => items.map((one, i) => (left(i) ? { ...one, object: null } : one));
const every3 = (i) => i % 3 === 1;

/** `{ name, item, sieve, write(items, r) -> { text | html, expected? } }` */
export const families = [
  {
    name: 'HTML table',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({ html: page(orderTable(items)) }),
  },
  {
    name: 'HTML table, other order and words',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({
      html: page(orderTable(items, { heads: ['Description', 'Number', 'Each', 'Amount (GBP)'], order: [3, 0, 2, 1] })),
    }),
  },
  {
    name: 'HTML table with adverts and headings',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({
      html: page(
        orderTable(items, {
          between: (i) =>
            i % 3 === 1 ? '<tr><td colspan="4">New: ask for our winter prices, from £5.00!</td></tr>' : '',
        }),
      ),
    }),
  },
  {
    name: 'HTML table with sub-totals',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({
      html: page(
        orderTable(items, {
          between: (i, all) =>
            i === 2 ? `<tr><td>Sub-total</td><td></td><td></td><td>${pounds(sumOf(all.slice(0, 3)))}</td></tr>` : '',
        }),
      ),
    }),
  },
  {
    name: 'text in columns',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({ text: aligned(items) }),
  },
  {
    name: 'text in columns, wrapped',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({ text: aligned(items, { wrap: true }) }),
  },
  {
    name: 'text in columns, sub-totals',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({ text: aligned(items, { subtotal: true }) }),
  },
  {
    name: 'text between bars',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({
      text: `Your order\n\n| Item | Qty | Unit price | Total |\n|---|---|---|---|\n${items.map((one) => `| ${one.item} | ${one.quantity} | ${pounds(one.price.value)} | ${pounds(one.total.value)} |`).join('\n')}\n| Total | | | ${pounds(sumOf(items))} |\n\nThank you.`,
    }),
  },
  {
    name: 'bullets',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template('Your order\n[[rows:]]\n- [[item]], [[quantity]], [[total]]\n[[:rows]]\nTotal: [[*]]'),
    ),
    write: (items) => ({
      text: `Your order\n\n${items.map((one) => `- ${one.item}, ${one.quantity}, ${pounds(one.total.value)}`).join('\n')}\n\nTotal: ${pounds(sumOf(items))}`,
      expected: items.map((one) => ({ ...one, price: null })),
    }),
  },
  {
    name: 'HTML list',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template('Your order\n[[rows:]]\n- [[item]], [[quantity]], [[total]]\n[[:rows]]\nTotal: [[*]]'),
    ),
    write: (items) => ({
      html: `<h2>Your order</h2><ul>${items.map((one) => `<li><b>${escaped(one.item)}</b>, ${one.quantity}, ${pounds(one.total.value)}</li>`).join('')}</ul><p>Total: ${pounds(sumOf(items))}</p>`,
      expected: items.map((one) => ({ ...one, price: null })),
    }),
  },
  {
    name: 'sentences',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template('Your order\n[[rows:]]\n[[quantity]] pieces of [[item]] at [[price]] each: [[total]]\n[[:rows]]'),
    ),
    write: (items) => ({
      text: `Your order\n\n${items.map((one) => `${one.quantity} pieces of ${one.item} at ${pounds(one.price.value)} each: ${pounds(one.total.value)}`).join('\n')}\n\nThank you.`,
    }),
  },
  {
    name: 'columns by a template',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template('Your order\n[[rows:]]\n[[item]]    [[quantity]]    [[price]]    [[total]]\n[[:rows]]'),
    ),
    write: (items) => ({ text: aligned(items).replace('Item    ', 'What    ') }),
  },
  {
    name: 'cards',
    item: noticeItem,
    sieve: sieveOf(noticeColumns, template(`[[rows:]]\n${noticeLayout}\n[[:rows]]`)),
    write: (items) => ({ html: `<h1>Notices</h1>${items.map((one) => card(one)).join('')}<p>The harbour office</p>` }),
  },
  {
    name: 'cards, lines left out',
    item: noticeItem,
    sieve: sieveOf(noticeColumns, template(`[[rows:]]\n${noticeLayout}\n[[:rows]]`)),
    write: (items) => ({
      html: `<h1>Notices</h1>${items.map((one, i) => card(one, { object: !every3(i) })).join('<p>Winter storage: ask us!</p>')}<p>The harbour office</p>`,
      expected: without(items, every3),
    }),
  },
  {
    name: 'blocks of lines',
    item: noticeItem,
    sieve: sieveOf(noticeColumns, template(`Notices\n[[rows:]]\n${noticeLayout}\n[[:rows]]\nThe harbour office`)),
    write: (items) => ({
      text: `Notices\n\n${items.map((one) => noticeText(one)).join('\n\n')}\n\nThe harbour office`,
    }),
  },
  {
    name: 'blocks of lines, reordered and left out',
    item: noticeItem,
    sieve: sieveOf(noticeColumns, template(`Notices\n[[rows:]]\n${noticeLayout}\n[[:rows]]\nThe harbour office`)),
    write: (items) => ({
      text: `Notices\n\n${items.map((one, i) => noticeText(one, { object: !every3(i), swapped: i % 2 === 1 })).join('\n----\n')}\n\nThe harbour office`,
      expected: without(items, every3),
    }),
  },
  {
    name: 'definition lists',
    item: noticeItem,
    sieve: sieveOf(
      noticeColumns,
      template('[[rows:]]\nNotice: [[number]]\nArea: [[area]]\nObject: [[object]]\n[[:rows]]'),
    ),
    write: (items) => ({
      html: items
        .map(
          (one) =>
            `<dl><dt>Notice:</dt><dd>${one.number}</dd><dt>Area:</dt><dd>${escaped(one.area)}</dd><dt>Object:</dt><dd>${escaped(one.object)}</dd></dl>`,
        )
        .join(''),
      expected: items.map((one) => ({ ...one, from: null })),
    }),
  },
  {
    name: 'cards of boxes with links',
    item: noticeItem,
    sieve: sieveOf(
      { title: { type: 'text', required: true }, link: { type: 'url' }, ...noticeColumns },
      template(
        '[[rows:]]\n[[title, link]]\nNo. [[number]] in [[area]]\nObject: [[object]]\nValid from [[from]]\n[[:rows]]\nRead all notices',
      ),
    ),
    write: (items) => ({
      html: `<h1>This week</h1>${items.map((one) => `<div style="margin:1em;border:1px solid"><div><a href="https://n.example/${one.number}"><img src="x.png" alt=""><b>Notice to mariners ${one.number}</b></a></div><p style="color:#666">No. ${one.number} in <span>${escaped(one.area)}</span></p><p>Object: ${escaped(one.object)}</p><p>Valid from ${day(one.from)}</p></div>`).join('\n')}<p><a href="https://n.example/all">Read all notices</a></p>`,
      expected: items.map((one) => ({
        title: `Notice to mariners ${one.number}`,
        link: `https://n.example/${one.number}`,
        ...one,
      })),
    }),
  },
  {
    name: 'items of two lines',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template('Your order\n[[rows:]]\n[[item]]\n  [[quantity]] x [[price]] = [[total]]\n[[:rows]]\nTotal: [[*]]'),
    ),
    write: (items) => ({
      text: `Your order\n\n${items.map((one) => `${one.item}\n  ${one.quantity} x ${pounds(one.price.value)} = ${pounds(one.total.value)}`).join('\n')}\n\nTotal: ${pounds(sumOf(items))}`,
    }),
  },
  {
    name: 'bullets, wrapped',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template('Your order\n[[rows:]]\n- [[item]], [[quantity]], [[total]]\n[[:rows]]\nTotal: [[*]]'),
    ),
    write: (items) => ({
      text: `Your order\n\n${items.map((one) => `* ${one.item.replace(' ', '\n  ')}, ${one.quantity}, ${pounds(one.total.value)}`).join('\n')}\n\nTotal: ${pounds(sumOf(items))}`,
      expected: items.map((one) => ({ ...one, price: null })),
    }),
  },
  {
    name: 'numbered list, semicolons',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template('Your order\n[[rows:]]\n1. [[item]]; [[quantity]]; [[price]]; [[total]]\n[[:rows]]'),
    ),
    write: (items) => ({
      text: `Your order\n\n${items.map((one, i) => `${i + 1}. ${one.item}; ${one.quantity}; ${pounds(one.price.value)}; ${pounds(one.total.value)}`).join('\n')}\n\nThank you.`,
    }),
  },
  {
    name: 'text in columns, empty cells',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => {
      const gaps = items.map((one, i) =>
        i % 3 === 2 ? { ...one, price: null } : i % 3 === 1 ? { ...one, quantity: null, price: null } : one,
      );
      const row = (one) =>
        pad(one.item, 24) +
        String(one.quantity ?? '').padStart(6) +
        (one.price ? pounds(one.price.value) : '').padStart(12) +
        pounds(one.total.value).padStart(12);
      return {
        text: `Your order\n\n${pad('Item', 24)}${'Qty'.padStart(6)}${'Unit price'.padStart(12)}${'Total'.padStart(12)}\n${gaps.map(row).join('\n')}\n\nThank you.`,
        expected: gaps,
      };
    },
  },
  {
    name: 'table rows by a template',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template(
        'Item    Qty    Unit price    Total\n[[rows:]]\n[[item]]    [[quantity]]    [[price]]    [[total]]\n[[:rows]]',
      ),
    ),
    write: (items) => ({ html: page(orderTable(items)) }),
  },
  {
    name: 'HTML table, cells with breaks and styles',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({
      html: page(
        orderTable(items).replace(
          /<td>([^<£]+) ([^<£ ]+)<\/td>/g,
          '<td valign="top"><div><font face="Arial"><b>$1</b><br>$2</font></div></td>',
        ),
      ),
    }),
  },
  {
    name: 'table of a forward with marks',
    item: orderItem,
    sieve: sieveOf(orderColumns, table),
    write: (items) => ({
      text: `---------- Forwarded message ----------\nFrom: Quay shop <shop@quay.example>\nDate: Mon, 3 May 2027\nSubject: Your order\nTo: desk@gannetbay.example\n\n${aligned(
        items,
      )
        .split('\n')
        .map((one) => `> ${one}`)
        .join('\n')}`,
    }),
  },
  {
    name: 'cards without words',
    item: noticeItem,
    sieve: sieveOf(
      {
        area: { type: 'text', required: true },
        link: { type: 'url' },
        number: { type: 'integer', required: true },
        from: { type: 'date' },
      },
      template('This week\n[[rows:]]\n[[area, link]]\n[[number]]\n[[from]]\n[[:rows]]\nRead all of them'),
    ),
    write: (items) => ({
      html: `<h1>This week</h1>${items.map((one, i) => `<div><p><a href="https://n.example/${one.number}">${escaped(one.area)}</a></p><p>${one.number}</p>${every3(i) ? '' : `<p>${day(one.from)}</p>`}</div>`).join('\n')}<p>Read all of them</p>`,
      expected: items.map((one, i) => ({
        area: one.area,
        link: `https://n.example/${one.number}`,
        number: one.number,
        from: every3(i) ? null : one.from,
      })),
    }),
  },
  {
    name: 'blocks of lines without words',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template('Your order\n[[rows:]]\n[[item]]\n[[quantity]]\n[[total]]\n[[:rows]]\nThank you.'),
    ),
    write: (items) => ({
      text: `Your order\n\n${items.map((one, i) => `${one.item}\n${every3(i) ? '' : `${one.quantity}\n`}${pounds(one.total.value)}`).join('\n\n')}\n\nThank you.`,
      expected: items.map((one, i) => ({ ...one, price: null, quantity: every3(i) ? null : one.quantity })),
    }),
  },
  {
    name: 'cards with a price of its own line, and more in each',
    item: orderItem,
    sieve: sieveOf(
      { ...orderColumns, link: { type: 'url' } },
      template(
        'Your order\n[[rows:]]\n[[item, link]]\nPieces: [[quantity]]\n[[total]]\n[[:rows]]\nSee the article\nTotal: [[*]]',
      ),
    ),
    write: (items) => ({
      html: `<h2>Your order</h2>${items.map((one, i) => `<table><tr><td><a href="https://q.example/${i}"><b>${escaped(one.item)}</b></a></td></tr>${every3(i) ? '' : `<tr><td>Pieces: ${one.quantity}</td></tr>`}<tr><td>${pounds(one.total.value)}</td></tr><tr><td><a href="https://q.example/${i}">See the article</a></td></tr></table>`).join('')}<p>Total: ${pounds(sumOf(items))}</p>`,
      expected: items.map((one, i) => ({
        ...one,
        price: null,
        quantity: every3(i) ? null : one.quantity,
        link: `https://q.example/${i}`,
      })),
    }),
  },
  {
    name: 'two lines above the words',
    item: noticeItem,
    sieve: sieveOf(
      noticeColumns,
      template(
        'Notices\n[[rows:]]\n[[from]]\n[[object]]\nNumber: [[number]]\nArea: [[area]]\n[[:rows]]\nThe harbour office',
      ),
    ),
    write: (items) => ({
      text: `Notices\n\n${items.map((one, i) => `${day(one.from)}\n${one.object}\n${every3(i) ? '' : `Number: ${one.number}\n`}Area: ${one.area}`).join('\n\n')}\n\nThe harbour office`,
      expected: items.map((one, i) => ({ ...one, number: every3(i) ? null : one.number })),
    }),
  },
  {
    name: 'a total in every item, and one below',
    item: orderItem,
    sieve: {
      ...sieveOf(
        orderColumns,
        template('[[rows:]]\nArticle: [[item]]\nPieces: [[quantity]]\nTotal: [[total]]\n[[:rows]]\nTotal: [[sum]]'),
      ),
      fields: { sum: { type: 'amount', currency: 'GBP' } },
    },
    write: (items) => ({
      text: `Your order\n\n${items.map((one) => `Article: ${one.item}\nPieces: ${one.quantity}\nTotal: ${pounds(one.total.value)}`).join('\n\n')}\n\nTotal: ${pounds(sumOf(items))}`,
      expected: items.map((one) => ({ ...one, price: null })),
    }),
  },
  {
    name: 'bullets, the last part left out',
    item: noticeItem,
    sieve: sieveOf(
      noticeColumns,
      template('Notices\n[[rows:]]\n- [[number]]: [[area]] valid from [[from]]\n[[:rows]]'),
    ),
    write: (items) => ({
      text: `Notices\n\n${items.map((one, i) => `- ${one.number}: ${one.area}${every3(i) ? '' : ` valid from ${day(one.from)}`}`).join('\n')}\n`,
      expected: items.map((one, i) => ({ ...one, object: null, from: every3(i) ? null : one.from })),
    }),
  },
  {
    name: 'picture, name and number in cells, by a template',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template('Your order\n[[rows:]]\n[[*]]\t[[item]]\t[[quantity]] x\t[[total]]\n[[:rows]]\nThank you'),
    ),
    write: (items) => ({
      html: `<h2>Your order</h2><table>${items.map((one) => `<tr><td><img src="cid:1" alt="Picture"></td><td><b>${escaped(one.item)}</b></td><td>${one.quantity} x</td><td>${pounds(one.total.value)}</td></tr>`).join('')}</table><p>Thank you</p>`,
      expected: items.map((one) => ({ ...one, price: null })),
    }),
  },
  {
    name: 'labels above their values',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template(
        'Your order\n[[rows:]]\nArticle\n[[item]]\nPieces\n[[quantity]]\nPrice\n[[total]]\n[[:rows]]\nThank you',
      ),
    ),
    write: (items) => ({
      html: `<h2>Your order</h2>${items.map((one, i) => `<div><div>Article</div><div>${escaped(one.item)}</div>${every3(i) ? '' : `<div>Pieces</div><div>${one.quantity}</div>`}<div>Price</div><div>${pounds(one.total.value)}</div></div>`).join('')}<p>Thank you</p>`,
      expected: items.map((one, i) => ({ ...one, price: null, quantity: every3(i) ? null : one.quantity })),
    }),
  },
  {
    name: 'bullets under bullets',
    item: orderItem,
    sieve: sieveOf(
      orderColumns,
      template(
        'Your order\n[[rows:]]\n- [[item]]\n  - pieces: [[quantity]]\n  - costs: [[total]]\n[[:rows]]\nThank you',
      ),
    ),
    write: (items) => ({
      html: `<p>Your order</p><ul>${items.map((one, i) => `<li>${escaped(one.item)}<ul>${every3(i) ? '' : `<li>pieces: ${one.quantity}</li>`}<li>costs: ${pounds(one.total.value)}</li></ul></li>`).join('')}</ul><p>Thank you</p>`,
      expected: items.map((one, i) => ({ ...one, price: null, quantity: every3(i) ? null : one.quantity })),
    }),
  },
];
