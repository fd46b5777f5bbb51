import { dictionary } from '../dictionary.js';

/** What a mark or name means everywhere; `kr`, `$` and `¥` mean several, and are asked of the field and the region. */
const symbols: Readonly<Record<string, string>> = dictionary({
  '£': 'GBP',
  '€': 'EUR',
  '₹': 'INR',
  '₽': 'RUB',
  '₺': 'TRY',
  '₩': 'KRW',
  '₪': 'ILS',
  '₴': 'UAH',
  '£gb': 'GBP',
  $us: 'USD',
  $au: 'AUD',
  $ca: 'CAD',
  zł: 'PLN',
  kč: 'CZK',
  ft: 'HUF',
  r$: 'BRL',
  us$: 'USD',
  a$: 'AUD',
  au$: 'AUD',
  c$: 'CAD',
  ca$: 'CAD',
  nz$: 'NZD',
  hk$: 'HKD',
  s$: 'SGD',
  fr: 'CHF',
  sfr: 'CHF',
  'us dollars': 'USD',
  'us dollar': 'USD',
  euro: 'EUR',
  euros: 'EUR',
  pound: 'GBP',
  pounds: 'GBP',
  'pounds sterling': 'GBP',
  sterling: 'GBP',
});

/** Marks of several currencies, by the region that uses them. */
const byRegion: Readonly<Record<string, Readonly<Record<string, string>>>> = dictionary({
  kr: { DK: 'DKK', NO: 'NOK', SE: 'SEK', IS: 'ISK', FO: 'DKK', GL: 'DKK' },
  '¥': { JP: 'JPY', CN: 'CNY' },
});

/** Names of marks of several currencies. */
const alike: Readonly<Record<string, string>> = dictionary({
  kroner: 'kr',
  kronor: 'kr',
  kr: 'kr',
  dollar: '$',
  dollars: '$',
  $: '$',
  '¥': '¥',
  yen: '¥',
});

/** Which currencies a mark of several may mean. */
const possible: Readonly<Record<string, readonly string[]>> = dictionary({
  kr: ['DKK', 'NOK', 'SEK', 'ISK', 'CZK'],
  $: 'USD AUD CAD NZD HKD SGD MXN ARS CLP COP UYU DOP TWD BBD BSD BMD BND BZD FJD GYD JMD KYD LRD NAD SBD SRD TTD XCD ZWL'.split(
    ' ',
  ),
  '¥': ['JPY', 'CNY'],
});

/** ISO 4217 codes in use. */
const codes = new Set(
  'AED AFN ALL AMD AOA ARS AUD AWG AZN BAM BBD BDT BGN BHD BIF BMD BND BOB BRL BSD BTN BWP BYN BZD CAD CDF CHF CLP CNY COP CRC CUP CVE CZK DJF DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GNF GTQ GYD HKD HNL HTG HUF IDR ILS INR IQD IRR ISK JMD JOD JPY KES KGS KHR KMF KPW KRW KWD KYD KZT LAK LBP LKR LRD LSL LYD MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK MXN MYR MZN NAD NGN NIO NOK NPR NZD OMR PAB PEN PGK PHP PKR PLN PYG QAR RON RSD RUB RWF SAR SBD SCR SDG SEK SGD SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TND TOP TRY TTD TWD TZS UAH UGX USD UYU UZS VES VND VUV WST XAF XCD XOF XPF YER ZAR ZMW'.split(
    ' ',
  ),
);

/** Which currency an amount is in; `named: false` when what is written names several or none. */
export type Currency = { code: string } | { code: null; named: boolean };

/**
 * The currency that a mark, code or name beside an amount means. `kr`, `$` and `¥` take the field's own currency, or that of
 * the region where it is one of theirs; nothing at all takes the field's own.
 */
export function currencyNamed(
  written: string,
  byField: string | null,
  { language, region }: { language: string; region: string | null },
): Currency {
  const name = written.replace(/\.$/, '');
  if (name === '') return byField === null ? { code: null, named: false } : { code: byField };
  const mark = alike[name];
  if (mark !== undefined) {
    if (byField !== null && possible[mark]?.includes(byField)) return { code: byField };
    const regional = byRegion[mark]?.[region ?? (language === 'da' ? 'DK' : '')];
    return regional === undefined ? { code: null, named: false } : { code: regional };
  }
  const code = symbols[name] ?? name.toUpperCase();
  return codes.has(code) || code === byField ? { code } : { code: null, named: true };
}
