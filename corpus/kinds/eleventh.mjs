// Twelve more, each with what it says, as fields and items, and what a person would mark in it.
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
  // a new subscriber: bold labels and values in one paragraph, a list behind commas, an address of a computer
  'r01-subscriber': {
    kind: 'template',
    html: true,
    fields: { name: T('text'), email: T('email'), interests: T('text'), source: T('text'), ip: T('text') },
    make() {
      const who = person(),
        r = {
          name: who,
          email: mailOf(who),
          interests: some(['sailing', 'fishing', 'repairs', 'racing'], int(1, 3)).join(', '),
          source: pick(['Boat show', 'Website', 'A friend']),
          ip: `203.0.113.${int(1, 250)}`,
        };
      return {
        fields: r,
        subject: 'New subscriber',
        body: `<html><body><p>Somebody has just joined your list.</p><p><b>Name:</b> ${r.name}<br><b>Email:</b> <a href="mailto:${r.email}">${r.email}</a><br><b>Interests:</b> ${r.interests}<br><b>How did you hear of us?</b> ${r.source}<br><b>IP address:</b> ${r.ip}</p><p><a href="https://kind.example/list">Open the list</a></p></body></html>`,
        marks: { name: r.name, email: r.email, interests: r.interests, source: r.source, ip: r.ip },
      };
    },
  },
  // a meeting called off: labels of a calendar, a span with a zone, what was said of it
  'r02-called-off': {
    kind: 'template',
    fields: {
      meeting: T('text'),
      organiser: T('text'),
      starts: T('datetime'),
      ends: T('time'),
      room: T('text'),
      reason: T('text'),
    },
    make() {
      const d = date(),
        h = int(8, 16),
        r = {
          meeting: pick(['Harbour budget', 'Crane review', 'Weekly round', 'Winter plans']),
          organiser: person(),
          starts: `${d.iso}T${String(h).padStart(2, '0')}:00`,
          ends: `${String(h + 1).padStart(2, '0')}:30`,
          room: pick(['Chart room', 'Upper deck', 'Room 4']),
          reason: pick(['Too few can come.', 'I am ill.', 'We wait for the survey.']),
        };
      return {
        fields: r,
        subject: `Cancelled: ${r.meeting}`,
        body: `This meeting has been cancelled.\n\nWhat:      ${r.meeting}\nWhen:      ${d.w}, ${long(d)}, ${r.starts.slice(11)} - ${r.ends} (London)\nWhere:     ${r.room}\nOrganiser: ${r.organiser}\n\nNote from the organiser:\n"${r.reason}"\n`,
        marks: {
          meeting: { text: r.meeting, last: 'What:' },
          organiser: { text: r.organiser, last: 'Organiser:' },
          starts: `${d.w}, ${long(d)}, ${r.starts.slice(11)}`,
          ends: { text: r.ends, last: r.starts.slice(11) },
          room: r.room,
          reason: r.reason,
        },
      };
    },
  },
  // German, a reminder of a bill: number, day and sum in a sentence, then how to pay as labels
  'r03-mahnung': {
    kind: 'template',
    locale: 'de-DE',
    fields: {
      rechnung: T('text'),
      vom: T('date'),
      betrag: T('amount'),
      frist: T('date'),
      empfaenger: T('text'),
      iban: T('text'),
      verwendungszweck: T('text'),
    },
    make() {
      const a = date(),
        b = date(),
        v = cents(20, 4000),
        r = {
          rechnung: `R${int(10000, 99999)}`,
          vom: a.iso,
          betrag: am(v, 'EUR'),
          frist: b.iso,
          empfaenger: pick(['Hafenwerft Oststrand', 'Segelmacherei Quist', 'Tauwerk Holm']),
          iban: `DE${int(10, 99)} ${int(1000, 9999)} ${int(1000, 9999)} ${int(1000, 9999)} ${int(1000, 9999)} ${int(10, 99)}`,
          verwendungszweck: `K${int(100, 999)}-${int(10, 99)}`,
        };
      return {
        fields: r,
        subject: 'Zahlungserinnerung',
        body: `Sehr geehrte Damen und Herren,\n\nsicher haben Sie übersehen, dass unsere Rechnung ${r.rechnung} vom ${dot(a)} über ${eur(v)} EUR noch offen ist. Bitte zahlen Sie bis zum ${dot(b)}.\n\nEmpfänger: ${r.empfaenger}\nIBAN: ${r.iban}\nVerwendungszweck: ${r.verwendungszweck}\n\nHaben Sie inzwischen gezahlt, ist dieses Schreiben gegenstandslos.\n\nMit freundlichen Grüßen\nIhre Buchhaltung\n`,
        marks: {
          rechnung: r.rechnung,
          vom: { text: dot(a), last: 'vom' },
          betrag: `${eur(v)} EUR`,
          frist: { text: dot(b), last: 'bis zum' },
          empfaenger: r.empfaenger,
          iban: r.iban,
          verwendungszweck: r.verwendungszweck,
        },
      };
    },
  },
  // a check before a voyage: a table with headings of parts, labels to the left, signs for yes and no
  'r04-check': {
    kind: 'template',
    html: true,
    fields: {
      vessel: T('text'),
      skipper: T('text'),
      checked: T('date'),
      life_jackets: T('integer'),
      radio: T('yes-no'),
      fuel: T('integer'),
      remarks: T('text'),
    },
    make() {
      const d = date(),
        r = {
          vessel: pick(['Tern', 'Auk', 'Sea Robin', 'Annabel']),
          skipper: person(),
          checked: d.iso,
          life_jackets: int(2, 12),
          radio: pick([true, false]),
          fuel: int(5, 100),
          remarks: pick(['None', 'The bilge is wet', 'Flares run out in May']),
        },
        head = (k) => `<tr><td colspan="2" style="background:#eee"><b>${k}</b></td></tr>`,
        row = (k, v) => `<tr><td align="right">${k}</td><td>${v}</td></tr>`;
      return {
        fields: r,
        subject: `Check of ${r.vessel}`,
        body: page(
          `<tr><td><table>${head('Boat')}${row('Vessel', r.vessel)}${row('Skipper', r.skipper)}${row('Checked on', long(d))}${head('Safety')}${row('Life jackets', r.life_jackets)}${row('Radio works', r.radio ? 'Yes' : 'No')}${head('Engine')}${row('Fuel', `${r.fuel} %`)}${row('Remarks', r.remarks)}</table></td></tr>`,
        ),
        marks: {
          vessel: { text: r.vessel, last: 'Vessel' },
          skipper: r.skipper,
          checked: long(d),
          life_jackets: { text: String(r.life_jackets), last: 'Life jackets' },
          radio: { text: r.radio ? 'Yes' : 'No', last: 'Radio works' },
          fuel: { text: `${r.fuel} %`, last: 'Fuel' },
          remarks: r.remarks,
        },
      };
    },
  },
  // French, something is fetched: two addresses of three lines under their headings, facts behind them
  'r05-enlevement': {
    kind: 'template',
    locale: 'fr-FR',
    fields: {
      expediteur: T('text'),
      destinataire: T('text'),
      colis: T('integer'),
      poids: T('number'),
      enlevement: T('date'),
      reference: T('text'),
    },
    make() {
      const d = date(),
        place = () =>
          `${person()}\n${int(1, 90)} ${pick(['rue du Port', 'quai Nord', 'chemin des Dunes'])}\n${int(10000, 95999)} ${pick(['Rochebrune', 'Valmer', 'Saint-Aube'])}`,
        r = {
          expediteur: place(),
          destinataire: place(),
          colis: int(1, 20),
          poids: int(10, 4000) / 10,
          enlevement: d.iso,
          reference: `E${int(100000, 999999)}`,
        };
      return {
        fields: r,
        subject: `Enlèvement ${r.reference}`,
        body: `Bonjour,\n\nvotre enlèvement est confirmé.\n\nRéférence : ${r.reference}\nDate d'enlèvement : ${short(d)}\n\nExpéditeur :\n${r.expediteur}\n\nDestinataire :\n${r.destinataire}\n\nNombre de colis : ${r.colis}\nPoids total : ${String(r.poids).replace('.', ',')} kg\n\nMerci de préparer vos colis.\n`,
        marks: {
          colis: { text: String(r.colis), last: 'colis :' },
          poids: { text: `${String(r.poids).replace('.', ',')} kg`, last: 'total :' },
          enlevement: short(d),
          reference: { text: r.reference, n: 1 },
        },
      };
    },
  },
  // a disk that fills up: a sentence in capitals at its head, then what a program knows
  'r06-disk': {
    kind: 'template',
    fields: {
      severity: T('text'),
      disk: T('text'),
      host: T('text'),
      used: T('integer'),
      since: T('datetime'),
      check: T('text'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          severity: pick(['WARNING', 'CRITICAL']),
          disk: pick(['/var', '/home', '/srv/mail']),
          host: `${pick(['web', 'mail', 'db'])}-${int(1, 9)}`,
          used: int(80, 99),
          since: `${d.iso}T${t}`,
          check: `disk-${int(100, 999)}`,
        };
      return {
        fields: r,
        subject: `${r.severity}: ${r.host}`,
        body: `${r.severity}: disk ${r.disk} on ${r.host} is ${r.used}% full\n\nHost:  ${r.host}\nCheck: ${r.check}\nState: ${r.severity}\nSince: ${d.iso} ${t}\n\nYou get this because you watch ${r.host}.\n`,
        marks: {
          severity: { text: r.severity, last: 'State:' },
          disk: r.disk,
          host: { text: r.host, last: 'Host:' },
          used: { text: `${r.used}%`, n: 1 },
          since: `${d.iso} ${t}`,
          check: r.check,
        },
      };
    },
  },
  // who applied: numbered lines with a name, years, what they ask for and when they can begin
  'r07-applicants': {
    kind: 'list',
    fields: { post: T('text'), closes: T('date') },
    items: { name: T('text'), years: T('integer'), asks: T('amount'), from: T('date') },
    make() {
      const d = date(),
        items = Array.from({ length: int(3, 6) }, () => ({
          name: person(),
          years: int(1, 30),
          asks: am(int(20, 60) * 1000, 'GBP'),
          from: date(),
        })),
        r = { post: pick(['Dock master', 'Crane driver', 'Office clerk']), closes: d.iso };
      return {
        fields: r,
        items: items.map((x) => ({ ...x, from: x.from.iso })),
        subject: `Applicants: ${r.post}`,
        body: `Post: ${r.post}\nClosing date: ${long(d)}\n\nThese people applied this week:\n\n${items.map((x, i) => `${i + 1}. ${x.name} - ${x.years} years - £${money(x.asks.value).slice(0, -3)} - from ${long(x.from)}`).join('\n')}\n\nTheir letters are in the folder.\n`,
        marks: { post: { text: r.post, n: 1 }, closes: long(d) },
        im: (x) => ({ name: x.name, years: null, asks: null, from: null }),
      };
    },
  },
  // who comes: a table whose headings are bold cells, a number in front, a sum in the last row
  'r08-guests': {
    kind: 'table',
    html: true,
    fields: { event: T('text'), day: T('date'), all_seats: T('integer') },
    items: { guest: T('text'), seats: T('integer'), diet: T('text'), paid: T('yes-no') },
    make() {
      const d = date(),
        items = Array.from({ length: int(3, 6) }, () => ({
          guest: person(),
          seats: int(1, 4),
          diet: pick(['none', 'vegetarian', 'no fish']),
          paid: pick([true, false]),
        })),
        r = {
          event: pick(['Harbour supper', 'Film on the pier', 'Captains’ dinner']),
          day: d.iso,
          all_seats: items.reduce((sum, x) => sum + x.seats, 0),
        };
      return {
        fields: r,
        items,
        subject: `Guests of ${r.event}`,
        body: `<html><body><h2>${r.event}</h2><p>Day: ${long(d)}</p><table border="1"><tr>${['#', 'Guest', 'Seats', 'Diet', 'Paid'].map((k) => `<td><b>${k}</b></td>`).join('')}</tr>${items.map((x, i) => `<tr><td>${i + 1}</td><td>${x.guest}</td><td>${x.seats}</td><td>${x.diet}</td><td>${x.paid ? 'yes' : 'no'}</td></tr>`).join('')}<tr><td></td><td><b>Total</b></td><td><b>${r.all_seats}</b></td><td></td><td></td></tr></table></body></html>`,
        marks: {
          event: { text: r.event, n: 1 },
          day: long(d),
          all_seats: { text: String(r.all_seats), last: 'Total' },
        },
        im: (x) => ({ guest: x.guest, seats: null, diet: null, paid: null }),
      };
    },
  },
  // an order for a kitchen: pieces, dish and price with dots, wishes in lines of their own below some of them
  'r09-kitchen': {
    kind: 'list',
    fields: { table: T('integer'), waiter: T('text'), total: T('amount') },
    items: { count: T('integer'), dish: T('text'), price: T('amount') },
    make() {
      const items = some(['Fish soup', 'Crab cake', 'Chips', 'Green salad', 'Apple pie', 'Lemonade'], int(3, 5)).map(
          (dish) => ({
            count: int(1, 4),
            dish,
            price: am(cents(3, 30), 'GBP'),
            wish: pick(['', '', 'no onions', 'well done', 'to share']),
          }),
        ),
        r = {
          table: int(1, 30),
          waiter: person(),
          total: am(round(items.reduce((sum, x) => sum + x.price.value, 0)), 'GBP'),
        };
      return {
        fields: r,
        items: items.map(({ wish, ...x }) => x),
        subject: `Table ${r.table}`,
        body: `Table:  ${r.table}\nWaiter: ${r.waiter}\n\n${items.map((x) => `${x.count} x ${x.dish} ${'.'.repeat(24 - x.dish.length)} £${money(x.price.value)}${x.wish ? `\n      (${x.wish})` : ''}`).join('\n')}\n\nTotal: £${money(r.total.value)}\n`,
        marks: {
          table: { text: String(r.table), last: 'Table:' },
          waiter: r.waiter,
          total: { text: `£${money(r.total.value)}`, last: 'Total:' },
        },
        im: (x) => ({ count: null, dish: x.dish, price: null }),
      };
    },
  },
  // homes: the price as a heading, the street a link, two labelled lines, a picture, a button
  'r10-homes': {
    kind: 'list',
    html: true,
    fields: {},
    items: { price: T('amount'), street: T('text'), rooms: T('integer'), area: T('number') },
    make() {
      const items = Array.from({ length: int(3, 5) }, () => ({
        price: am(int(80, 900) * 1000, 'GBP'),
        street: `${int(1, 90)} ${pick(streets)}, ${pick(towns)}`,
        rooms: int(1, 6),
        area: int(30, 220),
      }));
      return {
        fields: {},
        items,
        subject: 'New homes for you',
        body: page(
          `<tr><td><h2>New homes</h2></td></tr>${items.map((x) => `<tr><td class="home"><img src="https://kind.example/h.jpg" alt="A home"><h3>£${money(x.price.value).slice(0, -3)}</h3><a href="https://kind.example/home/${int(1, 9999)}">${x.street}</a><p>Rooms: ${x.rooms}<br>Area: ${x.area} m²</p><a class="btn" href="https://kind.example/visit">Arrange a visit</a></td></tr>`).join('')}`,
        ),
        marks: {},
        im: (x) => ({ price: `£${money(x.price.value).slice(0, -3)}`, street: x.street, rooms: null, area: null }),
      };
    },
  },
  // Spanish, what was pasted from a sheet: tabs between, headings on top, two lines of facts above
  'r11-hoja': {
    kind: 'table',
    locale: 'es-ES',
    fields: { almacen: T('text'), fecha: T('date') },
    items: { codigo: T('text'), articulo: T('text'), unidades: T('integer'), precio: T('number') },
    make() {
      const d = date(),
        items = some(['Cabo 12 mm', 'Grillete', 'Defensa', 'Chaleco', 'Ancla'], int(3, 5)).map((articulo) => ({
          codigo: `C-${int(100, 999)}`,
          articulo,
          unidades: int(1, 200),
          precio: cents(1, 300),
        })),
        r = { almacen: pick(['Muelle Norte', 'Nave 2', 'Taller']), fecha: d.iso };
      return {
        fields: r,
        items,
        subject: `Existencias ${r.almacen}`,
        body: `Almacén: ${r.almacen}\nFecha: ${short(d)}\n\nCódigo\tArtículo\tUnidades\tPrecio\n${items.map((x) => `${x.codigo}\t${x.articulo}\t${x.unidades}\t${eur(x.precio)}`).join('\n')}\n\nUn saludo\n`,
        marks: { almacen: { text: r.almacen, n: 1 }, fecha: short(d) },
        im: (x) => ({ codigo: x.codigo, articulo: x.articulo, unidades: null, precio: null }),
      };
    },
  },
  // calls to answer: blocks under an underlined name, each with labels of its own, a remark in some
  'r12-calls': {
    kind: 'list',
    fields: { shift: T('text'), taken_by: T('text') },
    items: { caller: T('text'), called: T('time'), number: T('phone'), about: T('text') },
    make() {
      const items = Array.from({ length: int(2, 5) }, () => ({
          caller: person(),
          called: time(),
          number: phone(),
          about: pick(['a berth in May', 'the crane', 'a lost oar', 'an invoice']),
        })),
        r = { shift: pick(['Early', 'Late', 'Night']), taken_by: person() };
      return {
        fields: r,
        items,
        subject: 'Calls to answer',
        body: `Shift: ${r.shift}\nTaken by: ${r.taken_by}\n\n${items.map((x) => `${x.caller}\n${'-'.repeat(x.caller.length)}\nCalled at: ${x.called}\nNumber: ${spaced(x.number)}\nAbout: ${x.about}`).join('\n\n')}\n\n-- \nThe front desk\n`,
        marks: { shift: { text: r.shift, n: 1 }, taken_by: { text: r.taken_by, last: 'Taken by:' } },
        im: (x) => ({ caller: x.caller, called: null, number: spaced(x.number), about: null }),
      };
    },
  },
};
