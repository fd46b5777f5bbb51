// Ten more, as shops, clinics, clubs and offices write them, with products in two lines, ranges of time, addresses by section and reminders
// in prose; written down before anybody looked at what becomes of them.
import {
  am,
  cents,
  date,
  dmonths,
  eur,
  int,
  long,
  mailOf,
  maybe,
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

const times = (n, make) => Array.from({ length: n }, make);
const fmonths = 'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' ');
const imonths = 'gennaio febbraio marzo aprile maggio giugno luglio agosto settembre ottobre novembre dicembre'.split(
  ' ',
);

export const kinds = {
  // an order of a shop: a table with headings, the number of each article in small print below its name
  'b01-order': {
    kind: 'template',
    html: true,
    fields: {
      order: T('text'),
      placed: T('date'),
      customer: T('text'),
      email: T('email'),
      shipping: T('amount'),
      total: T('amount'),
    },
    items: { quantity: T('integer'), price: T('amount') },
    make() {
      const d = date(),
        name = person(),
        fee = cents(3, 12),
        items = some(['Deck shoes', 'Oilskin jacket', 'Brass lamp', 'Fender', 'Chart of the bay'], int(2, 4)).map(
          (what) => ({
            what,
            sku: `SKU-${int(1000, 9999)}`,
            quantity: int(1, 4),
            price: am(cents(5, 150), 'GBP'),
          }),
        ),
        r = {
          order: `WB-${int(10000, 99999)}`,
          placed: d.iso,
          customer: name,
          email: mailOf(name),
          shipping: am(fee, 'GBP'),
          total: am(round(items.reduce((sum, x) => sum + x.quantity * x.price.value, fee)), 'GBP'),
        };
      return {
        fields: r,
        items: items.map(({ quantity, price }) => ({ quantity, price })),
        subject: `[Webshop] New order ${r.order}`,
        body: page(
          `<tr><td><h2>New order ${r.order}</h2><p>You have received an order from ${r.customer} (${r.email}), placed on ${long(d)}:</p><table border="1" cellpadding="6"><thead><tr><th>Product</th><th>Quantity</th><th>Price</th></tr></thead><tbody>${items.map((x) => `<tr><td>${x.what}<br><small>${x.sku}</small></td><td>${x.quantity}</td><td>£${money(x.price.value)}</td></tr>`).join('')}</tbody><tfoot><tr><th colspan="2">Shipping:</th><td>£${money(fee)}</td></tr><tr><th colspan="2">Total:</th><td>£${money(r.total.value)}</td></tr></tfoot></table></td></tr>`,
        ),
        marks: {
          order: { text: r.order, n: 1 },
          placed: long(d),
          shipping: { text: `£${money(fee)}`, last: 'Shipping:' },
          total: { text: `£${money(r.total.value)}`, last: 'Total:' },
        },
        im: (x) => ({ quantity: String(x.quantity), price: `£${money(x.price.value)}` }),
      };
    },
  },
  // money goes back, in Italian: prose
  'b02-rimborso': {
    kind: 'template',
    locale: 'it-IT',
    fields: { order: T('text'), amount: T('amount'), card: T('text'), by: T('date'), customer: T('text') },
    make() {
      const d = date(),
        r = {
          order: `IT${int(100000, 999999)}`,
          amount: am(cents(5, 300), 'EUR'),
          card: String(int(1000, 9999)),
          by: d.iso,
          customer: person(),
        };
      return {
        fields: r,
        subject: `Rimborso per l'ordine ${r.order}`,
        body: `Gentile ${r.customer},\n\nabbiamo disposto il rimborso di ${eur(r.amount.value)} € per l'ordine ${r.order}. L'importo sarà accreditato sulla carta che termina con ${r.card} entro il ${d.d} ${imonths[d.m]} ${d.y}.\n\nNon è necessario fare altro.\n\nCordiali saluti\nServizio clienti\n`,
        marks: {
          customer: { text: r.customer, n: 1 },
          amount: `${eur(r.amount.value)} €`,
          order: { text: r.order, n: 1 },
          by: `${d.d} ${imonths[d.m]} ${d.y}`,
        },
      };
    },
  },
  // people are asked to a meeting: labels beside, a list of points below
  'b03-meeting': {
    kind: 'template',
    html: true,
    fields: { title: T('text'), when: T('datetime'), to: T('time'), where: T('text'), chair: T('text') },
    make() {
      const d = date(),
        h = int(8, 15),
        from = `${String(h).padStart(2, '0')}:00`,
        r = {
          title: pick(['Harbour users', 'Budget for next year', 'Safety on the slipway', 'Winter storage']),
          when: `${d.iso}T${from}`,
          to: `${String(h + 1).padStart(2, '0')}:30`,
          where: pick(['Club house, upper room', 'Harbour office', 'The Brass Lamp']),
          chair: person(),
        };
      return {
        fields: r,
        subject: `Invitation: ${r.title}`,
        body: `<html><body><p>You are invited to the following meeting:</p><p style="font-size:18px"><b>${r.title}</b></p><p><b>When:</b> ${d.w}, ${long(d)}, ${from} – ${r.to}<br><b>Where:</b> ${r.where}<br><b>Chair:</b> ${r.chair}</p><p>Points to discuss:</p><ul>${some(
          ['Minutes of the last meeting', 'Report of the treasurer', 'New moorings', 'Any other business'],
          3,
        )
          .map((x) => `<li>${x}</li>`)
          .join('')}</ul></body></html>`,
        marks: {
          title: { text: r.title, n: 1 },
          when: `${d.w}, ${long(d)}, ${from}`,
          to: { text: r.to, n: 1 },
          where: r.where,
        },
      };
    },
  },
  // a parcel waits in a locker, in German: a code in large print, where, and until when
  'b04-paketfach': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: { code: T('text'), place: T('text'), until: T('date'), parcel: T('text') },
    make() {
      const d = date(),
        r = {
          code: `${int(100, 999)} ${int(100, 999)}`,
          place: `${pick(['Hafenstraße', 'Am Kai', 'Mühlenweg'])} ${int(1, 90)}, ${int(10000, 99999)} ${pick(['Oststrand', 'Kirkholm'])}`,
          until: d.iso,
          parcel: `${int(100000000000, 999999999999)}`,
        };
      return {
        fields: r,
        subject: 'Ihr Paket liegt im Fach',
        body: page(
          `<tr><td><p>Guten Tag,</p><p>Ihr Paket liegt zur Abholung bereit. Ihr Abholcode:</p><p style="font-size:30px;letter-spacing:4px"><b>${r.code}</b></p><p><b>Standort</b><br>${r.place}</p><p><b>Abholen bis</b><br>${d.d}. ${dmonths[d.m]} ${d.y}</p><p><b>Sendungsnummer</b><br>${r.parcel}</p></td></tr>`,
        ),
        marks: { code: r.code, place: r.place, until: `${d.d}. ${dmonths[d.m]} ${d.y}`, parcel: r.parcel },
      };
    },
  },
  // courses of a gym: lines with a range of time, a name, and who gives it
  'b05-classes': {
    kind: 'list',
    fields: { day: T('date') },
    items: { from: T('time'), to: T('time'), what: T('text'), who: T('text'), free: T('integer') },
    make() {
      const d = date(),
        items = times(int(3, 5), (_, i) => ({
          from: `${String(7 + 2 * i).padStart(2, '0')}:00`,
          to: `${String(8 + 2 * i).padStart(2, '0')}:15`,
          what: pick(['Rowing', 'Stretching', 'Back and shoulders', 'Balance']),
          who: person().split(' ')[0],
          free: int(0, 12),
        })),
        r = { day: d.iso };
      return {
        fields: r,
        items,
        subject: `Classes on ${long(d)}`,
        body: `Classes on ${d.w}, ${long(d)}\n\n${items.map((x) => `${x.from}–${x.to}  ${x.what} with ${x.who} (${x.free} places left)`).join('\n')}\n\nBook at the desk or by phone.\n`,
        marks: { day: { text: `${d.w}, ${long(d)}`, n: 1 } },
        im: (x) => ({ from: x.from, to: x.to, what: x.what, who: x.who, free: String(x.free) }),
      };
    },
  },
  // a quote is asked for: two addresses in sections of a text, labelled lines in each
  'b06-quote': {
    kind: 'template',
    fields: {
      request: T('text'),
      bill_company: T('text'),
      bill_town: T('text'),
      ship_company: T('text'),
      ship_town: T('text'),
      wanted: T('date'),
      goods: T('text'),
    },
    make() {
      const d = date(),
        firm = () => pick(['Tern Lines Ltd', 'The Brass Lamp', 'Marsh End Yard', 'Quay Chandlers', 'Oxbow Mills']),
        r = {
          request: `RFQ-${int(1000, 9999)}`,
          bill_company: firm(),
          bill_town: pick(towns),
          ship_company: firm(),
          ship_town: pick(towns),
          wanted: d.iso,
          goods: pick(['40 m of chain, 10 mm', '12 fenders, white', 'a mast of 11 m, with boom']),
        };
      return {
        fields: r,
        subject: `Request for quotation ${r.request}`,
        body: `REQUEST FOR QUOTATION ${r.request}\n\nBill to\n-------\nCompany: ${r.bill_company}\nTown: ${r.bill_town}\n\nShip to\n-------\nCompany: ${r.ship_company}\nTown: ${r.ship_town}\n\nWanted by: ${long(d)}\nGoods: ${r.goods}\n`,
        marks: {
          request: { text: r.request, n: 1 },
          bill_company: { text: r.bill_company, last: 'Bill to' },
          bill_town: { text: r.bill_town, last: 'Bill to' },
          ship_company: { text: r.ship_company, last: 'Ship to' },
          ship_town: { text: r.ship_town, last: 'Ship to' },
          wanted: long(d),
        },
      };
    },
  },
  // what runs out in a store: aligned columns without headings, each line with a code
  'b07-stock': {
    kind: 'list',
    fields: { store: T('text') },
    items: { code: T('text'), what: T('text'), left: T('integer'), least: T('integer') },
    make() {
      const items = times(int(3, 6), () => ({
          code: `${pick(['RP', 'FN', 'LT'])}-${int(100, 999)}`,
          what: pick(['Rope 10 mm', 'Fender white', 'Lamp brass', 'Shackle', 'Paint blue']),
          left: int(0, 9),
          least: int(10, 40),
        })),
        r = { store: pick(['Quay store', 'Loft', 'Container 3']) };
      return {
        fields: r,
        items,
        subject: `Stock warning: ${r.store}`,
        body: `Store: ${r.store}\n\nThese run out:\n\n${items.map((x) => `${x.code}  ${x.what.padEnd(16)}${String(x.left).padStart(4)} left, minimum ${x.least}`).join('\n')}\n\nPlease order today.\n`,
        marks: { store: { text: r.store, n: 1 } },
        im: (x) => ({ code: x.code, what: x.what, left: String(x.left), least: String(x.least) }),
      };
    },
  },
  // a policy is renewed, in French: labels and values in spans of a line each
  'b08-assurance': {
    kind: 'template',
    html: true,
    locale: 'fr-FR',
    fields: { policy: T('text'), holder: T('text'), covers: T('text'), from: T('date'), premium: T('amount') },
    make() {
      const d = date(),
        r = {
          policy: `${int(10, 99)} ${int(1000, 9999)} ${pick(['A', 'B', 'K'])}`,
          holder: person(),
          covers: pick(['Bateau à voile', 'Habitation', 'Moteur hors-bord', 'Remorque']),
          from: d.iso,
          premium: am(cents(60, 900), 'EUR'),
        },
        line = (label, value) => `<div class="l"><span class="k">${label}</span> <span class="v">${value}</span></div>`;
      return {
        fields: r,
        subject: 'Votre contrat est renouvelé',
        body: page(
          `<tr><td><p>Bonjour,</p><p>votre contrat est renouvelé pour un an.</p>${line('Contrat', r.policy)}${line('Titulaire', r.holder)}${line('Objet assuré', r.covers)}${line('Prise d’effet', `${d.d} ${fmonths[d.m]} ${d.y}`)}${line('Prime annuelle', `${eur(r.premium.value).replaceAll('.', ' ')} €`)}</td></tr>`,
        ),
        marks: {
          policy: r.policy,
          from: `${d.d} ${fmonths[d.m]} ${d.y}`,
          premium: `${eur(r.premium.value).replaceAll('.', ' ')} €`,
        },
      };
    },
  },
  // somebody is reminded of an appointment, in Dutch: prose
  'b09-afspraak': {
    kind: 'template',
    locale: 'nl-NL',
    fields: { patient: T('text'), day: T('date'), at: T('time'), who: T('text'), phone: T('phone') },
    make() {
      const d = date(),
        r = {
          patient: person(),
          day: d.iso,
          at: time(),
          who: `dr. ${pick(['Achterberg', 'Jansen-Wolf', 'Quist'])}`,
          phone: phone(),
        };
      return {
        fields: r,
        subject: 'Herinnering aan uw afspraak',
        body: `Beste ${r.patient},\n\nOp ${d.d} ${nmonths[d.m]} ${d.y} om ${r.at} uur heeft u een afspraak bij ${r.who}. Kunt u niet komen? Bel ons dan op ${spaced(r.phone)}.\n\nMet vriendelijke groet,\nde praktijk\n`,
        marks: {
          patient: { text: r.patient, n: 1 },
          day: `${d.d} ${nmonths[d.m]} ${d.y}`,
          at: r.at,
          phone: spaced(r.phone),
        },
      };
    },
  },
  // a form of a town hall, in Spanish: questions with their answers behind them
  'b10-solicitud': {
    kind: 'template',
    locale: 'es-ES',
    fields: {
      name: T('text'),
      document: T('text'),
      street: T('text'),
      dog: T('yes-no'),
      people: T('integer'),
      since: T('date'),
    },
    make() {
      const d = date(),
        r = {
          name: person(),
          document: `${int(10000000, 99999999)}${pick(['A', 'K', 'Z'])}`,
          street: `${pick(streets)}, ${int(1, 80)}`,
          dog: maybe(0.5),
          people: int(1, 7),
          since: d.iso,
        };
      return {
        fields: r,
        subject: 'Nueva solicitud de empadronamiento',
        body: `Nueva solicitud\n\n¿Cómo se llama? ${r.name}\n¿Cuál es su documento? ${r.document}\n¿Dónde vive? ${r.street}\n¿Tiene perro? ${r.dog ? 'Sí' : 'No'}\n¿Cuántas personas viven en la casa? ${r.people}\n¿Desde cuándo? ${short(d)}\n`,
        marks: {
          name: { text: r.name, n: 1 },
          document: r.document,
          street: r.street,
          dog: { text: r.dog ? 'Sí' : 'No', last: 'perro?' },
          people: { text: String(r.people), last: 'casa?' },
          since: short(d),
        },
      };
    },
  },
};
