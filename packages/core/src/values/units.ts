// Units by the names people write, in lower case: symbols, and words in the languages of the demo.
const names: Readonly<Record<string, string>> = {
  mm: 'mm millimetre millimetres millimeter millimeters',
  cm: 'cm centimetre centimetres centimeter centimeters zentimeter',
  m: 'm metre metres meter meters mtr mtrs metro metros mètre mètres',
  km: 'km kilometre kilometres kilometer kilometers',
  nmi: 'nmi nm sm seemeilen milhas',
  ft: "ft foot feet ' ′ fuß fuss pés pies fod",
  in: 'in inch inches " ″ zoll',
  yd: 'yd yard yards',
  m2: 'm2 sqm qm',
  ha: 'ha hectare hectares hektar hectáreas',
  km2: 'km2',
  m3: 'm3 cbm',
  mg: 'mg milligram milligrams',
  g: 'g gram grams gramm',
  kg: 'kg kilo kilos kilogram kilograms kilogramm',
  t: 't to ton tons tonne tonnes tonnen toneladas',
  lb: 'lb lbs pound pounds',
  ml: 'ml millilitre millilitres',
  cl: 'cl',
  dl: 'dl',
  l: 'l ltr ltrs litre litres liter liters litro litros',
  gal: 'gal gallon gallons',
  kn: 'kn kt kts knot knots knoten nós knob',
  'km/h': 'km/h kmh kph km/t km/u',
  mph: 'mph',
  'm/s': 'm/s',
  v: 'v volt volts',
  a: 'a amp amps ampere amperes',
  ah: 'ah',
  w: 'w watt watts',
  kw: 'kw',
  mw: 'mw',
  wh: 'wh',
  kwh: 'kwh',
  mwh: 'mwh',
  hp: 'hp ps cv hk',
  '°': '° deg degree degrees grad',
  '°c': '°c c celsius',
  '°f': '°f f fahrenheit',
  hpa: 'hpa mbar millibar',
  bar: 'bar',
  kpa: 'kpa',
  psi: 'psi',
  hz: 'hz',
  khz: 'khz',
  mhz: 'mhz',
  db: 'db',
  kb: 'kb',
  mb: 'mb',
  gb: 'gb',
  tb: 'tb',
  '%': '% percent per_cent prozent por_cento procent',
  s: 's sec secs second seconds sek sekunden',
  min: 'min mins minute minutes minuten minutos minutter',
  h: 'h hr hrs hour hours std stunden horas timer',
  d: 'day days tag tage tagen dia dias dag dage',
};

const units = new Map(
  Object.entries(names).flatMap(([unit, list]) => list.split(' ').map((name) => [name.replace('_', ' '), unit])),
);

/** Names of units that are longer than a symbol, for patterns. */
export const unitWords: readonly string[] = [...units.keys()].filter((name) => /^\p{L}{5,}$/u.test(name));

/** The unit that a name in lower case stands for, or null when it is none. One per another is a unit too: `mg/l`. */
export function unitNamed(name: string): string | null {
  const plain = name.replace(/\.$/, '').trim();
  const known = units.get(plain);
  if (known !== undefined || !plain.includes('/')) return known ?? null;
  const [of, per, ...more] = plain.split('/').map((part) => units.get(part.trim()));
  return of && per && more.length === 0 ? `${of}/${per}` : null;
}

const quantities: Readonly<Record<string, string>> = {
  length: 'mm cm m ft in yd',
  distance: 'km nmi',
  area: 'm2 ha km2',
  volume: 'm3 ml cl dl l gal',
  weight: 'mg g kg t lb',
  speed: 'kn km/h mph m/s',
  voltage: 'v',
  current: 'a',
  power: 'w kw mw hp',
  energy: 'wh kwh mwh',
  temperature: '°c °f',
  pressure: 'hpa bar kpa psi',
  frequency: 'hz khz mhz',
  size: 'kb mb gb tb',
  percent: '%',
};
const quantityByUnit = new Map(
  Object.entries(quantities).flatMap(([quantity, list]) => list.split(' ').map((unit) => [unit, quantity])),
);

/** What a unit measures, such as `weight`; null for times, and where it is none. */
export const quantityOf = (unit: string): string | null => quantityByUnit.get(unit) ?? null;
