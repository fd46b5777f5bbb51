// Sixteen more: machines, clinics, carriers, offices and clubs, chosen for what stands in short lines, columns and sentences of work; written
// down before anybody looked at what becomes of them.
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
  money,
  pad,
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
const smonths = 'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre'.split(' ');
const fmonths = 'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' ');
const nwd = 'zondag maandag dinsdag woensdag donderdag vrijdag zaterdag'.split(' ');

export const kinds = {
  // a dentist's reminder: three short sentences
  'c01-dentist': {
    kind: 'template',
    fields: { patient: T('text'), when: T('datetime'), dentist: T('text'), phone: T('phone') },
    make() {
      const d = date(),
        t = time(),
        r = { patient: person(), when: `${d.iso}T${t}`, dentist: `Dr ${person()}`, phone: phone() };
      return {
        fields: r,
        subject: 'Reminder of your appointment',
        body: `Dear ${r.patient},\n\nThis is a reminder that you have an appointment with ${r.dentist} on ${d.w} ${long(d)} at ${t}.\n\nIf you cannot come, please ring us on ${spaced(r.phone)} at least a day before.\n\nSee you soon\nThe team at Quayside Dental\n`,
        marks: {
          patient: { text: r.patient, n: 1 },
          dentist: r.dentist,
          when: `${d.w} ${long(d)} at ${t}`,
          phone: spaced(r.phone),
        },
      };
    },
  },
  // an enquiry for prices, in German: positions in columns of a plain text
  'c02-anfrage': {
    kind: 'template',
    locale: 'de-DE',
    fields: { enquiry: T('text'), project: T('text'), until: T('date'), contact: T('text') },
    items: { position: T('integer'), what: T('text'), quantity: T('number'), unit: T('text'), due: T('date') },
    make() {
      const d = date(),
        r = {
          enquiry: `AN-${int(2000, 9999)}`,
          project: pick(['Umbau Kai 4', 'Neubau Bootshaus', 'Sanierung Mole', 'Halle Nord']),
          until: d.iso,
          contact: person(),
        },
        items = some(
          ['Spundbohlen', 'Kiesschüttung', 'Stahlträger HEB 200', 'Fender Typ D', 'Betonpflaster', 'Poller 30 t'],
          int(3, 5),
        ).map((what, i) => {
          const due = date();
          return {
            position: (i + 1) * 10,
            what,
            quantity: int(2, 90),
            unit: pick(['Stk', 'm', 'm²', 'to']),
            due: due.iso,
            said: dot(due),
          };
        }),
        line = (a, b, c, e, f) => `${a.padEnd(6)}${b.padEnd(26)}${c.padStart(6)}  ${e.padEnd(9)}${f}`;
      return {
        fields: r,
        items: items.map(({ said, ...item }) => item),
        subject: `Preisanfrage ${r.enquiry}`,
        body: `Sehr geehrte Damen und Herren,\n\nbitte bieten Sie uns zu unserer Anfrage ${r.enquiry} (Projekt ${r.project}) bis zum ${dot(d)} folgende Positionen an:\n\n${line('Pos.', 'Bezeichnung', 'Menge', 'Einheit', 'Liefertermin')}\n${items.map((x) => line(String(x.position), x.what, String(x.quantity), x.unit, x.said)).join('\n')}\n\nAnsprechpartner: ${r.contact}\n\nMit freundlichen Grüßen\nEinkauf\n`,
        marks: { enquiry: { text: r.enquiry, n: 1 }, project: r.project, until: { text: dot(d), n: 1 } },
        im: (x) => ({
          position: String(x.position),
          what: x.what,
          quantity: String(x.quantity),
          unit: x.unit,
          due: x.due.split('-').reverse().join('.'),
        }),
      };
    },
  },
  // sensors of the day: a card each, its figures in one line with dots between
  'c03-sensors': {
    kind: 'template',
    html: true,
    fields: { day: T('date'), online: T('integer') },
    items: {
      sensor: T('text'),
      temperature: T('number', { unit: '°C' }),
      humidity: T('number', { unit: '%' }),
      battery: T('number', { unit: 'V' }),
    },
    make() {
      const d = date(),
        items = some(
          ['Cold store 1', 'Cold store 2', 'Ice room', 'Chart room', 'Workshop', 'Sail loft'],
          int(3, 5),
        ).map((sensor) => ({
          sensor,
          temperature: int(-200, 220) / 10,
          humidity: int(30, 95),
          battery: int(26, 36) / 10,
        })),
        r = { day: d.iso, online: items.length };
      return {
        fields: r,
        items,
        subject: `Sensor digest for ${long(d)}`,
        body: page(
          `<tr><td><h2>Your sensors</h2><p>Readings of ${long(d)}. ${items.length} sensors online.</p>${items.map((x) => `<div style="border:1px solid #ccc;padding:8px"><b>${x.sensor}</b><br>Temp ${x.temperature.toFixed(1)} °C · Humidity ${x.humidity} % · Battery ${x.battery.toFixed(1)} V</div>`).join('')}</td></tr>`,
        ),
        marks: { day: { text: long(d), n: 1 }, online: { text: String(items.length), last: `${long(d)}. ` } },
        im: (x) => ({
          sensor: x.sensor,
          temperature: `${x.temperature.toFixed(1)} °C`,
          humidity: `${x.humidity} %`,
          battery: `${x.battery.toFixed(1)} V`,
        }),
      };
    },
  },
  // somebody's pay changes, in Spanish: two columns, the labels in the left
  'c04-nomina': {
    kind: 'template',
    html: true,
    locale: 'es-ES',
    fields: {
      employee: T('text'),
      number: T('text'),
      post: T('text'),
      old: T('amount'),
      new: T('amount'),
      from: T('date'),
      reason: T('text'),
    },
    make() {
      const d = date(),
        old = int(1200, 2600),
        r = {
          employee: person(),
          number: `E${int(1000, 9999)}`,
          post: pick(['Patrón de puerto', 'Administración', 'Mecánica', 'Vigilancia nocturna']),
          old: am(old, 'EUR'),
          new: am(old + int(50, 300), 'EUR'),
          from: d.iso,
          reason: pick(['Ascenso', 'Cambio de turno', 'Revisión anual', 'Nuevo convenio']),
        },
        row = (a, b) => `<tr><td style="background:#eee">${a}</td><td>${b}</td></tr>`;
      return {
        fields: r,
        subject: `Cambio de salario: ${r.employee}`,
        body: `<html><body><p>Buenos días:</p><p>Se ha registrado el siguiente cambio en la nómina:</p><table border="1" cellspacing="0">${row('Empleado/a', r.employee)}${row('Número', r.number)}${row('Puesto', r.post)}${row('Salario anterior', `${eur(r.old.value)} €`)}${row('Salario nuevo', `${eur(r.new.value)} €`)}${row('Efectivo desde', `${d.d} de ${smonths[d.m]} de ${d.y}`)}${row('Motivo', r.reason)}</table><p>Un saludo,<br>Recursos Humanos</p></body></html>`,
        marks: {
          employee: { text: r.employee, n: 1 },
          old: `${eur(r.old.value)} €`,
          new: `${eur(r.new.value)} €`,
          from: `${d.d} de ${smonths[d.m]} de ${d.y}`,
        },
      };
    },
  },
  // an invoice for names of hosts: a period in small print below each, sums below
  'c05-renewal': {
    kind: 'template',
    html: true,
    fields: {
      invoice: T('text'),
      date: T('date'),
      due: T('date'),
      subtotal: T('amount'),
      vat: T('amount'),
      total: T('amount'),
    },
    items: { what: T('text'), period: T('text'), amount: T('amount') },
    make() {
      const d = date(),
        due = date(),
        items = some(['gannet.example', 'kittiwake.example', 'mooring.example', 'slipway.example'], int(2, 3)).map(
          (host) => {
            const from = date();
            return {
              what: `Renewal of ${host}`,
              period: `${long(from)} – ${long({ ...from, y: 2027 })}`,
              amount: am(cents(8, 40), 'GBP'),
            };
          },
        ),
        sub = round(items.reduce((sum, x) => sum + x.amount.value, 0)),
        vat = round(sub * 0.2),
        r = {
          invoice: `INV-${int(100000, 999999)}`,
          date: d.iso,
          due: due.iso,
          subtotal: am(sub, 'GBP'),
          vat: am(vat, 'GBP'),
          total: am(round(sub + vat), 'GBP'),
        };
      return {
        fields: r,
        items,
        subject: `Invoice ${r.invoice}`,
        body: page(
          `<tr><td><h1>Invoice</h1><table><tr><td>Invoice number</td><td>${r.invoice}</td></tr><tr><td>Invoice date</td><td>${long(d)}</td></tr><tr><td>Due</td><td>${long(due)}</td></tr></table><table width="100%"><tr><th align="left">Description</th><th>Qty</th><th align="right">Amount</th></tr>${items.map((x) => `<tr><td>${x.what}<div style="font-size:11px;color:#777">${x.period}</div></td><td>1</td><td align="right">£${money(x.amount.value)}</td></tr>`).join('')}<tr><td colspan="2">Subtotal</td><td align="right">£${money(sub)}</td></tr><tr><td colspan="2">VAT 20 %</td><td align="right">£${money(vat)}</td></tr><tr><td colspan="2"><b>Total</b></td><td align="right"><b>£${money(r.total.value)}</b></td></tr></table></td></tr>`,
        ),
        marks: {
          invoice: { text: r.invoice, n: 1 },
          date: { text: long(d), last: 'Invoice date' },
          due: { text: long(due), last: 'Due' },
          subtotal: { text: `£${money(sub)}`, last: 'Subtotal' },
          vat: { text: `£${money(vat)}`, last: 'VAT 20 %' },
          total: { text: `£${money(r.total.value)}`, last: 'Total' },
        },
        im: (x) => ({ what: x.what, period: x.period, amount: `£${money(x.amount.value)}` }),
      };
    },
  },
  // a school tells parents: prose, and one line of remark that may be missing
  'c06-school': {
    kind: 'template',
    fields: { child: T('text'), class: T('text'), day: T('date'), lesson: T('integer'), teacher: T('text') },
    make() {
      const d = date(),
        r = {
          child: person(),
          class: `${int(5, 11)}${pick(['A', 'B', 'C'])}`,
          day: d.iso,
          lesson: int(1, 6),
          teacher: person(),
        };
      return {
        fields: r,
        subject: 'Absence notice',
        body: `Dear parent or guardian,\n\n${r.child} (class ${r.class}) was marked absent on ${long(d)}, lesson ${r.lesson}, by ${r.teacher}.\n\nIf you know the reason, please reply to this message. Otherwise the office will call you.\n${maybe(0.4) ? '\nA note for the day can be handed in at the office until Friday.\n' : ''}\nThe school office\n`,
        marks: {
          child: { text: r.child, n: 1 },
          class: { text: r.class, last: '(class ' },
          day: long(d),
          lesson: { text: String(r.lesson), last: 'lesson ' },
          teacher: { text: r.teacher, last: ', by ' },
        },
      };
    },
  },
  // parcels to fetch, in French: bullets with a sender in brackets
  'c07-collecte': {
    kind: 'template',
    locale: 'fr-FR',
    fields: { round: T('text'), day: T('date'), driver: T('text') },
    items: { number: T('text'), town: T('text'), weight: T('number', { unit: 'kg' }), sender: T('text') },
    make() {
      const d = date(),
        r = { round: `T${int(10, 99)}`, day: d.iso, driver: person() },
        items = times(int(2, 5), () => ({
          number: `CL${int(100000, 999999)}`,
          town: pick(towns),
          weight: int(5, 400) / 10,
          sender: pick(['Atelier du Quai', 'Voilerie Morel', 'Chantier Nord', 'Maison Brume']),
        }));
      return {
        fields: r,
        items,
        subject: `Tournée ${r.round} du ${d.d} ${fmonths[d.m]} ${d.y}`,
        body: `Bonjour,\n\nVoici les enlèvements de la tournée ${r.round} pour le ${d.d} ${fmonths[d.m]} ${d.y}.\nChauffeur : ${r.driver}\n\n${items.map((x) => `• ${x.number} – ${x.town} – ${String(x.weight).replace('.', ',')} kg (${x.sender})`).join('\n')}\n\nMerci de préparer les colis avant 8 h.\n`,
        marks: {
          round: { text: r.round, n: 1 },
          day: { text: `${d.d} ${fmonths[d.m]} ${d.y}`, n: 1 },
        },
        im: (x) => ({
          number: x.number,
          town: x.town,
          weight: `${String(x.weight).replace('.', ',')} kg`,
          sender: x.sender,
        }),
      };
    },
  },
  // a machine's note: names and values with an equals sign, in a frame of rulings
  'c08-job': {
    kind: 'template',
    fields: {
      job: T('text'),
      host: T('text'),
      started: T('datetime'),
      seconds: T('integer'),
      rows: T('integer'),
      status: T('text'),
    },
    make() {
      const d = date(),
        t = `${time()}:${pad(int(0, 59))}`,
        r = {
          job: pick(['import_orders', 'sync_berths', 'purge_logs', 'export_ledger']),
          host: pick(['puffin-01', 'petrel-02', 'skua-07']),
          started: `${d.iso}T${t}`,
          seconds: int(3, 4000),
          rows: int(0, 90000),
          status: pick(['OK', 'OK', 'FAILED', 'PARTIAL']),
        };
      return {
        fields: r,
        subject: `[${r.host}] ${r.job}: ${r.status}`,
        body: `==============================\n JOB REPORT\n==============================\njob        = ${r.job}\nhost       = ${r.host}\nstarted_at = ${d.iso} ${t}\nduration_s = ${r.seconds}\nrows       = ${r.rows}\nstatus     = ${r.status}\n------------------------------\nThis is an automated message.\n`,
        marks: {
          job: { text: r.job, n: 1 },
          started: `${d.iso} ${t}`,
          seconds: { text: String(r.seconds), last: 'duration_s = ' },
          rows: { text: String(r.rows), last: 'rows       = ' },
          status: { text: r.status, last: 'status     = ' },
        },
      };
    },
  },
  // hours of a week: a row for each person, a column for each day
  'c09-timesheet': {
    kind: 'template',
    html: true,
    fields: { week: T('integer'), team: T('text'), lead: T('text') },
    items: {
      name: T('text'),
      mon: T('number'),
      tue: T('number'),
      wed: T('number'),
      thu: T('number'),
      fri: T('number'),
      total: T('number'),
    },
    make() {
      const r = { week: int(1, 52), team: pick(['Slipway', 'Kitchen', 'Rigging', 'Office']), lead: person() },
        items = times(int(2, 5), () => {
          const h = times(5, () => pick([0, 4, 6, 7.5, 8, 8, 8.5]));
          return {
            name: person(),
            mon: h[0],
            tue: h[1],
            wed: h[2],
            thu: h[3],
            fri: h[4],
            total: h.reduce((a, b) => a + b, 0),
          };
        });
      return {
        fields: r,
        items,
        subject: `Hours of week ${r.week}, ${r.team}`,
        body: `<html><body><h3>Hours of week ${r.week}</h3><p>Team: ${r.team}<br>Approved by: ${r.lead}</p><table border="1"><tr><th>Name</th><th>Mon</th><th>Tue</th><th>Wed</th><th>Thu</th><th>Fri</th><th>Total</th></tr>${items
          .map(
            (x) =>
              `<tr>${Object.values(x)
                .map((v) => `<td>${v}</td>`)
                .join('')}</tr>`,
          )
          .join('')}</table></body></html>`,
        marks: { week: { text: String(r.week), n: 1 } },
        im: (x) => Object.fromEntries(Object.entries(x).map(([k, v]) => [k, String(v)])),
      };
    },
  },
  // what a guest says, in Dutch: questions in bold, the answers below
  'c10-beoordeling': {
    kind: 'template',
    html: true,
    locale: 'nl-NL',
    fields: {
      guest: T('text'),
      stay: T('text'),
      stars: T('integer'),
      good: T('text'),
      better: T('text'),
      again: T('yes-no'),
    },
    make() {
      const r = {
        guest: person(),
        stay: pick(['Kajuit 3', 'Huisje Duin', 'Kamer Zeezicht']),
        stars: int(1, 5),
        good: pick(['Het ontbijt was heerlijk.', 'Rustige plek, aardige mensen.', 'Mooi uitzicht op de haven.']),
        better: pick(['De douche was koud.', 'Het bed mag harder.', 'Niets, alles was goed.']),
        again: maybe(0.6),
      };
      return {
        fields: r,
        subject: `Nieuwe beoordeling voor ${r.stay}`,
        body: page(
          `<tr><td><p>${r.guest} heeft een beoordeling geschreven over <b>${r.stay}</b>.</p><p><b>Hoeveel sterren geeft u?</b><br>${r.stars} van 5</p><p><b>Wat vond u goed?</b><br>${r.good}</p><p><b>Wat kan beter?</b><br>${r.better}</p><p><b>Zou u terugkomen?</b><br>${r.again ? 'Ja' : 'Nee'}</p></td></tr>`,
        ),
        marks: {
          stay: { text: r.stay, n: 1 },
          stars: { text: String(r.stars), last: 'sterren geeft u?\n' },
          again: { text: r.again ? 'Ja' : 'Nee', last: 'terugkomen?\n' },
        },
      };
    },
  },
  // the log of a door: fields between semicolons, a line an event
  'c11-door': {
    kind: 'template',
    fields: { site: T('text'), events: T('integer') },
    items: { at: T('datetime'), door: T('text'), event: T('text'), who: T('text') },
    make() {
      const d = date(),
        items = times(int(3, 6), (_, i) => ({
          at: `${d.iso}T${pad(6 + i * 2)}:${pad(int(0, 59))}`,
          door: `Door ${int(1, 9)}`,
          event: pick(['opened', 'denied', 'held open', 'forced']),
          who: person(),
        })),
        r = { site: pick(['North quay', 'Chandlery', 'Fuel depot']), events: items.length };
      return {
        fields: r,
        items,
        subject: `Door log ${r.site}`,
        body: `Site: ${r.site}\nEvents: ${r.events}\n\ntime;door;event;holder\n${items.map((x) => `${x.at.replace('T', ' ')};${x.door};${x.event};${x.who}`).join('\n')}\n\nEnd of log\n`,
        marks: { site: { text: r.site, n: 1 }, events: { text: String(r.events), last: 'Events: ' } },
        im: (x) => ({ ...x, at: x.at.replace('T', ' ') }),
      };
    },
  },
  // a booking is changed: what it was and what it is, side by side
  'c12-changed': {
    kind: 'template',
    html: true,
    fields: {
      booking: T('text'),
      guest: T('text'),
      old_day: T('date'),
      new_day: T('date'),
      old_time: T('time'),
      new_time: T('time'),
      old_covers: T('integer'),
      new_covers: T('integer'),
    },
    make() {
      const [a, b] = [date(), date()],
        r = {
          booking: `R-${int(1000, 9999)}`,
          guest: person(),
          old_day: a.iso,
          new_day: b.iso,
          old_time: time(),
          new_time: time(),
          old_covers: int(2, 9),
          new_covers: int(2, 9),
        },
        row = (label, was, is) => `<tr><td>${label}</td><td>${was}</td><td>${is}</td></tr>`;
      return {
        fields: r,
        subject: `Booking ${r.booking} was changed`,
        body: page(
          `<tr><td><p>${r.guest} has changed booking <b>${r.booking}</b>.</p><table border="1"><tr><th></th><th>Before</th><th>Now</th></tr>${row('Day', short(a), short(b))}${row('Time', r.old_time, r.new_time)}${row('Covers', r.old_covers, r.new_covers)}</table></td></tr>`,
        ),
        marks: {
          booking: { text: r.booking, n: 1 },
          guest: { text: r.guest, n: 1 },
          old_day: { text: short(a), n: 1 },
          new_day: { text: short(b), n: short(a) === short(b) ? 2 : 1 },
          old_time: { text: r.old_time, last: 'Time\n' },
          new_time: { text: r.new_time, last: `Time\n${r.old_time}\n` },
          old_covers: { text: String(r.old_covers), last: 'Covers\n' },
          new_covers: { text: String(r.new_covers), last: `Covers\n${r.old_covers}\n` },
        },
      };
    },
  },
  // a vet's laboratory: a table of results with a range and a flag
  'c13-lab': {
    kind: 'template',
    html: true,
    fields: { animal: T('text'), species: T('text'), owner: T('text'), sample: T('text'), taken: T('date') },
    items: { test: T('text'), result: T('number'), unit: T('text'), range: T('text'), flag: T('text') },
    make() {
      const d = date(),
        r = {
          animal: pick(['Bramble', 'Tofu', 'Pepper', 'Captain']),
          species: pick(['dog', 'cat', 'goat', 'parrot']),
          owner: person(),
          sample: `L${int(20000, 99999)}`,
          taken: d.iso,
        },
        items = some(
          [
            ['Glucose', 'mmol/L', 3.9, 7.9],
            ['Urea', 'mmol/L', 2.5, 9.6],
            ['Creatinine', 'µmol/L', 44, 159],
            ['ALT', 'U/L', 10, 125],
            ['Albumin', 'g/L', 23, 40],
          ],
          int(3, 5),
        ).map(([test, unit, low, high]) => {
          const result = round(low + ((high - low) * int(-20, 130)) / 100);
          return {
            test,
            result,
            unit,
            range: `${low} – ${high}`,
            flag: result < low ? 'L' : result > high ? 'H' : null,
          };
        });
      return {
        fields: r,
        items,
        subject: `Results for ${r.animal} (${r.sample})`,
        body: page(
          `<tr><td><h2>Laboratory results</h2><p><b>Animal:</b> ${r.animal} (${r.species})<br><b>Owner:</b> ${r.owner}<br><b>Sample:</b> ${r.sample}, taken on ${long(d)}</p><table><tr><th>Test</th><th>Result</th><th>Unit</th><th>Reference range</th><th>Flag</th></tr>${items.map((x) => `<tr><td>${x.test}</td><td>${x.result}</td><td>${x.unit}</td><td>${x.range}</td><td>${x.flag ?? ''}</td></tr>`).join('')}</table></td></tr>`,
        ),
        marks: {
          animal: { text: r.animal, n: 1 },
          species: { text: r.species, n: 1 },
          owner: { text: r.owner, n: 1 },
          sample: { text: r.sample, n: 1 },
          taken: long(d),
        },
        im: (x) => ({ ...x, result: String(x.result) }),
      };
    },
  },
  // what was fuelled, in Danish: two lines for each, one below the other
  'c14-braendstof': {
    kind: 'template',
    locale: 'da-DK',
    fields: { card: T('text'), month: T('text'), total: T('amount') },
    items: { day: T('date'), station: T('text'), litres: T('number', { unit: 'l' }), amount: T('amount') },
    make() {
      const items = times(int(2, 5), () => {
          const d = date();
          return { day: d.iso, station: pick(towns), litres: int(100, 900) / 10, amount: am(cents(100, 900), 'DKK') };
        }),
        r = {
          card: `7012 ${int(1000, 9999)}`,
          month: pick(['september', 'oktober', 'november']),
          total: am(round(items.reduce((sum, x) => sum + x.amount.value, 0)), 'DKK'),
        };
      return {
        fields: r,
        items,
        subject: `Kortudtog for ${r.month}`,
        body: `Hej\n\nHer er dine køb med kort ${r.card} i ${r.month}:\n\n${items.map((x) => `${x.day.split('-').reverse().join('.')}  ${x.station}\n    ${x.litres.toFixed(1).replace('.', ',')} l   ${eur(x.amount.value)} kr.\n`).join('\n')}\nI alt: ${eur(r.total.value)} kr.\n\nVenlig hilsen\nKortservice\n`,
        marks: {
          card: { text: r.card, n: 1 },
          month: { text: r.month, n: 1 },
          total: { text: `${eur(r.total.value)} kr.`, last: 'I alt: ' },
        },
        im: (x) => ({
          day: x.day.split('-').reverse().join('.'),
          station: x.station,
          litres: `${x.litres.toFixed(1).replace('.', ',')} l`,
          amount: `${eur(x.amount.value)} kr.`,
        }),
      };
    },
  },
  // a payment failed: the sum in large letters, facts below in boxes side by side
  'c15-failed': {
    kind: 'template',
    html: true,
    fields: {
      amount: T('amount'),
      customer: T('text'),
      card: T('text'),
      attempt: T('integer'),
      next: T('date'),
      why: T('text'),
    },
    make() {
      const d = date(),
        r = {
          amount: am(cents(5, 400), 'EUR'),
          customer: mailOf(person()),
          card: String(int(1000, 9999)),
          attempt: int(1, 4),
          next: d.iso,
          why: pick(['Insufficient funds', 'Card expired', 'Declined by the bank']),
        },
        box = (label, value) =>
          `<td width="50%" style="padding:6px"><span style="color:#888;font-size:11px">${label}</span><br>${value}</td>`;
      return {
        fields: r,
        subject: `A payment of €${money(r.amount.value)} failed`,
        body: page(
          `<tr><td align="center"><p>Payment failed</p><div style="font-size:32px;font-weight:bold">€${money(r.amount.value)}</div><p>from ${r.customer}</p></td></tr><tr><td><table width="100%"><tr>${box('Card', `•••• ${r.card}`)}${box('Attempt', `${r.attempt} of 4`)}</tr><tr>${box('Reason', r.why)}${box('Next attempt', long(d))}</tr></table><p><a class="btn" href="https://kind.example/pay/${int(1000, 9999)}">View payment</a></p></td></tr>`,
        ),
        marks: {
          amount: { text: `€${money(r.amount.value)}`, n: 1 },
          customer: { text: r.customer, n: 1 },
          card: { text: r.card, n: 1 },
          attempt: { text: String(r.attempt), last: 'Attempt\n' },
          next: long(d),
          why: { text: r.why, n: 1 },
        },
      };
    },
  },
  // a change of shifts, in Dutch: one sentence with two days and two people
  'c16-ruil': {
    kind: 'template',
    locale: 'nl-NL',
    fields: { from: T('text'), to: T('text'), day: T('date'), begins: T('time'), ends: T('time'), station: T('text') },
    make() {
      const d = date(),
        h = int(6, 14),
        nmonths = 'januari februari maart april mei juni juli augustus september oktober november december'.split(' '),
        r = {
          from: person(),
          to: person(),
          day: d.iso,
          begins: `${pad(h)}:00`,
          ends: `${pad(h + 8)}:00`,
          station: pick(['Sluis Noord', 'Brug 3', 'Havenkantoor']),
        },
        w = nwd[new Date(d.iso).getUTCDay()];
      return {
        fields: r,
        subject: 'Verzoek tot dienstruil',
        body: `Hallo,\n\n${r.from} wil de dienst van ${w} ${d.d} ${nmonths[d.m]} ${d.y}, ${r.begins} tot ${r.ends} uur (${r.station}) ruilen met ${r.to}.\n\nAkkoord? Klik dan op de link hieronder.\nhttps://rooster.example/ruil/${int(10000, 99999)}\n`,
        marks: {
          from: { text: r.from, n: 1 },
          day: `${d.d} ${nmonths[d.m]} ${d.y}`,
          begins: { text: r.begins, n: 1 },
          ends: { text: r.ends, n: 1 },
          station: r.station,
          to: { text: r.to, last: 'ruilen met ' },
        },
      };
    },
  },
};
