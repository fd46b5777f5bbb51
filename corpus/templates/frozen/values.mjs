// Values as people write them, each with what it should be read as: [written, value]. Messages are of 14 May 2027.
const vessels = [
  'Kittiwake',
  'Guillemot II',
  'Tern',
  'Red Phalarope',
  'Storm Petrel of Skerry',
  "Widow's Luck",
  'No Name',
  'Sea-Holly',
  'Østersø',
  'M/Y Razorbill',
  'Fulmar 38',
];
const people = [
  'Ottoline Marsh',
  'Barnaby Quill',
  'João da Ribeira',
  'Søren Bakkegaard',
  'Dr. Philippa Thrift',
  'Ines van der Loo',
  "Conor O'Shale",
];
const places = ['North pier', 'Visitor pontoon B', 'Outer wall, ladder 4', 'slip 2', 'the old fuel dock'];
const firms = ['Morningtide Pictures', 'Brisling Marine Ltd', 'Quill & Daughters', 'Skerry Rope Works (1987)'];
const remarks = [
  ['Shore power if you have it.'],
  ['Two dogs on board,', 'both of them friendly.'],
  ['We come from Skerry and draw 2.1 m; the tide matters to us.', '', 'Please ring when the gate is locked.'],
  ['none so far'],
  ['1) a ladder', '2) a hose', '3) somebody to take our lines'],
];
const months = [
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
];
const two = (number) => String(number).padStart(2, '0');
const grouped = (number, mark) => String(number).replace(/\B(?=(\d{3})+$)/g, mark);

const oneOf = (list) => (r) => same(r.pick(list));
const same = (text) => [text, text];
export const vessel = oneOf(vessels);
export const person = oneOf(people);
export const place = oneOf(places);
export const firm = oneOf(firms);
export const remark = (r) => same(r.pick(remarks).join('\n'));
export const code = (r) =>
  same(`${r.pick(['GB', 'FD', 'R', 'M-'])}${two(r.below(90) + 10)}${r.pick(['/', '-', ''])}${1000 + r.below(9000)}`);
export const integer = (low, high) => (r) => {
  const number = low + r.below(high - low + 1);
  return [String(number), number];
};
export const metres = (r) => {
  const number = (60 + r.below(400)) / 10;
  return [r.pick([String(number), number.toFixed(2)]), number];
};
export const german = (r) => {
  const number = (60 + r.below(400)) / 10;
  return [number.toFixed(2).replace('.', ','), number];
};
const day = (r) => [2027, 1 + r.below(12), 1 + r.below(28)];
const iso = ([year, month, date]) => `${year}-${two(month)}-${two(date)}`;
export const date = (r) => {
  const [year, month, date] = day(r);
  const written = r.pick([
    `${date} ${months[month - 1]} ${year}`,
    `${two(date)}/${two(month)}/${year}`,
    `${months[month - 1].slice(0, 3)} ${date}, ${year}`,
    `${year}-${two(month)}-${two(date)}`,
    `${date}.${month}.${year}`,
  ]);
  return [written, iso([year, month, date])];
};
export const germanDate = (r) => {
  const [year, month, date] = day(r);
  const names = [
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
  ];
  return [
    r.pick([`${date}. ${names[month - 1]} ${year}`, `${two(date)}.${two(month)}.${year}`]),
    iso([year, month, date]),
  ];
};
export const portugueseDate = (r) => {
  const [year, month, date] = day(r);
  const names = [
    'janeiro',
    'fevereiro',
    'março',
    'abril',
    'maio',
    'junho',
    'julho',
    'agosto',
    'setembro',
    'outubro',
    'novembro',
    'dezembro',
  ];
  return [
    r.pick([`${date} de ${names[month - 1]} de ${year}`, `${two(date)}/${two(month)}/${year}`]),
    iso([year, month, date]),
  ];
};
export const time = (r) => {
  const [hour, minute] = [r.below(24), r.pick([0, 15, 30, 45])];
  const half = `${hour % 12 || 12}:${two(minute)} ${hour < 12 ? 'am' : 'pm'}`;
  return [r.pick([`${two(hour)}:${two(minute)}`, half]), `${two(hour)}:${two(minute)}`];
};
const cents = (r) => 100 + r.below(900_000);
export const pounds = (r) => {
  const amount = cents(r);
  const [whole, rest] = [Math.floor(amount / 100), two(amount % 100)];
  return [
    r.pick([`£${grouped(whole, ',')}.${rest}`, `GBP ${whole}.${rest}`, `${grouped(whole, ',')}.${rest} GBP`]),
    { value: amount / 100, currency: 'GBP' },
  ];
};
export const euros = (r) => {
  const amount = cents(r);
  const [whole, rest] = [Math.floor(amount / 100), two(amount % 100)];
  return [
    r.pick([`${grouped(whole, '.')},${rest} €`, `EUR ${whole},${rest}`, `€ ${grouped(whole, ' ')},${rest}`]),
    { value: amount / 100, currency: 'EUR' },
  ];
};
export const phone = (r) => {
  const last = 100 + r.below(900);
  return [
    r.pick([`+44 7700 900${last}`, `+44 (0)7700 900 ${last}`, `0044 7700 900${last}`, `+44-7700-900${last}`]),
    `+447700900${last}`,
  ];
};
export const email = (r) =>
  same(
    `${r.pick(['o.marsh', 'b.quill', 'crew+tern', 'office'])}@${r.pick(['skerry.example', 'brisling.example', 'mail.morningtide.example'])}`,
  );
export const yesNo = (r) =>
  r.pick([
    ['yes', true],
    ['no', false],
    ['Yes', true],
    ['NO', false],
  ]);
export const web = (r) =>
  r.pick([
    ['https://morningtide.example/permits?id=4&kind=film', 'https://morningtide.example/permits?id=4&kind=film'],
    ['http://brisling.example', 'http://brisling.example'],
  ]);
export const volts = (r) => {
  const number = (1100 + r.below(300)) / 100;
  return [number.toFixed(2), number];
};
export const decimal = (low, high) => (r) => {
  const number = low + r.below((high - low) * 1000) / 1000;
  return [number.toFixed(3), Number(number.toFixed(3))];
};
export const free = (r) => same(r.pick(remarks)[0]);
