// Fourteen more, with sections that share their labels, figures above their labels, numbered blocks and facts in one line; written down before
// anybody looked at what becomes of them.
import {
  am,
  cents,
  date,
  dmonths,
  dot,
  eur,
  int,
  long,
  mailOf,
  maybe,
  money,
  page,
  person,
  phone,
  pick,
  round,
  seldom,
  short,
  some,
  spaced,
  streets,
  T,
  time,
  towns,
} from './kit.mjs';

const times = (n, make) => Array.from({ length: n }, make);
const fmonths = 'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' ');
const damonths = 'januar februar marts april maj juni juli august september oktober november december'.split(' ');
const hex = (n) => times(n, () => pick([...'0123456789abcdef'])).join('');

export const kinds = {
  // a ferry there and back, in Danish: two sections with the same labels
  'a01-overfart': {
    kind: 'template',
    html: true,
    locale: 'da-DK',
    fields: {
      booking: T('text'),
      out_date: T('date'),
      out_time: T('time'),
      out_ship: T('text'),
      back_date: T('date'),
      back_time: T('time'),
      back_ship: T('text'),
      price: T('amount'),
    },
    make() {
      const [a, b] = [date(), date()],
        ships = ['Havørnen', 'Terna', 'Skarven', 'Edderfuglen'],
        r = {
          booking: `F${int(10000, 99999)}`,
          out_date: a.iso,
          out_time: time(),
          out_ship: pick(ships),
          back_date: b.iso,
          back_time: time(),
          back_ship: pick(ships),
          price: am(cents(200, 2400), 'DKK'),
        },
        day = (d) => `${d.d}. ${damonths[d.m]} ${d.y}`,
        part = (title, d, t, ship) =>
          `<h3>${title}</h3><table><tr><td>Dato</td><td>${day(d)}</td></tr><tr><td>Afgang</td><td>${t.replace(':', '.')}</td></tr><tr><td>Skib</td><td>${ship}</td></tr></table>`;
      return {
        fields: r,
        subject: `Din rejse ${r.booking}`,
        body: page(
          `<tr><td><p>Bookingnummer: <b>${r.booking}</b></p>${part('Udrejse', a, r.out_time, r.out_ship)}${part('Hjemrejse', b, r.back_time, r.back_ship)}<p>Pris i alt: ${eur(r.price.value)} kr.</p></td></tr>`,
        ),
        marks: {
          booking: { text: r.booking, n: 1 },
          out_date: { text: day(a), last: 'Dato' },
          out_time: { text: r.out_time.replace(':', '.'), last: 'Afgang' },
          out_ship: { text: r.out_ship, last: 'Skib' },
          back_date: { text: day(b), last: 'Hjemrejse' },
          back_time: { text: r.back_time.replace(':', '.'), last: 'Hjemrejse' },
          back_ship: { text: r.back_ship, last: 'Hjemrejse' },
          price: `${eur(r.price.value)} kr.`,
        },
      };
    },
  },
  // what a web site's form sends: the message, then where it came from
  'a02-contact-form': {
    kind: 'template',
    fields: {
      name: T('text'),
      email: T('email'),
      phone: T('phone'),
      topic: T('text'),
      message: T('text'),
      sent_on: T('date'),
      sent_time: T('time'),
      page: T('url'),
      ip: T('text'),
    },
    make() {
      const name = person(),
        d = date(),
        at = time(),
        r = {
          name,
          email: mailOf(name),
          phone: seldom(phone()),
          topic: pick(['Moorings', 'Events', 'Lost property', 'Something else']),
          message: pick([
            'Hello,\n\ncould you tell me what a week costs in May?\n\nThanks',
            'I left a blue jacket in the cafe on Sunday.\nIs it still there?',
            'We would like to hold a wedding on the pier. Who do we talk to?',
          ]),
          sent_on: d.iso,
          sent_time: at,
          page: `https://gannetbay.example/${pick(['contact', 'prices', 'weddings'])}`,
          ip: `192.0.2.${int(1, 254)}`,
        };
      return {
        fields: r,
        subject: `[Gannet Bay] ${r.topic}`,
        body: `From: ${r.name} <${r.email}>\n${r.phone ? `Phone: ${spaced(r.phone)}\n` : ''}Topic: ${r.topic}\n\nMessage:\n${r.message}\n\n---\n\nDate: ${long(d)}\nTime: ${at}\nPage: ${r.page}\nRemote IP: ${r.ip}\n`,
        marks: {
          name: { text: r.name, n: 1 },
          email: { text: r.email, n: 1 },
          topic: { text: r.topic, n: 1 },
          sent_on: long(d),
          sent_time: { text: at, last: 'Time:' },
        },
      };
    },
  },
  // a card was used: one line of facts
  'a03-card-alert': {
    kind: 'template',
    fields: {
      amount: T('amount'),
      shop: T('text'),
      day: T('date'),
      at: T('time'),
      card: T('text'),
      balance: T('amount'),
    },
    make() {
      const d = date(),
        at = time(),
        r = {
          amount: am(cents(2, 300), 'GBP'),
          shop: pick(['TARN BOOKS', 'QUAY CHANDLERS', 'THE BRASS LAMP', 'MARSH END GARAGE']),
          day: d.iso,
          at,
          card: String(int(1000, 9999)),
          balance: am(cents(10, 5000), 'GBP'),
        };
      return {
        fields: r,
        subject: 'Card used',
        body: `You spent £${money(r.amount.value)} at ${r.shop} on ${short(d)} at ${at} with your card ending in ${r.card}. Your balance is now £${money(r.balance.value)}.\n\nNot you? Call the number on the back of your card.\n`,
        marks: {
          amount: { text: `£${money(r.amount.value)}`, n: 1 },
          shop: r.shop,
          day: short(d),
          at: { text: at, last: ' at ' },
          card: { text: r.card, last: 'ending in' },
          balance: { text: `£${money(r.balance.value)}`, last: 'now' },
        },
      };
    },
  },
  // a build failed: a title of facts, a table with links, no labels for the commit's words
  'a04-build': {
    kind: 'template',
    html: true,
    fields: {
      project: T('text'),
      build: T('integer'),
      state: T('text'),
      branch: T('text'),
      commit: T('text'),
      author: T('text'),
      took: T('text'),
      link: T('url'),
    },
    make() {
      const r = {
        project: pick(['harbour-api', 'berth-web', 'tide-tables', 'fuel-pump']),
        build: int(100, 4999),
        state: pick(['failed', 'passed', 'was cancelled']),
        branch: pick(['main', 'fix/rounding', 'release-2.4', 'docs']),
        commit: hex(8),
        author: person(),
        took: `${int(1, 29)}m ${int(1, 59)}s`,
        link: `https://build.example/${int(10000, 99999)}`,
      };
      return {
        fields: r,
        subject: `${r.project} #${r.build} ${r.state}`,
        body: page(
          `<tr><td><h2>${r.project} #${r.build} ${r.state}</h2><table><tr><th align="left">Branch</th><td>${r.branch}</td></tr><tr><th align="left">Commit</th><td><code>${r.commit}</code></td></tr><tr><th align="left">Author</th><td>${r.author}</td></tr><tr><th align="left">Duration</th><td>${r.took}</td></tr></table><p><a href="${r.link}">Open the log</a></p></td></tr>`,
        ),
        marks: {
          project: { text: r.project, n: 1 },
          build: { text: String(r.build), n: 1 },
          branch: { text: r.branch, last: 'Branch' },
          link: { text: 'Open the log', attr: 'href' },
        },
      };
    },
  },
  // a damage was reported, in German: numbered questions, the answers behind them
  'a05-schaden': {
    kind: 'template',
    locale: 'de-DE',
    fields: {
      policy: T('text'),
      kind: T('text'),
      day: T('date'),
      place: T('text'),
      amount: T('amount'),
      police: T('yes-no'),
      words: T('text'),
    },
    make() {
      const d = date(),
        r = {
          policy: `VS-${int(100, 999)}.${int(100, 999)}-${int(1, 9)}`,
          kind: pick(['Leitungswasser', 'Sturm', 'Einbruch', 'Glasbruch']),
          day: d.iso,
          place: `${pick(['Keller', 'Dach', 'Küche', 'Garage'])}, ${pick(towns)}`,
          amount: am(cents(100, 9000), 'EUR'),
          police: maybe(0.4),
          words: pick([
            'Das Wasser kam aus der Decke und lief die Wand hinunter.',
            'Ein Ast hat die Scheibe zerschlagen.',
            'Wir waren verreist, die Nachbarin hat es bemerkt.',
          ]),
        };
      return {
        fields: r,
        subject: `Schadenmeldung zu ${r.policy}`,
        body: `Neue Schadenmeldung über das Kundenportal\n\n1. Versicherungsschein: ${r.policy}\n2. Schadenart: ${r.kind}\n3. Schadentag: ${d.d}. ${dmonths[d.m]} ${d.y}\n4. Schadenort: ${r.place}\n5. Geschätzte Höhe: ${eur(r.amount.value)} EUR\n6. Polizei verständigt: ${r.police ? 'ja' : 'nein'}\n7. Schilderung: ${r.words}\n`,
        marks: {
          policy: { text: r.policy, n: 1 },
          day: `${d.d}. ${dmonths[d.m]} ${d.y}`,
          amount: `${eur(r.amount.value)} EUR`,
          police: { text: r.police ? 'ja' : 'nein', last: 'verständigt:' },
        },
      };
    },
  },
  // a restaurant gets an order: dishes with what is wanted or not below them, sums, who and where
  'a06-dinner': {
    kind: 'template',
    html: true,
    fields: {
      order: T('text'),
      ready: T('time'),
      customer: T('text'),
      phone: T('phone'),
      address: T('text'),
      delivery: T('amount'),
      total: T('amount'),
    },
    items: { count: T('integer'), dish: T('text'), price: T('amount') },
    make() {
      const items = some(['Fish pie', 'Mussels', 'Lamb curry', 'Leek tart', 'Plum cake'], int(2, 4)).map((dish) => ({
          count: int(1, 3),
          dish,
          price: am(cents(5, 25), 'GBP'),
          extra: maybe(0.4) ? pick(['no onions', 'extra bread', 'very hot']) : null,
        })),
        fee = cents(1, 5),
        r = {
          order: String(int(1000, 9999)),
          ready: time(),
          customer: person(),
          phone: phone(),
          address: `${int(1, 90)} ${pick(streets)}, ${pick(towns)}`,
          delivery: am(fee, 'GBP'),
          total: am(round(items.reduce((sum, x) => sum + x.price.value, fee)), 'GBP'),
        };
      return {
        fields: r,
        items: items.map(({ extra, ...x }) => x),
        subject: `New order #${r.order}`,
        body: page(
          `<tr><td><h1>Order #${r.order}</h1><p>Ready by <b>${r.ready}</b></p><table width="100%">${items.map((x) => `<tr><td>${x.count}x</td><td>${x.dish}${x.extra ? `<br><i>${x.extra}</i>` : ''}</td><td align="right">£${money(x.price.value)}</td></tr>`).join('')}<tr><td></td><td>Delivery</td><td align="right">£${money(fee)}</td></tr><tr><td></td><td><b>Total</b></td><td align="right"><b>£${money(r.total.value)}</b></td></tr></table><p><b>Customer</b><br>${r.customer}<br>${spaced(r.phone)}<br>${r.address}</p></td></tr>`,
        ),
        marks: {
          order: { text: r.order, n: 1 },
          ready: { text: r.ready, n: 1 },
          phone: spaced(r.phone),
          delivery: { text: `£${money(fee)}`, last: 'Delivery' },
          total: { text: `£${money(r.total.value)}`, last: 'Total' },
        },
        im: (x) => ({ count: `${x.count}`, dish: x.dish, price: `£${money(x.price.value)}` }),
      };
    },
  },
  // the water of a house, in Spanish: big figures with their labels in small print below
  'a07-agua': {
    kind: 'template',
    html: true,
    locale: 'es-ES',
    fields: {
      contract: T('text'),
      used: T('number', { unit: 'm3' }),
      amount: T('amount'),
      due: T('date'),
      period: T('text'),
    },
    make() {
      const d = date(),
        r = {
          contract: `${int(100, 999)}-${int(1000, 9999)}`,
          used: int(30, 900) / 10,
          amount: am(cents(12, 180), 'EUR'),
          due: d.iso,
          period: pick(['septiembre - octubre', 'julio - agosto', 'mayo - junio']),
        },
        figure = (value, label) =>
          `<td align="center"><div style="font-size:28px">${value}</div><div style="font-size:11px">${label}</div></td>`;
      return {
        fields: r,
        subject: `Tu factura del agua (contrato ${r.contract})`,
        body: page(
          `<tr><td><p>Contrato ${r.contract}</p><table width="100%"><tr>${figure(`${eur(r.amount.value)} €`, 'Importe')}${figure(`${String(r.used).replace('.', ',')} m³`, 'Consumo')}${figure(short(d), 'Vencimiento')}</tr></table><p>Periodo de facturación: ${r.period}</p></td></tr>`,
        ),
        marks: {
          contract: { text: r.contract, n: 1 },
          used: `${String(r.used).replace('.', ',')} m³`,
          amount: `${eur(r.amount.value)} €`,
          due: short(d),
        },
      };
    },
  },
  // people who come to an evening: numbered blocks of labels
  'a08-attendees': {
    kind: 'list',
    fields: { event: T('text'), order: T('text'), paid: T('amount') },
    items: { name: T('text'), email: T('email'), ticket: T('text'), food: T('text') },
    make() {
      const items = times(int(2, 4), () => {
          const name = person();
          return {
            name,
            email: mailOf(name),
            ticket: pick(['Standard', 'Member', 'Child']),
            food: pick(['no wishes', 'vegetarian', 'no nuts']),
          };
        }),
        r = {
          event: pick(['Harbour supper', 'Night of the lanterns', 'Sea songs']),
          order: `T${int(1000, 9999)}`,
          paid: am(items.length * int(8, 30), 'GBP'),
        };
      return {
        fields: r,
        items,
        subject: `New booking for ${r.event}`,
        body: `Event: ${r.event}\nBooking: ${r.order}\nPaid: £${money(r.paid.value)}\n\n${items.map((x, i) => `Attendee ${i + 1}\n  Name: ${x.name}\n  E-mail: ${x.email}\n  Ticket: ${x.ticket}\n  Food: ${x.food}`).join('\n\n')}\n`,
        marks: {
          event: { text: r.event, n: 1 },
          order: { text: r.order, n: 1 },
          paid: `£${money(r.paid.value)}`,
        },
        im: (x) => ({ name: x.name, email: x.email, ticket: x.ticket, food: x.food }),
      };
    },
  },
  // the takings of a day, in German: aligned figures, each with how it compares
  'a09-tagesumsatz': {
    kind: 'template',
    locale: 'de-DE',
    fields: {
      day: T('date'),
      shop: T('text'),
      takings: T('amount'),
      receipts: T('integer'),
      average: T('amount'),
      returns: T('amount'),
    },
    make() {
      const d = date(),
        takings = cents(400, 9000),
        receipts = int(20, 400),
        change = () => `(${pick(['+', '-'])}${int(0, 30)},${int(0, 9)} %)`,
        r = {
          day: d.iso,
          shop: pick(['Hafenladen', 'Kiosk Mole', 'Segelmacher']),
          takings: am(takings, 'EUR'),
          receipts,
          average: am(round(takings / receipts), 'EUR'),
          returns: am(cents(0, 90), 'EUR'),
        },
        line = (label, value) => `${label.padEnd(22)}${value.padStart(14)}   ${change()}`;
      return {
        fields: r,
        subject: `Tagesabschluss ${r.shop} ${dot(d)}`,
        body: `Tagesabschluss ${dot(d)}\nFiliale: ${r.shop}\n\n${line('Umsatz brutto', `${eur(r.takings.value)} €`)}\n${line('Anzahl Bons', String(r.receipts))}\n${line('Durchschnittsbon', `${eur(r.average.value)} €`)}\n${line('Retouren', `${eur(r.returns.value)} €`)}\n\n(in Klammern: gegenüber der Vorwoche)\n`,
        marks: {
          day: { text: dot(d), n: 1 },
          shop: { text: r.shop, n: 1 },
          takings: { text: `${eur(r.takings.value)} €`, last: 'brutto' },
          receipts: { text: String(r.receipts), last: 'Bons' },
          average: { text: `${eur(r.average.value)} €`, last: 'Durchschnittsbon' },
          returns: { text: `${eur(r.returns.value)} €`, last: 'Retouren' },
        },
      };
    },
  },
  // a ticket has moved: what was and what is, who did it, and what they said
  'a10-ticket': {
    kind: 'template',
    html: true,
    fields: {
      ticket: T('text'),
      title: T('text'),
      by: T('text'),
      was: T('text'),
      now: T('text'),
      said: T('text'),
    },
    make() {
      const states = some(['Open', 'Waiting', 'In work', 'Closed'], 2),
        r = {
          ticket: `${pick(['PIER', 'YARD', 'DESK'])}-${int(10, 999)}`,
          title: pick([
            'Crane makes a noise',
            'Lamp on buoy 4 is out',
            'Gate does not close',
            'Wrong price on the web',
          ]),
          by: person(),
          was: states[0],
          now: states[1],
          said: pick([
            'I have ordered the part, it comes on Monday.',
            'Could not find anything. Please try again.',
            'Done, and tested with the harbour master.',
          ]),
        };
      return {
        fields: r,
        subject: `[${r.ticket}] ${r.title}`,
        body: page(
          `<tr><td><p><b>${r.by}</b> changed <a href="https://tickets.example/${r.ticket}">${r.ticket}</a> ${r.title}</p><table><tr><td>Status</td><td><s>${r.was}</s></td><td>${r.now}</td></tr></table><div style="border-left:3px solid #ccc;padding-left:8px">${r.said}</div></td></tr>`,
        ),
        marks: { ticket: { text: r.ticket, n: 1 }, title: { text: r.title, n: 1 }, was: r.was, now: r.now },
      };
    },
  },
  // sender and receiver of a consignment, in French: two addresses side by side, each below its title
  'a11-expedition': {
    kind: 'template',
    html: true,
    locale: 'fr-FR',
    fields: {
      number: T('text'),
      weight: T('number', { unit: 'kg' }),
      day: T('date'),
      sender: T('text'),
      receiver: T('text'),
    },
    make() {
      const d = date(),
        place = () =>
          `${person()}\n${int(1, 80)} ${pick(['rue du Port', 'quai Nord', 'allée des Pins'])}\n${int(10000, 95999)} ${pick(towns)}`,
        r = {
          number: `${int(100, 999)} ${int(100, 999)} ${int(100, 999)}`,
          weight: int(5, 300) / 10,
          day: d.iso,
          sender: place(),
          receiver: place(),
        },
        cell = (title, value) =>
          `<td valign="top" width="50%"><b>${title}</b><br>${value.replaceAll('\n', '<br>')}</td>`;
      return {
        fields: r,
        subject: `Expédition n° ${r.number}`,
        body: page(
          `<tr><td><p>Votre envoi n° ${r.number} a été pris en charge le ${d.d} ${fmonths[d.m]} ${d.y}.</p><table width="100%"><tr>${cell('Expéditeur', r.sender)}${cell('Destinataire', r.receiver)}</tr></table><p>Poids : ${String(r.weight).replace('.', ',')} kg</p></td></tr>`,
        ),
        marks: {
          number: { text: r.number, n: 1 },
          weight: `${String(r.weight).replace('.', ',')} kg`,
          day: `${d.d} ${fmonths[d.m]} ${d.y}`,
        },
      };
    },
  },
  // what a device sends as JSON, indented, an object within
  'a12-device': {
    kind: 'template',
    fields: {
      device: T('text'),
      at: T('datetime'),
      event: T('text'),
      level: T('number'),
      battery: T('integer'),
      lat: T('number'),
      lon: T('number'),
    },
    make() {
      const d = date(),
        at = time(),
        r = {
          device: `tank-${int(1, 40)}`,
          at: `${d.iso}T${at}:00Z`,
          event: pick(['level_low', 'level_ok', 'lid_open']),
          level: int(0, 1000) / 10,
          battery: int(5, 100),
          lat: int(500000, 599999) / 10000,
          lon: int(-50000, 50000) / 10000,
        };
      return {
        fields: { ...r, at: `${d.iso}T${at}` },
        subject: `${r.device} ${r.event}`,
        body: `${JSON.stringify({ device: r.device, at: r.at, event: r.event, level: r.level, battery: r.battery, position: { lat: r.lat, lon: r.lon } }, null, 2)}\n`,
        marks: {
          device: { text: r.device, n: 1 },
          at: r.at,
          event: { text: r.event, n: 1 },
          level: { text: String(r.level), last: '"level":' },
          battery: { text: String(r.battery), last: '"battery":' },
        },
      };
    },
  },
  // a code to get in: large, alone, and how long it holds
  'a13-gate-code': {
    kind: 'template',
    html: true,
    fields: { guest: T('text'), code: T('text'), from: T('datetime'), until: T('datetime'), gate: T('text') },
    make() {
      const [a, b] = [date(), date()],
        [s, u] = [time(), time()],
        r = {
          guest: person(),
          code: `${int(1000, 9999)}#`,
          from: `${a.iso}T${s}`,
          until: `${b.iso}T${u}`,
          gate: pick(['North gate', 'Slipway gate', 'Pedestrian gate']),
        };
      return {
        fields: r,
        subject: 'Your gate code',
        body: page(
          `<tr><td><p>Dear ${r.guest},</p><p>this code opens the <b>${r.gate}</b>:</p><div style="font-size:32px;text-align:center">${r.code}</div><p>It works from ${long(a)}, ${s} until ${long(b)}, ${u}.</p></td></tr>`,
        ),
        marks: {
          guest: { text: r.guest, n: 1 },
          code: { text: r.code, n: 1 },
          from: { text: `${long(a)}, ${s}`, last: 'from' },
          until: { text: `${long(b)}, ${u}`, last: 'until' },
          gate: { text: r.gate, n: 1 },
        },
      };
    },
  },
  // jobs in plain text: blocks between rulings, a title, then facts in one line, then a link
  'a14-jobs': {
    kind: 'list',
    fields: { count: T('integer'), place: T('text') },
    items: { title: T('text'), firm: T('text'), pay: T('amount'), hours: T('text'), link: T('url') },
    make() {
      const items = times(int(3, 5), () => ({
          title: pick(['Deckhand', 'Sail maker', 'Cook', 'Crane driver', 'Bookkeeper']),
          firm: pick(['Tern Lines', 'The Brass Lamp', 'Marsh End Yard', 'Quay Chandlers']),
          pay: am(int(18, 60) * 1000, 'GBP'),
          hours: pick(['full time', 'part time', 'weekends']),
          link: `https://jobs.example/${int(10000, 99999)}`,
        })),
        r = { count: items.length, place: pick(towns) };
      return {
        fields: r,
        items,
        subject: `${r.count} new jobs in ${r.place}`,
        body: `${r.count} new jobs in ${r.place}\n\n${items.map((x) => `----------------------------------------\n${x.title}\n${x.firm} | £${money(x.pay.value).replace('.00', '')} | ${x.hours}\n${x.link}`).join('\n')}\n----------------------------------------\n\nChange how often you hear from us in your settings.\n`,
        marks: { count: { text: String(r.count), n: 1 }, place: { text: r.place, n: 1 } },
        im: (x) => ({
          title: x.title,
          firm: x.firm,
          pay: `£${money(x.pay.value).replace('.00', '')}`,
          hours: x.hours,
          link: x.link,
        }),
      };
    },
  },
};
