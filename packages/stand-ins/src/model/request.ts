import { type Letter, letterOf } from './find/spot.js';
import { plain, tokensOf } from './language/fold.js';
import { closing, common } from './language/words.js';

interface ChatMessage {
  role: string;
  content: string;
}

/** The body of a chat-completions request, as far as the stand-in looks at it. */
export interface ChatRequest {
  model: string;
  messages: ChatMessage[];
  response_format?: { json_schema?: { schema?: Schema } };
}

interface Schema {
  type?: string | string[];
  properties?: Record<string, Schema>;
  items?: Schema;
  enum?: (string | null)[];
}

/** What the request says of a field or column. */
export interface Asked {
  name: string;
  /** As the list of fields names it: `date`, `number`, … */
  type: string;
  /** Unit of a number; null when it has none. */
  unit: string | null;
  choices: readonly string[] | null;
  many: boolean;
  /** It is to be written, not found. */
  written: boolean;
  /** What the instructions say of it. */
  about: string;
  /** Words of its name, and of what is said of it. */
  nameWords: readonly string[];
  words: readonly string[];
  /** How examples gave it. */
  shown: readonly Shown[];
}

/** One value of a worked example, where its words stand. */
interface Shown {
  value: string | number | boolean;
  quote: string | null;
  letter: Letter;
  /** Offsets of the quote; -1 where it stands nowhere. */
  start: number;
  end: number;
}

export interface Question {
  fields: readonly Asked[];
  columns: readonly Asked[];
  letter: Letter;
  examples: readonly { letter: Letter; answer: Answer }[];
  instructions: string;
}

interface Entry {
  value: unknown;
  quote: string | null;
}
type Entries = Record<string, Entry | Entry[] | undefined>;
type Answer = Entries & { rows?: Entries[] };

export const rowsKey = 'rows';
export const statedKey = 'stated number of rows';

/** Takes a request apart: what is asked, the examples, and the message between the fences, which is data and nothing else. */
export function readRequest(request: ChatRequest): Question {
  const system = request.messages.find(({ role }) => role === 'system')?.content ?? '';
  const letter = fencedLetter(request.messages.findLast(({ role }) => role === 'user')?.content ?? '');
  const examples = examplesOf(request.messages);
  const { columns, fields } = namesOf(request, system);
  const instructions = system;
  const asked = (name: string, isColumn: boolean) =>
    askedOf(name, { system, names: [...fields, ...columns], letters: examples, isColumn });
  const of = { fields: fields.map((name) => asked(name, false)), columns: columns.map((name) => asked(name, true)) };
  const all = [...of.fields, ...of.columns];
  // What is said of many fields tells none of them.
  const telling = (one: Asked): Asked => ({
    ...one,
    words: one.words.filter((word) => all.filter(({ words }) => words.includes(word)).length < 3),
  });
  return { letter, examples, instructions, fields: of.fields.map(telling), columns: of.columns.map(telling) };
}

/** The names come with the schema, or with the list in the instructions, where a server knows no schemas. */
function namesOf(request: ChatRequest, system: string): { fields: string[]; columns: string[] } {
  const properties = request.response_format?.json_schema?.schema?.properties;
  if (properties) {
    const columns = Object.keys(properties[rowsKey]?.items?.properties ?? {});
    return { fields: Object.keys(properties).filter((name) => name !== rowsKey && name !== statedKey), columns };
  }
  const listed = (text: string) => [...text.matchAll(/^- (\w+): /gm)].map((match) => match[1] ?? '');
  const [fields = '', columns = ''] = system.split(/^Columns:$/m);
  return { fields: listed(fields.split(/^Fields:$/m)[1] ?? ''), columns: listed(columns) };
}

const fence = /^=====[^\n]*\n([\s\S]*?)\n=====/m;
const dated = /(\d{4}-\d{2}-\d{2})\.\n=====/;

/** How many characters of a message are looked at: a model has a window too, and here what is looked for is held against all words. */
const windowLength = 8_000;

function fencedLetter(content: string): Letter {
  const text = (fence.exec(content)?.[1] ?? content).slice(0, windowLength);
  return letterOf(text, dated.exec(content)?.[1] ?? null, closingOf(text));
}

/** Where the closing words of a letter begin. */
function closingOf(text: string): number {
  let at = text.length;
  for (const match of text.matchAll(/^[ \t]*([^\n]{1,40})$/gm))
    if (match.index > text.length / 4 && closing.test(plain(match[1] ?? '').trim())) at = Math.min(at, match.index);
  // A line that is nothing but a name, behind a blank one, ends a letter as well.
  for (const match of text.matchAll(
    /\n[ \t]*\n(?=[ \t]*\p{Lu}[\p{L}.'’-]*(?: \p{Lu}[\p{L}.'’-]*){0,2}[ \t]*(?:\n|$))/gu,
  ))
    if (match.index > text.length / 3) at = Math.min(at, match.index);
  return at;
}

function examplesOf(messages: readonly ChatMessage[]): { letter: Letter; answer: Answer }[] {
  return messages.flatMap((message, i) => {
    const reply = messages[i + 1];
    if (message.role !== 'user' || reply?.role !== 'assistant') return [];
    try {
      return [{ letter: fencedLetter(message.content), answer: JSON.parse(reply.content) as Answer }];
    } catch {
      return [];
    }
  });
}

interface Sources {
  system: string;
  names: readonly string[];
  letters: readonly { letter: Letter; answer: Answer }[];
  isColumn: boolean;
}

function askedOf(name: string, { system, names, letters, isColumn }: Sources): Asked {
  const listed = new RegExp(`^- ${name}: ([^\\n]*)`, 'm').exec(system)?.[1] ?? 'text';
  const [declared = '', ...question] = listed.split('. ');
  const type = /^[a-z-]+/.exec(declared)?.[0] ?? 'text';
  const choices = / of: ([^;]*)/.exec(declared)?.[1]?.split(', ') ?? null;
  const unit = choices === null ? (/ in ([^;,]+)/.exec(declared)?.[1] ?? null) : null;
  const about = [descriptionOf(name, system, names), question.join('. ')].filter(Boolean).join(' ');
  const nameWords = tokensOf(name.replaceAll('_', ' ')).map(({ word }) => word);
  const words = tokensOf(about)
    .map(({ word }) => word)
    .filter((word) => /^\p{L}{3}/u.test(word) && !common.has(word));
  return {
    name,
    type,
    unit,
    choices,
    many: /, as many as there are/.test(declared),
    written: /; write it yourself/.test(declared),
    about,
    nameWords,
    words,
    shown: letters.flatMap(({ letter, answer }) => shownIn(letter, isColumn ? (answer.rows ?? []) : [answer], name)),
  };
}

/** What the instructions say behind a name and a colon; without that, the sentences with a word of the name. */
function descriptionOf(name: string, system: string, names: readonly string[]): string {
  const lines =
    system
      .split(/\n(?:Fields|Columns):\n/)[0]
      ?.split('\n')
      .slice(3) ?? [];
  const headed = lines.flatMap((line) => {
    const [, head = '', text = ''] = /^\s*[-*]?\s*([\w, ]+?)\s*:\s*(.*)$/.exec(line) ?? [];
    const heads = head.split(/,\s*/).filter((one) => names.includes(one));
    return heads.includes(name) ? [text] : [];
  });
  if (headed.length > 0) return headed.join(' ');
  const parts = name
    .toLowerCase()
    .split('_')
    .filter((part) => part.length > 2)
    .map(plain);
  const sentences = lines.join('\n').match(/[^.?!\n]+[.?!]?/g) ?? [];
  return sentences.filter((sentence) => parts.some((part) => plain(sentence).includes(part))).join(' ');
}

function shownIn(letter: Letter, entries: readonly Entries[], name: string): Shown[] {
  const lower = letter.text.toLowerCase();
  // What the subject says as well is looked for in the body.
  let from = Math.max(0, lower.indexOf('\n\n'));
  return entries.flatMap((given) =>
    [given[name] ?? []].flat().flatMap(({ value, quote }): Shown[] => {
      if (value === null || value === undefined) return [];
      const text = quote?.toLowerCase() ?? '';
      const start = text === '' ? -1 : placeOf(lower, text, from);
      from = Math.max(from, start);
      return [{ value: value as Shown['value'], quote, letter, start, end: start < 0 ? -1 : start + text.length }];
    }),
  );
}

function placeOf(text: string, words: string, from: number): number {
  const behind = text.indexOf(words, from);
  return behind >= 0 ? behind : text.indexOf(words);
}
