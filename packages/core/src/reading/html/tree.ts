import { Parser } from 'htmlparser2';

/** An element with the place of its start tag in the source. */
export interface HtmlElement {
  kind: 'element';
  name: string;
  attributes: Readonly<Record<string, string>>;
  children: HtmlNode[];
  start: number;
  end: number;
}

/** A piece of text as the parser gives it: an entity is a piece of its own. */
export interface HtmlPiece {
  kind: 'text';
  text: string;
  /** Place in the source; the length differs from that of `text` for entities. */
  source: number;
  sourceLength: number;
}

export type HtmlNode = HtmlElement | HtmlPiece;

/** What an element that nobody closed is closed by, and how far up that is looked for: old programs close neither cells nor items. */
const closedBy: Readonly<Record<string, { closes: readonly string[]; within: readonly string[] }>> = {
  td: { closes: ['td', 'th'], within: ['tr', 'table'] },
  th: { closes: ['td', 'th'], within: ['tr', 'table'] },
  tr: { closes: ['tr'], within: ['table'] },
  li: { closes: ['li'], within: ['ul', 'ol'] },
  dt: { closes: ['dt', 'dd'], within: ['dl'] },
  dd: { closes: ['dt', 'dd'], within: ['dl'] },
};
/** Elements between an unclosed one and what closes it; more is no honest mail. */
const mostBetween = 200;

/** How many open elements stay when one begins. */
function keptOpen(open: readonly HtmlElement[], name: string): number {
  const rule = closedBy[name];
  if (!rule) return open.length;
  for (let i = open.length - 1; i > Math.max(0, open.length - mostBetween); i--) {
    const around = open[i]?.name ?? '';
    if (rule.within.includes(around)) break;
    if (rule.closes.includes(around)) return i;
  }
  return open.length;
}

/** The open element that an end closes; it never reaches out of a table, as the end of what was closed already would. */
function endsAt(open: readonly HtmlElement[], name: string): number | null {
  for (let i = open.length - 1; i > Math.max(0, open.length - mostBetween); i--) {
    if (open[i]?.name === name) return i;
    if (open[i]?.name === 'table') return null;
  }
  return null;
}

/** Parses HTML as it comes. Depth costs no stack: the tree is made, and is to be walked, without recursion. */
export function parseHtml(html: string): HtmlElement {
  const root: HtmlElement = { kind: 'element', name: '', attributes: {}, children: [], start: 0, end: 0 };
  const open = [root];
  const parser = new Parser(
    {
      onopentag: (name, attributes) => {
        const { startIndex: start, endIndex } = parser;
        const element: HtmlElement = { kind: 'element', name, attributes, children: [], start, end: endIndex + 1 };
        open.length = keptOpen(open, name);
        open.at(-1)?.children.push(element);
        open.push(element);
      },
      ontext: (text) => {
        const source = parser.startIndex;
        open.at(-1)?.children.push({ kind: 'text', text, source, sourceLength: parser.endIndex + 1 - source });
      },
      onclosetag: (name) => {
        open.length = endsAt(open, name) ?? open.length;
      },
    },
    { decodeEntities: true, lowerCaseTags: true },
  );
  parser.end(html);
  return root;
}

/** What is done at each node of a tree. */
export interface TreeVisitor {
  /** False to leave out the element and all inside. */
  open(element: HtmlElement): boolean;
  text(piece: HtmlPiece): void;
  close(element: HtmlElement): void;
}

/** Walks a tree in the order of the source. */
export function walk(root: HtmlElement, visitor: TreeVisitor): void {
  const stack: { element: HtmlElement; next: number }[] = [{ element: root, next: 0 }];
  for (let top = stack.at(-1); top; top = stack.at(-1)) {
    const node = top.element.children[top.next++];
    if (!node) {
      stack.pop();
      if (top.element !== root) visitor.close(top.element);
    } else if (node.kind === 'text') visitor.text(node);
    else if (visitor.open(node)) stack.push({ element: node, next: 0 });
  }
}
