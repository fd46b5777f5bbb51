// Twelve more, of houses, kitchens, programs and shops; written down before anybody looked at what becomes of them.
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
  nmonths,
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
const fdays = {
  Sunday: 'dimanche',
  Monday: 'lundi',
  Tuesday: 'mardi',
  Wednesday: 'mercredi',
  Thursday: 'jeudi',
  Friday: 'vendredi',
  Saturday: 'samedi',
};
const whole = (n) => String(n).replace(/\B(?=(\d{3})+$)/g, ',');

export const kinds = {
  // a house costs less now: the old price struck through, facts between dots
  'q01-reduced': {
    kind: 'template',
    html: true,
    fields: {
      address: T('text'),
      before: T('amount'),
      now: T('amount'),
      beds: T('integer'),
      baths: T('integer'),
      area: T('integer'),
      agent: T('text'),
    },
    make() {
      const before = int(180, 900) * 1000,
        r = {
          address: `${int(1, 99)} ${pick(streets)}, ${pick(towns)}`,
          before: am(before, 'GBP'),
          now: am(before - int(5, 30) * 1000, 'GBP'),
          beds: int(1, 5),
          baths: int(1, 3),
          area: int(40, 220),
          agent: pick(['Tern Estates', 'Quay Homes', 'Selwyn & Daughters']),
        };
      return {
        fields: r,
        subject: `Price reduced: ${r.address}`,
        body: page(
          `<tr><td><p>A home you saved costs less now.</p><img src="cid:1" alt=""><h2><a href="https://kind.example/h/${int(1000, 9999)}">${r.address}</a></h2><p><s style="color:#999">£${whole(r.before.value)}</s> <b>£${whole(r.now.value)}</b></p><p>${r.beds} bed · ${r.baths} bath · ${r.area} m²</p><p>Marketed by ${r.agent}</p><p><a class="btn" href="https://kind.example/v">Book a viewing</a></p></td></tr>`,
        ),
        marks: {
          address: { text: r.address, n: 1 },
          before: `£${whole(r.before.value)}`,
          now: `£${whole(r.now.value)}`,
          beds: { text: String(r.beds), last: `£${whole(r.now.value)}\n\n` },
          baths: { text: String(r.baths), last: 'bed · ' },
          area: { text: String(r.area), last: 'bath · ' },
          agent: r.agent,
        },
      };
    },
  },
  // somebody wants to be rung back, in German
  'q02-rueckruf': {
    kind: 'template',
    locale: 'de-DE',
    fields: {
      caller: T('text'),
      company: T('text'),
      phone: T('phone'),
      reason: T('text'),
      called: T('datetime'),
      taken_by: T('text'),
      urgent: T('boolean'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          caller: person(),
          company: pick(['Tischlerei Holm', 'Netzwerk Nord', 'Café Lotse', 'Bootsbau Quist']),
          phone: phone(),
          reason: pick(['Fragen zur Rechnung', 'Termin verschieben', 'Angebot für zwei Boote', 'Reklamation']),
          called: `${d.iso}T${t}`,
          taken_by: person().split(' ')[0],
          urgent: maybe(0.4),
        };
      return {
        fields: r,
        subject: `Bitte um Rückruf: ${r.caller}`,
        body: `Hallo,\n\n${r.caller} von der Firma ${r.company} bittet um Rückruf.\n\nTelefon ....... ${spaced(r.phone)}\nGrund ......... ${r.reason}\nDringend ...... ${r.urgent ? 'ja' : 'nein'}\nAnruf am ...... ${dot(d)}, ${t} Uhr\nAngenommen von  ${r.taken_by}\n\nIhr Telefonservice\n`,
        marks: {
          caller: { text: r.caller, n: 1 },
          company: { text: r.company, last: 'Firma ' },
          phone: spaced(r.phone),
          urgent: { text: r.urgent ? 'ja' : 'nein', last: 'Dringend ...... ' },
          called: `${dot(d)}, ${t} Uhr`,
          taken_by: { text: r.taken_by, last: 'Angenommen von  ' },
        },
      };
    },
  },
  // a table is booked, in French: one sentence and a small table
  'q03-reservation': {
    kind: 'template',
    html: true,
    locale: 'fr-FR',
    fields: {
      guests: T('integer'),
      date: T('date'),
      time: T('time'),
      name: T('text'),
      phone: T('phone'),
      remark: T('text'),
      number: T('text'),
    },
    make() {
      const d = date(),
        h = int(18, 21),
        r = {
          guests: int(2, 12),
          date: d.iso,
          time: `${h}:30`,
          name: person(),
          phone: phone(),
          remark: pick(['Une chaise haute', 'Près de la fenêtre', 'Anniversaire', 'Un convive allergique aux noix']),
          number: `R-${int(10000, 99999)}`,
        };
      return {
        fields: r,
        subject: 'Nouvelle réservation',
        body: page(
          `<tr><td><h2>Nouvelle réservation</h2><p><b>Table pour ${r.guests} personnes</b><br>${fdays[d.w]} ${d.d} ${fmonths[d.m]} ${d.y} à ${h}h30</p><table><tr><td>Nom</td><td>${r.name}</td></tr><tr><td>Tél.</td><td>${spaced(r.phone)}</td></tr><tr><td>Remarque</td><td>${r.remark}</td></tr></table><p>Réf. ${r.number}</p></td></tr>`,
        ),
        marks: {
          guests: { text: String(r.guests), last: 'pour ' },
          date: `${d.d} ${fmonths[d.m]} ${d.y}`,
          time: `${h}h30`,
          phone: spaced(r.phone),
          name: { text: r.name, n: 1 },
        },
      };
    },
  },
  // a program ran its steps
  'q04-steps': {
    kind: 'template',
    fields: {
      job: T('text'),
      number: T('integer'),
      branch: T('text'),
      author: T('text'),
      took: T('text'),
      result: T('text'),
    },
    items: { step: T('text'), lasted: T('text') },
    make() {
      const length = () => `${int(0, 9)}m ${pad(int(1, 59))}s`,
        items = ['fetch', 'lint', 'unit tests', 'bundle', 'publish']
          .slice(0, int(3, 5))
          .map((step) => ({ step, took: length() })),
        r = {
          job: pick(['tide-page', 'gate-api', 'lock-camera']),
          number: int(100, 9999),
          branch: pick(['main', 'release/4.2', 'fix-login']),
          author: person(),
          took: length(),
          result: pick(['passed', 'failed']),
        };
      return {
        fields: r,
        items: items.map(({ step, took }) => ({ step, lasted: took })),
        subject: `${r.job} #${r.number} ${r.result}`,
        body: `Pipeline ${r.job} #${r.number} ${r.result} in ${r.took}\n\nBranch: ${r.branch}\nCommit by: ${r.author}\n\nSteps:\n${items.map((x, i) => `${r.result === 'failed' && i === items.length - 1 ? '✗' : '✓'} ${x.step} (${x.took})`).join('\n')}\n\nLog: https://kind.example/log/${r.number}\n`,
        marks: {
          job: { text: r.job, n: 1 },
          number: { text: String(r.number), n: 1 },
          result: { text: r.result, n: 1 },
          took: { text: r.took, n: 1 },
        },
        im: (x) => ({ step: x.step, lasted: x.lasted }),
      };
    },
  },
  // prices of a market, in Spanish: a table of bars
  'q05-lonja': {
    kind: 'template',
    locale: 'es-ES',
    fields: { market: T('text'), date: T('date'), boats: T('integer'), total: T('number', { unit: 'kg' }) },
    items: { species: T('text'), kilos: T('number'), low: T('number'), high: T('number') },
    make() {
      const d = date(),
        items = some(['Merluza', 'Sardina', 'Pulpo', 'Lubina', 'Bonito'], int(3, 5)).map((species) => {
          const low = cents(1, 9);
          return { species, kilos: int(20, 900), low, high: round(low + cents(1, 8)) };
        }),
        r = {
          market: pick(['Lonja de Puerto Viejo', 'Lonja Norte', 'Lonja del Faro']),
          date: d.iso,
          boats: int(3, 30),
          total: items.reduce((sum, x) => sum + x.kilos, 0),
        };
      return {
        fields: r,
        items,
        subject: `Precios ${short(d)}`,
        body: `${r.market}\nFecha: ${short(d)}\nBarcos: ${r.boats}\n\n| Especie | Kilos | Mín. €/kg | Máx. €/kg |\n|---------|-------|-----------|-----------|\n${items.map((x) => `| ${x.species} | ${x.kilos} | ${eur(x.low)} | ${eur(x.high)} |`).join('\n')}\n\nTotal subastado: ${r.total} kg\n`,
        marks: {
          market: { text: r.market, n: 1 },
          date: short(d),
          boats: { text: String(r.boats), last: 'Barcos: ' },
          total: { text: String(r.total), last: 'subastado: ' },
        },
        im: (x) => ({ species: x.species, kilos: String(x.kilos), low: eur(x.low), high: eur(x.high) }),
      };
    },
  },
  // what was bought, in German: cells with several lines each
  'q06-bestellung': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: { order: T('integer'), placed: T('date'), total: T('amount'), payment: T('text'), ship_to: T('text') },
    items: { name: T('text'), article: T('integer'), quantity: T('integer'), price: T('amount') },
    make() {
      const d = date(),
        who = person(),
        items = some(['Tauwerk 10 mm', 'Messinglampe', 'Gummistiefel', 'Seekarte 12', 'Deckbürste'], int(2, 4)).map(
          (name) => ({ name, article: int(1000, 9999), quantity: int(1, 4), price: am(cents(4, 90), 'EUR') }),
        ),
        sum = round(items.reduce((all, x) => all + x.price.value, 0)),
        r = {
          order: int(100000, 999999),
          placed: d.iso,
          total: am(round(sum + 4.9), 'EUR'),
          payment: pick(['Rechnung', 'Lastschrift', 'Vorkasse']),
          ship_to: `${who}\n${pick(streets)} ${int(1, 99)}\n${int(10000, 99999)} ${pick(towns)}`,
        };
      return {
        fields: r,
        items,
        subject: `Ihre Bestellung ${r.order}`,
        body: page(
          `<tr><td><p>Guten Tag ${who},</p><p>vielen Dank für Ihre Bestellung Nr. <b>${r.order}</b> vom ${d.d}. ${dmonths[d.m]} ${d.y}.</p><table>${items.map((x) => `<tr><td><img src="cid:${int(1, 9)}" alt=""></td><td><b>${x.name}</b><br>Artikel-Nr. ${x.article}<br>Menge: ${x.quantity}</td><td align="right">${eur(x.price.value)} €</td></tr>`).join('')}<tr><td></td><td>Versand</td><td align="right">4,90 €</td></tr><tr><td></td><td><b>Gesamt</b></td><td align="right"><b>${eur(r.total.value)} €</b></td></tr></table><h3>Lieferadresse</h3><p>${r.ship_to.replaceAll('\n', '<br>')}</p><h3>Zahlungsart</h3><p>${r.payment}</p></td></tr>`,
        ),
        marks: {
          order: { text: String(r.order), n: 1 },
          placed: `${d.d}. ${dmonths[d.m]} ${d.y}`,
          total: { text: `${eur(r.total.value)} €`, last: 'Gesamt' },
        },
        im: (x) => ({
          name: x.name,
          article: String(x.article),
          quantity: String(x.quantity),
          price: `${eur(x.price.value)} €`,
        }),
      };
    },
  },
  // something went wrong: headings with lines below
  'q07-incident': {
    kind: 'template',
    fields: {
      number: T('text'),
      severity: T('text'),
      site: T('text'),
      reporter: T('text'),
      day: T('date'),
      hurt: T('integer'),
      story: T('text'),
      action: T('text'),
    },
    make() {
      const d = date(),
        r = {
          number: `INC-${int(1000, 9999)}`,
          severity: pick(['minor', 'moderate', 'serious']),
          site: pick(['Pier 2', 'Boat hall', 'Fuel dock', 'Workshop']),
          reporter: person(),
          day: d.iso,
          hurt: int(0, 3),
          story: pick([
            'A crane hook came loose and fell on the quay.',
            'Oil on the floor, a fitter slipped.',
            'A forklift hit the gate post at low speed.',
          ]),
          action: pick(['The area is closed off.', 'The floor was cleaned.', 'The truck is out of use until checked.']),
        };
      return {
        fields: r,
        subject: `${r.number} (${r.severity})`,
        body: `INCIDENT REPORT ${r.number}\n${'='.repeat(25)}\n\nSeverity: ${r.severity}\nSite: ${r.site}\nReported by ${r.reporter} on ${long(d)}\nPeople hurt: ${r.hurt}\n\nWhat happened\n-------------\n${r.story}\n\nWhat was done\n-------------\n${r.action}\n\nThis report was made with the yard's form.\n`,
        marks: {
          number: { text: r.number, n: 1 },
          severity: { text: r.severity, n: 1 },
          site: { text: r.site, n: 1 },
          reporter: r.reporter,
          day: long(d),
          hurt: { text: String(r.hurt), last: 'hurt: ' },
        },
      };
    },
  },
  // who works when, in Dutch: days with lines below
  'q08-rooster': {
    kind: 'template',
    locale: 'nl-NL',
    fields: { week: T('integer'), location: T('text'), planner: T('text') },
    items: { from: T('time'), to: T('time'), who: T('text'), post: T('text') },
    make() {
      const items = times(int(3, 6), () => {
          const h = int(6, 14);
          return {
            from: `${pad(h)}:00`,
            to: `${pad(h + 8)}:00`,
            who: person(),
            post: pick(['balie', 'magazijn', 'kassa', 'steiger']),
          };
        }),
        r = { week: int(2, 52), location: pick(['Haven Oost', 'Markt', 'Kade 7']), planner: person() };
      return {
        fields: r,
        items,
        subject: `Rooster week ${r.week}`,
        body: `Hoi allemaal,\n\nHierbij het rooster voor week ${r.week}, locatie ${r.location}.\n\n${items.map((x) => `${x.from}-${x.to} ${x.who} (${x.post})`).join('\n')}\n\nRuilen? Geef het door aan ${r.planner}.\n\nGroeten\n`,
        marks: {
          week: { text: String(r.week), n: 1 },
          location: { text: r.location, last: 'locatie ' },
          planner: { text: r.planner, last: 'door aan ' },
        },
        im: (x) => ({ from: x.from, to: x.to, who: x.who, post: x.post }),
      };
    },
  },
  // what somebody thinks of it
  'q09-score': {
    kind: 'template',
    html: true,
    fields: {
      score: T('integer'),
      customer: T('text'),
      email: T('email'),
      comment: T('text'),
      order: T('text'),
      answered: T('date'),
    },
    make() {
      const name = person(),
        d = date(),
        r = {
          score: int(0, 10),
          customer: name,
          email: mailOf(name),
          comment: pick([
            'Quick and friendly.',
            'The box was open when it came.',
            'I would buy again!',
            'Too dear for what it is.',
          ]),
          order: `A-${int(10000, 99999)}`,
          answered: d.iso,
        };
      return {
        fields: r,
        subject: `New answer: ${r.score} of 10`,
        body: page(
          `<tr><td><p>You have a new answer from <b>${name}</b> (${r.email}).</p><table style="background:#eee"><tr><td><p style="font-size:40px">${r.score}/10</p><p>How likely are you to recommend us?</p></td></tr></table><blockquote>“${r.comment}”</blockquote><p>Order ${r.order}, answered on ${long(d)}</p><p><a class="btn" href="https://kind.example/a">Answer ${name.split(' ')[0]}</a></p></td></tr>`,
        ),
        marks: {
          score: { text: String(r.score), n: 1 },
          customer: { text: name, n: 1 },
          email: r.email,
          comment: r.comment,
          order: r.order,
          answered: long(d),
        },
      };
    },
  },
  // what is low in stock: lines of a program, parted by semicolons
  'q10-low': {
    kind: 'template',
    fields: { store: T('text'), run: T('datetime') },
    items: { sku: T('text'), name: T('text'), stock: T('integer'), least: T('integer') },
    make() {
      const d = date(),
        t = time(),
        items = some(['Rope 10 mm', 'Brass lamp', 'Sea boots', 'Chart 12', 'Deck brush'], int(2, 5)).map((name) => ({
          sku: `${pick(['RP', 'BL', 'SB'])}${int(100, 999)}`,
          name,
          stock: int(0, 9),
          least: int(10, 40),
        })),
        r = { store: pick(['Quay shop', 'Depot', 'Web store']), run: `${d.iso}T${t}` };
      return {
        fields: r,
        items,
        subject: `Low stock: ${r.store}`,
        body: `Low stock in ${r.store}, ${d.iso} ${t}\n\nsku;name;stock;minimum\n${items.map((x) => `${x.sku};${x.name};${x.stock};${x.least}`).join('\n')}\n\n-- \nstock-bot\n`,
        marks: { store: { text: r.store, n: 1 }, run: `${d.iso} ${t}` },
        im: (x) => ({
          sku: x.sku,
          name: x.name,
          stock: String(x.stock),
          least: String(x.least),
        }),
      };
    },
  },
  // what a journey cost, in Danish
  'q11-udlaeg': {
    kind: 'template',
    locale: 'da-DK',
    fields: {
      who: T('text'),
      purpose: T('text'),
      from: T('date'),
      to: T('date'),
      sum: T('amount'),
      account: T('text'),
    },
    items: { day: T('date'), what: T('text'), cost: T('amount') },
    make() {
      const [d, e] = [date(), date()],
        items = times(int(2, 5), () => {
          const day = date();
          return {
            day: day.iso,
            what: pick(['Tog', 'Hotel', 'Taxa', 'Frokost', 'Færge']),
            cost: am(cents(40, 1900), 'DKK'),
          };
        }),
        r = {
          who: person(),
          purpose: pick(['Messe i Oststrand', 'Kundebesøg', 'Kursus']),
          from: d.iso,
          to: e.iso,
          sum: am(round(items.reduce((all, x) => all + x.cost.value, 0)), 'DKK'),
          account: `${int(1000, 9999)} ${int(1000000, 9999999)}`,
        },
        shown = (iso) => `${iso.slice(8)}-${iso.slice(5, 7)}-${iso.slice(0, 4)}`;
      return {
        fields: r,
        items,
        subject: `Rejseafregning ${r.who}`,
        body: `Rejseafregning\n\nMedarbejder: ${r.who}\nFormål: ${r.purpose}\nPeriode: ${shown(r.from)} - ${shown(r.to)}\n\n${items.map((x) => `${shown(x.day)}  ${x.what.padEnd(10)}${`${eur(x.cost.value)} kr.`.padStart(14)}`).join('\n')}\n${'-'.repeat(36)}\n${'I alt'.padEnd(22)}${`${eur(r.sum.value)} kr.`.padStart(14)}\n\nUdbetales til konto ${r.account}.\n`,
        marks: {
          who: { text: r.who, n: 1 },
          from: { text: shown(r.from), n: 1 },
          to: { text: shown(r.to), last: ' - ' },
          sum: { text: `${eur(r.sum.value)} kr.`, last: 'I alt' },
          account: r.account,
        },
        im: (x) => ({ day: shown(x.day), what: x.what, cost: `${eur(x.cost.value)} kr.` }),
      };
    },
  },
  // a door that stood open too long, in short words
  'q12-door': {
    kind: 'template',
    locale: 'nl-NL',
    fields: { door: T('text'), since: T('time'), temperature: T('number'), limit: T('number'), day: T('date') },
    make() {
      const d = date(),
        r = {
          door: pick(['Koelcel 1', 'Koelcel 2', 'Vriezer zuid', 'Hal 4']),
          since: time(),
          temperature: round(int(-180, 120) / 10),
          limit: pick([-15, 2, 7]),
          day: d.iso,
        };
      return {
        fields: r,
        subject: `ALARM ${r.door}`,
        body: `ALARM: ${r.door} staat open sinds ${r.since} (${d.d} ${nmonths[d.m]} ${d.y}).\nTemperatuur nu ${String(r.temperature).replace('.', ',')} °C, grens ${r.limit} °C.\nReset het alarm in de app.\n`,
        marks: {
          door: { text: r.door, n: 1 },
          since: { text: r.since, last: 'sinds ' },
          temperature: String(r.temperature).replace('.', ','),
          limit: { text: String(r.limit), last: 'grens ' },
          day: `${d.d} ${nmonths[d.m]} ${d.y}`,
        },
      };
    },
  },
};
