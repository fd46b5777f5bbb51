// Eighteen more, each with what it says, as fields and items, and what a person would mark in it.
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
  mailOf,
  maybe,
  money,
  months,
  pad,
  page,
  person,
  pick,
  short,
  some,
  streets,
  T,
  time,
  towns,
} from './kit.mjs';

const goods = [
  'Rope 10 mm',
  'Shackle, steel',
  'Fender (blue)',
  'Deck brush',
  'Bilge pump',
  'Signal flags, set',
  'Oilskin jacket',
  'Anchor chain',
];

export const kinds = {
  // a calendar invitation as text: a span of time in one line, the people in a list at its end
  'h01-invitation': {
    kind: 'list',
    fields: {
      title: T('text'),
      starts: T('datetime'),
      ends: T('time'),
      where: T('text'),
      organiser: T('text'),
    },
    items: { guest: T('text'), email: T('email') },
    make() {
      const d = date(),
        h = int(8, 16),
        r = {
          title: pick(['Berth planning', 'Crane inspection', 'Winter timetable', 'Safety round', 'Budget']),
          starts: `${d.iso}T${pad(h)}:00`,
          ends: `${pad(h + int(1, 2))}:30`,
          where: pick(['Room 2, Harbour Office', 'Pier 4', 'Meeting room North', 'Dock hall']),
          organiser: person(),
        },
        guests = some(firsts, int(2, 5)).map((first) => `${first} ${pick(lasts)}`);
      return {
        fields: r,
        items: guests.map((guest) => ({ guest, email: mailOf(guest) })),
        subject: `Invitation: ${r.title}`,
        body: `You have been invited to the following event.\n\nTitle: ${r.title}\nWhen: ${d.w} ${long(d)} ${pad(h)}:00 – ${r.ends}\nWhere: ${r.where}\nOrganiser: ${r.organiser}\n\nGuests:\n${guests.map((guest) => `  * ${guest} <${mailOf(guest)}>`).join('\n')}\n\nReply to this mail to accept or decline.\n`,
        marks: { starts: `${long(d)} ${pad(h)}:00`, ends: { text: r.ends, last: '–' } },
        im: (x) => ({ guest: x.guest, email: x.email }),
      };
    },
  },
  // a build's steps in a table with signs for how they went, spans of time in words
  'h02-build': {
    kind: 'table',
    html: true,
    fields: { build: T('integer'), project: T('text'), branch: T('text'), commit: T('text'), author: T('text') },
    items: { step: T('text'), state: T('text'), took: T('text') },
    make() {
      const r = {
          build: int(100, 9999),
          project: pick(['harbour-app', 'tide-tables', 'gate-control', 'berth-map']),
          branch: pick(['main', 'fix/login', 'release-4', 'wip-charts']),
          commit: some([...'0123456789abcdef'], 8).join(''),
          author: person(),
        },
        items = ['check out', 'install', 'lint', 'unit tests', 'package'].slice(0, int(2, 5)).map((step) => ({
          step,
          state: pick(['passed', 'passed', 'failed', 'skipped']),
          took: `${int(0, 4)}m ${int(1, 59)}s`,
        }));
      return {
        fields: r,
        items,
        subject: `[${r.project}] build ${r.build} failed`,
        body: page(
          `<tr><td style="background:#c33;color:#fff;padding:12px"><h1>✖ Build #${r.build} failed</h1></td></tr><tr><td><table><tr><td><b>Project</b></td><td>${r.project}</td></tr><tr><td><b>Branch</b></td><td><code>${r.branch}</code></td></tr><tr><td><b>Commit</b></td><td><a href="https://kind.example/c/${r.commit}"><code>${r.commit}</code></a></td></tr><tr><td><b>Author</b></td><td>${r.author}</td></tr></table><h3>Steps</h3><table class="steps">${items.map((x) => `<tr><td>${x.state === 'passed' ? '✔' : x.state === 'failed' ? '✖' : '–'}</td><td>${x.step}</td><td>${x.state}</td><td align="right">${x.took}</td></tr>`).join('')}</table><p><a class="btn" href="https://kind.example/b/${r.build}">View the log</a></p></td></tr>`,
        ),
        marks: { build: { text: String(r.build), n: 1 } },
        im: (x) => ({ step: x.step, state: x.state, took: x.took }),
      };
    },
  },
  // an account's week: money out and money in in columns of their own, balances around them
  'h03-statement': {
    kind: 'table',
    html: true,
    fields: { account: T('text'), opening: T('amount'), closing: T('amount') },
    items: { day: T('date'), details: T('text'), out: T('amount'), in: T('amount'), balance: T('amount') },
    make() {
      let now = cents(500, 3000);
      const opening = now,
        items = Array.from({ length: int(3, 7) }, (_, i) => {
          const sum = cents(5, 300),
            isOut = i === 0 || (i !== 1 && maybe(0.6));
          now = Math.round((now + (isOut ? -sum : sum)) * 100) / 100;
          return {
            day: date().iso,
            details: pick(['Card payment', 'Harbour dues', 'Transfer in', 'Chandlery', 'Refund', 'Fuel berth']),
            out: isOut ? am(sum, 'EUR') : null,
            in: isOut ? null : am(sum, 'EUR'),
            balance: am(now, 'EUR'),
          };
        }),
        r = { account: `…${int(1000, 9999)}`, opening: am(opening, 'EUR'), closing: am(now, 'EUR') },
        cell = (sum) => (sum ? `€${money(sum.value)}` : '');
      return {
        fields: r,
        items,
        subject: 'Your weekly statement',
        body: page(
          `<tr><td><p>Dear customer,</p><p>here is the past week on your account <b>${r.account}</b>.</p><table><thead><tr><th>Date</th><th>Details</th><th>Money out</th><th>Money in</th><th>Balance</th></tr></thead><tbody><tr><td></td><td>Opening balance</td><td></td><td></td><td>${cell(r.opening)}</td></tr>${items.map((x) => `<tr><td>${x.day.slice(8)}/${x.day.slice(5, 7)}/2026</td><td>${x.details}</td><td>${cell(x.out)}</td><td>${cell(x.in)}</td><td>${cell(x.balance)}</td></tr>`).join('')}<tr><td></td><td><b>Closing balance</b></td><td></td><td></td><td><b>${cell(r.closing)}</b></td></tr></tbody></table></td></tr>`,
        ),
        marks: {
          opening: { text: cell(r.opening), n: 1 },
          closing: { text: cell(r.closing), last: 'Closing balance' },
        },
        im: (x) => ({
          day: `${x.day.slice(8)}/${x.day.slice(5, 7)}/2026`,
          details: x.details,
          out: x.out && cell(x.out),
          in: x.in && cell(x.in),
          balance: cell(x.balance),
        }),
      };
    },
  },
  // vacancies in tables of their own: a linked title, employer and place in one line, pay in the next
  'h04-vacancies': {
    kind: 'list',
    html: true,
    fields: { search: T('text') },
    items: {
      title: T('text'),
      employer: T('text'),
      place: T('text'),
      pay_from: T('amount'),
      pay_to: T('amount'),
      link: T('url'),
    },
    make() {
      const items = Array.from({ length: int(2, 6) }, () => ({
          title: pick(['Crane operator', 'Deckhand (m/f)', 'Harbour pilot', 'Yard clerk, part time', 'Diver']),
          employer: pick(['Selwyn Docks', 'Thornby Marine', 'Aldwick Ferries', 'Tarn Salvage']),
          place: pick(towns),
          pay_from: am(int(22, 39) * 1000, 'GBP'),
          pay_to: am(int(40, 60) * 1000, 'GBP'),
          link: `https://kind.example/job/${int(1000, 99999)}`,
        })),
        r = { search: pick(['harbour', 'crane', 'ferry crew']) },
        pay = (sum) => `£${sum.value / 1000},000`;
      return {
        fields: r,
        items,
        subject: `${items.length} new jobs for “${r.search}”`,
        body: page(
          `<tr><td><h2>${items.length} new jobs for “${r.search}”</h2></td></tr>${items.map((x) => `<tr><td style="padding:12px;border:1px solid #ddd"><table width="100%"><tr><td><a href="${x.link}" style="font-size:16px"><b>${x.title}</b></a></td></tr><tr><td>${x.employer} – ${x.place}</td></tr><tr><td style="color:#060">${pay(x.pay_from)} – ${pay(x.pay_to)} a year</td></tr></table></td></tr>`).join('')}<tr><td><a href="https://kind.example/all">See all jobs</a></td></tr>`,
        ),
        marks: { search: { text: r.search, n: 1 } },
        im: (x) => ({
          title: x.title,
          employer: x.employer,
          place: x.place,
          pay_from: pay(x.pay_from),
          pay_to: pay(x.pay_to),
          link: { text: x.title, attr: 'href' },
        }),
      };
    },
  },
  // a slot for a delivery: values in bold in the midst of sentences
  'h05-slot': {
    kind: 'template',
    html: true,
    fields: {
      order: T('text'),
      day: T('date'),
      from: T('time'),
      to: T('time'),
      driver: T('text'),
      parcels: T('integer'),
      pin: T('text'),
    },
    make() {
      const d = date(),
        h = int(7, 17),
        r = {
          order: `${int(100, 999)}-${int(10000, 99999)}`,
          day: d.iso,
          from: `${pad(h)}:15`,
          to: `${pad(h + 2)}:15`,
          driver: pick(firsts),
          parcels: int(2, 9),
          pin: `${int(1000, 9999)}`,
        };
      return {
        fields: r,
        subject: `We're on our way`,
        body: page(
          `<tr><td><p>Good news! Your order <b>${r.order}</b> is on its way.</p><p>${r.driver} will deliver your <b>${r.parcels}</b> parcels on <b>${d.w} ${long(d)}</b> between <b>${r.from}</b> and <b>${r.to}</b>.</p><p>Please tell the driver this PIN: <span style="font-size:24px">${r.pin}</span></p><p>Not at home? <a href="https://kind.example/change">Change the day</a></p></td></tr>`,
        ),
        marks: {
          day: long(d),
          parcels: { text: String(r.parcels), last: 'deliver your' },
          pin: { text: r.pin, last: 'PIN:' },
          from: { text: r.from, n: 1 },
          to: { text: r.to, n: 1 },
        },
      };
    },
  },
  // a survey: each question in words, the answer below it, marks out of five
  'h06-survey': {
    kind: 'template',
    html: true,
    fields: { ticket: T('text'), rating: T('integer'), solved: T('text'), comment: T('text'), by: T('text') },
    make() {
      const r = {
        ticket: `HD-${int(1000, 9999)}`,
        rating: int(1, 5),
        solved: pick(['Yes', 'No', 'In part']),
        comment: pick([
          'Quick and friendly.',
          'It took three calls until somebody knew the answer.',
          'All fine, thanks!',
          'The new pump is louder than the old one.',
        ]),
        by: person(),
      };
      return {
        fields: r,
        subject: `Survey answered for ${r.ticket}`,
        body: `<html><body><div>A customer has answered the survey for ticket <a href="https://kind.example/t">${r.ticket}</a>.</div><div class="q"><div><strong>How satisfied are you with our service?</strong></div><div>${r.rating} / 5</div></div><div class="q"><div><strong>Has your problem been solved?</strong></div><div>${r.solved}</div></div><div class="q"><div><strong>Anything you want to tell us?</strong></div><div>${r.comment}</div></div><div>Answered by ${r.by}</div></body></html>`,
        marks: { rating: { text: String(r.rating), last: 'service?' } },
      };
    },
  },
  // laboratory figures in a text grid, a star where a limit is passed
  'h07-assay': {
    kind: 'table',
    fields: { sample: T('text'), taken: T('date') },
    items: { parameter: T('text'), result: T('number'), unit: T('text'), limit: T('number') },
    make() {
      const d = date(),
        items = some(['Nitrate', 'Lead', 'Copper', 'Chloride', 'Iron', 'Ammonium'], int(3, 6)).map((parameter) => ({
          parameter,
          result: int(1, 900) / 100,
          unit: pick(['mg/l', 'µg/l']),
          limit: int(1, 50),
        })),
        r = { sample: `W-${int(100, 999)}/26`, taken: d.iso },
        line = (a, b, c, e) => `${a.padEnd(14)}${b.padStart(9)}  ${c.padEnd(8)}${e.padStart(7)}`;
      return {
        fields: r,
        items,
        subject: `Results for ${r.sample}`,
        body: `LABORATORY REPORT\n\nSample no. ....: ${r.sample}\nTaken on ......: ${dot(d)}\n\n${line('Parameter', 'Result', 'Unit', 'Limit')}\n${'-'.repeat(40)}\n${items.map((x) => line(x.parameter, x.result.toFixed(2), x.unit, String(x.limit)) + (x.result > x.limit ? ' *' : '')).join('\n')}\n${'-'.repeat(40)}\n* limit exceeded\n`,
        marks: { taken: dot(d) },
        im: (x) => ({ parameter: x.parameter, result: x.result.toFixed(2), unit: x.unit, limit: String(x.limit) }),
      };
    },
  },
  // Danish, headings of rows in th, sums with kr.
  'h08-booking': {
    kind: 'template',
    html: true,
    locale: 'da-DK',
    fields: {
      nummer: T('text'),
      navn: T('text'),
      ankomst: T('date'),
      afrejse: T('date'),
      plads: T('text'),
      laengde: T('number'),
      pris: T('amount'),
    },
    make() {
      const a = date(),
        b = date(),
        r = {
          nummer: `B${int(10000, 99999)}`,
          navn: person(),
          ankomst: a.iso,
          afrejse: b.iso,
          plads: `${pick(['A', 'B', 'C'])}${int(1, 40)}`,
          laengde: int(60, 149) / 10,
          pris: am(cents(200, 2500), 'DKK'),
        };
      return {
        fields: r,
        subject: `Bekræftelse på din booking`,
        body: page(
          `<tr><td><p>Hej ${r.navn.split(' ')[0]}</p><p>Tak for din booking. Vi glæder os til at se dig.</p><table class="info"><tr><th align="left">Bookingnummer</th><td>${r.nummer}</td></tr><tr><th align="left">Navn</th><td>${r.navn}</td></tr><tr><th align="left">Ankomst</th><td>${a.d}. ${['januar', 'februar', 'marts', 'april', 'maj', 'juni', 'juli', 'august', 'september', 'oktober', 'november', 'december'][a.m]} 2026</td></tr><tr><th align="left">Afrejse</th><td>${b.d}. ${['januar', 'februar', 'marts', 'april', 'maj', 'juni', 'juli', 'august', 'september', 'oktober', 'november', 'december'][b.m]} 2026</td></tr><tr><th align="left">Plads</th><td>${r.plads}</td></tr><tr><th align="left">Bådens længde</th><td>${String(r.laengde).replace('.', ',')} m</td></tr><tr><th align="left">Pris i alt</th><td>kr. ${eur(r.pris.value)}</td></tr></table><p>Med venlig hilsen<br>Havnekontoret</p></td></tr>`,
        ),
        marks: {
          navn: { text: r.navn, n: 1 },
          ankomst: {
            text: `${a.d}. ${['januar', 'februar', 'marts', 'april', 'maj', 'juni', 'juli', 'august', 'september', 'oktober', 'november', 'december'][a.m]} 2026`,
            n: 1,
          },
          afrejse: {
            text: `${b.d}. ${['januar', 'februar', 'marts', 'april', 'maj', 'juni', 'juli', 'august', 'september', 'oktober', 'november', 'december'][b.m]} 2026`,
            last: 'Afrejse',
          },
          laengde: { text: String(r.laengde).replace('.', ','), last: 'længde' },
          pris: `kr. ${eur(r.pris.value)}`,
        },
      };
    },
  },
  // stock that runs out: a bullet an article, number and name, what is left and what there should be
  'h09-stock': {
    kind: 'list',
    fields: { store: T('text') },
    items: { sku: T('text'), name: T('text'), left: T('integer'), min: T('integer') },
    make() {
      const items = some(goods, int(2, 6)).map((name) => ({
          sku: `SKU-${int(1000, 9999)}`,
          name,
          left: int(0, 9),
          min: int(10, 40),
        })),
        store = pick(['Quay store', 'North shed', 'Van 3']);
      return {
        fields: { store },
        items,
        subject: 'Low stock',
        body: `Hello,\n\nthe following articles are running low in ${store}:\n\n${items.map((x) => `• ${x.sku} — ${x.name}: ${x.left} left (minimum ${x.min})`).join('\n')}\n\nPlease reorder soon.\n`,
        marks: { store: { text: store, n: 1 } },
        im: (x) => ({ sku: x.sku, name: x.name, left: null, min: null }),
      };
    },
  },
  // Portuguese, all of it in sentences
  'h10-fatura': {
    kind: 'template',
    locale: 'pt-PT',
    fields: { fatura: T('text'), cliente: T('text'), valor: T('amount'), vence: T('date'), referencia: T('text') },
    make() {
      const d = date(),
        r = {
          fatura: `FT ${int(2020, 2026)}/${int(100, 9999)}`,
          cliente: person(),
          valor: am(cents(20, 3000), 'EUR'),
          vence: d.iso,
          referencia: `${int(100, 999)} ${int(100, 999)} ${int(100, 999)}`,
        };
      return {
        fields: r,
        subject: 'A sua fatura está disponível',
        body: `Estimado(a) ${r.cliente},\n\nInformamos que a fatura n.º ${r.fatura}, no valor de ${eur(r.valor.value)} €, vence no dia ${short(d)}.\n\nPode pagar por multibanco com a referência ${r.referencia}.\n\nCom os melhores cumprimentos,\nServiço de clientes\n`,
        marks: { valor: `${eur(r.valor.value)} €`, vence: short(d), cliente: { text: r.cliente, n: 1 } },
      };
    },
  },
  // pairs in spans of one line each, no separator but the style
  'h11-viewing': {
    kind: 'template',
    html: true,
    fields: {
      object: T('text'),
      name: T('text'),
      phone: T('phone'),
      email: T('email'),
      persons: T('integer'),
      wish: T('text'),
    },
    make() {
      const n = person(),
        r = {
          object: `OB-${int(1000, 9999)}`,
          name: n,
          phone: `+4420${int(10000000, 99999999)}`,
          email: mailOf(n),
          persons: int(1, 6),
          wish: pick([
            'Can we see it on Saturday?',
            'We have a dog. Is that a problem?',
            'Is the mooring included in the rent?',
          ]),
        },
        row = (k, v) =>
          `<div class="row"><span style="display:inline-block;width:140px;color:#777">${k}</span><span>${v}</span></div>`;
      return {
        fields: r,
        subject: `Viewing request for ${r.object}`,
        body: `<html><body><div class="box"><p>Somebody wants to see your object.</p>${row('Object no.', r.object)}${row('Name', r.name)}${row('Phone', r.phone.replace(/^(.44)(..)(....)(....)$/, '$1 $2 $3 $4'))}${row('E-mail', `<a href="mailto:${r.email}">${r.email}</a>`)}${row('Persons', r.persons)}<div class="row"><span style="color:#777">Their message</span><br><i>${r.wish}</i></div></div><p>Answer soon: the quicker, the better.</p></body></html>`,
        marks: {
          name: { text: n, n: 1 },
          phone: r.phone.replace(/^(.44)(..)(....)(....)$/, '$1 $2 $3 $4'),
          persons: { text: String(r.persons), last: 'Persons' },
          email: { text: r.email, last: 'E-mail' },
        },
      };
    },
  },
  // a table without headings
  'h12-list': {
    kind: 'table',
    html: true,
    fields: { trip: T('text'), day: T('date') },
    items: { name: T('text'), email: T('email'), seats: T('integer') },
    make() {
      const d = date(),
        items = some(firsts, int(2, 6))
          .map((first) => `${first} ${pick(lasts)}`)
          .map((name) => ({ name, email: mailOf(name), seats: int(1, 6) })),
        r = { trip: pick(['Seal island', 'Lighthouse tour', 'Evening sail']), day: d.iso };
      return {
        fields: r,
        items,
        subject: `Passengers: ${r.trip}`,
        body: `<html><body><h3>Passengers for ${r.trip}</h3><p>Departure: ${d.iso}</p><table border="1">${items.map((x) => `<tr><td>${x.name}</td><td><a href="mailto:${x.email}">${x.email}</a></td><td>${x.seats}</td></tr>`).join('')}</table><p>Total: ${items.reduce((sum, x) => sum + x.seats, 0)} seats</p></body></html>`,
        marks: { trip: { text: r.trip, n: 1 }, day: d.iso },
        im: (x) => ({ name: x.name, email: x.email, seats: null }),
      };
    },
  },
  // an order: number of pieces before the article, two addresses side by side
  'h13-order': {
    kind: 'list',
    html: true,
    fields: {
      order: T('text'),
      placed: T('date'),
      delivery: T('amount'),
      total: T('amount'),
      bill_to: T('text'),
      ship_to: T('text'),
    },
    items: { pieces: T('integer'), article: T('text'), price: T('amount') },
    make() {
      const d = date(),
        items = some(goods, int(2, 5)).map((article) => ({
          pieces: int(1, 9),
          article,
          price: am(cents(4, 120), 'GBP'),
        })),
        fee = am(cents(3, 9), 'GBP'),
        address = () => `${person()}\n${int(1, 99)} ${pick(streets)}\n${pick(towns)}`,
        r = {
          order: `${int(10000, 99999)}`,
          placed: d.iso,
          delivery: fee,
          total: am(Math.round((items.reduce((sum, x) => sum + x.price.value, 0) + fee.value) * 100) / 100, 'GBP'),
          bill_to: address(),
          ship_to: address(),
        };
      return {
        fields: r,
        items,
        subject: `Order #${r.order} confirmed`,
        body: page(
          `<tr><td><h1>Thank you for your order!</h1><p>Order #${r.order}, placed on ${long(d)}</p><ul>${items.map((x) => `<li>${x.pieces} × ${x.article} — £${money(x.price.value)}</li>`).join('')}</ul><p>Delivery: £${money(fee.value)}<br><b>Total: £${money(r.total.value)}</b></p><table><tr><td><b>Billing address</b><br>${r.bill_to.replaceAll('\n', '<br>')}</td><td><b>Delivery address</b><br>${r.ship_to.replaceAll('\n', '<br>')}</td></tr></table></td></tr>`,
        ),
        marks: {
          placed: long(d),
          delivery: { text: `£${money(fee.value)}`, last: 'Delivery:' },
          total: { text: `£${money(r.total.value)}`, last: 'Total:' },
        },
        im: (x) => ({ pieces: null, article: x.article, price: null }),
      };
    },
  },
  // a ship's report: groups parted by slashes
  'h14-position': {
    kind: 'template',
    fields: {
      vessel: T('text'),
      at: T('datetime'),
      position: T('text'),
      speed: T('number'),
      course: T('integer'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          vessel: pick(['MV Fulmar', 'MV Sandpiper', 'FV Guillemot', 'SV Kittiwake']),
          at: `${d.iso}T${t}`,
          position: `${int(50, 58)}.${int(1000, 9999)}N / 00${int(1, 9)}.${int(1000, 9999)}E`,
          speed: int(10, 180) / 10,
          course: int(10, 350),
        };
      return {
        fields: r,
        subject: `Report ${r.vessel}`,
        body: `VESSEL ${r.vessel}\nTIME ${d.iso} ${t}\nPOS ${r.position}\nSPD ${r.speed.toFixed(1)} KN / CRS ${pad(r.course, 3)}\nEND\n`,
        marks: {
          at: `${d.iso} ${t}`,
          vessel: { text: r.vessel, n: 1 },
          speed: { text: r.speed.toFixed(1), last: 'SPD' },
          course: { text: pad(r.course, 3), last: 'CRS' },
        },
      };
    },
  },
  // what a program made of bold words when it wrote plain text: stars around the labels
  'h15-enquiry': {
    kind: 'template',
    fields: {
      name: T('text'),
      company: T('text'),
      phone: T('phone'),
      budget: T('amount'),
      start: T('date'),
      message: T('text'),
    },
    make() {
      const d = date(),
        r = {
          name: person(),
          company: pick(['Selwyn Docks', 'Thornby Marine', 'Aldwick Ferries', 'Tarn Salvage']),
          phone: `+4420${int(10000000, 99999999)}`,
          budget: am(int(5, 90) * 100, 'GBP'),
          start: d.iso,
          message: pick([
            'We need two moorings for the winter.\nPlease call after five.',
            'Could you send us an offer?',
            'Our old crane has to go.\nWhen could you come?\nThe gate is open until six.',
          ]),
        };
      return {
        fields: r,
        subject: 'New enquiry',
        body: `*New enquiry*\n\n*Name:* ${r.name}\n*Company:* ${r.company}\n*Phone:* ${r.phone.replace(/^(.44)(..)(....)(....)$/, '$1 $2 $3 $4')}\n*Budget:* £${money(r.budget.value)}\n*Start:* ${long(d)}\n*Message:*\n${r.message}\n\n--\nSent from the form at https://kind.example/enquire\n`,
        marks: {
          phone: r.phone.replace(/^(.44)(..)(....)(....)$/, '$1 $2 $3 $4'),
          budget: `£${money(r.budget.value)}`,
          start: long(d),
        },
      };
    },
  },
  // French, pairs with a rule between the records
  'h16-entretiens': {
    kind: 'list',
    html: true,
    locale: 'fr-FR',
    fields: { semaine: T('integer') },
    items: { bateau: T('text'), date: T('date'), travaux: T('text'), duree: T('number') },
    make() {
      const fr = [
          'janvier',
          'février',
          'mars',
          'avril',
          'mai',
          'juin',
          'juillet',
          'août',
          'septembre',
          'octobre',
          'novembre',
          'décembre',
        ],
        items = Array.from({ length: int(2, 5) }, () => {
          const d = date();
          return {
            bateau: pick(['Le Cormoran', 'Sterne', 'Petrel II', 'La Mouette']),
            date: d.iso,
            travaux: pick(['vidange', 'carénage', 'révision du moteur', 'peinture de coque']),
            duree: int(1, 6),
          };
        }),
        day = (iso) => `${Number(iso.slice(8))} ${fr[Number(iso.slice(5, 7)) - 1]} 2026`;
      return {
        fields: { semaine: int(30, 52) },
        get subject() {
          return `Entretiens de la semaine ${this.fields.semaine}`;
        },
        items,
        get body() {
          return `<html><body><h2>Entretiens prévus, semaine ${this.fields.semaine}</h2>${items.map((x) => `<p><b>Bateau :</b> ${x.bateau}<br><b>Date :</b> ${day(x.date)}<br><b>Travaux :</b> ${x.travaux}<br><b>Durée :</b> ${x.duree} h</p>`).join('<hr>')}<p>Bonne semaine !</p></body></html>`;
        },
        get marks() {
          return { semaine: { text: String(this.fields.semaine), n: 1 } };
        },
        im: (x) => ({ bateau: x.bateau, date: day(x.date), travaux: x.travaux, duree: null }),
      };
    },
  },
  // Italian, capitals as headings, the value in the next line behind a dash; day and time in one
  'h17-ritiro': {
    kind: 'template',
    locale: 'it-IT',
    fields: {
      pratica: T('text'),
      mittente: T('text'),
      indirizzo: T('text'),
      ritiro: T('datetime'),
      colli: T('integer'),
      peso: T('number'),
      contrassegno: T('amount'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          pratica: `${int(100, 999)}/${int(1000, 9999)}`,
          mittente: person(),
          indirizzo: `Via del Porto ${int(1, 99)}, ${pick(['Oststrand', 'Kirkholm', 'Marsh End'])}`,
          ritiro: `${d.iso}T${t}`,
          colli: int(1, 12),
          peso: int(10, 900) / 10,
          contrassegno: am(cents(5, 400), 'EUR'),
        };
      return {
        fields: r,
        subject: `Ritiro prenotato: pratica ${r.pratica}`,
        body: `Gentile cliente,\n\nil ritiro è stato prenotato.\n\nPRATICA\n- ${r.pratica}\nMITTENTE\n- ${r.mittente}\nINDIRIZZO\n- ${r.indirizzo}\nDATA E ORA\n- ${short(d)} ore ${t}\nCOLLI\n- ${r.colli}\nPESO TOTALE\n- ${String(r.peso).replace('.', ',')} kg\nCONTRASSEGNO\n- ${eur(r.contrassegno.value)} €\n\nCordiali saluti\nUfficio spedizioni\n`,
        marks: {
          pratica: { text: r.pratica, n: 1 },
          ritiro: `${short(d)} ore ${t}`,
          colli: { text: String(r.colli), last: 'COLLI\n-' },
          peso: { text: String(r.peso).replace('.', ','), last: 'PESO TOTALE\n-' },
          contrassegno: `${eur(r.contrassegno.value)} €`,
        },
      };
    },
  },
  // an alarm: a coloured word, facts in two columns of two, the last measurements in a table
  'h18-alarm': {
    kind: 'table',
    html: true,
    fields: {
      severity: T('text'),
      sensor: T('text'),
      site: T('text'),
      since: T('datetime'),
      threshold: T('number'),
    },
    items: { at: T('time'), value: T('number') },
    make() {
      const d = date(),
        t = time(),
        r = {
          severity: pick(['CRITICAL', 'WARNING', 'CLEARED']),
          sensor: `TMP-${int(10, 99)}`,
          site: pick(towns),
          since: `${d.iso}T${t}`,
          threshold: int(2, 12),
        },
        items = Array.from({ length: int(3, 6) }, () => ({ at: time(), value: int(20, 190) / 10 }));
      return {
        fields: r,
        items,
        subject: `${r.severity}: ${r.sensor}`,
        body: page(
          `<tr><td><span style="background:#d00;color:#fff;padding:2px 6px">${r.severity}</span></td></tr><tr><td><table width="100%"><tr><td width="50%"><small>Sensor</small><br>${r.sensor}</td><td><small>Site</small><br>${r.site}</td></tr><tr><td><small>Since</small><br>${d.d} ${months[d.m]} 2026, ${t}</td><td><small>Threshold</small><br>${r.threshold}.0 °C</td></tr></table></td></tr><tr><td><h4>Last measurements</h4><table><tr><th>Time</th><th>Value</th></tr>${items.map((x) => `<tr><td>${x.at}</td><td>${x.value.toFixed(1)} °C</td></tr>`).join('')}</table></td></tr>`,
        ),
        marks: {
          severity: { text: r.severity, n: 1 },
          since: `${d.d} ${months[d.m]} 2026, ${t}`,
          threshold: { text: `${r.threshold}.0`, last: 'Threshold' },
        },
        im: (x) => ({ at: x.at, value: x.value.toFixed(1) }),
      };
    },
  },
};
