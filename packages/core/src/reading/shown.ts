import type { MimePart } from './mime/part.js';
import type { BodyChoice } from './reading.js';

/** A part that a reader would see in the message itself, in its order. */
export type Shown = { kind: 'plain' | 'html'; part: MimePart } | { kind: 'message'; part: MimePart; shown: Shown[] };

/**
 * What of a MIME tree is the message’s own text (RFC 2046, section 5.1): of an alternative the wanted form, of a mixed
 * one all its texts, of related parts the root. An attached message is shown where it stands; one that is returned to its
 * sender is not.
 */
export function shownParts(part: MimePart, choice: BodyChoice, returns: boolean): Shown[] {
  return gather(part, choice, true).filter(({ kind }) => !(returns && kind === 'message'));
}

function gather(part: MimePart, choice: BodyChoice, isRoot: boolean): Shown[] {
  const { content, children } = part;
  if (content.type.startsWith('multipart/')) return ofMultipart(part, choice);
  if (children.length > 0)
    return [{ kind: 'message', part, shown: children.flatMap((child) => gather(child, choice, true)) }];
  // The only part of a message is its text, even where it says that it is attached.
  const alone = /^$|\/$/.test(part.path);
  const named = content.filename !== null && content.disposition !== null;
  if (!part.body?.bytes || (content.disposition === 'attachment' && !alone) || (named && !isRoot)) return [];
  if (content.type === 'text/html') return [{ kind: 'html', part }];
  // What is named like a file is one, unless it is all there is.
  if (
    /^text\/(?:plain|enriched|richtext|markdown|x-markdown)$/.test(content.type) &&
    (isRoot || content.filename === null)
  )
    return [{ kind: 'plain', part }];
  return [];
}

function ofMultipart({ content, children }: MimePart, choice: BodyChoice): Shown[] {
  if (content.type === 'multipart/alternative') return ofAlternative(children, choice);
  if (content.type === 'multipart/related') return children.slice(0, 1).flatMap((child) => gather(child, choice, true));
  return children.flatMap((child, i) => gather(child, choice, i === 0));
}

/** The last form is the richest; wanted is the last with HTML, or the first without. */
function ofAlternative(children: readonly MimePart[], choice: BodyChoice): Shown[] {
  const forms = children.map((child) => gather(child, choice, false)).filter((shown) => shown.length > 0);
  const rich = forms.filter((shown) => hasKind(shown, 'html'));
  const poor = forms.filter((shown) => !hasKind(shown, 'html'));
  return (choice === 'html' ? (rich.at(-1) ?? poor.at(-1)) : (poor[0] ?? rich[0])) ?? [];
}

export function hasKind(shown: readonly Shown[], kind: 'plain' | 'html'): boolean {
  return shown.some((one) => one.kind === kind || (one.kind === 'message' && hasKind(one.shown, kind)));
}
