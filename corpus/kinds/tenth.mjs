// Twelve more, each with what it says, as fields and items, and what a person would mark in it.
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
  nmonths,
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

export const kinds = {
  // an appointment in HTML: a sentence with a name, then bold labels with their values in the line below, a reference at the end
  'p01-appointment': {
    kind: 'template',
    html: true,
    fields: {
      when: T('datetime'),
      where: T('text'),
      practitioner: T('text'),
      bring: T('text'),
      reference: T('text'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          when: `${d.iso}T${t}`,
          where: `${int(1, 90)} ${pick(streets)}, ${pick(towns)}`,
          practitioner: `Dr ${person()}`,
          bring: pick(['your last results', 'a list of your medicines', 'nothing but yourself']),
          reference: `DON-${int(10000, 99999)}`,
        },
        part = (k, v) => `<p><strong>${k}</strong><br>${v}</p>`;
      return {
        fields: r,
        subject: 'Your appointment is booked',
        body: page(
          `<tr><td><p>Dear ${person()},</p><p>thank you for booking. We look forward to seeing you.</p>${part('When', `${d.w} ${long(d)}, ${t}`)}${part('Where', r.where)}${part('You will see', r.practitioner)}${part('Please bring', r.bring)}<p>Quote ${r.reference} when you call.</p></td></tr>`,
        ),
        marks: {
          when: `${d.w} ${long(d)}, ${t}`,
          where: r.where,
          practitioner: r.practitioner,
          bring: r.bring,
          reference: r.reference,
        },
      };
    },
  },
  // German, an order in plain text: labels, then items of pieces, article, price each and sum; sums below, an address of lines
  'p02-bestellung': {
    kind: 'list',
    locale: 'de-DE',
    fields: {
      bestellnummer: T('text'),
      bestelldatum: T('date'),
      lieferadresse: T('text'),
      versand: T('amount'),
      gesamt: T('amount'),
      zahlung: T('text'),
    },
    items: { menge: T('integer'), artikel: T('text'), einzelpreis: T('amount'), summe: T('amount') },
    make() {
      const d = date(),
        items = some(['Apfelbaum Elstar', 'Rasensamen 5 kg', 'Gießkanne', 'Hacke', 'Blumenerde'], int(2, 5)).map(
          (artikel) => {
            const menge = int(1, 9),
              preis = cents(2, 60);
            return { menge, artikel, einzelpreis: am(preis, 'EUR'), summe: am(round(menge * preis), 'EUR') };
          },
        ),
        versand = pick([4.9, 6.5]),
        gesamt = round(items.reduce((sum, x) => sum + x.summe.value, versand)),
        r = {
          bestellnummer: `${int(100000, 999999)}`,
          bestelldatum: d.iso,
          lieferadresse: `${person()}\n${pick(['Am Deich', 'Hafenstraße', 'Lindenweg'])} ${int(1, 90)}\n2${int(1000, 9999)} Oststrand`,
          versand: am(versand, 'EUR'),
          gesamt: am(gesamt, 'EUR'),
          zahlung: pick(['Rechnung', 'Lastschrift', 'Vorkasse']),
        };
      return {
        fields: r,
        items,
        subject: `Ihre Bestellung ${r.bestellnummer}`,
        body: `Guten Tag,\n\nvielen Dank für Ihre Bestellung bei uns.\n\nBestellnummer: ${r.bestellnummer}\nBestelldatum: ${dot(d)}\nZahlungsart: ${r.zahlung}\n\nIhre Artikel:\n\n${items.map((x) => `${x.menge} x ${x.artikel} à ${eur(x.einzelpreis.value)} EUR = ${eur(x.summe.value)} EUR`).join('\n')}\n\nVersandkosten: ${eur(versand)} EUR\nGesamtbetrag: ${eur(gesamt)} EUR\n\nLieferadresse:\n${r.lieferadresse}\n\nMit freundlichen Grüßen\nIhr Gartenhof\n`,
        marks: {
          bestellnummer: { text: r.bestellnummer, last: 'Bestellnummer:' },
          bestelldatum: dot(d),
          versand: { text: `${eur(versand)} EUR`, last: 'Versandkosten:' },
          gesamt: { text: `${eur(gesamt)} EUR`, last: 'Gesamtbetrag:' },
          zahlung: { text: r.zahlung, last: 'Zahlungsart:' },
        },
        im: (x) => ({
          menge: null,
          artikel: x.artikel,
          einzelpreis: null,
          summe: null,
        }),
      };
    },
  },
  // boats for sale: a table row each, a picture to the left, to the right a linked title, a line of facts, the price in bold
  'p03-boats': {
    kind: 'list',
    html: true,
    fields: { found: T('integer'), search: T('text') },
    items: { boat: T('text'), year: T('integer'), length: T('number'), lies_in: T('text'), price: T('amount') },
    make() {
      const items = some(
          ['Dinghy Wren', 'Cutter Marlene', 'Folkboat 112', 'Motor yacht Iris', 'Sloop Nordlicht'],
          int(3, 5),
        ).map((boat) => ({
          boat,
          year: int(1960, 2024),
          length: int(30, 150) / 10,
          lies_in: pick(towns),
          price: am(int(5, 900) * 100, 'GBP'),
        })),
        r = { found: items.length, search: pick(['Boats under £100,000', 'Anything that floats', 'Sailing boats']) };
      return {
        fields: r,
        items,
        subject: `${r.found} new boats for your search`,
        body: page(
          `<tr><td><h2>${r.found} new boats</h2><p>Your search: <b>${r.search}</b></p></td></tr>${items.map((x) => `<tr><td><table><tr><td width="120"><img src="https://kind.example/b.jpg" alt=""></td><td><a href="https://kind.example/boat/${int(1, 9999)}">${x.boat}</a><div>Built ${x.year} | ${x.length} m | ${x.lies_in}</div><div><b>£${money(x.price.value).slice(0, -3)}</b></div></td></tr></table></td></tr>`).join('')}<tr><td><a href="https://kind.example/s">See all</a></td></tr>`,
        ),
        marks: { found: { text: String(r.found), n: 1 }, search: { text: r.search, n: 1 } },
        im: (x) => ({
          boat: x.boat,
          year: null,
          length: null,
          lies_in: null,
          price: `£${money(x.price.value).slice(0, -3)}`,
        }),
      };
    },
  },
  // French, results of a measurement: labels with blanks before the colon, units behind, a comment of two lines
  'p04-mesures': {
    kind: 'template',
    locale: 'fr-FR',
    fields: {
      point: T('text'),
      prelevement: T('datetime'),
      temperature: T('number'),
      salinite: T('number'),
      conforme: T('yes-no'),
      technicien: T('text'),
      commentaire: T('text'),
    },
    make() {
      const d = date(),
        t = time(),
        fr = (v) => String(v).replace('.', ','),
        r = {
          point: `P${int(1, 40)}`,
          prelevement: `${d.iso}T${t}`,
          temperature: int(80, 220) / 10,
          salinite: int(280, 390) / 10,
          conforme: pick([true, false]),
          technicien: person(),
          commentaire: pick(['Rien à signaler.', 'Eau trouble,\nà contrôler demain.', 'Mousse en surface.']),
        };
      return {
        fields: r,
        subject: `Mesures du point ${r.point}`,
        body: `Bonjour,\n\nvoici les mesures du jour.\n\nPoint de mesure : ${r.point}\nPrélèvement : ${short(d)} à ${t}\nTempérature : ${fr(r.temperature)} °C\nSalinité : ${fr(r.salinite)} g/l\nConforme : ${r.conforme ? 'oui' : 'non'}\nTechnicien : ${r.technicien}\nCommentaire : ${r.commentaire}\n\nCordialement,\nle laboratoire\n`,
        marks: {
          point: { text: r.point, n: 1 },
          prelevement: `${short(d)} à ${t}`,
          temperature: { text: fr(r.temperature), last: 'Température :' },
          salinite: { text: fr(r.salinite), last: 'Salinité :' },
          conforme: { text: r.conforme ? 'oui' : 'non', last: 'Conforme :' },
          technicien: r.technicien,
        },
      };
    },
  },
  // what is fetched when: lines of a day, a dash, what is taken, the bin in brackets
  'p05-bins': {
    kind: 'list',
    fields: { address: T('text'), month: T('text') },
    items: { day: T('date'), waste: T('text'), bin: T('text') },
    make() {
      const items = Array.from({ length: int(3, 6) }, () => {
          const d = date();
          return {
            day: d,
            waste: pick(['General waste', 'Glass and cans', 'Garden waste', 'Paper and card']),
            bin: pick(['grey bin', 'green bin', 'blue box']),
          };
        }),
        days = items.map((x) => `${x.day.w.slice(0, 3)} ${long(x.day)}`),
        r = {
          address: `${int(1, 90)} ${pick(streets)}`,
          month: pick(['October', 'November', 'December']),
        };
      return {
        fields: r,
        items: items.map((x) => ({ ...x, day: x.day.iso })),
        subject: `Your collections in ${r.month}`,
        body: `Hello,\n\nhere is what we collect at ${r.address} in ${r.month}:\n\n${items.map((x) => `${x.day.w.slice(0, 3)} ${long(x.day)} - ${x.waste} (${x.bin})`).join('\n')}\n\nPlease put your bins out by 7 am.\n`,
        marks: { address: r.address, month: { text: r.month, n: 1 } },
        im: () => ({ day: days.shift(), waste: null, bin: null }),
      };
    },
  },
  // Spanish, a transfer: pairs in a table with grey labels, a masked account
  'p06-transferencia': {
    kind: 'template',
    html: true,
    locale: 'es-ES',
    fields: {
      importe: T('amount'),
      ordenante: T('text'),
      cuenta: T('text'),
      concepto: T('text'),
      fecha: T('date'),
      referencia: T('text'),
    },
    make() {
      const d = date(),
        v = cents(20, 5000),
        r = {
          importe: am(v, 'EUR'),
          ordenante: pick(['Lonja de Peñablanca', 'Astilleros Brisa', 'Hostal del Faro']),
          cuenta: `**** ${int(1000, 9999)}`,
          concepto: `${pick(['Factura', 'Alquiler', 'Fianza'])} ${int(10, 999)}`,
          fecha: d.iso,
          referencia: `TR${int(1e7, 9e7)}`,
        },
        row = (k, b) => `<tr><td style="color:#777">${k}</td><td>${b}</td></tr>`;
      return {
        fields: r,
        subject: 'Ha recibido una transferencia',
        body: page(
          `<tr><td><p>Hola, ${person()}:</p><p>Ha recibido una transferencia en su cuenta.</p><table>${row('Importe', `${eur(v)} €`)}${row('Ordenante', r.ordenante)}${row('Cuenta de abono', r.cuenta)}${row('Concepto', r.concepto)}${row('Fecha de operación', short(d))}${row('Referencia', r.referencia)}</table><p>Gracias por su confianza.</p></td></tr>`,
        ),
        marks: {
          importe: `${eur(v)} €`,
          ordenante: r.ordenante,
          cuenta: r.cuenta,
          concepto: r.concepto,
          fecha: short(d),
          referencia: r.referencia,
        },
      };
    },
  },
  // an order in HTML: the choice made in small letters below the article, pieces, price; sums over two columns; where it goes
  'p07-order': {
    kind: 'table',
    html: true,
    fields: {
      order: T('text'),
      placed: T('date'),
      subtotal: T('amount'),
      delivery: T('amount'),
      total: T('amount'),
      ship_to: T('text'),
      email: T('email'),
    },
    items: { item: T('text'), qty: T('integer'), price: T('amount') },
    make() {
      const d = date(),
        items = some(['Oilskin jacket', 'Deck boots', 'Wool hat', 'Sea bag', 'Gloves'], int(2, 4)).map((item) => ({
          item,
          option: `${pick(['Size: S', 'Size: M', 'Size: L'])}, ${pick(['navy', 'yellow', 'grey'])}`,
          qty: int(1, 4),
          price: am(cents(10, 200), 'GBP'),
        })),
        subtotal = round(items.reduce((sum, x) => sum + x.price.value, 0)),
        delivery = pick([0, 4.95]),
        who = person(),
        r = {
          order: `#${int(1000, 99999)}`,
          placed: d.iso,
          subtotal: am(subtotal, 'GBP'),
          delivery: am(delivery, 'GBP'),
          total: am(round(subtotal + delivery), 'GBP'),
          ship_to: `${who}\n${int(1, 90)} ${pick(streets)}\n${pick(towns)}`,
          email: mailOf(who),
        },
        sum = (k, v) => `<tr><td colspan="2" align="right">${k}</td><td>£${money(v)}</td></tr>`;
      return {
        fields: r,
        items: items.map(({ option, ...x }) => x),
        subject: `Order ${r.order} confirmed`,
        body: page(
          `<tr><td><h1>Thank you for your order!</h1><p>Order ${r.order}, placed on ${long(d)}. We write to ${r.email} when it leaves.</p><table><tr><th>Item</th><th>Qty</th><th>Price</th></tr>${items.map((x) => `<tr><td>${x.item}<br><small>${x.option}</small></td><td>${x.qty}</td><td>£${money(x.price.value)}</td></tr>`).join('')}${sum('Subtotal', subtotal)}${sum('Delivery', delivery)}${sum('Total', subtotal + delivery)}</table><h3>Ship to</h3><p>${r.ship_to.replaceAll('\n', '<br>')}</p><a class="btn" href="https://kind.example/o">View order</a></td></tr>`,
        ),
        marks: {
          order: { text: r.order, n: 1 },
          placed: long(d),
          subtotal: { text: `£${money(subtotal)}`, last: 'Subtotal' },
          delivery: { text: `£${money(delivery)}`, last: 'Delivery' },
          total: { text: `£${money(subtotal + delivery)}`, last: 'Total' },
          email: r.email,
        },
        im: (x) => ({ item: x.item, qty: null, price: `£${money(x.price.value)}` }),
      };
    },
  },
  // tasks of a week: a heading a project, below it bullets of what, by when, and whose
  'p08-tasks': {
    kind: 'list',
    html: true,
    fields: { week: T('integer'), open: T('integer') },
    items: { task: T('text'), due: T('date'), owner: T('text') },
    make() {
      const names = some(
          ['Paint the crane', 'Order ropes', 'Check the lights', 'Mend the gate', 'Call the diver', 'Count the buoys'],
          int(4, 6),
        ),
        items = names.map((task) => ({ task, due: date(), owner: person() })),
        half = Math.ceil(items.length / 2),
        r = { week: int(40, 49), open: items.length },
        list = (xs) =>
          `<ul>${xs.map((x) => `<li><b>${x.task}</b> – due ${long(x.due)} – ${x.owner}</li>`).join('')}</ul>`;
      return {
        fields: r,
        items: items.map((x) => ({ ...x, due: x.due.iso })),
        subject: `Tasks, week ${r.week}`,
        body: `<html><body><p>Hello team,</p><p>in week ${r.week} there are ${r.open} open tasks.</p><h3>North quay</h3>${list(items.slice(0, half))}<h3>South quay</h3>${list(items.slice(half))}<p>Have a good week</p></body></html>`,
        marks: { week: { text: String(r.week), last: 'in week' }, open: { text: String(r.open), last: 'there are' } },
        im: (x) => ({ task: x.task, due: null, owner: null }),
      };
    },
  },
  // Dutch, a table in a restaurant: a sentence with the day and hour, then pairs with a remark
  'p09-tafel': {
    kind: 'template',
    locale: 'nl-NL',
    fields: {
      naam: T('text'),
      personen: T('integer'),
      datum: T('date'),
      tijd: T('time'),
      telefoon: T('phone'),
      opmerking: T('text'),
    },
    make() {
      const d = date(),
        r = {
          naam: person(),
          personen: int(2, 12),
          datum: d.iso,
          tijd: time(),
          telefoon: phone(),
          opmerking: pick(['Graag bij het raam.', 'Een kinderstoel.', 'Geen noten, alstublieft.']),
        };
      return {
        fields: r,
        subject: `Nieuwe reservering: ${r.naam}`,
        body: `Er is een nieuwe reservering gemaakt.\n\nNaam: ${r.naam}\nAantal personen: ${r.personen}\nDatum: ${d.d} ${nmonths[d.m]} ${d.y}\nTijd: ${r.tijd} uur\nTelefoon: ${spaced(r.telefoon)}\nOpmerking: ${r.opmerking}\n\nDeze reservering is automatisch bevestigd.\n`,
        marks: {
          naam: { text: r.naam, n: 1 },
          personen: { text: String(r.personen), last: 'personen:' },
          datum: `${d.d} ${nmonths[d.m]} ${d.y}`,
          tijd: { text: r.tijd, last: 'Tijd:' },
          telefoon: spaced(r.telefoon),
          opmerking: r.opmerking,
        },
      };
    },
  },
  // an enquiry of a form with the words of the person in its midst, then more labels; what the form itself knows at the end
  'p10-enquiry': {
    kind: 'template',
    fields: {
      first_name: T('text'),
      last_name: T('text'),
      email: T('email'),
      enquiry: T('text'),
      budget: T('amount'),
      newsletter: T('yes-no'),
      page: T('url'),
      sent: T('datetime'),
    },
    make() {
      const d = date(),
        t = time(),
        who = person(),
        [first, ...last] = who.split(' '),
        v = int(2, 90) * 100,
        r = {
          first_name: first,
          last_name: last.join(' '),
          email: mailOf(who),
          enquiry: pick([
            'We would like to hire the hall.\nIs it free in May?',
            'How long is the waiting list?',
            'My boat is 9 m long.\n\nCould you take it ashore in the winter?\nKind regards',
          ]),
          budget: am(v, 'GBP'),
          newsletter: pick([true, false]),
          page: `https://www.kind.example/${pick(['hall', 'berths', 'winter'])}`,
          sent: `${d.iso}T${t}`,
        };
      return {
        fields: r,
        subject: 'New enquiry from the website',
        body: `You have a new enquiry.\n\nFirst name: ${r.first_name}\nLast name: ${r.last_name}\nEmail: ${r.email}\nYour enquiry: ${r.enquiry}\nBudget: £${money(v)}\nNewsletter: ${r.newsletter ? 'Yes' : 'No'}\n\n---\nPage: ${r.page}\nSent: ${short(d)} ${t}\n`,
        marks: {
          first_name: { text: r.first_name, last: 'First name:' },
          last_name: { text: r.last_name, last: 'Last name:' },
          email: r.email,
          budget: `£${money(v)}`,
          newsletter: { text: r.newsletter ? 'Yes' : 'No', last: 'Newsletter:' },
          page: r.page,
          sent: `${short(d)} ${t}`,
        },
      };
    },
  },
  // Italian, the day of a practice: lines of the hour, a dash, who, a dash, what, how long in brackets
  'p11-agenda': {
    kind: 'list',
    locale: 'it-IT',
    fields: { medico: T('text'), giorno: T('date'), sala: T('integer') },
    items: { ora: T('time'), paziente: T('text'), motivo: T('text'), durata: T('integer') },
    make() {
      const d = date(),
        items = Array.from({ length: int(3, 6) }, () => ({
          ora: time(),
          paziente: person(),
          motivo: pick(['visita di controllo', 'vaccino', 'prima visita']),
          durata: pick([10, 20, 30, 45]),
        })),
        r = { medico: `Dott. ${person()}`, giorno: d.iso, sala: int(1, 9) };
      return {
        fields: r,
        items,
        subject: `Appuntamenti del ${short(d)}`,
        body: `Medico: ${r.medico}\nGiorno: ${short(d)}\nSala: ${r.sala}\n\n${items.map((x) => `${x.ora} – ${x.paziente} – ${x.motivo} (${x.durata} min)`).join('\n')}\n\nBuon lavoro\n`,
        marks: {
          medico: r.medico,
          giorno: { text: short(d), last: 'Giorno:' },
          sala: { text: String(r.sala), last: 'Sala:' },
        },
        im: (x) => ({ ora: null, paziente: x.paziente, motivo: null, durata: null }),
      };
    },
  },
  // new prices: a table in text with the figures to the right and headings in two lines
  'p12-prices': {
    kind: 'table',
    fields: { list: T('text'), valid_from: T('date'), supersedes: T('text') },
    items: { code: T('text'), description: T('text'), old_price: T('number'), new_price: T('number') },
    make() {
      const d = date(),
        items = some(['Shackle 8 mm', 'Shackle 10 mm', 'Fender large', 'Cleat', 'Rope 12 mm'], int(3, 5)).map(
          (description) => ({
            code: `K${int(100, 999)}`,
            description,
            old_price: cents(2, 90),
            new_price: cents(2, 120),
          }),
        ),
        r = { list: `${int(10, 99)}-B`, valid_from: d.iso, supersedes: `${int(10, 99)}-A` };
      return {
        fields: r,
        items,
        subject: `Price list ${r.list}`,
        body: `Dear customer,\n\nour price list ${r.list} is valid from ${long(d)}. It supersedes list ${r.supersedes}.\n\n${'Code'.padEnd(8)}${'Description'.padEnd(18)}${'Old'.padStart(8)}${'New'.padStart(10)}\n${''.padEnd(26)}${'price'.padStart(8)}${'price'.padStart(10)}\n${items.map((x) => `${x.code.padEnd(8)}${x.description.padEnd(18)}${money(x.old_price).padStart(8)}${money(x.new_price).padStart(10)}`).join('\n')}\n\nAll prices without VAT.\n`,
        marks: { list: { text: r.list, n: 1 }, valid_from: long(d), supersedes: r.supersedes },
        im: (x) => ({
          code: x.code,
          description: x.description,
          old_price: null,
          new_price: null,
        }),
      };
    },
  },
};
