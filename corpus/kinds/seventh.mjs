// Ten more, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dmonths,
  eur,
  firsts,
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
  // German, an enquiry of a form: labels in a definition list, several lines of words, a button
  'm01-anfrage': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: {
      name: T('text'),
      firma: T('text'),
      mail: T('email'),
      telefon: T('phone'),
      wunsch: T('date'),
      nachricht: T('text'),
    },
    make() {
      const d = date(),
        n = person(),
        r = {
          name: n,
          firma: pick(['Seilerei Oststrand GmbH', 'Bootsbau Tarn', 'Segel Kirkholm KG']),
          mail: mailOf(n),
          telefon: `+4930${int(1000000, 9999999)}`,
          wunsch: d.iso,
          nachricht: pick([
            'Wir brauchen drei Liegeplätze.\nGeht das?',
            'Bitte um ein Angebot für die Saison.',
            'Unser Mast ist gebrochen. Wer kann helfen?',
          ]),
        };
      return {
        fields: r,
        subject: `Neue Anfrage von ${r.name}`,
        body: page(
          `<tr><td><p>Sie haben eine neue Anfrage.</p><dl><dt>Name</dt><dd>${r.name}</dd><dt>Firma</dt><dd>${r.firma}</dd><dt>E-Mail</dt><dd><a href="mailto:${r.mail}">${r.mail}</a></dd><dt>Telefon</dt><dd>${r.telefon}</dd><dt>Wunschtermin</dt><dd>${d.d}. ${dmonths[d.m]} ${d.y}</dd><dt>Nachricht</dt><dd>${r.nachricht.replace('\n', '<br>')}</dd></dl><p><a class="btn" href="https://kind.example/antwort">Jetzt antworten</a></p></td></tr>`,
        ),
        marks: {
          name: { text: r.name, last: 'Name' },
          wunsch: `${d.d}. ${dmonths[d.m]} ${d.y}`,
        },
      };
    },
  },
  // a quotation in plain text: head with labels in two columns, items with wide gaps, sums to the right
  'm02-quotation': {
    kind: 'table',
    fields: {
      quote: T('text'),
      valid: T('date'),
      customer: T('text'),
      net: T('amount'),
      vat: T('amount'),
      total: T('amount'),
    },
    items: { description: T('text'), qty: T('integer'), each: T('amount'), amount: T('amount') },
    make() {
      const d = date(),
        items = some(
          ['Renew rigging', 'Antifouling, two coats', 'Lift out', 'Winter storage', 'Engine service'],
          int(2, 4),
        ).map((description) => {
          const qty = int(1, 5),
            each = cents(20, 400);
          return { description, qty, each: am(each, 'GBP'), amount: am(round(qty * each), 'GBP') };
        }),
        net = round(items.reduce((sum, x) => sum + x.amount.value, 0)),
        vat = round(net * 0.2),
        r = {
          quote: `Q-${int(1000, 9999)}`,
          valid: d.iso,
          customer: person(),
          net: am(net, 'GBP'),
          vat: am(vat, 'GBP'),
          total: am(round(net + vat), 'GBP'),
        },
        line = (a, b, c, e) => `${a.padEnd(28)}${String(b).padStart(5)}${c.padStart(12)}${e.padStart(12)}`;
      return {
        fields: r,
        items,
        subject: `Quotation ${r.quote}`,
        body: `GANNET BAY YARD\n\nQuotation no: ${r.quote.padEnd(20)}Valid until: ${short(d)}\nCustomer:     ${r.customer}\n\n${line('Description', 'Qty', 'Each', 'Amount')}\n${items.map((x) => line(x.description, x.qty, `£${money(x.each.value)}`, `£${money(x.amount.value)}`)).join('\n')}\n\n${''.padEnd(33)}${'Net'.padStart(12)}${`£${money(net)}`.padStart(12)}\n${''.padEnd(33)}${'VAT 20%'.padStart(12)}${`£${money(vat)}`.padStart(12)}\n${''.padEnd(33)}${'Total'.padStart(12)}${`£${money(r.total.value)}`.padStart(12)}\n\nThank you for asking us.\n`,
        marks: {
          quote: { text: r.quote, n: 1 },
          valid: short(d),
          customer: r.customer,
          net: { text: `£${money(net)}`, last: 'Net' },
          vat: { text: `£${money(vat)}`, last: 'VAT 20%' },
          total: { text: `£${money(r.total.value)}`, last: ' Total' },
        },
        im: (x) => ({ description: x.description, qty: null, each: `£${money(x.each.value)}`, amount: null }),
      };
    },
  },
  // a shared document: who did what, in one sentence, the name of it a link
  'm03-comment': {
    kind: 'template',
    html: true,
    fields: { who: T('text'), document: T('text'), page: T('integer'), comment: T('text') },
    make() {
      const r = {
        who: person(),
        document: pick(['Plan of the new pier', 'Berth list', 'Rules of the yard']),
        page: int(1, 40),
        comment: pick(['This must be wider.', 'Who has the drawing?', 'Please check the sums.']),
      };
      return {
        fields: r,
        subject: `${r.who} left a comment`,
        body: page(
          `<tr><td><p><b>${r.who}</b> left a comment on <a href="https://kind.example/d/${int(100, 999)}">${r.document}</a> (page ${r.page}):</p><blockquote>${r.comment}</blockquote><p><a class="btn" href="https://kind.example/open">Answer</a></p></td></tr>`,
        ),
        marks: { who: { text: r.who, n: 1 }, page: { text: String(r.page), last: '(page' } },
      };
    },
  },
  // courses with places left: a heading each, below it a table of two columns of its own
  'm04-courses': {
    kind: 'list',
    html: true,
    fields: { season: T('text') },
    items: { course: T('text'), begins: T('date'), teacher: T('text'), left: T('integer'), fee: T('amount') },
    make() {
      const items = some(['Knots and ropes', 'First sail', 'Radio licence', 'Charts', 'Engine basics'], int(2, 4)).map(
          (course) => {
            const d = date();
            return { course, begins: d.iso, teacher: person(), left: int(1, 12), fee: am(int(20, 300), 'GBP'), d };
          },
        ),
        r = { season: pick(['Autumn 2026', 'Winter 2026', 'Spring 2027']) },
        row = (k, v) => `<tr><td>${k}</td><td>${v}</td></tr>`;
      return {
        fields: r,
        items: items.map(({ d, ...item }) => item),
        subject: `Courses, ${r.season}`,
        body: page(
          `<tr><td><p>Our courses in <b>${r.season}</b>:</p>${items.map((x) => `<h3>${x.course}</h3><table>${row('Begins', long(x.d))}${row('Teacher', x.teacher)}${row('Places left', x.left)}${row('Fee', `£${x.fee.value}`)}</table>`).join('')}</td></tr>`,
        ),
        marks: { season: { text: r.season, n: 1 } },
        im: (x) => ({ course: x.course, begins: null, teacher: x.teacher, left: null, fee: `£${x.fee.value}` }),
      };
    },
  },
  // French, a delivery by lines: a dash, figures with units before the article
  'm05-livraison': {
    kind: 'list',
    locale: 'fr-FR',
    fields: { bon: T('text'), livraison: T('date'), client: T('text') },
    items: { quantite: T('number'), article: T('text'), prix: T('amount') },
    make() {
      const d = date(),
        items = some(['moules', 'bar de ligne', 'crevettes grises', 'huîtres', 'soles'], int(2, 5)).map((article) => ({
          quantite: int(2, 60) / 2,
          article,
          prix: am(cents(4, 60), 'EUR'),
        })),
        r = {
          bon: `BL${int(10000, 99999)}`,
          livraison: d.iso,
          client: pick(['Le Vieux Phare', 'Chez Odile', 'Brasserie du Quai']),
        };
      return {
        fields: r,
        items,
        subject: `Bon de livraison ${r.bon}`,
        body: `Bonjour,\n\nvoici le bon de livraison n° ${r.bon} pour ${r.client}.\nLivraison prévue le ${short(d)}.\n\n${items.map((x) => `- ${String(x.quantite).replace('.', ',')} kg ${x.article} à ${eur(x.prix.value)} € le kg`).join('\n')}\n\nMerci de votre confiance,\nLa Criée\n`,
        marks: { bon: { text: r.bon, n: 1 }, livraison: short(d), client: r.client },
        im: (x) => ({ quantite: null, article: x.article, prix: `${eur(x.prix.value)} €` }),
      };
    },
  },
  // somebody gave stars: a name, figures as stars, a date in grey, words below
  'm06-rating': {
    kind: 'template',
    html: true,
    fields: { guest: T('text'), stars: T('integer'), stay: T('date'), words: T('text') },
    make() {
      const d = date(),
        r = {
          guest: person(),
          stars: int(1, 5),
          stay: d.iso,
          words: pick(['Friendly people and clean showers.', 'Too loud at night.', 'We come again next year!']),
        };
      return {
        fields: r,
        subject: `New rating: ${r.stars} stars`,
        body: page(
          `<tr><td><h2>You have a new rating</h2><div class="box"><div><b>${r.guest}</b> <span style="color:#888">${long(d)}</span></div><div>${r.stars} of 5 stars</div><p>“${r.words}”</p></div><p><a href="https://kind.example/all">See all of them</a></p></td></tr>`,
        ),
        marks: {
          guest: { text: r.guest, n: 1 },
          stay: long(d),
          stars: { text: String(r.stars), last: long(d) },
        },
      };
    },
  },
  // a watch over ships: a table with a column of words, one of figures with units, one of a place
  'm07-positions': {
    kind: 'table',
    html: true,
    fields: { at: T('time'), area: T('text') },
    items: { vessel: T('text'), speed: T('number'), course: T('integer'), position: T('text') },
    make() {
      const items = some(['Sea Robin', 'Oystercatcher', 'Grey Heron', 'Annabel', 'Northern Tern'], int(2, 5)).map(
          (vessel) => ({
            vessel,
            speed: int(5, 220) / 10,
            course: int(0, 359),
            position: `${int(50, 58)}°${pad(int(0, 59))}'N ${pad(int(0, 9), 3)}°${pad(int(0, 59))}'W`,
          }),
        ),
        r = { at: time(), area: pick(['Outer roads', 'North channel', 'Bay']) };
      return {
        fields: r,
        items,
        subject: `Positions in ${r.area}`,
        body: `<html><body><p>Ships in the area <i>${r.area}</i> at ${r.at}:</p><table border="1"><tr bgcolor="#ccc"><td>Vessel</td><td>Speed</td><td>Course</td><td>Position</td></tr>${items.map((x) => `<tr><td>${x.vessel}</td><td>${x.speed} kn</td><td>${x.course}°</td><td>${x.position}</td></tr>`).join('')}</table></body></html>`,
        marks: { at: { text: r.at, n: 1 }, area: { text: r.area, n: 1 } },
        im: (x) => ({ vessel: x.vessel, speed: null, course: null, position: x.position }),
      };
    },
  },
  // a rota of the week: names behind days with a colon, several behind one
  'm08-rota': {
    kind: 'list',
    fields: { week: T('integer'), leader: T('text') },
    items: { day: T('date'), early: T('text'), late: T('text') },
    make() {
      const items = Array.from({ length: int(3, 5) }, () => {
          const d = date();
          return { day: d.iso, early: pick(firsts), late: pick(firsts), d };
        }),
        r = { week: int(1, 52), leader: person() };
      return {
        fields: r,
        items: items.map(({ d, ...item }) => item),
        subject: `Rota week ${r.week}`,
        body: `Rota for week ${r.week}\nShift leader: ${r.leader}\n\n${items.map((x) => `${x.d.w.slice(0, 3)} ${short(x.d)}: ${x.early} (early), ${x.late} (late)`).join('\n')}\n\nSwap among yourselves, but tell me.\n`,
        marks: { week: { text: String(r.week), n: 1 }, leader: r.leader },
        im: (x) => ({ day: null, early: x.early, late: x.late }),
      };
    },
  },
  // an alert of a device, all of it in labels with units in brackets
  'm09-tank': {
    kind: 'template',
    fields: {
      tank: T('text'),
      level: T('number'),
      temperature: T('number'),
      pressure: T('number'),
      measured: T('datetime'),
      state: T('text'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          tank: `T${int(1, 40)}`,
          level: int(1, 990) / 10,
          temperature: int(-50, 300) / 10,
          pressure: int(90, 160) / 100,
          measured: `${d.iso}T${t}`,
          state: pick(['normal', 'low', 'alarm']),
        };
      return {
        fields: r,
        subject: `Tank ${r.tank}: ${r.state}`,
        body: `Tank;${r.tank}\nLevel (%);${r.level}\nTemperature (°C);${r.temperature}\nPressure (bar);${r.pressure}\nMeasured;${d.iso} ${t}\nState;${r.state}\n`,
        marks: {
          tank: { text: r.tank, n: 1 },
          level: { text: String(r.level), last: 'Level (%);' },
          temperature: { text: String(r.temperature), last: '(°C);' },
          pressure: { text: String(r.pressure), last: '(bar);' },
          measured: `${d.iso} ${t}`,
          state: { text: r.state, last: 'State;' },
        },
      };
    },
  },
  // lost and found: cards with a picture to the left, in rows of a table, the label small above each value
  'm10-found': {
    kind: 'list',
    html: true,
    fields: { office: T('text') },
    items: { thing: T('text'), found_at: T('text'), found_on: T('date'), number: T('text') },
    make() {
      const items = some(['Blue umbrella', 'Life jacket', 'Pair of boots', 'Camera', 'Child’s hat'], int(2, 5)).map(
          (thing) => {
            const d = date();
            return { thing, found_at: pick(towns), found_on: d.iso, number: `F${int(1000, 9999)}`, d };
          },
        ),
        r = { office: pick(['Harbour office', 'Ferry desk', 'Club house']) };
      return {
        fields: r,
        items: items.map(({ d, ...item }) => item),
        subject: 'Lost and found, this week',
        body: page(
          `<tr><td><h2>Lost and found</h2><p>Ask for these at: <b>${r.office}</b></p></td></tr>${items.map((x) => `<tr><td><table><tr><td><img src="https://kind.example/${x.number}.jpg"></td><td><strong>${x.thing}</strong><br><small>Where</small> ${x.found_at}<br><small>When</small> ${long(x.d)}<br><small>Number</small> ${x.number}</td></tr></table></td></tr>`).join('')}`,
        ),
        marks: { office: { text: r.office, n: 1 } },
        im: (x) => ({ thing: x.thing, found_at: x.found_at, found_on: null, number: x.number }),
      };
    },
  },
};
