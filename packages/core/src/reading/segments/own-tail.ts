import type { Range } from '../reading.js';
import { plain } from '../text/plain-words.js';
import { isSignatureMark, type MailLine } from './mail-line.js';
import { closing, contactLabel, disclaimerSigns, externalBanner, sentFrom } from './phrases.js';

/** What stands below, or above, the writer’s own words. Lines from (inclusive) and to (exclusive). */
export interface TailPart {
  kind: 'signature' | 'disclaimer';
  from: number;
  to: number;
  reason: string;
}

/** One stretch of the writer’s own lines. */
export interface OwnStretch {
  lines: readonly MailLine[];
  from: number;
  to: number;
  /** Display name of the sender, in the form of `plain`. */
  sender: string;
  /** True when the stretch is the first of its message. */
  first: boolean;
  /** Lines that the markup says are a signature. */
  signatures: readonly Range[];
}

/** Signature and disclaimers of a stretch, in their order. */
export function tailParts(stretch: OwnStretch): TailPart[] {
  const parts: TailPart[] = [];
  let { from, to } = stretch;
  const banner = stretch.first ? bannerEnd(stretch) : from;
  if (banner > from)
    parts.push({
      kind: 'disclaimer',
      from,
      to: banner,
      reason: 'it is a warning that a gateway puts above mail from outside',
    });
  from = banner;
  for (let last = lastParagraph(stretch.lines, from, to); last; last = lastParagraph(stretch.lines, from, to)) {
    if (!isDisclaimer(stretch.lines, last)) break;
    const start = disclaimerStart(stretch.lines, last, from);
    parts.push({ kind: 'disclaimer', from: start, to, reason: 'it reads like a disclaimer' });
    to = start;
  }
  const signature = signatureOf({ ...stretch, from, to });
  if (signature) parts.push(signature);
  return parts.sort((a, b) => a.from - b.from);
}

/** The first line of a paragraph that speaks as a disclaimer does, with a ruling above it: a name or own words may stand close above. */
function disclaimerStart(lines: readonly MailLine[], { start, end }: Range, from: number): number {
  const first = findFirst(start, end, (i) =>
    disclaimerSigns.some((sign) => sign.test(lines[i]?.plain || plain(lines[i]?.text ?? ''))),
  );
  let at = first ?? start;
  // Its first line may say nothing yet, where a program wrapped it.
  while (at > start && isWrapped(lines[at - 1]?.text ?? '')) at--;
  while (
    at > from &&
    (ruling.test(lines[at - 1]?.text ?? '') || (lines[at - 1]?.blank && ruling.test(lines[at - 2]?.text ?? '')))
  )
    at--;
  return at;
}

/** A line that goes on in the next: long, and no end of a sentence. */
const isWrapped = (text: string) => text.length >= 40 && !/[.!?:]["”’)]?$/.test(text);

const ruling = /^[_=\-–—*]{3,}$/;

/** The last stretch of filled lines, as a range of lines. */
function lastParagraph(lines: readonly MailLine[], from: number, to: number): Range | null {
  let end = to;
  while (end > from && lines[end - 1]?.blank) end--;
  let start = end;
  while (start > from && !lines[start - 1]?.blank) start--;
  return end > start ? { start, end } : null;
}

/** A disclaimer is at least this long; shorter paragraphs are what people say. */
const shortestDisclaimer = 60;

function isDisclaimer(lines: readonly MailLine[], { start, end }: Range): boolean {
  const text = plain(
    lines
      .slice(start, end)
      .map((line) => line.text)
      .join(' ')
      .slice(0, 6000),
  );
  const signs = disclaimerSigns.filter((sign) => sign.test(text)).length;
  const headed =
    /^\W*(?:disclaimer|confidentiality notice|haftungsausschluss|avis de confidentialite|aviso (?:legal|de confidencialidad)|ansvarsfraskrivelse|avviso di riservatezza)\b/.test(
      text,
    );
  if (/^\W*(?:please )?consider the environment/.test(text) || /before printing this (?:e-?mail|message)/.test(text))
    return true;
  if (text.length < shortestDisclaimer) return false;
  // Two signs are enough where the paragraph speaks of the message itself.
  return signs >= (headed ? 1 : confidential.test(text) && ofMessage.test(text) ? 2 : 3);
}

const confidential = disclaimerSigns[0] as RegExp;
const ofMessage =
  /\b(?:this|diese[rs]?|ce|cette|este|esta|esto|questo|questa|denne|dit|deze) (?:e-?mail|mail|message|nachricht|courriel|mensaje|correo|mensagem|messaggio|meddelelse|besked|bericht|communication)/;

function bannerEnd({ lines, from, to }: OwnStretch): number {
  let at = from;
  while (at < to && lines[at]?.blank) at++;
  let end = at;
  while (end < to && !lines[end]?.blank) end++;
  const text = plain(
    lines
      .slice(at, end)
      .map((line) => line.text)
      .join(' ')
      .slice(0, 600),
  );
  return end - at <= 6 && externalBanner.test(text) ? end : from;
}

/** Lines a signature may have; RFC 3676 asks for four, people write more. */
const maxLines = 16;
/** With its own mark it may be longer. */
const maxMarkedLines = 40;

function signatureOf(stretch: OwnStretch): TailPart | null {
  const { lines, from, to } = stretch;
  const part = (start: number, reason: string): TailPart => ({ kind: 'signature', from: start, to, reason });
  const marked = findFirst(from, to, (i) => isSignatureMark(lines[i]?.text ?? ''));
  if (marked !== null && to - marked <= maxMarkedLines && !isForm(lines, marked + 1, to))
    return part(marked, 'it follows the signature mark “-- ”');
  const filled = findFirst(from, to, (i) => !lines[i]?.blank) ?? to;
  const boxed = firstWithin(stretch.signatures, from, to);
  if (boxed !== null && filled < boxed) return part(boxed, 'the markup says that it is a signature');
  const start = Math.max(from, to - maxLines - countBlank(lines, from, to));
  const closed = findFirst(start, to, (i) => filled < i && closesLetter(stretch, i));
  if (closed !== null) return part(closed, 'a closing, a name and how to reach them');
  const named = findFirst(start, to, (i) => filled < i && isSender(stretch, i));
  if (named !== null) return part(named, 'it begins with the sender’s name');
  const sent = to - 1 >= from ? lastParagraph(lines, from, to) : null;
  if (sent && sent.end - sent.start === 1 && sentFrom.test(lines[sent.start]?.plain ?? ''))
    return part(sent.start, 'it says with what the message was sent');
  return null;
}

function findFirst(from: number, to: number, holds: (i: number) => boolean): number | null {
  for (let i = from; i < to; i++) if (holds(i)) return i;
  return null;
}

function countBlank(lines: readonly MailLine[], from: number, to: number): number {
  return lines.slice(Math.max(from, to - 2 * maxLines), to).filter(({ blank }) => blank).length;
}

/** The first line from (inclusive) to (exclusive) that one of some ranges holds. */
function firstWithin(ranges: readonly Range[], from: number, to: number): number | null {
  const first = Math.min(
    ...ranges.flatMap(({ start, end }) => (end > from && end > start ? [Math.max(start, from)] : [])),
  );
  return first < to ? first : null;
}

/** “Kind regards” alone or with a name, then only what stands in a signature. */
function closesLetter({ lines, to }: OwnStretch, at: number): boolean {
  const line = lines[at];
  const rest = line && closing.exec(line.plain)?.groups?.rest;
  if (line === undefined || rest === undefined || line.text.length > 60) return false;
  // “Thanks for the quick answer” closes nothing; “Thanks, Ann” does.
  if (rest !== '' && !(isName(line.text, rest) && /[,.!;:–-]/.test(line.plain.slice(0, -rest.length)))) return false;
  const below = lines.slice(at + 1, to).filter(({ blank }) => !blank);
  if (below.length > maxLines) return false;
  if (below.length === 0) return rest !== '' || isStrongClosing(line.plain);
  const [name, ...more] = below;
  return name !== undefined && (isNameLine(name) || (rest !== '' && isContact(name))) && more.every(belongs);
}

const isStrongClosing = (text: string) =>
  /regards|sincerely|faithfully|wishes|gru(?:ss|ß)|grue|mfg|cordial|salut|saludo|atenciosamente|atentamente|cumprimentos|hilsen|mvh|groet|mvg|hoogachtend/.test(
    text,
  );

/** Up to four words that begin as names do; `rest` is what `plain` left of them, so they are taken from the end. */
function isName(text: string, rest: string): boolean {
  const words = text.split(/\s+/).slice(-rest.split(' ').length);
  return (
    words.length <= 4 &&
    words.every((word) => /^\p{Lu}[\p{L}'’-]*\.?,?$|^(?:de|da|van|von|der|den|dos|du|la)$/u.test(word))
  );
}
const isNameLine = ({ text }: MailLine) =>
  text.length <= 60 &&
  !/[:@]\s|[.!?]$|^\s*[-*•]/.test(text.replace(/\b\p{Lu}\.$/u, '')) &&
  /\p{L}/u.test(text) &&
  text.split(/\s+/).length <= 8;

/** What may stand below a name: short lines, and lines that say how to reach somebody. */
function belongs(line: MailLine): boolean {
  return (
    isContact(line) ||
    sentFrom.test(line.plain) ||
    (line.text.length <= 80 && !isKeyed(line.text) && !/[.!?]\s+\p{Lu}/u.test(line.text))
  );
}

function isContact({ text, plain: folded }: MailLine): boolean {
  const label = /^([^:]{1,20}?)\s*[:：]/.exec(folded)?.[1];
  if (label !== undefined && contactLabel.test(label)) return true;
  if (/^[a-z.]{1,6} ?[+(]?\d/.test(folded)) return true;
  return text.length <= 120 && /\S@\S|(?:https?:\/\/|www\.)\S|^\W*\+?[\d() ./-]{7,}$/.test(text);
}

/** The sender’s own name on a line, and nothing but a signature below. */
function isSender({ lines, to, sender }: OwnStretch, at: number): boolean {
  const line = lines[at];
  if (!line || sender.length < 4 || line.plain.replace(/[,.]$/, '') !== sender || !lines[at - 1]?.blank) return false;
  const below = lines.slice(at + 1, to).filter(({ blank }) => !blank);
  return below.length <= maxLines && below.every(belongs) && below.some(isContact);
}

/** Whether lines are a form, that a program put below a mark of its own. */
function isForm(lines: readonly MailLine[], from: number, to: number): boolean {
  const keyed = lines.slice(from, to).filter((line) => isKeyed(line.text) && !isContact(line));
  return keyed.length >= 3;
}

/** “Vessel: Kittiwake”: a label of a few words, and a value. */
export function isKeyed(text: string): boolean {
  const label = /^\s*(?:[-*•]\s*)?(\p{L}[^:：=\t]{0,39}?)\s*(?:[:：=]|\t)(?!\/\/)\s*\S/u.exec(text)?.[1];
  if (label === undefined || /[.!?,;]\s/.test(label) || label.split(/\s+/).length > 5) return false;
  return !/^(?:https?|mailto|ftp|tel|fyi|ps|p\.s\.?|nb|n\.b\.?|note|re|hi|hello|dear|hallo|fwd?)$/i.test(label.trim());
}
