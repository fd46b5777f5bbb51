import type { Link } from '../reading.js';

const address = /\b(?:https?:\/\/|www\.)[^\s<>"“”]{2,2000}|\bmailto:[^\s<>"]{3,200}/giu;
/** Links of one text that are kept. */
const maxLinks = 2000;

/** The web addresses written in a plain text. What closes a sentence or a bracket around one is no part of it. */
export function plainLinks(text: string): Link[] {
  const links: Link[] = [];
  if (!/:\/\/|www\.|mailto:/i.test(text)) return links;
  for (const { 0: found, index } of text.matchAll(address)) {
    if (links.length >= maxLinks) break;
    const bare = withoutClosing(found);
    links.push({ start: index, end: index + bare.length, href: /^www\./i.test(bare) ? `http://${bare}` : bare });
  }
  return links;
}

function withoutClosing(found: string): string {
  let end = endWithout(".,;:!?'’", found, found.length);
  let unopened = count(found, ')]}', end) - count(found, '([{', end);
  while (unopened > 0 && ')]}'.includes(found[end - 1] ?? ' ')) {
    end = endWithout('.,;:!?', found, end - 1);
    unopened--;
  }
  return found.slice(0, end);
}

/** Where a text ends without some characters at its end. */
function endWithout(characters: string, text: string, from: number): number {
  let end = from;
  while (end > 0 && characters.includes(text[end - 1] ?? '')) end--;
  return end;
}

function count(text: string, characters: string, end: number): number {
  let found = 0;
  for (let i = 0; i < end; i++) if (characters.includes(text[i] ?? ' ')) found++;
  return found;
}
