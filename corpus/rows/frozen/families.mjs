// Kinds of mail with many items, as shops, clubs, stations and offices write them. Each is marked in one message with one item:
// the same writer, given slots for values, makes the template. `head` stands once, `columns` in every item;
// `above`: how many lines over the first slot are the item's too.
import {
  answer,
  bare,
  clock,
  code,
  count,
  duty,
  euros,
  height,
  longDay,
  metres,
  person,
  place,
  pounds,
  serial,
  slashDay,
  street,
  target,
  vessel,
  ware,
  weekDay,
  work,
} from './values.mjs';

const text = { type: 'text' };
const integer = { type: 'integer' };
const amount = { type: 'amount', currency: 'GBP' };
const date = { type: 'date' };
const url = { type: 'url' };
const number = { type: 'number' };
const time = { type: 'time' };
const must = (options) => ({ ...options, required: true });

const page = (inside) =>
  `<html><head><style>.b{color:#333}</style></head><body style="margin:0"><table width="100%" cellpadding="0" cellspacing="0" role="presentation"><tr><td align="center"><table width="600" role="presentation"><tr><td style="padding:16px">${inside}</td></tr></table></td></tr></table></body></html>`;
const given = (value, write) => (value === null ? '' : write(value));
/** Items with what stands between them. */
const laid = (items, write, between, advert) =>
  items.map((item, i) => write(item, i) + (between[i] ? advert(between[i]) : '')).join('');

export const families = [
  {
    name: 'order cards of nested tables',
    html: true,
    head: { order: [must(text), code('QS')], grand: [amount, pounds(900)] },
    columns: {
      item: [must(text), ware],
      link: [url, target('ware')],
      quantity: [integer, count(12)],
      price: [must(amount), pounds(200)],
    },
    pairs: { item: 'link' },
    labels: ['Qty', 'Order total'],
    write: ({ order, grand }, items, between) =>
      page(
        `<h1>Thank you for your order</h1><p>Order no. <strong>${order}</strong></p>${laid(
          items,
          ({ item, link, quantity, price }) =>
            `<table width="100%" style="border-bottom:1px solid #ddd"><tr><td width="80"><img src="cid:p" width="80" alt=""></td><td style="padding:8px"><p style="margin:0"><a href="${link}" style="color:#036">${item}</a></p>${given(quantity, (q) => `<p style="margin:0">Qty: ${q}</p>`)}${given(price, (p) => `<p style="margin:0">Price: <b>${p}</b></p>`)}</td></tr></table>`,
          between,
          (words) => `<table width="100%"><tr><td><em>${words}</em></td></tr></table>`,
        )}<table><tr><td>Order total:</td><td><b>${grand}</b></td></tr></table><p>We pack your order today.</p>`,
      ),
  },
  {
    name: 'order rows of a table, by a template',
    html: true,
    head: { order: [must(text), code('OR')] },
    columns: { item: [must(text), ware], quantity: [integer, count(30)], total: [must(amount), pounds(400)] },
    labels: ['Quantity', 'Total'],
    write: ({ order }, items, between) =>
      `<p>Dear customer,</p><p>your order ${order} is on its way.</p><table border="0" cellspacing="0"><thead><tr><th>Article</th><th>Quantity</th><th>Total</th></tr></thead><tbody>${laid(
        items,
        ({ item, quantity, total }) =>
          `<tr><td>${item}</td><td align="right">${quantity ?? ''}</td><td align="right">${total ?? ''}</td></tr>`,
        between,
        (words) => `<tr><td colspan="3" style="background:#ff0">${words}</td></tr>`,
      )}</tbody><tfoot><tr><td colspan="2">Total</td><td>£99.00</td></tr></tfoot></table><p>Kind regards</p>`,
  },
  {
    name: 'crew list in blocks',
    head: { vessel: [must(text), vessel], master: [text, person] },
    columns: { name: [must(text), person], rank: [text, duty], joins: [date, longDay] },
    labels: ['Rank', 'Joins'],
    write: ({ vessel, master }, items, between) =>
      `Crew list of ${vessel}\nMaster: ${master}\n\n${laid(
        items,
        ({ name, rank, joins }) =>
          `${given(name, (v) => `Name:  ${v}\n`)}${given(rank, (v) => `Rank:  ${v}\n`)}${given(joins, (v) => `Joins: ${v}\n`)}\n`,
        between,
        (words) => `${words}\n\n`,
      )}End of the list.`,
  },
  {
    name: 'tide table in columns',
    head: { station: [text, place] },
    columns: { day: [must(date), weekDay], high: [time, clock], metres: [must(number), height] },
    labels: ['High', 'Height'],
    write: ({ station }, items, between) =>
      `Tides at ${station}\n\n${'Day'.padEnd(20)}${'High'.padEnd(10)}Height\n${laid(
        items,
        ({ day, high, metres: m }) => `${(day ?? '').padEnd(20)}${(high ?? '').padEnd(10)}${m ?? ''}\n`,
        between,
        (words) => `${words}\n`,
      )}\nTimes are local.`,
  },
  {
    name: 'gate log in bullets',
    head: {},
    columns: {
      at: [must(time), clock],
      gate: [must(integer), count(9)],
      who: [must(text), person],
      key: [text, code('K')],
    },
    labels: ['opened by', 'key'],
    write: (_, items, between) =>
      `The gates last night:\n\n${laid(
        items,
        ({ at, gate, who, key }) =>
          `- ${at ?? ''} gate ${gate ?? ''} opened by ${who ?? ''}${given(key, (k) => `, key ${k}`)}\n`,
        between,
        (words) => `${words}\n`,
      )}\nThe night watch`,
  },
  {
    name: 'readings between bars',
    head: { mast: [must(text), code('MAST')] },
    columns: {
      at: [must(time), clock],
      wind: [must(number), height],
      gust: [number, height],
      volts: [must(number), height],
    },
    labels: ['READ'],
    delimited: true,
    write: ({ mast }, items, between) =>
      `STATION ${mast}\n${laid(
        items,
        ({ at, wind, gust, volts }) => `READ|${at ?? ''}|${wind ?? ''}|${gust ?? ''}|${volts ?? ''}|OK\n`,
        between,
        (words) => `# ${words}\n`,
      )}END`,
  },
  {
    name: 'moorings for rent, cards of boxes',
    html: true,
    head: { found: [integer, count(40)] },
    columns: {
      title: [must(text), place],
      link: [url, target('mooring')],
      length: [must(number), metres],
      draught: [number, height],
      fee: [must(amount), pounds(4000)],
    },
    pairs: { title: 'link' },
    labels: ['Length', 'a season'],
    write: ({ found }, items, between) =>
      `<div class="b"><h2>${found} moorings that you may like</h2>${laid(
        items,
        ({ title, link, length, draught, fee }) =>
          `<div style="border:1px solid #ccc"><h3><a href="${link}">${title}</a></h3>${given(length, (v) => `<p>Length: ${v} m</p>`)}${given(draught, (v) => `<p>Draught: ${v} m</p>`)}${given(fee, (v) => `<p>${v} a season</p>`)}<p><a href="https://quayshop.example/more">See more</a></p></div>`,
        between,
        (words) => `<div style="background:#eee"><p>${words}</p></div>`,
      )}<p>You get this mail once a week.</p></div>`,
  },
  {
    name: 'bookings in definition lists',
    html: true,
    above: 1,
    head: {},
    columns: { vessel: [must(text), vessel], berth: [must(text), code('B')], until: [date, longDay] },
    labels: ['Berth', 'Until'],
    write: (_, items, between) =>
      `<p>Bookings of this week</p>${laid(
        items,
        ({ vessel, berth, until }) =>
          `<dl>${given(vessel, (v) => `<dt>Vessel</dt><dd>${v}</dd>`)}${given(berth, (v) => `<dt>Berth</dt><dd>${v}</dd>`)}${given(until, (v) => `<dt>Until</dt><dd>${v}</dd>`)}</dl>`,
        between,
        (words) => `<p>${words}</p>`,
      )}<p>Printed by the berth office</p>`,
  },
  {
    name: 'invoice in columns, table rule',
    table: { item: ['Description', 'Article'], quantity: ['Qty'], price: ['Unit'], total: ['Amount'] },
    head: {},
    columns: {
      item: [must(text), ware],
      quantity: [integer, count(20)],
      price: [amount, bare(80)],
      total: [must(amount), bare(700)],
    },
    labels: ['Amount'],
    write: (_, items, between) =>
      `Invoice\n\n${'Description'.padEnd(28)}${'Qty'.padStart(6)}${'Unit'.padStart(10)}${'Amount'.padStart(12)}\n${'='.repeat(56)}\n${laid(
        items,
        ({ item, quantity, price, total }) =>
          `${(item ?? '').padEnd(28)}${(quantity ?? '').padStart(6)}${(price ?? '').padStart(10)}${(total ?? '').padStart(12)}\n`,
        between,
        (words) => `${words}\n`,
      )}${'='.repeat(56)}\n${'Amount due'.padEnd(44)}${'812.10'.padStart(12)}\n\nPayable in 14 days.`,
  },
  {
    name: 'survey answers, numbered',
    head: { guest: [text, person] },
    columns: {
      question: [
        must(text),
        (r) => {
          const q = r.pick(['What did you like', 'What should we mend', 'How was the fuel dock']);
          return [`${q}?`, `${q}?`];
        },
      ],
      reply: [must(text), answer],
    },
    labels: ['Answer'],
    write: ({ guest }, items, between) =>
      `Answers of ${guest}\n\n${laid(
        items,
        ({ question, reply }) => `Question: ${question ?? ''}\n${given(reply, (v) => `Answer: ${v}\n`)}\n`,
        between,
        (words) => `${words}\n\n`,
      )}-- end of answers --`,
  },
  {
    name: 'parcels, a block each with a number in its title',
    head: { to: [text, street] },
    columns: {
      nth: [must(integer), count(9)],
      tracking: [must(text), code('TR')],
      weight: [number, height],
      due: [date, slashDay],
    },
    labels: ['Tracking', 'Weight'],
    write: ({ to }, items, between) =>
      `Your parcels go to ${to}.\n\n${laid(
        items,
        ({ nth, tracking, weight, due }) =>
          `PARCEL ${nth ?? ''}\n${given(tracking, (v) => `  Tracking number  ${v}\n`)}${given(weight, (v) => `  Weight           ${v} kg\n`)}${given(due, (v) => `  Expected         ${v}\n`)}\n`,
        between,
        (words) => `${words}\n\n`,
      )}Thank you for shipping with the quay.`,
  },
  {
    name: 'stock list between semicolons, table rule',
    table: { article: ['Article', 'Name'], stock: ['In stock'], price: ['Price'] },
    head: {},
    columns: { article: [must(text), ware], stock: [integer, count(90)], price: [must(amount), pounds(90)] },
    labels: ['Price'],
    write: (_, items, between) =>
      `Stock this morning\n\nNo;Article;In stock;Price\n${laid(
        items,
        ({ article, stock, price }, i) =>
          `${i + 1};${(article ?? '').replaceAll(';', ',')};${stock ?? ''};${price ?? ''}\n`,
        between,
        (words) => `${words}\n`,
      )}\nQuay shop`,
  },
  {
    name: 'HTML table with unwanted columns, table rule',
    html: true,
    table: { vessel: ['Vessel', 'Boat'], arrives: ['Arrival', 'Arrives'], length: ['Length', 'LOA'] },
    head: {},
    columns: { vessel: [must(text), vessel], arrives: [must(date), slashDay], length: [number, metres] },
    labels: ['Arrival'],
    write: (_, items, between) =>
      page(
        `<h2>Expected arrivals</h2><table class="list" border="1"><tr bgcolor="#eee"><td><b>#</b></td><td><b>Boat</b></td><td><b>Flag</b></td><td><b>LOA (m)</b></td><td><b>Arrival</b></td></tr>${laid(
          items,
          ({ vessel, arrives, length }, i) =>
            `<tr><td>${i + 1}</td><td>${vessel ?? ''}</td><td>&nbsp;</td><td>${length ?? ''}</td><td>${arrives ?? ''}</td></tr>`,
          between,
          (words) => `<tr><td colspan="5">${words}</td></tr>`,
        )}</table><p>Harbour office</p>`,
      ),
  },
  {
    name: 'posts on offer, title and two lines',
    html: true,
    head: {},
    columns: {
      title: [must(text), duty],
      link: [url, target('post')],
      firm: [must(text), vessel],
      where: [text, place],
      pay: [amount, euros(4000)],
    },
    pairs: { title: 'link' },
    labels: ['Pay', 'on board'],
    write: (_, items, between) =>
      `<p>New posts for you</p>${laid(
        items,
        ({ title, link, firm, where, pay }) =>
          `<p><a href="${link}"><b>${title}</b></a><br>on board ${firm ?? ''}${given(where, (v) => `<br>Lies at: ${v}`)}${given(pay, (v) => `<br>Pay: ${v} a month`)}</p>`,
        between,
        (words) => `<p><small>${words}</small></p>`,
      )}<p>Stop these mails</p>`,
  },
  {
    name: 'hours worked, HTML table with headings, table rule',
    html: true,
    table: { day: ['Day'], work: ['Work done', 'Task'], hours: ['Hours'] },
    head: {},
    columns: { day: [must(date), longDay], work: [text, work], hours: [must(number), height] },
    labels: ['Hours'],
    write: (_, items, between) =>
      `<table><caption>Yard, week 14</caption><tr><th scope="col">Day</th><th scope="col">Task</th><th scope="col">Hours</th></tr>${laid(
        items,
        ({ day, work, hours }) =>
          `<tr><th scope="row">${day ?? ''}</th><td>${work ?? ''}</td><td>${hours ?? ''}</td></tr>`,
        between,
        (words) => `<tr><th colspan="3">${words}</th></tr>`,
      )}<tr><td></td><td>Sum</td><td>40.5</td></tr></table>`,
  },
  {
    name: 'notices with targets written out',
    head: { week: [integer, count(52)] },
    columns: {
      number: [must(integer), serial],
      about: [must(text), work],
      area: [text, place],
      link: [url, target('notice')],
    },
    labels: ['Area', 'Details'],
    write: ({ week }, items, between) =>
      `Notices of week ${week}\n\n${laid(
        items,
        ({ number, about, area, link }) =>
          `* No. ${number ?? ''}: ${about ?? ''}\n${given(area, (v) => `  Area: ${v}\n`)}${given(link, (v) => `  Details: ${v}\n`)}\n`,
        between,
        (words) => `${words}\n\n`,
      )}End of notices`,
  },
  {
    name: 'vessels, several pairs on a line',
    head: { counted: [integer, count(80)] },
    columns: { vessel: [must(text), vessel], length: [must(number), metres], berth: [text, code('P')] },
    labels: ['Vessel', 'Length'],
    write: ({ counted }, items, between) =>
      `Counted in the harbour: ${counted}\n\n${laid(
        items,
        ({ vessel, length, berth }) =>
          `Vessel: ${vessel ?? ''} | Length: ${length ?? ''} m${given(berth, (v) => ` | Berth: ${v}`)}\n`,
        between,
        (words) => `${words}\n`,
      )}\nCounted by the night watch`,
  },
  {
    name: 'basket of boxes without tables',
    html: true,
    head: { sum: [amount, pounds(500)] },
    columns: {
      item: [must(text), ware],
      size: [
        text,
        (r) => {
          const s = r.pick(['small', 'large', 'XL', '43']);
          return [s, s];
        },
      ],
      price: [must(amount), pounds(90)],
    },
    labels: ['Size', 'To pay'],
    write: ({ sum }, items, between) =>
      `<div>Your basket</div>${laid(
        items,
        ({ item, size, price }) =>
          `<div class="row"><div class="name">${item ?? ''}</div>${given(size, (v) => `<div class="s">Size: ${v}</div>`)}${given(price, (v) => `<div class="p">Price ${v}</div>`)}</div>`,
        between,
        (words) => `<div class="ad">${words}</div>`,
      )}<div>To pay: <span>${sum}</span></div>`,
  },
  {
    name: 'deliveries in an HTML list',
    html: true,
    head: {},
    columns: { day: [must(date), longDay], what: [must(text), ware], to: [text, street] },
    labels: ['for', 'to'],
    write: (_, items, between) =>
      `<p>Deliveries to come:</p><ul>${laid(
        items,
        ({ day, what, to }) => `<li>${day ?? ''}: <i>${what ?? ''}</i>${given(to, (v) => ` to ${v}`)}</li>`,
        between,
        (words) => `</ul><p>${words}</p><ul>`,
      )}</ul><p>The store</p>`,
  },
  {
    name: 'cards side by side labels, cells of label and value',
    html: true,
    head: {},
    columns: {
      docket: [must(text), code('D')],
      vessel: [must(text), vessel],
      litres: [number, metres],
      total: [must(amount), pounds(900)],
    },
    labels: ['Vessel', 'Litres'],
    write: (_, items, between) =>
      page(
        `<p>Dockets of today</p>${laid(
          items,
          ({ docket, vessel, litres, total }) =>
            `<table border="1" style="margin:6px">${given(docket, (v) => `<tr><th>Docket</th><td>${v}</td></tr>`)}${given(vessel, (v) => `<tr><th>Vessel</th><td>${v}</td></tr>`)}${given(litres, (v) => `<tr><th>Litres</th><td>${v}</td></tr>`)}${given(total, (v) => `<tr><th>Total</th><td>${v}</td></tr>`)}</table>`,
          between,
          (words) => `<p>${words}</p>`,
        )}<p>End of day</p>`,
      ),
  },
];
