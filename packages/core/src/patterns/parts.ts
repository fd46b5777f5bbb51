import { dictionary } from '../dictionary.js';
import { ownTypes, valueTypes } from '../values/index.js';

/** A ready-made part of a pattern, written `~name~` in it. Its examples are run by the tests, and shown in the reference. */
export interface PatternPart {
  name: string;
  about: string;
  /** The source of its expression, with its boundaries; capitals do not matter. */
  find: string;
  /** The type of a field that takes what it finds. */
  type: string;
  /** Texts that it finds as a whole, among other words. */
  matches: readonly string[];
  /** Texts in which it finds nothing. */
  not: readonly string[];
}

/** A blank, also one that no line is broken at. */
const sp = '[ \\u00a0\\u202f]';
/** Neither a letter nor a figure stands before, or behind. */
const [begins, ends] = ['(?<![\\p{L}\\p{N}])', '(?![\\p{L}\\p{N}])'];
const octet = '(?:25[0-5]|2[0-4]\\d|1?\\d?\\d)';
const group = '[0-9a-f]{1,4}';
const groups = `${group}(?::${group}){0,6}`;
const figure = `(?:\\d{1,3}(?:[.,'’]\\d{3}|${sp}\\d{3}(?!\\d))+(?:[.,]\\d+)?|\\d+(?:[.,]\\d+)?)(?!\\d)`;
const money = '(?:(?:[A-Z]{1,2})?[£€¥$₹]|(?:GBP|EUR|USD|CHF|SEK|NOK|DKK|PLN|CZK|JPY|CAD|AUD)|kr\\.?)';
const degrees = (sides: string) =>
  `\\d{1,3}°${sp}?\\d{1,2}(?:[.,]\\d+)?['′’](?:${sp}?\\d{1,2}(?:[.,]\\d+)?["″”])?${sp}?[${sides}]`;
/** Beginnings of the names of months, in the languages that dates are read in. */
const month =
  '(?:jan|feb|m[aä]r|apr|ma[iyj]|jun|jul|aug|sep|o[ck]t|nov|de[czs]|f[eé]v|avr|ao[uû]|juin|juil|mei|ene|abr|ago|dic|set|out|gen|mag|giu|lug|ott)\\p{L}*\\.?';
const day = `\\d{4}-\\d{2}-\\d{2}|\\d{1,2}[./-](?:\\d{1,2}|${month})[./-]\\d{2,4}|\\d{1,2}(?:st|nd|rd|th|\\.|º)?${sp}(?:of |de )?${month}(?:,?${sp}(?:de |del )?\\d{4})?|${month}${sp}\\d{1,2}(?:st|nd|rd|th)?(?:,?${sp}\\d{4})?`;
const typed = (kind: string) => valueTypes[kind]?.part ?? '';
const { words, money: amount, number, count, link } = ownTypes;

const part = (
  name: string,
  type: string,
  about: string,
  find: string,
  matches: readonly string[],
  not: readonly string[],
): PatternPart => ({ name, about, find, type, matches, not });

const all: readonly PatternPart[] = [
  part(
    'email',
    'email',
    'an e-mail address',
    `(?<![\\p{L}\\p{N}._%+-])${typed('email')}(?![\\p{L}\\p{N}-])`,
    ['n.aldous@gannetbay.example', 'a+b@mail.skerry.example'],
    ['@skerry', 'nils at skerry.example'],
  ),
  part(
    'phone',
    'phone',
    'a phone number with its area or country code',
    `(?<![\\p{L}\\p{N}+])(?:\\+|00|\\(?0)\\d?(?:[ \\u00a0\\u202f()./-]{0,2}\\d){6,14}(?!\\p{N})`,
    ['07700 900412', '+44 7700 900 412', '(01632) 960 017', '0049-30-901820', '07700\u00a0900412'],
    ['20261124001', 'B07700900412', '12345'],
  ),
  part(
    'url',
    link,
    'a web address',
    `${begins}${typed('url')}`,
    ['https://notices.example/2026/231', 'www.gannetbay.example/berths'],
    ['gannetbay.example', 'http://'],
  ),
  part(
    'ipv4',
    words,
    'an IPv4 address',
    `(?<![\\d.])${octet}(?:\\.${octet}){3}(?!\\.?\\d)`,
    ['192.0.2.17', '203.0.113.255'],
    ['192.0.2.300', '1.2.3', '1.2.3.4.5'],
  ),
  part(
    'ipv6',
    words,
    'an IPv6 address',
    `(?<![\\p{L}\\p{N}:.])(?:${group}(?::${group}){7}|(?:${groups})?::(?:${groups})?)(?<!^::)(?![\\p{L}\\p{N}:])`,
    ['2001:db8::7', 'fe80:0:0:0:1:2:3:4', '::1'],
    ['12:30:45', 'std::vector', '2026-11-24'],
  ),
  part(
    'mac',
    words,
    'a hardware address',
    `${begins}[0-9a-f]{2}(?:([:-])[0-9a-f]{2}){5}${ends}`.replace('([:-])', '[:-]'),
    ['00:1b:44:11:3a:b7', '00-1B-44-11-3A-B7'],
    ['12:30:45', '00:1b:44:11:3a'],
  ),
  part(
    'date',
    'date',
    'a day',
    `(?<![\\p{L}\\p{N}./-])(?:${day})(?!\\p{N}|[./-]\\d)`,
    ['24 November 2026', '2026-11-24', '24.11.2026', '3rd of May 2027', 'May 3, 2027'],
    ['20261124', '1.2.3.4'],
  ),
  part(
    'time',
    'time',
    'a time of day',
    `(?<![\\d.:,])(?:[01]?\\d|2[0-4])(?:[:.h][0-5]\\d(?::[0-5]\\d)?(?:${sp}?[ap]\\.?m\\.?)?|${sp}?(?:[ap]\\.?m\\.?|uhr|h)(?!\\p{L}))(?![\\d:]|\\.\\d)`,
    ['14:30', '9:05:17', '2.30 pm', '14 Uhr', '7h15', '2 pm'],
    ['25:10', '14:75', '12'],
  ),
  part(
    'amount',
    amount,
    'an amount of money, with its sign or code',
    `(?<![\\p{L}\\p{N}.,])[+−-]?(?:${money}${sp}?[+−-]?${figure}|${figure}${sp}?${money}(?!\\p{L}))`,
    ['£1,234.56', '1.234,56 €', 'GBP 12', '45 EUR', '-£3.50'],
    ['1,234.56', '12 litres'],
  ),
  part(
    'number',
    number,
    'a number, with marks for thousands and decimals',
    `(?<![\\p{L}\\p{N}.,])[+−-]?${figure}(?![.,]\\d)`,
    ['12', '-3.5', '1,234.56', '12 400', '1.234,5'],
    ['B7', '1.2.3'],
  ),
  part(
    'integer',
    count,
    'a whole number',
    '(?<![\\p{L}\\p{N}.,])[+−-]?\\d+(?![\\p{N}]|[.,]\\d)',
    ['12', '-3', '20261124001'],
    ['B7', '3.5'],
  ),
  part(
    'percent',
    number,
    'a share in per cent',
    `(?<![\\p{L}\\p{N}.,])[+−-]?${figure}${sp}?(?:%|per ?cent|prozent|procent|pour cent)`,
    ['12 %', '3.5%', '20 per cent'],
    ['12', '5 p'],
  ),
  part(
    'iban',
    words,
    'an international bank account number',
    `${begins}[A-Z]{2}\\d{2}(?:${sp}?[A-Z0-9]{4}){2,7}(?:${sp}?[A-Z0-9]{1,3})?${ends}`,
    ['GB33 BUKB 2020 1555 5555 55', 'DE89370400440532013000'],
    ['GB33', 'DE89 3704'],
  ),
  part(
    'card-like',
    words,
    'figures as on a payment card',
    `${begins}(?:\\d{4}[ -]?){3}\\d{4}${ends}|${begins}\\d{4}[ -]?\\d{6}[ -]?\\d{5}${ends}`,
    ['4000 1234 5678 9010', '4000123456789010', '3700-123456-12345'],
    ['4000 1234', '40001234567890101'],
  ),
  part(
    'uuid',
    words,
    'a UUID (RFC 9562)',
    `${begins}[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}${ends}`,
    ['018f3c2e-7b1a-7c40-9d3e-2f6a1b0c4d5e'],
    ['018f3c2e-7b1a', '018f3c2e7b1a7c409d3e2f6a1b0c4d5e'],
  ),
  part(
    'hex',
    words,
    'a number to the base of sixteen, such as an identifier of a device',
    `${begins}(?:0x[0-9a-f]+|(?=[a-f]*\\d)(?=\\d*[a-f])[0-9a-f]{6,})${ends}`,
    ['0x1F', '9f86d081884c', 'a1b2c3'],
    ['decade', '123456', 'a1b'],
  ),
  part(
    'postcode',
    words,
    'a postal code of the British, Dutch, Swedish, American, Portuguese, or a five-figure kind',
    `${begins}(?:[A-Z]{1,2}\\d[A-Z\\d]?${sp}?\\d[A-Z]{2}|\\d{4}${sp}?(?!am|an|as|at|by|in|is|it|of|on|or|pm|to|um|km|kg|kw|kn)[A-Z]{2}|\\d{3}${sp}\\d{2}|\\d{5}(?:-\\d{4})?|\\d{4}-\\d{3})${ends}`,
    ['PL25 4TN', '1017 AB', '10115', '114 55', '1000-205', '90210-1234'],
    ['2026 at', '123', 'PL25'],
  ),
  part(
    'vat-id',
    words,
    'a European VAT number',
    `${begins}(?:AT${sp}?U\\d{8}|(?:BE${sp}?[01]?|DE${sp}?|PT${sp}?|EL${sp}?)\\d{9}|(?:DK|FI|LU|HU|MT|SI)${sp}?\\d{8}|ES${sp}?[A-Z0-9]\\d{7}[A-Z0-9]|FR${sp}?[A-Z0-9]{2}${sp}?\\d{9}|GB${sp}?\\d{9}(?:\\d{3})?|IE${sp}?\\d[A-Z0-9+*]\\d{5}[A-Z]{1,2}|IT${sp}?\\d{11}|NL${sp}?\\d{9}B\\d{2}|(?:PL|SK)${sp}?\\d{10}|SE${sp}?\\d{12})${ends}`,
    ['GB123456789', 'DE 123456789', 'ATU12345678', 'NL123456789B01'],
    ['GB12345', 'XX123456789'],
  ),
  part(
    'tracking',
    words,
    'a number of a parcel: as the Universal Postal Union writes it (S10), or twelve figures and more',
    `${begins}(?:[A-Z]{2}${sp}?\\d{3}${sp}?\\d{3}${sp}?\\d{3}${sp}?[A-Z]{2}|\\d{12,22})${ends}`,
    ['RR123456785GB', 'RR 123 456 785 GB', '340123456789'],
    ['RR1234', '20261124'],
  ),
  part(
    'position',
    words,
    'a position of latitude and longitude',
    `(?<![\\p{L}\\p{N}.])(?:${degrees('NS')}[,;]?${sp}{0,3}${degrees('EWO')}|[+−-]?\\d{1,2}\\.\\d{3,}[,;]${sp}?[+−-]?\\d{1,3}\\.\\d{3,})(?!\\d)`,
    ["50°12.4'N 004°48.1'W", '50°12.4′N, 004°48.1′W', '50.2067, -4.8017'],
    ['12.5, 3.5', "50°12.4'N"],
  ),
  part(
    'file-name',
    words,
    'a name of a file, with its ending',
    `(?<![\\p{L}\\p{N}./\\\\@_-])[\\p{L}\\p{N}_(][^\\s/\\\\:*?"<>|,;@]*\\.[a-z][a-z0-9]{1,4}(?![\\p{L}\\p{N}/@]|\\.\\p{L})`,
    ['readings.csv', 'harbour-plan_v2.pdf'],
    ['3.50', 'n@skerry.example', 'https://skerry.example/a'],
  ),
  part(
    'tag',
    words,
    'a tag with its number sign',
    `(?<![\\p{L}\\p{N}#&/])#[\\p{L}\\p{N}_][\\p{L}\\p{N}_-]*`,
    ['#berth', '#north-pier'],
    ['a#b', '# berth'],
  ),
  part(
    'code',
    words,
    'a code of capitals and figures, such as an order number',
    `(?<![\\p{L}\\p{N}/-])(?=[\\p{L}\\p{N}/-]*\\d)(?=[\\p{L}\\p{N}/-]*\\p{L})[\\p{L}\\p{N}]+(?:[-/][\\p{L}\\p{N}]+)*(?![\\p{L}\\p{N}])`,
    ['B7', 'AB-17-0042', 'OR/2025/117'],
    ['2026', 'berth'],
  ),
  part('word', words, 'one word', "\\p{L}[\\p{L}\\p{M}'’-]*", ['Tern', 'O’Hara'], ['12', '...']),
];

/** The ready-made parts, by name. A field type that has none of its own name is one as well, without examples. */
export const patternParts: Readonly<Record<string, PatternPart>> = dictionary({
  ...Object.fromEntries(
    Object.values(valueTypes).map(({ kind, about, part: find }) => [
      kind,
      { name: kind, about, find: `(?:${find})`, type: kind, matches: [], not: [] },
    ]),
  ),
  ...Object.fromEntries(all.map((one) => [one.name, one])),
});
