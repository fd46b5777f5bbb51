// Twelve more, most of them lists, as schools, garages, clubs, farms and shops send them; written down before anybody looked at what becomes of them.
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
  months,
  pad,
  page,
  person,
  phone,
  pick,
  round,
  seldom,
  short,
  some,
  spaced,
  T,
  time,
} from './kit.mjs';

const letters = (n) => Array.from({ length: n }, () => pick([...'ABCDEFGHKLMNPRSTVWXYZ'])).join('');
const fmonths = 'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' ');
const times = (n, make) => Array.from({ length: n }, make);

export const kinds = {
  // marks of a term: a table whose first column is the subject, with a remark in some rows; whose they are above
  'y01-marks': {
    kind: 'list',
    html: true,
    fields: { pupil: T('text'), form: T('text'), term: T('text'), absent: T('integer') },
    items: { subject: T('text'), mark: T('text'), teacher: T('text'), remark: T('text') },
    make() {
      const items = some(['Mathematics', 'History', 'Biology', 'Music', 'French', 'Geography'], int(3, 5)).map(
          (subject) => ({
            subject,
            mark: pick(['A', 'B+', 'B', 'C-', 'D']),
            teacher: `${pick(['Mr', 'Ms', 'Dr'])} ${pick(['Quist', 'Holloway', 'Brookfield', 'Cardoso'])}`,
            remark: seldom(pick(['homework missing', 'great progress', 'speaks too little'])),
          }),
        ),
        r = {
          pupil: person(),
          form: `${int(5, 11)}${pick(['a', 'b', 'c'])}`,
          term: `${pick(['Autumn', 'Spring', 'Summer'])} term 2026`,
          absent: int(0, 12),
        };
      return {
        fields: r,
        items,
        subject: `Report: ${r.pupil}`,
        body: `<html><body><p>Dear parents,</p><p>this is the report of <b>${r.pupil}</b>, form ${r.form}, for the ${r.term}.</p><table border="1" cellpadding="4"><thead><tr><th>Subject</th><th>Mark</th><th>Teacher</th><th>Remark</th></tr></thead><tbody>${items.map((x) => `<tr><td>${x.subject}</td><td>${x.mark}</td><td>${x.teacher}</td><td>${x.remark ?? ''}</td></tr>`).join('')}</tbody></table><p>Days absent: ${r.absent}</p><p>The school office</p></body></html>`,
        marks: {
          pupil: { text: r.pupil, n: 1 },
          form: { text: r.form, last: 'form' },
          term: r.term,
          absent: { text: String(r.absent), last: 'absent:' },
        },
        im: (x) => ({ subject: x.subject, mark: x.mark, teacher: x.teacher, remark: x.remark }),
      };
    },
  },
  // what a garage found, in German: a list with ticks and crosses, a price where something is to be done
  'y02-werkstatt': {
    kind: 'list',
    locale: 'de-DE',
    fields: { plate: T('text'), kilometres: T('integer'), customer: T('text'), sum: T('amount') },
    items: { part: T('text'), state: T('text'), price: T('amount') },
    make() {
      const items = some(
          ['Bremsen vorne', 'Bremsen hinten', 'Ölstand', 'Reifen', 'Scheibenwischer', 'Batterie', 'Licht'],
          int(3, 5),
        ).map((part) => {
          const bad = int(1, 2) === 1;
          return {
            part,
            state: bad ? pick(['abgenutzt', 'undicht', 'schwach']) : 'in Ordnung',
            price: bad ? am(cents(20, 400), 'EUR') : null,
          };
        }),
        r = {
          plate: `${letters(2)} ${letters(2)} ${int(100, 9999)}`,
          kilometres: int(20000, 190000),
          customer: person(),
          sum: am(round(items.reduce((sum, x) => sum + (x.price?.value ?? 0), 0)), 'EUR'),
        };
      return {
        fields: r,
        items,
        subject: `Prüfbericht ${r.plate}`,
        body: `Guten Tag ${r.customer},\n\nwir haben Ihr Fahrzeug ${r.plate} bei ${r.kilometres.toLocaleString('de-DE')} km geprüft:\n\n${items.map((x) => `${x.price ? '✗' : '✓'} ${x.part}: ${x.state}${x.price ? ` (${eur(x.price.value)} €)` : ''}`).join('\n')}\n\nDie Reparatur kostet zusammen ${eur(r.sum.value)} €.\n\nIhre Werkstatt\n`,
        marks: {
          plate: { text: r.plate, n: 1 },
          kilometres: r.kilometres.toLocaleString('de-DE'),
          sum: { text: `${eur(r.sum.value)} €`, last: 'zusammen' },
        },
        im: (x) => ({ part: x.part, state: x.state, price: x.price && `${eur(x.price.value)} €` }),
      };
    },
  },
  // events of the week: a heading a day, below it lines with a time, what it is, and where
  'y03-week': {
    kind: 'list',
    html: true,
    fields: { club: T('text') },
    items: { at: T('time'), what: T('text'), where: T('text') },
    make() {
      const days = times(int(2, 3), () => ({
          day: date(),
          events: times(int(1, 3), () => ({
            at: time(),
            what: pick(['Junior sailing', 'Knots and ropes', 'Choir', 'Committee', 'Boat wash', 'Film night']),
            where: pick(['Club house', 'Slipway', 'Upper room', 'Pier 3']),
          })),
        })),
        r = { club: pick(['Gannet Bay Sailing Club', 'Friends of the Pier', 'Marsh End Rowers']) };
      return {
        fields: r,
        items: days.flatMap(({ events }) => events),
        subject: `This week at ${r.club}`,
        body: page(
          `<tr><td><h1>This week at ${r.club}</h1>${days.map(({ day, events }) => `<h3>${day.w}, ${day.d} ${months[day.m]}</h3><ul>${events.map((x) => `<li><strong>${x.at}</strong> ${x.what} (${x.where})</li>`).join('')}</ul>`).join('')}<p>See you there!</p></td></tr>`,
        ),
        marks: { club: { text: r.club, n: 1 } },
        im: (x) => ({ at: x.at, what: x.what, where: x.where }),
      };
    },
  },
  // an invoice of a craftsman in plain text: positions with numbers, quantity and unit, price and sum in aligned columns, tax below
  'y04-facture': {
    kind: 'list',
    locale: 'fr-FR',
    fields: { number: T('text'), day: T('date'), net: T('amount'), tax: T('amount'), total: T('amount') },
    items: {
      pos: T('integer'),
      what: T('text'),
      quantity: T('number'),
      unit: T('text'),
      price: T('amount'),
      sum: T('amount'),
    },
    make() {
      const day = date(),
        items = some(
          [
            ['Pose de parquet', 'm2'],
            ['Peinture', 'm2'],
            ["Main-d'œuvre", 'h'],
            ['Plinthes', 'm'],
            ['Déplacement', 'km'],
          ],
          int(2, 4),
        ).map(([what, unit], i) => {
          const [quantity, price] = [int(2, 60) / 2, cents(3, 60)];
          return { pos: i + 1, what, quantity, unit, price: am(price, 'EUR'), sum: am(round(quantity * price), 'EUR') };
        }),
        net = round(items.reduce((sum, x) => sum + x.sum.value, 0)),
        tax = round(net * 0.2),
        r = {
          number: `F-2026-${int(100, 999)}`,
          day: day.iso,
          net: am(net, 'EUR'),
          tax: am(tax, 'EUR'),
          total: am(round(net + tax), 'EUR'),
        },
        fr = (v) => `${eur(v).replaceAll('.', ' ')} €`;
      return {
        fields: r,
        items,
        subject: `Facture ${r.number}`,
        body: `FACTURE ${r.number}\nDate : ${day.d} ${fmonths[day.m]} ${day.y}\n\nPos  Désignation           Qté  Unité     Prix       Montant\n${items.map((x) => `${String(x.pos).padEnd(5)}${x.what.padEnd(20)}${String(x.quantity).replace('.', ',').padStart(5)}  ${x.unit.padEnd(6)}${fr(x.price.value).padStart(8)}  ${fr(x.sum.value).padStart(12)}`).join('\n')}\n\nTotal HT : ${fr(net)}\nTVA 20 % : ${fr(tax)}\nTotal TTC : ${fr(r.total.value)}\n\nPaiement à réception. Merci !\n`,
        marks: {
          number: { text: r.number, n: 1 },
          day: `${day.d} ${fmonths[day.m]} ${day.y}`,
          net: { text: fr(net), last: 'Total HT :' },
          tax: { text: fr(tax), last: 'TVA 20 % :' },
          total: { text: fr(r.total.value), last: 'Total TTC :' },
        },
        im: (x) => ({
          pos: String(x.pos),
          what: x.what,
          quantity: String(x.quantity).replace('.', ','),
          unit: x.unit,
          price: fr(x.price.value),
          sum: fr(x.sum.value),
        }),
      };
    },
  },
  // readings of a weather station: one line an hour, key and value pairs without blanks
  'y05-station': {
    kind: 'list',
    fields: { station: T('text'), battery: T('number', { unit: 'V' }) },
    items: { at: T('datetime'), wind: T('number'), gust: T('number'), dir: T('integer'), temp: T('number') },
    make() {
      const day = date(),
        first = int(0, 18),
        items = times(int(3, 5), (_, i) => ({
          at: `${day.iso}T${pad(first + i)}:00`,
          wind: int(20, 300) / 10,
          gust: int(100, 500) / 10,
          dir: int(0, 359),
          temp: int(-30, 250) / 10,
        })),
        r = { station: pick(['PIER-3', 'OUTER-MARK', 'LOCK-1']), battery: int(110, 140) / 10 };
      return {
        fields: r,
        items,
        subject: `DATA ${r.station}`,
        body: `STATION=${r.station}\nBATTERY=${r.battery.toFixed(1)}V\n\n${items.map((x) => `${x.at.replace('T', ' ')} WIND=${x.wind.toFixed(1)} GUST=${x.gust.toFixed(1)} DIR=${pad(x.dir, 3)} TEMP=${x.temp.toFixed(1)}`).join('\n')}\n\nEND OF DATA\n`,
        marks: { station: { text: r.station, n: 1 }, battery: `${r.battery.toFixed(1)}V` },
        im: (x) => ({
          at: x.at.replace('T', ' '),
          wind: x.wind.toFixed(1),
          gust: x.gust.toFixed(1),
          dir: pad(x.dir, 3),
          temp: x.temp.toFixed(1),
        }),
      };
    },
  },
  // people who wait for a garden: cards in a grid of two, a photo in each, a name and three facts
  'y06-gardeners': {
    kind: 'list',
    html: true,
    fields: { count: T('integer'), site: T('text') },
    items: { name: T('text'), since: T('date'), size: T('text'), phone: T('phone') },
    make() {
      const items = times(int(3, 5), () => ({
          name: person(),
          since: date().iso,
          size: pick(['small', 'medium', 'large']),
          phone: phone(),
        })),
        r = { count: items.length, site: pick(['Tarn Side', 'Mill Lane', 'Old Nursery']) },
        day = (iso) => `${Number(iso.slice(8))} ${months[Number(iso.slice(5, 7)) - 1]} ${iso.slice(0, 4)}`,
        card = (x) =>
          `<td width="50%" valign="top"><img src="cid:p${int(1, 99)}" width="60" alt=""><div class="n">${x.name}</div><div>Waiting since ${day(x.since)}</div><div>Plot size: ${x.size}</div><div>Tel. ${spaced(x.phone)}</div></td>`,
        rows =
          items.map((x, i) => (i % 2 === 0 ? `<tr>${card(x)}` : `${card(x)}</tr>`)).join('') +
          (items.length % 2 ? '<td></td></tr>' : '');
      return {
        fields: r,
        items,
        subject: `Waiting list of ${r.site}`,
        body: `<html><body><p>${r.count} people wait for a garden at <b>${r.site}</b>:</p><table>${rows}</table><p>Please ring them in this order.</p></body></html>`,
        marks: { count: { text: String(r.count), n: 1 }, site: { text: r.site, n: 1 } },
        im: (x) => ({ name: x.name, since: day(x.since), size: x.size, phone: spaced(x.phone) }),
      };
    },
  },
  // what an auction brought, in one sentence a lot
  'y07-sold': {
    kind: 'list',
    fields: { sale: T('text'), day: T('date'), total: T('amount') },
    items: { lot: T('integer'), what: T('text'), price: T('amount'), buyer: T('text') },
    make() {
      const day = date(),
        items = times(int(3, 5), (_, i) => ({
          lot: 10 * (i + 1) + int(0, 9),
          what: pick(['Brass sextant', 'Oak chest', 'Set of six chairs', 'Ship in a bottle', 'Barometer', 'Silk flag']),
          price: am(int(20, 900), 'GBP'),
          buyer: `${int(100, 999)}`,
        })),
        r = {
          sale: pick(['Autumn sale', 'House clearance', 'Maritime sale']),
          day: day.iso,
          total: am(
            items.reduce((sum, x) => sum + x.price.value, 0),
            'GBP',
          ),
        };
      return {
        fields: r,
        items,
        subject: `Results: ${r.sale}`,
        body: `Results of the ${r.sale} of ${long(day)}\n\n${items.map((x) => `Lot ${x.lot}, ${x.what}, was sold for £${x.price.value} to bidder ${x.buyer}.`).join('\n')}\n\nAll lots together brought £${r.total.value.toLocaleString('en-GB')}.\n`,
        marks: {
          sale: { text: r.sale, n: 1 },
          day: { text: long(day), n: 1 },
          total: { text: `£${r.total.value.toLocaleString('en-GB')}`, last: 'brought' },
        },
        im: (x) => ({ lot: String(x.lot), what: x.what, price: `£${x.price.value}`, buyer: x.buyer }),
      };
    },
  },
  // courses that are free, in German: a table for each, its title above it
  'y08-kurse': {
    kind: 'list',
    html: true,
    locale: 'de-DE',
    fields: { city: T('text') },
    items: { title: T('text'), begin: T('date'), place: T('text'), seats: T('integer'), fee: T('amount') },
    make() {
      const items = some(
          ['Segeln für Anfänger', 'Knotenkunde', 'Funkzeugnis', 'Wetter verstehen', 'Motorkunde'],
          int(3, 4),
        ).map((title) => ({
          title,
          begin: date().iso,
          place: pick(['Bootshaus', 'Saal 2', 'Hafenamt', 'online']),
          seats: int(1, 14),
          fee: am(int(20, 240), 'EUR'),
        })),
        r = { city: pick(['Oststrand', 'Kirkholm', 'Norderhafen']) },
        de = (iso) => `${iso.slice(8)}.${iso.slice(5, 7)}.${iso.slice(0, 4)}`,
        row = (k, v) => `<tr><td width="120"><i>${k}</i></td><td>${v}</td></tr>`;
      return {
        fields: r,
        items,
        subject: `Freie Kurse in ${r.city}`,
        body: page(
          `<tr><td><p>In ${r.city} sind noch Plätze frei:</p>${items.map((x) => `<h2>${x.title}</h2><table>${row('Beginn', de(x.begin))}${row('Ort', x.place)}${row('Freie Plätze', x.seats)}${row('Gebühr', `${x.fee.value},00 €`)}</table>`).join('')}<p>Wir freuen uns auf Sie.</p></td></tr>`,
        ),
        marks: { city: { text: r.city, n: 1 } },
        im: (x) => ({
          title: x.title,
          begin: de(x.begin),
          place: x.place,
          seats: String(x.seats),
          fee: `${x.fee.value},00 €`,
        }),
      };
    },
  },
  // a request for a repair from a tenant's page: a heading over each part, labels in bold with the answer on the same line
  'y09-repair': {
    kind: 'template',
    html: true,
    fields: {
      ticket: T('text'),
      name: T('text'),
      flat: T('text'),
      phone: T('phone'),
      what: T('text'),
      urgent: T('yes-no'),
      days: T('text'),
      text: T('text'),
    },
    make() {
      const tel = phone(),
        r = {
          ticket: `R-${int(10000, 99999)}`,
          name: person(),
          flat: `${int(1, 9)}/${int(1, 40)}`,
          phone: tel,
          what: pick(['Heating', 'Water', 'Lock', 'Window', 'Lift']),
          urgent: pick([true, false]),
          days: seldom(pick(['Monday, Tuesday', 'any day', 'not before five'])),
          text: pick([
            'The radiator in the kitchen stays cold. The others are fine.',
            'Water drips from the tap, all night long.',
            'The key turns, but the door does not open any more.',
          ]),
        },
        line = (k, v) => (v === null ? '' : `<p><strong>${k}</strong> ${v}</p>`);
      return {
        fields: r,
        subject: `New repair request ${r.ticket}`,
        body: `<html><body><h2>Repair request ${r.ticket}</h2><h4>Tenant</h4>${line('Name', r.name)}${line('Flat', r.flat)}${line('Phone', spaced(tel))}<h4>Repair</h4>${line('What is broken', r.what)}${line('Urgent', r.urgent ? 'yes' : 'no')}${line('Best days', r.days)}${line('Description', r.text)}</body></html>`,
        marks: {
          ticket: { text: r.ticket, n: 1 },
          name: { text: r.name, last: 'Name' },
          flat: { text: r.flat, last: 'Flat' },
          phone: spaced(tel),
          what: { text: r.what, last: 'broken' },
          urgent: { text: r.urgent ? 'yes' : 'no', last: 'Urgent' },
          text: { text: r.text, n: 1 },
        },
      };
    },
  },
  // a call that was missed, as a telephone system tells it: everything in the subject, a table of three rows below
  'y10-missed': {
    kind: 'template',
    html: true,
    fields: { caller: T('phone'), line: T('text'), when: T('datetime'), rang: T('integer') },
    make() {
      const day = date(),
        at = time(),
        tel = phone(),
        r = {
          caller: tel,
          line: pick(['Office', 'Harbour desk', 'Workshop']),
          when: `${day.iso}T${at}`,
          rang: int(5, 60),
        };
      return {
        fields: r,
        subject: `Missed call from ${tel} on ${r.line}`,
        body: `<html><body><p>You have missed a call.</p><table><tr><td>From</td><td><a href="tel:${tel}">${tel}</a></td></tr><tr><td>To</td><td>${r.line}</td></tr><tr><td>When</td><td>${short(day)} at ${at}</td></tr></table><p>It rang for ${r.rang} seconds.</p></body></html>`,
        marks: {
          caller: { text: tel, n: 1 },
          line: { text: r.line, n: 1 },
          when: `${short(day)} at ${at}`,
          rang: { text: String(r.rang), last: 'rang for' },
        },
      };
    },
  },
  // a member who leaves, in a letter: a name and a number in the first sentence, a day and a reason in the next
  'y11-leaving': {
    kind: 'template',
    locale: 'de-DE',
    fields: {
      member: T('text'),
      number: T('text'),
      day: T('date'),
      reason: T('text'),
      iban: T('text'),
      refund: T('amount'),
    },
    make() {
      const day = date(),
        r = {
          member: person(),
          number: `M-${int(1000, 9999)}`,
          day: day.iso,
          reason: pick(['Umzug', 'Zeitmangel', 'Krankheit', 'zu teuer']),
          iban: `DE${int(10, 99)} ${int(1000, 9999)} ${int(1000, 9999)} ${int(1000, 9999)} ${int(1000, 9999)} ${int(10, 99)}`,
          refund: am(cents(5, 90), 'EUR'),
        };
      return {
        fields: r,
        subject: `Kündigung Mitglied ${r.number}`,
        body: `Das Mitglied ${r.member} (Nr. ${r.number}) hat zum ${day.d}. ${dmonths[day.m]} ${day.y} gekündigt.\nGrund: ${r.reason}\n\nBitte überweisen Sie ${eur(r.refund.value)} € auf das Konto ${r.iban}.\n`,
        marks: {
          member: { text: r.member, n: 1 },
          number: { text: r.number, n: 1 },
          day: `${day.d}. ${dmonths[day.m]} ${day.y}`,
          reason: { text: r.reason, last: 'Grund:' },
          iban: { text: r.iban, n: 1 },
          refund: `${eur(r.refund.value)} €`,
        },
      };
    },
  },
  // goods that came short: a line a position, what was ordered and what came, in words
  'y12-short': {
    kind: 'list',
    fields: { order: T('text'), supplier: T('text'), received: T('date'), by: T('text'), email: T('email') },
    items: { code: T('text'), what: T('text'), ordered: T('integer'), came: T('integer') },
    make() {
      const day = date(),
        by = person(),
        items = times(int(2, 4), () => {
          const ordered = int(5, 60);
          return {
            code: `${letters(2)}${int(100, 999)}`,
            what: pick(['Shackle 8 mm', 'Rope 12 mm, white', 'Paint, red', 'Bilge pump', 'Sail needle']),
            ordered,
            came: ordered - int(1, 4),
          };
        }),
        r = {
          order: `PO-${int(1000, 9999)}`,
          supplier: pick(['Thornby Chandlery', 'Selwyn Marine', 'Rope & Sail Ltd']),
          received: day.iso,
          by,
          email: mailOf(by),
        };
      return {
        fields: r,
        items,
        subject: `Short delivery on ${r.order}`,
        body: `Purchase order: ${r.order}\nSupplier:       ${r.supplier}\nReceived:       ${dot(day)}\n\nThe following is missing:\n\n${items.map((x) => `* ${x.code} ${x.what}\n  ordered ${x.ordered}, received ${x.came}`).join('\n')}\n\nChecked by ${r.by} <${r.email}>\n`,
        marks: {
          order: { text: r.order, n: 1 },
          supplier: { text: r.supplier, n: 1 },
          received: dot(day),
          by: { text: r.by, last: 'Checked by' },
          email: r.email,
        },
        im: (x) => ({ code: x.code, what: x.what, ordered: String(x.ordered), came: String(x.came) }),
      };
    },
  },
};
