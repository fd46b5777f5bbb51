// Twelve more, as shops, offices and machines send them, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dmonths,
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
  seldom,
  some,
  streets,
  T,
  time,
  towns,
} from './kit.mjs';

const letters = (n) => Array.from({ length: n }, () => pick([...'ABCDEFGHKLMNPRSTVWXYZ'])).join('');
const fmonths = 'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' ');
const smonths = 'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre'.split(' ');
const gb = (size) => `${size.toFixed(1)} GB`;
const seldomPaid = () =>
  seldom({ from: am(int(22, 34) * 1000, 'GBP'), to: am(int(35, 48) * 1000, 'GBP') }) ?? { from: null, to: null };
const pounds = ({ value }) => `£${value / 1000},000`;
const filled = (lines) => lines.filter((line) => line !== null);

export const kinds = {
  // a sale of a licence: a paragraph of labels in bold with breaks between, a key in a box of its own
  'w01-licence': {
    kind: 'template',
    html: true,
    fields: {
      product: T('text'),
      seats: T('integer'),
      buyer: T('text'),
      email: T('email'),
      paid: T('amount'),
      key: T('text'),
      renews: T('date'),
    },
    make() {
      const buyer = person(),
        day = date(),
        r = {
          product: pick(['Tidewatch Pro', 'Moorings Planner', 'Chart Room 3', 'Logbook for Teams']),
          seats: int(1, 40),
          buyer,
          email: mailOf(buyer),
          paid: am(cents(20, 900), 'EUR'),
          key: `${letters(4)}-${int(1000, 9999)}-${letters(4)}-${int(1000, 9999)}`,
          renews: day.iso,
        };
      return {
        fields: r,
        subject: `You sold a licence of ${r.product}`,
        body: `<html><body><h2>Hooray, a sale!</h2><p><b>Product:</b> ${r.product}<br><b>Seats:</b> ${r.seats}<br><b>Buyer:</b> ${r.buyer} (<a href="mailto:${r.email}">${r.email}</a>)<br><b>Paid:</b> €${money(r.paid.value)}<br><b>Renews on:</b> ${long(day)}</p><div style="border:1px dashed #999;padding:10px;font-family:monospace">${r.key}</div><p>The key was sent to the buyer as well.</p></body></html>`,
        marks: {
          product: { text: r.product, n: 1 },
          seats: { text: String(r.seats), last: 'Seats:' },
          email: { text: r.email, n: 1 },
          paid: `€${money(r.paid.value)}`,
          renews: long(day),
        },
      };
    },
  },
  // a notice of a fine in plain text: capitals as headings, an amount that is reduced until a day
  'w02-parking': {
    kind: 'template',
    fields: {
      notice: T('text'),
      vehicle: T('text'),
      when: T('datetime'),
      place: T('text'),
      due: T('amount'),
      reduced: T('amount'),
      until: T('date'),
    },
    make() {
      const [day, until] = [date(), date()],
        at = time(),
        [due, reduced] = pick([
          [70, 35],
          [50, 25],
          [110, 55],
        ]),
        r = {
          notice: `${letters(2)}${int(10000000, 99999999)}`,
          vehicle: `${letters(2)}${int(10, 75)} ${letters(3)}`,
          when: `${day.iso}T${at}`,
          place: `${pick(streets)}, ${pick(towns)}`,
          due: am(due, 'GBP'),
          reduced: am(reduced, 'GBP'),
          until: until.iso,
        };
      return {
        fields: r,
        subject: `Penalty charge notice ${r.notice}`,
        body: `PENALTY CHARGE NOTICE\n\nNotice number: ${r.notice}\nVehicle: ${r.vehicle}\nDate and time: ${long(day)} at ${at}\nLocation: ${r.place}\n\nThe penalty is £${money(due)}. It is reduced to £${money(reduced)} if it is paid by ${long(until)}.\n\nPlease quote the notice number when you pay or write to us.\n`,
        marks: {
          notice: { text: r.notice, n: 1 },
          when: `${long(day)} at ${at}`,
          due: `£${money(due)}`,
          reduced: `£${money(reduced)}`,
          until: { text: long(until), last: 'paid by' },
        },
      };
    },
  },
  // a review in German: stars in words, what was written in a quotation of its own, who and when below it
  'w03-bewertung': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: { article: T('text'), stars: T('integer'), review: T('text'), reviewer: T('text'), day: T('date') },
    make() {
      const day = date(),
        r = {
          article: pick(['Fender, groß', 'Bootshaken', 'Signalflagge „N“', 'Seekarte Oststrand']),
          stars: int(1, 5),
          review: pick([
            'Gute Ware, schnelle Lieferung.',
            'Der Haken war verbogen. Schade!',
            'Genau wie beschrieben, gerne wieder.',
            'Etwas teuer, aber haltbar.',
          ]),
          reviewer: person(),
          day: day.iso,
        };
      return {
        fields: r,
        subject: `Neue Bewertung für ${r.article}`,
        body: `<html><body><p>Guten Tag,</p><p>zu Ihrem Artikel <strong>${r.article}</strong> ist eine Bewertung mit <strong>${r.stars} von 5 Sternen</strong> eingegangen:</p><blockquote style="border-left:3px solid #ccc;padding-left:10px">${r.review}</blockquote><p>Geschrieben von ${r.reviewer} am ${day.d}. ${dmonths[day.m]} ${day.y}</p><p><a href="https://www.kind.example/bewertungen">Antworten</a></p></body></html>`,
        marks: {
          article: { text: r.article, n: 1 },
          stars: { text: String(r.stars), last: 'Bewertung mit' },
          day: `${day.d}. ${dmonths[day.m]} ${day.y}`,
        },
      };
    },
  },
  // the report of a machine: key and value above, jobs in aligned columns, a sum in words below
  'w04-backup': {
    kind: 'list',
    fields: { host: T('text'), started: T('datetime'), failed: T('integer'), total: T('number', { unit: 'GB' }) },
    items: { job: T('text'), status: T('text'), size: T('number', { unit: 'GB' }), took: T('text') },
    make() {
      const day = date(),
        at = time(),
        items = some(['mailstore', 'webroot', 'accounts', 'photos', 'charts', 'etc'], int(3, 5)).map((job) => ({
          job,
          status: pick(['OK', 'OK', 'OK', 'FAILED']),
          size: int(1, 900) / 10,
          took: `${pad(int(0, 2))}:${pad(int(0, 59))}:${pad(int(0, 59))}`,
        })),
        r = {
          host: pick(['gull.kind.example', 'tern.kind.example', 'skua.kind.example']),
          started: `${day.iso}T${at}`,
          failed: items.filter(({ status }) => status === 'FAILED').length,
          total: int(1000, 9999) / 10,
        };
      return {
        fields: r,
        items,
        subject: `[backup] ${r.host}: ${r.failed} failed`,
        body: `Backup report\n=============\n\nHost:     ${r.host}\nStarted:  ${day.iso} ${at}\n\nJOB          STATUS   SIZE        DURATION\n${items.map((x) => `${x.job.padEnd(13)}${x.status.padEnd(9)}${gb(x.size).padEnd(12)}${x.took}`).join('\n')}\n\n${items.length} jobs, ${r.failed} failed, ${gb(r.total)} written.\n`,
        marks: {
          host: { text: r.host, n: 1 },
          started: `${day.iso} ${at}`,
          failed: { text: String(r.failed), last: 'jobs,' },
          total: gb(r.total),
        },
        im: (x) => ({ job: x.job, status: x.status, size: gb(x.size), took: x.took }),
      };
    },
  },
  // a crossing that was booked: facts in a table of two columns, passengers in a table of their own, the fare below
  'w05-crossing': {
    kind: 'list',
    html: true,
    fields: {
      booking: T('text'),
      from: T('text'),
      to: T('text'),
      departs: T('datetime'),
      vehicle: T('text'),
      total: T('amount'),
    },
    items: { passenger: T('text'), age: T('text'), fare: T('amount') },
    make() {
      const day = date(),
        at = time(),
        [from, to] = some(towns, 2),
        items = Array.from({ length: int(2, 4) }, () => ({
          passenger: person(),
          age: pick(['adult', 'child', 'senior']),
          fare: am(cents(10, 60), 'GBP'),
        })),
        r = {
          booking: letters(6),
          from,
          to,
          departs: `${day.iso}T${at}`,
          vehicle: seldom(pick(['car under 5 m', 'motorcycle', 'camper', 'bicycle'])),
          total: am(round(items.reduce((sum, x) => sum + x.fare.value, 0)), 'GBP'),
        },
        row = (k, v) => (v === null ? '' : `<tr><td class="k">${k}</td><td class="v">${v}</td></tr>`);
      return {
        fields: r,
        items,
        subject: `Your crossing ${r.booking}`,
        body: page(
          `<tr><td><h1>Your booking ${r.booking}</h1><table class="facts">${row('Route', `${from} → ${to}`)}${row('Departure', `${day.w} ${long(day)}, ${at}`)}${row('Vehicle', r.vehicle)}</table><h3>Passengers</h3><table border="1"><tr><th>Name</th><th>Age group</th><th>Fare</th></tr>${items.map((x) => `<tr><td>${x.passenger}</td><td>${x.age}</td><td align="right">£${money(x.fare.value)}</td></tr>`).join('')}</table><p>Total fare: <b>£${money(r.total.value)}</b></p></td></tr>`,
        ),
        marks: {
          booking: { text: r.booking, n: 1 },
          from: { text: from, n: 1 },
          to: { text: to, n: 1 },
          departs: `${day.w} ${long(day)}, ${at}`,
          total: { text: `£${money(r.total.value)}`, last: 'Total fare:' },
        },
        im: (x) => ({ passenger: x.passenger, age: x.age, fare: `£${money(x.fare.value)}` }),
      };
    },
  },
  // a request for a cottage, in French: labels with a space before the colon, who asks in the first sentence
  'w06-location': {
    kind: 'template',
    html: true,
    locale: 'fr-FR',
    fields: {
      cottage: T('text'),
      arrival: T('date'),
      departure: T('date'),
      adults: T('integer'),
      children: T('integer'),
      name: T('text'),
      email: T('email'),
      message: T('text'),
    },
    make() {
      const name = person(),
        [arrival, departure] = [date(), date()],
        r = {
          cottage: pick(['La Vigie', 'Le Phare', 'Les Mouettes', "L'Estran"]),
          arrival: arrival.iso,
          departure: departure.iso,
          adults: int(1, 6),
          children: seldom(int(1, 4)),
          name,
          email: mailOf(name),
          message: pick([
            'Bonjour, les chiens sont-ils admis ?',
            'Nous aimerions arriver tard le soir.',
            'Y a-t-il un lit pour bébé ?',
          ]),
        },
        fr = (d) => `${d.d} ${fmonths[d.m]} ${d.y}`,
        line = (k, v) => (v === null ? '' : `<div><span class="label">${k} :</span> ${v}</div>`);
      return {
        fields: r,
        subject: `Demande de réservation : ${r.cottage}`,
        body: `<html><body><p>Vous avez reçu une nouvelle demande pour le gîte <em>${r.cottage}</em>.</p>${line('Arrivée', fr(arrival))}${line('Départ', fr(departure))}${line('Adultes', r.adults)}${line('Enfants', r.children)}${line('Nom', r.name)}${line('Courriel', r.email)}<p><span class="label">Message :</span><br>${r.message}</p></body></html>`,
        marks: {
          cottage: { text: r.cottage, n: 1 },
          arrival: { text: fr(arrival), n: 1 },
          departure: { text: fr(departure), last: 'Départ :' },
          adults: { text: String(r.adults), last: 'Adultes :' },
          children: { text: String(r.children), last: 'Enfants :' },
        },
      };
    },
  },
  // a reading of a meter: three sentences, and nothing else
  'w07-meter': {
    kind: 'template',
    fields: {
      customer: T('text'),
      reading: T('integer'),
      meter: T('text'),
      day: T('date'),
      used: T('integer'),
      bill: T('amount'),
      billed: T('date'),
    },
    make() {
      const [day, billed] = [date(), date()],
        r = {
          customer: person(),
          reading: int(1200, 98000),
          meter: `${int(10, 99)}E${int(100000, 999999)}`,
          day: day.iso,
          used: int(80, 900),
          bill: am(cents(20, 240), 'GBP'),
          billed: billed.iso,
        };
      return {
        fields: r,
        subject: 'Thank you for your meter reading',
        body: `Dear ${r.customer},\n\nThank you for your reading of ${r.reading.toLocaleString('en-GB')} kWh for meter ${r.meter}, which we received on ${long(day)}.\nThat means you have used ${r.used} kWh since the last one.\n\nYour next bill will be about £${money(r.bill.value)} and will be sent on ${long(billed)}.\n\nKind regards\nMarsh End Energy\n`,
        marks: {
          reading: r.reading.toLocaleString('en-GB'),
          day: { text: long(day), n: 1 },
          used: { text: String(r.used), last: 'have used' },
          bill: `£${money(r.bill.value)}`,
          billed: { text: long(billed), last: 'sent on' },
        },
      };
    },
  },
  // an order in Dutch: a table with a row of sums at its end, where it goes in three lines
  'w08-bestelling': {
    kind: 'list',
    html: true,
    locale: 'nl-NL',
    fields: {
      order: T('text'),
      day: T('date'),
      customer: T('text'),
      street: T('text'),
      town: T('text'),
      postage: T('amount'),
      total: T('amount'),
    },
    items: { article: T('text'), count: T('integer'), price: T('amount'), sum: T('amount') },
    make() {
      const day = date(),
        items = some(['Landvast 10 m', 'Stootwil', 'Pikhaak', 'Vlaggenstok', 'Ankerlicht'], int(2, 4)).map(
          (article) => {
            const [count, price] = [int(1, 4), cents(5, 90)];
            return { article, count, price: am(price, 'EUR'), sum: am(round(count * price), 'EUR') };
          },
        ),
        postage = pick([4.95, 6.5]),
        r = {
          order: `B${int(100000, 999999)}`,
          day: day.iso,
          customer: person(),
          street: `${pick(streets)} ${int(1, 99)}`,
          town: `${int(1000, 9999)} ${letters(2)} ${pick(['Oststrand', 'Kirkholm', 'Marsh End'])}`,
          postage: am(postage, 'EUR'),
          total: am(round(items.reduce((sum, x) => sum + x.sum.value, postage)), 'EUR'),
        },
        cell = (v) => `<td style="padding:4px">${v}</td>`;
      return {
        fields: r,
        items,
        subject: `Bestelling ${r.order} ontvangen`,
        body: `<html><body><p>Bedankt voor uw bestelling!</p><p>Bestelnummer: <b>${r.order}</b><br>Besteldatum: ${pad(day.d)}-${pad(day.m + 1)}-${day.y}</p><h3>Afleveradres</h3><p>${r.customer}<br>${r.street}<br>${r.town}</p><table><tr><th>Artikel</th><th>Aantal</th><th>Prijs</th><th>Bedrag</th></tr>${items.map((x) => `<tr>${cell(x.article)}${cell(x.count)}${cell(`€ ${eur(x.price.value)}`)}${cell(`€ ${eur(x.sum.value)}`)}</tr>`).join('')}<tr><td colspan="3">Verzendkosten</td>${cell(`€ ${eur(postage)}`)}</tr><tr><td colspan="3"><b>Totaal</b></td>${cell(`<b>€ ${eur(r.total.value)}</b>`)}</tr></table></body></html>`,
        marks: {
          order: { text: r.order, n: 1 },
          day: `${pad(day.d)}-${pad(day.m + 1)}-${day.y}`,
          postage: { text: `€ ${eur(postage)}`, last: 'Verzendkosten' },
          total: { text: `€ ${eur(r.total.value)}`, last: 'Totaal' },
        },
        im: (x) => ({
          article: x.article,
          count: String(x.count),
          price: `€ ${eur(x.price.value)}`,
          sum: `€ ${eur(x.sum.value)}`,
        }),
      };
    },
  },
  // places that are offered: cards with a title that is a link, who and where in a line, pay that some keep to themselves
  'w09-places': {
    kind: 'list',
    html: true,
    fields: { search: T('text'), count: T('integer') },
    items: {
      title: T('text'),
      link: T('url'),
      firm: T('text'),
      town: T('text'),
      from: T('amount'),
      to: T('amount'),
      posted: T('text'),
    },
    make() {
      const items = some(
          ['Sailmaker', 'Rigger', 'Harbour clerk', 'Boat builder', 'Diver', 'Crane driver', 'Cook on board'],
          int(3, 5),
        ).map((title) => ({
          title,
          link: `https://www.kind.example/place/${int(10000, 99999)}`,
          firm: pick(['Thornby Sails', 'Kirkholm Yard', 'Selwyn Marine', 'Tarn & Daughters']),
          town: pick(towns),
          ...seldomPaid(),
          posted: pick(['today', 'yesterday', '2 days ago', '5 days ago']),
        })),
        r = { search: pick(['boat yard', 'marine', 'harbour']), count: items.length };
      return {
        fields: r,
        items,
        subject: `${items.length} new places for “${r.search}”`,
        body: page(
          `<tr><td><p>We found ${items.length} new places for your search “${r.search}”.</p>${items.map((x) => `<div class="card" style="border-bottom:1px solid #ddd;padding:12px"><a href="${x.link}" style="font-weight:bold">${x.title}</a><div>${x.firm} · ${x.town}</div>${x.from ? `<div style="color:#060">${pounds(x.from)} to ${pounds(x.to)} a year</div>` : ''}<div style="color:#999">${x.posted}</div></div>`).join('')}</td></tr>`,
        ),
        marks: { search: { text: r.search, n: 1 }, count: { text: String(items.length), n: 1 } },
        im: (x) => ({
          title: x.title,
          link: { text: x.title, attr: 'href' },
          firm: x.firm,
          town: x.town,
          from: x.from && pounds(x.from),
          to: x.to && pounds(x.to),
          posted: x.posted,
        }),
      };
    },
  },
  // an appointment, in Spanish: labels and values, a sentence of advice, an address in two lines
  'w10-cita': {
    kind: 'template',
    locale: 'es-ES',
    fields: {
      patient: T('text'),
      day: T('date'),
      at: T('time'),
      doctor: T('text'),
      room: T('text'),
      reason: T('text'),
      reference: T('text'),
    },
    make() {
      const day = date(),
        r = {
          patient: person(),
          day: day.iso,
          at: time(),
          doctor: `${pick(['Dra.', 'Dr.'])} ${pick(['Cardoso', 'Ibarra', 'Quesada', 'Villar'])}`,
          room: `${int(1, 30)}`,
          reason: seldom(pick(['Revisión anual', 'Análisis de sangre', 'Vacuna'])),
          reference: `C-${int(1000, 9999)}/${int(10, 99)}`,
        };
      return {
        fields: r,
        subject: 'Confirmación de su cita',
        body: `Estimado/a ${r.patient}:\n\nLe confirmamos su cita con los siguientes datos:\n\n${filled([
          `Fecha: ${day.d} de ${smonths[day.m]} de ${day.y}`,
          `Hora: ${r.at} h`,
          `Médico: ${r.doctor}`,
          `Consulta: ${r.room}`,
          r.reason && `Motivo: ${r.reason}`,
          `Referencia: ${r.reference}`,
        ]).join(
          '\n',
        )}\n\nPor favor, llegue diez minutos antes y traiga su tarjeta.\n\nCentro de salud Marsh End\nCalle del Puerto 4\n`,
        marks: {
          day: `${day.d} de ${smonths[day.m]} de ${day.y}`,
          room: { text: r.room, last: 'Consulta:' },
        },
      };
    },
  },
  // hours of a week: a line a day with a span of time, and sums below
  'w11-hours': {
    kind: 'list',
    fields: { name: T('text'), week: T('integer'), hours: T('number'), overtime: T('number') },
    items: { day: T('text'), begin: T('time'), end: T('time'), hours: T('number'), job: T('text') },
    make() {
      const first = int(1, 20),
        items = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri'].slice(0, int(3, 5)).map((day, i) => {
          const [from, to] = [int(6, 9), int(14, 18)];
          return {
            day: `${day} ${first + i} Nov`,
            begin: `${pad(from)}:00`,
            end: `${pad(to)}:30`,
            hours: to - from + 0.5,
            job: pick(['Slipway', 'Fuel dock', 'Crane', 'Office', 'Winter store']),
          };
        }),
        hours = items.reduce((sum, x) => sum + x.hours, 0),
        r = { name: person(), week: int(40, 48), hours, overtime: pick([0, 1.5, 2, 3.5]) };
      return {
        fields: r,
        items,
        subject: `Hours of ${r.name}, week ${r.week}`,
        body: `Hours of ${r.name}, week ${r.week}\n\n${items.map((x) => `${x.day.padEnd(12)}${x.begin} - ${x.end}   ${x.hours.toFixed(1).padStart(4)} h   ${x.job}`).join('\n')}\n\nTotal:     ${hours.toFixed(1)} h\nOvertime:  ${r.overtime.toFixed(1)} h\n`,
        marks: {
          name: { text: r.name, n: 1 },
          week: { text: String(r.week), last: 'week' },
          hours: { text: hours.toFixed(1), last: 'Total:' },
          overtime: { text: r.overtime.toFixed(1), last: 'Overtime:' },
        },
        im: (x) => ({ day: x.day, begin: x.begin, end: x.end, hours: x.hours.toFixed(1), job: x.job }),
      };
    },
  },
  // money on its way: the sum as a heading, its parts in a table without headings, the account with most figures kept back
  'w12-payout': {
    kind: 'template',
    html: true,
    fields: {
      net: T('amount'),
      payments: T('integer'),
      gross: T('amount'),
      fees: T('amount'),
      account: T('text'),
      arrives: T('date'),
      reference: T('text'),
    },
    make() {
      const arrives = date(),
        [gross, fees] = [cents(200, 4000), cents(2, 90)],
        r = {
          net: am(round(gross - fees), 'EUR'),
          payments: int(2, 60),
          gross: am(gross, 'EUR'),
          fees: am(-fees, 'EUR'),
          account: `${int(1000, 9999)}`,
          arrives: arrives.iso,
          reference: `PO-${int(100000, 999999)}`,
        },
        row = (k, v) => `<tr><td>${k}</td><td align="right">${v}</td></tr>`;
      return {
        fields: r,
        subject: `Payout ${r.reference}`,
        body: page(
          `<tr><td><h1>€${money(r.net.value)} is on its way</h1><p>It should reach your account ending in ${r.account} by ${long(arrives)}.</p><table>${row(`${r.payments} payments`, `€${money(gross)}`)}${row('Fees', `−€${money(fees)}`)}${row('<b>Paid out</b>', `<b>€${money(r.net.value)}</b>`)}</table><p>Reference: ${r.reference}</p></td></tr>`,
        ),
        marks: {
          net: { text: `€${money(r.net.value)}`, n: 1 },
          payments: { text: String(r.payments), last: `${long(arrives)}.` },
          gross: { text: `€${money(gross)}`, last: 'payments' },
          fees: `−€${money(fees)}`,
          arrives: long(arrives),
          reference: { text: r.reference, n: 1 },
        },
      };
    },
  },
};
