// Sixteen more, as kitchens, carriers, offices, shops and machines send them; written down before anybody looked at what becomes of them.
import {
  am,
  cents,
  date,
  dot,
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
const fmonths = 'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' ');
const smonths = 'januari februari mars april maj juni juli augusti september oktober november december'.split(' ');
const emonths = 'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre'.split(' ');
const edays = {
  Sunday: 'domingo',
  Monday: 'lunes',
  Tuesday: 'martes',
  Wednesday: 'miércoles',
  Thursday: 'jueves',
  Friday: 'viernes',
  Saturday: 'sábado',
};
const brief = (d) => `${d.w.slice(0, 3)} ${d.d} ${long(d).split(' ')[1].slice(0, 3)}`;
const plate = () => `${int(10, 99)}-${pick(['TRN', 'QYS', 'MLE', 'SGP'])}-${int(1, 9)}`;
const grouped = (value) => String(value).replace(/\B(?=(\d{3})+$)/g, '.');

export const kinds = {
  // what is to be cooked: dishes with what is added to them further in
  'e01-collection': {
    kind: 'template',
    fields: {
      order: T('integer'),
      placed: T('time'),
      ready: T('time'),
      customer: T('text'),
      phone: T('phone'),
      total: T('amount'),
      card: T('text'),
      note: T('text'),
    },
    items: { quantity: T('integer'), dish: T('text'), price: T('amount') },
    make() {
      const name = person(),
        items = some(['Mussels', 'Leek pie', 'Fish stew', 'Green salad', 'Apple cake', 'Lemonade'], int(2, 4)).map(
          (dish) => ({ quantity: int(1, 3), dish, price: am(cents(4, 30), 'GBP'), more: maybe(0.4) }),
        ),
        total = round(items.reduce((sum, x) => sum + x.price.value, 0) + 2.5),
        r = {
          order: int(1000, 9999),
          placed: time(),
          ready: time(),
          customer: name,
          phone: phone(),
          total: am(total, 'GBP'),
          card: String(int(1000, 9999)),
          note: pick(['Please ring twice', 'No onions', 'Blue door at the back', 'Leave at the gate']),
        },
        row = (left, right) => `${left.padEnd(30)}${right.padStart(8)}`;
      return {
        fields: r,
        items: items.map(({ more, ...x }) => x),
        subject: `New order #${r.order} for collection`,
        body: `New order #${r.order} for collection\n\nPlaced: ${r.placed}   Ready by: ${r.ready}\nCustomer: ${name} (${spaced(r.phone)})\n\n${items.map((x) => row(`${x.quantity} x ${x.dish}`, `£${money(x.price.value)}`) + (x.more ? `\n    + ${pick(['extra bread', 'no salt', 'large'])}` : '')).join('\n')}\n\n${row('Service', '£2.50')}\n${row('TOTAL', `£${money(total)}`)}\n\nPaid by card ending ${r.card}\nNote: ${r.note}\n`,
        marks: {
          order: { text: String(r.order), n: 1 },
          placed: { text: r.placed, last: 'Placed: ' },
          ready: { text: r.ready, last: 'Ready by: ' },
          phone: spaced(r.phone),
          total: { text: `£${money(total)}`, last: 'TOTAL' },
          card: { text: r.card, last: 'ending ' },
        },
        im: (x) => ({ quantity: String(x.quantity), dish: x.dish, price: `£${money(x.price.value)}` }),
      };
    },
  },
  // somebody took a free hour in a calendar: labels in bold, what they say below them
  'e02-call': {
    kind: 'template',
    html: true,
    fields: {
      kind: T('text'),
      guest: T('text'),
      email: T('email'),
      date: T('date'),
      from: T('time'),
      to: T('time'),
      question: T('text'),
    },
    make() {
      const d = date(),
        h = int(8, 16),
        guest = person(),
        r = {
          kind: pick(['30 minute call', 'Boat survey', 'First lesson', 'Site visit']),
          guest,
          email: mailOf(guest),
          date: d.iso,
          from: `${pad(h)}:00`,
          to: `${pad(h)}:45`,
          question: pick([
            'I have two boats, is that all right?',
            'Never sailed before.',
            'We want to change our mast.',
          ]),
        },
        block = (label, value) => `<p><strong>${label}</strong><br>${value}</p>`;
      return {
        fields: r,
        subject: `New booking: ${guest}, ${r.kind}`,
        body: page(
          `<tr><td><p>Hi Orla,</p><p>somebody has booked an hour with you.</p>${block('What', r.kind)}${block('Who', guest)}${block('Their address', `<a href="mailto:${r.email}">${r.email}</a>`)}${block('When', `${r.from} – ${r.to}, ${d.w} ${long(d)} (London)`)}${block('Anything we should know?', r.question)}<p><a class="btn" href="https://kind.example/b/${int(1000, 9999)}">Change or call off</a></p></td></tr>`,
        ),
        marks: {
          kind: { text: r.kind, n: 1 },
          guest: { text: guest, n: 1 },
          email: r.email,
          date: long(d),
          from: r.from,
          to: r.to,
        },
      };
    },
  },
  // works that offices ask offers for, in German: cards with a title that leads on
  'e03-vergaben': {
    kind: 'template',
    html: true,
    locale: 'de-DE',
    fields: { search: T('text'), hits: T('integer') },
    items: { title: T('text'), office: T('text'), place: T('text'), until: T('datetime'), number: T('text') },
    make() {
      const items = some(
          [
            'Reinigung Lotsenhaus',
            'Neubau Steg 4',
            'Lieferung Büromöbel',
            'Dachsanierung Schule',
            'Winterdienst Nord',
            'Baumpflege',
          ],
          int(2, 5),
        ).map((title) => {
          const d = date(),
            t = pick(['10:00', '12:00', '14:30']);
          return {
            title,
            office: pick(['Hafenamt', 'Stadt Kirkholm', 'Kreis Oststrand', 'Schulverband']),
            place: `${int(10000, 99999)} ${pick(towns)}`,
            until: `${d.iso}T${t}`,
            number: `V-${int(100, 999)}/26`,
            shown: `${dot(d)}, ${t} Uhr`,
          };
        }),
        r = { search: pick(['Bau im Norden', 'Reinigung', 'Alles am Wasser']), hits: items.length };
      return {
        fields: r,
        items: items.map(({ shown, ...x }) => x),
        subject: `${items.length} neue Ausschreibungen`,
        body: page(
          `<tr><td><h2>Ihr Suchauftrag „${r.search}“</h2><p>Wir haben ${items.length} neue Ausschreibungen für Sie gefunden.</p>${items.map((x) => `<div class="card"><h3><a href="https://kind.example/v/${x.number}">${x.title}</a></h3><div><b>Vergabestelle:</b> ${x.office}</div><div><b>Ort:</b> ${x.place}</div><div><b>Frist:</b> ${x.shown}</div><div><b>Nr.:</b> ${x.number}</div></div>`).join('')}</td></tr>`,
        ),
        marks: { search: { text: r.search, n: 1 }, hits: { text: String(r.hits), last: 'haben ' } },
        im: (x) => ({
          title: x.title,
          office: x.office,
          place: x.place,
          until: `${x.until.slice(8, 10)}.${x.until.slice(5, 7)}.${x.until.slice(0, 4)}, ${x.until.slice(11, 16)} Uhr`,
          number: x.number,
        }),
      };
    },
  },
  // something answers again
  'e04-up-again': {
    kind: 'template',
    fields: {
      monitor: T('text'),
      status: T('integer'),
      down_for: T('text'),
      since: T('datetime'),
      cause: T('text'),
      url: T('url'),
    },
    make() {
      const d = date(),
        t = `${pad(int(0, 23))}:${pad(int(0, 59))}`,
        name = pick(['gate-api', 'tide-page', 'booking', 'lock-camera']),
        r = {
          monitor: name,
          status: pick([200, 204, 301]),
          down_for: `${int(2, 50)} minutes and ${int(2, 59)} seconds`,
          since: `${d.iso}T${t}`,
          cause: pick(['Connection timed out', 'Bad gateway', 'Certificate has expired']),
          url: `https://${name}.kind.example/health`,
        };
      return {
        fields: r,
        subject: `UP: ${name}`,
        body: `The monitor "${name}" answers again (HTTP ${r.status}).\nIt was down for ${r.down_for}.\n\nDown since: ${d.iso} ${t} UTC\nCause: ${r.cause}\nAddress: ${r.url}\n\nNo more mails are sent until it goes down again.\n`,
        marks: {
          monitor: { text: name, n: 1 },
          status: { text: String(r.status), last: 'HTTP ' },
          down_for: r.down_for,
          since: `${d.iso} ${t} UTC`,
          cause: r.cause,
          url: r.url,
        },
      };
    },
  },
  // a claim is made, in French: three sections
  'e05-sinistre': {
    kind: 'template',
    html: true,
    locale: 'fr-FR',
    fields: {
      claim: T('text'),
      insured: T('text'),
      policy: T('text'),
      phone: T('phone'),
      make: T('text'),
      plate: T('text'),
      date: T('date'),
      place: T('text'),
      story: T('text'),
    },
    make() {
      const d = date(),
        r = {
          claim: `S${int(100000, 999999)}`,
          insured: person(),
          policy: `${int(10, 99)}-${int(1000, 9999)}`,
          phone: phone(),
          make: pick(['Ternette 2', 'Maréa Break', 'Polaire 400']),
          plate: plate(),
          date: d.iso,
          place: pick(towns),
          story: pick([
            'Choc à l’arrière au feu rouge.',
            'Vitre brisée pendant la nuit.',
            'Rayures sur le côté gauche.',
          ]),
        },
        table = (title, rows) =>
          `<h3>${title}</h3><table>${rows.map(([a, b]) => `<tr><td>${a}</td><td>${b}</td></tr>`).join('')}</table>`;
      return {
        fields: r,
        subject: `Déclaration de sinistre ${r.claim}`,
        body: page(
          `<tr><td><p>Bonjour,</p><p>une déclaration de sinistre a été enregistrée sous le numéro <b>${r.claim}</b>.</p>${table(
            'Assuré',
            [
              ['Nom', r.insured],
              ['N° de contrat', r.policy],
              ['Téléphone', spaced(r.phone)],
            ],
          )}${table('Véhicule', [
            ['Modèle', r.make],
            ['Immatriculation', r.plate],
          ])}${table('Circonstances', [
            ['Date', `${d.d} ${fmonths[d.m]} ${d.y}`],
            ['Lieu', r.place],
            ['Description', r.story],
          ])}</td></tr>`,
        ),
        marks: { claim: { text: r.claim, n: 1 }, phone: spaced(r.phone), date: `${d.d} ${fmonths[d.m]} ${d.y}` },
      };
    },
  },
  // what a company orders: aligned columns, and descriptions that go on in the next line
  'e06-purchase': {
    kind: 'template',
    fields: {
      number: T('text'),
      supplier: T('integer'),
      date: T('date'),
      deliver: T('text'),
      buyer: T('text'),
      total: T('number'),
    },
    items: {
      line: T('integer'),
      item: T('text'),
      description: T('text'),
      quantity: T('integer'),
      price: T('number'),
      amount: T('number'),
    },
    make() {
      const d = date(),
        items = some(
          ['Rope, braided, 10 mm', 'Brass shackle', 'Deck paint, grey', 'Fender, small', 'Oil filter'],
          int(2, 4),
        ).map((description, i) => {
          const [quantity, price] = [int(1, 40), cents(1, 60)];
          return {
            line: (i + 1) * 10,
            item: `${pick(['RP', 'BS', 'DP', 'FX'])}-${int(1000, 9999)}`,
            description,
            quantity,
            price,
            amount: round(quantity * price),
          };
        }),
        total = round(items.reduce((sum, x) => sum + x.amount, 0)),
        r = {
          number: `PO-${int(10000, 99999)}`,
          supplier: int(10000, 99999),
          date: d.iso,
          deliver: `${pick(towns)}, dock ${int(1, 9)}`,
          buyer: person(),
          total,
        },
        row = (a, b, c, q, p, s) =>
          `${a.padStart(4)}  ${b.padEnd(9)}  ${c.padEnd(24)}${q.padStart(5)}  ${p.padStart(10)}  ${s.padStart(10)}`;
      return {
        fields: r,
        items,
        subject: `Purchase order ${r.number}`,
        body: `PURCHASE ORDER ${r.number}\n\nSupplier no.: ${String(r.supplier).padEnd(16)}Date:  ${short(d)}\nDeliver to:   ${r.deliver.padEnd(24)}Buyer: ${r.buyer}\n\n${row('Line', 'Item', 'Description', 'Qty', 'Unit price', 'Amount')}\n${row('----', '---------', '-'.repeat(24), '---', '----------', '----------')}\n${items.map((x) => row(String(x.line), x.item, x.description, String(x.quantity), money(x.price), money(x.amount))).join('\n')}\n${'Total EUR'.padStart(50)}${money(total).padStart(18)}\n\nPlease confirm within two days.\n`,
        marks: {
          number: { text: r.number, n: 1 },
          supplier: String(r.supplier),
          date: short(d),
          deliver: r.deliver,
          total: { text: money(total), last: 'Total EUR' },
        },
        im: (x) => ({
          line: String(x.line),
          item: x.item,
          description: x.description,
          quantity: String(x.quantity),
          price: money(x.price),
          amount: money(x.amount),
        }),
      };
    },
  },
  // where a van is, in Dutch: sentences
  'e07-rit': {
    kind: 'template',
    locale: 'nl-NL',
    fields: {
      plate: T('text'),
      driver: T('text'),
      time: T('time'),
      zone: T('text'),
      speed: T('integer'),
      mileage: T('integer'),
    },
    make() {
      const r = {
        plate: plate(),
        driver: person(),
        time: time(),
        zone: pick(['Haven Oost', 'Depot', 'Markt', 'Kade 7']),
        speed: int(3, 90),
        mileage: int(10000, 240000),
      };
      return {
        fields: r,
        subject: `Melding voertuig ${r.plate}`,
        body: `Voertuig ${r.plate} (${r.driver}) heeft om ${r.time} uur zone ${r.zone} verlaten.\nSnelheid: ${r.speed} km/u. Kilometerstand: ${grouped(r.mileage)} km.\n\nDit bericht is automatisch verzonden.\n`,
        marks: {
          plate: { text: r.plate, n: 1 },
          driver: r.driver,
          time: { text: r.time, last: 'om ' },
          zone: { text: r.zone, last: 'zone ' },
          speed: { text: String(r.speed), last: 'Snelheid: ' },
          mileage: grouped(r.mileage),
        },
      };
    },
  },
  // somebody gives: a sentence, and a list of facts
  'e08-gift': {
    kind: 'template',
    html: true,
    fields: {
      donor: T('text'),
      amount: T('amount'),
      appeal: T('text'),
      often: T('text'),
      gift_aid: T('boolean'),
      reference: T('text'),
      words: T('text'),
    },
    make() {
      const r = {
        donor: person(),
        amount: am(pick([5, 10, 25, 40, 100, 250]), 'GBP'),
        appeal: pick(['New lifeboat', 'Sea wall', 'Winter shelter', 'Youth club']),
        often: pick(['Once', 'Monthly', 'Yearly']),
        gift_aid: maybe(0.5),
        reference: `DN${int(100000, 999999)}`,
        words: pick(['In memory of my father', 'Keep it up!', 'Thanks for all you do', 'For the new engine']),
      };
      return {
        fields: r,
        subject: `A gift of £${money(r.amount.value)}`,
        body: page(
          `<tr><td><h2>Thank you for fundraising!</h2><p><b>${r.donor}</b> has given <b>£${money(r.amount.value)}</b> to your appeal <i>${r.appeal}</i>.</p><ul><li>How often: ${r.often}</li><li>Gift aid: ${r.gift_aid ? 'Yes' : 'No'}</li><li>Reference: ${r.reference}</li><li>Message: “${r.words}”</li></ul><p>You will get the money within a week.</p></td></tr>`,
        ),
        marks: {
          donor: { text: r.donor, n: 1 },
          amount: `£${money(r.amount.value)}`,
          appeal: { text: r.appeal, last: 'appeal ' },
          gift_aid: { text: r.gift_aid ? 'Yes' : 'No', last: 'Gift aid: ' },
        },
      };
    },
  },
  // a machine has scanned, in German
  'e09-scan': {
    kind: 'template',
    locale: 'de-DE',
    fields: {
      device: T('text'),
      at: T('datetime'),
      pages: T('integer'),
      resolution: T('text'),
      colour: T('text'),
      file: T('text'),
      user: T('text'),
    },
    make() {
      const d = date(),
        t = time(),
        r = {
          device: pick(['MFP-EG-2', 'MFP-OG-1', 'Kopierer Hafenamt']),
          at: `${d.iso}T${t}`,
          pages: int(1, 40),
          resolution: pick(['300 x 300 dpi', '200 x 200 dpi', '600 x 600 dpi']),
          colour: pick(['Farbe', 'Graustufen', 'Schwarzweiß']),
          file: `Scan_${d.iso.replaceAll('-', '')}_${int(1, 99)}.pdf`,
          user: `${pick(['a', 'b', 'm', 'o'])}.${pick(['quist', 'kilbride', 'cardoso', 'dunmore'])}`,
        };
      return {
        fields: r,
        subject: `Nachricht von ${r.device}`,
        body: `Dieses Dokument wurde an ${r.device} gescannt.\n\nDatum/Uhrzeit        : ${dot(d)} ${t}\nAnzahl Seiten        : ${r.pages}\nAuflösung            : ${r.resolution}\nFarbmodus            : ${r.colour}\nDateiname            : ${r.file}\nAngemeldeter Benutzer: ${r.user}\n\nBitte antworten Sie nicht auf diese Nachricht.\n`,
        marks: {
          device: { text: r.device, n: 1 },
          at: `${dot(d)} ${t}`,
          pages: { text: String(r.pages), last: 'Seiten        : ' },
        },
      };
    },
  },
  // a journey: a card for each part of it
  'e10-journey': {
    kind: 'template',
    html: true,
    fields: { reference: T('text'), traveller: T('text'), total: T('amount') },
    items: {
      date: T('date'),
      leaves: T('time'),
      from: T('text'),
      arrives: T('time'),
      to: T('text'),
      coach: T('integer'),
      seat: T('text'),
    },
    make() {
      const name = person(),
        items = times(int(1, 3), () => {
          const [from, to] = some(towns, 2);
          const d = date();
          return {
            date: d.iso,
            shown: brief(d),
            leaves: `${pad(int(6, 12))}:${pick(['05', '20', '48'])}`,
            from,
            arrives: `${pad(int(13, 22))}:${pick(['01', '15', '39'])}`,
            to,
            coach: int(1, 9),
            seat: `${int(1, 80)}${pick(['A', 'B', 'C'])}`,
          };
        }),
        r = {
          reference: `${pick(['TQ', 'RM', 'HX'])}${int(1000, 9999)}`,
          traveller: name,
          total: am(cents(20, 180), 'GBP'),
        };
      return {
        fields: r,
        items: items.map(({ shown, ...x }) => x),
        subject: `Your tickets: ${r.reference}`,
        body: page(
          `<tr><td><p>Dear ${name},</p><p>your tickets are attached. Booking reference: <b>${r.reference}</b></p>${items.map((x, i) => `<div class="leg"><div><b>Part ${i + 1}</b> · ${x.shown}</div><div>${x.leaves} ${x.from} → ${x.arrives} ${x.to}</div><div>Coach ${x.coach}, seat ${x.seat}</div></div>`).join('')}<p>Total paid: <b>£${money(r.total.value)}</b></p></td></tr>`,
        ),
        marks: { traveller: { text: name, n: 1 }, total: `£${money(r.total.value)}` },
        im: (x) => ({
          leaves: x.leaves,
          from: x.from,
          arrives: x.arrives,
          to: x.to,
          coach: String(x.coach),
          seat: x.seat,
        }),
      };
    },
  },
  // what did not come as it was ordered, in Italian
  'e11-ammanchi': {
    kind: 'template',
    html: true,
    locale: 'it-IT',
    fields: { note: T('integer'), supplier: T('text'), date: T('date'), by: T('text') },
    items: {
      article: T('text'),
      ordered: T('integer'),
      received: T('integer'),
      difference: T('integer'),
      reason: T('text'),
    },
    make() {
      const d = date(),
        items = some(['Cima 12 mm', 'Vernice blu', 'Grillo inox', 'Filtro olio', 'Parabordo'], int(2, 4)).map(
          (article) => {
            const [ordered, received] = [int(5, 60), int(0, 60)];
            return {
              article,
              ordered,
              received,
              difference: received - ordered,
              reason: pick(['Merce danneggiata', 'Non consegnato', 'Errore di etichetta']),
            };
          },
        ),
        r = {
          note: int(1000, 9999),
          supplier: pick(['Nautica Sterna', 'Cordami Faro', 'Porto Vecchio']),
          date: d.iso,
          by: person(),
        };
      return {
        fields: r,
        items,
        subject: `Differenze DDT ${r.note}`,
        body: page(
          `<tr><td><p>Buongiorno,</p><p>nel ricevere il DDT n. ${r.note} del ${short(d)} di ${r.supplier} sono emerse le seguenti differenze:</p><table border="1"><tr><th>Articolo</th><th>Ordinati</th><th>Ricevuti</th><th>Differenza</th><th>Motivo</th></tr>${items.map((x) => `<tr><td>${x.article}</td><td align="right">${x.ordered}</td><td align="right">${x.received}</td><td align="right">${x.difference > 0 ? '+' : ''}${x.difference}</td><td>${x.reason}</td></tr>`).join('')}</table><p>Magazziniere: ${r.by}</p></td></tr>`,
        ),
        marks: { note: { text: String(r.note), n: 1 }, supplier: { text: r.supplier, n: 1 }, date: short(d), by: r.by },
        im: (x) => ({
          article: x.article,
          ordered: String(x.ordered),
          received: String(x.received),
          difference: `${x.difference > 0 ? '+' : ''}${x.difference}`,
          reason: x.reason,
        }),
      };
    },
  },
  // how advertisements did: figures in boxes with how they changed, and a table
  'e12-adverts': {
    kind: 'template',
    html: true,
    fields: { from: T('date'), to: T('date'), seen: T('integer'), all_clicks: T('integer'), spent: T('amount') },
    items: { campaign: T('text'), clicks: T('integer'), cost: T('amount'), per_click: T('amount') },
    make() {
      const said = (one) => brief(one).slice(4),
        [d, e] = [date(), date()],
        items = some(['Autumn boats', 'Life jackets', 'Sailing school', 'Old charts'], int(2, 4)).map((campaign) => {
          const [clicks, cost] = [int(20, 900), cents(10, 400)];
          return { campaign, clicks, cost: am(cost, 'GBP'), per_click: am(round(cost / clicks), 'GBP') };
        }),
        total = round(items.reduce((sum, x) => sum + x.cost.value, 0)),
        r = {
          from: d.iso,
          to: e.iso,
          seen: int(1000, 90000),
          all_clicks: items.reduce((sum, x) => sum + x.clicks, 0),
          spent: am(total, 'GBP'),
        },
        whole = (n) => String(n).replace(/\B(?=(\d{3})+$)/g, ','),
        change = () => `<div style="color:#393">${pick(['▲', '▼'])} ${int(1, 40)} %</div>`,
        box = (value, label) =>
          `<td align="center"><div style="font-size:22px">${value}</div><div>${label}</div>${change()}</td>`;
      return {
        fields: r,
        items,
        subject: 'Your weekly figures',
        body: page(
          `<tr><td><h2>Your week, ${said(d)} – ${said(e)}</h2><table width="100%"><tr>${box(whole(r.seen), 'Impressions')}${box(whole(r.all_clicks), 'Clicks')}${box(`£${money(total)}`, 'Spent')}</tr></table><h3>Campaigns</h3><table><tr><th>Campaign</th><th>Clicks</th><th>Cost</th><th>Per click</th></tr>${items.map((x) => `<tr><td>${x.campaign}</td><td>${x.clicks}</td><td>£${money(x.cost.value)}</td><td>£${money(x.per_click.value)}</td></tr>`).join('')}</table></td></tr>`,
        ),
        marks: {
          from: { text: said(d), last: 'Your week, ' },
          to: { text: said(e), last: '– ' },
          seen: { text: whole(r.seen), n: 1 },
          all_clicks: { text: whole(r.all_clicks), n: 1 },
          spent: { text: `£${money(total)}`, n: 1 },
        },
        im: (x) => ({
          campaign: x.campaign,
          clicks: String(x.clicks),
          cost: `£${money(x.cost.value)}`,
          per_click: `£${money(x.per_click.value)}`,
        }),
      };
    },
  },
  // no current for some hours, in Swedish
  'e13-avbrott': {
    kind: 'template',
    locale: 'sv-SE',
    fields: {
      number: T('text'),
      date: T('date'),
      from: T('time'),
      to: T('time'),
      reason: T('text'),
    },
    items: { address: T('text') },
    make() {
      const d = date(),
        h = int(7, 12),
        items = times(int(2, 5), () => ({
          address: `${pick(['Strandvägen', 'Hamngatan', 'Kvarngränd', 'Skolvägen'])} ${int(1, 90)}`,
        })),
        r = {
          number: `A${int(10000, 99999)}`,
          date: d.iso,
          from: `${pad(h)}:00`,
          to: `${pad(h + 2)}:30`,
          reason: pick(['byte av transformator', 'trädfällning', 'arbete på ledningen']),
        };
      return {
        fields: r,
        items,
        subject: `Planerat elavbrott ${d.d} ${smonths[d.m]}`,
        body: `Hej!\n\nDen ${d.d} ${smonths[d.m]} ${d.y} kl. ${r.from.replace(':', '.')}–${r.to.replace(':', '.')} stänger vi av strömmen på grund av ${r.reason}.\n\nBerörda adresser:\n${items.map((x) => `- ${x.address}`).join('\n')}\n\nÄrendenummer: ${r.number}\nFrågor? Ring +44 20 7946 0101.\n\nMed vänlig hälsning\nGannet Nät\n`,
        marks: {
          number: r.number,
          date: `${d.d} ${smonths[d.m]} ${d.y}`,
          from: { text: r.from.replace(':', '.'), last: 'kl. ' },
          to: { text: r.to.replace(':', '.'), last: '–' },
          reason: r.reason,
        },
        im: (x) => ({ address: x.address }),
      };
    },
  },
  // hours of work are moved, in Spanish: before and after
  'e14-turno': {
    kind: 'template',
    locale: 'es-ES',
    fields: {
      who: T('text'),
      before: T('datetime'),
      before_until: T('time'),
      now: T('datetime'),
      now_until: T('time'),
      post: T('text'),
      boss: T('text'),
      answer_by: T('date'),
    },
    make() {
      const said = (d) => `${edays[d.w]} ${d.d} de ${emonths[d.m]}`,
        [a, b, c] = [date(), date(), date()],
        who = person(),
        [h, k] = [int(6, 14), int(6, 14)],
        span = (from) => `${pad(from)}:00–${pad(from + 6)}:00`,
        r = {
          who: who.split(' ')[0],
          before: `${a.iso}T${pad(h)}:00`,
          before_until: `${pad(h + 6)}:00`,
          now: `${b.iso}T${pad(k)}:00`,
          now_until: `${pad(k + 6)}:00`,
          post: pick(['Caja', 'Almacén', 'Muelle 3', 'Recepción']),
          boss: person(),
          answer_by: c.iso,
        };
      return {
        fields: r,
        subject: 'Cambio de turno',
        body: `Hola ${r.who}:\n\nSe ha modificado tu turno.\n\nAntes: ${said(a)}, ${span(h)}\nAhora: ${said(b)}, ${span(k)}\nPuesto: ${r.post}\nResponsable: ${r.boss}\n\nPor favor, confirma antes del ${c.d} de ${emonths[c.m]} de ${c.y}.\n\nUn saludo,\nRecursos Humanos\n`,
        marks: {
          who: { text: r.who, n: 1 },
          before: `${said(a)}, ${pad(h)}:00`,
          before_until: { text: `${pad(h + 6)}:00`, last: `${pad(h)}:00–` },
          now: { text: `${said(b)}, ${pad(k)}:00`, last: 'Ahora: ' },
          now_until: { text: `${pad(k + 6)}:00`, last: `${said(b)}, ${pad(k)}:00–` },
          post: { text: r.post, last: 'Puesto: ' },
          answer_by: `${c.d} de ${emonths[c.m]} de ${c.y}`,
        },
      };
    },
  },
  // somebody wants a price, in Portuguese: questions in bold, answers below
  'e15-orcamento': {
    kind: 'template',
    html: true,
    locale: 'pt-PT',
    fields: {
      service: T('text'),
      name: T('text'),
      phone: T('phone'),
      town: T('text'),
      when: T('text'),
      surface: T('integer'),
      details: T('text'),
    },
    make() {
      const r = {
        service: pick(['Pintura', 'Canalização', 'Jardinagem', 'Mudanças']),
        name: person(),
        phone: phone(),
        town: pick(towns),
        when: pick(['O mais depressa possível', 'Dentro de um mês', 'Ainda não sei']),
        surface: int(20, 300),
        details: pick(['Duas salas e um corredor.', 'A cave tem humidade.', 'Sem elevador, terceiro andar.']),
      };
      return {
        fields: r,
        subject: `Novo pedido de orçamento: ${r.service}`,
        body: page(
          `<tr><td><h2>Novo pedido: ${r.service}</h2><h4>Nome do cliente</h4><p>${r.name}</p><h4>Telefone</h4><p><a href="tel:${r.phone}">${spaced(r.phone)}</a></p><h4>Localidade</h4><p>${r.town}</p><h4>Para quando precisa do serviço?</h4><p>${r.when}</p><h4>Qual é a área?</h4><p>${r.surface} m²</p><h4>Descreva o trabalho</h4><p>${r.details}</p><p><a class="btn" href="https://kind.example/p/${int(1000, 9999)}">Responder ao cliente</a></p></td></tr>`,
        ),
        marks: {
          service: { text: r.service, n: 1 },
          phone: spaced(r.phone),
          surface: { text: String(r.surface), last: 'área?' },
        },
      };
    },
  },
  // what moved on an account: a table without headings
  'e16-movements': {
    kind: 'template',
    html: true,
    fields: { account: T('text'), day: T('date'), balance: T('amount') },
    items: { what: T('text'), kind: T('text'), amount: T('amount'), stands: T('amount') },
    make() {
      const d = date();
      let stands = cents(500, 4000);
      const items = times(int(2, 5), () => {
          const sum = maybe(0.3) ? cents(100, 900) : -cents(2, 90);
          stands = round(stands + sum);
          return {
            what: pick(['Tern & Sons', 'Quayside Stores', 'Mill Lane Bakery', 'Harbour dues', 'Ada Brookfield']),
            kind: pick(['Card', 'Transfer', 'Direct debit']),
            amount: am(sum, 'GBP'),
            stands: am(stands, 'GBP'),
          };
        }),
        r = { account: String(int(1000, 9999)), day: d.iso, balance: am(stands, 'GBP') },
        signed = (v) => `${v < 0 ? '−' : '+'}£${money(Math.abs(v))}`;
      return {
        fields: r,
        items,
        subject: `Your account on ${long(d)}`,
        body: page(
          `<tr><td><p>Hello,</p><p>this moved on your account ending in ${r.account} on ${long(d)}:</p><table width="100%">${items.map((x) => `<tr><td>${x.what}<br><small>${x.kind}</small></td><td align="right">${signed(x.amount.value)}</td><td align="right">£${money(x.stands.value)}</td></tr>`).join('')}</table><p>Your balance: <b>£${money(stands)}</b></p></td></tr>`,
        ),
        marks: {
          account: { text: r.account, n: 1 },
          day: long(d),
          balance: { text: `£${money(stands)}`, last: 'balance: ' },
        },
        im: (x) => ({
          what: x.what,
          kind: x.kind,
          amount: signed(x.amount.value),
          stands: `£${money(x.stands.value)}`,
        }),
      };
    },
  },
};
