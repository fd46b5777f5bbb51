// Eight more, each with what it says, as fields and items, and what a person would mark in it.
import {
  am,
  cents,
  date,
  dmonths,
  int,
  long,
  money,
  page,
  person,
  pick,
  round,
  short,
  some,
  T,
  time,
  towns,
} from './kit.mjs';

export const kinds = {
  // a receipt of a till in HTML: name and sum in two cells, the sums in the same table, a number and a day below
  'o01-till': {
    kind: 'list',
    html: true,
    fields: { receipt: T('text'), day: T('date'), vat: T('amount'), total: T('amount'), paid: T('text') },
    items: { article: T('text'), price: T('amount') },
    make() {
      const d = date(),
        items = some(['Coffee', 'Fish roll', 'Sun hat', 'Chart 12', 'Ice'], int(2, 5)).map((article) => ({
          article,
          price: am(cents(1, 40), 'GBP'),
        })),
        total = round(items.reduce((sum, x) => sum + x.price.value, 0)),
        vat = round(total / 6),
        r = {
          receipt: `${int(1000, 9999)}-${int(10, 99)}`,
          day: d.iso,
          vat: am(vat, 'GBP'),
          total: am(total, 'GBP'),
          paid: pick(['card', 'cash']),
        },
        row = (k, v) => `<tr><td>${k}</td><td style="text-align:right">£${money(v)}</td></tr>`;
      return {
        fields: r,
        items,
        subject: 'Your receipt from the kiosk',
        body: page(
          `<tr><td><h2>The Kiosk</h2><table>${items.map((x) => row(x.article, x.price.value)).join('')}${row('VAT', vat)}${row('Total', total)}</table><p>Paid by ${r.paid}</p><p>Receipt ${r.receipt}, ${long(d)}</p></td></tr>`,
        ),
        marks: {
          receipt: r.receipt,
          day: long(d),
          vat: { text: `£${money(vat)}`, last: 'VAT' },
          total: { text: `£${money(total)}`, last: 'Total' },
          paid: { text: r.paid, last: 'Paid by' },
        },
        im: (x) => ({ article: x.article, price: `£${money(x.price.value)}` }),
      };
    },
  },
  // German, an inspection: groups of labels under underlined headings, yes or no, a remark at the end
  'o02-pruefung': {
    kind: 'template',
    locale: 'de-DE',
    fields: {
      anlage: T('text'),
      pruefer: T('text'),
      datum: T('date'),
      dicht: T('yes-no'),
      druck: T('number'),
      naechste: T('date'),
      bemerkung: T('text'),
    },
    make() {
      const d = date(),
        n = date(),
        r = {
          anlage: `${pick(['Kran', 'Pumpe', 'Kessel'])} ${int(1, 12)}`,
          pruefer: person(),
          datum: d.iso,
          dicht: pick([true, false]),
          druck: int(10, 99) / 10,
          naechste: n.iso,
          bemerkung: pick(['Keine Mängel.', 'Dichtung bald tauschen.', 'Geländer lose,\nbitte befestigen.']),
        };
      return {
        fields: r,
        subject: `Prüfbericht ${r.anlage}`,
        body: `Prüfbericht\n\nAllgemeines\n-----------\nAnlage:      ${r.anlage}\nPrüfer:      ${r.pruefer}\nDatum:       ${d.d}. ${dmonths[d.m]} ${d.y}\n\nErgebnis\n--------\nDicht:       ${r.dicht ? 'ja' : 'nein'}\nDruck (bar): ${String(r.druck).replace('.', ',')}\nNächste:     ${n.d}. ${dmonths[n.m]} ${n.y}\n\nBemerkung:\n${r.bemerkung}\n`,
        marks: {
          anlage: { text: r.anlage, n: 1 },
          datum: { text: `${d.d}. ${dmonths[d.m]} ${d.y}`, last: 'Datum:' },
          dicht: { text: r.dicht ? 'ja' : 'nein', last: 'Dicht:' },
          druck: { text: String(r.druck).replace('.', ','), last: '(bar):' },
          naechste: { text: `${n.d}. ${dmonths[n.m]} ${n.y}`, last: 'Nächste:' },
        },
      };
    },
  },
  // ferries late: lines with a number, from and to, what was planned, how late
  'o03-delays': {
    kind: 'list',
    fields: { line: T('text'), as_of: T('time') },
    items: { ferry: T('text'), from: T('text'), to: T('text'), planned: T('time'), late: T('integer') },
    make() {
      const items = Array.from({ length: int(3, 6) }, () => {
          const [from, to] = some(towns, 2);
          return { ferry: `F${int(10, 99)}`, from, to, planned: time(), late: int(5, 90) };
        }),
        r = { line: pick(['North line', 'Island line', 'Bay line']), as_of: time() };
      return {
        fields: r,
        items,
        subject: `Delays on the ${r.line}`,
        body: `Line: ${r.line}\nAs of: ${r.as_of}\n\n${items.map((x) => `* ${x.ferry} ${x.from} - ${x.to}, planned ${x.planned}: ${x.late} min late`).join('\n')}\n\nWe are sorry.\n`,
        marks: { line: { text: r.line, last: 'Line:' }, as_of: { text: r.as_of, n: 1 } },
        im: (x) => ({ ferry: x.ferry, from: x.from, to: x.to, planned: x.planned, late: null }),
      };
    },
  },
  // a membership: a card in HTML, the number large, facts in two columns of labels above values
  'o04-card': {
    kind: 'template',
    html: true,
    fields: { number: T('text'), member: T('text'), since: T('date'), kind: T('text'), fee: T('amount') },
    make() {
      const d = date(),
        r = {
          number: `M-${int(10000, 99999)}`,
          member: person(),
          since: d.iso,
          kind: pick(['Full', 'Family', 'Youth']),
          fee: am(int(20, 200), 'GBP'),
        },
        cell = (k, v) => `<td><small>${k}</small><br>${v}</td>`;
      return {
        fields: r,
        subject: 'Your membership card',
        body: page(
          `<tr><td><p>Dear ${r.member.split(' ')[0]},</p><p>this is your card for the year.</p><div style="border:1px solid"><div style="font-size:28px">${r.number}</div><table><tr>${cell('Member', r.member)}${cell('Member since', long(d))}</tr><tr>${cell('Kind', r.kind)}${cell('Fee a year', `£${r.fee.value}`)}</tr></table></div></td></tr>`,
        ),
        marks: {
          number: r.number,
          member: r.member,
          since: long(d),
          kind: { text: r.kind, n: 1 },
          fee: `£${r.fee.value}`,
        },
      };
    },
  },
  // French, an agenda: a title, then lines of a label with a non-breaking blank before the colon
  'o05-reunion': {
    kind: 'template',
    locale: 'fr-FR',
    fields: {
      objet: T('text'),
      quand: T('datetime'),
      lieu: T('text'),
      animateur: T('text'),
      duree: T('text'),
    },
    make() {
      const d = date(),
        mois = [
          'janvier',
          'février',
          'mars',
          'avril',
          'mai',
          'juin',
          'juillet',
          'août',
          'septembre',
          'octobre',
          'novembre',
          'décembre',
        ],
        r = {
          objet: pick(['Point chantier', 'Budget du port', 'Accueil des visiteurs']),
          quand: `${d.iso}T${time()}`,
          lieu: pick(['Capitainerie', 'Salle des cartes', 'Quai 3']),
          animateur: person(),
          duree: pick(['1 h', '45 min', '2 h']),
        };
      return {
        fields: r,
        subject: `Réunion : ${r.objet}`,
        body: `Bonjour à tous,\n\nvous êtes invités à une réunion.\n\nObjet\u00a0: ${r.objet}\nDate\u00a0: ${d.d} ${mois[d.m]} ${d.y} à ${r.quand.slice(11).replace(':', 'h')}\nLieu\u00a0: ${r.lieu}\nAnimation\u00a0: ${r.animateur}\nDurée\u00a0: ${r.duree}\n\nÀ bientôt\n`,
        marks: {
          objet: { text: r.objet, n: 1 },
          quand: `${d.d} ${mois[d.m]} ${d.y} à ${r.quand.slice(11).replace(':', 'h')}`,
          lieu: r.lieu,
          animateur: r.animateur,
          duree: { text: r.duree, last: 'Durée\u00a0:' },
        },
      };
    },
  },
  // spare parts: a table of data whose second row goes over all columns with a remark to the part above
  'o06-parts': {
    kind: 'table',
    html: true,
    fields: { job: T('text'), wanted: T('date') },
    items: { part: T('text'), maker: T('text'), pieces: T('integer') },
    make() {
      const d = date(),
        items = some(['Impeller', 'Gasket', 'Belt', 'Filter', 'Anode'], int(2, 5)).map((part) => ({
          part,
          maker: pick(['Tarn Works', 'Oststrand Motors', 'Selwyn']),
          pieces: int(1, 20),
        })),
        r = { job: `J${int(1000, 9999)}`, wanted: d.iso };
      return {
        fields: r,
        items,
        subject: `Parts for ${r.job}`,
        body: `<html><body><p>Job: <b>${r.job}</b> &nbsp; Wanted by: <b>${short(d)}</b></p><table border="1"><tr><th>Part</th><th>Maker</th><th>Pieces</th></tr>${items.map((x, i) => `<tr><td>${x.part}</td><td>${x.maker}</td><td>${x.pieces}</td></tr>${i % 2 ? '' : '<tr><td colspan="3"><i>original only</i></td></tr>'}`).join('')}</table></body></html>`,
        marks: { job: { text: r.job, n: 1 }, wanted: short(d) },
        im: (x) => ({ part: x.part, maker: x.maker, pieces: null }),
      };
    },
  },
  // a wish from a web page: a heading with the words in quotes, a sentence, a line of facts parted by bars
  'o07-wish': {
    kind: 'template',
    html: true,
    fields: {
      berth: T('text'),
      length: T('number'),
      from: T('date'),
      until: T('date'),
      name: T('text'),
      phone: T('phone'),
    },
    make() {
      const a = date(),
        b = date(),
        r = {
          berth: `${pick(['A', 'B', 'C'])}${int(1, 60)}`,
          length: int(50, 180) / 10,
          from: a.iso,
          until: b.iso,
          name: person(),
          phone: `+4420${int(10000000, 99999999)}`,
        };
      return {
        fields: r,
        subject: `Wish for berth ${r.berth}`,
        body: page(
          `<tr><td><h2>Somebody wants berth ${r.berth}</h2><p>Length: ${r.length} m | From: ${long(a)} | Until: ${long(b)}</p><p>Call ${r.name} at ${r.phone}.</p></td></tr>`,
        ),
        marks: {
          berth: { text: r.berth, n: 1 },
          length: { text: String(r.length), last: 'Length:' },
          from: { text: long(a), last: 'From:' },
          until: { text: long(b), last: 'Until:' },
          name: r.name,
          phone: r.phone,
        },
      };
    },
  },
  // what was caught: a table in text with bars, a heading of units below the headings
  'o08-catch': {
    kind: 'table',
    fields: { boat: T('text'), landed: T('date') },
    items: { species: T('text'), boxes: T('integer'), weight: T('number'), grade: T('text') },
    make() {
      const d = date(),
        items = some(['Cod', 'Plaice', 'Sole', 'Crab', 'Mackerel'], int(2, 5)).map((species) => ({
          species,
          boxes: int(1, 30),
          weight: int(100, 9000) / 10,
          grade: pick(['A', 'B', 'E']),
        })),
        r = { boat: pick(['Sea Robin', 'Annabel', 'Grey Heron']), landed: d.iso };
      return {
        fields: r,
        items,
        subject: `Landing ${r.boat}`,
        body: `Boat   ${r.boat}\nLanded ${short(d)}\n\nSpecies    | Boxes | Weight | Grade\n           |       |   kg   |\n-----------+-------+--------+------\n${items.map((x) => `${x.species.padEnd(10)} | ${String(x.boxes).padStart(5)} | ${x.weight.toFixed(1).padStart(6)} | ${x.grade}`).join('\n')}\n`,
        marks: { boat: { text: r.boat, n: 1 }, landed: short(d) },
        im: (x) => ({ species: x.species, boxes: null, weight: x.weight.toFixed(1), grade: null }),
      };
    },
  },
};
