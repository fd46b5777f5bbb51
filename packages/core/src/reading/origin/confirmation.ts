import { formOf, type Reading } from '../reading.js';

/** A message by which another service asks whether it may forward mail to an address: what there is to type or to open. */
export interface Confirmation {
  code: string | null;
  link: string | null;
}

/** Words for passing mail on and for confirming it, by language: both of one language are needed. */
const languages: readonly [forwards: RegExp, confirms: RegExp][] = [
  [/\bforward(?:ing|ed)?\b|\bredirect/i, /\bconfirm|\bverif/i],
  [/weiterleit|weiterzuleiten|weitergeleitet/i, /bestätig|verifizier/i],
  [/\btransf(?:ert|érer|éré)|redirection|rediriger/i, /\bconfirm|\bvérifi/i],
  [/\breenv(?:í|i)/i, /\bconfirm|\bverific/i],
  [/\b(?:re)?encaminh/i, /\bconfirm|\bverific/i],
  [/\bdoor(?:stur|gestuurd|zend)/i, /bevestig|\bverifi/i],
  [/\bvideresend/i, /\bbekræft|\bverific/i],
  [/\binoltr/i, /\bconferm|\bverific/i],
];

/** Such messages are short; what is longer only speaks of it. */
const longest = 4000;
const begins = 1200;
const codeWord =
  /(?:code|kode|código|codice|pin|nummer|number|número|numéro)\b[^\p{L}\d]{0,12}([\dA-Z][\dA-Z-]{4,14}[\dA-Z])(?![\p{L}\d])/iu;
const confirmingLink = /confirm|verif|bestaetig|validat|optin|opt-in|forward|activate/i;

/**
 * Whether a message asks to confirm that mail is forwarded to one of some addresses; null for all others. It names that address, speaks of forwarding and
 * of confirming in one language, and has a code or a link for it. Nothing of it is ever followed.
 */
export function confirmationOf(reading: Reading, addresses: readonly string[]): Confirmation | null {
  const { text, links } = formOf(reading);
  if (text.length > longest || reading.thread === 'reply') return null;
  const said = `${reading.subject}\n${text.slice(0, begins)}`;
  const all = `${reading.subject}\n${text}`.toLowerCase();
  const named = addresses.some((address) => /[^@]@/.test(address) && all.includes(address.toLowerCase()));
  if (!named || !languages.some(([forwards, confirms]) => forwards.test(said) && confirms.test(said))) return null;
  const code = codeWord.exec(`${reading.subject}\n${text}`)?.[1] ?? null;
  const link = links.find(
    ({ start, end, href }) => confirmingLink.test(href) || confirmingLink.test(text.slice(start, end)),
  );
  const found = { code: code !== null && /\d/.test(code) ? code : null, link: link?.href ?? null };
  return found.code === null && found.link === null ? null : found;
}
