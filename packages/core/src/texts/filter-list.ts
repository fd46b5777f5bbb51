import { dictionary } from '../dictionary.js';

/** A filter that texts may use: what it does, and an example, which a test renders. */
export interface FilterAbout {
  about: string;
  text: string;
  gives: string;
}

const one = (about: string, text: string, gives: string): FilterAbout => ({ about, text, gives });

/** The filters of texts. Others of the library are refused: nobody has said what they do here. Examples are of the message in `reference.ts`. */
export const filterList: Readonly<Record<string, FilterAbout>> = dictionary({
  plus_days: one('the day so many days later', '{{ arrival | plus_days: 3 }}', '2027-05-17'),
  minus_days: one('the day so many days before', '{{ arrival | minus_days: 30 }}', '2027-04-14'),
  days_until: one('days from this day to another', "{{ arrival | days_until: '2027-05-17' }}", '3'),
  date: one('a day or moment, written by format letters (below)', "{{ arrival | date: 'd MMMM yyyy' }}", '14 May 2027'),
  default: one('something else where there is nothing', "{{ remarks | default: 'none' }}", 'none'),
  upcase: one('in capitals', '{{ vessel | upcase }}', 'SELKIE'),
  downcase: one('in small letters', '{{ vessel | downcase }}', 'selkie'),
  capitalize: one(
    'with its first letter as a capital, the others small',
    "{{ 'two NIGHTS' | capitalize }}",
    'Two nights',
  ),
  append: one('with something behind it', "{{ vessel | append: ' of Skerry' }}", 'Selkie of Skerry'),
  prepend: one('with something before it', "{{ vessel | prepend: 'SY ' }}", 'SY Selkie'),
  replace: one(
    'with each of some words replaced',
    "{{ message.subject | replace: 'Berth', 'Mooring' }}",
    'Mooring request: Selkie',
  ),
  replace_first: one('with the first of some words replaced', "{{ 'a-b-c' | replace_first: '-', '/' }}", 'a/b-c'),
  replace_last: one('with the last of some words replaced', "{{ 'a-b-c' | replace_last: '-', '/' }}", 'a-b/c'),
  remove: one('without some words', "{{ message.subject | remove: 'Berth request: ' }}", 'Selkie'),
  remove_first: one('without the first of some words', "{{ 'a-b-c' | remove_first: '-' }}", 'ab-c'),
  remove_last: one('without the last of some words', "{{ 'a-b-c' | remove_last: '-' }}", 'a-bc'),
  strip: one('without blanks around it', "{{ '  late  ' | strip }}", 'late'),
  lstrip: one('without blanks before it', "{{ '  late' | lstrip }}", 'late'),
  rstrip: one('without blanks behind it', "{{ 'late  ' | rstrip }}", 'late'),
  strip_newlines: one('on one line', '{{ extras | strip_newlines }}', 'water, power'),
  squish: one('with one blank for each run of blanks', "{{ ' very   late ' | squish }}", 'very late'),
  strip_html: one('without the tags of HTML', "{{ '<b>late</b>' | strip_html }}", 'late'),
  newline_to_br: one('with a break of HTML at each end of line', '{{ vessel | newline_to_br }}', 'Selkie'),
  escape: one('with the marks of HTML written so that they stay marks', "{{ 'A & B' | escape }}", 'A &amp; B'),
  url_encode: one('as a part of a web address', "{{ 'north pier' | url_encode }}", 'north+pier'),
  url_decode: one('from a part of a web address', "{{ 'north+pier' | url_decode }}", 'north pier'),
  slugify: one('as a name in small letters and hyphens', "{{ 'North Pier 3' | slugify }}", 'north-pier-3'),
  slice: one('some characters, from a place (from 0, from the end when negative)', '{{ vessel | slice: 0, 3 }}', 'Sel'),
  truncate: one('so many characters at the most, with dots', '{{ message.subject | truncate: 12 }}', 'Berth req...'),
  truncatewords: one(
    'so many words at the most, with dots',
    '{{ message.subject | truncatewords: 2 }}',
    'Berth request:...',
  ),
  split: one('as a list, cut at a mark', "{{ extras | split: ', ' | last }}", 'power'),
  join: one('a list as one text', "{{ extras | split: ', ' | join: ' and ' }}", 'water and power'),
  first: one('the first of a list', "{{ extras | split: ', ' | first }}", 'water'),
  last: one('the last of a list', "{{ extras | split: ', ' | last }}", 'power'),
  size: one('how many characters, or items of a list', '{{ vessel | size }}', '6'),
  uniq: one('a list, each item once', "{{ 'a,b,a' | split: ',' | uniq | join: ',' }}", 'a,b'),
  sort: one('a list in order', "{{ 'b,a' | split: ',' | sort | join: ',' }}", 'a,b'),
  reverse: one('a list from its end', "{{ 'a,b' | split: ',' | reverse | join: ',' }}", 'b,a'),
  compact: one('a list without empty items', "{{ 'a,,b' | split: ',' | compact | size }}", '3'),
  plus: one('a sum', '{{ nights | plus: 1 }}', '4'),
  minus: one('a difference', '{{ nights | minus: 1 }}', '2'),
  times: one('a product', '{{ nights | times: 40 }}', '120'),
  divided_by: one('a quotient; of two whole numbers a whole one', '{{ nights | divided_by: 2.0 }}', '1.5'),
  modulo: one('what a division leaves', '{{ nights | modulo: 2 }}', '1'),
  round: one('a number to so many decimals', '{{ length | round: 1 }}', '12.6'),
  ceil: one('the next whole number above', '{{ length | ceil }}', '13'),
  floor: one('the next whole number below', '{{ length | floor }}', '12'),
  abs: one('a number without its sign', "{{ '-3' | abs }}", '3'),
  at_least: one('a number, or a least one', '{{ nights | at_least: 5 }}', '5'),
  at_most: one('a number, or a most one', '{{ nights | at_most: 2 }}', '2'),
  json: one('as JSON', '{{ vessel | json }}', '"Selkie"'),
});
