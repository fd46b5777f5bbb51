// What the kinds of mail are made of: names, days and sums drawn by a seed, and the mail around them.
let seed = 7;
/** The same numbers in the same order from now on. */
export const begin = (from) => {
  seed = from;
};
function rnd() {
  seed = (seed * 1103515245 + 12345) % 2147483648;
  return seed / 2147483648;
}
export const pick = (a) => a[Math.floor(rnd() * a.length)],
  int = (a, b) => a + Math.floor(rnd() * (b - a + 1)),
  maybe = (p) => rnd() < p;
export const some = (a, n) => [...a].sort(() => rnd() - 0.5).slice(0, n);
export const pad = (n, w = 2) => String(n).padStart(w, '0');
export const firsts = [
    'Ada',
    'Björn',
    'Chloé',
    'Dag',
    'Elif',
    'Fergus',
    'Greta',
    'Hanno',
    'Ines',
    'Jorun',
    'Kester',
    'Lotte',
    'Maeve',
    'Nuno',
    'Orla',
    'Piet',
  ],
  lasts = [
    'Achterberg',
    'Brookfield',
    'Cardoso',
    'Dunmore',
    'Eskildsen',
    'Fairweather',
    'Grünewald',
    'Holloway',
    'Ivarsen',
    'Jansen-Wolf',
    'Kilbride',
    'Lindqvist',
    "O'Mara",
    'Pemberton',
    'Quist',
    'Rademacher',
  ];
export const person = () => `${pick(firsts)} ${pick(lasts)}`;
export const towns = [
  'Gannet Bay',
  'Little Thornby',
  'Oststrand',
  'Port Selwyn',
  'Marsh End',
  'Kirkholm',
  'Nether Aldwick',
  'Vale of Tarn',
];
export const streets = ['Mill Lane', 'Harbour Road', 'Quay Street', 'Orchard Close', 'Station Approach', 'Old Wharf'];
/** In Dutch. */
export const nmonths = 'januari februari maart april mei juni juli augustus september oktober november december'.split(
  ' ',
);
export const months = [
    'January',
    'February',
    'March',
    'April',
    'May',
    'June',
    'July',
    'August',
    'September',
    'October',
    'November',
    'December',
  ],
  dmonths = [
    'Januar',
    'Februar',
    'März',
    'April',
    'Mai',
    'Juni',
    'Juli',
    'August',
    'September',
    'Oktober',
    'November',
    'Dezember',
  ],
  wd = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
export const date = () => {
  const d = new Date(Date.UTC(2026, int(8, 11), int(1, 28)));
  return { iso: d.toISOString().slice(0, 10), d: d.getUTCDate(), m: d.getUTCMonth(), y: 2026, w: wd[d.getUTCDay()] };
};
export const long = (d) => `${d.d} ${months[d.m]} ${d.y}`,
  short = (d) => `${pad(d.d)}/${pad(d.m + 1)}/${d.y}`,
  dot = (d) => `${pad(d.d)}.${pad(d.m + 1)}.${d.y}`;
export const time = () => `${pad(int(6, 21))}:${pad(pick([0, 10, 15, 30, 40, 45, 55]))}`;
export const money = (v) => v.toFixed(2).replace(/\B(?=(\d{3})+(?!\d))/g, ','),
  cents = (a, b) => int(a * 100, b * 100) / 100;
export const eur = (v) =>
  v
    .toFixed(2)
    .replace('.', ',')
    .replace(/\B(?=(\d{3})+(?!\d))/g, '.');
export const am = (value, currency) => ({ value, currency });
export const mail = (subject, body, html) =>
  `From: =?utf-8?q?Notices?= <no-reply@kind.example>\nTo: in@gannetbay.example\nSubject: ${/^[\x20-\x7e]*$/.test(subject) ? subject : `=?utf-8?B?${Buffer.from(subject).toString('base64')}?=`}\nDate: Tue, 03 Nov 2026 09:00:00 +0000\nMessage-ID: <${int(1, 1e9)}@kind.example>\nMIME-Version: 1.0\nContent-Type: text/${html ? 'html' : 'plain'}; charset=utf-8\nContent-Transfer-Encoding: base64\n\n${Buffer.from(body).toString('base64').replace(/.{76}/g, '$&\n')}\n`;
export const T = (type, more = {}) => ({ type, required: false, ...more });
export const page = (inner) =>
  `<!doctype html><html><head><style>.h{color:#333}.btn{padding:8px}</style></head><body style="margin:0"><table width="100%"><tr><td align="center"><table width="600" class="wrap">${inner}<tr><td style="font-size:11px;color:#888">You get this mail because you have an account with us. <a href="https://kind.example/prefs">Preferences</a> · <a href="https://kind.example/out">Unsubscribe</a><br>Kind Ltd, 4 Somewhere Row, Elsewhere</td></tr></table></td></tr></table></body></html>`;
/** A number of the kit's town, and as people space it. */
export const phone = () => `+4420${int(10000000, 99999999)}`;
export const spaced = (number) => number.replace(/^(.44)(..)(....)(....)$/, '$1 $2 $3 $4');
export const mailOf = (name) =>
  `${name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z]+/g, '.')}@mail.example`;
export const round = (value) => Math.round(value * 100) / 100;
/** A value that some messages have not. */
export const seldom = (value) => (int(1, 10) <= 3 ? null : value);
