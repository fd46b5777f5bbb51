// What stands around the words that matter in the mail of real senders: letterheads, footers, banners of the recipient's own mail server,
// adverts, what a colleague adds who passes it on. `run.mjs --around NAME` measures with them: whatever is found without is to be found with,
// and nothing beside it. A surrounding is a pair of functions, for HTML and for plain text.

const inBody = (html, before, after = '') => {
  const [, head = '', body = html, tail = ''] = /^([\s\S]*?<body[^>]*>)([\s\S]*?)(<\/body>[\s\S]*)?$/i.exec(html) ?? [];
  return head === '' ? `${before}${html}${after}` : `${head}${before}${body}${after}${tail}`;
};

const around = (html, text) => ({
  html: (body, i) => inBody(body, ...html(i)),
  text: (body, i) => {
    const [before, after = ''] = text(i);
    return `${before}${body.trimEnd()}\n${after}`;
  },
});

const names = ['Wim', 'Ida', 'Noor', 'Tomas', 'Elke'];
const colleague = (i) => `${names[i % names.length]} Halloran`;
const hour = (i) => `${String(8 + (i % 9)).padStart(2, '0')}:${String((i * 17) % 60).padStart(2, '0')}`;

const legal = `This e-mail and any files sent with it are confidential and meant for the person it is addressed to alone. If you have received it by mistake, please tell the sender and delete it. Any views in it are those of the author. Please think of the environment before you print this e-mail.`;

const footerLines = [
  'Tidewater Services Ltd, 14 Quay Street, Port Selwyn PS1 4QT',
  'Registered in England, company number 00998877, VAT GB 000 0000 00',
  'Phone: 01632 960 800',
  'E-mail: help@tidewater.example',
  'You receive this message because you have an account with us.',
];

export const surroundings = {
  letterhead: around(
    () => [
      `<table width="100%"><tr><td><a href="https://tidewater.example/"><img src="https://tidewater.example/logo.png" alt="Tidewater Services" width="140"></a></td><td align="right"><a href="https://tidewater.example/shop">Shop</a> | <a href="https://tidewater.example/account">My account</a> | <a href="https://tidewater.example/help">Help</a></td></tr></table>`,
    ],
    () => ['TIDEWATER SERVICES\nShop | My account | Help\n\n'],
  ),
  footer: around(
    () => [
      '',
      `<hr><p style="font-size:11px;color:#777">${footerLines.join('<br>')}<br><a href="https://tidewater.example/out">Unsubscribe</a> | <a href="https://tidewater.example/privacy">Privacy</a></p>`,
    ],
    () => ['', `\n--------------------\n${footerLines.join('\n')}\nUnsubscribe: https://tidewater.example/out\n`],
  ),
  'footer in cells': around(
    () => [
      '',
      `<table width="600"><tr><td colspan="2" style="background:#eee"><b>Need help?</b></td></tr><tr><td>Call us</td><td>01632 960 800</td></tr><tr><td>Write to us</td><td><a href="mailto:help@tidewater.example">help@tidewater.example</a></td></tr><tr><td>Opening hours</td><td>Mon to Fri 9:00 to 17:00</td></tr></table><p>&copy; 2026 Tidewater Services Ltd. All rights reserved.</p>`,
    ],
    () => [
      '',
      '\nNEED HELP?\nCall us: 01632 960 800\nWrite to us: help@tidewater.example\nOpening hours: Mon to Fri 9:00 to 17:00\n\n(c) 2026 Tidewater Services Ltd. All rights reserved.\n',
    ],
  ),
  'boxes of a newsletter': {
    html: (body) =>
      inBody(
        body,
        '<table width="100%" bgcolor="#f4f4f4" cellpadding="0" cellspacing="0"><tr><td align="center"><table width="600" bgcolor="#ffffff"><tr><td height="24">&nbsp;</td></tr><tr><td style="padding:24px"><table width="100%"><tr><td>',
        '</td></tr></table></td></tr><tr><td height="24">&nbsp;</td></tr></table></td></tr></table>',
      ),
    text: (body) => body,
  },
  'hidden preview': around(
    (i) => [
      `<div style="display:none;max-height:0;overflow:hidden">Thank you, we have it under number ${4711 + 13 * i}.&nbsp;&zwnj;&nbsp;&zwnj;&nbsp;&zwnj;&nbsp;&zwnj;</div>`,
    ],
    () => [''],
  ),
  'warning on top': around(
    () => [
      '<table width="100%" style="background:#ffeb9c"><tr><td><b>CAUTION:</b> This message comes from outside the organisation. Do not open links or attachments unless you know the sender.</td></tr></table><br>',
    ],
    () => [
      '[EXTERNAL] CAUTION: This message comes from outside the organisation. Do not open links or\nattachments unless you know the sender.\n________________________________\n\n',
    ],
  ),
  disclaimer: around(
    () => ['', `<br><p style="font-size:9px">${legal}</p>`],
    () => ['', `\n\n${legal.replace(/(.{60,74}) /g, '$1\n')}\n`],
  ),
  signature: around(
    (i) => [
      '',
      `<p>Kind regards,</p><p>--<br><b>${colleague(i)}</b><br>Customer desk | Tidewater Services<br>T: 01632 960 8${10 + (i % 80)} | M: 07700 900 1${10 + (i % 80)}<br><a href="https://tidewater.example">www.tidewater.example</a></p>`,
    ],
    (i) => [
      '',
      `\nKind regards,\n\n-- \n${colleague(i)}\nCustomer desk | Tidewater Services\nT: 01632 960 8${10 + (i % 80)} | M: 07700 900 1${10 + (i % 80)}\nwww.tidewater.example\n`,
    ],
  ),
  'adverts below': around(
    () => [
      '',
      `<h3>You may also like</h3><table><tr>${[
        ['Brass lamp', '£34.00'],
        ['Oak stool', '£58.50'],
        ['Wool throw', '£72.00'],
      ]
        .map(
          ([name, price]) =>
            `<td><a href="https://tidewater.example/${name.split(' ')[1].toLowerCase()}"><img src="x.png" alt=""></a><br><b>${name}</b><br>${price}</td>`,
        )
        .join('')}</tr></table>`,
    ],
    () => ['', '\nYou may also like\n\n* Brass lamp, £34.00\n* Oak stool, £58.50\n* Wool throw, £72.00\n'],
  ),
  'advert above': around(
    () => [
      '<p style="background:#024;color:#fff;text-align:center">SPRING SALE: 20% off everything until Sunday. <a href="https://tidewater.example/sale">See the offers</a></p>',
    ],
    () => ['*** SPRING SALE: 20% off everything until Sunday. https://tidewater.example/sale ***\n\n'],
  ),
  buttons: around(
    (i) => [
      '',
      `<p><a href="https://tidewater.example/view/${900 + i}" style="background:#07c;color:#fff;padding:8px">View online</a> <a href="https://tidewater.example/print/${900 + i}" style="padding:8px">Print</a></p>`,
    ],
    (i) => [
      '',
      `\nView online: https://tidewater.example/view/${900 + i}\nPrint: https://tidewater.example/print/${900 + i}\n`,
    ],
  ),
  'greeting and thanks': around(
    (i) => [
      `<p>Dear ${colleague(i)},</p><p>Thank you for your message. Please find the details below.</p>`,
      '<p>Should you have any questions, please do not hesitate to get in touch.</p><p>Best wishes<br>The Tidewater team</p>',
    ],
    (i) => [
      `Dear ${colleague(i)},\n\nThank you for your message. Please find the details below.\n\n`,
      '\nShould you have any questions, please do not hesitate to get in touch.\n\nBest wishes\nThe Tidewater team\n',
    ],
  ),
  'passed on': around(
    (i) => [
      `<div>Please take care of this one.</div><div><br></div><div>${colleague(i)}</div><div><br></div><div class="fwd">---------- Forwarded message ---------<br>From: Tidewater Services &lt;desk@tidewater.example&gt;<br>Date: Tue, 3 Mar 2026 at ${hour(i)}<br>Subject: Notice ${i}<br>To: &lt;${names[i % names.length].toLowerCase()}@oxbow.example&gt;<br></div><br><br>`,
    ],
    (i) => [
      `Please take care of this one.\n\n${colleague(i)}\n\n---------- Forwarded message ---------\nFrom: Tidewater Services <desk@tidewater.example>\nDate: Tue, 3 Mar 2026 at ${hour(i)}\nSubject: Notice ${i}\nTo: <${names[i % names.length].toLowerCase()}@oxbow.example>\n\n\n`,
    ],
  ),
  'passed on below a line': around(
    (i) => [
      `<p>For you.</p><p>${colleague(i)}</p><div style="border-top:solid #E1E1E1 1.0pt;padding:3pt 0 0 0"><p><b>From:</b> Tidewater Services &lt;desk@tidewater.example&gt;<br><b>Sent:</b> Tuesday, 3 March 2026 ${hour(i)}<br><b>To:</b> ${colleague(i)} &lt;desk@oxbow.example&gt;<br><b>Subject:</b> Notice ${i}</p></div>`,
    ],
    (i) => [
      `For you.\n\n${colleague(i)}\n\n-----Original Message-----\nFrom: Tidewater Services <desk@tidewater.example>\nSent: Tuesday, 3 March 2026 ${hour(i)}\nTo: ${colleague(i)} <desk@oxbow.example>\nSubject: Notice ${i}\n\n`,
    ],
  ),
  'footer of a list': around(
    () => [
      '',
      '<pre>_______________________________________________\nDesk mailing list\ndesk@lists.oxbow.example\nhttps://lists.oxbow.example/desk</pre>',
    ],
    () => [
      '',
      '\n_______________________________________________\nDesk mailing list\ndesk@lists.oxbow.example\nhttps://lists.oxbow.example/desk\n',
    ],
  ),
  'printed by a program': around(
    (i) => ['', `<p><small>Sent by Ticker 4.2 on 3 March 2026 at ${hour(i)}, job ${88100 + i}</small></p>`],
    (i) => ['', `\nSent by Ticker 4.2 on 3 March 2026 at ${hour(i)}, job ${88100 + i}\n`],
  ),
  'foot in German': around(
    () => [
      '',
      '<p style="color:#999">Diese E-Mail wurde automatisch erstellt, bitte antworten Sie nicht darauf.</p><p style="color:#999">Kontor Oststrand GmbH &middot; Kaistraße 3 &middot; 24103 Oststrand<br>Tel.: 0431 999 1200 &middot; Fax: 0431 999 1201<br>Geschäftsführerin: Elke Brandt &middot; Amtsgericht Oststrand HRB 4711 &middot; USt-IdNr.: DE000000000</p>',
    ],
    () => [
      '',
      '\nDiese E-Mail wurde automatisch erstellt, bitte antworten Sie nicht darauf.\n\nKontor Oststrand GmbH\nKaistraße 3, 24103 Oststrand\nTel.: 0431 999 1200\nFax: 0431 999 1201\nGeschäftsführerin: Elke Brandt\nAmtsgericht Oststrand, HRB 4711\nUSt-IdNr.: DE000000000\n',
    ],
  ),
  'desk in German': around(
    () => [
      '',
      '<table><tr><td><b>Kundenservice</b></td></tr><tr><td>Telefon: 0431 999 1200</td></tr><tr><td>E-Mail: service@kontor.example</td></tr><tr><td>Erreichbar: Mo–Fr 8–17 Uhr</td></tr></table>',
    ],
    () => ['', '\nKundenservice\nTelefon: 0431 999 1200\nE-Mail: service@kontor.example\nErreichbar: Mo–Fr 8–17 Uhr\n'],
  ),
  'foot in French': around(
    () => [
      '',
      '<hr><p><small>Cet e-mail vous a été envoyé par Quai Ouest SARL, 8 rue du Môle, 29000 Port-Selwyn. Pour ne plus recevoir nos messages, <a href="https://quai.example/stop">cliquez ici</a>.<br>Service client : 02 99 00 00 00 (appel non surtaxé)</small></p>',
    ],
    () => [
      '',
      '\n----\nCet e-mail vous a été envoyé par Quai Ouest SARL, 8 rue du Môle, 29000 Port-Selwyn.\nPour ne plus recevoir nos messages : https://quai.example/stop\nService client : 02 99 00 00 00 (appel non surtaxé)\n',
    ],
  ),
  'follow us': around(
    () => [
      '',
      '<p align="center">Follow us<br><a href="https://tidewater.example/f">Facepage</a> <a href="https://tidewater.example/i">Instaframe</a></p><p align="center">Tidewater Services, Port Selwyn</p>',
    ],
    () => ['', '\nFollow us: https://tidewater.example/f\nOur blog: https://tidewater.example/blog\n'],
  ),
  'what happens next': around(
    () => [
      '',
      '<h2>What happens next?</h2><ol><li>We check your details.</li><li>We write to you within 2 working days.</li><li>You get a receipt.</li></ol>',
    ],
    () => [
      '',
      '\nWHAT HAPPENS NEXT?\n1. We check your details.\n2. We write to you within 2 working days.\n3. You get a receipt.\n',
    ],
  ),
  'no reply on top': around(
    () => ['<p><i>This is an automated message from Harbour Desk. Replies to this address are not read.</i></p>'],
    () => ['*** This is an automated message from Harbour Desk. Replies to this address are not read. ***\n\n'],
  ),
  'pick-up hours': around(
    () => [
      '',
      '<h3>Our opening hours</h3><table><tr><td>Monday to Friday</td><td>8:00 - 18:00</td></tr><tr><td>Saturday</td><td>9:00 - 13:00</td></tr><tr><td>Sunday</td><td>closed</td></tr></table>',
    ],
    () => [
      '',
      '\nOur opening hours\nMonday to Friday  8:00 - 18:00\nSaturday          9:00 - 13:00\nSunday            closed\n',
    ],
  ),
  'small print': around(
    () => [
      '',
      '<p>Prices include VAT at 20 %. Goods may be returned within 14 days. Our terms of 1 March 2025 apply, see <a href="https://tidewater.example/terms">our terms</a>.</p>',
    ],
    () => [
      '',
      '\nPrices include VAT at 20 %. Goods may be returned within 14 days. Our terms of 1 March 2025\napply, see https://tidewater.example/terms.\n',
    ],
  ),
};
