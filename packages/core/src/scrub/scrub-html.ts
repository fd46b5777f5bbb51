import { isTag, isText } from 'domhandler';
import { parseDocument } from 'htmlparser2';
import type { ScrubText } from './scrub-text.js';

interface Splice {
  start: number;
  end: number;
  text: string;
}

type Nodes = ReturnType<typeof parseDocument>['children'];

/** Attributes whose words people see, or that lead to somebody. */
const telling = new Set(['href', 'src', 'alt', 'title', 'value', 'content', 'cite', 'aria-label', 'name', 'id']);

/** Scrubs what an HTML text says; tags, styles and layout stay as they are. */
export function scrubHtml(html: string, scrub: ScrubText): string {
  const { children } = parseDocument(html, { withStartIndices: true, withEndIndices: true });
  const splices = splicesOf(html, children, scrub).sort((a, b) => b.start - a.start);
  const scrubbed = splices.reduce(
    (text, { start, end, text: put }) => text.slice(0, start) + put + text.slice(end),
    html,
  );
  return scrubbed.replace(/<!--[\s\S]*?-->/g, (comment) => (/<[a-z]/i.test(comment) ? comment : scrub(comment)));
}

function splicesOf(html: string, nodes: Nodes, scrub: ScrubText): Splice[] {
  const splices: Splice[] = [];
  // By hand, not by calls: a hostile message nests deeper than the stack.
  const stack = [...nodes];
  for (let node = stack.pop(); node; node = stack.pop()) {
    const [start, end] = [node.startIndex ?? 0, (node.endIndex ?? 0) + 1];
    if (isText(node)) splices.push(...changed(start, end, node.data, escaped(scrub(node.data)), escaped(node.data)));
    if (!isTag(node)) continue;
    splices.push(...ofTag(html, start, node.attribs, scrub));
    if (!/^(?:style|script)$/.test(node.name)) stack.push(...(node.children as Nodes));
  }
  return splices;
}

const changed = (start: number, end: number, was: string, text: string, same: string): Splice[] =>
  text === same || was.trim() === '' ? [] : [{ start, end, text }];

function ofTag(html: string, start: number, attribs: Record<string, string>, scrub: ScrubText): Splice[] {
  const end = html.indexOf('>', start) + 1;
  const raw = html.slice(start, end);
  const text = Object.entries(attribs).reduce((tag, [name, value]) => {
    const next = telling.has(name) && value !== '' ? scrub(value) : value;
    if (next === value) return tag;
    return [value, escaped(value)].reduce((all, was) => all.replaceAll(was, was === value ? next : escaped(next)), tag);
  }, raw);
  return text === raw ? [] : [{ start, end, text }];
}

const escaped = (text: string): string =>
  text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/\u00a0/g, '&nbsp;');
