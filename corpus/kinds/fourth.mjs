// Fourteen more, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dot,
  eur,
  firsts,
  int,
  lasts,
  long,
  money,
  months,
  nmonths,
  pad,
  page,
  person,
  phone,
  pick,
  short,
  some,
  spaced,
  streets,
  T,
  time,
  towns,
} from './kit.mjs';

export const kinds = {
  // two tables of the same columns, the second of another sense; the sum of all in big figures above
  'i01-payslip': {
    kind: 'table',
    html: true,
    fields: { month: T('text'), employee: T('text'), number: T('text'), net: T('amount') },
    items: { earning: T('text'), hours: T('number'), amount: T('amount') },
    make() {
      const items = some(['Basic pay', 'Overtime', 'Night shift', 'Weekend', 'On call'], int(2, 5)).map((earning) => ({
          earning,
          hours: int(10, 700) / 10,
          amount: am(cents(50, 1900), 'GBP'),
        })),
        r = {
          month: `${pick(months)} 2026`,
          employee: person(),
          number: `E${int(1000, 9999)}`,
          net: am(cents(900, 3900), 'GBP'),
        };
      return {
        fields: r,
        items,
        subject: `Payslip ${r.month}`,
        body: page(
          `<tr><td><h2>Payslip for ${r.month}</h2><p>Employee: <b>${r.employee}</b> (${r.number})</p><p style="font-size:26px">£${money(r.net.value)}</p><p>will be in your bank account on the last working day.</p><table border="1"><tr><th>Earnings</th><th>Hours</th><th>Amount</th></tr>${items.map((x) => `<tr><td>${x.earning}</td><td>${x.hours.toFixed(1)}</td><td>£${money(x.amount.value)}</td></tr>`).join('')}</table></td></tr>`,
        ),
        marks: { month: { text: r.month, n: 1 }, net: { text: `£${money(r.net.value)}`, n: 1 } },
        im: (x) => ({ earning: x.earning, hours: x.hours.toFixed(1), amount: `£${money(x.amount.value)}` }),
      };
    },
  },
  // boxes to tick, one of which is ticked
  'i02-absence': {
    kind: 'template',
    fields: { pupil: T('text'), form: T('text'), from: T('date'), until: T('date'), note: T('text') },
    make() {
      const a = date(),
        b = date(),
        r = {
          pupil: person(),
          form: `${int(5, 10)}${pick(['a', 'b', 'c'])}`,
          from: a.iso,
          until: b.iso,
          note: pick(['Will be back on Monday.', 'Doctor’s note follows.', 'He has a cold.', 'Wedding of her aunt.']),
        },
        reason = pick(['illness', 'family', 'other']);
      return {
        fields: r,
        subject: 'Absence form',
        body: `ABSENCE FORM\n============\n\nPupil ....... ${r.pupil}\nForm ........ ${r.form}\nAbsent from . ${dot(a)}\n      until . ${dot(b)}\nReason ...... ${['illness', 'family', 'other'].map((one) => `[${one === reason ? 'x' : ' '}] ${one}`).join('  ')}\nNote ........ ${r.note}\n\nThis form was sent from the school's page.\n`,
        marks: {
          from: { text: dot(a), n: 1 },
          until: { text: dot(b), last: 'until .' },
          form: { text: r.form, last: 'Form ........' },
        },
      };
    },
  },
  // all in one sentence with commas
  'i03-table': {
    kind: 'template',
    fields: {
      guests: T('integer'),
      day: T('date'),
      at: T('time'),
      name: T('text'),
      phone: T('phone'),
      wish: T('text'),
    },
    make() {
      const d = date(),
        r = {
          guests: int(2, 9),
          day: d.iso,
          at: time(),
          name: pick(lasts),
          phone: phone(),
          wish: pick(['by the window', 'high chair needed', 'no nuts please', 'birthday cake']),
        };
      return {
        fields: r,
        subject: 'New reservation',
        body: `New reservation: table for ${r.guests} on ${d.w}, ${long(d)} at ${r.at}.\nName: ${r.name} | Phone: ${spaced(r.phone)} | Wish: ${r.wish}\n\nConfirm it in the book: https://kind.example/book\n`,
        marks: {
          guests: { text: String(r.guests), n: 1 },
          day: long(d),
          at: { text: r.at, n: 1 },
          phone: spaced(r.phone),
        },
      };
    },
  },
  // a grid drawn with plus signs and bars
  'i04-grid': {
    kind: 'table',
    fields: { list: T('text'), warehouse: T('text') },
    items: { bin: T('text'), part: T('text'), pieces: T('integer'), picker: T('text') },
    make() {
      const items = Array.from({ length: int(2, 6) }, () => ({
          bin: `${pick(['A', 'B', 'C'])}-${pad(int(1, 40))}`,
          part: pick(['gasket', 'hose clamp', 'filter', 'valve seat', 'bolt M8']),
          pieces: int(1, 60),
          picker: pick(firsts),
        })),
        r = { list: `PL${int(1000, 9999)}`, warehouse: pick(['Quay', 'North shed', 'Mill']) },
        bar = `+${[8, 14, 8, 12].map((width) => '-'.repeat(width)).join('+')}+`,
        line = (...cells) => `|${cells.map((cell, i) => ` ${String(cell)}`.padEnd([8, 14, 8, 12][i])).join('|')}|`;
      return {
        fields: r,
        items,
        subject: `Pick list ${r.list}`,
        body: `Pick list ${r.list}, warehouse ${r.warehouse}\n\n${bar}\n${line('Bin', 'Part', 'Pieces', 'Picker')}\n${bar}\n${items.map((x) => line(x.bin, x.part, x.pieces, x.picker)).join('\n')}\n${bar}\n`,
        marks: { list: { text: r.list, n: 1 } },
        im: (x) => ({ bin: x.bin, part: x.part, pieces: null, picker: null }),
      };
    },
  },
  // German, dots and a colon, a description that goes on below, indented
  'i05-schaden': {
    kind: 'template',
    locale: 'de-DE',
    fields: {
      nummer: T('text'),
      datum: T('date'),
      uhrzeit: T('time'),
      ort: T('text'),
      hergang: T('text'),
      hoehe: T('amount'),
    },
    make() {
      const d = date(),
        r = {
          nummer: `S-${int(2026, 2026)}-${int(100, 999)}`,
          datum: d.iso,
          uhrzeit: time(),
          ort: `${pick(streets)} ${int(1, 90)}, ${pick(towns)}`,
          hergang: pick([
            'Beim Rückwärtsfahren gegen den Poller.',
            'Der Kran hat die Reling gestreift.\nNiemand wurde verletzt.',
            'Fenster im Büro eingeschlagen.',
          ]),
          hoehe: am(cents(100, 9000), 'EUR'),
        };
      return {
        fields: r,
        subject: `Schadensmeldung ${r.nummer}`,
        body: `Schaden-Nr. ......: ${r.nummer}\nDatum ............: ${dot(d)}\nUhrzeit ..........: ${r.uhrzeit} Uhr\nOrt ..............: ${r.ort}\nHergang ..........: ${r.hergang.replaceAll('\n', `\n${' '.repeat(20)}`)}\nSchadenshöhe .....: ca. ${eur(r.hoehe.value)} EUR\n\nMit freundlichen Grüßen\nIhr Fuhrpark\n`,
        marks: { datum: dot(d), hoehe: `${eur(r.hoehe.value)} EUR` },
      };
    },
  },
  // prices that fell: name, new price, old price, how much less
  'i06-drops': {
    kind: 'list',
    html: true,
    fields: {},
    items: { name: T('text'), link: T('url'), now: T('amount'), was: T('amount'), less: T('number') },
    make() {
      const items = Array.from({ length: int(2, 5) }, () => {
        const was = cents(20, 400),
          less = int(5, 60);
        return {
          name: pick(['Compass, bronze', 'Hand lamp', 'Sea boots 43', 'Barometer', 'Log book (A4)']),
          link: `https://kind.example/p/${int(1000, 99999)}`,
          now: am(Math.round(was * (100 - less)) / 100, 'EUR'),
          was: am(was, 'EUR'),
          less,
        };
      });
      return {
        fields: {},
        items,
        subject: 'Prices on your list have dropped',
        body: page(
          `<tr><td><h2>Prices on your list have dropped</h2></td></tr>${items.map((x) => `<tr><td><table><tr><td width="80"><img src="https://kind.example/i.png" width="70" alt=""></td><td><a href="${x.link}">${x.name}</a><br>Now <b>€${money(x.now.value)}</b>, was €${money(x.was.value)} (–${x.less}%)</td></tr></table></td></tr>`).join('')}`,
        ),
        marks: {},
        im: (x) => ({
          name: x.name,
          link: { text: x.name, attr: 'href' },
          now: `€${money(x.now.value)}`,
          was: `€${money(x.was.value)}`,
          less: `${x.less}%`,
        }),
      };
    },
  },
  // tickets: blocks between dashes, the number of the ticket in the heading of each
  'i07-tickets': {
    kind: 'list',
    fields: { event: T('text'), booking: T('text') },
    items: { holder: T('text'), row: T('text'), seat: T('integer'), code: T('text') },
    make() {
      const items = some(firsts, int(2, 5)).map((first) => ({
          holder: `${first} ${pick(lasts)}`,
          row: pick(['A', 'B', 'C', 'D', 'E']),
          seat: int(1, 40),
          code: some([...'ABCDEFGHJKLMNPQRSTUVWXYZ23456789'], 8).join(''),
        })),
        r = {
          event: pick(['Sea shanties', 'Harbour jazz', 'The Tempest', 'Brass on the quay']),
          booking: `${int(100000, 999999)}`,
        };
      return {
        fields: r,
        items,
        subject: `Your tickets: ${r.event}`,
        body: `Thanks for booking ${r.event}!\nBooking no. ${r.booking}\n\n${items.map((x, i) => `--- Ticket ${i + 1} of ${items.length} ---\nHolder: ${x.holder}\nRow ${x.row}, seat ${x.seat}\nCode: ${x.code}\n`).join('\n')}\nShow the codes at the door.\n`,
        marks: { event: { text: r.event, n: 1 }, booking: { text: r.booking, n: 1 } },
        im: (x) => ({ holder: x.holder, row: null, seat: null, code: x.code }),
      };
    },
  },
  // warnings: a heading for each region, the level in a coloured box, two lines below
  'i08-warnings': {
    kind: 'list',
    html: true,
    fields: { issued: T('datetime') },
    items: { region: T('text'), level: T('text'), what: T('text'), valid_from: T('time'), valid_to: T('time') },
    make() {
      const d = date(),
        t = time(),
        items = some(towns, int(2, 5)).map((region) => ({
          region,
          level: pick(['yellow', 'orange', 'red']),
          what: pick(['Gale from the west', 'Dense fog', 'High water', 'Thunderstorms']),
          valid_from: time(),
          valid_to: time(),
        }));
      return {
        fields: { issued: `${d.iso}T${t}` },
        items,
        subject: 'Weather warnings',
        body: `<html><body><h1>Weather warnings</h1><p>Issued: ${long(d)}, ${t}</p>${items.map((x) => `<h3>${x.region}</h3><p><span style="background:#fc0;padding:1px 5px">${x.level}</span></p><p>${x.what}<br><i>Valid:</i> ${x.valid_from} to ${x.valid_to}</p>`).join('')}<p>The next bulletin comes in six hours.</p></body></html>`,
        marks: { issued: `${long(d)}, ${t}` },
        im: (x) => ({ region: x.region, level: x.level, what: x.what, valid_from: x.valid_from, valid_to: x.valid_to }),
      };
    },
  },
  // Dutch, a reminder in sentences
  'i09-herinnering': {
    kind: 'template',
    locale: 'nl-NL',
    fields: { factuur: T('text'), van: T('date'), bedrag: T('amount'), voor: T('date') },
    make() {
      const a = date(),
        b = date(),
        day = (d) => `${d.d} ${nmonths[d.m]} 2026`,
        r = {
          factuur: `2026-${int(1000, 9999)}`,
          van: a.iso,
          bedrag: am(cents(20, 4000), 'EUR'),
          voor: b.iso,
        };
      return {
        fields: r,
        subject: `Herinnering factuur ${r.factuur}`,
        body: `Beste ${person()},\n\nVolgens onze administratie staat factuur ${r.factuur} van ${day(a)} ter waarde van € ${eur(r.bedrag.value)} nog open.\nWij verzoeken u het bedrag voor ${day(b)} over te maken op rekening NL91 ABNA 0417 1643 00.\n\nMet vriendelijke groet,\nDebiteurenbeheer\n`,
        marks: {
          van: { text: day(a), n: 1 },
          bedrag: `€ ${eur(r.bedrag.value)}`,
          voor: { text: day(b), last: 'het bedrag voor' },
          factuur: { text: r.factuur, n: 1 },
        },
      };
    },
  },
  // tiles: the figure on top, what it is below
  'i10-figures': {
    kind: 'template',
    html: true,
    fields: {
      week: T('integer'),
      visits: T('integer'),
      orders: T('integer'),
      revenue: T('amount'),
      returns: T('integer'),
    },
    make() {
      const r = {
        week: int(1, 52),
        visits: int(1000, 9000),
        orders: int(100, 900),
        revenue: am(cents(1000, 90000), 'GBP'),
        returns: int(1, 40),
      };
      const tile = (figure, caption) =>
        `<td align="center"><div style="font-size:28px;font-weight:bold">${figure}</div><div style="color:#888">${caption}</div></td>`;
      return {
        fields: r,
        subject: `Your shop in week ${r.week}`,
        body: page(
          `<tr><td><h2>Your shop in week ${r.week}</h2><table width="100%"><tr>${tile(money(r.visits).replace('.00', ''), 'Visits')}${tile(r.orders, 'Orders')}</tr><tr>${tile(`£${money(r.revenue.value)}`, 'Revenue')}${tile(r.returns, 'Returns')}</tr></table></td></tr>`,
        ),
        marks: {
          week: { text: String(r.week), n: 1 },
          visits: { text: money(r.visits).replace('.00', ''), n: 1 },
          orders: { text: String(r.orders), last: 'Visits' },
          revenue: `£${money(r.revenue.value)}`,
          returns: { text: String(r.returns), last: 'Revenue' },
        },
      };
    },
  },
  // an order in lines: pieces, article, price each, sum
  'i11-order': {
    kind: 'list',
    fields: { order: T('text'), name: T('text'), shipping: T('amount'), total: T('amount') },
    items: { pieces: T('integer'), article: T('text'), each: T('amount'), sum: T('amount') },
    make() {
      const items = some(['Rope 10 mm', 'Shackle', 'Fender, blue', 'Deck brush', 'Bilge pump'], int(2, 5)).map(
          (article) => {
            const [pieces, each] = [int(1, 9), cents(1, 60)];
            return { pieces, article, each: am(each, 'GBP'), sum: am(Math.round(pieces * each * 100) / 100, 'GBP') };
          },
        ),
        ship = cents(2, 9),
        r = {
          order: `W${int(10000, 99999)}`,
          name: person(),
          shipping: am(ship, 'GBP'),
          total: am(Math.round((items.reduce((all, x) => all + x.sum.value, 0) + ship) * 100) / 100, 'GBP'),
        };
      return {
        fields: r,
        items,
        subject: `Order ${r.order}`,
        body: `Order ${r.order} from ${r.name}\n\n${items.map((x) => `${x.pieces} x ${x.article} @ £${money(x.each.value)} = £${money(x.sum.value)}`).join('\n')}\n\nShipping: £${money(ship)}\nTotal: £${money(r.total.value)}\n`,
        marks: {
          order: { text: r.order, n: 1 },
          name: { text: r.name, n: 1 },
          shipping: { text: `£${money(ship)}`, last: 'Shipping:' },
          total: { text: `£${money(r.total.value)}`, last: 'Total:' },
        },
        im: (x) => ({ pieces: null, article: x.article, each: null, sum: null }),
      };
    },
  },
  // what a program sends: quoted keys and values
  'i12-payload': {
    kind: 'template',
    fields: { id: T('integer'), device: T('text'), temperature: T('number'), at: T('datetime'), battery: T('integer') },
    make() {
      const d = date(),
        t = time(),
        r = {
          id: int(10000, 99999),
          device: `buoy-${int(1, 40)}`,
          temperature: int(20, 290) / 10,
          at: `${d.iso}T${t}`,
          battery: int(5, 100),
        };
      return {
        fields: r,
        subject: `event from ${r.device}`,
        body: `{\n  "id": ${r.id},\n  "device": "${r.device}",\n  "temperature": ${r.temperature},\n  "at": "${d.iso}T${t}:00Z",\n  "battery": ${r.battery}\n}\n`,
        marks: {
          id: { text: String(r.id), n: 1 },
          device: { text: r.device, n: 1 },
          temperature: { text: String(r.temperature), last: 'temperature": ' },
          at: `${d.iso}T${t}:00Z`,
          battery: { text: String(r.battery), last: 'battery": ' },
        },
      };
    },
  },
  // Spanish, a day that lies over several rows
  'i13-turnos': {
    kind: 'table',
    html: true,
    locale: 'es-ES',
    fields: { semana: T('integer') },
    items: { dia: T('date'), turno: T('text'), quien: T('text'), puesto: T('text') },
    make() {
      const days = Array.from({ length: int(2, 3) }, () => ({
          day: date(),
          rows: Array.from({ length: int(1, 3) }, () => ({
            turno: pick(['mañana', 'tarde', 'noche']),
            quien: person(),
            puesto: pick(['grúa', 'almacén', 'puerta']),
          })),
        })),
        semana = int(1, 52);
      return {
        fields: { semana },
        items: days.flatMap(({ day, rows }) => rows.map((one) => ({ dia: day.iso, ...one }))),
        subject: `Turnos de la semana ${semana}`,
        body: `<html><body><p>Turnos de la semana ${semana}:</p><table border="1"><tr><th>Día</th><th>Turno</th><th>Quién</th><th>Puesto</th></tr>${days.map(({ day, rows }) => rows.map((one, i) => `<tr>${i === 0 ? `<td rowspan="${rows.length}">${short(day)}</td>` : ''}<td>${one.turno}</td><td>${one.quien}</td><td>${one.puesto}</td></tr>`).join('')).join('')}</table></body></html>`,
        marks: { semana: { text: String(semana), n: 1 } },
        im: (x) => ({ dia: null, turno: null, quien: x.quien, puesto: null }),
      };
    },
  },
  // French, steps of a journey with an arrow, the hour in front
  'i14-tournee': {
    kind: 'list',
    locale: 'fr-FR',
    fields: { tournee: T('text'), chauffeur: T('text') },
    items: { heure: T('time'), de: T('text'), vers: T('text'), colis: T('integer') },
    make() {
      const items = Array.from({ length: int(2, 6) }, () => ({
          heure: time(),
          de: pick(towns),
          vers: pick(towns),
          colis: int(2, 40),
        })),
        r = { tournee: `T${int(10, 99)}`, chauffeur: person() };
      return {
        fields: r,
        items,
        subject: `Tournée ${r.tournee}`,
        body: `Bonjour,\n\nvoici la tournée ${r.tournee} de demain, chauffeur : ${r.chauffeur}.\n\n${items.map((x) => `${x.heure.replace(':', 'h')} ${x.de} → ${x.vers} (${x.colis} colis)`).join('\n')}\n\nBonne route !\n`,
        marks: { tournee: { text: r.tournee, n: 1 } },
        im: (x) => ({ heure: x.heure.replace(':', 'h'), de: null, vers: null, colis: null }),
      };
    },
  },
};
