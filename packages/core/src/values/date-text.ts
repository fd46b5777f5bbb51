import { accentless } from './fold.js';

/** Parts of a day behind it, which change nothing of the date. */
const partOfDay =
  /(?<=\p{L}{3}) (?:(?:in the )?(?:morning|afternoon|evening)|fruh|vormittag|nachmittag|abend|matin|apres-midi|soir|formiddag|eftermiddag|aften|de manha|a tarde|a noite|por la manana|por la tarde)$/u;

/** Words that may lead a date in. */
const lead = /^(?:on|the|le|el|den|der|am|il|op|em|du|dia|kl|a|al|em|no|na|pa|d) (?=.)/;

/**
 * The words of a date in a plain form: lower case, no accents, no commas, no points but between figures, no ordinal endings,
 * no remark in brackets: `Freitag, 4. Dez. 2026` becomes `freitag 4 dez 2026`.
 */
export function plainDate(raw: string): string {
  let text = accentless(raw)
    .replace(/[‐-―−]/g, '-')
    .replace(/ ?\([^()]*\)$/, '')
    .replace(/^["'(“”‘’]+|["')“”‘’,;!]+$/g, '')
    .replace(/['’](?=\d{2}$)/, '')
    .replace(/,/g, ' ')
    .replace(/(\d)[°º]/g, '$1')
    .replace(/(\d)(?:st|nd|rd|th|er|o|a|e)(?![\p{L}])/gu, '$1')
    .replace(/(\p{L})\./gu, '$1 ')
    .replace(/(\d)\.(?= |$|\p{L})/gu, '$1 ')
    .replace(/(\d)[-/ ]?(\p{L}{3,})[-/ ]?(?=\d)/gu, '$1 $2 ')
    .replace(/ +/g, ' ')
    .replace(partOfDay, '')
    .trim();
  while (lead.test(text)) text = text.replace(lead, '');
  return text;
}
