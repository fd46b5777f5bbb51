// Fifteen kinds of mail, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dmonths,
  dot,
  eur,
  firsts,
  int,
  lasts,
  long,
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
  wd,
} from './kit.mjs';

export const kinds = {
  // big number in the middle, label-over-value cells side by side, address of several lines
  'f01-parcel': {
    kind: 'template',
    html: true,
    fields: {
      tracking: T('text'),
      carrier: T('text'),
      due: T('date'),
      weight: T('number'),
      recipient: T('text'),
      pieces: T('integer'),
    },
    make() {
      const d = date(),
        r = {
          tracking: `KX${int(10000000, 99999999)}GB`,
          carrier: pick(['Northwind Freight', 'Parcel Otter', 'Blue Cart']),
          due: d.iso,
          weight: int(2, 220) / 10,
          recipient: `${person()}\n${int(1, 90)} ${pick(streets)}\n${pick(towns)}`,
          pieces: int(1, 6),
        };
      return {
        fields: r,
        subject: `Your parcel is on its way`,
        body: page(
          `<tr><td><h1>On its way!</h1><p>Hello, good news: we have handed your parcel to ${pick(['our driver', 'the depot', 'our partner'])}.</p></td></tr><tr><td align="center"><div class="h">Tracking number</div><div style="font-size:28px"><b>${r.tracking}</b></div><a class="btn" href="https://kind.example/t/${r.tracking}">Follow it</a></td></tr><tr><td><table width="100%"><tr><td><div class="h">Carrier</div><div><strong>${r.carrier}</strong></div></td><td><div class="h">Arrives</div><div><strong>${d.w}, ${long(d)}</strong></div></td></tr><tr><td><div class="h">Weight</div><div><strong>${r.weight.toFixed(1)} kg</strong></div></td><td><div class="h">Pieces</div><div><strong>${r.pieces}</strong></div></td></tr></table></td></tr><tr><td><div class="h">Delivered to</div><div><strong>${r.recipient.split('\n')[0]}</strong><br>${r.recipient.split('\n').slice(1).join('<br>')}</div></td></tr>`,
        ),
        marks: {
          due: `${d.w}, ${long(d)}`,
          weight: { text: r.weight.toFixed(1), last: 'Weight' },
          pieces: { text: String(r.pieces), last: 'Pieces' },
        },
      };
    },
  },
  // key=value pairs in one line below a headline
  'f02-alert': {
    kind: 'template',
    fields: {
      severity: T('text'),
      host: T('text'),
      metric: T('text'),
      value: T('number'),
      limit: T('number'),
      at: T('datetime'),
      owner: T('email'),
    },
    make() {
      const h = `${pick(['db', 'web', 'mq', 'lb'])}-${pad(int(1, 24))}.${pick(['east', 'west'])}`,
        d = date(),
        t = time(),
        r = {
          severity: pick(['CRITICAL', 'WARNING', 'OK']),
          host: h,
          metric: pick(['disk.used', 'cpu.load', 'mem.free', 'queue.depth']),
          value: int(10, 999) / 10,
          limit: int(50, 95),
          at: `${d.iso}T${t}`,
          owner: `${pick(['ops', 'dba', 'night'])}@gannetbay.example`,
        };
      return {
        fields: r,
        subject: `[${r.severity}] ${h}`,
        body: `*** ${r.severity} ***\n\nhost=${h} metric=${r.metric} value=${r.value} limit=${r.limit}\ntime=${d.iso} ${t}:00\nowner=${r.owner}\n\nRunbook: https://kind.example/runbooks/${r.metric}\n--\nsent by the watcher on mon-1\n`,
        marks: { at: `${d.iso} ${t}:00`, metric: { text: r.metric, n: 1 } },
      };
    },
  },
  // a form builder: label on a line, value below, blank line between
  'f03-form': {
    kind: 'template',
    fields: {
      name: T('text'),
      email: T('email'),
      phone: T('phone'),
      topic: T('text'),
      message: T('text'),
      page: T('url'),
    },
    make() {
      const n = person(),
        r = {
          name: n,
          email: `${n
            .toLowerCase()
            .normalize('NFD')
            .replace(/[^a-z]/g, '.')}@mail.example`,
          phone: `+4420794609${pad(int(0, 99))}`,
          topic: pick(['Moorings', 'Opening hours', 'Invoice query', 'Lost property', 'Volunteering']),
          message: some(
            [
              'I would like to know more about your offer.',
              'Could you call me back on Thursday?',
              'The gate at the north pier was shut when we arrived.',
              'We have two boats and a trailer.',
              'Thank you for your help last week.',
              'Is there a waiting list?',
            ],
            int(1, 3),
          ).join(pick([' ', '\n'])),
          page: `https://gannetbay.example/${pick(['contact', 'berths/ask', 'events/form'])}`,
        };
      return {
        fields: r,
        subject: `New submission: ${r.topic}`,
        body: `You have a new submission.\n\nYour name\n${r.name}\n\nE-mail address\n${r.email}\n\nPhone\n${r.phone.replace(/^\+44(\d\d)(\d{4})(\d{4})$/, '+44 $1 $2 $3')}\n\nWhat is it about?\n${r.topic}\n\nMessage\n${r.message}\n\n---\nDate: ${long(date())}\nPage: ${r.page}\nPowered by the form on our site\n`,
        marks: { phone: r.phone.replace(/^\+44(\d\d)(\d{4})(\d{4})$/, '+44 $1 $2 $3') },
      };
    },
  },
  // grid of a heading row and a value row, then item table with totals
  'f04-invoice': {
    kind: 'table',
    html: true,
    fields: { number: T('text'), issued: T('date'), due: T('date'), total: T('amount') },
    items: { item: T('text'), qty: T('integer'), unit: T('amount'), amount: T('amount') },
    make(_i) {
      const d = date(),
        e = date(),
        items = some(
          [
            'Mooring rope 12 mm',
            'Fender, medium',
            'Antifouling 2.5 l',
            'Shackle set',
            'Bilge pump',
            'Deck brush',
            'Navigation lamp',
          ],
          int(1, 5),
        ).map((item) => {
          const qty = int(1, 9),
            unit = cents(3, 120);
          return { item, qty, unit: am(unit, 'GBP'), amount: am(Math.round(qty * unit * 100) / 100, 'GBP') };
        }),
        net = items.reduce((a, x) => a + x.amount.value, 0),
        vat = Math.round(net * 20) / 100,
        total = Math.round((net + vat) * 100) / 100;
      const r = { number: `INV-${d.y}-${pad(int(1, 9999), 4)}`, issued: d.iso, due: e.iso, total: am(total, 'GBP') },
        g = (x) => `£${money(x.value ?? x)}`;
      return {
        fields: r,
        items,
        subject: `Invoice ${r.number}`,
        body: page(
          `<tr><td><p>Dear customer,</p><p>please find your invoice below.</p><table border="1"><tr><th>Invoice no.</th><th>Issued</th><th>Payable by</th><th>Total</th></tr><tr><td>${r.number}</td><td>${short(d)}</td><td>${short(e)}</td><td>${g(total)}</td></tr></table><br><table border="1"><thead><tr><th align="left">Description</th><th>Qty</th><th>Unit price</th><th>Amount</th></tr></thead><tbody>${items.map((x) => `<tr><td>${x.item}</td><td align="right">${x.qty}</td><td align="right">${g(x.unit)}</td><td align="right">${g(x.amount)}</td></tr>`).join('')}<tr><td colspan="3" align="right">Net</td><td align="right">${g(net)}</td></tr><tr><td colspan="3" align="right">VAT 20 %</td><td align="right">${g(vat)}</td></tr><tr><td colspan="3" align="right"><b>Total</b></td><td align="right"><b>${g(total)}</b></td></tr></tbody></table></td></tr>`,
        ),
        marks: {
          issued: { text: short(d), n: 1 },
          due: { text: short(e), n: d.iso === e.iso ? 2 : 1 },
          total: { text: g(total), n: 1 },
          number: { text: r.number, n: 1 },
        },
        im: (x) => ({ item: x.item, qty: null, unit: g(x.unit), amount: g(x.amount) }),
      };
    },
  },
  // German dl list
  'f05-zimmer': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: {
      code: T('text'),
      guest: T('text'),
      arrival: T('date'),
      departure: T('date'),
      room: T('text'),
      adults: T('integer'),
      price: T('amount'),
    },
    make() {
      const a = date(),
        b = date(),
        r = {
          code: `${pick(['HX', 'QB', 'ZR'])}${int(1000, 9999)}`,
          guest: person(),
          arrival: a.iso,
          departure: b.iso,
          room: pick(['Doppelzimmer mit Meerblick', 'Einzelzimmer', 'Familienzimmer, 2 Betten', 'Suite „Möwe“']),
          adults: int(1, 4),
          price: am(cents(60, 1900), 'EUR'),
        },
        gd = (d) => `${d.d}. ${dmonths[d.m]} ${d.y}`;
      return {
        fields: r,
        subject: `Neue Buchung ${r.code}`,
        body: `<html><body><p>Guten Tag,</p><p>es ist eine neue Buchung eingegangen:</p><dl><dt>Buchungscode</dt><dd>${r.code}</dd><dt>Gast</dt><dd>${r.guest}</dd><dt>Anreise</dt><dd>${gd(a)}</dd><dt>Abreise</dt><dd>${gd(b)}</dd><dt>Zimmer</dt><dd>${r.room}</dd><dt>Erwachsene</dt><dd>${r.adults}</dd><dt>Gesamtpreis</dt><dd>${eur(r.price.value)} €</dd></dl><p>Mit freundlichen Grüßen<br>Ihr Buchungsdienst</p></body></html>`,
        marks: {
          arrival: { text: gd(a), n: 1 },
          departure: { text: gd(b), n: a.iso === b.iso ? 2 : 1 },
          price: `${eur(r.price.value)} €`,
          adults: { text: String(r.adults), last: 'Erwachsene' },
          code: { text: r.code, n: 1 },
        },
      };
    },
  },
  // li items: a linked title, then facts joined by middle dots in the next line
  'f06-auction': {
    kind: 'list',
    html: true,
    fields: {},
    items: { title: T('text'), url: T('url'), lot: T('integer'), bid: T('amount'), ends: T('datetime') },
    make() {
      const items = some(
        [
          'Ship’s bell, brass',
          'Oak sea chest',
          'Sextant in its box',
          'Anchor light',
          'Chart of the Sound, 1911',
          'Pair of oars',
          'Model of a lugger',
        ],
        int(2, 5),
      ).map((title) => {
        const d = { d: int(1, 28), m: 11 },
          t = time();
        return {
          title,
          url: `https://kind.example/lots/${int(10000, 99999)}`,
          lot: int(100, 999),
          bid: am(int(20, 900), 'EUR'),
          ends: `2026-12-${pad(d.d)}T${t}`,
          shown: `${d.d} Dec ${t}`,
        };
      });
      return {
        fields: {},
        items,
        subject: `${items.length} lots you watch`,
        body: `<html><body><p>Hi, these lots end soon:</p><ul>${items.map((x) => `<li><a href="${x.url}">${x.title}</a><br><small>Lot ${x.lot} · Current bid €${x.bid.value} · ends ${x.shown}</small></li>`).join('')}</ul><p>Good luck!<br>The saleroom</p></body></html>`,
        im: (x) => ({
          title: x.title,
          url: { text: x.url, attr: 'href' },
          lot: null,
          bid: `€${x.bid.value}`,
          ends: x.shown,
        }),
      };
    },
  },
  // constant sentences with values in the midst
  'f07-bank': {
    kind: 'template',
    fields: {
      amount: T('amount'),
      payer: T('text'),
      account: T('text'),
      booked: T('date'),
      reference: T('text'),
      balance: T('amount'),
    },
    make() {
      const d = date(),
        r = {
          amount: am(cents(5, 4000), 'EUR'),
          payer: pick(['Skerry Boats', 'Ada Holloway', 'Marsh End Rowing Club', 'Port Selwyn Ferries', 'B. Lindqvist']),
          account: String(int(1000, 9999)),
          booked: d.iso,
          reference: `RF${int(10, 99)} ${int(1000, 9999)} ${int(1000, 9999)}`,
          balance: am(cents(100, 90000), 'EUR'),
        };
      return {
        fields: r,
        subject: 'Incoming payment',
        body: `Dear customer,\n\na payment of EUR ${money(r.amount.value)} from ${r.payer} was credited to your account ending in ${r.account} on ${long(d)}.\nReference: ${r.reference}\n\nYour new balance is EUR ${money(r.balance.value)}.\n\nThis message was made by a machine. Please do not reply.\nYour bank\n`,
        marks: { amount: `EUR ${money(r.amount.value)}`, balance: `EUR ${money(r.balance.value)}`, booked: long(d) },
      };
    },
  },
  // numbered text blocks between rulings
  'f08-jobs': {
    kind: 'list',
    fields: {},
    items: { title: T('text'), place: T('text'), pay: T('text'), link: T('url') },
    make() {
      const items = some(
        ['Rigger', 'Crane driver (m/f)', 'Night watch', 'Deckhand, seasonal', 'Berthing clerk', 'Diver'],
        int(2, 5),
      ).map((title) => ({
        title,
        place: `${pick(['Skerry Boats', 'Port Selwyn Ferries', 'Harbour Works Ltd', 'Tarn Divers'])}, ${pick(towns)}`,
        pay: pick(['£14.20 an hour', '£28,000 a year', 'by agreement', '£17 an hour']),
        link: `https://kind.example/j/${int(10000, 99999)}`,
      }));
      return {
        fields: {},
        items,
        subject: `${items.length} new jobs near you`,
        body: `Jobs that match “harbour” near Gannet Bay\n\n${items.map((x, i) => `${i + 1}. ${x.title}\n   ${x.place}\n   Pay: ${x.pay}\n   ${x.link}\n`).join('----------------------------------------\n')}\nChange what you hear of: https://kind.example/prefs\n`,
        im: (x) => ({ title: x.title, place: x.place, pay: x.pay, link: x.link }),
      };
    },
  },
  // timetable with heading rows across
  'f09-classes': {
    kind: 'table',
    html: true,
    fields: { week: T('text') },
    items: { time: T('time'), course: T('text'), teacher: T('text'), room: T('text'), free: T('integer') },
    make() {
      const days = some(wd.slice(1, 6), int(1, 3)),
        groups = days.map((day) => [
          day,
          Array.from({ length: int(1, 3) }, () => ({
            time: time(),
            course: pick(['Pilates', 'Spinning', 'Aqua fit', 'Yoga, gentle', 'Boxing basics']),
            teacher: person(),
            room: pick(['Hall A', 'Pool', 'Studio 2']),
            free: int(0, 14),
          })),
        ]),
        week = `week ${int(36, 50)}`;
      return {
        fields: { week: week.slice(5) },
        items: groups.flatMap(([, x]) => x),
        subject: 'Your timetable',
        body: page(
          `<tr><td><h2>Timetable for ${week}</h2><table cellpadding="4"><tr bgcolor="#ddd"><td><b>Time</b></td><td><b>Class</b></td><td><b>With</b></td><td><b>Where</b></td><td><b>Places left</b></td></tr>${groups.map(([day, x]) => `<tr><td colspan="5"><i>${day}</i></td></tr>${x.map((y) => `<tr><td>${y.time}</td><td>${y.course}</td><td>${y.teacher}</td><td>${y.room}</td><td>${y.free}</td></tr>`).join('')}`).join('')}</table></td></tr>`,
        ),
        marks: { week: { text: week.slice(5), n: 1 } },
        im: (x) => ({ time: x.time, course: x.course, teacher: x.teacher, room: x.room, free: null }),
      };
    },
  },
  // one line with bars
  'f10-pump': {
    kind: 'template',
    fields: { stamp: T('text'), station: T('text'), pump: T('text'), flow: T('number'), state: T('text') },
    make() {
      const d = date(),
        r = {
          stamp: `${d.iso.replace(/-/g, '')}-${time().replace(':', '')}`,
          station: pick(['NORTH', 'SOUTH', 'EAST2']),
          pump: `P${int(10, 99)}`,
          flow: int(0, 400) / 10,
          state: pick(['RUN', 'STOP', 'FAULT', 'IDLE']),
        };
      return {
        fields: r,
        subject: `TLM ${r.station}`,
        body: `TLM|${r.stamp}|${r.station}|${r.pump}|${r.flow.toFixed(1)}|${r.state}|END\n`,
        marks: { flow: r.flow.toFixed(1) },
      };
    },
  },
  // bold labels with br in one cell, French
  'f11-commande': {
    kind: 'template',
    html: true,
    locale: 'fr-FR',
    fields: {
      order: T('integer'),
      client: T('text'),
      paid: T('text'),
      delivery: T('date'),
      total: T('amount'),
      note: T('text'),
    },
    make() {
      const d = date(),
        r = {
          order: int(100000, 999999),
          client: person(),
          paid: pick(['carte bancaire', 'virement', 'chèque']),
          delivery: d.iso,
          total: am(cents(10, 800), 'EUR'),
          note: maybe(0.6)
            ? pick(['Sonner deux fois', 'Laisser chez le voisin', 'Appeler avant de venir : portail fermé'])
            : null,
        };
      return {
        fields: r,
        subject: `Commande n° ${r.order}`,
        body: `<html><body><div><p>Bonjour,</p><p>Une nouvelle commande vient d’être passée :</p><p><b>Commande n° :</b> ${r.order}<br><b>Client :</b> ${r.client}<br><b>Paiement par :</b> ${r.paid}<br><b>Livraison le :</b> ${short(d)}<br><b>Total TTC :</b> ${eur(r.total.value)} €${r.note ? `<br><b>Remarque :</b> ${r.note}` : ''}</p><p>Cordialement,<br>La boutique</p></div></body></html>`,
        marks: { order: { text: String(r.order), n: 1 }, delivery: short(d), total: `${eur(r.total.value)} €` },
      };
    },
  },
  // dotted leaders
  'f12-buoy': {
    kind: 'template',
    fields: {
      buoy: T('text'),
      water: T('number'),
      wind: T('integer'),
      waves: T('number'),
      taken: T('datetime'),
      battery: T('number'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          buoy: pick(['Tern Rock', 'Outer Bell', 'Sandhead']),
          water: int(40, 180) / 10,
          wind: int(0, 50),
          waves: int(1, 60) / 10,
          taken: `${d.iso}T${t}`,
          battery: int(110, 138) / 10,
        },
        l = (label, v) => `${`${label} `.padEnd(26, '.')} ${v}`;
      return {
        fields: r,
        subject: `Buoy report ${r.buoy}`,
        body: `BUOY REPORT\n===========\n\n${l('Buoy', r.buoy)}\n${l('Taken at', `${dot(d)} ${t}`)}\n${l('Water temperature', `${r.water.toFixed(1)} °C`)}\n${l('Wind', `${r.wind} kn`)}\n${l('Waves', `${r.waves.toFixed(1)} m`)}\n${l('Battery', `${r.battery.toFixed(1)} V`)}\n\nend of report\n`,
        marks: {
          taken: `${dot(d)} ${t}`,
          water: { text: r.water.toFixed(1), last: 'Water temperature' },
          wind: { text: String(r.wind), last: 'Wind' },
          waves: { text: r.waves.toFixed(1), last: 'Waves' },
          battery: { text: r.battery.toFixed(1), last: 'Battery' },
          buoy: { text: r.buoy, n: 1 },
        },
      };
    },
  },
  // aligned text table
  'f13-roster': {
    kind: 'table',
    fields: { day: T('date') },
    items: { from: T('time'), to: T('time'), who: T('text'), post: T('text') },
    make() {
      const d = date(),
        items = some(firsts, int(2, 6)).map((f) => ({
          from: time(),
          to: time(),
          who: `${f} ${pick(lasts)}`,
          post: pick(['North pier', 'Lock', 'Office', 'Fuel berth']),
        }));
      return {
        fields: { day: d.iso },
        items,
        subject: `Roster`,
        body: `Roster for ${d.w} ${long(d)}\n\nFrom   To     Who                      Post\n-----  -----  -----------------------  -----------\n${items.map((x) => `${x.from}  ${x.to}  ${x.who.padEnd(23)}  ${x.post}`).join('\n')}\n\nSwaps: tell the office by noon.\n`,
        marks: { day: long(d) },
        im: (x) => ({ from: null, to: null, who: x.who, post: x.post }),
      };
    },
  },
  // cards in two columns of table cells with picture, price struck through, button
  'f14-offers': {
    kind: 'list',
    html: true,
    fields: { until: T('date') },
    items: { name: T('text'), was: T('amount'), now: T('amount'), link: T('url') },
    make() {
      const d = date(),
        items = some(
          ['Sea jacket', 'Rope bag', 'Deck shoes', 'Wool hat', 'Thermos flask', 'Rigging knife'],
          pick([2, 4]),
        ).map((name) => {
          const was = cents(20, 190);
          return {
            name,
            was: am(was, 'GBP'),
            now: am(Math.round(was * 70) / 100, 'GBP'),
            link: `https://kind.example/p/${int(1000, 9999)}`,
          };
        }),
        cell = (x) =>
          `<td width="50%" valign="top"><img src="https://kind.example/i/${x.link.slice(-4)}.jpg" alt="" width="200"><p class="n">${x.name}</p><p><s>£${money(x.was.value)}</s> <b style="color:#c00">£${money(x.now.value)}</b></p><p><a class="btn" href="${x.link}">See it</a></p></td>`;
      const rows = [];
      for (let i = 0; i < items.length; i += 2)
        rows.push(
          `<tr>${items
            .slice(i, i + 2)
            .map(cell)
            .join('')}</tr>`,
        );
      return {
        fields: { until: d.iso },
        items,
        subject: 'Offers of the week',
        body: page(
          `<tr><td><h1>Offers of the week</h1><p>Valid until ${long(d)}, while stocks last.</p><table width="100%">${rows.join('')}</table></td></tr>`,
        ),
        marks: { until: long(d) },
        im: (x) => ({
          name: x.name,
          was: `£${money(x.was.value)}`,
          now: `£${money(x.now.value)}`,
          link: { text: x.link, attr: 'href' },
        }),
      };
    },
  },
  // subject holds values, text: short "Label - value" with dashes, reply-above marker
  'f15-ticket': {
    kind: 'template',
    fields: {
      ticket: T('integer'),
      priority: T('text'),
      customer: T('text'),
      asset: T('text'),
      opened: T('datetime'),
      summary: T('text'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          ticket: int(20000, 99999),
          priority: pick(['P1', 'P2', 'P3']),
          customer: pick(['Skerry Boats', 'Marsh End Rowing Club', 'Tarn Divers']),
          asset: `${pick(['Crane', 'Winch', 'Lock gate'])} ${int(1, 9)}`,
          opened: `${d.iso}T${t}`,
          summary: pick([
            'does not lift since this morning',
            'makes a grinding noise - louder under load',
            'leaks oil: about a litre a day',
            'remote control lost',
          ]),
        };
      return {
        fields: r,
        subject: `[#${r.ticket}] ${r.asset}`,
        body: `##- Please type your reply above this line -##\n\nA ticket was assigned to you.\n\nTicket - #${r.ticket}\nPriority - ${r.priority}\nCustomer - ${r.customer}\nAsset - ${r.asset}\nOpened - ${d.d} ${months[d.m].slice(0, 3)} ${d.y}, ${t}\nSummary - ${r.summary}\n\nOpen it: https://kind.example/tickets/${r.ticket}\n`,
        marks: {
          ticket: { text: String(r.ticket), n: 1 },
          opened: `${d.d} ${months[d.m].slice(0, 3)} ${d.y}, ${t}`,
          asset: { text: r.asset, n: 1 },
        },
      };
    },
  },
};
