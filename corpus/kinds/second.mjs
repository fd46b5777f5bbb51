// Fourteen more, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dmonths,
  eur,
  firsts,
  int,
  lasts,
  long,
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

export const kinds = {
  // itinerary: a reference, then legs as table rows with arrows in one cell
  'g01-trip': {
    kind: 'table',
    html: true,
    fields: { reference: T('text'), traveller: T('text') },
    items: { ferry: T('text'), departs: T('text'), arrives: T('text'), seat: T('text') },
    make() {
      const n = int(1, 4),
        items = Array.from({ length: n }, () => ({
          ferry: `GB ${int(100, 999)}`,
          departs: `${pick(towns)} ${time()}`,
          arrives: `${pick(towns)} ${time()}`,
          seat: `${int(1, 30)}${pick(['A', 'B', 'C'])}`,
        })),
        r = { reference: some([...'ABCDEFGHJKLMNPQRSTUVWXYZ23456789'], 6).join(''), traveller: person() };
      return {
        fields: r,
        items,
        subject: `Your trip ${r.reference}`,
        body: page(
          `<tr><td><h2>Thank you, ${r.traveller.split(' ')[0]}!</h2><p>Your booking is confirmed.</p><p>Booking reference<br><b style="font-size:20px">${r.reference}</b></p><p>Traveller<br><b>${r.traveller}</b></p><table cellpadding="6"><tr style="color:#999"><th>Ferry</th><th>Departs</th><th>Arrives</th><th>Seat</th></tr>${items.map((x) => `<tr><td>${x.ferry}</td><td>${x.departs}</td><td>${x.arrives}</td><td>${x.seat}</td></tr>`).join('')}</table></td></tr>`,
        ),
        marks: { reference: { text: r.reference, n: 1 }, traveller: { text: r.traveller, n: 1 } },
        im: (x) => ({ ferry: x.ferry, departs: x.departs, arrives: x.arrives, seat: x.seat }),
      };
    },
  },
  // receipt in two columns of blanks
  'g02-receipt': {
    kind: 'template',
    fields: {
      receipt: T('text'),
      paid: T('date'),
      plan: T('text'),
      net: T('amount'),
      tax: T('amount'),
      total: T('amount'),
      card: T('text'),
    },
    make() {
      const d = date(),
        net = cents(5, 90),
        tax = Math.round(net * 19) / 100,
        r = {
          receipt: `R-${int(10000, 99999)}`,
          paid: d.iso,
          plan: pick(['Harbour plan, monthly', 'Pier plan, yearly', 'Crew plan, monthly']),
          net: am(net, 'USD'),
          tax: am(tax, 'USD'),
          total: am(Math.round((net + tax) * 100) / 100, 'USD'),
          card: `${int(1000, 9999)}`,
        },
        l = (k, v) => k.padEnd(28) + v;
      return {
        fields: r,
        subject: `Receipt ${r.receipt}`,
        body: `Thanks for your payment.\n\n${l('Receipt number', r.receipt)}\n${l('Date paid', long(d))}\n${l('Plan', r.plan)}\n\n${l('Subtotal', `$${money(net)}`)}\n${l('Tax', `$${money(tax)}`)}\n${l('Amount paid', `$${money(r.total.value)}`)}\n${l('Card ending in', r.card)}\n\nQuestions? Write to billing@kind.example.\n`,
        marks: {
          paid: long(d),
          net: { text: `$${money(net)}`, last: 'Subtotal' },
          tax: { text: `$${money(tax)}`, last: 'Tax' },
          total: { text: `$${money(r.total.value)}`, last: 'Amount paid' },
          receipt: { text: r.receipt, n: 1 },
        },
      };
    },
  },
  // cards of divs with facts joined by dots
  'g03-flats': {
    kind: 'list',
    html: true,
    fields: {},
    items: {
      title: T('text'),
      url: T('url'),
      place: T('text'),
      rooms: T('integer'),
      area: T('number'),
      rent: T('amount'),
    },
    make() {
      const items = some(
        [
          'Bright flat near the quay',
          'Loft in the old mill',
          'Family house with garden',
          'Studio, furnished',
          'Top floor with balcony',
          'Cottage by the lock',
        ],
        int(2, 5),
      ).map((title) => ({
        title,
        url: `https://kind.example/h/${int(1000, 9999)}`,
        place: `${pick(streets)}, ${pick(towns)}`,
        rooms: int(1, 6),
        area: int(22, 180),
        rent: am(int(300, 2900), 'EUR'),
      }));
      return {
        fields: {},
        items,
        subject: `${items.length} new homes`,
        body: page(
          `<tr><td><p>New for your search</p>${items.map((x) => `<div style="border:1px solid #ddd;margin:8px"><a href="${x.url}"><img src="https://kind.example/i/${x.url.slice(-4)}.jpg" width="560" alt=""></a><div style="font-size:18px"><a href="${x.url}">${x.title}</a></div><div style="color:#777">${x.place}</div><div>${x.rooms} rooms &middot; ${x.area} m&sup2;</div><div style="font-weight:bold">€${money(x.rent.value).replace('.00', '')} per month</div></div>`).join('')}</td></tr>`,
        ),
        im: (x) => ({
          title: x.title,
          url: { text: x.url, attr: 'href' },
          place: x.place,
          rooms: null,
          area: null,
          rent: `€${money(x.rent.value).replace('.00', '')}`,
        }),
      };
    },
  },
  // two columns of cells, the last of many lines
  'g04-lead': {
    kind: 'template',
    html: true,
    fields: {
      name: T('text'),
      company: T('text'),
      email: T('email'),
      phone: T('phone'),
      budget: T('text'),
      comments: T('text'),
    },
    make() {
      const n = person(),
        r = {
          name: n,
          company: pick(['Skerry Boats', 'Tarn Divers', 'Marsh End Rowing Club', null]),
          email: `${n
            .toLowerCase()
            .normalize('NFD')
            .replace(/[^a-z]+/g, '.')}@mail.example`,
          phone: `+4420794609${pad(int(0, 99))}`,
          budget: pick(['under 5,000', '5,000 to 10,000', 'over 10,000']),
          comments: some(
            [
              'We need it by spring.',
              'Please call in the afternoon.',
              'Two boats, one trailer.',
              'The crane must lift 4 t.',
            ],
            int(1, 3),
          ).join('\n'),
        },
        row = (k, v, i) =>
          `<tr style="background:${i % 2 ? '#fff' : '#f6f6f6'}"><td valign="top" style="padding:6px;font-weight:bold">${k}</td><td style="padding:6px">${v}</td></tr>`;
      return {
        fields: r,
        subject: 'New lead',
        body: page(
          `<tr><td><h3>New lead from the site</h3><table width="100%">${[
            ['Full name', r.name],
            ['Company', r.company ?? ''],
            ['Email', r.email],
            ['Phone number', r.phone.replace(/^\+44(\d\d)(\d{4})(\d{4})$/, '+44 $1 $2 $3')],
            ['Budget', r.budget],
            ['Comments', r.comments.replace(/\n/g, '<br>')],
          ]
            .map(([k, v], i) => row(k, v, i))
            .join('')}</table></td></tr>`,
        ),
        marks: { phone: r.phone.replace(/^\+44(\d\d)(\d{4})(\d{4})$/, '+44 $1 $2 $3') },
      };
    },
  },
  // Spanish notice
  'g05-aviso': {
    kind: 'template',
    locale: 'es-ES',
    fields: {
      aviso: T('integer'),
      zona: T('text'),
      inicio: T('datetime'),
      fin: T('datetime'),
      nivel: T('text'),
      telefono: T('phone'),
    },
    make() {
      const a = date(),
        b = date(),
        t = time(),
        u = time(),
        r = {
          aviso: int(1000, 9999),
          zona: pick(['Muelle norte', 'Dársena 3', 'Bocana', 'Zona de fondeo']),
          inicio: `${a.iso}T${t}`,
          fin: `${b.iso}T${u}`,
          nivel: pick(['amarillo', 'naranja', 'rojo']),
          telefono: `+349${int(10000000, 99999999)}`,
        };
      return {
        fields: r,
        subject: `Aviso ${r.aviso}`,
        body: `Buenos días:\n\nSe ha emitido el siguiente aviso.\n\nNúm. de aviso: ${r.aviso}\nZona afectada: ${r.zona}\nInicio: ${short(a)} a las ${t} h\nFin: ${short(b)} a las ${u} h\nNivel: ${r.nivel}\nTeléfono de guardia: ${r.telefono.replace(/^.34(...)(...)(...)$/, '$1 $2 $3')}\n\nUn saludo,\nCapitanía\n`,
        marks: {
          telefono: r.telefono.replace(/^.34(...)(...)(...)$/, '$1 $2 $3'),
          aviso: { text: String(r.aviso), n: 1 },
          inicio: { text: `${short(a)} a las ${t}`, n: 1 },
          fin: { text: `${short(b)} a las ${u}`, n: a.iso === b.iso && t === u ? 2 : 1 },
        },
      };
    },
  },
  // log lines
  'g06-nightly': {
    kind: 'list',
    fields: { host: T('text') },
    items: { at: T('time'), job: T('text'), result: T('text'), seconds: T('number') },
    make() {
      const _d = date(),
        host = `${pick(['db', 'mq', 'web'])}-${pad(int(1, 20))}`,
        items = some(['backup', 'rotate-logs', 'reindex', 'sync-charts', 'vacuum', 'mail-report'], int(2, 6)).map(
          (job) => ({ at: time(), job, result: pick(['ok', 'ok', 'failed', 'skipped']), seconds: int(1, 900) }),
        );
      return {
        fields: { host },
        items,
        subject: `nightly on ${host}`,
        body: `Nightly jobs on ${host}\n\n${items.map((x) => `[${x.at}] ${x.job}: ${x.result} in ${x.seconds} s`).join('\n')}\n\nend\n`,
        marks: { host: { text: host, n: 1 } },
        im: (x) => ({ at: x.at, job: x.job, result: null, seconds: null }),
      };
    },
  },
  // csv in the body with a heading line
  'g07-manifest': {
    kind: 'table',
    fields: { run: T('text') },
    items: { id: T('text'), consignee: T('text'), weight: T('number'), zone: T('text') },
    make() {
      const items = Array.from({ length: int(2, 7) }, () => ({
          id: `C${int(10000, 99999)}`,
          consignee: person(),
          weight: int(5, 400) / 10,
          zone: pick(['N1', 'N2', 'S4', 'W1']),
        })),
        run = `R${int(100, 999)}`;
      return {
        fields: { run },
        items,
        subject: `Manifest ${run}`,
        body: `Run: ${run}\n\nid;consignee;weight_kg;zone\n${items.map((x) => `${x.id};${x.consignee};${x.weight.toFixed(1)};${x.zone}`).join('\n')}\n`,
        marks: { run: { text: run, n: 1 } },
        im: (x) => ({ id: x.id, consignee: x.consignee, weight: null, zone: null }),
      };
    },
  },
  // name and address in one, counts
  'g08-signup': {
    kind: 'template',
    html: true,
    fields: {
      event: T('text'),
      when: T('datetime'),
      name: T('text'),
      email: T('email'),
      seats: T('integer'),
      price: T('amount'),
      code: T('text'),
    },
    make() {
      const n = person(),
        d = date(),
        t = time(),
        seats = int(1, 6),
        r = {
          event: pick(['Rope work for beginners', 'Night sail', 'Harbour history walk', 'Knots & splices']),
          when: `${d.iso}T${t}`,
          name: n,
          email: `${n
            .toLowerCase()
            .normalize('NFD')
            .replace(/[^a-z]+/g, '.')}@mail.example`,
          seats,
          price: am(seats * 12.5, 'GBP'),
          code: `EV-${int(1000, 9999)}-${pick(['A', 'B'])}`,
        };
      return {
        fields: r,
        subject: `New registration`,
        body: `<html><body><p><strong>${n}</strong> has registered for your event.</p><p><strong>Event:</strong> ${r.event.replace('&', '&amp;')}<br><strong>When:</strong> ${d.w} ${long(d)} at ${t}</p><ul><li>Attendee: ${n} (<a href="mailto:${r.email}">${r.email}</a>)</li><li>Seats: ${seats}</li><li>Price: £${money(r.price.value)}</li><li>Order code: ${r.code}</li></ul><p><a href="https://kind.example/o/${r.code}">Manage this registration</a></p></body></html>`,
        marks: {
          when: `${long(d)} at ${t}`,
          name: { text: n, n: 2 },
          seats: { text: String(seats), last: 'Seats' },
          price: `£${money(r.price.value)}`,
        },
      };
    },
  },
  // bullets with a former value in brackets, German
  'g09-preise': {
    kind: 'list',
    locale: 'de-DE',
    fields: { gueltig: T('date') },
    items: { sorte: T('text'), preis: T('amount'), vorher: T('amount') },
    make() {
      const d = date(),
        items = some(['Diesel', 'Super E5', 'Super E10', 'Heizöl', 'Autogas'], int(2, 5)).map((sorte) => ({
          sorte,
          preis: am(int(700, 1999) / 1000, 'EUR'),
          vorher: am(int(700, 1999) / 1000, 'EUR'),
        })),
        g = (x) => x.value.toFixed(3).replace('.', ',');
      return {
        fields: { gueltig: d.iso },
        items,
        subject: 'Neue Preise',
        body: `Sehr geehrte Damen und Herren,\n\nab ${d.d}. ${dmonths[d.m]} ${d.y} gelten folgende Preise je Liter:\n\n${items.map((x) => `* ${x.sorte}: ${g(x.preis)} € (vorher ${g(x.vorher)} €)`).join('\n')}\n\nMit freundlichen Grüßen\nIhr Tanklager\n`,
        marks: { gueltig: `${d.d}. ${dmonths[d.m]} ${d.y}` },
        im: (x) => ({ sorte: x.sorte, preis: `${g(x.preis)} €`, vorher: `${g(x.vorher)} €` }),
      };
    },
  },
  // grey word, bold value, nothing between
  'g10-status': {
    kind: 'template',
    html: true,
    fields: { invoice: T('text'), status: T('text'), customer: T('text'), amount: T('amount'), due: T('date') },
    make() {
      const d = date(),
        r = {
          invoice: `${int(2020, 2026)}/${pad(int(1, 999), 3)}`,
          status: pick(['Paid', 'Overdue', 'Partly paid']),
          customer: pick(['Skerry Boats', 'Tarn Divers', 'Port Selwyn Ferries']),
          amount: am(cents(40, 4000), 'GBP'),
          due: d.iso,
        },
        p = (k, v) => `<p style="margin:2px"><span style="color:#888">${k}</span> <b>${v}</b></p>`;
      return {
        fields: r,
        subject: 'Status of an invoice',
        body: page(
          `<tr><td><h2>An invoice has changed</h2>${p('Invoice', r.invoice)}${p('Status', r.status)}${p('Customer', r.customer)}${p('Amount', `£${money(r.amount.value)}`)}${p('Due', long(d))}<p><a class="btn" href="https://kind.example/i">Open the invoice</a></p></td></tr>`,
        ),
        marks: {
          invoice: { text: r.invoice, n: 1 },
          amount: `£${money(r.amount.value)}`,
          due: long(d),
          status: { text: r.status, last: 'Status' },
        },
      };
    },
  },
  // Dutch, headings of parts in capitals
  'g11-bestelling': {
    kind: 'template',
    locale: 'nl-NL',
    fields: {
      nummer: T('integer'),
      naam: T('text'),
      adres: T('text'),
      plaats: T('text'),
      levering: T('date'),
      bedrag: T('amount'),
      opmerking: T('text'),
    },
    make() {
      const d = date(),
        r = {
          nummer: int(100000, 999999),
          naam: person(),
          adres: `${pick(['Dorpsstraat', 'Havenweg', 'Kerkplein'])} ${int(1, 99)}`,
          plaats: `${int(1000, 9999)} ${pick(['AB', 'CD', 'XK'])} ${pick(['Zandhaven', 'Noordwijkje', 'Oudeschans'])}`,
          levering: d.iso,
          bedrag: am(cents(10, 900), 'EUR'),
          opmerking: pick(['Graag bellen voor levering', 'Achterom leveren, hek is open', null]),
        };
      return {
        fields: r,
        subject: `Bestelling ${r.nummer}`,
        body: `Beste,\n\nEr is een nieuwe bestelling.\n\nBESTELLING\nNummer: ${r.nummer}\nLeverdatum: ${pad(d.d)}-${pad(d.m + 1)}-${d.y}\nBedrag: € ${eur(r.bedrag.value)}\n\nKLANTGEGEVENS\nNaam: ${r.naam}\nAdres: ${r.adres}\nPlaats: ${r.plaats}\n${r.opmerking ? `\nOPMERKING\n${r.opmerking}\n` : ''}\nMet vriendelijke groet,\nDe webwinkel\n`,
        marks: {
          nummer: { text: String(r.nummer), n: 1 },
          levering: `${pad(d.d)}-${pad(d.m + 1)}-${d.y}`,
          bedrag: `€ ${eur(r.bedrag.value)}`,
        },
      };
    },
  },
  // labels that look like the head of a mail
  'g12-works': {
    kind: 'template',
    fields: {
      reference: T('text'),
      service: T('text'),
      from: T('datetime'),
      to: T('datetime'),
      impact: T('text'),
      contact: T('email'),
    },
    make() {
      const a = date(),
        b = date(),
        t = time(),
        u = time(),
        r = {
          reference: `CHG${int(100000, 999999)}`,
          service: pick(['Berth booking', 'Payments', 'Gate control']),
          from: `${a.iso}T${t}`,
          to: `${b.iso}T${u}`,
          impact: pick(['no service', 'slow answers', 'short breaks of up to 5 minutes']),
          contact: pick(['noc@kind.example', 'ops@kind.example']),
        },
        s = (d, t) => `${pad(d.d)} ${months[d.m].slice(0, 3)} ${d.y} ${t} UTC`;
      return {
        fields: r,
        subject: `Planned works ${r.reference}`,
        body: `PLANNED WORKS\n\nReference:  ${r.reference}\nService:    ${r.service}\nFrom:       ${s(a, t)}\nTo:         ${s(b, u)}\nImpact:     ${r.impact}\nContact:    ${r.contact}\n\nWe are sorry for the trouble.\n`,
        marks: {
          reference: { text: r.reference, n: 1 },
          from: { text: s(a, t), n: 1 },
          to: { text: s(b, u), n: s(a, t) === s(b, u) ? 2 : 1 },
        },
      };
    },
  },
  // units in the headings, markdown-like table
  'g13-meters': {
    kind: 'table',
    fields: { site: T('text') },
    items: { meter: T('text'), power: T('number'), energy: T('integer'), fault: T('text') },
    make() {
      const site = pick(['Lock house', 'North pier', 'Boat yard']),
        items = Array.from({ length: int(2, 6) }, (_, i) => ({
          meter: `M${i + 1}-${int(10, 99)}`,
          power: int(0, 999) / 10,
          energy: int(100, 99999),
          fault: pick(['none', 'none', 'phase L2', 'clock']),
        }));
      return {
        fields: { site },
        items,
        subject: `Meters ${site}`,
        body: `Site: ${site}\n\n| Meter | Power (kW) | Energy (kWh) | Fault |\n|-------|------------|--------------|-------|\n${items.map((x) => `| ${x.meter} | ${x.power.toFixed(1)} | ${x.energy} | ${x.fault} |`).join('\n')}\n`,
        marks: { site: { text: site, n: 1 } },
        im: (x) => ({ meter: x.meter, power: null, energy: null, fault: null }),
      };
    },
  },
  // blocks with a person, stars and words
  'g14-reviews': {
    kind: 'list',
    html: true,
    fields: {},
    items: { guest: T('text'), stars: T('text'), stayed: T('text'), words: T('text') },
    make() {
      const items = some(firsts, int(2, 5)).map((f) => ({
        guest: `${f} ${pick(lasts)[0]}.`,
        stars: '★'.repeat(int(1, 5)).padEnd(5, '☆'),
        stayed: `${months[int(5, 9)]} 2026`,
        words: some(
          ['Lovely staff.', 'The shower was cold.', 'Quiet at night.', 'Would come again.', 'Hard to find.'],
          int(1, 3),
        ).join(' '),
      }));
      return {
        fields: {},
        items,
        subject: 'New reviews',
        body: page(
          `<tr><td><h2>What your guests say</h2></td></tr>${items.map((x) => `<tr><td style="border-top:1px solid #eee"><b>${x.guest}</b> <span style="color:#e90">${x.stars}</span><br><span style="color:#999">Stayed in ${x.stayed}</span><br>“${x.words}”</td></tr>`).join('')}`,
        ),
        im: (x) => ({ guest: x.guest, stars: null, stayed: null, words: x.words }),
      };
    },
  },
};
