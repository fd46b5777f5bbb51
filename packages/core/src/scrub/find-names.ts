import { formOf, type Reading } from '../reading/index.js';
import type { Segment } from '../reading/reading.js';
import { closing, sentFrom } from '../reading/segments/phrases.js';
import { plain } from '../reading/text/plain-words.js';
import type { CompiledSieve, Outcome } from '../sieve/index.js';
import { type FieldOptions, isFree, type JsonValue } from '../values/index.js';
import { capitalised, type Vocabulary, wordsOf } from './vocabulary.js';

const greeting =
  /^[^\S\n]*(?:dear|hi|hello|hey|hallo|liebe[rs]?|guten tag|bonjour|salut|chère?|hola|olá|caro|cara|ciao|beste|geachte|hej|kære)[^\S\n]+([^\n,!.:]{2,60})/gim;
const namePart = String.raw`\p{Lu}[\p{L}\p{M}.'’-]*`;
const beforeAddress = new RegExp(String.raw`((?:${namePart}[^\S\n]+){1,4})[<([]?[^\s<>@]+@`, 'gu');
const beforeWrote = new RegExp(
  String.raw`((?:${namePart}[^\S\n]+){1,4})(?:wrote|writes|schrieb|a écrit|escribió|escreveu|ha scritto|schreef|skrev)`,
  'gu',
);

/** Longer values, and those of several lines, are prose: not every word with a capital in it is a name. */
const longestName = 100;

/** Adds what a message shows to be names: of people in its headers, greetings and signatures, and around what it quotes. */
export function addNamesOf(reading: Reading, { names }: Vocabulary): void {
  const add = (text: string | null | undefined) => {
    for (const word of capitalised(text ?? '')) names.add(word.toLowerCase());
  };
  for (const one of [reading.from, reading.replyTo, ...reading.to, ...reading.cc])
    for (const word of wordsOf(one?.name ?? '')) if (word.length > 2) names.add(word.toLowerCase());
  for (const form of [formOf(reading, 'html'), formOf(reading, 'text')]) {
    for (const pattern of [greeting, beforeAddress, beforeWrote])
      for (const match of form.text.matchAll(pattern)) add(match[1]);
    for (const segment of segmentsIn(form.segments)) {
      add(segment.message?.from?.name);
      if (segment.kind === 'signature')
        for (const line of form.text.slice(segment.start, segment.end).split('\n')) add(ofSignature(line));
    }
  }
}

const segmentsIn = (segments: readonly Segment[]): Segment[] =>
  segments.flatMap((segment) => [segment, ...segmentsIn(segment.message?.segments ?? [])]);

/** A line of a signature without its closing words and labels. */
function ofSignature(line: string): string {
  if (sentFrom.test(plain(line))) return '';
  const rest = closing.exec(plain(line))?.groups?.rest;
  const behind = rest === undefined ? line : rest === '' ? '' : line.slice(-rest.length);
  return behind.replace(/\p{L}+\.?:/gu, '');
}

/** Adds what the record of a message, or what is expected of it, shows to be names; all of a field that is sensitive is secret. */
export function addValues(
  values: Readonly<Record<string, JsonValue | undefined>>,
  declared: Readonly<Record<string, FieldOptions>>,
  vocabulary: Vocabulary,
): void {
  for (const [field, value] of Object.entries(values)) {
    const options = declared[field];
    const text = typeof value === 'string' ? value : value === null || value === undefined ? '' : JSON.stringify(value);
    if (options?.sensitive === true) addSecret(text, vocabulary);
    else if (isFree(options) && text.length <= longestName && !text.includes('\n'))
      for (const word of capitalised(text)) vocabulary.names.add(word.toLowerCase());
  }
}

function addSecret(text: string, { secrets }: Vocabulary): void {
  for (const piece of text.match(/\p{L}[\p{L}\p{M}]*|[0-9]+/gu) ?? []) secrets.add(piece.toLowerCase());
}

/** Types whose values are reckoned with: their figures stay, unless they are sensitive. */
const reckoned = new Set(['number', 'integer', 'amount', 'date', 'time', 'datetime', 'duration', 'yes-no', 'choice']);

/** Keeps what the values that are reckoned with were read from. */
export function keepReckoned(outcome: Outcome, sieve: CompiledSieve, { kept }: Vocabulary): void {
  for (const [path, evidence] of Object.entries(outcome.evidence)) {
    const options = sieve.fields[path] ?? sieve.columns[path.replace(/^rows\[\d+\]\./, '')];
    if (!options || !reckoned.has(options.type) || options.sensitive === true) continue;
    for (const { raw } of evidence)
      for (const piece of (raw ?? '').match(/[\p{L}\p{M}\p{N}]+/gu) ?? []) kept.add(piece.toLowerCase());
  }
}
