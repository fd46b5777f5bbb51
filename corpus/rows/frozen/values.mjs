// Values as senders write them, each with what must be read: `[written, expected]`.
const two = (number) => String(number).padStart(2, '0');
const months = 'January February March April May June July August September October November December'.split(' ');
const weekdays = 'Sunday Monday Tuesday Wednesday Thursday Friday Saturday'.split(' ');

const wares = [
  'Halyard, braided, 10 mm',
  'Snap hook',
  'Antifouling (blue)',
  'Oil filter – marine',
  'Flare pack: coastal',
  'Rubber boots size 43',
  'Pump, 12 V',
  'Teak oil',
  'Bow roller no. 4',
  'Gas bottle 2.7 kg',
  'Sail repair tape',
  'Chart 1407',
  'Cleat',
  'Life jacket 150 N, child',
];
const people = [
  'Ottoline Marsh',
  'Teodor Lunde',
  'Inês Prado',
  'Rasmus Holm',
  'Nell Fairweather',
  'A. B. Quill',
  'Dr Ada Thorne',
];
const vessels = ['Kittiwake', 'Selkie of Skerry', 'Blue Puffin', 'Tern', 'Storm Petrel', 'Merganser II', 'La Mouette'];
const places = ['North pier', 'Fuel dock', 'Outer roads', 'Visitors’ pontoon', 'Old harbour', 'Skerry sound, west'];
const works = [
  'Dredging in progress',
  'Buoy off station',
  'Light unlit',
  'Crane lifting over the channel',
  'Divers at work; keep clear',
  'Cable laid on the sea bed',
];
const streets = ['2 Quay Street', '17 Lime Walk', '9B Harbour Row', '140 Battery Road'];

const from = (list) => (r) => {
  const value = r.pick(list);
  return [value, value];
};

export const ware = from(wares);
export const person = from(people);
export const vessel = from(vessels);
export const place = from(places);
export const work = from(works);
export const street = from(streets);
export const duty = from(['watch keeper', 'engineer', 'cook', 'deckhand', 'mate']);
export const answer = from([
  'The showers were warm.',
  'Please mend the lamp by the third berth',
  'Nothing; all was well',
  'More shore power. Ours tripped twice in one night.',
]);

export const count = (most) => (r) => {
  const value = 1 + r.below(most);
  return [String(value), value];
};
export const metres = (r) => {
  const value = (40 + r.below(260)) / 10;
  return [String(value), value];
};
export const height = (r) => {
  const value = (1 + r.below(70)) / 10;
  return [value.toFixed(1), value];
};
const money = (value, currency) => ({ value, currency });
export const pounds = (most) => (r) => {
  const value = (50 + r.below(most * 100)) / 100;
  const text = value.toFixed(2).replace(/\B(?=(\d{3})+\.)/g, ',');
  return [`£${text}`, money(value, 'GBP')];
};
export const euros = (most) => (r) => {
  const value = (50 + r.below(most * 100)) / 100;
  return [`${value.toFixed(2)} EUR`, money(value, 'EUR')];
};
export const bare = (most) => (r) => {
  const value = (50 + r.below(most * 100)) / 100;
  return [value.toFixed(2), money(value, 'GBP')];
};
export const code = (prefix) => (r) => {
  const value = `${prefix}-${1000 + r.below(9000)}`;
  return [value, value];
};
export const serial = (r) => {
  const value = 100 + r.below(900);
  return [String(value), value];
};
export const clock = (r) => {
  const value = `${two(r.below(24))}:${two(r.below(60))}`;
  return [value, value];
};
const anyDay = (r) => new Date(Date.UTC(2027, r.below(12), 1 + r.below(28)));
const iso = (day) => day.toISOString().slice(0, 10);
export const longDay = (r) => {
  const day = anyDay(r);
  return [`${day.getUTCDate()} ${months[day.getUTCMonth()]} 2027`, iso(day)];
};
export const slashDay = (r) => {
  const day = anyDay(r);
  return [`${two(day.getUTCDate())}/${two(day.getUTCMonth() + 1)}/2027`, iso(day)];
};
export const weekDay = (r) => {
  const day = anyDay(r);
  const month = months[day.getUTCMonth()].slice(0, 3);
  return [`${weekdays[day.getUTCDay()].slice(0, 3)} ${day.getUTCDate()} ${month} 2027`, iso(day)];
};
export const target = (path) => (r) => {
  const value = `https://quayshop.example/${path}/${1000 + r.below(9000)}?from=mail`;
  return [value, value];
};
