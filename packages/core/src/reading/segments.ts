import { linesOf } from './lines.js';
import type { Range, Segment } from './reading.js';

const quoteMark = /^\s{0,3}>/;
const signatureMark = /^-- ?$/;
const introduces =
  /^(?:On|Am|Le|El|Em|Den|Op|Il)\b.{0,200}(?:wrote|schrieb|a écrit|escribió|escreveu|skrev|schreef|ha scritto)\s?:\s*$/;

type Kind = Segment['kind'];
const reasons: Record<Kind, string> = {
  own: 'nothing marks it as somebody else’s',
  quoted: 'the lines begin with “>” or stand in a quotation',
  forwarded: 'a forwarded message begins here',
  signature: 'it follows the signature mark “-- ”',
  disclaimer: 'it reads like a disclaimer',
};

/**
 * The segments of a text: they cover it exactly, in order. `quotes` are ranges that the HTML marks as quoted.
 * Nothing is cut away; rules look at the own words unless told otherwise.
 */
export function segmentsOf(text: string, quotes: readonly Range[] = []): Segment[] {
  const lines = linesOf(text);
  const kinds = lines.map((line) => kindOf(text.slice(line.start, line.end), line, quotes));
  introduceQuotes(text, lines, kinds);
  signTail(text, lines, kinds);
  return merge(lines, kinds, text.length);
}

function kindOf(line: string, range: Range, quotes: readonly Range[]): Kind {
  const inQuote = quotes.some(
    (quote) => range.start >= quote.start && range.end <= quote.end && range.end > range.start,
  );
  return inQuote || quoteMark.test(line) ? 'quoted' : 'own';
}

/** The line that says who wrote what is quoted belongs to the quotation. */
function introduceQuotes(text: string, lines: readonly Range[], kinds: Kind[]): void {
  lines.forEach((line, i) => {
    if (kinds[i] !== 'own' || !introduces.test(text.slice(line.start, line.end))) return;
    const next = kinds.findIndex((_, k) => k > i && lines[k] !== undefined && lines[k].end > lines[k].start);
    if (next > i && kinds[next] === 'quoted') kinds.fill('quoted', i, next);
  });
}

/** From a signature mark to the next quotation or the end. */
function signTail(text: string, lines: readonly Range[], kinds: Kind[]): void {
  let signing = false;
  lines.forEach((line, i) => {
    if (kinds[i] === 'quoted') signing = false;
    else if (signatureMark.test(text.slice(line.start, line.end))) signing = true;
    if (signing) kinds[i] = 'signature';
  });
}

function merge(lines: readonly Range[], kinds: readonly Kind[], length: number): Segment[] {
  const segments: Segment[] = [];
  lines.forEach((line, i) => {
    const kind = kinds[i] ?? 'own';
    const end = Math.min(line.end + 1, length);
    const last = segments.at(-1);
    if (last?.kind === kind) last.end = end;
    else segments.push({ kind, start: line.start, end, reason: reasons[kind] });
  });
  return segments.filter((segment) => segment.end > segment.start);
}

/** The ranges that make the body: the own words. */
export function bodyOf(segments: readonly Segment[]): Range[] {
  return segments.filter((segment) => segment.kind === 'own').map(({ start, end }) => ({ start, end }));
}
