import { Parser } from 'htmlparser2';
import { dictionary } from '../../dictionary.js';
import { blocks } from './blocks.js';

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

type HtmlNode = HtmlElement | HtmlPiece;

/** What an element that nobody closed is closed by, and how far up that is looked for: old programs close neither cells nor items. */
const closedBy: Readonly<Record<string, { closes: readonly string[]; within: readonly string[] }>> = dictionary({
  td: { closes: ['td', 'th'], within: ['tr', 'table'] },
  th: { closes: ['td', 'th'], within: ['tr', 'table'] },
  tr: { closes: ['tr'], within: ['table'] },
  li: { closes: ['li'], within: ['ul', 'ol'] },
  dt: { closes: ['dt', 'dd'], within: ['dl'] },
  dd: { closes: ['dt', 'dd'], within: ['dl'] },
});
/** Elements between an unclosed one and what closes it; more is no honest mail. */
const maxBetween = 200;

/** How many open elements stay when one begins. */
function keptOpen(open: readonly HtmlElement[], name: string): number {
  const rule = closedBy[name];
  if (!rule) return open.length;
  for (let i = open.length - 1; i > Math.max(0, open.length - maxBetween); i--) {
    const around = open[i]?.name ?? '';
    if (rule.within.includes(around)) break;
    if (rule.closes.includes(around)) return i;
  }
  return open.length;
}

/** The open element that an end closes; it never reaches out of a table, as the end of what was closed already would. */
function endsAt(open: readonly HtmlElement[], name: string): number | null {
  for (let i = open.length - 1; i > Math.max(0, open.length - maxBetween); i--) {
    if (open[i]?.name === name) return i;
    if (open[i]?.name === 'table') return null;
  }
  return null;
}

/** A document as a tree. */
export interface HtmlTree {
  root: HtmlElement;
  /** Whether elements lay so deep in each other that some were left out. */
  flattened: boolean;
}

/**
 * Parses HTML as it comes. Of elements that lie deeper than `deepest` only the breaks and the text are kept: cost then grows with
 * the length alone, however they are nested. The tree is made, and is to be walked, without recursion.
 */
export function parseHtml(html: string, deepest: number): HtmlTree {
  const root: HtmlElement = { kind: 'element', name: '', attributes: {}, children: [], start: 0, end: 0 };
  const open = [root];
  const add = (node: HtmlNode) => open.at(-1)?.children.push(node);
  const parser = new ShallowParser(html, deepest, {
    open: (name, attributes) => {
      const { startIndex: start, endIndex } = parser;
      const element: HtmlElement = { kind: 'element', name, attributes, children: [], start, end: endIndex + 1 };
      open.length = keptOpen(open, name);
      add(element);
      open.push(element);
    },
    text: (text) => {
      const source = parser.startIndex;
      add({ kind: 'text', text, source, sourceLength: parser.endIndex + 1 - source });
    },
    close: (name) => {
      open.length = endsAt(open, name) ?? open.length;
    },
    leftOut: (name) => {
      const at = parser.startIndex;
      if (breaking(name)) add({ kind: 'element', name: 'div', attributes: {}, children: [], start: at, end: at });
    },
  });
  parser.end(html);
  return { root, flattened: parser.flattened };
}

/** Whether what stands before and behind a tag must not run together. */
const breaking = (name: string) => blocks.has(name) || name === 'td' || name === 'th' || name === 'li';

interface TreeEvents {
  open(name: string, attributes: Record<string, string>): void;
  text(text: string): void;
  close(name: string): void;
  /** A tag, opening or closing, of an element that is left out. */
  leftOut(name: string): void;
}

/**
 * Passes over tags below a depth. The library keeps what is open in an array whose every change and search costs as much as it is
 * long, so that without a bound nested tags cost the square of their number.
 */
class ShallowParser extends Parser {
  flattened = false;
  private depth = 0;
  /** Elements left out and not closed yet, by name. */
  private readonly out = new Map<string, number>();

  constructor(
    private readonly html: string,
    private readonly deepest: number,
    private readonly events: TreeEvents,
  ) {
    super(
      {
        onopentagname: () => void this.depth++,
        onopentag: (name, attributes) => events.open(name, attributes),
        ontext: (text) => events.text(text),
        onclosetag: (name) => {
          this.depth--;
          events.close(name);
        },
      },
      { decodeEntities: true, lowerCaseTags: true },
    );
  }

  override onopentagname(start: number, end: number): void {
    const name = this.depth >= this.deepest ? this.nameAt(start, end) : null;
    // Without a name the library passes over the attributes and the end of the tag, too.
    if (name !== null && !this.isVoidElement(name)) this.leaveOut(name);
    else super.onopentagname(start, end);
  }

  private leaveOut(name: string): void {
    this.flattened = true;
    this.out.set(name, (this.out.get(name) ?? 0) + 1);
    this.events.leftOut(name);
  }

  override onclosetag(start: number, end: number): void {
    const name = this.out.size > 0 ? this.nameAt(start, end) : '';
    const left = this.out.get(name) ?? 0;
    if (left > 0) {
      this.out.set(name, left - 1);
      this.events.leftOut(name);
      this.endIndex = end;
      this.startIndex = end + 1;
    } else {
      // It closes an element that is there, and with it all that was left out inside.
      this.out.clear();
      super.onclosetag(start, end);
    }
  }

  private nameAt(start: number, end: number): string {
    return this.html.slice(start, end).toLowerCase();
  }
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
