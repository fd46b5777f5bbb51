// Twelve more, as portals, banks, shops and machines send them every day; written down before anybody looked at what becomes of them.
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

const times = (n, make) => Array.from({ length: n }, make);
const fmonths = 'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' ');
const imonths = 'gennaio febbraio marzo aprile maggio giugno luglio agosto settembre ottobre novembre dicembre'.split(
  ' ',
);

export const kinds = {
  // a parcel is on its way: facts in a grid of boxes, goods with a picture each
  'd01-parcel': {
    kind: 'template',
    html: true,
    fields: { order: T('text'), tracking: T('text'), carrier: T('text'), expected: T('date'), address: T('text') },
    items: { what: T('text'), quantity: T('integer') },
    make() {
      const d = date(),
        name = person(),
        r = {
          order: `#${int(10000, 99999)}`,
          tracking: `GX${int(100000000, 999999999)}NL`,
          carrier: pick(['Gull Post', 'Redsail Express', 'Harbour Couriers']),
          expected: d.iso,
          address: `${name}\n${int(1, 99)} ${pick(streets)}\n${pick(towns)}`,
        },
        items = some(['Rope 10 mm', 'Brass lamp', 'Sea boots', 'Chart 12', 'Deck brush'], int(2, 4)).map((what) => ({
          what,
          quantity: int(1, 5),
        })),
        box = (label, value) =>
          `<td style="padding:10px"><div style="font-size:11px;color:#888;text-transform:uppercase">${label}</div><div style="font-size:15px">${value}</div></td>`;
      return {
        fields: r,
        items,
        subject: `Your order ${r.order} is on its way`,
        body: page(
          `<tr><td><h1>Good news, it is on its way!</h1><p>Hello ${name.split(' ')[0]}, your order <b>${r.order}</b> left our warehouse today.</p><table width="100%" style="background:#f6f6f6"><tr>${box('Tracking number', r.tracking)}${box('Carrier', r.carrier)}</tr><tr>${box('Expected on', long(d))}${box('Deliver to', r.address.replaceAll('\n', '<br>'))}</tr></table><p><a class="btn" href="https://kind.example/t/${r.tracking}">Follow your parcel</a></p><h3>In this parcel</h3><table>${items.map((x) => `<tr><td><img src="cid:${int(1, 99)}" width="48" alt=""></td><td>${x.what}</td><td>× ${x.quantity}</td></tr>`).join('')}</table></td></tr>`,
        ),
        marks: { order: { text: r.order, n: 1 }, expected: long(d) },
        im: (x) => ({ what: x.what, quantity: String(x.quantity) }),
      };
    },
  },
  // a machine warns, with stars around its labels
  'd02-warning': {
    kind: 'template',
    fields: {
      host: T('text'),
      check: T('text'),
      state: T('text'),
      value: T('number', { unit: '%' }),
      limit: T('number', { unit: '%' }),
      since: T('datetime'),
      runbook: T('url'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          host: `${pick(['db', 'web', 'mail'])}-${int(1, 20)}.petrel.example`,
          check: pick(['disk usage', 'memory', 'cpu load', 'inode usage']),
          state: pick(['WARNING', 'CRITICAL', 'RESOLVED']),
          value: int(40, 100),
          limit: pick([80, 85, 90]),
          since: `${d.iso}T${t}`,
          runbook: `https://wiki.petrel.example/runbooks/${int(10, 99)}`,
        };
      return {
        fields: r,
        subject: `[${r.state}] ${r.check} on ${r.host}`,
        body: `**Host:** ${r.host}\n**Check:** ${r.check}\n**State:** ${r.state}\n**Value:** ${r.value} % (limit ${r.limit} %)\n**Since:** ${d.iso} ${t}\n\nRunbook: ${r.runbook}\n\nYou can silence this check for an hour by replying "ack".\n`,
        marks: {
          host: { text: r.host, n: 1 },
          check: { text: r.check, n: 1 },
          state: { text: r.state, n: 1 },
          value: `${r.value} %`,
          limit: { text: `${r.limit} %`, last: 'limit ' },
          since: `${d.iso} ${t}`,
        },
      };
    },
  },
  // somebody applies for a post, in German
  'd03-bewerbung': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: {
      post: T('text'),
      number: T('text'),
      name: T('text'),
      email: T('email'),
      phone: T('phone'),
      from: T('date'),
      wish: T('amount'),
    },
    make() {
      const d = date(),
        name = person(),
        r = {
          post: pick(['Hafenmeister (m/w/d)', 'Bootsbauer', 'Sachbearbeitung Liegeplätze', 'Koch / Köchin']),
          number: `ST-${int(100, 999)}`,
          name,
          email: mailOf(name),
          phone: phone(),
          from: d.iso,
          wish: am(int(28, 60) * 1000, 'EUR'),
        };
      return {
        fields: r,
        subject: `Neue Bewerbung: ${r.post}`,
        body: `<html><body><p>Guten Tag,</p><p>es ist eine neue Bewerbung eingegangen.</p><p><strong>Stelle</strong>: ${r.post}<br><strong>Kennziffer</strong>: ${r.number}</p><p><strong>Name</strong>: ${r.name}<br><strong>E-Mail</strong>: <a href="mailto:${r.email}">${r.email}</a><br><strong>Telefon</strong>: ${spaced(r.phone)}<br><strong>Frühester Eintritt</strong>: ${d.d}. ${dmonths[d.m]} ${d.y}<br><strong>Gehaltswunsch</strong>: ${eur(r.wish.value).replace(',00', '')} € brutto im Jahr</p><p>Die Unterlagen finden Sie im <a href="https://kind.example/b/${int(1000, 9999)}">Bewerberportal</a>.</p></body></html>`,
        marks: {
          post: { text: r.post, n: 1 },
          name: { text: r.name, n: 1 },
          email: { text: r.email, n: 1 },
          phone: spaced(r.phone),
          from: `${d.d}. ${dmonths[d.m]} ${d.y}`,
          wish: `${eur(r.wish.value).replace(',00', '')} €`,
        },
      };
    },
  },
  // money came in: the sum in large letters, a sentence, a table of facts
  'd04-incoming': {
    kind: 'template',
    html: true,
    fields: {
      amount: T('amount'),
      from: T('text'),
      date: T('date'),
      account: T('text'),
      reference: T('text'),
      balance: T('amount'),
    },
    make() {
      const d = date(),
        r = {
          amount: am(cents(20, 900), 'GBP'),
          from: pick(['Tarn Books', 'Redsail Charter', 'Puffin Catering', 'Mole Supplies']),
          date: d.iso,
          account: `${int(10, 99)}-${int(10, 99)}-${int(10, 99)} ${int(10000000, 99999999)}`,
          reference: pick(['RENT', 'INV', 'DEPOSIT']) + int(100, 999),
          balance: am(cents(1000, 9000), 'GBP'),
        },
        row = (a, b) => `<tr><td style="color:#777">${a}</td><td align="right">${b}</td></tr>`;
      return {
        fields: r,
        subject: `You have received £${money(r.amount.value)}`,
        body: page(
          `<tr><td align="center"><p style="font-size:34px">+£${money(r.amount.value)}</p><p>You have received money from <b>${r.from}</b>.</p></td></tr><tr><td><table width="100%">${row('Date', short(d))}${row('To account', r.account)}${row('Reference', r.reference)}${row('New balance', `£${money(r.balance.value)}`)}</table></td></tr>`,
        ),
        marks: {
          amount: { text: `£${money(r.amount.value)}`, n: 1 },
          from: { text: r.from, n: 1 },
          date: short(d),
          balance: { text: `£${money(r.balance.value)}`, last: 'New balance' },
        },
      };
    },
  },
  // a room is booked, in Italian: a table in parts with a title each
  'd05-camera': {
    kind: 'template',
    html: true,
    locale: 'it-IT',
    fields: {
      code: T('text'),
      guest: T('text'),
      country: T('text'),
      arrival: T('date'),
      departure: T('date'),
      nights: T('integer'),
      room: T('text'),
      total: T('amount'),
      fee: T('amount'),
    },
    make() {
      const d = date(),
        n = int(1, 9),
        e = new Date(Date.parse(d.iso) + n * 86400000),
        total = cents(80, 1200),
        r = {
          code: String(int(1000000000, 3999999999)),
          guest: person(),
          country: pick(['Germania', 'Paesi Bassi', 'Francia', 'Danimarca']),
          arrival: d.iso,
          departure: e.toISOString().slice(0, 10),
          nights: n,
          room: pick(['Doppia con balcone', 'Singola', 'Suite Faro', 'Tripla']),
          total: am(total, 'EUR'),
          fee: am(round(total * 0.15), 'EUR'),
        },
        said = (x) => `${x.getUTCDate()} ${imonths[x.getUTCMonth()]} ${x.getUTCFullYear()}`,
        head = (a) => `<tr><td colspan="2" style="background:#024;color:#fff">${a}</td></tr>`,
        row = (a, b) => `<tr><td>${a}:</td><td>${b}</td></tr>`;
      return {
        fields: r,
        subject: `Nuova prenotazione ${r.code}`,
        body: page(
          `<tr><td><p>Gentile partner,</p><p>ha ricevuto una nuova prenotazione.</p><table width="100%">${head('Prenotazione')}${row('Codice', r.code)}${head('Ospite')}${row('Nome', r.guest)}${row('Paese', r.country)}${head('Soggiorno')}${row('Arrivo', said(new Date(d.iso)))}${row('Partenza', said(e))}${row('Notti', n)}${row('Camera', r.room)}${head('Importi')}${row('Totale', `€ ${eur(total)}`)}${row('Commissione', `€ ${eur(r.fee.value)}`)}</table></td></tr>`,
        ),
        marks: {
          code: { text: r.code, n: 1 },
          arrival: said(new Date(d.iso)),
          departure: said(e),
          nights: { text: String(n), last: 'Notti:' },
          total: `€ ${eur(total)}`,
          fee: `€ ${eur(r.fee.value)}`,
        },
      };
    },
  },
  // who comes to a course: a numbered list, labels after the name
  'd06-guests': {
    kind: 'template',
    fields: { course: T('text'), day: T('date'), places: T('integer') },
    items: { name: T('text'), email: T('email'), ticket: T('text'), diet: T('text') },
    make() {
      const d = date(),
        items = times(int(2, 5), () => {
          const name = person();
          return {
            name,
            email: mailOf(name),
            ticket: pick(['Adult', 'Child', 'Member']),
            diet: pick(['none', 'vegan', 'no nuts']),
          };
        }),
        r = {
          course: pick(['Knots and splices', 'First aid afloat', 'Night sailing']),
          day: d.iso,
          places: int(0, 12),
        };
      return {
        fields: r,
        items,
        subject: `Participants: ${r.course}`,
        body: `Course: ${r.course}\nDate: ${long(d)}\nPlaces left: ${r.places}\n\nParticipants\n\n${items.map((x, i) => `${i + 1}. ${x.name} <${x.email}>\n   Ticket: ${x.ticket}\n   Diet: ${x.diet}`).join('\n')}\n\nPlease print this list.\n`,
        marks: { course: { text: r.course, n: 1 }, day: long(d), places: { text: String(r.places), last: 'left: ' } },
        im: (x) => ({ ...x }),
      };
    },
  },
  // the day of a shop: figures with dots, and what sold best
  'd07-day': {
    kind: 'template',
    fields: {
      shop: T('text'),
      day: T('date'),
      turnover: T('amount'),
      receipts: T('integer'),
      average: T('amount'),
      returns: T('amount'),
    },
    items: { what: T('text'), sold: T('integer'), amount: T('amount') },
    make() {
      const d = date(),
        receipts = int(20, 200),
        turnover = cents(300, 5000),
        items = some(['Rope', 'Gloves', 'Oilskins', 'Lamp oil', 'Charts', 'Paint'], 3).map((what) => ({
          what,
          sold: int(1, 40),
          amount: am(cents(5, 400), 'GBP'),
        })),
        r = {
          shop: pick(['Quayside Stores', 'The Chandlery', 'Mole Kiosk']),
          day: d.iso,
          turnover: am(turnover, 'GBP'),
          receipts,
          average: am(round(turnover / receipts), 'GBP'),
          returns: am(cents(0, 90), 'GBP'),
        };
      return {
        fields: r,
        items,
        subject: `Daily report ${r.shop} ${short(d)}`,
        body: `DAILY REPORT\n${r.shop}, ${long(d)}\n\nTurnover ........ £${money(turnover)}\nReceipts ........ ${receipts}\nAverage ......... £${money(r.average.value)}\nReturns ......... £${money(r.returns.value)}\n\nBest sellers\n${items.map((x, i) => `${i + 1}) ${x.what} - ${x.sold} sold - £${money(x.amount.value)}`).join('\n')}\n\nGenerated by the till at 23:05.\n`,
        marks: {
          shop: { text: r.shop, n: 1 },
          day: { text: long(d), n: 1 },
          turnover: { text: `£${money(turnover)}`, n: 1 },
          receipts: { text: String(receipts), last: 'Receipts ........ ' },
          average: { text: `£${money(r.average.value)}`, last: 'Average ......... ' },
          returns: { text: `£${money(r.returns.value)}`, last: 'Returns ......... ' },
        },
        im: (x) => ({ what: x.what, sold: String(x.sold), amount: `£${money(x.amount.value)}` }),
      };
    },
  },
  // a ticket goes on: who asked, what it was and is, and what somebody wrote
  'd08-ticket': {
    kind: 'template',
    html: true,
    fields: {
      ticket: T('text'),
      title: T('text'),
      requester: T('text'),
      priority: T('text'),
      was: T('text'),
      is: T('text'),
      author: T('text'),
      comment: T('text'),
    },
    make() {
      const r = {
        ticket: String(int(10000, 99999)),
        title: pick(['Printer in the chart room', 'No heating in hut 4', 'Gate card does not work', 'Login fails']),
        requester: person(),
        priority: pick(['Low', 'Normal', 'High', 'Urgent']),
        was: pick(['New', 'Open']),
        is: pick(['Pending', 'Solved', 'On hold']),
        author: person(),
        comment: pick(['We have ordered a new one.', 'Please try again now.', 'Somebody will come by tomorrow.']),
      };
      return {
        fields: r,
        subject: `[Ticket ${r.ticket}] ${r.title}`,
        body: page(
          `<tr><td><p style="color:#999">Ticket ${r.ticket} was updated</p><h2>${r.title}</h2><table><tr><td><b>Requester</b></td><td>${r.requester}</td></tr><tr><td><b>Priority</b></td><td>${r.priority}</td></tr><tr><td><b>Status</b></td><td>${r.was} → ${r.is}</td></tr></table><div style="border-left:3px solid #ccc;padding-left:10px"><p><b>${r.author}</b> wrote:</p><p>${r.comment}</p></div><p><a class="btn" href="https://kind.example/tickets/${r.ticket}">Open ticket</a></p></td></tr>`,
        ),
        marks: {
          ticket: { text: r.ticket, n: 1 },
          title: { text: r.title, n: 1 },
          was: { text: r.was, last: 'Status\n' },
          is: { text: r.is, last: '→ ' },
          author: { text: r.author, last: r.is },
        },
      };
    },
  },
  // a bill was not paid, in French: prose
  'd09-relance': {
    kind: 'template',
    locale: 'fr-FR',
    fields: {
      customer: T('text'),
      invoice: T('text'),
      amount: T('amount'),
      due: T('date'),
      fee: T('amount'),
      until: T('date'),
    },
    make() {
      const [d, e] = [date(), date()],
        said = (x) => `${x.d} ${fmonths[x.m]} ${x.y}`,
        r = {
          customer: person(),
          invoice: `F2026-${int(100, 999)}`,
          amount: am(cents(50, 2000), 'EUR'),
          due: d.iso,
          fee: am(pick([10, 15, 40]), 'EUR'),
          until: e.iso,
        };
      return {
        fields: r,
        subject: `Relance : facture ${r.invoice}`,
        body: `Bonjour ${r.customer},\n\nSauf erreur de notre part, la facture n° ${r.invoice} d'un montant de ${eur(r.amount.value)} € est échue depuis le ${said(d)}.\n\nNous vous remercions de la régler avant le ${said(e)}. Passé cette date, des frais de ${eur(r.fee.value)} € seront ajoutés.\n\nCordialement,\nLe service comptable\n`,
        marks: {
          customer: { text: r.customer, n: 1 },
          invoice: { text: r.invoice, n: 1 },
          amount: `${eur(r.amount.value)} €`,
          due: said(d),
          until: said(e),
          fee: { text: `${eur(r.fee.value)} €`, last: 'frais de ' },
        },
      };
    },
  },
  // what is to be seen when: times with places, a line each
  'd10-viewings': {
    kind: 'template',
    fields: { agent: T('text'), day: T('date'), car: T('text') },
    items: { at: T('time'), address: T('text'), client: T('text'), phone: T('phone') },
    make() {
      const d = date(),
        items = times(int(2, 5), (_, i) => ({
          at: `${pad(9 + i * 2)}:${pick(['00', '15', '30'])}`,
          address: `${int(1, 99)} ${pick(streets)}`,
          client: person(),
          phone: phone(),
        })),
        r = {
          agent: person(),
          day: d.iso,
          car: `${pick(['AB', 'KX', 'LN'])}${int(10, 72)} ${pick(['TRN', 'QYS', 'MLE'])}`,
        };
      return {
        fields: r,
        items,
        subject: `Your viewings on ${long(d)}`,
        body: `Hi ${r.agent},\n\nhere are your viewings for ${d.w} ${long(d)}. You have car ${r.car}.\n\n${items.map((x) => `${x.at}  ${x.address}, with ${x.client} (${spaced(x.phone)})`).join('\n')}\n\nDrive safely\nThe office\n`,
        marks: { agent: { text: r.agent, n: 1 }, day: { text: long(d), n: 1 } },
        im: (x) => ({ at: x.at, address: x.address, client: x.client, phone: spaced(x.phone) }),
      };
    },
  },
  // a kitchen orders, in Portuguese: how much of what, and remarks in brackets
  'd11-encomenda': {
    kind: 'template',
    locale: 'pt-PT',
    fields: { kitchen: T('text'), number: T('integer'), deliver: T('date'), contact: T('text') },
    items: { quantity: T('number'), unit: T('text'), what: T('text') },
    make() {
      const d = date(),
        items = some(
          ['Farinha de trigo', 'Batata nova', 'Azeite', 'Sal grosso', 'Cebola roxa', 'Leite'],
          int(3, 5),
        ).map((what) => ({ quantity: int(1, 60), unit: pick(['kg', 'l', 'cx', 'un']), what })),
        r = {
          kitchen: pick(['Cantina Norte', 'Bar do Cais', 'Refeitório']),
          number: int(100, 999),
          deliver: d.iso,
          contact: person(),
        };
      return {
        fields: r,
        items,
        subject: `Encomenda ${r.number} - ${r.kitchen}`,
        body: `Boa tarde,\n\nSegue a encomenda n.º ${r.number} da cozinha ${r.kitchen}, para entrega em ${short(d)}:\n\n${items.map((x) => `${String(x.quantity).padStart(3)} ${x.unit.padEnd(3)} ${x.what}`).join('\n')}\n\nContacto no local: ${r.contact}\n\nObrigado\n`,
        marks: {
          number: { text: String(r.number), n: 1 },
          kitchen: { text: r.kitchen, n: 1 },
          deliver: short(d),
        },
        im: (x) => ({ quantity: String(x.quantity), unit: x.unit, what: x.what }),
      };
    },
  },
  // a program’s record: keys with what belongs to them further in
  'd12-record': {
    kind: 'template',
    fields: {
      id: T('integer'),
      status: T('text'),
      name: T('text'),
      email: T('email'),
      street: T('text'),
      town: T('text'),
      total: T('amount'),
    },
    make() {
      const name = person(),
        r = {
          id: int(1000, 9999),
          status: pick(['paid', 'open', 'cancelled']),
          name,
          email: mailOf(name),
          street: `${int(1, 99)} ${pick(streets)}`,
          town: pick(towns),
          total: am(cents(10, 500), 'EUR'),
        };
      return {
        fields: r,
        subject: `order.updated ${r.id}`,
        body: `order:\n  id: ${r.id}\n  status: ${r.status}\ncustomer:\n  name: ${r.name}\n  email: ${r.email}\n  address:\n    street: ${r.street}\n    town: ${r.town}\ntotal: ${r.total.value.toFixed(2)} EUR\n`,
        marks: {
          id: { text: String(r.id), n: 1 },
          email: { text: r.email, n: 1 },
          total: `${r.total.value.toFixed(2)} EUR`,
        },
      };
    },
  },
};
