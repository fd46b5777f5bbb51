// Values as people write them, each with what it should be read as: [written, value]. Messages are of 14 May 2027.
const same = (text) => [text, text];
const oneOf = (list) => (r) => same(r.pick(list));
const two = (number) => String(number).padStart(2, '0');

export const vessel = oneOf([
  'Kittiwake',
  'Tern',
  'Storm Petrel',
  'Guillemot II',
  "Skerry's Pride",
  'Ørn',
  'Two Brothers: Return',
  'Red-throated Diver',
  'M.Y. Arrival',
  'Grey Seal - 3',
]);
export const person = oneOf([
  'Ottoline Marsh',
  'Barnaby Quill',
  'Inês Ribeira',
  'Søren Bakkegaard',
  'Mr. T. Thrift',
  'van der Loo, Ines',
  "Conor O'Shale",
]);
export const place = oneOf(['North pier', 'pontoon B, berth 14', 'outer wall', 'slip 2 (the old one)', 'fuel dock']);
export const port = oneOf(['Skerry', 'Gannet Bay', 'Port Brisling', 'Ribeira Nova']);
export const country = oneOf(['GB', 'Denmark', 'PT']);
export const firm = oneOf([
  'Morningtide Pictures',
  'Quill & Daughters',
  'Brisling Marine Ltd.',
  'Skerry Rope Works (1987)',
]);
export const item = oneOf(['a red fender', 'winch handle', 'two oars and a bailer', 'a dog lead, blue', 'ID card']);
export const product = oneOf(['Diesel', 'Petrol 95', 'Heating oil']);
export const pleased = oneOf(['very', 'fairly', 'not at all']);
export const code = (r) => same(`${r.pick(['GK', 'B', 'M-', ''])}${100 + r.below(9000)}${r.pick(['', '/27', '-A'])}`);
export const remark = (r) =>
  same(
    r.pick([
      'Shore power if you have it.',
      'none',
      'Two dogs,\nboth friendly.',
      'We draw 2.1 m; mind the tide.\n\nPlease ring first.',
      'We would like to stay close to the showers if at all possible, since my mother walks badly and it rains.',
      '- a ladder\n- a hose',
    ]),
  );
export const free = oneOf(['the engine smokes', 'mast; cracked at the foot', 'ror og skrue']);
export const metres = (r) => {
  const length = (60 + r.below(300)) / 10;
  return [String(length), length];
};
export const comma = (r) => {
  const length = (60 + r.below(300)) / 10;
  return [length.toFixed(2).replace('.', ','), length];
};
export const number = (r) => {
  const litres = r.below(900000) / 100;
  return [litres.toFixed(2), litres];
};
export const volts = (r) => {
  const level = (1050 + r.below(400)) / 100;
  return [level.toFixed(2), level];
};
export const knots = (r) => {
  const wind = r.below(60);
  return [String(wind), wind];
};
const words = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
export const count = (r) => {
  const many = 1 + r.below(30);
  return [many <= 10 && r.next() < 0.3 ? words[many - 1] : String(many), many];
};
const day = (r) => ({ month: 1 + r.below(12), date: 1 + r.below(28), year: 2027 + r.below(2) });
const iso = ({ year, month, date }) => `${year}-${two(month)}-${two(date)}`;
const monthsOf = (locale) => {
  const { format } = new Intl.DateTimeFormat(locale, { month: 'long', timeZone: 'UTC' });
  return Array.from({ length: 12 }, (_, month) => format(new Date(Date.UTC(2027, month, 12))));
};
const months = Object.fromEntries(['en-GB', 'da-DK', 'fr-FR'].map((locale) => [locale, monthsOf(locale)]));
const long = (locale, { month }) => months[locale][month - 1];
const dated = (forms) => (r) => {
  const written = day(r);
  return [r.pick(forms)(written), iso(written)];
};
const british = [
  (d) => `${d.date} ${long('en-GB', d)} ${d.year}`,
  (d) => `${two(d.date)}/${two(d.month)}/${d.year}`,
  (d) => iso(d),
  (d) => `${long('en-GB', d)} ${d.date}, ${d.year}`,
];
export const date = dated(british);
export const danishDate = dated([
  (d) => `${d.date}. ${long('da-DK', d)} ${d.year}`,
  (d) => `${d.date}/${d.month}-${d.year}`,
  (d) => `den ${d.date}. ${long('da-DK', d)} ${d.year}`,
]);
export const frenchDate = dated([
  (d) => `${d.date === 1 ? '1er' : d.date} ${long('fr-FR', d)} ${d.year}`,
  (d) => `${two(d.date)}/${two(d.month)}/${d.year}`,
  (d) => `le ${d.date} ${long('fr-FR', d)} ${d.year}`,
]);
const clock = (r) => [r.below(24), r.pick([0, 10, 30, 45])];
export const time24 = (r) => {
  const [hour, minute] = clock(r);
  return same(`${two(hour)}:${two(minute)}`);
};
export const time = (r) => {
  const [hour, minute] = clock(r);
  const written = r.pick([
    `${two(hour)}:${two(minute)}`,
    `${hour % 12 || 12}.${two(minute)} ${hour < 12 ? 'am' : 'pm'}`,
  ]);
  return [written, `${two(hour)}:${two(minute)}`];
};
export const datetime = (r) => {
  const written = { ...day(r), month: 6 };
  const [hour, minute] = clock(r);
  const at = `${two(hour)}:${two(minute)}`;
  return [r.pick([`${r.pick(british)(written)} at ${at}`, `${iso(written)} ${at}`]), `${iso(written)}T${at}:00+01:00`];
};
const money = (r) => 100 + r.below(500_000);
const grouped = (cents, mark) => String(Math.floor(cents / 100)).replace(/\B(?=(\d{3})+$)/g, mark);
export const pounds = (r) => {
  const cents = money(r);
  return [
    r.pick([`£${grouped(cents, ',')}.${two(cents % 100)}`, `${grouped(cents, '')}.${two(cents % 100)} GBP`]),
    { value: cents / 100, currency: 'GBP' },
  ];
};
export const euros = (r) => {
  const cents = money(r);
  return [
    r.pick([`${grouped(cents, '.')},${two(cents % 100)} €`, `EUR ${grouped(cents, '')},${two(cents % 100)}`]),
    { value: cents / 100, currency: 'EUR' },
  ];
};
export const kroner = (r) => {
  const cents = money(r);
  return [
    r.pick([`${grouped(cents, '.')},${two(cents % 100)} kr.`, `kr ${grouped(cents, '')},${two(cents % 100)}`]),
    { value: cents / 100, currency: 'DKK' },
  ];
};
export const phone = (r) => {
  const last = 100 + r.below(900);
  return [r.pick([`+44 7700 900${last}`, `+44 (0)7700 900 ${last}`, `0044 7700 900${last}`]), `+447700900${last}`];
};
export const email = oneOf([
  'o.marsh@skerry.example',
  'b_quill@brisling.example',
  'crew+tern@mail.morningtide.example',
]);
export const web = oneOf(['https://gannetbay.example/d/4471?x=1', 'http://www.gannetbay.example/']);
export const yesNo = (r) =>
  r.pick([
    ['yes', true],
    ['no', false],
    ['Yes', true],
    ['No', false],
  ]);
