// Twelve more, of alerts, forms, bookings, remittances, parcels, applicants, meetings, expenses, cards, tickets, prices and sensors;
// written down before anybody looked at what becomes of them.
import {
  am,
  cents,
  date,
  eur,
  int,
  long,
  mailOf,
  maybe,
  money,
  pad,
  page,
  person,
  phone,
  pick,
  round,
  short,
  some,
  spaced,
  T,
  time,
} from './kit.mjs';

const times = (n, make) => Array.from({ length: n }, make);
const smonths = 'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre'.split(' ');
const fmonths = 'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' ');
const comma = (value, digits) => value.toFixed(digits).replace('.', ',');
const dmy = (d) => `${pad(d.d)}/${pad(d.m + 1)}/${d.y}`;

export const kinds = {
  // what was down is up again
  't01-recovered': {
    kind: 'template',
    locale: 'en-GB',
    fields: {
      check: T('text'),
      host: T('text'),
      state: T('text'),
      began: T('datetime'),
      ended: T('datetime'),
      lasted: T('number', { unit: 'min' }),
      cause: T('text'),
    },
    make() {
      const d = date(),
        [h, m, lasted] = [int(1, 20), int(0, 29), int(5, 29)],
        at = (minute) => `${d.iso} ${pad(h)}:${pad(minute)}`,
        r = {
          check: pick(['disk space', 'response time', 'certificate', 'queue length']),
          host: pick(['harbour-web-2', 'pier-db-1', 'mole-cache-4', 'quay-mail']),
          state: 'RECOVERED',
          began: `${d.iso}T${pad(h)}:${pad(m)}`,
          ended: `${d.iso}T${pad(h)}:${pad(m + lasted)}`,
          lasted,
          cause: pick(['timeout after 30 s', '97 % used', 'connection refused', 'expired 2 days ago']),
        };
      return {
        fields: r,
        subject: `RECOVERED: ${r.check} on ${r.host}`,
        body: `*** ${r.state} ***\n\n${r.check} on ${r.host} is fine again.\n\nWent down:  ${at(m)} UTC\nCame back:  ${at(m + lasted)} UTC (after ${r.lasted} min)\nLast error: ${r.cause}\n\nYou get this because you watch ${r.host}. Reply STOP to be left alone.\n`,
        marks: { began: at(m), ended: at(m + lasted), check: { text: r.check, n: 1 }, host: { text: r.host, n: 1 } },
      };
    },
  },
  // a form of a site: each question above its answer
  't02-enquiry': {
    kind: 'template',
    html: true,
    locale: 'en-GB',
    fields: {
      name: T('text'),
      email: T('email'),
      phone: T('phone'),
      boat: T('text'),
      length: T('number', { unit: 'm' }),
      want: T('text'),
      message: T('text'),
    },
    make() {
      const name = person(),
        r = {
          name,
          email: mailOf(name),
          phone: phone(),
          boat: pick(['sailing yacht', 'motor boat', 'catamaran', 'open dinghy']),
          length: int(50, 190) / 10,
          want: pick(['winter storage', 'a berth for the season', 'a new engine', 'osmosis treatment']),
          message: pick([
            'Could you call me back after five? I am at sea during the day.',
            'We would like to come and see the yard first.',
            'How long is the waiting list at present?',
          ]),
        };
      const row = (q, a) =>
        `<tr><td style="padding-top:14px;color:#6b7280;font-size:12px">${q}</td></tr><tr><td style="font-size:15px">${a}</td></tr>`;
      return {
        fields: r,
        subject: 'New enquiry from your site',
        body: page(
          `<tr><td><h3>Somebody filled your form</h3><table>${row('Your name', r.name)}${row('Where can we write to?', `<a href="mailto:${r.email}">${r.email}</a>`)}${row('Where can we ring?', spaced(r.phone))}${row('What kind of boat is it?', r.boat)}${row('How long is she?', `${r.length} m`)}${row('What do you need?', r.want)}${row('Anything else?', r.message)}</table></td></tr>`,
        ),
        marks: { phone: spaced(r.phone) },
      };
    },
  },
  // a stay: two boxes side by side, what it costs below
  't03-stay': {
    kind: 'template',
    html: true,
    locale: 'en-GB',
    fields: {
      code: T('text'),
      guest: T('text'),
      from: T('date'),
      until: T('date'),
      nights: T('integer'),
      people: T('integer'),
      total: T('amount', { currency: 'GBP' }),
    },
    items: { what: T('text'), sum: T('amount', { currency: 'GBP' }) },
    make() {
      const [d, nights] = [date(), int(2, 6)],
        to = new Date(Date.UTC(d.y, d.m, d.d + nights)),
        e = { y: to.getUTCFullYear(), m: to.getUTCMonth(), d: to.getUTCDate(), iso: to.toISOString().slice(0, 10) },
        night = cents(60, 140),
        lines = [
          { what: `${nights} nights at £${money(night)}`, sum: round(nights * night) },
          { what: 'Cleaning', sum: cents(20, 45) },
          ...(maybe(0.6) ? [{ what: 'Dog', sum: cents(8, 16) }] : []),
        ],
        r = {
          code: `${pick(['QH', 'MR', 'TS'])}${int(100000, 999999)}`,
          guest: person(),
          from: d.iso,
          until: e.iso,
          nights,
          people: int(1, 6),
          total: am(round(lines.reduce((sum, x) => sum + x.sum, 0)), 'GBP'),
        };
      return {
        fields: r,
        items: lines.map((x) => ({ ...x, sum: am(x.sum, 'GBP') })),
        subject: `Booked: ${r.guest}`,
        body: page(
          `<tr><td><h2>${r.guest} booked Gull Cottage</h2><p>Confirmation code <b>${r.code}</b></p></td></tr><tr><td><table width="100%"><tr><td width="50%"><div class="h">Arrives</div><div>${long(d)}</div><div>after 15:00</div></td><td width="50%"><div class="h">Leaves</div><div>${long(e)}</div><div>before 10:00</div></td></tr></table></td></tr><tr><td><p>${r.nights} nights, ${r.people} ${r.people === 1 ? 'guest' : 'guests'}</p></td></tr><tr><td><table width="100%">${lines.map((x) => `<tr><td>${x.what}</td><td align="right">£${money(x.sum)}</td></tr>`).join('')}<tr><td><b>You earn</b></td><td align="right"><b>£${money(r.total.value)}</b></td></tr></table></td></tr>`,
        ),
        marks: {
          guest: { text: r.guest, n: 1 },
          from: long(d),
          until: long(e),
          nights: { text: String(nights), last: 'before 10:00\n\n' },
          people: { text: String(r.people), last: 'nights, ' },
          total: `£${money(r.total.value)}`,
        },
        im: (x) => ({ what: x.what, sum: `£${money(x.sum.value)}` }),
      };
    },
  },
  // what a customer paid, in columns of a printer
  't04-remittance': {
    kind: 'table',
    locale: 'en-GB',
    fields: { payment: T('text'), paid: T('date'), account: T('text'), total: T('amount', { currency: 'GBP' }) },
    items: {
      invoice: T('text'),
      dated: T('date'),
      gross: T('number'),
      discount: T('number'),
      net: T('number'),
    },
    make() {
      const d = date(),
        items = times(int(3, 6), () => {
          const [gross, discount] = [cents(40, 2400), cents(0, 30)];
          return { invoice: `GB-${int(1000, 9999)}`, day: date(), gross, discount, net: round(gross - discount) };
        }),
        total = round(items.reduce((sum, { net }) => sum + net, 0)),
        r = {
          payment: `P${int(100000, 999999)}`,
          paid: d.iso,
          account: `****${int(1000, 9999)}`,
          total: am(total, 'GBP'),
        },
        cells = (a, b, c, e, f) => `${a.padEnd(12)}${b.padEnd(13)}${c.padStart(11)}${e.padStart(11)}${f.padStart(12)}`;
      return {
        fields: r,
        items: items.map(({ day, ...x }) => ({ ...x, dated: day.iso })),
        subject: `Remittance advice ${r.payment}`,
        body: `REMITTANCE ADVICE\n\nPayment no. ${r.payment}          Date ${dmy(d)}\nCredited to ${r.account}\n\n${cells('Invoice', 'Dated', 'Gross', 'Discount', 'Net')}\n${'-'.repeat(59)}\n${items.map((x) => cells(x.invoice, dmy(x.day), money(x.gross), money(x.discount), money(x.net))).join('\n')}\n${'-'.repeat(59)}\n${'Total GBP'.padEnd(47)}${money(total).padStart(12)}\n\nPlease do not reply, nobody reads this box.\n`,
        marks: { paid: { text: dmy(d), n: 1 }, total: { text: money(total), last: 'Total GBP' } },
        im: (x) => ({
          invoice: x.invoice,
          dated: x.dated.split('-').reverse().join('/'),
          gross: money(x.gross),
          discount: money(x.discount),
          net: money(x.net),
        }),
      };
    },
  },
  // a parcel waits, in French: all of it in sentences
  't05-colis': {
    kind: 'template',
    html: true,
    locale: 'fr-FR',
    fields: { parcel: T('text'), shop: T('text'), town: T('text'), until: T('date'), code: T('text') },
    make() {
      const d = date(),
        r = {
          parcel: `XC${int(10000000, 99999999)}FR`,
          shop: pick(['Tabac du Phare', 'Épicerie Morvan', 'Librairie des Dunes', 'Fleurs Aline']),
          town: pick(['Quimperlé-Plage', 'Port-Doré', 'Saint-Elme', 'Roche-Blanche']),
          until: d.iso,
          code: String(int(100000, 999999)),
        };
      return {
        fields: r,
        subject: 'Votre colis vous attend',
        body: page(
          `<tr><td><p>Bonjour,</p><p>Votre colis n° <strong>${r.parcel}</strong> est arrivé chez <strong>${r.shop}</strong> à ${r.town}. Vous pouvez le retirer jusqu’au <strong>${d.d} ${fmonths[d.m]} ${d.y}</strong> sur présentation du code ci-dessous.</p><div style="font-size:28px;letter-spacing:4px">${r.code}</div><p>À bientôt !</p></td></tr>`,
        ),
        marks: { until: `${d.d} ${fmonths[d.m]} ${d.y}` },
      };
    },
  },
  // somebody applies, with answers to what was asked
  't06-applicant': {
    kind: 'template',
    locale: 'en-GB',
    fields: {
      name: T('text'),
      post: T('text'),
      email: T('email'),
      phone: T('phone'),
      years: T('integer'),
      start: T('date'),
      pay: T('amount', { currency: 'GBP' }),
      licence: T('yes-no'),
    },
    make() {
      const [d, name] = [date(), person()],
        r = {
          name,
          post: pick(['Crane driver', 'Yard hand', 'Rigger', 'Harbour clerk']),
          email: mailOf(name),
          phone: phone(),
          years: int(0, 24),
          start: d.iso,
          pay: am(int(24, 60) * 1000, 'GBP'),
          licence: maybe(0.5),
        };
      return {
        fields: r,
        subject: `${r.name} applied for ${r.post}`,
        body: `Hello,\n\n${r.name} has applied for the position of ${r.post}.\n\nE-mail: ${r.email}\nMobile: ${spaced(r.phone)}\n\nScreening questions\n\nQ: How many years have you done this work?\nA: ${r.years}\n\nQ: When could you begin?\nA: ${long(d)}\n\nQ: What do you wish to earn a year?\nA: £${money(r.pay.value).replace('.00', '')}\n\nQ: Do you have a driving licence?\nA: ${r.licence ? 'Yes' : 'No'}\n\nSee the application: https://jobs.gannetbay.example/a/${int(1000, 9999)}\n`,
        marks: {
          name: { text: r.name, n: 1 },
          post: { text: r.post, n: 1 },
          phone: spaced(r.phone),
          years: { text: String(r.years), last: 'this work?\nA: ' },
          start: long(d),
          pay: `£${money(r.pay.value).replace('.00', '')}`,
          licence: { text: r.licence ? 'Yes' : 'No', last: 'licence?\nA: ' },
        },
      };
    },
  },
  // a meeting that somebody asks to
  't07-meeting': {
    kind: 'template',
    locale: 'en-GB',
    fields: {
      topic: T('text'),
      from: T('datetime'),
      until: T('time'),
      place: T('text'),
      host: T('text'),
      dial: T('phone'),
      pin: T('text'),
    },
    make() {
      const [d, h] = [date(), int(8, 16)],
        r = {
          topic: pick(['Budget of the pier', 'Dredging, next steps', 'Winter rota', 'Berth fees 2027']),
          from: `${d.iso}T${pad(h)}:00`,
          until: `${pad(h + 1)}:30`,
          place: pick(['Room 2, harbour office', 'The chart room', 'Online', 'Boat shed 4']),
          host: person(),
          dial: phone(),
          pin: `${int(100, 999)} ${int(100, 999)}`,
        };
      return {
        fields: r,
        subject: `Invitation: ${r.topic}`,
        body: `${r.host} asks you to a meeting.\n\n${r.topic}\n\nWhen   ${long(d)}, ${pad(h)}:00 - ${r.until} (UK time)\nWhere  ${r.place}\nWho    ${person()}, ${person()}, ${person()}\n\nJoin by phone\n${spaced(r.dial)}\nPIN: ${r.pin}#\n\nGoing?  Yes  Maybe  No\n`,
        marks: {
          host: { text: r.host, n: 1 },
          topic: { text: r.topic, n: 1 },
          from: `${long(d)}, ${pad(h)}:00`,
          until: { text: r.until, last: ' - ' },
          dial: spaced(r.dial),
        },
      };
    },
  },
  // what somebody spent and wants back
  't08-expenses': {
    kind: 'table',
    html: true,
    locale: 'en-GB',
    fields: {
      who: T('text'),
      report: T('text'),
      total: T('amount', { currency: 'EUR' }),
      due: T('date'),
    },
    items: { day: T('date'), merchant: T('text'), category: T('text'), sum: T('amount', { currency: 'EUR' }) },
    make() {
      const [d, who] = [date(), person()],
        items = times(int(2, 5), () => {
          const day = date();
          return {
            day,
            merchant: pick(['Bakery Holm', 'Hotel Mole', 'Ferry Line North', 'Ropes & Co', 'Station kiosk']),
            category: pick(['Meals', 'Travel', 'Lodging', 'Material']),
            sum: cents(4, 260),
          };
        }),
        r = {
          who,
          report: pick(['Trip to the boat fair', 'October travel', 'Pilot course', 'Spare parts']),
          total: am(round(items.reduce((sum, x) => sum + x.sum, 0)), 'EUR'),
          due: d.iso,
        };
      return {
        fields: r,
        items: items.map((x) => ({ ...x, day: x.day.iso, sum: am(x.sum, 'EUR') })),
        subject: `Approve: ${r.report}`,
        body: page(
          `<tr><td><p><b>${r.who}</b> has submitted the expense report <b>“${r.report}”</b> over <b>€${money(r.total.value)}</b>. Please approve it by ${long(d)}.</p></td></tr><tr><td><table border="1" cellpadding="4">${items.map((x) => `<tr><td>${short(x.day)}</td><td><b>${x.merchant}</b><br><span style="color:#888">${x.category}</span></td><td align="right">€${money(x.sum)}</td></tr>`).join('')}</table></td></tr><tr><td><a class="btn" href="https://pay.gannetbay.example/r/${int(1000, 9999)}">Review and approve</a></td></tr>`,
        ),
        marks: { who: { text: r.who, n: 1 }, total: `€${money(r.total.value)}`, due: long(d) },
        im: (x) => ({ merchant: x.merchant, category: x.category, sum: `€${money(x.sum.value)}` }),
      };
    },
  },
  // a card was used: one sentence of each
  't09-card': {
    kind: 'template',
    locale: 'en-GB',
    fields: {
      card: T('text'),
      sum: T('amount', { currency: 'GBP' }),
      shop: T('text'),
      day: T('date'),
      time: T('time'),
      left: T('amount', { currency: 'GBP' }),
      reference: T('text'),
    },
    make() {
      const [d, t] = [date(), time()],
        r = {
          card: String(int(1000, 9999)),
          sum: am(cents(2, 480), 'GBP'),
          shop: pick(['Harbour Café', 'Mole Chandlers', 'Quay Fuel', 'The Net Loft']),
          day: d.iso,
          time: t,
          left: am(cents(500, 9000), 'GBP'),
          reference: `A${int(100000, 999999)}`,
        };
      return {
        fields: r,
        subject: 'Card used',
        body: `Dear customer,\n\nYour card ending in ${r.card} was used to pay £${money(r.sum.value)} at ${r.shop} on ${long(d)} at ${t}.\nYou now have £${money(r.left.value)} available to spend.\n\nIf this was not you, ring us at once and quote ${r.reference}.\n\nYour bank\n`,
        marks: {
          sum: `£${money(r.sum.value)}`,
          day: long(d),
          time: { text: t, last: 'at ' },
          left: `£${money(r.left.value)}`,
          shop: { text: r.shop, n: 1 },
        },
      };
    },
  },
  // a request changed hands and state
  't10-ticket': {
    kind: 'template',
    html: true,
    locale: 'en-GB',
    fields: {
      ticket: T('integer'),
      title: T('text'),
      from: T('text'),
      to: T('text'),
      by: T('text'),
      priority: T('text'),
      comment: T('text'),
    },
    make() {
      const states = ['Open', 'Waiting for parts', 'In the yard', 'Closed'],
        [from, to] = some(states, 2),
        r = {
          ticket: int(1000, 99999),
          title: pick(['Crane squeaks', 'No water on pier C', 'Lamp broken at berth 12', 'Gate code does not work']),
          from,
          to,
          by: person(),
          priority: pick(['low', 'normal', 'high']),
          comment: pick([
            'Parts will be here on Monday, I shall see to it then.',
            'Could not find the fault; it works for me.',
            'Done, please look and close.',
          ]),
        };
      return {
        fields: r,
        subject: `[#${r.ticket}] ${r.title}`,
        body: page(
          `<tr><td><p style="color:#888">Request #${r.ticket} · Priority: ${r.priority}</p><h2>${r.title}</h2><p><b>${r.by}</b> changed the state from <i>${r.from}</i> to <i>${r.to}</i> and wrote:</p><blockquote style="border-left:3px solid #ccc;padding-left:8px">${r.comment}</blockquote><p>Answer this mail to add a comment.</p></td></tr>`,
        ),
        marks: {
          ticket: { text: String(r.ticket), n: 1 },
          title: { text: r.title, n: 1 },
          by: { text: r.by, n: 1 },
          from: { text: r.from, last: 'from ' },
          to: { text: r.to, last: `${r.from} to ` },
        },
      };
    },
  },
  // prices fell, in Spanish: a list of cards, each with what it was and is
  't11-precios': {
    kind: 'list',
    html: true,
    locale: 'es-ES',
    fields: { list: T('text'), until: T('date') },
    items: {
      name: T('text'),
      was: T('amount', { currency: 'EUR' }),
      now: T('amount', { currency: 'EUR' }),
      saved: T('integer', { unit: '%' }),
      link: T('url'),
    },
    make() {
      const d = date(),
        items = some(
          ['Cabo de amarre', 'Ancla plegable', 'Chaleco salvavidas', 'Radio portátil', 'Defensa'],
          int(2, 4),
        ).map((name) => {
          const [was, saved] = [cents(20, 300), int(5, 60)];
          return {
            name: `${name} ${int(2, 40)}`,
            was: am(was, 'EUR'),
            now: am(round((was * (100 - saved)) / 100), 'EUR'),
            saved,
            link: `https://tienda.example/p/${int(1000, 9999)}`,
          };
        }),
        r = { list: pick(['Barco nuevo', 'Regalos', 'Taller', 'Verano']), until: d.iso };
      return {
        fields: r,
        items,
        subject: `${items.length} precios han bajado`,
        body: page(
          `<tr><td><p>Han bajado los precios de ${items.length} artículos de tu lista <b>${r.list}</b>. Ofertas válidas hasta el ${d.d} de ${smonths[d.m]} de ${d.y}.</p></td></tr>${items.map((x) => `<tr><td style="border:1px solid #ddd"><a href="${x.link}"><b>${x.name}</b></a><br>Antes <s>${eur(x.was.value)} €</s>, ahora <b>${eur(x.now.value)} €</b><br><span style="color:green">Ahorras un ${x.saved} %</span></td></tr>`).join('')}`,
        ),
        marks: { until: `${d.d} de ${smonths[d.m]} de ${d.y}`, list: { text: r.list, n: 1 } },
        im: (x) => ({
          name: x.name,
          was: `${eur(x.was.value)} €`,
          now: `${eur(x.now.value)} €`,
          saved: String(x.saved),
          link: { text: x.name, attr: 'href' },
        }),
      };
    },
  },
  // what sensors measured: lines with semicolons, some facts above them
  't12-sensors': {
    kind: 'list',
    locale: 'de-DE',
    fields: { station: T('text'), firmware: T('text'), battery: T('integer', { unit: '%' }) },
    items: {
      at: T('datetime'),
      level: T('number', { unit: 'cm' }),
      wind: T('number'),
      remark: T('text'),
    },
    make() {
      const d = date(),
        r = {
          station: pick(['Pegel Nordmole', 'Pegel Süderhafen', 'Pegel Schleuse']),
          firmware: `${int(1, 4)}.${int(0, 9)}.${int(0, 20)}`,
          battery: int(20, 100),
        },
        items = times(int(4, 7), (_, i) => ({
          at: `${d.iso}T${pad(i * 3)}:00`,
          level: int(300, 700),
          wind: int(0, 180) / 10,
          remark: maybe(0.3) ? pick(['Sturmwarnung', 'Sensor gereinigt']) : null,
        }));
      return {
        fields: r,
        items,
        subject: `${r.station} ${pad(d.d)}.${pad(d.m + 1)}.${d.y}`,
        body: `Station: ${r.station}\nFirmware ${r.firmware} / Batterie ${r.battery} %\n\nZeit;Pegel cm;Wind m/s;Bemerkung\n${items.map((x) => `${pad(d.d)}.${pad(d.m + 1)}.${d.y} ${x.at.slice(11)};${x.level};${comma(x.wind, 1)};${x.remark ?? ''}`).join('\n')}\n\nAutomatische Nachricht.\n`,
        marks: { station: { text: r.station, n: 1 }, battery: { text: String(r.battery), last: 'Batterie ' } },
        im: (x) => ({
          at: `${pad(d.d)}.${pad(d.m + 1)}.${d.y} ${x.at.slice(11)}`,
          level: String(x.level),
          wind: comma(x.wind, 1),
          remark: x.remark,
        }),
      };
    },
  },
};
