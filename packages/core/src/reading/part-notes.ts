import type { Charsets } from './compose.js';
import type { MimePart } from './mime/part.js';
import type { PartNote } from './reading.js';
import { hasKind, type Shown } from './shown.js';

/** Parts noted of one message. */
const maxNotes = 200;

/** What the reading made of each part, in the order of the message. */
export function partNotes(
  root: MimePart,
  shown: { html: readonly Shown[]; plain: readonly Shown[] },
  charsets: Charsets,
): PartNote[] {
  const rich = new Set(leaves(shown.html));
  const poor = new Set(leaves(shown.plain));
  const notes: PartNote[] = [];
  const stack = [root];
  for (let part = stack.pop(); part && notes.length < maxNotes; part = stack.pop()) {
    notes.push({
      path: part.path,
      type: part.content.type,
      charset: charsets.get(part)?.charset ?? part.content.charset,
      charset_why: charsets.get(part)?.why ?? null,
      size: part.body?.size ?? 0,
      role: roleOf(part, rich.has(part), poor.has(part), hasKind(shown.html, 'html')),
    });
    stack.push(...[...part.children].reverse());
  }
  return notes;
}

function roleOf({ content, children }: MimePart, rich: boolean, poor: boolean, hasHtml: boolean): string {
  if (children.length > 0) return content.type.startsWith('multipart/') ? 'holds other parts' : 'an attached message';
  if (rich && poor) return 'the text';
  if (rich) return 'the HTML, which rules look at unless told otherwise';
  if (poor) return hasHtml ? 'the plain text beside the HTML' : 'the text';
  if (content.disposition === 'inline') return 'stands in the text, listed as an attachment';
  return 'an attachment';
}

/** The parts whose text is shown. */
export function leaves(shown: readonly Shown[]): MimePart[] {
  return shown.flatMap((one) => (one.kind === 'message' ? leaves(one.shown) : [one.part]));
}
