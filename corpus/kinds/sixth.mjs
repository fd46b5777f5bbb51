// Eighteen more, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dmonths,
  dot,
  firsts,
  int,
  lasts,
  long,
  mailOf,
  maybe,
  money,
  months,
  pad,
  page,
  person,
  phone,
  pick,
  round,
  short,
  some,
  spaced,
  streets,
  T,
  time,
  towns,
} from './kit.mjs';

export const kinds = {
  // Swedish, a stay: labels with colons, day and hour behind each other
  'k01-vistelse': {
    kind: 'template',
    locale: 'sv-SE',
    fields: {
      bokning: T('text'),
      gast: T('text'),
      ankomst: T('date'),
      avresa: T('date'),
      gaster: T('integer'),
      pris: T('amount'),
    },
    make() {
      const a = date(),
        b = date(),
        r = {
          bokning: `SV${int(100000, 999999)}`,
          gast: person(),
          ankomst: a.iso,
          avresa: b.iso,
          gaster: int(1, 6),
          pris: am(int(900, 9000), 'SEK'),
        };
      return {
        fields: r,
        subject: `Bokningsbekräftelse ${r.bokning}`,
        body: `Hej ${r.gast.split(' ')[0]}!\n\nTack för din bokning. Här är dina uppgifter.\n\nBokningsnummer: ${r.bokning}\nGäst: ${r.gast}\nAnkomst: ${a.iso} från kl. 15\nAvresa: ${b.iso} senast kl. 11\nAntal gäster: ${r.gaster}\nTotalpris: ${r.pris.value} kr\n\nAvboka senast två dagar före ankomst.\n\nVänliga hälsningar\nGannet Bay Gästhamn\n`,
        marks: {
          bokning: { text: r.bokning, n: 1 },
          gast: { text: r.gast, n: 1 },
          ankomst: { text: a.iso, last: 'Ankomst:' },
          avresa: { text: b.iso, last: 'Avresa:' },
          gaster: { text: String(r.gaster), last: 'Antal gäster:' },
          pris: `${r.pris.value} kr`,
        },
      };
    },
  },
  // vacancies in boxes: some carry a word in a box of its own, the facts below with their labels
  'k02-vacancies': {
    kind: 'list',
    html: true,
    fields: { found: T('integer'), search: T('text') },
    items: { title: T('text'), employer: T('text'), location: T('text'), closes: T('date'), salary: T('text') },
    make() {
      const items = some(['Deckhand', 'Yard clerk', 'Crane operator', 'Sail maker', 'Port pilot'], int(3, 5)).map(
          (title) => {
            const d = date();
            return {
              title,
              employer: pick(['Selwyn Yards', 'Kirkholm Ferries', 'Tarn Boats']),
              location: pick(towns),
              closes: d.iso,
              salary: pick(['By agreement', '£24,000 a year', '£13.20 an hour']),
              d,
              fresh: maybe(0.4),
            };
          },
        ),
        r = { found: items.length, search: pick(['harbour work', 'boats', 'yard']) };
      return {
        fields: r,
        items: items.map(({ d, fresh, ...item }) => item),
        subject: `${r.found} new jobs for “${r.search}”`,
        body: page(
          `<tr><td><h1>${r.found} new jobs</h1><p>Your search: <b>${r.search}</b></p>${items.map((x) => `<div class="job">${x.fresh ? '<span class="badge">NEW</span>' : ''}<h2><a href="https://kind.example/job/${int(1000, 9999)}">${x.title}</a></h2><p class="who">${x.employer}</p><p><b>Location:</b> ${x.location}<br><b>Closes:</b> ${long(x.d)}<br><b>Salary:</b> ${x.salary}</p></div>`).join('')}<p><a href="https://kind.example/all">See them all</a></p></td></tr>`,
        ),
        marks: { found: { text: String(r.found), n: 1 }, search: { text: r.search, n: 1 } },
        im: (x) => ({ title: x.title, employer: x.employer, location: x.location, closes: null, salary: x.salary }),
      };
    },
  },
  // an order: article and its number in one cell, pieces and price in others, the sums to the right, an address of lines
  'k03-order': {
    kind: 'table',
    html: true,
    fields: {
      order: T('text'),
      placed: T('date'),
      subtotal: T('amount'),
      delivery: T('amount'),
      total: T('amount'),
      address: T('text'),
    },
    items: { article: T('text'), sku: T('text'), qty: T('integer'), price: T('amount') },
    make() {
      const d = date(),
        items = some(['Rope 10 mm', 'Bow shackle', 'Fender, blue', 'Deck brush', 'Bilge pump'], int(2, 5)).map(
          (article) => ({
            article,
            sku: `${pick(['RP', 'SH', 'FD'])}-${int(1000, 9999)}`,
            qty: int(1, 9),
            price: am(cents(2, 90), 'GBP'),
          }),
        ),
        sub = round(items.reduce((sum, x) => sum + x.qty * x.price.value, 0)),
        ship = cents(2, 12),
        who = person(),
        r = {
          order: `W${int(100000, 999999)}`,
          placed: d.iso,
          subtotal: am(sub, 'GBP'),
          delivery: am(ship, 'GBP'),
          total: am(round(sub + ship), 'GBP'),
          address: `${who}\n${int(1, 99)} ${pick(streets)}\n${pick(towns)}`,
        };
      return {
        fields: r,
        items,
        subject: `Order ${r.order} received`,
        body: page(
          `<tr><td><h1>Thank you for your order</h1><p>Order <b>${r.order}</b> placed on ${long(d)}</p><table class="items"><tr><th>Product</th><th>Qty</th><th>Price</th></tr>${items.map((x) => `<tr><td>${x.article}<br><small>SKU: ${x.sku}</small></td><td>${x.qty}</td><td>£${money(x.price.value)}</td></tr>`).join('')}<tr><td colspan="2" align="right">Subtotal:</td><td>£${money(sub)}</td></tr><tr><td colspan="2" align="right">Delivery:</td><td>£${money(ship)}</td></tr><tr><td colspan="2" align="right"><b>Total:</b></td><td><b>£${money(r.total.value)}</b></td></tr></table><h3>Deliver to</h3><p>${r.address.replaceAll('\n', '<br>')}</p></td></tr>`,
        ),
        marks: {
          order: { text: r.order, n: 1 },
          placed: long(d),
          subtotal: { text: `£${money(sub)}`, last: 'Subtotal:' },
          delivery: { text: `£${money(ship)}`, last: 'Delivery:' },
          total: { text: `£${money(r.total.value)}`, last: 'Total:' },
        },
        im: (x) => ({ article: x.article, sku: x.sku, qty: null, price: `£${money(x.price.value)}` }),
      };
    },
  },
  // numbered lines: pieces, an x, the article, dots to the price
  'k04-dispatch': {
    kind: 'list',
    fields: { note: T('text'), sent: T('date'), carrier: T('text') },
    items: { qty: T('integer'), article: T('text'), price: T('amount') },
    make() {
      const d = date(),
        items = some(['Rope 10 mm', 'Bow shackle', 'Fender', 'Deck brush', 'Bilge pump', 'Flag'], int(2, 6)).map(
          (article) => ({ qty: int(1, 20), article, price: am(cents(2, 300), 'GBP') }),
        ),
        r = {
          note: `DN-${int(10000, 99999)}`,
          sent: d.iso,
          carrier: pick(['Coastal Post', 'Bay Vans', 'North Parcel']),
        };
      return {
        fields: r,
        items,
        subject: `Dispatch note ${r.note}`,
        body: `Your goods are on their way.\n\nDispatch note ${r.note}, sent ${short(d)} with ${r.carrier}\n\n${items.map((x, i) => `${i + 1}.  ${x.qty} x ${x.article} ${'.'.repeat(30 - x.article.length)} GBP ${money(x.price.value)}`).join('\n')}\n\nPlease count the goods when they arrive.\n`,
        marks: { note: { text: r.note, n: 1 }, sent: short(d), carrier: r.carrier },
        im: (x) => ({ qty: null, article: x.article, price: `GBP ${money(x.price.value)}` }),
      };
    },
  },
  // German, a parcel: sentences, a number, a span of hours
  'k05-paket': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: {
      sendung: T('text'),
      absender: T('text'),
      tag: T('date'),
      von: T('time'),
      bis: T('time'),
      ort: T('text'),
    },
    make() {
      const d = date(),
        from = int(8, 16),
        r = {
          sendung: `${int(100000, 999999)}${int(100000, 999999)}`,
          absender: pick(['Seilerei Oststrand', 'Bootsbau Tarn', 'Segel Kirkholm']),
          tag: d.iso,
          von: `${pad(from)}:00`,
          bis: `${pad(from + 2)}:00`,
          ort: pick(['Nachbarn', 'Paketraum', 'Hafenbüro']),
        };
      return {
        fields: r,
        subject: 'Ihr Paket kommt bald',
        body: page(
          `<tr><td><p>Guten Tag,</p><p>Ihre Sendung von <b>${r.absender}</b> mit der Nummer <a href="https://kind.example/s/${r.sendung}">${r.sendung}</a> wird voraussichtlich am <b>${d.d}. ${dmonths[d.m]} ${d.y}</b> zwischen <b>${r.von}</b> und <b>${r.bis} Uhr</b> zugestellt.</p><p>Gewünschter Ablageort: ${r.ort}</p><p>Mit freundlichen Grüßen</p></td></tr>`,
        ),
        marks: {
          sendung: { text: r.sendung, n: 1 },
          absender: r.absender,
          tag: `${d.d}. ${dmonths[d.m]} ${d.y}`,
          von: { text: r.von, last: 'zwischen' },
          bis: { text: r.bis, last: 'und' },
          ort: r.ort,
        },
      };
    },
  },
  // a missed call: one sentence, then a few words
  'k06-call': {
    kind: 'template',
    fields: { caller: T('phone'), line: T('text'), day: T('date'), at: T('time'), length: T('text') },
    make() {
      const d = date(),
        r = {
          caller: phone(),
          line: pick(['Harbour office', 'Yard', 'Slipway']),
          day: d.iso,
          at: time(),
          length: `${int(0, 3)}:${pad(int(5, 59))}`,
        };
      return {
        fields: r,
        subject: `Voice message from ${spaced(r.caller)}`,
        body: `There is a new message in the box “${r.line}”.\n\n${spaced(r.caller)} called on ${long(d)} at ${r.at} and left ${r.length} minutes of sound, which you find attached.\n\nTo stop these mails, change the settings of the box.\n`,
        marks: {
          caller: { text: spaced(r.caller), n: 1 },
          line: r.line,
          day: long(d),
          at: { text: r.at, last: `${long(d)} at` },
          length: { text: r.length, last: 'left' },
        },
      };
    },
  },
  // bullets of a name and what it is, between two lines of stars
  'k07-signup': {
    kind: 'template',
    fields: {
      course: T('text'),
      name: T('text'),
      born: T('date'),
      email: T('email'),
      level: T('text'),
      own_boat: T('yes-no'),
    },
    make() {
      const d = { ...date(), y: int(1960, 2010) },
        n = person(),
        r = {
          course: pick(['Knots and ropes', 'First sail', 'Radio licence']),
          name: n,
          born: `${d.y}-${pad(d.m + 1)}-${pad(d.d)}`,
          email: mailOf(n),
          level: pick(['beginner', 'some years', 'old hand']),
          own_boat: maybe(0.5),
        };
      return {
        fields: r,
        subject: 'Sign-up',
        body: `*****************\n* Course: ${r.course}\n* Name: ${r.name}\n* Born: ${dot(d)}\n* Mail: ${r.email}\n* Level: ${r.level}\n* Own boat? ${r.own_boat ? 'yes' : 'no'}\n*****************\nSent by the form at gannetbay.example/sail\n`,
        marks: { born: dot(d), own_boat: { text: r.own_boat ? 'yes' : 'no', last: 'Own boat?' } },
      };
    },
  },
  // an account: a table of movements, plus or minus, balances before and after
  'k08-account': {
    kind: 'table',
    html: true,
    fields: { account: T('text'), opening: T('amount'), closing: T('amount') },
    items: { day: T('date'), description: T('text'), amount: T('number') },
    make() {
      const items = Array.from({ length: int(2, 6) }, () => {
          const d = date();
          return {
            day: d.iso,
            description: pick(['Berth fees', 'Card payment, chandler', 'Interest', 'Transfer from savings', 'Fuel']),
            amount: maybe(0.5) ? cents(5, 900) : -cents(5, 900),
            d,
          };
        }),
        open = cents(500, 5000),
        close = round(open + items.reduce((sum, x) => sum + x.amount, 0) + 6000),
        r = { account: `•••• ${int(1000, 9999)}`, opening: am(open, 'GBP'), closing: am(close, 'GBP') },
        sign = (v) => `${v < 0 ? '-' : '+'}${money(Math.abs(v))}`;
      return {
        fields: r,
        items: items.map(({ d, ...item }) => item),
        subject: 'Movements on your account',
        body: `<html><body><p>Account ending <b>${r.account}</b></p><p>Opening balance: £${money(open)}</p><table><thead><tr><th>Date</th><th>Description</th><th>Amount (£)</th></tr></thead><tbody>${items.map((x) => `<tr><td>${short(x.d)}</td><td>${x.description}</td><td align="right">${sign(x.amount)}</td></tr>`).join('')}</tbody></table><p>Closing balance: £${money(close)}</p></body></html>`,
        marks: {
          opening: { text: `£${money(open)}`, last: 'Opening balance:' },
          closing: { text: `£${money(close)}`, last: 'Closing balance:' },
          account: r.account,
        },
        im: (x) => ({ day: null, description: x.description, amount: sign(x.amount) }),
      };
    },
  },
  // Italian, a table booked: pairs in rows of a table in a table, the label in th
  'k09-prenotazione': {
    kind: 'template',
    html: true,
    locale: 'it-IT',
    fields: {
      codice: T('text'),
      nome: T('text'),
      data: T('date'),
      ora: T('time'),
      coperti: T('integer'),
      telefono: T('phone'),
      richieste: T('text'),
    },
    make() {
      const d = date(),
        r = {
          codice: `PR${int(1000, 9999)}`,
          nome: person(),
          data: d.iso,
          ora: time(),
          coperti: int(2, 12),
          telefono: `+3906${int(1000000, 9999999)}`,
          richieste: pick(['Nessuna', 'Seggiolone per bambini', 'Tavolo vicino alla finestra']),
        },
        row = (k, v) => `<tr><th align="left" style="padding:6px">${k}</th><td style="padding:6px">${v}</td></tr>`;
      return {
        fields: r,
        subject: `Nuova prenotazione ${r.codice}`,
        body: page(
          `<tr><td><h2>Nuova prenotazione</h2><p>Codice: ${r.codice}</p><table>${row('Nome', r.nome)}${row('Data', `${d.d}/${d.m + 1}/${d.y}`)}${row('Ora', r.ora)}${row('Coperti', r.coperti)}${row('Telefono', r.telefono)}${row('Richieste', r.richieste)}</table><p><a class="btn" href="https://kind.example/si">Conferma</a> <a class="btn" href="https://kind.example/no">Rifiuta</a></p></td></tr>`,
        ),
        marks: {
          codice: { text: r.codice, n: 1 },
          data: `${d.d}/${d.m + 1}/${d.y}`,
          ora: { text: r.ora, last: 'Ora' },
          coperti: { text: String(r.coperti), last: 'Coperti' },
        },
      };
    },
  },
  // what is on: a heading a day, below it lines with the hour, a dash, a name and where
  'k10-whats-on': {
    kind: 'list',
    html: true,
    fields: { week: T('integer') },
    items: { at: T('time'), what: T('text'), where: T('text') },
    make() {
      const days = Array.from({ length: int(2, 3) }, () => ({
          d: date(),
          items: Array.from({ length: int(1, 3) }, () => ({
            at: time(),
            what: pick(['Choir', 'Knot evening', 'Open boat', 'Film on the pier', 'Market']),
            where: pick(['Old Shed', 'Pier 2', 'Mission Hall', 'Club House']),
          })),
        })),
        week = int(1, 52);
      return {
        fields: { week },
        items: days.flatMap((x) => x.items),
        subject: `What is on in week ${week}`,
        body: `<html><body><h1>Week ${week}</h1>${days.map((x) => `<h3>${x.d.w}, ${x.d.d} ${months[x.d.m]}</h3><ul>${x.items.map((y) => `<li>${y.at} — ${y.what}, ${y.where}</li>`).join('')}</ul>`).join('')}<p>Entry is free unless it says so.</p></body></html>`,
        marks: { week: { text: String(week), n: 1 } },
        im: (x) => ({ at: x.at, what: x.what, where: x.where }),
      };
    },
  },
  // a ticket that changed: a line to answer above, a number, from one state to another, who wrote what
  'k11-ticket': {
    kind: 'template',
    fields: { ticket: T('text'), from: T('text'), to: T('text'), by: T('text'), comment: T('text'), due: T('date') },
    make() {
      const d = date(),
        [from, to] = some(['open', 'waiting', 'in work', 'closed'], 2),
        r = {
          ticket: `GB-${int(100, 9999)}`,
          from,
          to,
          by: person(),
          comment: pick(['The pump is out for repair.', 'Please send a picture.', 'Done.\nPlease have a look.']),
          due: d.iso,
        };
      return {
        fields: r,
        subject: `[${r.ticket}] changed`,
        body: `--- write your answer above this line ---\n\nTicket ${r.ticket} went from "${from}" to "${to}".\nDue: ${long(d)}\n\n${r.by} wrote:\n\n${r.comment}\n\n--\nGannet Bay Works, the ticket desk\n`,
        marks: {
          ticket: { text: r.ticket, n: 1 },
          from: { text: from, last: 'went from "' },
          to: { text: to, last: 'to "' },
          by: r.by,
          due: long(d),
        },
      };
    },
  },
  // French, flats: facts in one line parted by middle dots, the rent set apart, a picture above
  'k12-logements': {
    kind: 'list',
    html: true,
    locale: 'fr-FR',
    fields: { ville: T('text') },
    items: { titre: T('text'), pieces: T('integer'), surface: T('integer'), quartier: T('text'), loyer: T('amount') },
    make() {
      const items = Array.from({ length: int(3, 5) }, () => ({
          titre: pick(['Appartement lumineux', 'Studio au calme', 'Maison de pêcheur', 'Duplex avec terrasse']),
          pieces: int(1, 6),
          surface: int(18, 140),
          quartier: pick(['Vieux Port', 'Les Dunes', 'Gare', 'Haute Ville']),
          loyer: am(int(400, 2400), 'EUR'),
        })),
        r = { ville: pick(['Port-Selwyn', 'Kirkholm', 'Oststrand']) };
      return {
        fields: r,
        items,
        subject: `De nouveaux logements à ${r.ville}`,
        body: page(
          `<tr><td><h2>Nouveaux logements à ${r.ville}</h2></td></tr>${items.map((x) => `<tr><td><table class="ad"><tr><td><img src="https://kind.example/${int(100, 999)}.jpg" alt=""></td><td><a href="https://kind.example/a/${int(1000, 9999)}"><b>${x.titre}</b></a><br>${x.pieces} pièce${x.pieces > 1 ? 's' : ''} · ${x.surface} m² · ${x.quartier}<br><span class="p">${x.loyer.value} €</span> / mois</td></tr></table></td></tr>`).join('')}`,
        ),
        marks: { ville: { text: r.ville, n: 1 } },
        im: (x) => ({ titre: x.titre, pieces: null, surface: null, quartier: x.quartier, loyer: `${x.loyer.value} €` }),
      };
    },
  },
  // a table of text whose descriptions go on in the line below
  'k13-works': {
    kind: 'table',
    fields: { sheet: T('text'), foreman: T('text') },
    items: { no: T('integer'), work: T('text'), berth: T('text'), hours: T('number') },
    make() {
      const items = Array.from({ length: int(2, 5) }, (_, i) => ({
          no: i + 1,
          work: pick([
            'Renew cleats',
            'Paint railing',
            'Replace two planks on the walkway',
            'Check all lamps along the pier',
          ]),
          berth: `${pick(['A', 'B', 'C'])}${int(1, 40)}`,
          hours: int(2, 24) / 2,
        })),
        r = { sheet: `W-${int(1000, 9999)}`, foreman: person() },
        cut = (words) => {
          if (words.length <= 20) return [words, ''];
          const at = words.lastIndexOf(' ', 20);
          return [words.slice(0, at), words.slice(at + 1)];
        };
      return {
        fields: r,
        items,
        subject: `Work sheet ${r.sheet}`,
        body: `Work sheet: ${r.sheet}\nForeman:    ${r.foreman}\n\nNo  Work                  Berth  Hours\n--  --------------------  -----  -----\n${items
          .map((x) => {
            const [a, b] = cut(x.work);
            return `${String(x.no).padEnd(4)}${a.padEnd(22)}${x.berth.padEnd(7)}${x.hours.toFixed(1).padStart(5)}${b ? `\n    ${b}` : ''}`;
          })
          .join('\n')}\n\nReturn the sheet signed.\n`,
        marks: { sheet: { text: r.sheet, n: 1 }, foreman: r.foreman },
        im: (x) => ({ no: null, work: cut(x.work)[1] ? null : x.work, berth: x.berth, hours: null }),
      };
    },
  },
  // an expense to approve: cells of two lines, a grey label above a bold value, two and two
  'k14-expense': {
    kind: 'template',
    html: true,
    fields: {
      claim: T('text'),
      employee: T('text'),
      purpose: T('text'),
      sum: T('amount'),
      spent: T('date'),
      cost_centre: T('text'),
    },
    make() {
      const d = date(),
        r = {
          claim: `EX-${int(1000, 9999)}`,
          employee: person(),
          purpose: pick(['Trip to the boat show', 'Tools', 'Lunch with the pilots']),
          sum: am(cents(10, 2000), 'GBP'),
          spent: d.iso,
          cost_centre: `${int(100, 999)} ${pick(['Yard', 'Office', 'Ferry'])}`,
        },
        cell = (k, v) => `<td width="50%"><span style="color:#777">${k}</span><br><b>${v}</b></td>`;
      return {
        fields: r,
        subject: `${r.employee} asks for ${r.claim} to be approved`,
        body: page(
          `<tr><td><p>Dear ${pick(firsts)},</p><p>A claim waits for you.</p><table width="100%"><tr>${cell('Claim', r.claim)}${cell('Employee', r.employee)}</tr><tr>${cell('Purpose', r.purpose)}${cell('Amount', `£${money(r.sum.value)}`)}</tr><tr>${cell('Spent on', long(d))}${cell('Cost centre', r.cost_centre)}</tr></table><p><a href="https://kind.example/ok">Approve</a> | <a href="https://kind.example/no">Refuse</a></p></td></tr>`,
        ),
        marks: { spent: long(d), sum: `£${money(r.sum.value)}` },
      };
    },
  },
  // somebody asks about a flat: a sentence with a name, labels, their words quoted
  'k15-enquiry': {
    kind: 'template',
    fields: { name: T('text'), object: T('text'), phone: T('phone'), email: T('email'), words: T('text') },
    make() {
      const n = person(),
        r = {
          name: n,
          object: `${int(1, 99)} ${pick(streets)}, ${pick(towns)}`,
          phone: phone(),
          email: mailOf(n),
          words: pick([
            'Is it still free? We are two and have no pets.',
            'Could I see it on Saturday?',
            'We move in spring. Does the rent include heat?',
          ]),
        };
      return {
        fields: r,
        subject: `Enquiry: ${r.object}`,
        body: `Hello,\n\n${r.name} would like to know more about ${r.object}.\n\n  Phone   ${spaced(r.phone)}\n  E-mail  ${r.email}\n\nTheir message:\n\n> ${r.words}\n\nAnswer within a day and you are twice as likely to let.\n`,
        marks: {
          name: { text: r.name, n: 1 },
          object: { text: r.object, n: 1 },
          phone: spaced(r.phone),
          email: r.email,
          words: r.words,
        },
      };
    },
  },
  // meters: a line each, what it is in brackets, the unit behind the figure
  'k16-meters': {
    kind: 'list',
    fields: { site: T('text'), read: T('date') },
    items: { meter: T('text'), medium: T('text'), reading: T('integer') },
    make() {
      const d = date(),
        units = { Electricity: 'kWh', Water: 'm3', Gas: 'm3', Heat: 'MWh' },
        items = some(Object.keys(units), int(2, 4)).map((medium) => ({
          meter: String(int(100000, 999999)),
          medium,
          reading: int(100, 99999),
        })),
        r = { site: pick(towns), read: d.iso };
      return {
        fields: r,
        items,
        subject: `Readings of ${r.site}`,
        body: `Site: ${r.site}\nRead on: ${dot(d)}\n\n${items.map((x) => `Meter ${x.meter} (${x.medium}): ${x.reading} ${units[x.medium]}`).join('\n')}\n\nEnd of readings.\n`,
        marks: { site: { text: r.site, n: 1 }, read: dot(d) },
        im: (x) => ({ meter: x.meter, medium: x.medium, reading: null }),
      };
    },
  },
  // passed on by a colleague: words above, the head of the first mail, then its labels
  'k17-passed-on': {
    kind: 'template',
    fields: { vessel: T('text'), length: T('number'), arrival: T('datetime'), draught: T('number'), master: T('text') },
    make() {
      const d = date(),
        t = time(),
        r = {
          vessel: pick(['Sea Robin', 'Oystercatcher', 'Grey Heron', 'Annabel']),
          length: int(80, 300) / 10,
          arrival: `${d.iso}T${t}`,
          draught: int(10, 40) / 10,
          master: person(),
        };
      return {
        fields: r,
        subject: `Fwd: Berth for ${r.vessel}`,
        body: `${pick(['Can you do this one?', 'For you.', 'Please have a look, I am away.'])}\n\n${pick(firsts)}\n\n---------- Passed on ----------\nFrom: ${person()} <agent@kind.example>\nDate: Mon, 2 Nov 2026 10:12\nSubject: Berth for ${r.vessel}\nTo: office@gannetbay.example\n\nGood day,\n\nplease keep a berth for:\n\nVessel: ${r.vessel}\nLength: ${r.length} m\nDraught: ${r.draught} m\nArrival: ${short(d)} ${t}\nMaster: ${r.master}\n\nRegards\n${pick(lasts)} Agency\n`,
        marks: {
          vessel: { text: r.vessel, last: 'Vessel:' },
          length: { text: String(r.length), last: 'Length:' },
          draught: { text: String(r.draught), last: 'Draught:' },
          arrival: `${short(d)} ${t}`,
          master: { text: r.master, last: 'Master:' },
        },
      };
    },
  },
  // an auction: lots with linked titles, an estimate of two sums, what was reached or a word that nothing was
  'k18-auction': {
    kind: 'table',
    html: true,
    fields: { sale: T('text'), held: T('date'), turnover: T('amount') },
    items: { lot: T('integer'), title: T('text'), low: T('integer'), high: T('integer'), hammer: T('text') },
    make() {
      const d = date(),
        items = Array.from({ length: int(3, 6) }, (_, i) => {
          const low = int(2, 40) * 10;
          return {
            lot: 100 + i * int(1, 3),
            title: pick(['Ship’s bell, brass', 'Model of a cutter', 'Sea chest', 'Sextant in case', 'Pair of oars']),
            low,
            high: low + 50,
            hammer: maybe(0.75) ? `£${int(20, 600)}` : 'unsold',
          };
        }),
        r = { sale: `S${int(10, 99)}`, held: d.iso, turnover: am(int(1000, 90000), 'GBP') };
      return {
        fields: r,
        items,
        subject: `Results of sale ${r.sale}`,
        body: page(
          `<tr><td><h2>Sale ${r.sale} – results</h2><p>Held on ${long(d)}. Turnover: £${money(r.turnover.value)}</p><table border="1"><tr><th>Lot</th><th>Title</th><th>Estimate</th><th>Hammer price</th></tr>${items.map((x) => `<tr><td>${x.lot}</td><td><a href="https://kind.example/lot/${int(1000, 9999)}">${x.title}</a></td><td>£${x.low} – ${x.high}</td><td>${x.hammer}</td></tr>`).join('')}</table></td></tr>`,
        ),
        marks: { sale: { text: r.sale, n: 1 }, held: long(d), turnover: `£${money(r.turnover.value)}` },
        im: (x) => ({
          lot: null,
          title: x.title,
          low: null,
          high: null,
          hammer: x.hammer,
        }),
      };
    },
  },
};
