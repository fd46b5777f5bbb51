import type { Link } from '../reading.js';

const address = /\b(?:https?:\/\/|www\.)[^\s<>"“”]{2,2000}|\bmailto:[^\s<>"]{3,200}/giu;
/** Links of one text that are kept. */
const mostLinks = 2000;

/** The web addresses written in a plain text. What closes a sentence or a bracket around one is no part of it. */
export function plainLinks(text: string): Link[] {
  const links: Link[] = [];
  if (!/:\/\/|www\.|mailto:/i.test(text)) return links;
  for (const { 0: found, index } of text.matchAll(address)) {
    if (links.length >= mostLinks) break;
    const bare = withoutClosing(found);
    links.push({ start: index, end: index + bare.length, href: /^www\./i.test(bare) ? `http://${bare}` : bare });
  }
  return links;
}

function withoutClosing(found: string): string {
  let bare = found.replace(/[.,;:!?'’]+$/, '');
  while (/[)\]}]$/.test(bare) && bare.split(/[([{]/).length < bare.split(/[)\]}]/).length)
    bare = bare.slice(0, -1).replace(/[.,;:!?]+$/, '');
  return bare;
}
