// Twelve more, of posts, bills of a host, pupils, flights, faults, auctions, blood, texts, orders, backups, houses and permits; written
// down before anybody looked at what becomes of them.
import {
  am,
  cents,
  date,
  eur,
  int,
  long,
  mailOf,
  money,
  nmonths,
  pad,
  page,
  person,
  phone,
  pick,
  round,
  some,
  spaced,
  T,
  time,
  towns,
} from './kit.mjs';

const times = (n, make) => Array.from({ length: n }, make);
const dmonths = 'januar februar marts april maj juni juli august september oktober november december'.split(' ');
const comma = (value, digits) => value.toFixed(digits).replace('.', ',');
const dotted = (d) => `${pad(d.d)}.${pad(d.m + 1)}.${d.y}`;
const fromIso = (iso) => {
  const [y, m, d] = iso.split('-').map(Number);
  return { y, m: m - 1, d, iso };
};
const thousands = ({ value }) => money(value).replace('.00', '');
const sum = (list) => round(list.reduce((all, x) => all + x, 0));

export const kinds = {
  // posts that fit what somebody looks for
  'l01-posts': {
    kind: 'list',
    locale: 'en-GB',
    fields: { search: T('text'), found: T('integer') },
    items: {
      title: T('text'),
      company: T('text'),
      town: T('text'),
      low: T('amount', { currency: 'GBP' }),
      high: T('amount', { currency: 'GBP' }),
      link: T('url'),
    },
    make() {
      const items = times(int(2, 5), () => {
          const low = int(24, 50) * 1000;
          return {
            title: pick(['Crane driver', 'Harbour clerk', 'Marine electrician', 'Yard foreman (m/f/d)', 'Sailmaker']),
            company: pick(['Mole Works', 'Nether Shipyard', 'Tarn Sails', 'Quay & Daughters']),
            town: pick(towns),
            low: am(low, 'GBP'),
            high: am(low + int(2, 9) * 1000, 'GBP'),
            link: `https://posts.example/v/${int(10000, 99999)}`,
          };
        }),
        r = { search: pick(['harbour work', 'boat building', 'night shifts']), found: items.length };
      return {
        fields: r,
        items,
        subject: `${r.found} new posts for "${r.search}"`,
        body: `Hi,\n\n${r.found} new posts match your search "${r.search}".\n\n${items.map((x) => `${x.title}\n${x.company} - ${x.town}\n£${thousands(x.low)} - £${thousands(x.high)} a year\n${x.link}\n`).join('\n')}\nChange how often we write: https://posts.example/settings\n`,
        marks: { search: { text: r.search, n: 1 }, found: { text: String(r.found), n: 1 } },
        im: (x) => ({ ...x, low: `£${thousands(x.low)}`, high: `£${thousands(x.high)}` }),
      };
    },
  },
  // what a host bills: facts in the head at the right, lines, and sums below each other
  'l02-hosting': {
    kind: 'table',
    html: true,
    locale: 'en-GB',
    fields: {
      invoice: T('text'),
      issued: T('date'),
      due: T('date'),
      vat: T('amount', { currency: 'EUR' }),
      total: T('amount', { currency: 'EUR' }),
    },
    items: { description: T('text'), period: T('text'), amount: T('amount', { currency: 'EUR' }) },
    make() {
      const [d, e] = [date(), date()],
        items = times(int(1, 4), () => ({
          description: pick(['Web hosting M', 'Domain gannet-tea.example', 'Mailbox 10 GB', 'Backup space 50 GB']),
          period: `${pick(nmonths)} ${d.y}`,
          amount: cents(2, 60),
        })),
        net = sum(items.map((x) => x.amount)),
        vat = round(net * 0.21),
        r = {
          invoice: `INV-${d.y}-${int(1000, 9999)}`,
          issued: d.iso,
          due: e.iso,
          vat: am(vat, 'EUR'),
          total: am(round(net + vat), 'EUR'),
        };
      return {
        fields: r,
        items: items.map((x) => ({ ...x, amount: am(x.amount, 'EUR') })),
        subject: `Invoice ${r.invoice}`,
        body: page(
          `<tr><td><table width="100%"><tr><td><h2>Invoice</h2></td><td align="right"><span class="k">Number</span> ${r.invoice}<br><span class="k">Issued</span> ${long(d)}<br><span class="k">Pay by</span> ${long(e)}</td></tr></table></td></tr><tr><td><table width="100%"><thead><tr><th align="left">Description</th><th align="left">Period</th><th align="right">Amount</th></tr></thead><tbody>${items.map((x) => `<tr><td>${x.description}</td><td>${x.period}</td><td align="right">€${money(x.amount)}</td></tr>`).join('')}</tbody><tfoot><tr><td colspan="2">VAT 21 %</td><td align="right">€${money(vat)}</td></tr><tr><td colspan="2"><b>Total</b></td><td align="right"><b>€${money(net + vat)}</b></td></tr></tfoot></table></td></tr>`,
        ),
        marks: {
          invoice: { text: r.invoice, n: 1 },
          issued: { text: long(d), last: 'Issued ' },
          due: { text: long(e), last: 'Pay by ' },
          vat: { text: `€${money(vat)}`, last: 'VAT 21 %' },
          total: { text: `€${money(net + vat)}`, last: 'Total' },
        },
        im: (x) => ({ description: x.description, period: x.period, amount: `€${money(x.amount.value)}` }),
      };
    },
  },
  // a pupil is ill, in Dutch
  'l03-absent': {
    kind: 'template',
    locale: 'nl-NL',
    fields: { pupil: T('text'), class: T('text'), day: T('date'), parent: T('text'), phone: T('phone') },
    make() {
      const d = date(),
        months = 'januari februari maart april mei juni juli augustus september oktober november december'.split(' '),
        n = `06${int(10000000, 99999999)}`,
        r = {
          pupil: person(),
          class: `${int(1, 8)}${pick('abc'.split(''))}`,
          day: d.iso,
          parent: person(),
          phone: `+31${n.slice(1)}`,
        };
      return {
        fields: r,
        subject: `Ziekmelding ${r.pupil}`,
        body: `Beste juf of meester,\n\n${r.pupil} (groep ${r.class}) is ziek en komt op ${d.d} ${months[d.m]} ${d.y} niet naar school.\n\nGemeld door ${r.parent}, te bereiken op ${n.slice(0, 2)} ${n.slice(2)}.\n\nDit bericht is automatisch verstuurd.\n`,
        marks: {
          pupil: { text: r.pupil, n: 1 },
          day: `${d.d} ${months[d.m]} ${d.y}`,
          phone: `${n.slice(0, 2)} ${n.slice(2)}`,
          class: { text: r.class, last: 'groep ' },
        },
      };
    },
  },
  // where somebody flies: legs as cards with big codes
  'l04-flight': {
    kind: 'list',
    html: true,
    locale: 'en-GB',
    fields: { locator: T('text'), passenger: T('text'), seat: T('text') },
    items: {
      flight: T('text'),
      from: T('text'),
      to: T('text'),
      day: T('date'),
      leaves: T('time'),
      arrives: T('time'),
    },
    make() {
      const codes = ['KHM', 'NEA', 'TRN', 'MOL', 'GBY'],
        items = times(int(1, 2) + 1, () => {
          const [d, h] = [date(), int(6, 18)],
            [from, to] = some(codes, 2);
          return {
            flight: `YS ${int(100, 999)}`,
            from,
            to,
            day: d,
            leaves: `${pad(h)}:${pad(int(0, 5) * 10)}`,
            arrives: `${pad(h + int(1, 4))}:${pad(int(0, 5) * 10)}`,
          };
        }),
        r = {
          locator: `${pick(['QX', 'ZT', 'KR'])}${int(10, 99)}${pick(['AB', 'CD'])}`,
          passenger: person(),
          seat: `${int(1, 30)}${pick('ABCDEF'.split(''))}`,
        };
      return {
        fields: r,
        items: items.map((x) => ({ ...x, day: x.day.iso })),
        subject: `Your trip ${r.locator}`,
        body: page(
          `<tr><td><p>Booking code</p><p style="font-size:26px"><b>${r.locator}</b></p><p>Passenger: ${r.passenger}<br>Seat: ${r.seat}</p></td></tr>${items.map((x) => `<tr><td style="border:1px solid #ccc"><p>Flight ${x.flight}, ${long(x.day)}</p><table width="100%"><tr><td><b>${x.from}</b><br>${x.leaves}</td><td>→</td><td><b>${x.to}</b><br>${x.arrives}</td></tr></table></td></tr>`).join('')}<tr><td><p>Be at the gate 40 minutes before.</p></td></tr>`,
        ),
        marks: { locator: { text: r.locator, n: 1 }, seat: { text: r.seat, last: 'Seat: ' } },
        im: (x) => ({ ...x, day: long(fromIso(x.day)) }),
      };
    },
  },
  // faults by project: headings, and below each its lines
  'l05-faults': {
    kind: 'list',
    locale: 'en-GB',
    fields: { open: T('integer'), late: T('integer') },
    items: { number: T('integer'), title: T('text'), owner: T('text') },
    make() {
      const fault = () => ({
          number: int(100, 9999),
          title: pick([
            'Gate stays open',
            'Lamp flickers',
            'Wrong sum on bill',
            'Map does not load',
            'Mail arrives twice',
          ]),
          owner: person(),
        }),
        groups = some(['Console', 'Gate control', 'Billing', 'Tide table'], int(2, 3)).map((name) => ({
          name,
          list: times(int(1, 3), fault),
        })),
        items = groups.flatMap(({ list }) => list),
        r = { open: items.length + int(0, 20), late: int(0, 9) };
      return {
        fields: r,
        items,
        subject: 'Faults of the week',
        body: `Open faults: ${r.open}\nOverdue: ${r.late}\n\nNew this week\n\n${groups.map(({ name, list }) => `${name}\n${list.map((x) => `  * #${x.number} ${x.title} (${x.owner})`).join('\n')}\n`).join('\n')}\n--\nSent by the fault tracker\n`,
        marks: { open: { text: String(r.open), last: 'faults: ' }, late: { text: String(r.late), last: 'Overdue: ' } },
        im: (x) => ({ number: String(x.number), title: x.title, owner: x.owner }),
      };
    },
  },
  // an auction is over: dots lead to the values
  'l06-auction': {
    kind: 'template',
    locale: 'en-GB',
    fields: {
      lot: T('integer'),
      thing: T('text'),
      bid: T('amount', { currency: 'GBP' }),
      premium: T('amount', { currency: 'GBP' }),
      total: T('amount', { currency: 'GBP' }),
      collect: T('date'),
      seller: T('text'),
    },
    make() {
      const d = date(),
        bid = cents(20, 900),
        premium = round(bid * 0.15),
        r = {
          lot: int(1, 400),
          thing: pick(['Brass sextant', 'Dinghy with oars', 'Two anchors', 'Chart of the bay, 1880']),
          bid: am(bid, 'GBP'),
          premium: am(premium, 'GBP'),
          total: am(round(bid + premium), 'GBP'),
          collect: d.iso,
          seller: person(),
        },
        line = (label, value) => `${`${label} `.padEnd(30, '.')} ${value}`;
      return {
        fields: r,
        subject: `You won lot ${r.lot}`,
        body: `Congratulations!\n\nYou won lot ${r.lot}, "${r.thing}", sold by ${r.seller}.\n\n${line('Hammer price', `£${money(bid)}`)}\n${line("Buyer's premium (15 %)", `£${money(premium)}`)}\n${line('To pay', `£${money(r.total.value)}`)}\n\nPlease collect it by ${long(d)}.\n`,
        marks: {
          lot: { text: String(r.lot), n: 1 },
          thing: { text: r.thing, n: 1 },
          bid: { text: `£${money(bid)}`, n: 1 },
          premium: { text: `£${money(premium)}`, last: '(15 %)' },
          total: { text: `£${money(r.total.value)}`, last: 'To pay' },
          collect: long(d),
        },
      };
    },
  },
  // what the blood says, in German: a table with what is usual
  'l07-labor': {
    kind: 'table',
    html: true,
    locale: 'de-DE',
    fields: { patient: T('text'), born: T('date'), taken: T('date'), order: T('text') },
    items: { parameter: T('text'), value: T('number'), unit: T('text'), usual: T('text') },
    make() {
      const [b, d] = [date(), date()],
        born = { ...b, y: int(1940, 2005) },
        known = [
          ['Hämoglobin', 'g/dl', '12,0 - 16,0', [100, 170]],
          ['Leukozyten', 'Tsd/µl', '4,0 - 10,0', [30, 130]],
          ['Kreatinin', 'mg/dl', '0,6 - 1,1', [5, 20]],
          ['Ferritin', 'µg/l', '15 - 150', [100, 3000]],
          ['TSH', 'mU/l', '0,4 - 4,0', [3, 60]],
        ],
        items = some(known, int(3, 5)).map(([parameter, unit, usual, [low, high]]) => ({
          parameter,
          value: int(low, high) / 10,
          unit,
          usual,
        })),
        r = {
          patient: person(),
          born: `${born.y}-${pad(born.m + 1)}-${pad(born.d)}`,
          taken: d.iso,
          order: `L${int(1000000, 9999999)}`,
        };
      return {
        fields: r,
        items,
        subject: `Laborbefund ${r.order}`,
        body: page(
          `<tr><td><p>Befund zu Auftrag <b>${r.order}</b></p><p>Patient: ${r.patient}, geb. ${dotted(born)}<br>Entnahme: ${dotted(d)}</p><table border="1"><tr><th>Parameter</th><th>Wert</th><th>Einheit</th><th>Referenz</th></tr>${items.map((x) => `<tr><td>${x.parameter}</td><td>${comma(x.value, 1)}</td><td>${x.unit}</td><td>${x.usual}</td></tr>`).join('')}</table></td></tr>`,
        ),
        marks: {
          born: dotted(born),
          taken: { text: dotted(d), last: 'Entnahme: ' },
          order: { text: r.order, n: 1 },
          patient: { text: r.patient, n: 1 },
        },
        im: (x) => ({ parameter: x.parameter, value: comma(x.value, 1), unit: x.unit, usual: x.usual }),
      };
    },
  },
  // a text of a phone, handed on by a gateway
  'l08-text': {
    kind: 'template',
    locale: 'en-GB',
    fields: { from: T('phone'), to: T('phone'), at: T('datetime'), words: T('text'), id: T('text') },
    make() {
      const [d, t] = [date(), time()],
        r = {
          from: phone(),
          to: phone(),
          at: `${d.iso}T${t}`,
          words: pick([
            'We are ten minutes late, please keep the berth.',
            'Engine is dead. Can you tow us in?',
            'Thanks, all good now!',
            'Is the fuel dock open at 7?',
          ]),
          id: `${int(100000, 999999)}-${int(10, 99)}`,
        };
      return {
        fields: r,
        subject: `SMS from ${r.from}`,
        body: `${r.words}\n\n_____________________________\nSender    : ${spaced(r.from)}\nRecipient : ${spaced(r.to)}\nReceived  : ${d.iso} ${t}:00\nMessage ID: ${r.id}\n`,
        marks: { from: spaced(r.from), to: spaced(r.to), at: `${d.iso} ${t}:00`, words: r.words },
      };
    },
  },
  // an order, in French: lines with a number, a dash and a price
  'l09-commande': {
    kind: 'list',
    html: true,
    locale: 'fr-FR',
    fields: {
      order: T('text'),
      client: T('text'),
      shipping: T('amount', { currency: 'EUR' }),
      total: T('amount', { currency: 'EUR' }),
      way: T('text'),
    },
    items: { quantity: T('integer'), article: T('text'), sum: T('amount', { currency: 'EUR' }) },
    make() {
      const items = some(
          ['Cordage 12 mm', 'Gilet enfant', 'Pare-battage', 'Peinture bleue', 'Lampe frontale'],
          int(2, 4),
        ).map((article) => ({ quantity: int(1, 9), article, sum: am(cents(5, 140), 'EUR') })),
        shipping = cents(3, 12),
        r = {
          order: `C-${int(10000, 99999)}`,
          client: person(),
          shipping: am(shipping, 'EUR'),
          total: am(sum([...items.map((x) => x.sum.value), shipping]), 'EUR'),
          way: pick(['Point relais', 'À domicile', 'Retrait au magasin']),
        };
      return {
        fields: r,
        items,
        subject: `Nouvelle commande ${r.order}`,
        body: page(
          `<tr><td><p>Vous avez une nouvelle commande de <b>${r.client}</b> (n° ${r.order}) :</p><ul>${items.map((x) => `<li>${x.quantity} x ${x.article} — ${eur(x.sum.value)} €</li>`).join('')}</ul><p>Frais de port : ${eur(shipping)} €<br><b>Total : ${eur(r.total.value)} €</b></p><p>Mode de livraison : ${r.way}</p></td></tr>`,
        ),
        marks: {
          order: { text: r.order, n: 1 },
          shipping: { text: `${eur(shipping)} €`, last: 'port : ' },
          total: { text: `${eur(r.total.value)} €`, last: 'Total : ' },
        },
        im: (x) => ({ quantity: String(x.quantity), article: x.article, sum: `${eur(x.sum.value)} €` }),
      };
    },
  },
  // what a backup did in the night
  'l10-backup': {
    kind: 'list',
    locale: 'en-GB',
    fields: {
      host: T('text'),
      result: T('text'),
      warnings: T('integer'),
      began: T('datetime'),
      total: T('number', { unit: 'GB' }),
    },
    items: { folder: T('text'), files: T('integer'), size: T('text'), state: T('text') },
    make() {
      const [d, warnings] = [date(), int(0, 3)],
        h = int(0, 4),
        items = times(int(2, 5), () => ({
          folder: pick(['/home', '/var/mail', '/srv/charts', '/etc', '/srv/db']),
          files: int(20, 90000),
          size: `${int(1, 900)}.${int(0, 9)} ${pick(['MB', 'GB'])}`,
          state: pick(['OK', 'OK', 'WARN']),
        })),
        r = {
          host: pick(['mole-1', 'quay-db', 'pier-files']),
          result: warnings > 0 ? 'finished with warnings' : 'finished',
          warnings,
          began: `${d.iso}T${pad(h)}:15`,
          total: int(10, 9000) / 10,
        };
      return {
        fields: r,
        items,
        subject: `Backup of ${r.host}: ${r.result}`,
        body: `Backup report for ${r.host}\n\nResult....: ${r.result}\nWarnings..: ${r.warnings}\nStarted...: ${d.iso} ${pad(h)}:15:00\nTotal size: ${r.total} GB\n\nFolder          Files       Size  State\n${items.map((x) => `${x.folder.padEnd(14)}${String(x.files).padStart(7)}${x.size.padStart(11)}  ${x.state}`).join('\n')}\n\nLog: /var/log/backup.log\n`,
        marks: {
          host: { text: r.host, n: 1 },
          result: { text: r.result, last: 'Result....: ' },
          warnings: { text: String(r.warnings), last: 'Warnings..: ' },
          began: `${d.iso} ${pad(h)}:15:00`,
          total: { text: String(r.total), last: 'Total size: ' },
        },
        im: (x) => ({ folder: x.folder, files: String(x.files), size: x.size, state: x.state }),
      };
    },
  },
  // somebody asks about a house, in Portuguese: labels in bold with no mark
  'l11-imovel': {
    kind: 'template',
    html: true,
    locale: 'pt-PT',
    fields: {
      reference: T('text'),
      price: T('amount', { currency: 'EUR' }),
      name: T('text'),
      email: T('email'),
      phone: T('phone'),
      words: T('text'),
    },
    make() {
      const name = person(),
        n = `91${int(1000000, 9999999)}`,
        r = {
          reference: `T${int(1, 5)}-${int(1000, 9999)}`,
          price: am(int(90, 600) * 1000, 'EUR'),
          name,
          email: mailOf(name),
          phone: `+351${n}`,
          words: pick([
            'Gostaria de visitar a casa no sábado.',
            'O preço é negociável? Temos financiamento aprovado.',
            'Aceitam animais?',
          ]),
        };
      return {
        fields: r,
        subject: 'Novo contacto para o seu anúncio',
        body: page(
          `<tr><td><p>Recebeu um contacto sobre o imóvel <b>${r.reference}</b> (${eur(r.price.value).replace(',00', '')} €).</p><p><b>Nome</b><br>${r.name}</p><p><b>Email</b><br>${r.email}</p><p><b>Telefone</b><br>${n.slice(0, 3)} ${n.slice(3, 6)} ${n.slice(6)}</p><p><b>Mensagem</b><br>${r.words}</p></td></tr>`,
        ),
        marks: {
          reference: { text: r.reference, n: 1 },
          price: `${eur(r.price.value).replace(',00', '')} €`,
          phone: `${n.slice(0, 3)} ${n.slice(3, 6)} ${n.slice(6)}`,
          words: r.words,
        },
      };
    },
  },
  // a permit to park, in Danish: a grid with its labels in small letters above their values
  'l12-tilladelse': {
    kind: 'template',
    html: true,
    locale: 'da-DK',
    fields: {
      permit: T('text'),
      plate: T('text'),
      from: T('date'),
      until: T('date'),
      zone: T('text'),
      paid: T('amount', { currency: 'DKK' }),
    },
    make() {
      const [d, e] = [date(), date()],
        r = {
          permit: `P-${int(100000, 999999)}`,
          plate: `${pick(['AB', 'CD', 'KR'])} ${int(10, 99)} ${int(100, 999)}`,
          from: d.iso,
          until: e.iso,
          zone: `${pick(['Havn', 'Midtby', 'Nord'])} ${int(1, 5)}`,
          paid: am(int(100, 2400), 'DKK'),
        },
        day = (x) => `${x.d}. ${dmonths[x.m]} ${x.y}`,
        cell = (label, value) => `<td><small style="color:#777">${label}</small><br>${value}</td>`;
      return {
        fields: r,
        subject: 'Din parkeringstilladelse',
        body: page(
          `<tr><td><p>Hej!</p><p>Din tilladelse ${r.permit} er klar.</p><table>${[
            [cell('Nummerplade', r.plate), cell('Zone', r.zone)],
            [cell('Gælder fra', day(d)), cell('Gælder til', day(e))],
            [cell('Betalt', `${r.paid.value},00 kr.`), cell('Kvittering', 'sendes særskilt')],
          ]
            .map((row) => `<tr>${row.join('')}</tr>`)
            .join('')}</table></td></tr>`,
        ),
        marks: {
          permit: { text: r.permit, n: 1 },
          from: { text: day(d), last: 'Gælder fra' },
          until: { text: day(e), last: 'Gælder til' },
          paid: `${r.paid.value},00 kr.`,
        },
      };
    },
  },
};
