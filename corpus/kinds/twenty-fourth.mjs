// Ten more, of guests, carriers, pumps, bills, courses and rates; written down before anybody looked at what becomes of them.
import {
  am,
  cents,
  date,
  dot,
  eur,
  int,
  long,
  mailOf,
  maybe,
  nmonths,
  page,
  person,
  phone,
  pick,
  round,
  short,
  some,
  spaced,
  T,
  time,
  towns,
} from './kit.mjs';

const times = (n, make) => Array.from({ length: n }, make);
const imonths = 'gennaio febbraio marzo aprile maggio giugno luglio agosto settembre ottobre novembre dicembre'.split(
  ' ',
);
const comma = (value, digits) => value.toFixed(digits).replace('.', ',');

export const kinds = {
  // guests are about to come, in Italian: a list of facts with bold labels
  's01-arrivo': {
    kind: 'template',
    html: true,
    locale: 'it-IT',
    fields: {
      guest: T('text'),
      room: T('integer'),
      arrival: T('date'),
      from: T('time'),
      nights: T('integer'),
      people: T('text'),
      wish: T('text'),
    },
    make() {
      const d = date(),
        h = int(13, 18),
        r = {
          guest: person(),
          room: int(1, 40),
          arrival: d.iso,
          from: `${h}:00`,
          nights: int(1, 14),
          people: `${int(1, 3)} adulti, ${int(0, 2)} bambini`,
          wish: pick(['Culla in camera', 'Piano alto', 'Parcheggio coperto', 'Cena senza glutine']),
        };
      return {
        fields: r,
        subject: 'Arrivo previsto',
        body: page(
          `<tr><td><p>Gentile reception,</p><p>domani arriva <b>${r.guest}</b>.</p><ul><li><b>Camera:</b> ${r.room}</li><li><b>Arrivo:</b> ${d.d} ${imonths[d.m]} ${d.y}, dalle ${r.from}</li><li><b>Notti:</b> ${r.nights}</li><li><b>Ospiti:</b> ${r.people}</li><li><b>Richieste:</b> ${r.wish}</li></ul><p>Buon lavoro!</p></td></tr>`,
        ),
        marks: {
          guest: { text: r.guest, n: 1 },
          room: { text: String(r.room), last: 'Camera: ' },
          arrival: `${d.d} ${imonths[d.m]} ${d.y}`,
          from: { text: r.from, last: 'dalle ' },
          nights: { text: String(r.nights), last: 'Notti: ' },
        },
      };
    },
  },
  // where a load has been: the newest on top
  's02-tracking': {
    kind: 'template',
    html: true,
    fields: { tracking: T('text'), status: T('text'), eta: T('date'), weight: T('number', { unit: 'kg' }) },
    items: { at: T('datetime'), place: T('text'), event: T('text') },
    make() {
      const d = date(),
        items = times(int(2, 4), () => {
          const one = date(),
            t = time();
          return {
            at: `${one.iso}T${t}`,
            place: pick(towns),
            event: pick(['Out for delivery', 'Arrived at depot', 'Left the depot', 'Picked up', 'Customs cleared']),
            shown: `${long(one)}, ${t}`,
          };
        }),
        r = {
          tracking: `TK${int(10000000, 99999999)}`,
          status: items[0].event,
          eta: d.iso,
          weight: round(int(20, 900) / 10),
        };
      return {
        fields: r,
        items: items.map(({ shown, ...x }) => x),
        subject: `${r.tracking}: ${r.status}`,
        body: page(
          `<tr><td><h2>${r.status}</h2><p>Your load <b>${r.tracking}</b> (${r.weight} kg) is expected on <b>${long(d)}</b>.</p><table>${items.map((x) => `<tr><td style="color:#777">${x.shown}</td><td>${x.place}</td><td>${x.event}</td></tr>`).join('')}</table></td></tr>`,
        ),
        marks: {
          tracking: { text: r.tracking, n: 1 },
          status: { text: r.status, n: 1 },
          eta: long(d),
          weight: { text: String(r.weight), last: '(' },
        },
        im: (x) => ({
          at: `${Number(x.at.slice(8, 10))} ${['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'][Number(x.at.slice(5, 7)) - 1]} ${x.at.slice(0, 4)}, ${x.at.slice(11)}`,
          place: x.place,
          event: x.event,
        }),
      };
    },
  },
  // a pump says in one line what is wrong
  's03-pump': {
    kind: 'template',
    fields: {
      pump: T('text'),
      pressure: T('number'),
      limit: T('number'),
      at: T('time'),
      day: T('date'),
      code: T('text'),
    },
    make() {
      const d = date(),
        r = {
          pump: `Pump ${int(1, 9)}`,
          pressure: round(int(10, 29) / 10),
          limit: 3,
          at: time(),
          day: d.iso,
          code: `A${int(100, 999)}`,
        };
      return {
        fields: r,
        subject: 'ALERT',
        body: `ALERT: ${r.pump} pressure ${r.pressure.toFixed(1)} bar below ${r.limit.toFixed(1)} bar at ${r.at} on ${short(d)}. Reply ACK ${r.code} to take over.\n`,
        marks: {
          pump: r.pump,
          pressure: { text: r.pressure.toFixed(1), last: 'pressure ' },
          limit: { text: r.limit.toFixed(1), last: 'below ' },
          at: { text: r.at, last: 'at ' },
          day: short(d),
          code: r.code,
        },
      };
    },
  },
  // a bill in the text of the mail, in French
  's04-facture': {
    kind: 'template',
    locale: 'fr-FR',
    fields: {
      invoice: T('text'),
      date: T('date'),
      client: T('text'),
      net: T('amount'),
      vat: T('amount'),
      gross: T('amount'),
      due: T('date'),
    },
    items: { what: T('text'), quantity: T('integer'), price: T('amount'), sum: T('amount') },
    make() {
      const [d, e] = [date(), date()],
        items = some(['Carénage', 'Peinture antifouling', 'Grutage', 'Remplacement anode', 'Nettoyage'], int(2, 4)).map(
          (what) => {
            const [quantity, price] = [int(1, 6), cents(20, 400)];
            return { what, quantity, price: am(price, 'EUR'), sum: am(round(quantity * price), 'EUR') };
          },
        ),
        net = round(items.reduce((all, x) => all + x.sum.value, 0)),
        r = {
          invoice: `F-${int(1000, 9999)}`,
          date: d.iso,
          client: person(),
          net: am(net, 'EUR'),
          vat: am(round(net * 0.2), 'EUR'),
          gross: am(round(net + round(net * 0.2)), 'EUR'),
          due: e.iso,
        },
        euros = (v) => `${eur(v)} €`,
        row = (a, b, c, s) => `${a.padEnd(26)}${b.padStart(4)}${c.padStart(14)}${s.padStart(14)}`;
      return {
        fields: r,
        items,
        subject: `Facture ${r.invoice}`,
        body: `Chantier naval du Phare\n\nFacture n° ${r.invoice} du ${short(d)}\nClient : ${r.client}\n\n${row('Désignation', 'Qté', 'Prix', 'Montant')}\n${items.map((x) => row(x.what, String(x.quantity), euros(x.price.value), euros(x.sum.value))).join('\n')}\n\n${row('Total HT', '', '', euros(net))}\n${row('TVA 20 %', '', '', euros(r.vat.value))}\n${row('Total TTC', '', '', euros(r.gross.value))}\n\nÀ régler avant le ${short(e)}.\n`,
        marks: {
          invoice: { text: r.invoice, n: 1 },
          date: { text: short(d), n: 1 },
          client: { text: r.client, n: 1 },
          net: { text: euros(net), last: 'Total HT' },
          vat: { text: euros(r.vat.value), last: 'TVA 20 %' },
          gross: { text: euros(r.gross.value), last: 'Total TTC' },
          due: { text: short(e), last: 'avant le ' },
        },
        im: (x) => ({
          what: x.what,
          quantity: String(x.quantity),
          price: euros(x.price.value),
          sum: euros(x.sum.value),
        }),
      };
    },
  },
  // a form of a page, as a program writes it: keys, and what somebody wrote at the end
  's05-keys': {
    kind: 'template',
    fields: {
      form: T('text'),
      first_name: T('text'),
      last_name: T('text'),
      email: T('email'),
      phone: T('phone'),
      newsletter: T('boolean'),
      page: T('url'),
      words: T('text'),
    },
    make() {
      const name = person(),
        [first, ...rest] = name.split(' '),
        r = {
          form: pick(['contact', 'berth-request', 'quote']),
          first_name: first,
          last_name: rest.join(' '),
          email: mailOf(name),
          phone: phone(),
          newsletter: maybe(0.5),
          page: `https://kind.example/${pick(['contact', 'prices', 'boats'])}`,
          words: pick([
            'Do you have room for a 9 m boat in May?',
            'Please call me after five.\nI am at work until then.',
            'We would like a quote for twelve people.',
          ]),
        };
      return {
        fields: r,
        subject: `[form] ${r.form}`,
        body: `form_id=${r.form}\nfirst_name=${r.first_name}\nlast_name=${r.last_name}\nemail=${r.email}\nphone=${spaced(r.phone)}\nnewsletter=${r.newsletter ? 'yes' : 'no'}\npage_url=${r.page}\n\n----- message -----\n${r.words}\n----- end -----\n`,
        marks: {
          form: { text: r.form, n: 1 },
          first_name: { text: r.first_name, last: 'first_name=' },
          last_name: { text: r.last_name, last: 'last_name=' },
          phone: spaced(r.phone),
          newsletter: { text: r.newsletter ? 'yes' : 'no', last: 'newsletter=' },
          page: r.page,
        },
      };
    },
  },
  // what lies ready, in German
  's06-rezept': {
    kind: 'template',
    locale: 'de-DE',
    fields: { customer: T('text'), number: T('integer'), ready: T('date'), until: T('date'), pay: T('amount') },
    items: { medicine: T('text'), size: T('integer'), pzn: T('integer') },
    make() {
      const [d, e] = [date(), date()],
        items = some(['Ternol 400', 'Skuamed', 'Lotsin forte', 'Marisal', 'Kalmatin'], int(1, 3)).map((medicine) => ({
          medicine,
          size: pick([10, 20, 50, 100]),
          pzn: int(1000000, 9999999),
        })),
        r = {
          customer: person(),
          number: int(1000, 9999),
          ready: d.iso,
          until: e.iso,
          pay: am(cents(5, 30), 'EUR'),
        };
      return {
        fields: r,
        items,
        subject: `Abholbereit: ${r.number}`,
        body: `Guten Tag ${r.customer},\n\nIhre Bestellung Nr. ${r.number} liegt ab ${dot(d)} für Sie bereit:\n\n${items.map((x) => `- ${x.medicine}, ${x.size} Stück (PZN ${x.pzn})`).join('\n')}\n\nBitte holen Sie sie bis zum ${dot(e)} ab. Ihre Zuzahlung beträgt ${eur(r.pay.value)} €.\n\nIhre Apotheke am Hafen\n`,
        marks: {
          customer: { text: r.customer, n: 1 },
          number: { text: String(r.number), n: 1 },
          ready: { text: dot(d), last: 'liegt ab ' },
          until: { text: dot(e), last: 'bis zum ' },
          pay: `${eur(r.pay.value)} €`,
        },
        im: (x) => ({ medicine: x.medicine, size: String(x.size), pzn: String(x.pzn) }),
      };
    },
  },
  // somebody looked at an advertisement: labels at the right of their cells
  's07-lead': {
    kind: 'template',
    html: true,
    fields: {
      name: T('text'),
      email: T('email'),
      phone: T('phone'),
      town: T('text'),
      interest: T('text'),
      budget: T('text'),
      source: T('text'),
      campaign: T('text'),
    },
    make() {
      const name = person(),
        r = {
          name,
          email: mailOf(name),
          phone: phone(),
          town: pick(towns),
          interest: pick(['New mast', 'Engine service', 'Winter storage', 'Sailing course']),
          budget: pick(['under £500', '£500 – £1,000', '£1,000 – £5,000', 'not sure yet']),
          source: pick(['search', 'partner page', 'newsletter']),
          campaign: `${pick(['autumn', 'winter', 'spring'])}-${int(1, 30)}`,
        },
        row = (label, value) =>
          `<tr><th align="right" style="color:#888;font-weight:normal">${label}</th><td>${value}</td></tr>`;
      return {
        fields: r,
        subject: 'You have a new lead',
        body: page(
          `<tr><td><h2>You have a new lead!</h2><table>${row('Name', name)}${row('Email', `<a href="mailto:${r.email}">${r.email}</a>`)}${row('Phone', spaced(r.phone))}${row('Town', r.town)}${row('Interested in', r.interest)}${row('Budget', r.budget)}</table><h4>Where from</h4><table>${row('Source', r.source)}${row('Campaign', r.campaign)}</table></td></tr>`,
        ),
        marks: {
          phone: spaced(r.phone),
          town: { text: r.town, last: 'Town\t' },
          source: { text: r.source, last: 'Source\t' },
        },
      };
    },
  },
  // what changes in an insurance, in Dutch
  's08-premie': {
    kind: 'template',
    locale: 'nl-NL',
    fields: {
      policy: T('integer'),
      customer: T('text'),
      before: T('amount'),
      now: T('amount'),
      from: T('date'),
      object: T('text'),
      excess: T('amount'),
    },
    make() {
      const d = date(),
        before = cents(10, 90),
        r = {
          policy: int(100000, 999999),
          customer: person(),
          before: am(before, 'EUR'),
          now: am(round(before + cents(1, 9)), 'EUR'),
          from: d.iso,
          object: pick(['Zeiljacht Stern', 'Motorboot Meeuw', 'Sloep Alk']),
          excess: am(pick([100, 250, 500]), 'EUR'),
        };
      return {
        fields: r,
        subject: `Wijziging polis ${r.policy}`,
        body: `Beste ${r.customer},\n\nDe premie van uw polis ${r.policy} voor ${r.object} wijzigt per ${d.d} ${nmonths[d.m]} ${d.y}.\n\nOude premie:   € ${eur(r.before.value)} per maand\nNieuwe premie: € ${eur(r.now.value)} per maand\nEigen risico:  € ${eur(r.excess.value)}\n\nU hoeft niets te doen.\n\nMet vriendelijke groet,\nPolder Verzekeringen\n`,
        marks: {
          customer: { text: r.customer, n: 1 },
          policy: { text: String(r.policy), n: 1 },
          object: r.object,
          from: `${d.d} ${nmonths[d.m]} ${d.y}`,
          before: { text: `€ ${eur(r.before.value)}`, last: 'Oude premie:   ' },
          now: { text: `€ ${eur(r.now.value)}`, last: 'Nieuwe premie: ' },
          excess: { text: `€ ${eur(r.excess.value)}`, last: 'Eigen risico:  ' },
        },
      };
    },
  },
  // rates of the day, in Spanish
  's09-cambios': {
    kind: 'template',
    locale: 'es-ES',
    fields: { day: T('date'), at: T('time') },
    items: { pair: T('text'), rate: T('number'), change: T('number') },
    make() {
      const d = date(),
        items = some(['EUR/USD', 'EUR/GBP', 'EUR/CHF', 'EUR/SEK', 'EUR/NOK', 'EUR/DKK'], int(3, 5)).map((pair) => ({
          pair,
          rate: Number((int(8000, 120000) / 10000).toFixed(4)),
          change: Number((int(-90, 90) / 100).toFixed(2)),
        })),
        r = { day: d.iso, at: pick(['09:00', '12:30', '17:00']) };
      return {
        fields: r,
        items,
        subject: `Cambios ${short(d)}`,
        body: `Buenos días:\n\nEstos son los cambios del ${short(d)} a las ${r.at}:\n\n${items.map((x) => `${x.pair}  ${comma(x.rate, 4).padStart(8)}  (${x.change < 0 ? '' : '+'}${comma(x.change, 2)} %)`).join('\n')}\n\nMesa de divisas\n`,
        marks: { day: { text: short(d), n: 1 }, at: { text: r.at, last: 'a las ' } },
        im: (x) => ({
          pair: x.pair,
          rate: comma(x.rate, 4),
          change: `${x.change < 0 ? '' : '+'}${comma(x.change, 2)}`,
        }),
      };
    },
  },
  // who comes to a course: names with what they have paid
  's10-course': {
    kind: 'template',
    html: true,
    fields: { course: T('text'), begins: T('datetime'), teacher: T('text'), places: T('integer'), taken: T('integer') },
    items: { name: T('text'), email: T('email'), paid: T('text') },
    make() {
      const d = date(),
        t = time(),
        items = times(int(2, 5), () => {
          const name = person();
          return { name, email: mailOf(name), paid: maybe(0.6) ? 'paid' : 'not paid' };
        }),
        r = {
          course: pick(['Knots for beginners', 'Coastal navigation', 'Engine care', 'First aid at sea']),
          begins: `${d.iso}T${t}`,
          teacher: person(),
          places: int(6, 20),
          taken: items.length,
        };
      return {
        fields: r,
        items,
        subject: `Participants: ${r.course}`,
        body: page(
          `<tr><td><h2>${r.course}</h2><p>Begins ${d.w} ${long(d)}, ${t}<br>Teacher: ${r.teacher}<br>${r.taken} of ${r.places} places taken</p><ol>${items.map((x) => `<li>${x.name} &lt;${x.email}&gt; ${x.paid === 'paid' ? '✓' : '✗'} ${x.paid}</li>`).join('')}</ol></td></tr>`,
        ),
        marks: {
          course: { text: r.course, n: 1 },
          begins: `${long(d)}, ${t}`,
          teacher: { text: r.teacher, last: 'Teacher: ' },
          places: { text: String(r.places), last: ' of ' },
          taken: { text: String(r.taken), last: `${r.teacher}\n` },
        },
        im: (x) => ({ name: x.name, email: x.email, paid: x.paid }),
      };
    },
  },
};
