// Ten more, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dot,
  eur,
  int,
  long,
  mailOf,
  money,
  pad,
  page,
  person,
  pick,
  round,
  short,
  some,
  T,
  time,
  towns,
} from './kit.mjs';

export const kinds = {
  // a booking of a hall: headings of parts, labels with dashes, a price with what it is for
  'n01-hall': {
    kind: 'template',
    fields: {
      reference: T('text'),
      hall: T('text'),
      day: T('date'),
      from: T('time'),
      to: T('time'),
      guests: T('integer'),
      contact: T('text'),
      email: T('email'),
      price: T('amount'),
    },
    make() {
      const d = date(),
        n = person(),
        h = int(8, 17),
        r = {
          reference: `H/${int(1000, 9999)}`,
          hall: pick(['Old Shed', 'Mission Hall', 'Sail Loft']),
          day: d.iso,
          from: `${pad(h)}:00`,
          to: `${pad(h + 4)}:30`,
          guests: int(10, 180),
          contact: n,
          email: mailOf(n),
          price: am(int(80, 900), 'GBP'),
        };
      return {
        fields: r,
        subject: `Booking ${r.reference}`,
        body: `Dear team,\n\nthere is a new booking of a hall.\n\nTHE BOOKING\nReference - ${r.reference}\nHall - ${r.hall}\nDay - ${d.w} ${long(d)}\nTime - ${r.from} to ${r.to}\nGuests - about ${r.guests}\n\nWHO BOOKED\nName - ${r.contact}\nE-mail - ${r.email}\n\nTHE PRICE\nHire - £${r.price.value} incl. VAT\n\nThe booking desk\n`,
        marks: {
          reference: { text: r.reference, n: 1 },
          hall: { text: r.hall, n: 1 },
          day: `${d.w} ${long(d)}`,
          from: { text: r.from, last: 'Time -' },
          to: { text: r.to, last: `${r.from} to` },
          guests: { text: String(r.guests), last: 'about' },
          contact: { text: r.contact, n: 1 },
          price: `£${r.price.value}`,
        },
      };
    },
  },
  // Dutch, an order in an HTML table without borders: pieces × article in one cell, price in the next; address in a cell beside
  'n02-bestelling': {
    kind: 'list',
    html: true,
    locale: 'nl-NL',
    fields: { bestelnummer: T('text'), besteldatum: T('date'), totaal: T('amount') },
    items: { aantal: T('integer'), artikel: T('text'), prijs: T('amount') },
    make() {
      const d = date(),
        items = some(['Touw 10 mm', 'Blok', 'Fender blauw', 'Lier', 'Zeildoek'], int(2, 5)).map((artikel) => ({
          aantal: int(1, 9),
          artikel,
          prijs: am(cents(3, 90), 'EUR'),
        })),
        r = {
          bestelnummer: `${int(10000000, 99999999)}`,
          besteldatum: d.iso,
          totaal: am(round(items.reduce((sum, x) => sum + x.prijs.value, 0)), 'EUR'),
        };
      return {
        fields: r,
        items,
        subject: `Bedankt voor je bestelling (${r.bestelnummer})`,
        body: page(
          `<tr><td><h1>Bedankt!</h1><table><tr><td><b>Bestelnummer</b><br>${r.bestelnummer}</td><td><b>Besteldatum</b><br>${d.d}-${d.m + 1}-${d.y}</td></tr></table><table>${items.map((x) => `<tr><td>${x.aantal} × ${x.artikel}</td><td align="right">€ ${eur(x.prijs.value)}</td></tr>`).join('')}<tr><td><b>Totaal</b></td><td align="right"><b>€ ${eur(r.totaal.value)}</b></td></tr></table></td></tr>`,
        ),
        marks: {
          bestelnummer: { text: r.bestelnummer, n: 1 },
          besteldatum: `${d.d}-${d.m + 1}-${d.y}`,
          totaal: { text: `€ ${eur(r.totaal.value)}`, last: 'Totaal' },
        },
        im: (x) => ({ aantal: null, artikel: x.artikel, prijs: `€ ${eur(x.prijs.value)}` }),
      };
    },
  },
  // a fault report by machines: a sentence each, all of one make
  'n03-faults': {
    kind: 'list',
    fields: { plant: T('text'), day: T('date') },
    items: { at: T('time'), machine: T('text'), code: T('text'), minutes: T('integer') },
    make() {
      const d = date(),
        items = Array.from({ length: int(3, 6) }, () => ({
          at: time(),
          machine: pick(['Crane 1', 'Crane 2', 'Slip winch', 'Ice machine']),
          code: `E${int(10, 99)}`,
          minutes: int(1, 180),
        })),
        r = { plant: pick(towns), day: d.iso };
      return {
        fields: r,
        items,
        subject: `Faults at ${r.plant}`,
        body: `Plant: ${r.plant}\nDay: ${dot(d)}\n\n${items.map((x) => `At ${x.at} ${x.machine} stopped with ${x.code} for ${x.minutes} minutes.`).join('\n')}\n\nTotal: ${items.reduce((sum, x) => sum + x.minutes, 0)} minutes.\n`,
        marks: { plant: { text: r.plant, n: 1 }, day: dot(d) },
        im: (x) => ({ at: x.at, machine: x.machine, code: x.code, minutes: null }),
      };
    },
  },
  // Portuguese, a form in a table of two columns with grey stripes, the answer of many lines in the last
  'n04-formulario': {
    kind: 'template',
    html: true,
    locale: 'pt-PT',
    fields: {
      nome: T('text'),
      barco: T('text'),
      comprimento: T('number'),
      chegada: T('date'),
      noites: T('integer'),
      obs: T('text'),
    },
    make() {
      const d = date(),
        r = {
          nome: person(),
          barco: pick(['Gaivota', 'Boa Hora', 'Maresia', 'Vento Norte']),
          comprimento: int(60, 220) / 10,
          chegada: d.iso,
          noites: int(1, 14),
          obs: pick(['Chegamos tarde.', 'Precisamos de eletricidade.\nE de água.', 'Sem observações']),
        },
        row = (k, v, i) =>
          `<tr style="background:${i % 2 ? '#fff' : '#eee'}"><td><strong>${k}</strong></td><td>${v}</td></tr>`;
      return {
        fields: r,
        subject: 'Pedido de amarração',
        body: `<html><body><h3>Novo pedido</h3><table>${[
          ['Nome', r.nome],
          ['Embarcação', r.barco],
          ['Comprimento (m)', String(r.comprimento).replace('.', ',')],
          ['Chegada', `${pad(d.d)}-${pad(d.m + 1)}-${d.y}`],
          ['N.º de noites', r.noites],
          ['Observações', r.obs.replace('\n', '<br>')],
        ]
          .map(([k, v], i) => row(k, v, i))
          .join('')}</table></body></html>`,
        marks: {
          nome: { text: r.nome, n: 1 },
          barco: r.barco,
          comprimento: String(r.comprimento).replace('.', ','),
          chegada: `${pad(d.d)}-${pad(d.m + 1)}-${d.y}`,
          noites: { text: String(r.noites), last: 'noites' },
        },
      };
    },
  },
  // a digest of notices with a number and a heading each, two facts in one line, a link to more
  'n05-notices': {
    kind: 'list',
    html: true,
    fields: { issued: T('date') },
    items: { number: T('text'), title: T('text'), area: T('text'), until: T('date') },
    make() {
      const d = date(),
        items = some(['Buoy adrift', 'Dredging', 'Light out', 'Wreck marked', 'Race'], int(2, 5)).map((title) => {
          const u = date();
          return { number: `${int(100, 999)}/26`, title, area: pick(towns), until: u.iso, u };
        });
      return {
        fields: { issued: d.iso },
        items: items.map(({ u, ...item }) => item),
        subject: `Notices of ${long(d)}`,
        body: page(
          `<tr><td><h1>Notices to those at sea</h1><p>Issued ${long(d)}</p>${items.map((x) => `<div style="margin-top:16px"><h3>${x.number} ${x.title}</h3><p>Area: ${x.area} | Until: ${long(x.u)}</p><a href="https://kind.example/n/${int(1000, 9999)}">Read more</a></div>`).join('')}</td></tr>`,
        ),
        marks: { issued: { text: long(d), n: 1 } },
        im: (x) => ({ number: x.number, title: x.title, area: x.area, until: null }),
      };
    },
  },
  // an offer by a carrier: facts in a sentence with colons within it
  'n06-carrier': {
    kind: 'template',
    fields: {
      ref: T('text'),
      from: T('text'),
      to: T('text'),
      weight: T('number'),
      rate: T('amount'),
      loads: T('date'),
    },
    make() {
      const d = date(),
        [from, to] = some(towns, 2),
        r = {
          ref: `CQ${int(10000, 99999)}`,
          from,
          to,
          weight: int(2, 240) / 10,
          rate: am(int(200, 3000), 'EUR'),
          loads: d.iso,
        };
      return {
        fields: r,
        subject: `Our offer ${r.ref}`,
        body: `Good morning,\n\nwith reference to your enquiry we offer as follows (our ref. ${r.ref}):\n\n${r.from} to ${r.to}, ${r.weight} t, loading ${short(d)}: EUR ${money(r.rate.value)} all in.\n\nValid for three days.\n\nBest regards\n${person()}\nBay Carriers\n`,
        marks: {
          ref: { text: r.ref, n: 1 },
          from: { text: r.from, n: 1 },
          to: { text: r.to, n: 1 },
          weight: { text: String(r.weight), last: `${to},` },
          rate: `EUR ${money(r.rate.value)}`,
          loads: short(d),
        },
      };
    },
  },
  // Spanish, consumption: a table with totals in its foot, periods in one cell
  'n07-consumo': {
    kind: 'table',
    html: true,
    locale: 'es-ES',
    fields: { contrato: T('text'), periodo: T('text'), importe: T('amount') },
    items: { concepto: T('text'), cantidad: T('number'), precio: T('number'), total: T('amount') },
    make() {
      const items = some(['Energía', 'Potencia', 'Alquiler de contador', 'Impuesto', 'Servicio'], int(3, 5)).map(
          (concepto) => {
            const cantidad = int(10, 900) / 10,
              precio = int(1000, 99999) / 100000;
            return { concepto, cantidad, precio, total: am(round(cantidad * precio), 'EUR') };
          },
        ),
        r = {
          contrato: `${int(100000000, 999999999)}`,
          periodo: `${pick(['julio', 'agosto', 'septiembre'])} 2026`,
          importe: am(round(items.reduce((sum, x) => sum + x.total.value, 0)), 'EUR'),
        },
        c = (v) => String(v).replace('.', ',');
      return {
        fields: r,
        items,
        subject: 'Tu factura de la luz',
        body: page(
          `<tr><td><p>Contrato: ${r.contrato}<br>Periodo de facturación: ${r.periodo}</p><table><thead><tr><th>Concepto</th><th>Cantidad</th><th>Precio</th><th>Total</th></tr></thead><tbody>${items.map((x) => `<tr><td>${x.concepto}</td><td>${c(x.cantidad)}</td><td>${c(x.precio)}</td><td>${eur(x.total.value)} €</td></tr>`).join('')}</tbody><tfoot><tr><td colspan="3">Importe total</td><td>${eur(r.importe.value)} €</td></tr></tfoot></table></td></tr>`,
        ),
        marks: {
          contrato: r.contrato,
          periodo: r.periodo,
          importe: { text: `${eur(r.importe.value)} €`, last: 'Importe total' },
        },
        im: (x) => ({ concepto: x.concepto, cantidad: null, precio: null, total: `${eur(x.total.value)} €` }),
      };
    },
  },
  // results of a race in plain text: place with a dot, name, club in brackets, time
  'n08-race': {
    kind: 'list',
    fields: { race: T('text'), course: T('number') },
    items: { place: T('integer'), name: T('text'), club: T('text'), time: T('text') },
    make() {
      const items = Array.from({ length: int(3, 7) }, (_, i) => ({
          place: i + 1,
          name: person(),
          club: pick(['SC Kirkholm', 'Tarn Rowers', 'Bay Club']),
          time: `${int(0, 2)}:${pad(int(0, 59))}:${pad(int(0, 59))}`,
        })),
        r = { race: pick(['Autumn Cup', 'Lantern Race', 'Two Piers']), course: int(20, 420) / 10 };
      return {
        fields: r,
        items,
        subject: `Results: ${r.race}`,
        body: `Race: ${r.race}\nCourse: ${r.course} km\n\n${items.map((x) => `${x.place}. ${x.name} (${x.club}) ${x.time}`).join('\n')}\n\nCongratulations to all!\n`,
        marks: { race: { text: r.race, n: 1 }, course: String(r.course) },
        im: (x) => ({ place: null, name: x.name, club: x.club, time: x.time }),
      };
    },
  },
  // a document to sign: who asks, what, until when; each a row with an icon before its label
  'n09-sign': {
    kind: 'template',
    html: true,
    fields: { document: T('text'), sender: T('text'), expires: T('date'), pages: T('integer') },
    make() {
      const d = date(),
        r = {
          document: pick(['Berth contract 2027', 'Yard rules', 'Lease of shed 4']),
          sender: person(),
          expires: d.iso,
          pages: int(2, 30),
        },
        row = (icon, k, v) =>
          `<tr><td><img src="https://kind.example/${icon}.png" alt="${icon}"></td><td><span>${k}</span></td><td><strong>${v}</strong></td></tr>`;
      return {
        fields: r,
        subject: `Please sign: ${r.document}`,
        body: page(
          `<tr><td><p>A document waits for your hand.</p><table>${row('doc', 'Document', r.document)}${row('man', 'Sent by', r.sender)}${row('clock', 'Expires', long(d))}${row('page', 'Pages', r.pages)}</table><p><a href="https://kind.example/sign">Look at it and sign</a></p></td></tr>`,
        ),
        marks: {
          document: { text: r.document, n: 1 },
          expires: long(d),
          pages: { text: String(r.pages), last: 'Pages' },
        },
      };
    },
  },
  // a crew list: blocks of a name in capitals and facts behind commas
  'n10-crew': {
    kind: 'list',
    fields: { vessel: T('text'), voyage: T('text') },
    items: { name: T('text'), rank: T('text'), born: T('date'), passport: T('text') },
    make() {
      const items = Array.from({ length: int(2, 5) }, () => {
          const d = { ...date(), y: int(1958, 2003) };
          return {
            name: person(),
            rank: pick(['Master', 'Mate', 'Engineer', 'Deckhand', 'Cook']),
            born: `${d.y}-${pad(d.m + 1)}-${pad(d.d)}`,
            passport: `P${int(1000000, 9999999)}`,
            d,
          };
        }),
        r = { vessel: pick(['Grey Heron', 'Sea Robin', 'Annabel']), voyage: `V${int(10, 99)}-${int(100, 999)}` };
      return {
        fields: r,
        items: items.map(({ d, ...item }) => item),
        subject: `Crew list ${r.vessel}, voyage ${r.voyage}`,
        body: `Vessel: ${r.vessel}\nVoyage: ${r.voyage}\n\n${items.map((x) => `${x.name}\n${x.rank}, born ${dot(x.d)}, passport ${x.passport}`).join('\n\n')}\n\nEnd of list\n`,
        marks: { vessel: { text: r.vessel, n: 1 }, voyage: { text: r.voyage, n: 1 } },
        im: (x) => ({ name: x.name, rank: x.rank, born: null, passport: x.passport }),
      };
    },
  },
};
