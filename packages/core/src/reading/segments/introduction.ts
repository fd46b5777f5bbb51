import type { MailLine } from './mail-line.js';
import { dateOpener, doesAndWrote, wrote } from './phrases.js';

/** The line or lines that say who wrote what is quoted below: “On 3 May 2027, Nils wrote:”. */
export interface Introduction {
  /** First line after it. */
  to: number;
  /** True when it is so plain that what follows is a quotation even without marks. */
  sure: boolean;
}

/** Mail programs wrap it over as many lines as this. */
const maxLines = 4;
const maxText = 400;

/** The introduction that begins on a line, or null. */
export function introductionAt(lines: readonly MailLine[], at: number, limit: number): Introduction | null {
  const first = lines[at];
  if (!first || first.plain === '' || !colonSoon(lines, at, limit) || !mayBegin(first.plain)) return null;
  let joined = '';
  for (let i = at; i < Math.min(limit, at + maxLines); i++) {
    const line = lines[i];
    if (!line || line.blank || line.plain === '' || line.depth !== first.depth) return null;
    // “On Tuesday we sailed.” above “On 3 May Nils wrote:” is no part of it.
    if (i > at && dateOpener.test(line.plain) && /\d/.test(line.plain) && endsSentence(joined)) return null;
    joined = `${joined} ${line.plain}`.trim();
    if (joined.length > maxText) return null;
    if (!/[:：]["*_ ]*$/.test(joined)) continue;
    return introduces(joined) ? { to: i + 1, sure: isSure(joined) } : null;
  }
  return null;
}

/** Whether a line near by ends in a colon: cheap, since it is asked of every line. */
function colonSoon(lines: readonly MailLine[], at: number, limit: number): boolean {
  for (let i = at; i < Math.min(limit, at + maxLines); i++) if (/[:：]["*_ ]*$/.test(lines[i]?.text ?? '')) return true;
  return false;
}

const mayBegin = (line: string) => dateOpener.test(line) || line.includes('@') || wrote.test(line);
const endsSentence = (line: string) => /[.!?]$/.test(line);

/** It names the act of writing; or it is a date and an address alone, as some programs have it. */
function introduces(line: string): boolean {
  // “Nils closed the request and wrote:” tells what was done; what stands below is a part of that.
  if (doesAndWrote.test(line)) return false;
  if (wrote.test(line))
    return !/[:：] ?\S/.test(line.replace(/\d[:：]\d|mailto:|https?:|(?:at|um|kl|as|alle|a las)[:：]/g, ''));
  return /^\d{4}-\d\d-\d\d [^<]*<[^\s<>@]+@[^\s<>@]+>:$/.test(line);
}

const isSure = (line: string) =>
  /\d/.test(line) && (line.includes('@') || (dateOpener.test(line) && /\d{1,2}[:.h]\d\d|\d{4}/.test(line)));
