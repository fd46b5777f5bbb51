// Sixteen more, as portals, machines, offices and shops send them in eight languages; written down before anybody looked at what becomes of them.
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
  maybe,
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
const smonths = 'januari februari mars april maj juni juli augusti september oktober november december'.split(' ');
const clock = (seconds) => `${pad(Math.floor(seconds / 60))}:${pad(seconds % 60)}`;

export const kinds = {
  // a lead of a portal for houses: labels in bold, each in a div of its own, the message in a box, a button
  'z01-house-lead': {
    kind: 'template',
    html: true,
    fields: {
      reference: T('text'),
      property: T('text'),
      price: T('amount'),
      name: T('text'),
      phone: T('phone'),
      email: T('email'),
      move_in: T('text'),
      message: T('text'),
    },
    make() {
      const name = person(),
        r = {
          reference: `GB-${int(10000, 99999)}`,
          property: `${int(2, 5)} bedroom ${pick(['terrace', 'cottage', 'flat'])}, ${pick(streets)}, ${pick(towns)}`,
          price: am(int(150, 620) * 1000, 'GBP'),
          name,
          phone: phone(),
          email: mailOf(name),
          move_in: pick(['as soon as possible', 'in three months', 'spring next year']),
          message: pick([
            'Is the garden shared with the neighbours?',
            'We would like to see it on a Saturday, please.',
            'Does the price include the shed and the boiler? We have a dog.',
          ]),
        };
      return {
        fields: r,
        subject: `New enquiry about ${r.reference}`,
        body: page(
          `<tr><td><div style="font-size:20px">You have a new enquiry</div><div class="p"><a href="https://kind.example/h/${r.reference}">${r.property}</a></div><div class="p"><b>Our reference</b> ${r.reference}</div><div class="p"><b>Asking price</b> £${money(r.price.value).replace('.00', '')}</div></td></tr><tr><td><div style="font-size:16px">About the buyer</div><div class="p"><b>Name</b> ${r.name}</div><div class="p"><b>Telephone</b> ${spaced(r.phone)}</div><div class="p"><b>E-mail</b> <a href="mailto:${r.email}">${r.email}</a></div><div class="p"><b>Wants to move</b> ${r.move_in}</div><div style="background:#eee;padding:8px"><b>Their message</b><br>${r.message}</div><a class="btn" href="https://kind.example/answer/${int(1, 1e6)}">Answer now</a></td></tr>`,
        ),
        marks: {
          price: `£${money(r.price.value).replace('.00', '')}`,
          reference: { text: r.reference, n: 1 },
          phone: spaced(r.phone),
        },
      };
    },
  },
  // somebody left a message on the answering machine: one sentence, then what was said
  'z02-voicemail': {
    kind: 'template',
    fields: {
      caller: T('phone'),
      box: T('text'),
      at: T('datetime'),
      length: T('text'),
      said: T('text'),
    },
    make() {
      const d = date(),
        at = time(),
        r = {
          caller: phone(),
          box: String(int(100, 899)),
          at: `${d.iso}T${at}`,
          length: clock(int(5, 190)),
          said: pick([
            'Hello, this is about the invoice of last week. Please ring me back.',
            'Good morning, I cannot find the key to the boat shed.',
            'Hi, could somebody look at the pump on pier two, it is running all the time. Thanks.',
          ]),
        };
      return {
        fields: r,
        subject: `Voice message from ${spaced(r.caller)}`,
        body: `You have a new voice message.\n\nFrom:      ${spaced(r.caller)}\nMailbox:   ${r.box}\nReceived:  ${d.w}, ${long(d)} at ${at}\nDuration:  ${r.length}\n\nTranscript (may contain errors)\n-------------------------------\n${r.said}\n\nPlay the message by dialling *97.\n`,
        marks: {
          caller: { text: spaced(r.caller), last: 'From:' },
          at: `${d.w}, ${long(d)} at ${at}`,
          box: { text: r.box, last: 'Mailbox:' },
        },
      };
    },
  },
  // what the backup did last night, in German: aligned labels, figures with units, a verdict in the subject
  'z03-sicherung': {
    kind: 'template',
    locale: 'de-DE',
    fields: {
      job: T('text'),
      state: T('text'),
      began: T('datetime'),
      ended: T('datetime'),
      files: T('integer'),
      size: T('number', { unit: 'GB' }),
      errors: T('integer'),
      target: T('text'),
    },
    make() {
      const d = date(),
        r = {
          job: pick(['NAS-Archiv', 'Buchhaltung', 'Postfächer', 'Webserver']),
          state: pick(['erfolgreich', 'mit Warnungen', 'fehlgeschlagen']),
          began: `${d.iso}T0${int(1, 3)}:${pad(int(0, 59))}`,
          ended: `${d.iso}T0${int(4, 7)}:${pad(int(0, 59))}`,
          files: int(1200, 940000),
          size: int(10, 9000) / 10,
          errors: int(0, 40),
          target: pick(['Band 14', 'Platte B', 'Keller-NAS']),
        },
        day = (iso) => `${dot(d)} ${iso.slice(11)}`;
      return {
        fields: r,
        subject: `[Sicherung] ${r.job}: ${r.state}`,
        body: `Auftrag . . . . . . : ${r.job}\nErgebnis. . . . . . : ${r.state}\nBeginn. . . . . . . : ${day(r.began)}\nEnde. . . . . . . . : ${day(r.ended)}\nDateien . . . . . . : ${r.files.toLocaleString('de-DE')}\nDatenmenge. . . . . : ${String(r.size).replace('.', ',')} GB\nFehler. . . . . . . : ${r.errors}\nZiel. . . . . . . . : ${r.target}\n\nDiese Nachricht wurde automatisch erzeugt.\n`,
        marks: {
          job: { text: r.job, n: 1 },
          state: { text: r.state, n: 1 },
          began: day(r.began),
          ended: day(r.ended),
          files: r.files.toLocaleString('de-DE'),
          size: `${String(r.size).replace('.', ',')} GB`,
          errors: { text: String(r.errors), last: 'Fehler. . . . . . . :' },
        },
      };
    },
  },
  // a room was booked, in Italian: a two-column table with labels at the left, the guest in a sentence above it
  'z04-prenotazione': {
    kind: 'template',
    html: true,
    locale: 'it-IT',
    fields: {
      number: T('text'),
      guest: T('text'),
      arrival: T('date'),
      departure: T('date'),
      room: T('text'),
      people: T('integer'),
      total: T('amount'),
      note: T('text'),
    },
    make() {
      const a = date(),
        b = date(),
        day = (d) => `${d.d} ${imonths[d.m]} ${d.y}`,
        r = {
          number: `P${int(100000, 999999)}`,
          guest: person(),
          arrival: a.iso,
          departure: b.iso,
          room: pick(['Doppia vista mare', 'Singola', 'Tripla con balcone', 'Suite']),
          people: int(1, 4),
          total: am(cents(80, 1900), 'EUR'),
          note: seldom(pick(['arriviamo tardi', 'un lettino per bambino', 'senza glutine'])),
        };
      return {
        fields: r,
        subject: `Nuova prenotazione ${r.number}`,
        body: page(
          `<tr><td><p>Gentile albergatore,</p><p>avete ricevuto una nuova prenotazione da <strong>${r.guest}</strong>.</p><table cellpadding="6"><tr><td>Numero di prenotazione</td><td><strong>${r.number}</strong></td></tr><tr><td>Arrivo</td><td>${day(a)}</td></tr><tr><td>Partenza</td><td>${day(b)}</td></tr><tr><td>Camera</td><td>${r.room}</td></tr><tr><td>Ospiti</td><td>${r.people}</td></tr><tr><td>Totale</td><td>€ ${eur(r.total.value)}</td></tr>${r.note ? `<tr><td>Richieste particolari</td><td>${r.note}</td></tr>` : ''}</table><p>Cordiali saluti</p></td></tr>`,
        ),
        marks: {
          number: { text: r.number, n: 1 },
          arrival: { text: day(a), last: 'Arrivo' },
          departure: { text: day(b), last: 'Partenza' },
          people: { text: String(r.people), last: 'Ospiti' },
          total: `€ ${eur(r.total.value)}`,
        },
      };
    },
  },
  // a domain runs out: sentences, each with one fact
  'z05-expiry': {
    kind: 'template',
    fields: { domain: T('text'), expires: T('date'), days: T('integer'), fee: T('amount'), account: T('text') },
    make() {
      const d = date(),
        r = {
          domain: `${pick(['gannet', 'tarn', 'kirkholm', 'otterby'])}-${pick(['sails', 'tea', 'boats', 'choir'])}.example`,
          expires: d.iso,
          days: int(3, 60),
          fee: am(cents(8, 40), 'USD'),
          account: `AC${int(1000, 9999)}`,
        };
      return {
        fields: r,
        subject: `${r.domain} expires in ${r.days} days`,
        body: `Hello,\n\nyour domain ${r.domain} expires on ${months[d.m]} ${d.d}, ${d.y}, which is in ${r.days} days.\n\nTo keep it, renew it before that day. The fee for another year is $${r.fee.value.toFixed(2)}. Your account number is ${r.account}.\n\nIf you do nothing, the domain is released to others.\n\nThe registry desk\n`,
        marks: {
          domain: { text: r.domain, n: 1 },
          expires: `${months[d.m]} ${d.d}, ${d.y}`,
          days: { text: String(r.days), last: 'which is in' },
          fee: `$${r.fee.value.toFixed(2)}`,
        },
      };
    },
  },
  // goods come back to a shop, in Dutch: a form by colons, and a table of what comes back
  'z06-retour': {
    kind: 'template',
    html: true,
    locale: 'nl-NL',
    fields: { number: T('text'), order: T('text'), customer: T('text'), asked: T('date'), refund: T('amount') },
    items: { article: T('text'), quantity: T('integer'), reason: T('text'), value: T('amount') },
    make() {
      const d = date(),
        items = times(int(2, 4), () => ({
          article: pick(['Zeillaarzen maat 42', 'Regenjas groen', 'Lijn 10 m', 'Kompas', 'Muts wol']),
          quantity: int(1, 3),
          reason: pick(['te klein', 'beschadigd', 'verkeerd geleverd', 'bevalt niet']),
          value: am(cents(8, 120), 'EUR'),
        })),
        r = {
          number: `R-${int(10000, 99999)}`,
          order: `${int(200000, 299999)}`,
          customer: person(),
          asked: d.iso,
          refund: am(round(items.reduce((sum, x) => sum + x.value.value, 0)), 'EUR'),
        };
      return {
        fields: r,
        items,
        subject: `Retour ${r.number} aangemeld`,
        body: page(
          `<tr><td><p>Er is een retour aangemeld in de webwinkel.</p><p>Retournummer: ${r.number}<br>Bestelling: ${r.order}<br>Klant: ${r.customer}<br>Aangemeld op: ${d.d} ${nmonths[d.m]} ${d.y}</p><table border="1"><tr><th>Artikel</th><th>Aantal</th><th>Reden</th><th>Waarde</th></tr>${items.map((x) => `<tr><td>${x.article}</td><td>${x.quantity}</td><td>${x.reason}</td><td>€ ${eur(x.value.value)}</td></tr>`).join('')}</table><p>Terug te betalen: <b>€ ${eur(r.refund.value)}</b></p></td></tr>`,
        ),
        marks: {
          number: { text: r.number, n: 1 },
          order: { text: r.order, n: 1 },
          asked: `${d.d} ${nmonths[d.m]} ${d.y}`,
          refund: { text: `€ ${eur(r.refund.value)}`, last: 'betalen:' },
        },
        im: (x) => ({
          article: x.article,
          quantity: String(x.quantity),
          reason: x.reason,
          value: `€ ${eur(x.value.value)}`,
        }),
      };
    },
  },
  // somebody applied for a post, in Swedish: labels in small print above the values, cells of a grid of two
  'z07-ansokan': {
    kind: 'template',
    html: true,
    locale: 'sv-SE',
    fields: {
      post: T('text'),
      applicant: T('text'),
      email: T('email'),
      phone: T('phone'),
      start: T('date'),
      salary: T('amount'),
    },
    make() {
      const name = person(),
        d = date(),
        r = {
          post: pick(['Hamnvakt', 'Kranförare', 'Bokhållare', 'Kock till bryggan']),
          applicant: name,
          email: mailOf(name),
          phone: `+4670${int(1000000, 9999999)}`,
          start: d.iso,
          salary: am(int(24, 48) * 1000, 'SEK'),
        },
        number = r.phone.replace(/^(...)(..)(...)(..)(..)$/, '$1 $2 $3 $4 $5'),
        kronor = `${r.salary.value.toLocaleString('sv-SE').replace(/\s/g, ' ')} kr`,
        cell = (label, value) =>
          `<td width="50%" style="padding:8px"><span style="font-size:11px;color:#777">${label}</span><br><span style="font-size:15px">${value}</span></td>`;
      return {
        fields: r,
        subject: `Ny ansökan: ${r.post}`,
        body: page(
          `<tr><td><h2>Ny ansökan</h2><table width="100%"><tr>${cell('Tjänst', r.post)}${cell('Sökande', r.applicant)}</tr><tr>${cell('E-post', r.email)}${cell('Telefon', number)}</tr><tr>${cell('Kan börja', `${d.d} ${smonths[d.m]} ${d.y}`)}${cell('Löneanspråk', kronor)}</tr></table><p>Bifogat: CV och personligt brev.</p></td></tr>`,
        ),
        marks: {
          post: { text: r.post, n: 1 },
          phone: number,
          start: `${d.d} ${smonths[d.m]} ${d.y}`,
          salary: kronor,
        },
      };
    },
  },
  // money came in, as a bank tells it in French: one line of facts in a sentence, the reference in brackets
  'z08-virement': {
    kind: 'template',
    locale: 'fr-FR',
    fields: { amount: T('amount'), payer: T('text'), day: T('date'), reference: T('text'), balance: T('amount') },
    make() {
      const d = date(),
        fr = (v) => `${eur(v).replaceAll('.', ' ')} €`,
        r = {
          amount: am(cents(20, 4000), 'EUR'),
          payer: pick([person().toUpperCase(), 'SARL LES PONTONS', 'MAIRIE DE KIRKHOLM', 'CLUB NAUTIQUE']),
          day: d.iso,
          reference: `FAC ${int(1000, 9999)}/${int(10, 99)}`,
          balance: am(cents(1000, 90000), 'EUR'),
        };
      return {
        fields: r,
        subject: 'Vous avez reçu un virement',
        body: `Bonjour,\n\nUn virement de ${fr(r.amount.value)} émis par ${r.payer} a été crédité sur votre compte le ${d.d} ${fmonths[d.m]} ${d.y}.\n\nMotif : ${r.reference}\nNouveau solde : ${fr(r.balance.value)}\n\nCe message est envoyé automatiquement, merci de ne pas y répondre.\n`,
        marks: {
          amount: { text: fr(r.amount.value), last: 'virement de' },
          day: `${d.d} ${fmonths[d.m]} ${d.y}`,
          balance: { text: fr(r.balance.value), last: 'solde :' },
        },
      };
    },
  },
  // hours of a week as a helper writes them: a line a day, a sum below
  'z09-hours': {
    kind: 'template',
    fields: { week: T('integer'), total: T('number'), site: T('text') },
    items: { day: T('text'), from: T('time'), to: T('time'), hours: T('number'), task: T('text') },
    make() {
      const items = some(['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday'], int(3, 5)).map((day) => {
          const [a, b] = [int(6, 9), int(12, 18)];
          return {
            day,
            from: `${pad(a)}:00`,
            to: `${pad(b)}:30`,
            hours: b - a + 0.5,
            task: pick(['painting hulls', 'mowing', 'crane duty', 'front desk', 'cleaning showers']),
          };
        }),
        r = {
          week: int(2, 51),
          total: items.reduce((sum, x) => sum + x.hours, 0),
          site: pick(['North yard', 'South pier', 'Club house']),
        };
      return {
        fields: r,
        items,
        subject: `Hours of week ${r.week}`,
        body: `Hi,\n\nhere are my hours of week ${r.week} at ${r.site}:\n\n${items.map((x) => `${x.day} ${x.from}-${x.to} (${x.hours.toFixed(1)} h) ${x.task}`).join('\n')}\n\nTotal: ${r.total.toFixed(1)} hours\n\nSee you next week,\nKester\n`,
        marks: {
          week: { text: String(r.week), last: 'hours of week' },
          site: { text: r.site, n: 1 },
          total: { text: r.total.toFixed(1), last: 'Total:' },
        },
        im: (x) => ({ day: x.day, from: x.from, to: x.to, hours: x.hours.toFixed(1), task: x.task }),
      };
    },
  },
  // a permit for a car, in Spanish: a definition list, some of it missing at times
  'z10-permiso': {
    kind: 'template',
    html: true,
    locale: 'es-ES',
    fields: {
      file: T('text'),
      holder: T('text'),
      plate: T('text'),
      zone: T('text'),
      from: T('date'),
      to: T('date'),
      fee: T('amount'),
      second_plate: T('text'),
    },
    make() {
      const a = date(),
        b = date(),
        plate = () => `${int(1000, 9999)} ${pick(['BCD', 'FGH', 'JKL', 'MNP'])}`,
        r = {
          file: `2026/${int(100, 9999)}`,
          holder: person(),
          plate: plate(),
          zone: pick(['A', 'B', 'C1', 'Puerto']),
          from: a.iso,
          to: b.iso,
          fee: am(cents(10, 90), 'EUR'),
          second_plate: seldom(plate()),
        };
      return {
        fields: r,
        subject: `Permiso de aparcamiento ${r.file}`,
        body: page(
          `<tr><td><h1>Permiso de aparcamiento</h1><dl><dt>Expediente</dt><dd>${r.file}</dd><dt>Titular</dt><dd>${r.holder}</dd><dt>Matrícula</dt><dd>${r.plate}</dd>${r.second_plate ? `<dt>Segunda matrícula</dt><dd>${r.second_plate}</dd>` : ''}<dt>Zona</dt><dd>${r.zone}</dd><dt>Válido desde</dt><dd>${short(a)}</dd><dt>Válido hasta</dt><dd>${short(b)}</dd><dt>Tasa</dt><dd>${eur(r.fee.value)} €</dd></dl></td></tr>`,
        ),
        marks: {
          file: { text: r.file, n: 1 },
          plate: { text: r.plate, n: 1 },
          zone: { text: r.zone, last: 'Zona' },
          from: { text: short(a), last: 'desde' },
          to: { text: short(b), last: 'hasta' },
          fee: `${eur(r.fee.value)} €`,
        },
      };
    },
  },
  // a host is ill: an alert in short lines, without blanks or with them, and the last readings
  'z11-host-alert': {
    kind: 'template',
    fields: {
      host: T('text'),
      check: T('text'),
      state: T('text'),
      since: T('datetime'),
      load: T('number'),
      free: T('number', { unit: '%' }),
      link: T('url'),
    },
    make() {
      const d = date(),
        at = time(),
        r = {
          host: `${pick(['web', 'db', 'mail'])}${int(1, 9)}.gannetbay.example`,
          check: pick(['disk', 'load', 'ping', 'certificate']),
          state: pick(['WARNING', 'CRITICAL', 'OK']),
          since: `${d.iso}T${at}`,
          load: int(10, 900) / 100,
          free: int(1, 99),
          link: `https://watch.example/h/${int(100, 999)}`,
        };
      return {
        fields: r,
        subject: `${r.state}: ${r.check} on ${r.host}`,
        body: `*** ${r.state} ***\n\nHost=${r.host}\nCheck=${r.check}\nSince=${d.iso}T${at}:00Z\n\nLoad (5 min): ${r.load}\nFree space: ${r.free}%\n\nAcknowledge: ${r.link}\n`,
        marks: {
          host: { text: r.host, n: 1 },
          check: { text: r.check, last: 'Check=' },
          state: { text: r.state, n: 1 },
          since: `${d.iso}T${at}:00Z`,
          load: { text: String(r.load), last: '(5 min):' },
          free: `${r.free}%`,
        },
      };
    },
  },
  // a course is sold, in Portuguese: lines with arrows between label and value
  'z12-inscricao': {
    kind: 'template',
    locale: 'pt-PT',
    fields: {
      student: T('text'),
      born: T('date'),
      course: T('text'),
      level: T('text'),
      starts: T('date'),
      price: T('amount'),
      paid_by: T('text'),
    },
    make() {
      const a = date(),
        b = date(),
        r = {
          student: person(),
          born: `${int(1960, 2012)}-${pad(a.m + 1)}-${pad(a.d)}`,
          course: pick(['Vela ligeira', 'Remo', 'Nós e cabos', 'Carta de marinheiro']),
          level: pick(['iniciação', 'intermédio', 'avançado']),
          starts: b.iso,
          price: am(cents(40, 400), 'EUR'),
          paid_by: pick(['transferência', 'dinheiro', 'cartão']),
        },
        born = `${pad(a.d)}-${pad(a.m + 1)}-${r.born.slice(0, 4)}`;
      return {
        fields: r,
        subject: `Inscrição no curso de ${r.course}`,
        body: `Nova inscrição recebida pelo site:\n\nAluno → ${r.student}\nNascimento → ${born}\nCurso → ${r.course}\nNível → ${r.level}\nInício → ${pad(b.d)}-${pad(b.m + 1)}-${b.y}\nPreço → ${eur(r.price.value)} €\nPagamento → ${r.paid_by}\n\nObrigado,\na secretaria\n`,
        marks: {
          born,
          course: { text: r.course, n: 1 },
          starts: { text: `${pad(b.d)}-${pad(b.m + 1)}-${b.y}`, last: 'Início →' },
          price: `${eur(r.price.value)} €`,
        },
      };
    },
  },
  // a truck is weighed: one line with semicolons and names before the values, two weighings below
  'z13-weighing': {
    kind: 'template',
    fields: {
      ticket: T('text'),
      plate: T('text'),
      goods: T('text'),
      gross: T('integer', { unit: 'kg' }),
      tare: T('integer', { unit: 'kg' }),
      net: T('integer', { unit: 'kg' }),
      at: T('datetime'),
    },
    make() {
      const d = date(),
        at = time(),
        [tare, net] = [int(8000, 15000), int(3000, 24000)],
        r = {
          ticket: String(int(40000, 69999)),
          plate: `${pick(['KB', 'GN', 'TV'])}${int(10, 99)} ${pick(['XRT', 'LOM', 'PQA'])}`,
          goods: pick(['gravel 8/16', 'sand', 'scrap mixed', 'topsoil']),
          gross: tare + net,
          tare,
          net,
          at: `${d.iso}T${at}`,
        };
      return {
        fields: r,
        subject: `Weighbridge ticket ${r.ticket}`,
        body: `WEIGHBRIDGE\n\nTicket ${r.ticket}; Vehicle ${r.plate}; Goods ${r.goods}\n\nGross ${r.gross} kg\nTare  ${r.tare} kg\nNet   ${r.net} kg\n\nPrinted ${short(d)} ${at}\n`,
        marks: {
          ticket: { text: r.ticket, n: 1 },
          plate: { text: r.plate, n: 1 },
          goods: { text: r.goods, n: 1 },
          gross: `${r.gross} kg`,
          tare: { text: `${r.tare} kg`, last: 'Tare' },
          net: { text: `${r.net} kg`, last: 'Net' },
          at: `${short(d)} ${at}`,
        },
      };
    },
  },
  // what a clinic found, in German: a table of values with what is usual, the patient above it in one line
  'z14-befund': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: { order: T('text'), animal: T('text'), owner: T('text'), taken: T('date') },
    items: { value: T('text'), result: T('number'), unit: T('text'), usual: T('text') },
    make() {
      const d = date(),
        items = some(
          [
            ['Hämatokrit', '%', '37 - 55'],
            ['Glukose', 'mmol/l', '3,5 - 6,1'],
            ['Kreatinin', 'µmol/l', '44 - 125'],
            ['Natrium', 'mmol/l', '140 - 155'],
            ['Kalium', 'mmol/l', '3,5 - 5,1'],
          ],
          int(3, 5),
        ).map(([value, unit, usual]) => ({ value, result: int(20, 1600) / 10, unit, usual })),
        r = {
          order: `L${int(100000, 999999)}`,
          animal: `${pick(['Bello', 'Minka', 'Fips'])} (${pick(['Hund', 'Katze', 'Kaninchen'])})`,
          owner: person(),
          taken: d.iso,
        };
      return {
        fields: r,
        items,
        subject: `Laborbefund ${r.order}`,
        body: `<html><body><h2>Laborbefund</h2><p>Auftrag: ${r.order} | Tier: ${r.animal} | Halter: ${r.owner} | Entnahme: ${d.d}. ${dmonths[d.m]} ${d.y}</p><table border="1"><tr><th>Messwert</th><th>Ergebnis</th><th>Einheit</th><th>Referenz</th></tr>${items.map((x) => `<tr><td>${x.value}</td><td align="right">${String(x.result).replace('.', ',')}</td><td>${x.unit}</td><td>${x.usual}</td></tr>`).join('')}</table><p>Der Befund wurde elektronisch freigegeben.</p></body></html>`,
        marks: {
          order: { text: r.order, n: 1 },
          taken: `${d.d}. ${dmonths[d.m]} ${d.y}`,
        },
        im: (x) => ({ value: x.value, result: String(x.result).replace('.', ','), unit: x.unit, usual: x.usual }),
      };
    },
  },
  // a survey was answered: questions as headings, answers below, stars as a figure
  'z15-survey': {
    kind: 'template',
    html: true,
    fields: {
      stay: T('text'),
      rating: T('integer'),
      best: T('text'),
      worse: T('text'),
      again: T('yes-no'),
      email: T('email'),
    },
    make() {
      const r = {
        stay: `${pick(['Berth', 'Cabin', 'Pitch'])} ${int(1, 60)}`,
        rating: int(1, 5),
        best: pick(['The quiet', 'Friendly staff at the desk', 'Hot showers, at all hours']),
        worse: pick(['More bins', 'The wifi is slow. Really slow.', 'Nothing']),
        again: maybe(0.7),
        email: mailOf(person()),
      };
      return {
        fields: r,
        subject: 'A guest has answered',
        body: `<html><body><h3>Where did you stay?</h3><p>${r.stay}</p><h3>How would you rate your stay, from 1 to 5?</h3><p>${r.rating}</p><h3>What did you like best?</h3><p>${r.best}</p><h3>What could be better?</h3><p>${r.worse}</p><h3>Would you come again?</h3><p>${r.again ? 'Yes' : 'No'}</p><h3>Your e-mail address</h3><p><a href="mailto:${r.email}">${r.email}</a></p></body></html>`,
        marks: {
          stay: { text: r.stay, n: 1 },
          rating: { text: String(r.rating), last: 'from 1 to 5?' },
          again: { text: r.again ? 'Yes' : 'No', last: 'come again?' },
        },
      };
    },
  },
  // offers of used boats, as cards: a photo, a name that is a link, a price, three facts with middots, a town
  'z16-boats': {
    kind: 'template',
    html: true,
    fields: { search: T('text'), found: T('integer') },
    items: {
      name: T('text'),
      price: T('amount'),
      year: T('integer'),
      length: T('number', { unit: 'm' }),
      engine: T('text'),
      place: T('text'),
      link: T('url'),
    },
    make() {
      const items = times(int(3, 5), () => ({
          name: `${pick(['Kittiwake', 'Fulmar', 'Petrel', 'Selkie'])} ${int(20, 39)}`,
          price: am(int(4, 90) * 500, 'GBP'),
          year: int(1975, 2022),
          length: int(55, 140) / 10,
          engine: pick(['diesel 18 hp', 'outboard 6 hp', 'no engine']),
          place: pick(towns),
          link: `https://kind.example/boat/${int(1000, 9999)}`,
        })),
        r = { search: pick(['sailing boats under 12 m', 'day boats', 'cruisers up to £50,000']), found: items.length };
      return {
        fields: r,
        items,
        subject: `${r.found} new boats for your search`,
        body: page(
          `<tr><td><h1>${r.found} new boats</h1><p>For your search “${r.search}”</p></td></tr>${items.map((x) => `<tr><td><table width="100%" class="card"><tr><td width="120"><img src="https://kind.example/i/${int(1, 999)}.jpg" width="120"></td><td><a href="${x.link}">${x.name}</a><br><b>£${money(x.price.value).replace('.00', '')}</b><br>${x.year} · ${x.length} m · ${x.engine}<br><span class="t">${x.place}</span></td></tr></table></td></tr>`).join('')}`,
        ),
        marks: { search: r.search, found: { text: String(r.found), n: 1 } },
        im: (x) => ({
          name: x.name,
          price: `£${money(x.price.value).replace('.00', '')}`,
          year: String(x.year),
          length: `${x.length} m`,
          engine: x.engine,
          place: x.place,
          link: { text: x.name, attr: 'href' },
        }),
      };
    },
  },
};
