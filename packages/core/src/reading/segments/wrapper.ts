import { type HeaderBlock, headerBlockAt } from './header-block.js';
import type { MailLine } from './mail-line.js';
import { bareForwardWrapper, forwardWrapper, originalWrapper } from './phrases.js';

/** What a mail program wrote above somebody else’s message: a line, a header block, or both. */
export interface Wrapper {
  /** `forward`: only forwards have it; `original`: replies and forwards have it; `headers`: a header block alone. */
  kind: 'forward' | 'original' | 'headers';
  /** Lines from (inclusive) and to (exclusive). */
  from: number;
  to: number;
  headers: HeaderBlock['values'];
}

const ruling = /^[_=\-–—*]{5,}$/;
/** Lines looked at for a header block below a line that announces one. */
const nearBy = 4;

/** The wrapper that begins on a line, or null. */
export function wrapperAt(lines: readonly MailLine[], at: number, limit: number): Wrapper | null {
  const line = lines[at];
  if (!line || line.blank || line.plain === '') return null;
  const announced = forwardWrapper.test(line.plain) ? 'forward' : originalWrapper.test(line.plain) ? 'original' : null;
  const bare = announced === null && bareForwardWrapper.test(line.plain);
  if (announced !== null || bare) {
    const block = blockBelow(lines, at + 1, limit, line.depth);
    if (block) return { kind: announced ?? 'forward', from: at, to: block.to, headers: block.values };
    return announced === 'forward' ? { kind: 'forward', from: at, to: at + 1, headers: {} } : null;
  }
  const block = headerBlockAt(lines, ruling.test(line.text) ? nextFilled(lines, at + 1, limit) : at, limit, false);
  return block && { kind: 'headers', from: at, to: block.to, headers: block.values };
}

/** A header block a few lines below; it may be quoted where its announcement is not. */
function blockBelow(lines: readonly MailLine[], from: number, limit: number, depth: number): HeaderBlock | null {
  const at = nextFilled(lines, from, Math.min(limit, from + nearBy));
  const line = lines[at];
  return line && line.depth >= depth ? headerBlockAt(lines, at, limit, true) : null;
}

/** The next line with anything on it; `limit` when there is none. */
export function nextFilled(lines: readonly MailLine[], from: number, limit: number): number {
  let at = from;
  while (at < limit && lines[at]?.blank) at++;
  return at;
}
