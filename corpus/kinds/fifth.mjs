// Nine more, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dot,
  eur,
  firsts,
  int,
  long,
  mailOf,
  money,
  page,
  person,
  phone,
  pick,
  some,
  spaced,
  T,
  time,
  towns,
} from './kit.mjs';

export const kinds = {
  // Danish, one sentence
  'j01-faktura': {
    kind: 'template',
    locale: 'da-DK',
    fields: { faktura: T('text'), beloeb: T('amount'), forfald: T('date'), kunde: T('text') },
    make() {
      const d = date(),
        r = {
          faktura: `${int(10000, 99999)}`,
          beloeb: am(cents(50, 9000), 'DKK'),
          forfald: d.iso,
          kunde: `K-${int(100, 999)}`,
        };
      return {
        fields: r,
        subject: 'Din faktura er klar',
        body: `Kære ${pick(firsts)}\n\nFaktura nr. ${r.faktura} på ${eur(r.beloeb.value)} kr. forfalder den ${dot(d)}.\nDit kundenummer er ${r.kunde}.\n\nVenlig hilsen\nHavnen\n`,
        marks: { beloeb: `${eur(r.beloeb.value)} kr.`, forfald: dot(d), faktura: { text: r.faktura, n: 1 } },
      };
    },
  },
  // a form of a site builder: a grey row with the label, a white row with the value
  'j02-builder': {
    kind: 'template',
    html: true,
    fields: {
      name: T('text'),
      email: T('email'),
      phone: T('phone'),
      day: T('date'),
      party: T('integer'),
      note: T('text'),
    },
    make() {
      const n = person(),
        d = date(),
        r = {
          name: n,
          email: mailOf(n),
          phone: phone(),
          day: d.iso,
          party: int(2, 20),
          note: pick(['We come by boat.', 'Two of us do not eat fish.\nIs that possible?', 'Window table if you can.']),
        },
        row = (k, v) =>
          `<tr bgcolor="#EAF2FA"><td colspan="2"><font style="font-size:12px"><strong>${k}</strong></font></td></tr><tr bgcolor="#FFFFFF"><td width="20">&nbsp;</td><td><font style="font-size:12px">${v}</font></td></tr>`;
      return {
        fields: r,
        subject: 'New submission: Table request',
        body: `<html><body><table width="99%" cellpadding="1"><tr><td><table width="100%" cellpadding="5">${row('Your name', r.name)}${row('E-mail', `<a href="mailto:${r.email}">${r.email}</a>`)}${row('Phone', spaced(r.phone))}${row('Day', long(d))}${row('How many are you?', r.party)}${row('Anything else', r.note.replace('\n', '<br>'))}</table></td></tr></table></body></html>`,
        marks: {
          name: { text: r.name, n: 1 },
          phone: spaced(r.phone),
          day: long(d),
          party: { text: String(r.party), last: 'are you?' },
        },
      };
    },
  },
  // headings in bold cells, groups across, the currency in the heading, a sum below each group
  'j03-stock': {
    kind: 'table',
    html: true,
    fields: { counted: T('date') },
    items: { article: T('text'), bin: T('text'), pieces: T('integer'), worth: T('number') },
    make() {
      const d = date(),
        groups = some(['Ropes', 'Lamps', 'Paint'], int(1, 3)).map((group) => ({
          group,
          items: Array.from({ length: int(1, 3) }, () => ({
            article: `${pick(['Blue', 'Long', 'Heavy', 'Small'])} ${group.toLowerCase().slice(0, -1)}`,
            bin: `${pick(['A', 'B'])}${int(1, 30)}`,
            pieces: int(1, 90),
            worth: cents(5, 900),
          })),
        }));
      return {
        fields: { counted: d.iso },
        items: groups.flatMap(({ items }) => items),
        subject: 'Stock count',
        body: `<html><body><p>Stock as counted on ${long(d)}:</p><table border="1"><tr><td><b>Article</b></td><td><b>Bin</b></td><td><b>Pieces</b></td><td><b>Worth (GBP)</b></td></tr>${groups.map(({ group, items }) => `<tr><td colspan="4"><i>${group}</i></td></tr>${items.map((x) => `<tr><td>${x.article}</td><td>${x.bin}</td><td>${x.pieces}</td><td>${money(x.worth)}</td></tr>`).join('')}<tr><td colspan="3">Subtotal ${group.toLowerCase()}</td><td>${money(items.reduce((sum, x) => sum + x.worth, 0))}</td></tr>`).join('')}</table></body></html>`,
        marks: { counted: long(d) },
        im: (x) => ({ article: x.article, bin: x.bin, pieces: null, worth: money(x.worth) }),
      };
    },
  },
  // two columns of pairs, parted by blanks
  'j04-vitals': {
    kind: 'template',
    fields: {
      host: T('text'),
      load: T('number'),
      memory: T('number'),
      disk: T('number'),
      uptime: T('number'),
      checked: T('datetime'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          host: `${pick(['db', 'mq', 'web'])}-${int(1, 20)}`,
          load: int(1, 900) / 100,
          memory: int(10, 99),
          disk: int(10, 99),
          uptime: int(2, 300),
          checked: `${d.iso}T${t}`,
        };
      return {
        fields: r,
        subject: `vitals ${r.host}`,
        body: `Host: ${r.host.padEnd(20)}Checked: ${d.iso} ${t}\nLoad: ${r.load.toFixed(2).padEnd(20)}Uptime: ${r.uptime} days\nMemory: ${`${r.memory} %`.padEnd(18)}Disk: ${r.disk} %\n`,
        marks: {
          host: { text: r.host, n: 1 },
          checked: `${d.iso} ${t}`,
          uptime: { text: String(r.uptime), last: 'Uptime:' },
          load: { text: r.load.toFixed(2), last: 'Load:' },
          memory: { text: String(r.memory), last: 'Memory:' },
          disk: { text: String(r.disk), last: 'Disk:' },
        },
      };
    },
  },
  // an application with a letter to its end
  'j05-application': {
    kind: 'template',
    fields: {
      post: T('text'),
      name: T('text'),
      email: T('email'),
      phone: T('phone'),
      start: T('date'),
      letter: T('text'),
    },
    make() {
      const n = person(),
        d = date(),
        r = {
          post: pick(['Deckhand', 'Yard clerk', 'Crane operator']),
          name: n,
          email: mailOf(n),
          phone: phone(),
          start: d.iso,
          letter: pick([
            'Dear Sir or Madam,\n\nI have worked on boats for ten years.\nNow I look for a place on land.',
            'Hello,\n\nI would like to learn the trade.\n\nThanks!',
            'I saw your notice at the pier.\nMay I come and see you?',
          ]),
        };
      return {
        fields: r,
        subject: `Application: ${r.post}`,
        body: `Someone applied through the web site.\n\nPosition: ${r.post}\nApplicant: ${r.name}\nEmail: ${r.email}\nTelephone: ${spaced(r.phone)}\nCan start: ${long(d)}\n\nCover letter:\n${r.letter}\n`,
        marks: { post: { text: r.post, n: 1 }, phone: spaced(r.phone), start: long(d), name: { text: r.name, n: 1 } },
      };
    },
  },
  // appointments: the time in bold, who and what with a dash, how long in brackets
  'j06-diary': {
    kind: 'list',
    html: true,
    fields: { day: T('date') },
    items: { at: T('time'), who: T('text'), what: T('text'), hours: T('number') },
    make() {
      const d = date(),
        items = Array.from({ length: int(2, 6) }, () => ({
          at: time(),
          who: person(),
          what: pick(['rigging check', 'engine service', 'survey', 'handover']),
          hours: int(1, 6),
        }));
      return {
        fields: { day: d.iso },
        items,
        subject: 'Your day',
        body: `<html><body><p>Your appointments on ${d.w}, ${long(d)}:</p><ul>${items.map((x) => `<li><strong>${x.at}</strong> ${x.who} – ${x.what} (${x.hours} h)</li>`).join('')}</ul><p><a href="https://kind.example/diary">Open the diary</a></p></body></html>`,
        marks: { day: long(d) },
        im: (x) => ({ at: x.at, who: x.who, what: x.what, hours: null }),
      };
    },
  },
  // a basket: name left, price right, in spans that float
  'j07-basket': {
    kind: 'list',
    html: true,
    fields: { order: T('text'), shipping: T('amount'), total: T('amount') },
    items: { article: T('text'), price: T('amount') },
    make() {
      const items = some(['Rope 10 mm', 'Shackle', 'Fender, blue', 'Deck brush', 'Bilge pump'], int(2, 5)).map(
          (article) => ({
            article,
            price: am(cents(2, 90), 'GBP'),
          }),
        ),
        ship = cents(2, 9),
        total = Math.round((items.reduce((sum, x) => sum + x.price.value, 0) + ship) * 100) / 100,
        line = (left, right) =>
          `<div style="border-bottom:1px solid #eee"><span>${left}</span><span style="float:right">${right}</span></div>`;
      const r = { order: `${int(100000, 999999)}`, shipping: am(ship, 'GBP'), total: am(total, 'GBP') };
      return {
        fields: r,
        items,
        subject: `Receipt for order ${r.order}`,
        body: page(
          `<tr><td><h2>Thanks!</h2><p>Order number: ${r.order}</p><div class="items">${items.map((x) => line(x.article, `£${money(x.price.value)}`)).join('')}</div><div class="sums">${line('Shipping', `£${money(ship)}`)}${line('<b>Total</b>', `<b>£${money(total)}</b>`)}</div></td></tr>`,
        ),
        marks: {
          order: { text: r.order, n: 1 },
          shipping: { text: `£${money(ship)}`, last: 'Shipping' },
          total: { text: `£${money(total)}`, last: 'Total' },
        },
        im: (x) => ({ article: x.article, price: `£${money(x.price.value)}` }),
      };
    },
  },
  // counts in sentences
  'j08-club': {
    kind: 'template',
    fields: { joined: T('integer'), left: T('integer'), members: T('integer'), month: T('text'), fees: T('amount') },
    make() {
      const r = {
        joined: int(3, 60),
        left: int(2, 30),
        members: int(300, 900),
        month: pick(['September', 'October', 'November']),
        fees: am(cents(500, 9000), 'GBP'),
      };
      return {
        fields: r,
        subject: `The club in ${r.month}`,
        body: `Hello,\n\nin ${r.month} ${r.joined} members joined and ${r.left} left, so there are ${r.members} of us now.\nFees of £${money(r.fees.value)} came in.\n\nThe treasurer\n`,
        marks: {
          month: { text: r.month, n: 1 },
          joined: { text: String(r.joined), last: `in ${r.month}` },
          left: { text: String(r.left), last: 'joined and' },
          members: { text: String(r.members), last: 'there are' },
          fees: `£${money(r.fees.value)}`,
        },
      };
    },
  },
  // headings in two rows, the first over two columns each
  'j09-tides': {
    kind: 'table',
    html: true,
    fields: { week: T('integer') },
    items: {
      port: T('text'),
      morning_low: T('time'),
      morning_high: T('time'),
      evening_low: T('time'),
      evening_high: T('time'),
    },
    make() {
      const week = int(1, 52),
        items = some(towns, int(2, 6)).map((port) => ({
          port,
          morning_low: time(),
          morning_high: time(),
          evening_low: time(),
          evening_high: time(),
        }));
      return {
        fields: { week },
        items,
        subject: `Tides, week ${week}`,
        body: `<html><body><p>Tides of week ${week}:</p><table border="1"><tr><th></th><th colspan="2">Morning</th><th colspan="2">Evening</th></tr><tr><th>Port</th><th>Low</th><th>High</th><th>Low</th><th>High</th></tr>${items.map((x) => `<tr><td>${x.port}</td><td>${x.morning_low}</td><td>${x.morning_high}</td><td>${x.evening_low}</td><td>${x.evening_high}</td></tr>`).join('')}</table></body></html>`,
        marks: { week: { text: String(week), n: 1 } },
        im: (x) => ({ port: x.port, morning_low: null, morning_high: null, evening_low: null, evening_high: null }),
      };
    },
  },
};
