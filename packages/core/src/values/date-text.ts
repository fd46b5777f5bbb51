import { accentless } from './fold.js';

/** Words that may lead a date in. */
const lead = /^(?:on|the|le|el|den|der|am|il|op|em|du|dia|kl|a|al|em|no|na|pa) (?=.)/;

/**
 * The words of a date in a plain form: lower case, no accents, no commas, no points but between figures, no ordinal endings,
 * no remark in brackets: `Freitag, 4. Dez. 2026` becomes `freitag 4 dez 2026`.
 */
export function plainDate(raw: string): string {
  let text = accentless(raw)
    .replace(/[‐-―−]/g, '-')
    .replace(/ ?\([^()]*\)$/, '')
    .replace(/^["'(“”‘’]+|["')“”‘’,;!]+$/g, '')
    .replace(/,/g, ' ')
    .replace(/(\d)[°º]/g, '$1')
    .replace(/(\d)(?:st|nd|rd|th|er|o|a|e)(?![\p{L}])/gu, '$1')
    .replace(/(\p{L})\./gu, '$1 ')
    .replace(/(\d)\.(?= |$|\p{L})/gu, '$1 ')
    .replace(/(\d)[-/ ]?(\p{L}{3,})[-/ ]?(?=\d)/gu, '$1 $2 ')
    .replace(/ +/g, ' ')
    .trim();
  while (lead.test(text)) text = text.replace(lead, '');
  return text;
}
