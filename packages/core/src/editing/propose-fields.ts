import { accentless, type FieldOptions, neededOptions, ownTypes, valueTypes } from '../values/index.js';
import { checked, type Edited } from './edited.js';
import { setEntry } from './set-entry.js';
import { SourceMap } from './source-map.js';

/** A field that some instructions speak of. */
export interface ProposedField {
  name: string;
  options: FieldOptions;
  /** It is a column of rows: the instructions want one row for each of something. */
  inRows: boolean;
}

const rowsBegin =
  /\b(?:one (?:row|line|entry)|a (?:row|line) (?:for|per)|rows?:|each (?:row|item)|(?:eine )?zeile (?:fur|je|pro)|(?:une )?ligne par|(?:una )?fila por|(?:uma )?linha por|(?:een )?rij (?:per|voor)|(?:en )?række (?:for|pr))\b/;
const several = /\b(?:all|each|every|list|several|alle|toutes|todos|todas)\b/;

/** A summary is written, not found. */
const summary = /\b(?:summary|summari[sz]e|in one sentence|zusammenfassung|resume|resumen|resumo|samenvatting)\b/;
const spoken = Object.values(valueTypes)
  .flatMap(({ kind, spoken: by }) => (by ? [{ type: kind, ...by }] : []))
  .sort((a, b) => a.rank - b.rank);
/** The type that is one of some choices. */
const ofChoices = Object.values(valueTypes).find((type) => neededOptions(type).includes('choices'))?.kind;

/**
 * Fields and their types as instructions speak of them: by lines of the form `name: what it is`, else by the questions they
 * ask (“Which vessel is it, who writes, and by when is it wanted?”). What stands behind “one row for each …” are columns.
 * A proposal: names and types are there to be changed.
 */
export function proposeFields(ask: string): ProposedField[] {
  const found = new Map<string, ProposedField>();
  let inRows = false;
  const take = (head: string, about: string) => {
    const name = nameOf(head);
    if (name && !found.has(name)) found.set(name, { name, options: optionsOf(about, head), inRows });
  };
  for (const line of ask.split('\n')) {
    const heads = headsOf(line);
    if (heads) for (const head of heads.names) take(head, heads.about);
    else
      for (const sentence of line.split(/(?<=[.?!])\s+/)) {
        if (rowsBegin.test(accentless(sentence))) inRows = true;
        for (const [head, about] of asked(sentence)) take(head, about);
      }
  }
  return [...found.values()];
}

const head = '[\\p{L}_][\\p{L}\\p{N}_ ]{0,40}';
const headed = new RegExp(`^\\s*[-*•]?\\s*(${head}(?:,\\s*${head})*)\\s*:\\s*(\\S.*)$`, 'u');

/** `email, phone: where they can be reached`. */
function headsOf(line: string): { names: string[]; about: string } | null {
  const [, heads, about] = headed.exec(line) ?? [];
  if (heads === undefined || about === undefined || rowsBegin.test(accentless(heads))) return null;
  const names = heads.split(/,\s*/);
  return names.every((name) => name.trim().split(/\s+/).length <= 3) ? { names, about } : null;
}

/** What the questions of a line ask for, with the words about it. */
function asked(line: string): (readonly [string, string])[] {
  const pieces = line.split(
    /[?.;]|,\s*(?:and |und |et |y |e |en |og )?|\s(?:and|und|et|y|e|en|og)\s(?=(?:which|what|who|when|where|how|by|wer|wann|wo|wie|qui|quand|quien|quem|wie|hvem)\b)/i,
  );
  return pieces.flatMap((piece): (readonly [string, string])[] => {
    const text = accentless(piece.trim());
    const of = (pattern: RegExp) => pattern.exec(text)?.[1];
    const thing =
      of(
        /^(?:which|what|welche[rsn]?|quel(?:le)?s?|que|cual|qual|welke?|hvilke[nt]?) (?!is\b|are\b|ist\b|est\b|es\b|e\b|er\b)(\p{L}+)/u,
      ) ?? of(/^(?:what is the|was ist (?:der|die|das)|what's the|the|der|die|das|le|la|el|o|a|het|de) (\p{L}+)/u);
    if (/^(?:by when|when|until when|bis wann|wann|quand|cuando|quando|wanneer|hvornar)\b/.test(text))
      return [['when', `day ${text}`]];
    if (/^(?:who|wer|qui|quien|quem|wie\b(?! v)|hvem)\b/.test(text)) return [['who', text]];
    if (/^(?:where|wo|ou|donde|onde|waar|hvor\b(?! mange))\b/.test(text)) return [['where', text]];
    const many = of(/^(?:how many|wie viele|combien de|cuantos|cuantas|quantos|quantas|hoeveel|hvor mange) (\p{L}+)/u);
    if (many) return [[many, `number of ${text}`]];
    if (/^(?:how long|how far|wie lang)\b/.test(text)) return [['length', text]];
    if (/^(?:how much|was kostet|combien\b|cuanto|quanto|hoeveel kost|hvad koster)/.test(text))
      return [['amount', 'amount']];
    return thing ? [[thing, text]] : [];
  });
}

const nameOf = (head: string): string =>
  accentless(head)
    .trim()
    .replace(/ß/g, 'ss')
    .replace(/[æ]/g, 'ae')
    .replace(/[ø]/g, 'oe')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 63);

function optionsOf(about: string, head: string): FieldOptions {
  const text = accentless(about);
  const choices = choicesIn(about);
  if (choices && ofChoices) return { type: ofChoices, choices, basis: 'judged' };
  if (summary.test(text)) return { type: ownTypes.words, basis: 'written' };
  const known = spoken.find(({ of }) => of.test(text)) ?? spoken.find(({ of }) => of.test(accentless(head)));
  const many = several.test(text) && /s$/.test(head) ? { many: true } : {};
  return { type: known?.type ?? ownTypes.words, ...known?.with, ...many };
}

/** “one of a, b or c”; “a, b or c”, where these are single words; “pickup if they fetch it, delivery if it is brought”. */
function choicesIn(about: string): string[] | null {
  const list =
    /^(?:either |one of |eine[rs]? von |l'un de |uno de |um de |een van |en af )?([\p{L}'’-]+(?: [\p{L}'’-]+)?(?:,\s*[\p{L}'’-]+(?: [\p{L}'’-]+)?)*,?\s+(?:or|oder|ou|o|u|of|eller)\s+[\p{L}'’-]+(?: [\p{L}'’-]+)?)\s*(?:\(|[.;]|$)/u.exec(
      about.trim(),
    )?.[1];
  if (list) {
    const parts = list
      .split(/,\s*(?:or |oder |ou |o |of |eller )?|\s+(?:or|oder|ou|o|u|of|eller)\s+/)
      .map((part) => part.trim());
    if (
      parts.length > 1 &&
      parts.every(
        (part) =>
          part.split(' ').length < 3 &&
          !/^(?:the|an?|der|die|das|le|la|les|el|los|o|os|as|het|de|den|det) /i.test(part),
      ) &&
      !parts.every(isAnswer)
    )
      return parts;
  }
  const by = [...about.matchAll(/(?:^|[,;]\s*)([\p{L}-]+) (?:if|when|wenn|si|s'|se|als|hvis)\b/gu)].map(
    (match) => match[1] ?? '',
  );
  return by.length > 1 && !by.some((word) => /^(?:true|false|wahr|falsch|vrai|faux|null)$/i.test(word)) ? by : null;
}

/** Yes and no are a type of their own. */
const isAnswer = (part: string) => /^(?:yes|no|true|false|ja|nein|oui|non|si|sim|nao|nee|nej)$/i.test(accentless(part));

/** The source text with the fields and columns that some instructions speak of and that it does not have yet. */
export function withProposed(source: string, ask: string): Edited {
  const proposed = proposeFields(ask);
  const map = new SourceMap(source);
  const known = new Set([...map.keys('fields'), ...map.keys('rows', 'columns')]);
  const text = proposed
    .filter(({ name }) => !known.has(name))
    .reduce(
      (made, { name, options, inRows }) =>
        setEntry(made, inRows ? ['rows', 'columns'] : ['fields'], name, options, true),
      source,
    );
  const edited = checked(text);
  return edited.ok ? { ...edited, names: proposed.map(({ name }) => name) } : edited;
}
