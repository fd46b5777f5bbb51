import type { Range } from '../../../reading/index.js';

/** Words that a full stop shortens. */
const shortened =
  /(?:^|[^\p{L}])(?:[Dd]rs?|[Dd]ra|[Mm]r|[Mm]rs|Ms|[Mm]evr|[Dd]hr|[Ii]ng|[Ii]r|[Mm]ag|[Dd]ipl|[Dd]ott|[Ss]ig|St|No|Nr|Hr|Fr|[Ss]r|[Ss]ra|Mme|Mlle|[Pp]rof|[Aa]vv?|Str|Tel|ca|etc|bzw|z\.B)$/u;

/** `no. M-2775`: a number is said to follow, and does. */
const numbering = /(?:^|[^\p{L}])n[or]$/iu;
const numbered = /^\p{Lu}{0,4}[-/]?\d/u;

/** Words that begin a sentence behind a figure: `am 4. Mai` and `im 2. Stock` go on there. */
const opener =
  /^(?:The|This|These|Our|We|Your|You|It|He|She|They|Please|If|Der|Die|Das|Wir|Sie|Ihr|Ihre|Bitte|Es|Er|Le|La|Les|Nous|Vous|Votre|Il|Elle|Merci|El|Los|Las|Nuestro|Su|Por|Os|As|O|A|De|Het|Wij|Uw?)(?!\p{L})/u;

/** A figure as ordinals have it: no year, and no part of an amount. */
const ordinal = /(?<![\d.,:/-])\d{1,3}$/;

/**
 * The sentences of a line, each with its mark; a full stop within a number or behind a single letter ends none. Where ordinals are
 * written with one (`ordinals`), a figure ends a sentence only before a word that begins one.
 */
export function sentencesOf(line: string, ordinals = true): Range[] {
  const found: Range[] = [];
  let start = 0;
  for (const match of line.matchAll(/(?<=\d|[\p{L}\d)”"'][\p{L})”"'%€])[.!?]+\s+(?=\p{Lu})/gu)) {
    const next = match.index + match[0].length;
    const before = line.slice(start, match.index);
    if (numbering.test(before) && numbered.test(line.slice(next))) continue;
    if (shortened.test(before) || (ordinals && ordinal.test(before) && !opener.test(line.slice(next)))) continue;
    found.push({ start, end: match.index + match[0].trimEnd().length });
    start = next;
  }
  return [...found, { start, end: line.length }];
}
