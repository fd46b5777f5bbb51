// Twelve more kinds of everyday mail, written down before anybody looked at what becomes of them.
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
  money,
  months,
  nmonths,
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
  towns,
} from './kit.mjs';

const letters = (n) => Array.from({ length: n }, () => pick([...'ABCDEFGHKLMNPRSTVWXYZ'])).join('');
const damonths = 'januar februar marts april maj juni juli august september oktober november december'.split(' ');
const itmonths = 'gennaio febbraio marzo aprile maggio giugno luglio agosto settembre ottobre novembre dicembre'.split(
  ' ',
);
const filled = (lines) => lines.filter((line) => line !== null);

export const kinds = {
  // a card payment as a bank tells it: two sentences, the shop in capitals, what is left at the end
  'x01-card-payment': {
    kind: 'template',
    fields: {
      paid: T('amount'),
      shop: T('text'),
      day: T('date'),
      at: T('time'),
      card: T('text'),
      left: T('amount'),
    },
    make() {
      const day = date(),
        at = time(),
        r = {
          paid: am(cents(2, 180), 'GBP'),
          shop: pick(['THORNBY CHANDLERY', 'QUAY CAFE 12', 'MARSH END FUELS', 'TARN BOOKS LTD']),
          day: day.iso,
          at,
          card: `${int(1000, 9999)}`,
          left: am(cents(100, 4000), 'GBP'),
        };
      return {
        fields: r,
        subject: 'You have made a payment',
        body: `Hello,\n\nA payment of £${money(r.paid.value)} was made to ${r.shop} on ${long(day)} at ${at} with your card ending ${r.card}.\n\nYour available balance is now £${money(r.left.value)}.\n\nIf you do not recognise this payment, call the number on the back of your card.\n`,
        marks: {
          paid: { text: `£${money(r.paid.value)}`, last: 'payment of' },
          shop: { text: r.shop, n: 1 },
          day: { text: long(day), n: 1 },
          at: { text: at, n: 1 },
          card: { text: r.card, last: 'ending' },
          left: { text: `£${money(r.left.value)}`, last: 'is now' },
        },
      };
    },
  },
  // a parcel that comes today, in German: a code, a window of time, the place it is left at, a button
  'x02-zustellung': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: {
      parcel: T('text'),
      sender: T('text'),
      day: T('date'),
      from: T('time'),
      to: T('time'),
      place: T('text'),
      link: T('url'),
    },
    make() {
      const day = date(),
        hour = int(8, 17),
        r = {
          parcel: `00${int(340000000, 349999999)}${int(100000000, 999999999)}`,
          sender: pick(['Segelwerk Nord', 'Buchladen am Hafen', 'Tarn & Töchter', 'Kirkholm Versand']),
          day: day.iso,
          from: `${pad(hour)}:15`,
          to: `${pad(hour + 2)}:15`,
          place: seldom(pick(['Garage', 'Nachbar links', 'Terrasse', 'Gartenhaus'])),
          link: `https://www.kind.example/paket/${int(100000, 999999)}`,
        },
        row = (k, v) =>
          v === null
            ? ''
            : `<tr><td style="color:#777;padding-right:20px">${k}</td><td><strong>${v}</strong></td></tr>`;
      return {
        fields: r,
        subject: `Ihr Paket von ${r.sender} kommt bald`,
        body: page(
          `<tr><td><h2>Ihr Paket kommt am ${day.d}. ${dmonths[day.m]} zwischen ${r.from} und ${r.to} Uhr</h2><table>${row('Sendungsnummer', r.parcel)}${row('Absender', r.sender)}${row('Zustelltag', dot(day))}${row('Ablageort', r.place)}</table><p><a class="btn" href="${r.link}">Sendung verfolgen</a></p></td></tr>`,
        ),
        marks: {
          parcel: { text: r.parcel, n: 1 },
          sender: { text: r.sender, last: 'Absender' },
          day: { text: dot(day), last: 'Zustelltag' },
          from: { text: r.from, last: 'zwischen' },
          to: { text: r.to, last: 'und' },
          link: { text: 'Sendung verfolgen', attr: 'href' },
        },
      };
    },
  },
  // an alarm of a watch over servers: capitals and colons, then measured values numbered, then a link
  'x03-alarm': {
    kind: 'list',
    fields: {
      trigger: T('text'),
      severity: T('text'),
      host: T('text'),
      since: T('datetime'),
      event: T('integer'),
    },
    items: { what: T('text'), value: T('text') },
    make() {
      const day = date(),
        at = `${time()}:${pad(int(0, 59))}`,
        items = some(
          ['CPU load', 'Free memory', 'Open files', 'Disk /var', 'Queue length', 'Replication lag'],
          int(2, 4),
        ).map((what) => ({
          what,
          value: pick([`${int(1, 99)} %`, `${int(100, 900)} MB`, `${int(2, 90)}`, `${int(3, 60)} s`]),
        })),
        r = {
          trigger: pick(['Disk space is low', 'Too many processes', 'Host unreachable', 'Queue does not empty']),
          severity: pick(['Warning', 'High', 'Disaster', 'Average']),
          host: pick(['gull-01', 'tern-02', 'skua-11', 'auk-03']),
          since: `${day.iso}T${at}`,
          event: int(100000, 999999),
        };
      return {
        fields: r,
        items,
        subject: `PROBLEM: ${r.trigger} on ${r.host}`,
        body: `TRIGGER: ${r.trigger}\nSEVERITY: ${r.severity}\nHOST: ${r.host}\nPROBLEM SINCE: ${day.iso.replaceAll('-', '.')} ${at}\n\nMeasured values:\n\n${items.map((x, i) => `${i + 1}. ${x.what}: ${x.value}`).join('\n')}\n\nOriginal event ID: ${r.event}\nhttps://watch.kind.example/event/${r.event}\n`,
        marks: {
          trigger: { text: r.trigger, n: 1 },
          severity: { text: r.severity, last: 'SEVERITY:' },
          host: { text: r.host, last: 'HOST:' },
          since: `${day.iso.replaceAll('-', '.')} ${at}`,
          event: { text: String(r.event), last: 'ID:' },
        },
        im: (x) => ({ what: x.what, value: x.value }),
      };
    },
  },
  // a child that is ill, from a form in Danish: questions as labels on lines of their own, answers below
  'x04-fravaer': {
    kind: 'template',
    locale: 'da-DK',
    fields: {
      child: T('text'),
      class: T('text'),
      from: T('date'),
      to: T('date'),
      reason: T('text'),
      parent: T('text'),
      phone: T('phone'),
    },
    make() {
      const [from, to] = [date(), date()],
        da = (d) => `${d.d}. ${damonths[d.m]} ${d.y}`,
        tel = `${int(20, 59)} ${int(10, 99)} ${int(10, 99)} ${int(10, 99)}`,
        r = {
          child: person(),
          class: `${int(0, 9)}.${pick(['a', 'b', 'c'])}`,
          from: from.iso,
          to: to.iso,
          reason: seldom(pick(['Feber og hoste', 'Tandlæge', 'Familiebesøg i Tyskland', 'Brækket arm'])),
          parent: person(),
          phone: `+45${tel.replaceAll(' ', '')}`,
        },
        asked = (q, a) => (a === null ? null : `${q}\n${a}\n`);
      return {
        fields: r,
        subject: `Fravær: ${r.child}`,
        body: `Der er kommet en ny besked om fravær.\n\n${filled([
          asked('Barnets navn', r.child),
          asked('Klasse', r.class),
          asked('Første fraværsdag', da(from)),
          asked('Sidste fraværsdag', da(to)),
          asked('Årsag', r.reason),
          asked('Forælders navn', r.parent),
          asked('Telefon', tel),
        ]).join('\n')}\nBeskeden er sendt fra skolens hjemmeside.\n`,
        marks: {
          child: { text: r.child, last: 'navn' },
          class: { text: r.class, last: 'Klasse' },
          from: { text: da(from), last: 'Første fraværsdag' },
          to: { text: da(to), last: 'Sidste fraværsdag' },
          phone: tel,
        },
      };
    },
  },
  // an enquiry about a house: facts in one paragraph with bars between, the words of who asks below in italics
  'x05-house': {
    kind: 'template',
    html: true,
    fields: {
      property: T('text'),
      price: T('amount'),
      name: T('text'),
      phone: T('phone'),
      email: T('email'),
      viewing: T('date'),
      message: T('text'),
    },
    make() {
      const name = person(),
        day = date(),
        tel = phone(),
        r = {
          property: `${int(1, 99)} ${pick(['Mill Lane', 'Quay Street', 'Orchard Close', 'Old Wharf'])}, ${pick(towns)}`,
          price: am(int(190, 900) * 1000, 'GBP'),
          name,
          phone: tel,
          email: mailOf(name),
          viewing: day.iso,
          message: pick([
            'Is the garden shared? We have a dog.',
            'We could come on any weekday after five.',
            'Please send the floor plan before we visit.',
            'Are there any plans to build across the road?',
          ]),
        };
      return {
        fields: r,
        subject: `Viewing request: ${r.property}`,
        body: `<html><body><p>Good news! Somebody would like to see <b>${r.property}</b> (£${money(r.price.value).slice(0, -3)}).</p><p><b>Name:</b> ${name} | <b>Phone:</b> ${spaced(tel)} | <b>Email:</b> ${r.email} | <b>Preferred day:</b> ${day.w} ${long(day)}</p><p><i>${r.message}</i></p><p>Reply to this mail to answer them directly.</p></body></html>`,
        marks: {
          property: { text: r.property, n: 1 },
          price: `£${money(r.price.value).slice(0, -3)}`,
          name: { text: name, n: 1 },
          phone: spaced(tel),
          email: { text: r.email, n: 1 },
          viewing: `${day.w} ${long(day)}`,
          message: { text: r.message, n: 1 },
        },
      };
    },
  },
  // groceries that were packed: what was replaced by what, in pairs; the rest as a count; the window below
  'x06-groceries': {
    kind: 'list',
    html: true,
    fields: { order: T('text'), from: T('time'), to: T('time'), packed: T('integer'), total: T('amount') },
    items: { wanted: T('text'), instead: T('text'), price: T('amount') },
    make() {
      const items = some(
          ['Oat milk 1 l', 'Brown rice 500 g', 'Red onions', 'Salted butter', 'Rye bread', 'Green tea, 40 bags'],
          int(2, 4),
        ).map((wanted) => ({
          wanted,
          instead: pick([
            'Soya milk 1 l',
            'Basmati rice 1 kg',
            'White onions',
            'Unsalted butter',
            'Spelt bread',
            'Black tea',
          ]),
          price: am(cents(1, 9), 'GBP'),
        })),
        hour = int(8, 19),
        r = {
          order: `${int(1000, 9999)}-${int(1000, 9999)}`,
          from: `${pad(hour)}:00`,
          to: `${pad(hour + 1)}:00`,
          packed: int(12, 60),
          total: am(cents(40, 160), 'GBP'),
        };
      return {
        fields: r,
        items,
        subject: `Order ${r.order} is packed`,
        body: page(
          `<tr><td><p>Your order <b>${r.order}</b> is packed and arrives between ${r.from} - ${r.to}.</p><h3>We had to replace</h3>${items.map((x) => `<table width="100%"><tr><td><s>${x.wanted}</s></td></tr><tr><td>→ ${x.instead}</td><td align="right">£${money(x.price.value)}</td></tr></table>`).join('')}<p>All other ${r.packed} items are as you ordered them.</p><p>To pay: <b>£${money(r.total.value)}</b></p></td></tr>`,
        ),
        marks: {
          order: { text: r.order, n: 1 },
          from: { text: r.from, last: 'between' },
          to: { text: r.to, last: ' - ' },
          packed: { text: String(r.packed), last: 'other' },
          total: { text: `£${money(r.total.value)}`, last: 'To pay:' },
        },
        im: (x) => ({ wanted: x.wanted, instead: x.instead, price: `£${money(x.price.value)}` }),
      };
    },
  },
  // a ship's report as sent by radio: capitals, letters before each line, latitude and longitude
  'x07-noon': {
    kind: 'template',
    fields: {
      vessel: T('text'),
      at: T('text'),
      position: T('text'),
      course: T('integer'),
      speed: T('number', { unit: 'KN' }),
      fuel: T('number', { unit: 'MT' }),
      port: T('text'),
      eta: T('text'),
    },
    make() {
      const day = date(),
        r = {
          vessel: pick(['MV KITTIWAKE', 'MV NORTHERN TERN', 'MT SELWYN', 'MV MARSH ROSE']),
          at: `${pad(day.d)}1200Z ${months[day.m].slice(0, 3).toUpperCase()} 26`,
          position: `${int(48, 61)}-${pad(int(0, 59))}N ${pad(int(1, 12), 3)}-${pad(int(0, 59))}W`,
          course: int(10, 359),
          speed: int(80, 160) / 10,
          fuel: int(1500, 9000) / 10,
          port: pick(['GANNET BAY', 'PORT SELWYN', 'KIRKHOLM', 'OSTSTRAND']),
          eta: `${pad(int(1, 28))}${pad(int(0, 23))}00LT`,
        };
      return {
        fields: r,
        subject: `NOON REPORT ${r.vessel}`,
        body: `NOON REPORT\n\nA. VESSEL: ${r.vessel}\nB. DATE/TIME: ${r.at}\nC. POSITION: ${r.position}\nD. COURSE: ${pad(r.course, 3)}\nE. AVG SPEED: ${r.speed.toFixed(1)} KN\nF. FUEL ROB: ${r.fuel.toFixed(1)} MT\nG. NEXT PORT: ${r.port}\nH. ETA: ${r.eta}\n\nBEST REGARDS\nMASTER\n`,
        marks: {
          vessel: { text: r.vessel, n: 1 },
          at: { text: r.at, n: 1 },
          position: { text: r.position, n: 1 },
          speed: `${r.speed.toFixed(1)} KN`,
          fuel: `${r.fuel.toFixed(1)} MT`,
          port: { text: r.port, last: 'PORT:' },
          eta: { text: r.eta, last: 'ETA:' },
        },
      };
    },
  },
  // invoices that nobody paid, in Italian: a table in plain text with a bar between, a sum, an account to pay to
  'x08-sollecito': {
    kind: 'list',
    locale: 'it-IT',
    fields: { customer: T('text'), total: T('amount'), by: T('date'), iban: T('text') },
    items: { invoice: T('text'), day: T('date'), amount: T('amount'), late: T('integer') },
    make() {
      const by = date(),
        it = (d) => `${d.d} ${itmonths[d.m]} ${d.y}`,
        items = Array.from({ length: int(2, 4) }, () => ({
          invoice: `FT-${int(100, 999)}/26`,
          d: date(),
          amount: am(cents(50, 3000), 'EUR'),
          late: int(5, 90),
        })).map(({ d, ...x }) => ({ ...x, day: d.iso, dotted: short(d) })),
        r = {
          customer: pick(['Nautica Cardoso S.r.l.', 'Vele del Nord', 'Porto Selwyn S.p.A.', 'Cantiere Quist']),
          total: am(round(items.reduce((sum, x) => sum + x.amount.value, 0)), 'EUR'),
          by: by.iso,
          iban: `IT${int(10, 99)}X${int(10000, 99999)}${int(10000, 99999)}${int(100000, 999999)}${int(100000, 999999)}`,
        };
      return {
        fields: r,
        items: items.map(({ dotted, ...x }) => x),
        subject: `Sollecito di pagamento - ${r.customer}`,
        body: `Spett.le ${r.customer},\n\ndai nostri controlli risultano non ancora pagate le seguenti fatture:\n\nFattura    | Data       | Importo     | Giorni di ritardo\n-----------|------------|-------------|------------------\n${items.map((x) => `${x.invoice} | ${x.dotted} | ${`${eur(x.amount.value)} €`.padEnd(11)} | ${x.late}`).join('\n')}\n\nTotale dovuto: ${eur(r.total.value)} €\n\nVi preghiamo di provvedere entro il ${it(by)} con bonifico sull'IBAN ${r.iban}.\n\nCordiali saluti\nUfficio contabilità\n`,
        marks: {
          customer: { text: r.customer, n: 1 },
          total: { text: `${eur(r.total.value)} €`, last: 'Totale dovuto:' },
          by: it(by),
          iban: { text: r.iban, n: 1 },
        },
        im: ({ invoice, day, amount, late }) => ({
          invoice,
          day: `${day.slice(8)}/${day.slice(5, 7)}/${day.slice(0, 4)}`,
          amount: `${eur(amount.value)} €`,
          late: String(late),
        }),
      };
    },
  },
  // a meeting that was moved: what was, struck through, and what is; who comes, with their answers
  'x09-moved': {
    kind: 'list',
    html: true,
    fields: { title: T('text'), when: T('datetime'), room: T('text'), host: T('text') },
    items: { guest: T('text'), answer: T('text') },
    make() {
      const [was, is] = [date(), date()],
        [oldAt, at] = [time(), time()],
        items = Array.from({ length: int(2, 5) }, () => ({
          guest: person(),
          answer: pick(['accepted', 'declined', 'tentative', 'no answer']),
        })),
        r = {
          title: pick(['Winter mooring plan', 'Crane safety', 'Budget review', 'Regatta committee']),
          when: `${is.iso}T${at}`,
          room: pick(['Chart room', 'Upper office', 'Boat shed 2', 'Online']),
          host: person(),
        };
      return {
        fields: r,
        items,
        subject: `Moved: ${r.title}`,
        body: `<html><body><h3>${r.title}</h3><p>${r.host} has moved this meeting.</p><p>When: <s>${was.w} ${long(was)}, ${oldAt}</s> <b>${is.w} ${long(is)}, ${at}</b><br>Where: ${r.room}</p><p>Guests</p><ul>${items.map((x) => `<li>${x.guest} - <em>${x.answer}</em></li>`).join('')}</ul></body></html>`,
        marks: {
          title: { text: r.title, n: 1 },
          host: { text: r.host, n: 1 },
          when: `${is.w} ${long(is)}, ${at}`,
          room: { text: r.room, last: 'Where:' },
        },
        im: (x) => ({ guest: x.guest, answer: x.answer }),
      };
    },
  },
  // who comes on the night boat: numbered lines with a name, a cabin and what they eat, counts above
  'x10-manifest': {
    kind: 'list',
    fields: { sailing: T('text'), day: T('date'), passengers: T('integer'), vehicles: T('integer') },
    items: { name: T('text'), cabin: T('text'), meal: T('text') },
    make() {
      const day = date(),
        items = Array.from({ length: int(3, 6) }, () => ({
          name: person(),
          cabin: `${pick(['A', 'B', 'C'])}${int(101, 340)}`,
          meal: seldom(pick(['vegetarian', 'no nuts', 'vegan', 'no dairy'])),
        })),
        r = {
          sailing: `${letters(2)}${int(100, 999)}`,
          day: day.iso,
          passengers: items.length,
          vehicles: int(0, 30),
        };
      return {
        fields: r,
        items,
        subject: `Manifest ${r.sailing}`,
        body: `Sailing ${r.sailing} on ${long(day)}\nPassengers: ${r.passengers}   Vehicles: ${r.vehicles}\n\n${items.map((x, i) => `${i + 1}) ${x.name}, cabin ${x.cabin}${x.meal ? ` (${x.meal})` : ''}`).join('\n')}\n\nPlease report changes before noon.\n`,
        marks: {
          sailing: { text: r.sailing, n: 1 },
          day: { text: long(day), n: 1 },
          passengers: { text: String(r.passengers), last: 'Passengers:' },
          vehicles: { text: String(r.vehicles), last: 'Vehicles:' },
        },
        im: (x) => ({ name: x.name, cabin: x.cabin, meal: x.meal }),
      };
    },
  },
  // the month of a meter that counts what one uses: big figures in boxes with their words below them
  'x11-usage': {
    kind: 'template',
    html: true,
    fields: {
      project: T('text'),
      month: T('text'),
      calls: T('integer'),
      errors: T('integer'),
      storage: T('number', { unit: 'GB' }),
      cost: T('amount'),
      share: T('number', { unit: '%' }),
    },
    make() {
      const r = {
          project: pick(['tide-tables', 'berth-api', 'chart-tiles', 'log-book']),
          month: `${pick(months)} 2026`,
          calls: int(10000, 990000),
          errors: int(0, 900),
          storage: int(10, 900) / 10,
          cost: am(cents(5, 400), 'EUR'),
          share: int(10, 100),
        },
        box = (v, k) =>
          `<td style="text-align:center;padding:16px"><div style="font-size:28px">${v}</div><div style="color:#888">${k}</div></td>`;
      return {
        fields: r,
        subject: `Usage of ${r.project} in ${r.month}`,
        body: page(
          `<tr><td><h2>Your usage in ${r.month}</h2><p>Project: <code>${r.project}</code></p><table><tr>${box(r.calls.toLocaleString('en-GB'), 'API calls')}${box(r.errors, 'errors')}${box(`${r.storage.toFixed(1)} GB`, 'stored')}</tr></table><p>You have used ${r.share}% of your plan. The cost so far is €${money(r.cost.value)}.</p></td></tr>`,
        ),
        marks: {
          project: { text: r.project, n: 1 },
          month: { text: r.month, n: 1 },
          calls: r.calls.toLocaleString('en-GB'),
          storage: `${r.storage.toFixed(1)} GB`,
          cost: `€${money(r.cost.value)}`,
          share: { text: `${r.share}%`, n: 1 },
        },
      };
    },
  },
  // a repair that is done, in Dutch: a letter with its reference lines at the top, what was done in sentences, a sum
  'x12-reparatie': {
    kind: 'template',
    locale: 'nl-NL',
    fields: {
      reference: T('text'),
      customer: T('text'),
      device: T('text'),
      ready: T('date'),
      labour: T('amount'),
      parts: T('amount'),
      total: T('amount'),
      warranty: T('text'),
    },
    make() {
      const ready = date(),
        [labour, parts] = [cents(30, 200), cents(5, 150)],
        nl = (d) => `${d.d} ${nmonths[d.m]} ${d.y}`,
        r = {
          reference: `R${int(10000, 99999)}`,
          customer: person(),
          device: pick(['Buitenboordmotor 4 pk', 'Marifoon', 'Elektrische lier', 'Koelkast 40 l']),
          ready: ready.iso,
          labour: am(labour, 'EUR'),
          parts: am(parts, 'EUR'),
          total: am(round(labour + parts), 'EUR'),
          warranty: pick(['3 maanden', '6 maanden', '1 jaar']),
        };
      return {
        fields: r,
        subject: `Uw reparatie ${r.reference} is klaar`,
        body: `Betreft:    reparatie ${r.reference}\nApparaat:   ${r.device}\nGereed op:  ${nl(ready)}\n\nBeste ${r.customer},\n\nUw apparaat is gerepareerd en kan worden opgehaald. De kosten zijn als volgt:\n\nArbeidsloon   € ${eur(labour)}\nOnderdelen    € ${eur(parts)}\n              --------\nTotaal        € ${eur(r.total.value)}\n\nOp deze reparatie geven wij ${r.warranty} garantie. U vindt ons aan de ${pick(['Kade', 'Werf', 'Sluis'])} 4.\n\nMet vriendelijke groet,\nDe werkplaats\n`,
        marks: {
          reference: { text: r.reference, n: 1 },
          device: { text: r.device, n: 1 },
          ready: nl(ready),
          labour: `€ ${eur(labour)}`,
          parts: `€ ${eur(parts)}`,
          total: { text: `€ ${eur(r.total.value)}`, last: 'Totaal' },
          warranty: { text: r.warranty, n: 1 },
        },
      };
    },
  },
};
