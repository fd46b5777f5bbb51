// Ten more, in whose messages lines are missing now and then, each with what it says, as fields and items, and what a person would
// mark in it.
import {
  am,
  cents,
  date,
  dmonths,
  eur,
  int,
  long,
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

/** Lines of which those are left out that have nothing to say. */
const lines = (...all) => all.filter((line) => line !== null).join('\n');
const line = (value, words) => (value === null ? null : words);

export const kinds = {
  // a slip of a workshop: dots and a colon behind the labels, a ruled title, a remark that may be missing
  'u01-slip': {
    kind: 'template',
    fields: {
      slip: T('text'),
      customer: T('text'),
      phone: T('phone'),
      instrument: T('text'),
      ready: T('datetime'),
      estimate: T('amount'),
      deposit: T('amount'),
      remark: T('text'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          slip: `P-${int(10000, 99999)}`,
          customer: person(),
          phone: seldom(phone()),
          instrument: pick(['Cello, 4/4', 'Violin bow', 'Concertina, 48 keys', 'Flute']),
          ready: `${d.iso}T${t}`,
          estimate: am(cents(20, 400), 'GBP'),
          deposit: seldom(am(int(10, 50), 'GBP')),
          remark: seldom(pick(['Handle with care', 'Case stays here', 'Call before work begins'])),
        };
      return {
        fields: r,
        subject: `Workshop slip ${r.slip}`,
        body: `TARN VIOLINS - WORKSHOP\n=======================\n\n${lines(
          `Slip ..........: ${r.slip}`,
          `Customer ......: ${r.customer}`,
          line(r.phone, `Phone .........: ${spaced(r.phone ?? '')}`),
          `Instrument ....: ${r.instrument}`,
          `Ready from ....: ${long(d)}, ${t}`,
          `Estimate ......: £${money(r.estimate.value)}`,
          line(r.deposit, `Deposit paid ..: £${r.deposit?.value}`),
          line(r.remark, `Remark ........: ${r.remark}`),
        )}\n\nPlease bring this slip when you come.\n`,
        marks: {
          slip: { text: r.slip, n: 1 },
          customer: r.customer,
          phone: spaced(r.phone ?? ''),
          instrument: r.instrument,
          ready: `${long(d)}, ${t}`,
          estimate: `£${money(r.estimate.value)}`,
          deposit: { text: `£${r.deposit?.value}`, last: 'paid ..:' },
          remark: r.remark,
        },
      };
    },
  },
  // German, the sweep comes: sentences with day and span, labels below, a telephone number to answer at
  'u02-termin': {
    kind: 'template',
    locale: 'de-DE',
    html: true,
    fields: {
      kunde: T('text'),
      adresse: T('text'),
      datum: T('date'),
      von: T('time'),
      bis: T('time'),
      arbeiten: T('text'),
      kosten: T('amount'),
    },
    make() {
      const d = date(),
        h = int(7, 15),
        r = {
          kunde: person(),
          adresse: `${pick(['Am Deich', 'Hafenstraße', 'Lindenweg'])} ${int(1, 90)}, 2${int(1000, 9999)} Oststrand`,
          datum: d.iso,
          von: `${String(h).padStart(2, '0')}:00`,
          bis: `${String(h + 2).padStart(2, '0')}:00`,
          arbeiten: pick(['Kehren und Messen', 'Abgasmessung', 'Feuerstättenschau']),
          kosten: seldom(am(cents(30, 120), 'EUR')),
        },
        row = (k, v) => (v === null ? '' : `<tr><td><b>${k}</b></td><td>${v}</td></tr>`);
      return {
        fields: r,
        subject: 'Ihr Kehrtermin',
        body: page(
          `<tr><td><p>Guten Tag ${r.kunde},</p><p>wir kommen am <b>${d.d}. ${dmonths[d.m]} ${d.y}</b> zwischen <b>${r.von}</b> und <b>${r.bis} Uhr</b> zu Ihnen.</p><table>${row('Adresse', r.adresse)}${row('Arbeiten', r.arbeiten)}${row('Voraussichtliche Kosten', r.kosten && `${eur(r.kosten.value)} €`)}</table><p>Bitte sorgen Sie für freien Zugang.</p></td></tr>`,
        ),
        marks: {
          kunde: r.kunde,
          adresse: r.adresse,
          datum: `${d.d}. ${dmonths[d.m]} ${d.y}`,
          von: r.von,
          bis: r.bis,
          arbeiten: r.arbeiten,
          kosten: r.kosten && `${eur(r.kosten.value)} €`,
        },
      };
    },
  },
  // used things: a title, the price, a place and a remark, each in its line, the remark not always; nothing between
  'u03-finds': {
    kind: 'list',
    html: true,
    fields: { agent: T('text') },
    items: { title: T('text'), price: T('amount'), place: T('text'), remark: T('text') },
    make() {
      const items = some(
          ['Oak desk, 1930s', 'Brass lamp', 'Rocking chair', 'Sea chest, painted', 'Map of the bay', 'Ship’s bell'],
          int(3, 5),
        ).map((title) => ({
          title,
          price: am(int(10, 900), 'GBP'),
          place: pick(towns),
          remark: seldom(pick(['One leg is loose', 'Can be delivered', 'From a smoke-free home'])),
        })),
        r = { agent: pick(['Old furniture', 'Maritime things', 'Within 10 miles']) };
      return {
        fields: r,
        items,
        subject: `News from your search: ${r.agent}`,
        body: page(
          `<tr><td><h1>Attic Finds</h1><p>Your search <b>${r.agent}</b> has found something.</p></td></tr>${items.map((x) => `<tr><td class="find"><div class="t"><a href="https://kind.example/f/${int(1, 9999)}">${x.title}</a></div><div class="p">£${x.price.value}</div><div class="w">${x.place}</div>${x.remark ? `<div class="r">${x.remark}</div>` : ''}</td></tr>`).join('')}`,
        ),
        marks: { agent: { text: r.agent, n: 1 } },
        im: (x) => ({ title: x.title, price: `£${x.price.value}`, place: x.place, remark: x.remark }),
      };
    },
  },
  // French, books that are late: numbered, with author in brackets and the day it was due
  'u04-retards': {
    kind: 'list',
    locale: 'fr-FR',
    fields: { lecteur: T('text'), carte: T('text'), amende: T('amount') },
    items: { titre: T('text'), auteur: T('text'), retour: T('date') },
    make() {
      const items = some(
          ['Le phare', 'Marées hautes', 'L’île aux oiseaux', 'Petit traité des nœuds', 'Brume'],
          int(2, 5),
        ).map((titre) => ({ titre, auteur: person(), retour: date() })),
        r = { lecteur: person(), carte: `L${int(10000, 99999)}`, amende: seldom(am(cents(1, 20), 'EUR')) };
      return {
        fields: r,
        items: items.map((x) => ({ ...x, retour: x.retour.iso })),
        subject: 'Documents en retard',
        body: `Bonjour,\n\nLecteur : ${r.lecteur}\nCarte n° : ${r.carte}\n\nLes documents suivants sont en retard :\n\n${items.map((x, i) => `${i + 1}) ${x.titre} (${x.auteur}), à rendre le ${short(x.retour)}`).join('\n')}\n${r.amende ? `\nAmende à payer : ${eur(r.amende.value)} €\n` : ''}\nMerci de les rapporter.\nLa bibliothèque\n`,
        marks: {
          lecteur: r.lecteur,
          carte: r.carte,
          amende: r.amende && `${eur(r.amende.value)} €`,
        },
        im: (x) => ({ titre: x.titre, auteur: x.auteur, retour: null }),
      };
    },
  },
  // Spanish, a car in a workshop: a line of a number plate, then labels, prices with taxes
  'u05-taller': {
    kind: 'template',
    locale: 'es-ES',
    fields: {
      matricula: T('text'),
      modelo: T('text'),
      kilometros: T('integer'),
      averia: T('text'),
      presupuesto: T('amount'),
      entrega: T('date'),
      sustitucion: T('yes-no'),
    },
    make() {
      const d = date(),
        r = {
          matricula: `${int(1000, 9999)} ${pick(['BCD', 'FGH', 'KLM'])}`,
          modelo: pick(['Furgoneta Brisa', 'Turismo Onda', 'Todoterreno Sierra']),
          kilometros: int(5000, 250000),
          averia: pick(['Embrague gastado', 'Fuga de aceite', 'Frenos traseros']),
          presupuesto: am(cents(80, 1500), 'EUR'),
          entrega: seldom(d.iso),
          sustitucion: pick([true, false]),
        };
      return {
        fields: r,
        subject: `Su vehículo ${r.matricula}`,
        body: `Estimado cliente:\n\nhemos revisado su vehículo.\n\n${lines(
          `Matrícula: ${r.matricula}`,
          `Modelo: ${r.modelo}`,
          `Kilómetros: ${String(r.kilometros).replace(/\B(?=(\d{3})+$)/g, '.')}`,
          `Avería: ${r.averia}`,
          `Presupuesto: ${eur(r.presupuesto.value)} € (IVA incluido)`,
          line(r.entrega, `Fecha de entrega: ${short(d)}`),
          `Coche de sustitución: ${r.sustitucion ? 'sí' : 'no'}`,
        )}\n\n¿Está de acuerdo? Responda a este correo.\n\nTaller Marisma\n`,
        marks: {
          matricula: { text: r.matricula, n: 1 },
          modelo: r.modelo,
          kilometros: String(r.kilometros).replace(/\B(?=(\d{3})+$)/g, '.'),
          averia: r.averia,
          presupuesto: `${eur(r.presupuesto.value)} € (IVA incluido)`,
          entrega: r.entrega && short(d),
          sustitucion: { text: r.sustitucion ? 'sí' : 'no', last: 'sustitución:' },
        },
      };
    },
  },
  // what a nursery has: a table in text whose last column is a remark that may be missing, figures to the right
  'u06-nursery': {
    kind: 'table',
    fields: { list: T('text'), week: T('integer') },
    items: { plant: T('text'), pot: T('number'), pieces: T('integer'), each: T('number'), remark: T('text') },
    make() {
      const items = some(['Sea holly', 'Thrift', 'Marram grass', 'Tamarisk', 'Sea kale'], int(3, 5)).map((plant) => ({
          plant,
          pot: pick([9, 11, 13]),
          pieces: int(10, 900),
          each: cents(1, 9),
          remark: seldom(pick(['in bud', 'last ones', 'strong'])),
        })),
        r = { list: `N${int(100, 999)}`, week: int(40, 50) };
      return {
        fields: r,
        items,
        subject: `Stock list ${r.list}`,
        body: `Stock list: ${r.list}\nWeek: ${r.week}\n\n${'Plant'.padEnd(16)}${'Pot'.padEnd(8)}${'Pieces'.padStart(7)}${'Each'.padStart(8)}   Remark\n${'-'.repeat(52)}\n${items.map((x) => `${x.plant.padEnd(16)}${`${x.pot} cm`.padEnd(8)}${String(x.pieces).padStart(7)}${money(x.each).padStart(8)}   ${x.remark ?? ''}`.trimEnd()).join('\n')}\n\nPrices without VAT.\n`,
        marks: { list: { text: r.list, n: 1 }, week: { text: String(r.week), last: 'Week:' } },
        im: (x) => ({ plant: x.plant, pot: null, pieces: null, each: null, remark: null }),
      };
    },
  },
  // Dutch, lessons: lines of a day and hour, what for whom, the teacher behind a dash where there is one
  'u07-lessen': {
    kind: 'list',
    locale: 'nl-NL',
    fields: { bad: T('text'), periode: T('text') },
    items: { tijd: T('time'), les: T('text'), plaatsen: T('integer') },
    make() {
      const items = Array.from({ length: int(3, 6) }, () => ({
          tijd: time(),
          les: pick(['Watervrij', 'Schoolslag', 'Duiken', 'Borstcrawl']),
          plaatsen: int(0, 20),
        })),
        r = { bad: pick(['Zeebad', 'Duinbad']), periode: pick(['najaar', 'winter']) };
      return {
        fields: r,
        items,
        subject: `Lesrooster ${r.bad}`,
        body: `Zwembad: ${r.bad}\nPeriode: ${r.periode}\n\nDit zijn de lessen met vrije plaatsen:\n\n${items.map((x) => `- ${x.tijd} uur: ${x.les}, nog ${x.plaatsen} plaatsen`).join('\n')}\n\nTot ziens in het water!\n`,
        marks: { bad: { text: r.bad, n: 1 }, periode: r.periode },
        im: (x) => ({ tijd: null, les: x.les, plaatsen: null }),
      };
    },
  },
  // what a crew is paid: a table in HTML with a sum, a month in the heading, a remark in a row across for some
  'u08-pay': {
    kind: 'table',
    html: true,
    fields: { month: T('text'), total: T('amount') },
    items: { name: T('text'), hours: T('number'), rate: T('amount'), pay: T('amount') },
    make() {
      const items = Array.from({ length: int(2, 5) }, () => {
          const hours = int(10, 400) / 10,
            rate = cents(12, 30);
          return { name: person(), hours, rate: am(rate, 'GBP'), pay: am(round(hours * rate), 'GBP') };
        }),
        r = {
          month: pick(['October 2026', 'November 2026', 'December 2026']),
          total: am(round(items.reduce((sum, x) => sum + x.pay.value, 0)), 'GBP'),
        };
      return {
        fields: r,
        items,
        subject: `Pay for ${r.month}`,
        body: `<html><body><h2>Pay for ${r.month}</h2><table border="1"><thead><tr><th>Name</th><th>Hours</th><th>Rate</th><th>Pay</th></tr></thead><tbody>${items.map((x) => `<tr><td>${x.name}</td><td align="right">${x.hours.toFixed(1)}</td><td align="right">£${money(x.rate.value)}</td><td align="right">£${money(x.pay.value)}</td></tr>`).join('')}</tbody><tfoot><tr><th colspan="3">Total</th><th>£${money(r.total.value)}</th></tr></tfoot></table><p>Paid on the last working day.</p></body></html>`,
        marks: { month: { text: r.month, n: 1 }, total: { text: `£${money(r.total.value)}`, last: 'Total' } },
        im: (x) => ({
          name: x.name,
          hours: x.hours.toFixed(1),
          rate: `£${money(x.rate.value)}`,
          pay: null,
        }),
      };
    },
  },
  // a gauge that tells: sentences of a program, a figure with a unit, the one before it in brackets
  'u09-gauge': {
    kind: 'template',
    fields: {
      gauge: T('text'),
      level: T('number'),
      former: T('number'),
      measured: T('datetime'),
      trend: T('text'),
      warning: T('text'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          gauge: pick(['Weir North', 'Old Lock', 'Mill Race']),
          level: int(80, 400) / 100,
          former: int(80, 400) / 100,
          measured: `${d.iso}T${t}`,
          trend: pick(['rising', 'falling', 'steady']),
          warning: seldom(pick(['Be prepared', 'Take care on the path'])),
        };
      return {
        fields: r,
        subject: `Gauge ${r.gauge}: ${r.level.toFixed(2)} m`,
        body: `Gauge ${r.gauge}\n\nThe level is ${r.level.toFixed(2)} m (before: ${r.former.toFixed(2)} m), measured on ${long(d)} at ${t}.\nThe trend is ${r.trend}.\n${r.warning ? `\nWarning: ${r.warning}\n` : ''}\nNext reading in one hour.\n`,
        marks: {
          gauge: { text: r.gauge, n: 1 },
          level: { text: `${r.level.toFixed(2)} m`, n: 1 },
          former: { text: `${r.former.toFixed(2)} m`, last: 'before:' },
          measured: `${long(d)} at ${t}`,
          trend: r.trend,
          warning: r.warning,
        },
      };
    },
  },
  // who wants to rent: labels in small grey letters above their values, two and two beside each other, words at the end
  'u10-tenant': {
    kind: 'template',
    html: true,
    fields: {
      name: T('text'),
      phone: T('phone'),
      moves_in: T('date'),
      persons: T('integer'),
      income: T('amount'),
      pets: T('text'),
      words: T('text'),
    },
    make() {
      const d = date(),
        r = {
          name: person(),
          phone: phone(),
          moves_in: d.iso,
          persons: int(1, 6),
          income: am(int(15, 60) * 100, 'GBP'),
          pets: pick(['none', 'a cat', 'two dogs']),
          words: pick([
            'We both work at the yard.',
            'I can come and see it any evening.',
            `We live at ${int(1, 90)} ${pick(streets)} now.\nThe house is to be sold.`,
          ]),
        },
        cell = (k, v) => `<td width="50%"><div style="color:#999;font-size:12px">${k}</div><div>${v}</div></td>`;
      return {
        fields: r,
        subject: 'Somebody wants your flat',
        body: page(
          `<tr><td><h2>A new request</h2><table width="100%"><tr>${cell('Name', r.name)}${cell('Phone', spaced(r.phone))}</tr><tr>${cell('Wants to move in', long(d))}${cell('Persons', r.persons)}</tr><tr>${cell('Income a month', `£${money(r.income.value).slice(0, -3)}`)}${cell('Pets', r.pets)}</tr></table><div style="color:#999;font-size:12px">Message</div><p>${r.words.replaceAll('\n', '<br>')}</p><a class="btn" href="https://kind.example/answer">Answer ${r.name}</a></td></tr>`,
        ),
        marks: {
          name: { text: r.name, n: 1 },
          phone: spaced(r.phone),
          moves_in: long(d),
          persons: { text: String(r.persons), last: 'Persons' },
          income: `£${money(r.income.value).slice(0, -3)}`,
          pets: { text: r.pets, last: 'Pets' },
        },
      };
    },
  },
};
