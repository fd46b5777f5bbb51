// Ten more, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dot,
  eur,
  int,
  long,
  mailOf,
  money,
  page,
  person,
  phone,
  pick,
  round,
  seldom,
  short,
  some,
  spaced,
  streets,
  T,
  time,
  towns,
} from './kit.mjs';

export const kinds = {
  // a form of a website: a bordered table of labels and answers, an answer of several paragraphs, an address of a page at its foot
  'v01-contact': {
    kind: 'template',
    html: true,
    fields: {
      name: T('text'),
      email: T('email'),
      phone: T('phone'),
      topic: T('text'),
      question: T('text'),
      page: T('url'),
    },
    make() {
      const who = person(),
        r = {
          name: who,
          email: mailOf(who),
          phone: seldom(phone()),
          topic: pick(['Moorings', 'Winter storage', 'Events']),
          question: pick([
            'Do you have a berth for 9 m?',
            'We would like to come in June.\n\nIs there electricity at the pier?',
            'How much is a week?\nAnd a month?',
          ]),
          page: `https://www.kind.example/${pick(['contact', 'moorings', 'events'])}`,
        },
        row = (k, v) =>
          v === null
            ? ''
            : `<tr><td style="border:1px solid #ccc;padding:6px"><strong>${k}</strong></td><td style="border:1px solid #ccc;padding:6px">${v.replaceAll('\n', '<br>')}</td></tr>`;
      return {
        fields: r,
        subject: `Contact form: ${r.topic}`,
        body: `<html><body><p>You have received a message through your website.</p><table style="border-collapse:collapse">${row('Your name', r.name)}${row('Your e-mail', r.email)}${row('Telephone', r.phone && spaced(r.phone))}${row('Topic', r.topic)}${row('Your question', r.question)}</table><p style="color:#888">Sent from ${r.page}</p></body></html>`,
        marks: {
          name: { text: r.name, n: 1 },
          email: r.email,
          phone: r.phone && spaced(r.phone),
          topic: { text: r.topic, n: 1 },
          question: r.question,
          page: r.page,
        },
      };
    },
  },
  // an order in plain text with headings in capitals, who and where below one, items with a choice in brackets, sums
  'v02-order': {
    kind: 'list',
    fields: {
      order: T('text'),
      customer: T('text'),
      street: T('text'),
      town: T('text'),
      postage: T('amount'),
      total: T('amount'),
      gift: T('yes-no'),
    },
    items: { count: T('integer'), article: T('text'), choice: T('text'), price: T('amount') },
    make() {
      const items = some(['Deck shoes', 'Striped shirt', 'Rain hat', 'Sea socks', 'Watch cap'], int(2, 4)).map(
          (article) => ({
            count: int(1, 3),
            article,
            choice: pick(['size S', 'size M', 'blue', 'red']),
            price: am(cents(5, 90), 'GBP'),
          }),
        ),
        postage = pick([3.5, 4.95]),
        r = {
          order: `${int(10000, 99999)}`,
          customer: person(),
          street: `${int(1, 90)} ${pick(streets)}`,
          town: pick(towns),
          postage: am(postage, 'GBP'),
          total: am(round(items.reduce((sum, x) => sum + x.price.value, postage)), 'GBP'),
          gift: pick([true, false]),
        };
      return {
        fields: r,
        items,
        subject: `New order ${r.order}`,
        body: `NEW ORDER ${r.order}\n\nCUSTOMER\n${r.customer}\n${r.street}\n${r.town}\n\nITEMS\n${items.map((x) => `${x.count} × ${x.article} (${x.choice}): £${money(x.price.value)}`).join('\n')}\n\nSUMMARY\nPostage: £${money(postage)}\nTotal: £${money(r.total.value)}\nGift wrap: ${r.gift ? 'yes' : 'no'}\n`,
        marks: {
          order: { text: r.order, n: 1 },
          customer: r.customer,
          street: r.street,
          town: { text: r.town, last: r.street },
          postage: { text: `£${money(postage)}`, last: 'Postage:' },
          total: { text: `£${money(r.total.value)}`, last: 'Total:' },
          gift: { text: r.gift ? 'yes' : 'no', last: 'Gift wrap:' },
        },
        im: (x) => ({ count: null, article: x.article, choice: x.choice, price: null }),
      };
    },
  },
  // German, vacancies: blocks of a title, who and where with a comment behind a bar, a day, an address of a page
  'v03-stellen': {
    kind: 'list',
    locale: 'de-DE',
    fields: { suche: T('text') },
    items: { titel: T('text'), firma: T('text'), ort: T('text'), vom: T('date'), link: T('url') },
    make() {
      const items = some(
          ['Segelmacher (m/w/d)', 'Hafenmeisterin', 'Bootsbauer', 'Kranführerin', 'Taucher'],
          int(3, 5),
        ).map((titel) => ({
          titel,
          firma: pick(['Werft Oststrand', 'Quist & Söhne', 'Tauwerk Holm']),
          ort: pick(['Oststrand', 'Kirkholm', 'Moosdorf']),
          vom: date(),
          link: `https://www.kind.example/stelle/${int(1000, 9999)}`,
        })),
        r = { suche: pick(['Hafen', 'Bootsbau', 'Meer']) };
      return {
        fields: r,
        items: items.map((x) => ({ ...x, vom: x.vom.iso })),
        subject: 'Neue Stellen für Sie',
        body: `Hallo,\n\nneue Stellen zu Ihrer Suche "${r.suche}":\n\n${items.map((x) => `${x.titel}\n${x.firma} | ${x.ort}\nVeröffentlicht am ${dot(x.vom)}\n${x.link}`).join('\n\n')}\n\n--\nSie erhalten diese Mail, weil Sie sie bestellt haben.\n`,
        marks: { suche: r.suche },
        im: (x) => ({ titel: x.titel, firma: x.firma, ort: x.ort, vom: null, link: x.link }),
      };
    },
  },
  // tickets: what, when and where as a heading and a line of facts, a table of kinds, the number in small letters below
  'v04-tickets': {
    kind: 'table',
    html: true,
    fields: {
      event: T('text'),
      day: T('date'),
      doors: T('time'),
      place: T('text'),
      booking: T('text'),
      total: T('amount'),
    },
    items: { ticket: T('text'), number: T('integer'), price: T('amount') },
    make() {
      const d = date(),
        items = some(['Standing', 'Seated', 'Child', 'Member'], int(1, 3)).map((ticket) => ({
          ticket,
          number: int(1, 5),
          price: am(cents(5, 60), 'GBP'),
        })),
        r = {
          event: pick(['The Tide Band', 'Songs of the Bay', 'Night of the Lamps']),
          day: d.iso,
          doors: time(),
          place: pick(['Pier Hall', 'Old Boathouse', 'Harbour Church']),
          booking: `T${int(100000, 999999)}`,
          total: am(round(items.reduce((sum, x) => sum + x.price.value, 0)), 'GBP'),
        };
      return {
        fields: r,
        items,
        subject: `Your tickets for ${r.event}`,
        body: page(
          `<tr><td><h1>${r.event}</h1><p>${d.w} ${long(d)} · Doors ${r.doors} · ${r.place}</p><table><tr><th>Ticket</th><th>Number</th><th>Price</th></tr>${items.map((x) => `<tr><td>${x.ticket}</td><td>${x.number}</td><td>£${money(x.price.value)}</td></tr>`).join('')}<tr><td colspan="2">Total</td><td>£${money(r.total.value)}</td></tr></table><p><small>Booking ${r.booking}. Show this at the door.</small></p></td></tr>`,
        ),
        marks: {
          event: { text: r.event, n: 1 },
          day: `${d.w} ${long(d)}`,
          doors: { text: r.doors, last: 'Doors' },
          place: r.place,
          booking: r.booking,
          total: { text: `£${money(r.total.value)}`, last: 'Total' },
        },
        im: (x) => ({ ticket: x.ticket, number: null, price: null }),
      };
    },
  },
  // Italian, a bill for water: labels, a span of two days, a sum with the sign in front, the meter's two readings
  'v05-bolletta': {
    kind: 'template',
    locale: 'it-IT',
    fields: {
      bolletta: T('text'),
      cliente: T('text'),
      dal: T('date'),
      al: T('date'),
      consumo: T('number'),
      importo: T('amount'),
      scadenza: T('date'),
    },
    make() {
      const a = date(),
        b = date(),
        c = date(),
        v = cents(20, 300),
        r = {
          bolletta: `${int(1e6, 9e6)}`,
          cliente: person(),
          dal: a.iso,
          al: b.iso,
          consumo: int(5, 90),
          importo: am(v, 'EUR'),
          scadenza: c.iso,
        };
      return {
        fields: r,
        subject: 'La tua bolletta',
        body: `Gentile ${r.cliente},\n\nè disponibile la tua nuova bolletta.\n\nNumero bolletta: ${r.bolletta}\nPeriodo: dal ${short(a)} al ${short(b)}\nConsumo: ${r.consumo} mc\nImporto da pagare: € ${eur(v)}\nScadenza: ${short(c)}\n\nGrazie per averci scelto.\n`,
        marks: {
          bolletta: r.bolletta,
          cliente: r.cliente,
          dal: { text: short(a), last: 'dal' },
          al: { text: short(b), last: `${short(a)} al` },
          consumo: { text: `${r.consumo} mc`, last: 'Consumo:' },
          importo: `€ ${eur(v)}`,
          scadenza: { text: short(c), last: 'Scadenza:' },
        },
      };
    },
  },
  // a message left on a telephone: one sentence with who, to whom and how long, then what was understood
  'v06-voicemail': {
    kind: 'template',
    fields: {
      caller: T('text'),
      number: T('phone'),
      extension: T('integer'),
      received: T('datetime'),
      words: T('text'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          caller: person(),
          number: phone(),
          extension: int(10, 99),
          received: `${d.iso}T${t}`,
          words: pick([
            'Please call me back about the mast.',
            'The crane has stopped again.',
            'I will be an hour late.',
          ]),
        };
      return {
        fields: r,
        subject: `Voicemail from ${r.caller}`,
        body: `You have a new voicemail.\n\nFrom:       ${r.caller} (${spaced(r.number)})\nTo:         extension ${r.extension}\nReceived:   ${long(d)} ${t}\n\nWhat we understood:\n${r.words}\n\nTo listen, dial *97.\n`,
        marks: {
          caller: { text: r.caller, n: 1 },
          number: spaced(r.number),
          extension: { text: String(r.extension), last: 'extension' },
          received: `${long(d)} ${t}`,
          words: r.words,
        },
      };
    },
  },
  // Portuguese, payments: a line each of day, to whom, how much and whether it went through, with long dashes
  'v07-pagamentos': {
    kind: 'list',
    locale: 'pt-PT',
    fields: { conta: T('text'), saldo: T('amount') },
    items: { dia: T('date'), a: T('text'), valor: T('amount'), estado: T('text') },
    make() {
      const items = Array.from({ length: int(3, 6) }, () => ({
          dia: date(),
          a: pick(['Café do Porto', 'Estaleiro Brisa', 'Peixaria Central', 'Rede de Água']),
          valor: am(cents(2, 900), 'EUR'),
          estado: pick(['pago', 'pendente', 'recusado']),
        })),
        r = { conta: `PT-${int(1000, 9999)}`, saldo: am(cents(100, 9000), 'EUR') };
      return {
        fields: r,
        items: items.map((x) => ({ ...x, dia: x.dia.iso })),
        subject: `Movimentos da conta ${r.conta}`,
        body: `Conta: ${r.conta}\nSaldo: ${eur(r.saldo.value)} €\n\nÚltimos pagamentos:\n\n${items.map((x) => `${short(x.dia)} — ${x.a} — ${eur(x.valor.value)} € — ${x.estado}`).join('\n')}\n\nObrigado.\n`,
        marks: { conta: { text: r.conta, n: 1 }, saldo: { text: `${eur(r.saldo.value)} €`, last: 'Saldo:' } },
        im: (x) => ({ dia: null, a: null, valor: `${eur(x.valor.value)} €`, estado: null }),
      };
    },
  },
  // what goes aboard: two rows an item, the name over all cells in bold, below it three cells of facts
  'v08-aboard': {
    kind: 'list',
    html: true,
    fields: { voyage: T('text'), pieces: T('integer') },
    items: { cargo: T('text'), weight: T('number'), hold: T('text'), to: T('text') },
    make() {
      const items = some(
          ['Roof tiles', 'Flour in sacks', 'Two horses', 'Wine in casks', 'Machine parts'],
          int(3, 5),
        ).map((cargo) => ({ cargo, weight: int(100, 9000), hold: `H${int(1, 4)}`, to: pick(towns) })),
        r = { voyage: `V${int(100, 999)}`, pieces: items.length };
      return {
        fields: r,
        items,
        subject: `Cargo of voyage ${r.voyage}`,
        body: `<html><body><p>Voyage ${r.voyage} carries ${r.pieces} pieces.</p><table border="1">${items.map((x) => `<tr><td colspan="3"><b>${x.cargo}</b></td></tr><tr><td>${x.weight} kg</td><td>Hold ${x.hold}</td><td>to ${x.to}</td></tr>`).join('')}</table><p>Loading begins at six.</p></body></html>`,
        marks: { voyage: { text: r.voyage, n: 1 }, pieces: { text: String(r.pieces), last: 'carries' } },
        im: (x) => ({ cargo: x.cargo, weight: `${x.weight} kg`, hold: x.hold, to: x.to }),
      };
    },
  },
  // French, numbered questions of a form, the answers behind a colon, one of them a list of words
  'v09-questionnaire': {
    kind: 'template',
    locale: 'fr-FR',
    fields: {
      nom: T('text'),
      naissance: T('date'),
      niveau: T('text'),
      jours: T('text'),
      permis: T('yes-no'),
      urgence: T('phone'),
    },
    make() {
      const d = date(),
        tel = `+33${int(100000000, 799999999)}`,
        r = {
          nom: person(),
          naissance: d.iso,
          niveau: pick(['débutant', 'moyen', 'confirmé']),
          jours: some(['lundi', 'mardi', 'jeudi', 'samedi'], int(1, 3)).join(', '),
          permis: pick([true, false]),
          urgence: tel,
        };
      return {
        fields: r,
        subject: 'Nouvelle inscription au stage',
        body: `Nouvelle inscription :\n\n1. Nom et prénom : ${r.nom}\n2. Date de naissance : ${short(d)}\n3. Niveau : ${r.niveau}\n4. Jours souhaités : ${r.jours}\n5. Permis bateau : ${r.permis ? 'oui' : 'non'}\n6. Personne à prévenir : ${tel.replace(/^(\+33)(\d)(\d\d)(\d\d)(\d\d)(\d\d)$/, '$1 $2 $3 $4 $5 $6')}\n\nBien à vous,\nle site\n`,
        marks: {
          nom: r.nom,
          naissance: short(d),
          niveau: r.niveau,
          jours: r.jours,
          permis: { text: r.permis ? 'oui' : 'non', last: 'bateau :' },
          urgence: tel.replace(/^(\+33)(\d)(\d\d)(\d\d)(\d\d)(\d\d)$/, '$1 $2 $3 $4 $5 $6'),
        },
      };
    },
  },
  // what guests say: a card each with a name in bold, stars as signs, the day in grey, words in quotes
  'v10-reviews': {
    kind: 'list',
    html: true,
    fields: { house: T('text') },
    items: { guest: T('text'), day: T('date'), words: T('text') },
    make() {
      const items = Array.from({ length: int(3, 5) }, () => ({
          guest: person(),
          day: date(),
          stars: int(1, 5),
          words: pick([
            'A quiet room with a view.',
            'The bed was too short',
            'We come again next year!',
            'Breakfast could be warmer.',
          ]),
        })),
        r = { house: pick(['Gull House', 'The Old Customs', 'Pier View']) };
      return {
        fields: r,
        items: items.map(({ stars, ...x }) => ({ ...x, day: x.day.iso })),
        subject: `New reviews of ${r.house}`,
        body: page(
          `<tr><td><h2>${r.house}</h2><p>${items.length} guests have written to you.</p></td></tr>${items.map((x) => `<tr><td class="rev"><b>${x.guest}</b> <span>${'★'.repeat(x.stars)}${'☆'.repeat(5 - x.stars)}</span><div style="color:#999">${long(x.day)}</div><p>“${x.words}”</p></td></tr>`).join('')}`,
        ),
        marks: { house: { text: r.house, n: 1 } },
        im: (x) => ({ guest: x.guest, day: null, words: null }),
      };
    },
  },
};
